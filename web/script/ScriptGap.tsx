import { useEffect, useState } from 'react';
import type { Document } from '#core/document/schema';
import { insertBeat, setGap } from '#core/edit/commands/lines';
import type { ScheduledLine } from '#core/schedule/lines';
import { formatLength, parseTime } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { colourOf, type PlacedScene } from '../composer/film.ts';
import { playJoin } from '../composer/transport.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { choose } from '../state/view.ts';
import { Button, Popover, PopoverPanel, ValueField } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';

/** The silence before a line; a click changes it and plays the join again and again meanwhile. */
export function ScriptGap({ scene, line, before, document }: { scene: PlacedScene; line: ScheduledLine; before: ScheduledLine; document: Document }) {
  const gap = line.gap ?? 0;
  const over = gap < 0;
  const [open, setOpen] = useState(false);
  const set = (value: number): void => void run('Change a turn gap', setGap(scene.id, line.id, value));
  useEffect(() => {
    if (open) return playJoin(line.id);
  }, [open, line.id]);
  const colours = [toneOf(colourOf(document, before.line.role)).strong, toneOf(colourOf(document, line.line.role)).strong];
  return (
    <div className="grid h-[22px] grid-cols-[82px_30px_minmax(0,1fr)] items-center px-0.5">
      <span />
      <span className="flex h-full justify-start pl-[7px]">
        {over ? (
          <span className="h-[18px] w-2 self-center" style={{ background: `repeating-linear-gradient(135deg, ${colours[0]} 0 3px, ${colours[1]} 3px 6px)` }} />
        ) : (
          <span className={`my-0.5 w-[2px] ${gap > toTicks(2) ? 'bg-warn' : 'bg-line'}`} />
        )}
      </span>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger asChild>
          <button
            type="button"
            data-gap={line.id}
            className={`justify-self-start rounded-sm px-0.5 text-[12px] leading-[18px] hover:underline ${over || gap > toTicks(2) ? 'font-semibold text-warn' : 'text-ink-2'}`}
          >
            {over ? `starts ${formatLength(-gap)} before the line above ends` : line.line.aside ? 'aside, at its own time' : `${formatLength(gap)} gap`}
          </button>
        </Popover.Trigger>
        <PopoverPanel className="w-64" align="start">
          <ValueField
            label="Silence before this line (minus: it overlaps)"
            value={`${(gap / TICKS_PER_SECOND).toFixed(2)} s`}
            step={(direction, large) => set(gap + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps))}
            onCommit={(text) => {
              const value = parseTime(text, scene.fps);
              if (value === undefined) return false;
              set(value);
              return true;
            }}
          />
          <div className="mt-2 flex flex-wrap gap-1">
            {([-0.4, 0, 0.3, 0.6, 1] as const).map((seconds) => (
              <button key={seconds} type="button" className="h-6 rounded-[6px] border border-line px-2 text-[12px] hover:border-ink" onClick={() => set(toTicks(seconds))}>
                {seconds < 0 ? 'overlap' : `${seconds} s`}
              </button>
            ))}
          </div>
          <Button
            className="mt-2 !h-7 w-full"
            onClick={() => {
              const id = makeId('line');
              setOpen(false);
              if (run('Put a beat in', insertBeat(scene.id, id, toTicks(0.8), before.id))) choose({ kind: 'line', id });
            }}
          >
            Put a beat here, 0.8 s without words
          </Button>
          <p className="mt-2 mb-0 text-[12px] text-ink-2">The join plays again and again while this is open.</p>
        </PopoverPanel>
      </Popover.Root>
    </div>
  );
}
