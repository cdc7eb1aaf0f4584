import { DropdownMenu } from 'radix-ui';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Backdrop, Kept } from '#core/document/schema';
import { BackdropPicture } from '../../composer/LayerPicture.tsx';
import { keep, takeOff } from '../../state/shelf.ts';
import { EditableName } from '../../ui/parts.tsx';

type KeptBackdrop = Extract<Kept, { kind: 'backdrop' }>;

const told = (work: Promise<void>, done?: string): void => {
  work.then(
    () => done && toast(done),
    (thrown) => toast.error(sentenceOf(thrown)),
  );
};

/** Backdrops that all productions share: put behind the scene, renamed, taken off. */
export function KeptBackdrops({ kept, backdrop, onUse }: { kept: readonly KeptBackdrop[]; backdrop: Backdrop; onUse: (one: KeptBackdrop) => void }) {
  if (!kept.length) return <p className="m-0 px-3 pb-2 text-[11.5px] leading-4 text-ink-2">Keep this one, and every production finds it here.</p>;
  return (
    <ul className="scrolls m-0 max-h-[168px] list-none overflow-y-auto p-0 px-1.5 pb-1">
      {kept.map((one) => (
        <li key={one.id} className="group relative mb-0.5 flex items-center gap-1.5 rounded-[7px] p-1 hover:bg-well" data-kept={one.id}>
          <button type="button" aria-label={`Put ${one.name} behind this scene`} className="absolute inset-0 rounded-[7px]" onClick={() => onUse(one)} />
          <BackdropPicture backdrop={one.value} size={{ width: 52, height: 30 }} />
          <EditableName
            value={one.name}
            label="Name of the backdrop"
            onChange={(name) => told(keep(one.id, { kind: 'backdrop', name, value: one.value }))}
            className="relative line-clamp-2 min-w-0 flex-1 text-[11.5px] leading-[14px] font-semibold"
          />
          <DropdownMenu.Root>
            <DropdownMenu.Trigger
              aria-label={`More for ${one.name}`}
              className="relative size-6 shrink-0 rounded-md text-ink-2 opacity-0 group-hover:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
            >
              …
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="start" side="right" className="raised z-50 min-w-44 rounded-[9px] border border-line bg-paper p-1 text-[13px]">
                {(
                  [
                    ['Put behind this scene', () => onUse(one)],
                    [
                      'Keep what is shown in its place',
                      () => told(keep(one.id, { kind: 'backdrop', name: one.name, value: backdrop }), `“${one.name}” on the shelf is as shown here now.`),
                    ],
                    ['Take off the shelf', () => told(takeOff(one.id), `“${one.name}” is off the shelf. Scenes that show it keep it.`)],
                  ] as const
                ).map(([label, act]) => (
                  <DropdownMenu.Item key={label} onSelect={act} className="cursor-pointer rounded-md px-2.5 py-1.5 !outline-none data-[highlighted]:bg-act-soft">
                    {label}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        </li>
      ))}
    </ul>
  );
}
