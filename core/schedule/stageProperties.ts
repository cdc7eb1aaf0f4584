import type { CueOf } from '../document/schema.ts';
import { actionOf } from '../figure/actions/index.ts';
import { type Holding, holdingOf } from '../figure/things/holding.ts';
import { toTicks } from '../time/ticks.ts';
import { lastAtOrBefore, sample } from '../time/track.ts';
import type { Performance } from './channels.ts';
import type { Moves } from './moves.ts';

/** Stage properties: what is held, and what is sat on. */
export interface HeldSpan {
  readonly start: number;
  readonly end: number;
  readonly holding: readonly Holding[];
}

interface Performed {
  readonly cue: CueOf<'gesture'>;
  readonly start: number;
  readonly plays: Performance;
}

/** What the gestures of one layer hold, from wind-up to the end of the way back. */
export const heldSpans = (performed: readonly Performed[]): HeldSpan[] =>
  performed
    .flatMap(({ cue, plays }) => {
      const holding = holdingOf(actionOf(cue.action), cue.hand, cue.thing);
      const first = plays.keys[0]?.at;
      return holding.length && first !== undefined ? [{ start: first, end: plays.until + plays.release, holding }] : [];
    })
    .sort((a, b) => a.start - b.start);

const NOTHING: readonly Holding[] = [];

export function heldAt(spans: readonly HeldSpan[], tick: number): readonly Holding[] {
  const span =
    spans[
      lastAtOrBefore(
        spans.map(({ start }) => start),
        tick,
      )
    ];
  return span && span.start <= tick && tick < span.end ? span.holding : NOTHING;
}

/** Who sits gets up in time for the next walk. */
export function untilWalk(cue: CueOf<'gesture'>, start: number, end: number, walks: Moves['walks']): number {
  const action = actionOf(cue.action);
  if (!action?.seated) return end;
  const next = walks.find((walk) => walk.start > start)?.start ?? Number.POSITIVE_INFINITY;
  return Math.min(end, next - toTicks(action.release / (cue.speed ?? 1)));
}

/** Where a layer sits down: something to sit on stands there for the whole scene. */
export function seatsOf(performed: readonly Performed[], { x, y }: Pick<Moves, 'x' | 'y'>): { x: number; y: number }[] {
  const places = new Map<string, { x: number; y: number }>();
  for (const { cue, start } of performed) {
    if (cue.action !== 'sit') continue;
    const place = { x: Math.round(sample(x, start)), y: Math.round(sample(y, start)) };
    places.set(`${place.x} ${place.y}`, place);
  }
  return [...places.values()];
}
