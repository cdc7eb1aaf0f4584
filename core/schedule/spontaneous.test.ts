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

  it('are fewer in the tense', () => {
    const minute = said(Array.from({ length: 180 }, () => 'word').join(' '));
    const count = (tense: number): number => ids.reduce((sum, id) => sum + spontaneous(input({ id, tense, words: minute })).length, 0);
    expect(count(1)).toBeLessThan(count(0) * 0.9);
  });

  it('are the same wherever the line lies on the clock', () => {
    const text = 'The harbour, lies quiet while three boats rest; and all people wander past them slowly on their way home';
    const later = toTicks(100);
    for (const id of ids) {
      const [now, then] = [0, later].map((from) => spontaneous(input({ id, lively: 1, words: said(text, from), start: from })));
      expect(then?.map((one) => ({ ...one, start: one.start - later, end: one.end - later }))).toEqual(now);
      expect(now?.length).toBeGreaterThan(0);
    }
  });

  it('land a moment before the stress, and on a word that means something no sooner than a hand can be up', () => {
    const plain = said('boats lie there quietly beside a pier and a wall').map((word) => ({ ...word, text: 'boat' }));
    for (const id of ids) {
      for (const one of spontaneous(input({ id, words: plain }))) {
        const word = plain.find(({ start }) => start - toTicks(0.06) === one.start);
        expect(word).toBeDefined();
        expect(one.start).toBeGreaterThanOrEqual(toTicks(0.3));
      }
      const [first] = spontaneous(input({ id, words: said('nothing').map((word) => ({ ...word, end: toTicks(2) })), end: toTicks(2) }));
      expect(first).toMatchObject({ action: 'nothing', start: toTicks(0.3) });
    }
  });

  it('keep apart by a share of their rate, the lively by less', () => {
    const minute = said(Array.from({ length: 180 }, (_, n) => ['boat', 'nothing', 'lies'][n % 3]).join(' '));
    const gaps = (lively: number): number[] =>
      ids.flatMap((id) => {
        const done = spontaneous(input({ id, lively, tense: 0, words: minute }));
        return done.slice(1).map((one, n) => (one.start - (done[n] as typeof one).start) / toTicks(1));
      });
    expect(Math.min(...gaps(1))).toBeGreaterThanOrEqual(0.62 * (60 / 14.04) - 0.001);
    expect(Math.min(...gaps(1))).toBeLessThan(3.2);
    expect(Math.min(...gaps(0))).toBeGreaterThanOrEqual(4.5);
  });

  it('do not come on words that neither stand out nor mean anything', () => {
    const flat = said('boats lie there quietly beside a pier and a wall').map((word) => ({ ...word, text: 'boat', stress: 0.05 }));
    for (const id of ids) expect(spontaneous(input({ id, words: flat }))).toEqual([]);
  });

  /** One stressed word a second into a line, then what follows it. */
  const stressedThen = (rest: readonly (readonly [text: string, from: number, to: number])[], first = 'boat', length = 12) =>
    ids.flatMap((id) =>
      spontaneous(
        input({
          id,
          lively: 0,
          words: [
            { text: first, start: toTicks(1), end: toTicks(1.3), stress: 1 },
            ...rest.map(([text, from, to]) => ({ text, start: toTicks(from), end: toTicks(to), stress: 0 })),
          ],
          end: toTicks(length),
        }),
      ),
    );
  const until = (...rest: Parameters<typeof stressedThen>): number[] => [...new Set(stressedThen(...rest).map(({ end }) => Math.round((end / toTicks(1)) * 100) / 100))];
  it('stay up to the end of the phrase, for seven tenths to two seconds and a half', () => {
    expect(
      until([
        ['lies', 1.4, 1.7],
        ['there,', 1.8, 2.1],
        ['quietly', 2.2, 2.6],
      ]),
    ).toEqual([2.1]);
    for (const mark of ['there.', 'there!', 'there?', 'there;', 'there:', 'there…', 'there.”', 'there,’', 'there.)'])
      expect(
        until([
          ['lies', 1.4, 1.7],
          [mark, 1.8, 2.1],
          ['quietly', 2.2, 2.6],
        ]),
        mark,
      ).toEqual([2.1]);
    expect(
      until([
        ['a.b', 1.4, 2.1],
        ['there', 2.2, 2.5],
        ['rest,', 2.6, 2.9],
        ['x', 3, 3.1],
      ]),
    ).toEqual([2.9]);
    // A silence ends it too; a breath between words does not.
    expect(
      until([
        ['lies', 1.4, 2],
        ['there', 2.4, 2.7],
        ['rest', 2.8, 3],
      ]),
    ).toEqual([2]);
    expect(
      until([
        ['lies', 1.4, 2],
        ['there', 2.2, 2.7],
      ]),
    ).toEqual([2.7]);
    // No shorter, no longer.
    expect(until([['lies', 1.35, 1.7]], 'boat,')).toEqual([1.64]);
    expect(
      until([
        ['lies', 1.4, 2],
        ['there', 2.1, 3],
        ['and', 3.1, 4],
        ['on', 4.1, 5],
      ]),
    ).toEqual([3.34]);
    expect(until([], 'boat', 1.5)).toEqual([1.5]);
  });

  it('of the head take six tenths of a second, however long the phrase is', () => {
    const done = stressedThen(
      [
        ['lies', 1.4, 2],
        ['there,', 2.1, 2.8],
      ],
      'yes',
    );
    expect(new Set(done.map(({ action }) => action))).toEqual(new Set(['nod']));
    for (const { start, end } of done) expect(end - start).toBe(toTicks(0.6));
    for (const { start, end } of stressedThen(
      [
        ['lies', 1.4, 2],
        ['there,', 2.1, 2.8],
      ],
      'huge',
    ))
      expect(end - start).toBeGreaterThan(toTicks(1));
  });

  it('are of the hand on the side of whom they are for, two times of three', () => {
    const lots = Array.from({ length: 300 }, (_, n) => `hand ${n}`);
    for (const outer of ['left', 'right'] as const) {
      const hands = lots.flatMap((id) => spontaneous(input({ id, outer }))).map(({ hand }) => hand);
      expect(new Set(hands)).toEqual(new Set(['left', 'right']));
      const share = hands.filter((hand) => hand === outer).length / hands.length;
      expect(share).toBeGreaterThan(0.6);
      expect(share).toBeLessThan(0.76);
    }
  });

  it('are larger in the lively and on strong words, smaller in the tense', () => {
    const strength = (lively: number, tense: number, stress: number): number =>
      spontaneous(input({ lively, tense, words: [{ text: 'nothing', start: toTicks(1), end: toTicks(2), stress }] }))[0]?.strength as number;
    expect(strength(0, 0, 0.5)).toBe(0.75);
    expect(strength(1, 0, 0.5)).toBe(1.05);
    expect(strength(0, 1, 0.5)).toBe(0.55);
    expect(strength(0, 0, 1)).toBe(0.85);
    expect(strength(0, 0, 0)).toBe(0.65);
  });

  it('make nothing of a word whose gesture the free hand alone cannot make, unless it is a word that everybody says', () => {
    const one = (text: string, only?: 'left'): string[] =>
      ids.flatMap((id) => spontaneous(input({ id, ...(only ? { only } : {}), words: [{ text, start: toTicks(1), end: toTicks(2), stress: 0.9 }] }))).map(({ action }) => action);
    expect(new Set(one('huge'))).toEqual(new Set(['so-big']));
    expect(one('huge', 'left')).toEqual([]);
    // “So” asks for open hands, which takes two: a beat of the free one instead.
    expect(new Set(one('so'))).toContain('open-hands');
    const alone = one('so', 'left');
    expect(alone.length).toBeGreaterThan(0);
    for (const action of alone) expect(['explain', 'precise', 'beat', 'and-so-on']).toContain(action);
  });
});
