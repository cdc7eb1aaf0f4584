import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ScheduledLine } from '#core/schedule/lines';
import { asLine, dropOrKeep, given, giveTo, joinNext, type Piece, quietest, splitAtQuietest, unsaidLines } from './pieces.ts';

const ROLES = ['marit', 'tully'];
/** Lines of a scene, spoken by turns, without voices. */
const lines = (count: number): Pick<ScheduledLine, 'id' | 'line'>[] =>
  Array.from({ length: count }, (_, n) => ({
    id: `l${n}`,
    line: { role: ROLES[n % 2], kind: 'line', text: `Line ${n}.`, take: null, takes: {} } as unknown as ScheduledLine['line'],
  }));
const piece = (n: number, values: Partial<Piece> = {}): Piece => ({
  key: n,
  start: n * 2,
  end: n * 2 + 1.5,
  role: 'marit',
  line: undefined,
  confidence: 0.2,
  dropped: false,
  ...values,
});
const part = (n: number, speaker: number, line?: string) => ({ start: n, end: n + 0.8, speaker, confidence: 0.9, line });

describe('the parts of a recording', () => {
  it('are their lines’ speakers where the script fits', () => {
    const found = given([part(0, 0, 'l1'), part(1, 1, 'l0'), part(2, 0)], ROLES, lines(3));
    expect(found.map(({ role, line }) => [role, line])).toEqual([
      ['tully', 'l1'],
      ['marit', 'l0'],
      ['tully', undefined],
    ]);
  });
  it('go to the speakers in the order in which they are first heard where no words help', () => {
    const found = given([part(0, 0), part(1, 1), part(2, 0), part(3, 1)], ROLES, lines(4));
    expect(found.map(({ role }) => role)).toEqual(['marit', 'tully', 'marit', 'tully']);
    expect(found.map(({ line }) => line)).toEqual(['l0', 'l1', 'l2', 'l3']);
  });
  it('are no known lines where a speaker has more or fewer parts than lines', () => {
    const found = given([part(0, 0), part(1, 1), part(2, 0)], ROLES, lines(4));
    expect(found.map(({ line }) => line)).toEqual(['l0', undefined, 'l2']);
  });
});

describe('a part', () => {
  it('that is given to somebody is no longer in doubt', () => {
    const [first, second] = giveTo([piece(0), piece(1)], 1, 'tully');
    expect(first).toEqual(piece(0));
    expect(second).toMatchObject({ role: 'tully', confidence: 1 });
  });
  it('is left out and taken again by the same key', () => {
    const once = dropOrKeep([piece(0)], 0);
    expect(once[0]?.dropped).toBe(true);
    expect(dropOrKeep(once, 0)[0]?.dropped).toBe(false);
  });
  it('is split at its quietest, and joined it is as it was', () => {
    const whole = [piece(0, { start: 0, end: 2, line: 'l0' }), piece(1)];
    const levels = Array.from({ length: 40 }, (_, n) => (n > 24 && n < 28 ? 0.01 : 0.6));
    const two = splitAtQuietest(whole, 0, levels, 99);
    expect(two).toHaveLength(3);
    expect(two[0]?.end).toBeCloseTo(1.325, 1);
    expect(two[1]).toMatchObject({ start: two[0]?.end, end: 2, line: undefined, key: 99 });
    expect(joinNext(two, 0)).toEqual(whole);
  });
  it('that is very short stays whole, and the last one has nothing to be joined with', () => {
    const list = [piece(0, { start: 0, end: 0.2 })];
    expect(splitAtQuietest(list, 0, [], 9)).toEqual(list);
    expect(joinNext(list, 0)).toBe(list);
  });
  it('that is said to be a line takes its speaker, and the line from whoever had it', () => {
    const list = asLine([piece(0, { line: 'l1', role: 'tully' }), piece(1)], 1, 'l1', 'tully');
    expect(list.map(({ line, role }) => [line, role])).toEqual([
      [undefined, 'tully'],
      ['l1', 'tully'],
    ]);
    expect(asLine(list, 1, undefined, undefined)[1]).toMatchObject({ line: undefined, role: 'tully' });
  });
  it('is split within its middle, whatever its levels are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 80 }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0.3, max: 9, noNaN: true }),
        (levels, start, length) => {
          const middle = quietest(levels, start, start + length);
          expect(middle).toBeGreaterThan(start);
          expect(middle).toBeLessThan(start + length);
        },
      ),
    );
  });
});

describe('lines that nobody says in a recording', () => {
  it('are told, those of dropped parts too', () => {
    const all = lines(3);
    expect(unsaidLines([piece(0, { line: 'l0' }), piece(1, { line: 'l2', dropped: true })], all).map(({ id }) => id)).toEqual(['l1', 'l2']);
  });
  it('are not told where no part is known to be a line', () => expect(unsaidLines([piece(0)], lines(3))).toEqual([]));
});
