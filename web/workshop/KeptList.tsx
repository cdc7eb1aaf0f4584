import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Kept } from '#core/document/schema';
import { type Keeping, keep, takeOff } from '../state/shelf.ts';
import { EditableName } from '../ui/parts.tsx';

const told = (work: Promise<void>, done?: string): void => {
  work.then(
    () => done && toast(done),
    (thrown) => toast.error(sentenceOf(thrown)),
  );
};

/** What all productions share: used here, renamed, kept anew, taken off. */
export function KeptList<K extends Kept>({
  kept,
  empty,
  picture,
  use,
  onUse,
  now,
}: {
  kept: readonly K[];
  /** Said where nothing is kept yet. */
  empty: string;
  picture: (one: K) => ReactNode;
  /** What using one is called, with its name. */
  use: (name: string) => string;
  onUse: (one: K) => void;
  /** What is shown now, to be kept in the place of one. */
  now: Keeping['value'] | undefined;
}) {
  const list = !kept.length ? (
    <p className="m-0 px-3 pb-2 text-[11.5px] leading-4 text-ink-2">{empty}</p>
  ) : (
    <ul className="scrolls m-0 max-h-[168px] list-none overflow-y-auto p-0 px-1.5 pb-1">
      {kept.map((one) => {
        const { id, kind, name, value } = one;
        const acts: [string, () => void][] = [
          [use(name), () => onUse(one)],
          ...(now
            ? [
                ['Keep what is shown in its place', () => told(keep(id, { kind, name, value: now } as Keeping), `“${name}” on the shelf is as shown here now.`)] as [
                  string,
                  () => void,
                ],
              ]
            : []),
          ['Take off the shelf', () => told(takeOff(id), `“${name}” is off the shelf. Scenes that show it keep it.`)],
        ];
        return (
          <li key={id} className="group relative mb-0.5 flex items-center gap-1.5 rounded-[7px] p-1 hover:bg-well" data-kept={id}>
            <button type="button" aria-label={use(name)} className="absolute inset-0 rounded-[7px]" onClick={() => onUse(one)} />
            {picture(one)}
            <EditableName
              value={name}
              label="Name on the shelf"
              onChange={(next) => told(keep(id, { kind, name: next, value } as Keeping))}
              className="relative line-clamp-2 min-w-0 flex-1 text-[11.5px] leading-[14px] font-semibold"
            />
            <DropdownMenu.Root>
              <DropdownMenu.Trigger
                aria-label={`More for ${name}`}
                className="relative size-6 shrink-0 rounded-md text-ink-2 opacity-0 group-hover:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
              >
                …
              </DropdownMenu.Trigger>
              <DropdownMenu.Portal>
                <DropdownMenu.Content align="start" side="right" className="raised z-50 min-w-44 rounded-[9px] border border-line bg-paper p-1 text-[13px]">
                  {acts.map(([label, act]) => (
                    <DropdownMenu.Item key={label} onSelect={act} className="cursor-pointer rounded-md px-2.5 py-1.5 !outline-none data-[highlighted]:bg-act-soft">
                      {label}
                    </DropdownMenu.Item>
                  ))}
                </DropdownMenu.Content>
              </DropdownMenu.Portal>
            </DropdownMenu.Root>
          </li>
        );
      })}
    </ul>
  );
  return (
    <section aria-label="Shelf of all productions">
      <h2 className="m-0 px-3 pt-2 pb-1 text-[13px] font-[650]">On the shelf</h2>
      {list}
    </section>
  );
}
