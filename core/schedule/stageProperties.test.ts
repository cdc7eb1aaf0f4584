import { describe, expect, it } from 'vitest';
import type { CueOf } from '../document/schema.ts';
import { actionOf } from '../figure/actions/index.ts';
import { toTicks } from '../time/ticks.ts';
import { track } from '../time/track.ts';
import type { Performance } from './channels.ts';
import { heldAt, heldSpans, seatsOf, untilWalk } from './stageProperties.ts';

const S = toTicks(1);
const cue = (action: string, more: Partial<CueOf<'gesture'>> = {}): CueOf<'gesture'> => ({ kind: 'gesture', action, hand: 'right', ...more }) as CueOf<'gesture'>;
const plays = (at: readonly number[], until = 0, release = 0): Performance => ({ keys: at.map((key) => ({ at: key, values: {}, ease: 'both' })), until, release });
const performed = (action: string, at: readonly number[], until: number, release: number, more: Partial<CueOf<'gesture'>> = {}) => ({
  cue: cue(action, more),
  start: at[0] ?? 0,
  plays: plays(at, until, release),
});

describe('what is held', () => {
  const orange = performed('hold-up', [200, 300], 500, 50, { thing: 'orange' });
  it('is in the hand from wind-up to the end of the way back', () => {
    const spans = heldSpans([orange]);
    expect(spans).toEqual([{ start: 200, end: 550, holding: [{ thing: 'orange', hand: 'R' }] }]);
    expect([199, 200, 549, 550].map((tick) => heldAt(spans, tick).length)).toEqual([0, 1, 1, 0]);
    expect(heldAt([], 200)).toEqual([]);
  });
  it('is nothing in a gesture without a thing, nor in one that plays nothing', () => {
    expect(heldSpans([performed('wave', [200], 500, 50)])).toEqual([]);
    expect(heldSpans([performed('hold-up', [], 500, 50, { thing: 'orange' })])).toEqual([]);
    expect(heldSpans([performed('no such action', [200], 500, 50, { thing: 'orange' })])).toEqual([]);
  });
  it('is what was taken last, whatever the order in which it is told', () => {
    const later = performed('hold-up', [800], 900, 50, { thing: 'orange', hand: 'left' });
    const spans = heldSpans([later, orange]);
    expect(spans.map(({ start }) => start)).toEqual([200, 800]);
    expect([300, 600, 850].map((tick) => heldAt(spans, tick).map(({ hand }) => hand))).toEqual([['R'], [], ['L']]);
  });
});

describe('who sits', () => {
  const walks = (...starts: readonly number[]) => starts.map((start) => ({ start: start * S, end: (start + 2) * S })) as unknown as Parameters<typeof untilWalk>[3];
  const release = actionOf('sit')?.release as number;
  it('gets up in time for the next walk, quicker where the action is', () => {
    expect(untilWalk(cue('sit'), S, 9 * S, walks(6))).toBe(6 * S - toTicks(release));
    expect(untilWalk(cue('sit', { speed: 2 }), S, 9 * S, walks(6))).toBe(6 * S - toTicks(release / 2));
    expect(untilWalk(cue('sit'), 5 * S, 20 * S, walks(2, 5, 12, 15))).toBe(12 * S - toTicks(release));
  });
  it('stays as long as is asked where no walk comes before', () => {
    expect(untilWalk(cue('sit'), S, 4 * S, walks(8))).toBe(4 * S);
    expect(untilWalk(cue('sit'), S, 4 * S, walks())).toBe(4 * S);
    expect(untilWalk(cue('sit'), 5 * S, 9 * S, walks(1))).toBe(9 * S);
  });
  it('is not who does something else: that goes on while one walks', () => {
    expect(untilWalk(cue('wave'), S, 9 * S, walks(6))).toBe(9 * S);
    expect(untilWalk(cue('no such action'), S, 9 * S, walks(6))).toBe(9 * S);
  });
  it('has something to sit on where it sits down, one for each place', () => {
    const x = track([
      { at: 0, value: 10.4, ease: 'linear' },
      { at: 10 * S, value: 110.4, ease: 'linear' },
    ]);
    const y = track([{ at: 0, value: 450.6 }]);
    const sits = (...starts: readonly number[]) => starts.map((start) => ({ ...performed('sit', [start * S], 0, 0), start: start * S }));
    expect(seatsOf(sits(0, 10), { x, y })).toEqual([
      { x: 10, y: 451 },
      { x: 110, y: 451 },
    ]);
    expect(seatsOf(sits(10, 12, 20), { x, y })).toEqual([{ x: 110, y: 451 }]);
    expect(seatsOf([performed('wave', [0], 0, 0)], { x, y })).toEqual([]);
  });
});
