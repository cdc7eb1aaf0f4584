import { useState } from 'react';
import { breatheGaps, setEveryGap, tightenGaps } from '#core/edit/commands/turns';
import { formatLength, parseTime } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import type { PlacedScene } from '../composer/film.ts';
import { run } from '../state/production.ts';
import { Button, Popover, PopoverPanel, ValueField } from '../ui/parts.tsx';

/** One command for all gaps of the scene, behind a button or what is given instead. */
export function GapsMenu({ scene, children }: { scene: PlacedScene; children?: React.ReactNode }) {
  const gaps = scene.lines.flatMap(({ gap, line }) => (gap !== undefined && !line.aside ? [gap] : []));
  const long = gaps.filter((gap) => gap > toTicks(0.6)).length;
  const short = gaps.filter((gap) => gap >= 0 && gap < toTicks(0.2)).length;
  const [every, setEvery] = useState('0.3');
  return (
    <Popover.Root>
      <Popover.Trigger asChild>{children ?? <Button disabled={!gaps.length}>Gaps</Button>}</Popover.Trigger>
      <PopoverPanel className="w-72" align="end">
        <p className="mt-0 mb-2 text-[12px] text-ink-2">
          {gaps.length} gaps, {formatLength(gaps.reduce((sum, gap) => sum + gap, 0) / Math.max(1, gaps.length))} on average. Overlaps on purpose stay.
        </p>
        <div className="flex flex-col gap-1.5">
          <div className="flex items-end gap-2">
            <ValueField
              label="Set every gap to"
              value={`${every} s`}
              className="w-28"
              onCommit={(text) => {
                const value = parseTime(text, scene.fps);
                if (value === undefined || value < 0) return false;
                setEvery((value / TICKS_PER_SECOND).toFixed(2));
                return true;
              }}
            />
            <Button className="flex-1" onClick={() => run('Set every gap', setEveryGap(scene.id, toTicks(Number(every))))}>
              Set
            </Button>
          </div>
          <Button disabled={!long} onClick={() => run('Tighten the gaps', tightenGaps(scene.id, toTicks(0.6)))}>
            Tighten: {long} longer than 0.6 s
          </Button>
          <Button disabled={!short} onClick={() => run('Let the gaps breathe', breatheGaps(scene.id, toTicks(0.2)))}>
            Breathe: {short} shorter than 0.2 s
          </Button>
        </div>
      </PopoverPanel>
    </Popover.Root>
  );
}
