import type { Document } from '#core/document/schema';
import { type Conflict, sidesOf } from '#core/edit/conflict';
import { decide } from '../state/production.ts';
import { windowId } from '../state/window.ts';
import { Button } from '../ui/parts.tsx';

/** The two versions of one place, side by side, and what can be done: whoever decides, nothing is gone before. */
export function Versions({ document, conflict }: { document: Document; conflict: Conflict }) {
  const sides = sidesOf(document, conflict);
  const mine = conflict.window === windowId() ? 'Mine' : 'Written in another window';
  return (
    <section aria-label="Two versions" data-conflict={conflict.id} className="my-1.5 rounded-[8px] border border-proposal-line bg-proposal px-3 py-2 text-[12.5px]">
      {sides.map((side) => (
        <div key={`${side.what} ${side.mine}`} className="mb-2">
          <div className="mb-1 text-[12px] font-[650] text-warn">{side.what} was changed in two windows</div>
          <div className="grid grid-cols-2 gap-3">
            <Version name={mine} text={side.mine} words={side.text} />
            <Version name="Stored" text={side.theirs} words={side.text} />
          </div>
        </div>
      ))}
      {sides.length === 0 && <p className="mt-0 mb-2 text-ink-2">“{conflict.label}” was changed in two windows; both are alike by now.</p>}
      <div className="flex gap-1.5">
        {sides.length > 0 && (
          <Button className="!h-7 !text-[12px]" onClick={() => void decide(conflict, 'mine')}>
            {mine === 'Mine' ? 'Keep mine' : 'Keep that one'}
          </Button>
        )}
        <Button className="!h-7 !text-[12px]" onClick={() => void decide(conflict, 'theirs')}>
          {sides.length > 0 ? 'Keep what is stored' : 'Good'}
        </Button>
        {sides.some((side) => side.text && side.theirs !== 'deleted') && (
          <Button className="!h-7 !text-[12px]" onClick={() => void decide(conflict, 'both')}>
            Keep both
          </Button>
        )}
      </div>
    </section>
  );
}

const Version = ({ name, text, words }: { name: string; text: string; words: boolean }) => (
  <div className="min-w-0 rounded-[6px] border border-line bg-paper px-2 py-1">
    <div className="text-[11px] text-ink-3">{name}</div>
    <div className={`break-words ${words ? 'font-serif text-[14.5px] leading-5' : 'font-[650]'}`}>{text || '(no words)'}</div>
  </div>
);
