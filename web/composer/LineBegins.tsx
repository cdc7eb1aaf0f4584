import { Popover } from 'radix-ui';
import { useState } from 'react';
import type { Pin } from '#core/document/schema';
import { pinLine, setGap, takeTurn, waitForCue } from '#core/edit/commands/lines';
import type { ScheduledLine } from '#core/schedule/lines';
import { formatLength, formatMoment, parseTime } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { run, useOpenDocument } from '../state/production.ts';
import { Choice } from '../ui/fields.tsx';
import { PopoverPanel, ValueField } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { cueLabel, nameOfLayer } from './lanes.ts';

/** Cues that a line is offered to wait for end at most this long before or after it begins. */
const NEAR = toTicks(8);
const MOST = 14;

/** Cues that a line may wait for, the nearest first: what does not hang from it or from what is said later. */
export function waitable(scene: PlacedScene, line: ScheduledLine): string[] {
  const later = new Set(scene.lines.filter((other) => other.start >= line.start).flatMap((other) => [other.id, ...other.words.map(({ id }) => id)]));
  const free = (pin: Pin | undefined, seen: readonly string[] = []): boolean => {
    if (!pin) return true;
    if (pin.to === 'word') return !later.has(pin.word);
    if (pin.to === 'line') return !later.has(pin.line);
    if (pin.to === 'scene') return pin.edge === 'start' || scene.scene.length !== undefined;
    return pin.to !== 'cue' || (!seen.includes(pin.cue) && free(scene.scene.cues[pin.cue]?.start, [...seen, pin.cue]));
  };
  return Object.entries(scene.scene.cues)
    .flatMap(([id, cue]) => {
      const times = scene.resolved.cues.get(id);
      if (!times || cue.kind === 'camera' || cue.kind === 'mouth' || Math.abs(times.end - line.start) > NEAR) return [];
      return free(cue.start) && free('to' in cue.end ? cue.end : undefined) ? [{ id, away: Math.abs(times.end - line.start) }] : [];
    })
    .sort((a, b) => a.away - b.away)
    .slice(0, MOST)
    .map(({ id }) => id);
}

/** What a cue is called where a line waits for it: whose, and what. */
export function cueCalled(document: Parameters<typeof cueLabel>[0], scene: PlacedScene, id: string): string {
  const cue = scene.scene.cues[id];
  if (!cue) return 'something that is gone';
  const label = cueLabel(document, scene, cue);
  return 'layer' in cue ? `${nameOfLayer(document, scene, cue.layer)}: ${label}` : label;
}

/** When a line begins: its turn after the one before, at the end of a cue, or on the clock. */
export function LineBegins({ line, scene }: { line: ScheduledLine; scene: PlacedScene }) {
  const document = useOpenDocument();
  const [open, setOpen] = useState(false);
  const { pin } = line.line;
  const waits = pin.to === 'cue' ? pin.cue : undefined;
  const clock = pin.to === 'scene';
  const text =
    waits !== undefined
      ? `Waits for ${cueCalled(document, scene, waits)}`
      : clock
        ? `At ${formatMoment(line.start, 1)}`
        : line.gap === undefined
          ? 'Begins'
          : line.gap >= 0
            ? `Gap ${formatLength(line.gap)}`
            : `Over ${formatLength(-line.gap)}`;
  const gap = (value: number): void => void run('Change a turn gap', setGap(scene.id, line.id, value));
  const frame = TICKS_PER_SECOND / scene.fps;
  const take = (value: string): void => {
    if (value === 'turn') run('Follow the line before', takeTurn(scene.id, line.id));
    else if (value === 'clock') run('Stay on the clock', pinLine(scene.id, line.id, { to: 'scene', edge: 'start', offset: line.start }));
    else run('Wait for a cue', waitForCue(scene.id, line.id, value));
  };
  const cues = waitable(scene, line);
  const options = [
    { value: 'turn', label: line.index === 0 ? 'At the start of the scene' : 'After the line before' },
    { value: 'clock', label: 'At its time, whatever is said' },
    ...(cues.length || waits !== undefined
      ? [
          {
            label: 'When this ends',
            options: [...new Set([...(waits !== undefined ? [waits] : []), ...cues])].map((id) => ({ value: id, label: cueCalled(document, scene, id) })),
          },
        ]
      : []),
  ];
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          type="button"
          className={`inline-flex h-[26px] max-w-[190px] items-center rounded-[7px] border px-2 text-[12px] font-semibold hover:bg-bench ${waits === undefined && !clock && (line.gap ?? 0) < 0 ? 'border-warn text-warn' : 'border-edge'}`}
          data-begins
        >
          <span className="truncate">{text}</span>
        </button>
      </Popover.Trigger>
      <PopoverPanel className="w-64">
        <div className="flex flex-col gap-2">
          <span className="text-[12px] text-ink-2">This line begins</span>
          <Choice label="When this line begins" className="w-full" value={waits ?? (clock ? 'clock' : 'turn')} options={options} onChange={take} />
          {waits !== undefined && (
            <ValueField
              label="So long after its end (minus: before)"
              value={`${(pin.offset / TICKS_PER_SECOND).toFixed(2)} s`}
              step={(direction, large) => run('Change how long a line waits', waitForCue(scene.id, line.id, waits, pin.offset + direction * (large ? 10 : 1) * frame))}
              onCommit={(typed) => {
                const value = parseTime(typed, scene.fps);
                return value !== undefined && Boolean(run('Change how long a line waits', waitForCue(scene.id, line.id, waits, value)));
              }}
            />
          )}
          {pin.to === 'previous' && line.gap !== undefined && (
            <ValueField
              label="Silence before this line (minus: it overlaps)"
              value={`${(line.gap / TICKS_PER_SECOND).toFixed(2)} s`}
              step={(direction, large) => gap((line.gap as number) + direction * (large ? 10 : 1) * frame)}
              onCommit={(typed) => {
                const value = parseTime(typed, scene.fps);
                if (value === undefined) return false;
                gap(value);
                setOpen(false);
                return true;
              }}
            />
          )}
        </div>
      </PopoverPanel>
    </Popover.Root>
  );
}
