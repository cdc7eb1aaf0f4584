import { AppWindow, TriangleAlert } from 'lucide-react';
import type { PresentWindow } from '#core/document/answers';
import type { Document } from '#core/document/schema';
import type { Conflict } from '#core/edit/conflict';
import { nameOfLine } from '#core/schedule/resolve';
import { discard } from '../state/production.ts';
import type { SetAside } from '../state/sessionPorts.ts';
import { Button, Popover, PopoverPanel, Tip } from '../ui/parts.tsx';
import { Versions } from './Versions.tsx';

/** What waits for somebody's word: edits that met another window's, and edits that cannot be saved. */
export function Undecided({ document, conflicts, aside }: { document: Document; conflicts: readonly Conflict[]; aside: readonly SetAside[] }) {
  const count = conflicts.length + aside.length;
  if (!count) return null;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          data-undecided={count}
          className="inline-flex h-7 items-center gap-1.5 rounded-[7px] border border-proposal-line bg-proposal px-2 text-[12px] font-[650] text-warn hover:border-warn"
        >
          <TriangleAlert size={13} strokeWidth={1.8} />
          {conflicts.length ? `${conflicts.length} in two versions` : ''}
          {conflicts.length && aside.length ? ', ' : ''}
          {aside.length ? `${aside.length} not saved` : ''}
        </button>
      </Popover.Trigger>
      <PopoverPanel className="scrolls max-h-[70vh] w-[460px] overflow-y-auto" align="end">
        {conflicts.length > 0 && <p className="m-0 px-1 text-[12px] text-ink-2">Two windows changed the same place. Both versions are kept until one of you decides.</p>}
        {conflicts.map((conflict) => (
          <Versions key={conflict.id} document={document} conflict={conflict} />
        ))}
        {aside.map((one) => (
          <NotSaved key={one.key} aside={one} />
        ))}
      </PopoverPanel>
    </Popover.Root>
  );
}

function NotSaved({ aside: { key, change, reason } }: { aside: SetAside }) {
  const text = JSON.stringify(
    change.parts.flatMap(({ part, forward }) => forward.map(({ path, op, value }) => ({ where: part + path, op, value }))),
    null,
    1,
  );
  return (
    <section aria-label="An edit that is not saved" className="my-1.5 rounded-[8px] border border-err bg-err-soft px-3 py-2 text-[12.5px]">
      <div className="font-[650]">“{change.label}” could not be saved</div>
      <p className="mt-0.5 mb-2 text-ink-2">{reason} What came after it is saved.</p>
      <div className="flex gap-1.5">
        <Button className="!h-7 !text-[12px]" onClick={() => void navigator.clipboard.writeText(text)}>
          Copy what it held
        </Button>
        <Button className="!h-7 !text-[12px]" onClick={() => discard(key)}>
          Let it go
        </Button>
      </div>
    </section>
  );
}

/** Other windows on this production: seen, so that two never write over each other unawares. */
export function AlsoOpen({ windows, document }: { windows: readonly PresentWindow[]; document: Document | undefined }) {
  const lines = windows.flatMap(({ line }) => {
    const scene = Object.values(document?.scenes ?? {}).find((one) => line && one.lines[line]);
    return scene && line ? [`${nameOfLine(scene, line)} is being written there`] : [];
  });
  const text = `This production is also open in ${windows.length === 1 ? 'another window' : `${windows.length} other windows`}${lines.length ? `; ${lines.join(', ')}` : ''}. What is changed there shows here.`;
  return (
    <Tip text={text}>
      <span data-windows={windows.length} role="img" aria-label={text} className="inline-flex h-7 items-center gap-1 rounded-[7px] px-1 text-[12px] font-[650] text-ink-2">
        <AppWindow size={15} strokeWidth={1.6} />
        {windows.length + 1}
      </span>
    </Tip>
  );
}
