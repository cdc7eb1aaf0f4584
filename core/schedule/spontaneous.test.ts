import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { actionOf } from '../figure/actions/index.ts';
import { toTicks } from '../time/ticks.ts';
import { GESTURE_WORDS, meaningAt, plainWord } from './lexicon.ts';
import { type SpontaneousInput, spontaneous } from './spontaneous.ts';

/** A text said at three words a second, every third word stressed. */
const said = (text: string, from = 0) =>
  text.split(' ').map((word, n) => ({ text: word, start: from + toTicks(n / 3), end: from + toTicks(n / 3 + 0.3), stress: n % 3 === 1 ? 0.9 : 0.3 }));
const input = (more: Partial<SpontaneousInput> = {}): SpontaneousInput => {
  const words = more.words ?? said('The harbour lies quiet while boats rest and people wander past them slowly on their way home');
  return { id: 'ln_1', layer: 'la_1', start: 0, end: words.at(-1)?.end ?? 0, lively: 0.5, tense: 0.2, outer: 'right', busy: [], things: [], ...more, words };
};
const ids = Array.from({ length: 20 }, (_, n) => `ln_${n}`);

describe('hands that talk by themselves', () => {
  it('do the same on the same line, and something else on another', () => {
    expect(spontaneous(input())).toEqual(spontaneous(input()));
    expect(new Set(ids.map((id) => JSON.stringify(spontaneous(input({ id }))))).size).toBeGreaterThan(8);
  });

  it('make 6 to 12 gestures a minute by temper, with no word known too', () => {
    const minute = said(Array.from({ length: 180 }, (_, n) => (n % 7 === 6 ? 'words,' : 'word')).join(' '));
    const count = (lively: number, words = minute): number => ids.reduce((sum, id) => sum + spontaneous(input({ id, lively, words })).length, 0) / ids.length;
    expect(count(0)).toBeGreaterThanOrEqual(5.5);
    expect(count(1)).toBeLessThanOrEqual(14);
    expect(count(1)).toBeGreaterThan(count(0) * 1.3);
    // Sound alone: stretches without a text.
    const sound = Array.from({ length: 40 }, (_, n) => ({ text: '', start: toTicks(n * 1.5), end: toTicks(n * 1.5 + 1.1), stress: 0.4 + 0.5 * ((n * 7) % 3 === 0 ? 1 : 0) }));
    expect(count(0.5, sound)).toBeGreaterThanOrEqual(5);
  });

  it('mean what the word means, or are a beat that says nothing', () => {
    for (const [text, action] of [
      ['We found three old maps', 'three'],
      ['There was nothing in it', 'nothing'],
      ['It was a huge old whale', 'so-big'],
      ['Now look at the sky', 'point-up'],
      ['Maybe it rains again', 'shrug'],
      ['It took all of them', 'all'],
    ] as const) {
      const words = said(text).map((word) => ({ ...word, stress: 0.2 }));
      const done = ids.flatMap((id) => spontaneous(input({ id, words })));
      expect(done.map((one) => one.action)).toContain(action);
    }
    const beats = new Set(['explain', 'open-hands', 'precise', 'beat', 'and-so-on']);
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('two', 'no', 'small', 'boat', 'up', 'seven', 'you', 'green', 'nothing', 'walks'), { minLength: 3, maxLength: 24 }),
        fc.string(),
        (list, id) => {
          const words = said(list.join(' '));
          const plain = words.map(({ text }) => plainWord(text));
          const meant = (index: number): string | undefined => meaningAt(GESTURE_WORDS, plain, index)?.action;
          for (const one of spontaneous(input({ id, words }))) {
            // The word on which it comes; at the very beginning of a line it waits for the hand.
            const near = words.flatMap(({ start }, index) => (Math.abs(start - one.start) < toTicks(0.4) ? [index] : []));
            expect(beats.has(one.action) || near.some((index) => meant(index) === one.action)).toBe(true);
          }
        },
      ),
    );
  });

  it('never do the same twice in a row, never two at once, and only what an action knows', () => {
    fc.assert(
      fc.property(fc.string(), fc.double({ min: 0, max: 1, noNaN: true }), fc.integer({ min: 2, max: 90 }), (id, lively, count) => {
        const words = said(Array.from({ length: count }, (_, n) => ['this', 'big', 'boat', 'you', 'goes', 'no'][(n * 5) % 6]).join(' '));
        const done = spontaneous(input({ id, lively, words }));
        done.forEach((one, n) => {
          expect(actionOf(one.action), one.action).toBeDefined();
          expect(one.end).toBeGreaterThan(one.start);
          const next = done[n + 1];
          if (next) {
            expect(next.start).toBeGreaterThan(one.start);
            expect(next.action).not.toBe(one.action);
          }
        });
      }),
    );
  });

  it('keep off what somebody asked the hands to do, by a second on either side', () => {
    const busy = [{ start: toTicks(1), end: toTicks(3) }];
    for (const id of ids) for (const one of spontaneous(input({ id, busy, lively: 1 }))) expect(one.end < toTicks(0.2) || one.start > toTicks(4)).toBe(true);
    expect(ids.some((id) => spontaneous(input({ id, busy, lively: 1 })).length > 0)).toBe(true);
  });

  it('point at a thing on the stage that is named, with the hand on its side', () => {
    const words = said('I left the radio on the wall').map((word) => ({ ...word, stress: 0.3 }));
    const found = ids.flatMap((id) => spontaneous(input({ id, words, things: [{ words: ['radio'], hand: 'left' }] }))).filter(({ action }) => action === 'point');
    expect(found.length).toBeGreaterThan(5);
    for (const { hand } of found) expect(hand).toBe('left');
  });

  it('leave alone a hand that carries something', () => {
    for (const id of ids)
      for (const one of spontaneous(input({ id, only: 'left', lively: 1 }))) {
        expect(one.hand).toBe('left');
        expect(['open-hands', 'compare', 'all', 'so-big']).not.toContain(one.action);
      }
  });
});
