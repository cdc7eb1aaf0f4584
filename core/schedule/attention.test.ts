import { describe, expect, it } from 'vitest';
import type { Layer, Scene, Target } from '../document/schema.ts';
import { gestureOn } from '../testing/samples.ts';
import { toTicks } from '../time/ticks.ts';
import { fixationsOf, type TimedCue } from './attention.ts';
import type { ScheduledLine } from './lines.ts';
import { MOTION } from './motion/figures.ts';
import type { Fixation } from './motion/gaze.ts';

/** Times here are in seconds; two looks that are nearer than this are the same. */
const near = (ticks: number, seconds: number): boolean => Math.abs(ticks - toTicks(seconds)) <= 2;

const person = (x: number, order: string, more: object = {}): Layer =>
  ({ kind: 'character', character: `ch_${order}`, order, x, y: 300, scaleX: 1, scaleY: 1, locked: false, hidden: false, ...more }) as unknown as Layer;
const thing = (prop: string, x: number, y: number, more: object = {}): Layer =>
  ({ kind: 'prop', prop, order: 'z', x, y, locked: false, hidden: false, ...more }) as unknown as Layer;
const sceneOf = (layers: Record<string, Layer>): Scene => ({ layers }) as unknown as Scene;

interface Said {
  readonly id: string;
  readonly by?: string;
  readonly from: number;
  readonly to: number;
  readonly words?: readonly (readonly [text: string, end: number])[];
  readonly kind?: 'line' | 'beat';
}
/** Lines as they lie on the clock; one without a speaker is a voice from off the stage. */
const linesOf = (said: readonly Said[]): ScheduledLine[] =>
  said.map(({ id, by, from, to, words = [['word', to]], kind = 'line' }, index) => ({
    id,
    index,
    layer: by,
    start: toTicks(from),
    end: toTicks(to),
    line: { kind },
    words: words.map(([text, end], n) => ({ id: `${id} ${n}`, text, start: toTicks(end - 0.4), end: toTicks(end) })),
  })) as unknown as ScheduledLine[];

interface Watched {
  readonly layers?: Record<string, Layer>;
  readonly said: readonly Said[];
  readonly who?: string;
  readonly cues?: readonly TimedCue[];
  readonly lively?: number;
  readonly length?: number;
}
const COUPLE = { a: person(-400, 'a'), b: person(400, 'b') };
function looks({ layers = COUPLE, said, who = 'a', cues = [], lively = 0.5, length = 60 }: Watched): Fixation[] {
  const lines = linesOf(said);
  return fixationsOf(
    sceneOf(layers),
    { length: toTicks(length) } as never,
    lines,
    lines.filter(({ layer }) => layer === who),
    who,
    cues,
    lively,
  );
}
const look = (id: string, target: Target, from: number, to: number): TimedCue => ({
  id,
  cue: { ...gestureOn('a', ''), kind: 'look', target } as never,
  start: toTicks(from),
  end: toTicks(to),
});
const between = (list: readonly Fixation[], from: number, to: number): Fixation[] => list.filter(({ at }) => at > toTicks(from) && at < toTicks(to));
const atViewer = ({ yaw, pitch }: Fixation): boolean => yaw === 0 && pitch === 0;
/** From a to b over 800 units, both at one height. */
const TO_B = 0.46;
const many = Array.from({ length: 240 }, (_, n) => `line ${n}`);

describe('a lone presenter', () => {
  const words = Array.from(
    { length: 14 },
    (_, n) => [n === 4 ? 'a,b' : n % 3 === 2 ? ['and,', 'so;', 'stop.', 'what?', 'now!'][((n / 3) % 5) | 0] : 'word', 10 + (n + 1) * 0.6] as [string, number],
  );
  const pauses = words.filter(([text]) => /[,;.?!]$/.test(text));
  const told = (): Fixation[][] => many.map((id) => looks({ layers: { a: COUPLE.a }, said: [{ id, by: 'a', from: 10, to: 19, words }] }));

  it('looks at us, and away for a moment at two pauses of five, never elsewhere nor as the line ends', () => {
    let glances = 0;
    const yaws: number[] = [];
    const pitches: number[] = [];
    for (const list of told()) {
      expect(list[0]).toMatchObject({ at: 0, yaw: 0, pitch: 0 });
      expect(list[0]).not.toHaveProperty('trunk');
      for (const [n, one] of list.entries()) {
        if (n === 0 || atViewer(one)) continue;
        glances++;
        expect(pauses.some(([, end]) => near(one.at, end))).toBe(true);
        expect(one.at).toBeLessThan(toTicks(18));
        yaws.push(one.yaw);
        pitches.push(one.pitch);
        const back = list[n + 1] as Fixation;
        expect(atViewer(back)).toBe(true);
        expect(back.at - one.at).toBeGreaterThanOrEqual(toTicks(0.5) - 2);
        expect(back.at - one.at).toBeLessThanOrEqual(toTicks(0.9) + 2);
      }
    }
    const possible = pauses.filter(([, end]) => end < 18).length * many.length;
    expect(glances / possible).toBeGreaterThan(0.33);
    expect(glances / possible).toBeLessThan(0.47);
    // To either side as far as a fifth, and down more than up.
    expect(Math.min(...yaws)).toBeLessThan(-0.17);
    expect(Math.max(...yaws)).toBeGreaterThan(0.17);
    expect(Math.max(...yaws.map(Math.abs))).toBeLessThanOrEqual(0.2);
    expect(Math.min(...pitches)).toBeLessThan(-0.15);
    expect(Math.min(...pitches)).toBeGreaterThanOrEqual(-0.18);
    expect(Math.max(...pitches)).toBeGreaterThan(0.03);
    expect(Math.max(...pitches)).toBeLessThanOrEqual(0.05);
  });
});

describe('who speaks to somebody', () => {
  const said = (id: string, to = 18): readonly Said[] => [
    { id: 'before', by: 'b', from: 2, to: 9 },
    { id, by: 'a', from: 10, to },
    { id: 'after', by: 'b', from: 40, to: 50 },
  ];
  const told = (): Fixation[][] => many.map((id) => between(looks({ said: said(id) }), 9.5, 18.5));

  it('looks away as the turn begins, a little up, down or aside, turned to the other all the while', () => {
    const firsts = told().map(([one]) => one as Fixation);
    for (const one of firsts) {
      expect(near(one.at, 9.88)).toBe(true);
      expect(Math.abs(one.yaw)).toBeLessThanOrEqual(0.1);
      expect(one.pitch).toBeGreaterThanOrEqual(-0.12);
      expect(one.pitch).toBeLessThanOrEqual(0.06);
    }
    for (const list of told()) for (const one of list) expect(one.trunk).toBeCloseTo(TO_B, 6);
    const yaws = firsts.map(({ yaw }) => yaw);
    expect(Math.min(...yaws)).toBeLessThan(-0.08);
    expect(Math.max(...yaws)).toBeGreaterThan(0.08);
    expect(Math.min(...firsts.map(({ pitch }) => pitch))).toBeLessThan(-0.1);
    expect(Math.max(...firsts.map(({ pitch }) => pitch))).toBeGreaterThan(0.04);
  });
  it('does not look away first where the turn is short', () => {
    const first = (to: number): Fixation => between(looks({ said: said('short', to) }), 9.5, 20)[0] as Fixation;
    expect(near(first(11.4).at, 9.88)).toBe(false);
    expect(near(first(11.5).at, 9.88)).toBe(true);
  });
  it('then looks at the other and at us in turn, at the other first in seven of ten and longer at us', () => {
    const isAtOther = ({ yaw }: Fixation): boolean => Math.abs(yaw - TO_B) <= 0.031;
    const isAtUs = ({ yaw }: Fixation): boolean => Math.abs(yaw) <= 0.03;
    let firstAtOther = 0;
    const lengths = { other: [] as number[], us: [] as number[] };
    let again = 0;
    let afterOther = 0;
    const offsets: number[] = [];
    for (const list of told()) {
      const turns = list.slice(1, -1);
      const [second] = turns as [Fixation];
      expect(second.at).toBeGreaterThanOrEqual(toTicks(10.5) - 2);
      expect(second.at).toBeLessThanOrEqual(toTicks(11) + 2);
      if (isAtOther(second)) firstAtOther++;
      for (const [n, one] of turns.entries()) {
        expect(isAtOther(one) || isAtUs(one)).toBe(true);
        expect(one.at).toBeLessThan(toTicks(17));
        offsets.push(isAtOther(one) ? one.yaw - TO_B : one.yaw);
        const next = turns[n + 1];
        if (!next) continue;
        (isAtOther(one) ? lengths.other : lengths.us).push((next.at - one.at) / toTicks(1));
        // From us it goes to the other, always.
        if (isAtUs(one)) expect(isAtOther(next)).toBe(true);
        else {
          afterOther++;
          if (isAtOther(next)) again++;
        }
      }
    }
    expect(firstAtOther / many.length).toBeGreaterThan(0.6);
    expect(firstAtOther / many.length).toBeLessThan(0.8);
    expect(again / afterOther).toBeGreaterThan(0.1);
    expect(again / afterOther).toBeLessThan(0.26);
    expect(Math.min(...lengths.other)).toBeGreaterThanOrEqual(0.63);
    expect(Math.min(...lengths.other)).toBeLessThan(0.75);
    expect(Math.max(...lengths.other)).toBeLessThanOrEqual(2.09);
    expect(Math.max(...lengths.other)).toBeGreaterThan(1.9);
    expect(Math.min(...lengths.us)).toBeGreaterThanOrEqual(0.87);
    expect(Math.max(...lengths.us)).toBeLessThanOrEqual(2.87);
    expect(Math.max(...lengths.us)).toBeGreaterThan(2.6);
    expect(Math.min(...offsets)).toBeLessThan(-0.02);
    expect(Math.max(...offsets)).toBeGreaterThan(0.02);
  });
  it('looks at the other as the turn ends', () => {
    for (const list of told()) {
      const last = list.at(-1) as Fixation;
      // A look that began just before stays.
      if (near(last.at, 17.3)) expect(last.yaw).toBeCloseTo(TO_B, 6);
      else expect(last.at).toBeGreaterThan(toTicks(17));
    }
    expect(told().filter((list) => near((list.at(-1) as Fixation).at, 17.3)).length).toBeGreaterThan(many.length * 0.75);
    const [only] = between(looks({ said: said('tiny', 10.5) }), 9.5, 20);
    expect(near((only as Fixation).at, 10)).toBe(true);
    expect((only as Fixation).yaw).toBeCloseTo(TO_B, 6);
  });
  it('means who spoke before, else who answers, else who stands there, and nobody who is hidden', () => {
    const three = { a: person(0, 'b'), left: person(-500, 'a'), right: person(500, 'c') };
    const trunkOf = (said: readonly Said[], layers: Record<string, Layer> = three): number | undefined => between(looks({ layers, said }), 9.5, 18.5)[0]?.trunk;
    const mine: Said = { id: 'mine', by: 'a', from: 10, to: 18 };
    const of = (id: string, by: string, from: number, to: number): Said => ({ id, by, from, to });
    expect(trunkOf([of('x', 'right', 2, 9), mine, of('y', 'left', 40, 50)])).toBeGreaterThan(0);
    expect(trunkOf([of('x', 'left', 2, 9), mine, of('y', 'right', 40, 50)])).toBeLessThan(0);
    expect(trunkOf([mine, of('y', 'right', 40, 50)])).toBeGreaterThan(0);
    // Its own lines before and after are nobody's answer.
    expect(trunkOf([of('w', 'right', 0, 1), of('x', 'a', 2, 9), mine, of('y', 'right', 40, 50)])).toBeGreaterThan(0);
    expect(trunkOf([of('x', 'a', 2, 9), mine, of('y', 'a', 40, 50)])).toBeLessThan(0);
    expect(trunkOf([mine])).toBeLessThan(0);
    expect(trunkOf([mine], { ...three, left: person(-500, 'a', { hidden: true }) })).toBeGreaterThan(0);
    // A voice that comes out of a radio is somebody to speak to.
    const radio = { ...three, radio: thing('radio', 600, 300) };
    expect(trunkOf([{ id: 'voice', from: 2, to: 9 }, mine], radio)).toBeGreaterThan(0);
    expect(trunkOf([{ id: 'beat', from: 2, to: 9, kind: 'beat' }, mine], radio)).toBeLessThan(0);
    expect(trunkOf([{ id: 'nothing', from: 2, to: 9, words: [] }, mine], radio)).toBeLessThan(0);
  });
});

describe('who listens', () => {
  const said = (id: string): readonly Said[] => [{ id, by: 'b', from: 10, to: 22 }];
  const told = (): Fixation[][] => many.map((id) => between(looks({ said: said(id) }), 9.5, 22.5));

  it('looks at who speaks soon after they begin, then away and back for a moment now and then, not as it ends', () => {
    let away = 0;
    const yaws: number[] = [];
    const pitches: number[] = [];
    for (const list of told()) {
      const [first, ...rest] = list as [Fixation, ...Fixation[]];
      expect(first.at).toBeGreaterThanOrEqual(toTicks(10.2) - 2);
      expect(first.at).toBeLessThanOrEqual(toTicks(10.4) + 2);
      expect(first).toMatchObject({ pitch: 0 });
      expect(first.yaw).toBeCloseTo(TO_B, 6);
      expect(first.trunk).toBeCloseTo(TO_B, 6);
      for (const [n, one] of rest.entries()) {
        expect(one.trunk).toBeCloseTo(TO_B, 6);
        if (Math.abs(one.yaw) > 0.2) continue;
        away++;
        expect(one.at).toBeLessThan(toTicks(21));
        expect(one.at).toBeGreaterThan(toTicks(11.7));
        yaws.push(one.yaw);
        pitches.push(one.pitch);
        const back = rest[n + 1] as Fixation;
        expect(back.yaw).toBeCloseTo(TO_B, 6);
        expect(back.at - one.at).toBeGreaterThanOrEqual(toTicks(0.5) - 2);
        expect(back.at - one.at).toBeLessThanOrEqual(toTicks(1) + 2);
      }
    }
    // A chance every two to four seconds, taken in one of four: about .7 times in these twelve seconds.
    expect(away / many.length).toBeGreaterThan(0.45);
    expect(away / many.length).toBeLessThan(1);
    expect(Math.min(...yaws)).toBeLessThan(-0.1);
    expect(Math.max(...yaws)).toBeGreaterThan(0.1);
    expect(Math.max(...yaws.map(Math.abs))).toBeLessThanOrEqual(0.12);
    expect(Math.min(...pitches)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...pitches)).toBeGreaterThan(0.15);
  });
  it('does not turn to a line that begins while an own one goes on', () => {
    const into = (mine: readonly [number, number]): boolean =>
      looks({
        said: [
          { id: 'mine', by: 'a', from: mine[0], to: mine[1] },
          { id: 'theirs', by: 'b', from: 10, to: 14 },
        ],
        layers: { a: person(0, 'a'), b: person(500, 'b'), c: person(-500, '0') },
      }).some(({ at, yaw }) => at > toTicks(10.19) && at < toTicks(10.41) && yaw > 0.3);
    expect(into([2, 9])).toBe(true);
    expect(into([9.9, 10.4])).toBe(true);
    expect(into([9, 10.5])).toBe(true);
    expect(into([10.6, 13])).toBe(true);
    expect(into([9.9, 10.8])).toBe(false);
    expect(into([10, 10.8])).toBe(false);
  });
  it('hears a voice from off the stage with a look up and aside, soon; a beat is no voice', () => {
    const alone = { a: COUPLE.a };
    const heard = many.map((id) => between(looks({ layers: alone, said: [{ id, from: 10, to: 14 }] }), 9.5, 14));
    const yaws: number[] = [];
    for (const list of heard) {
      expect(list).toHaveLength(1);
      const [one] = list as [Fixation];
      expect(one.at).toBeGreaterThanOrEqual(toTicks(10.2) - 2);
      expect(one.at).toBeLessThanOrEqual(toTicks(10.45) + 2);
      expect(one.pitch).toBe(-0.14);
      expect(one).not.toHaveProperty('trunk');
      yaws.push(one.yaw);
    }
    expect(Math.min(...yaws)).toBeLessThan(-0.13);
    expect(Math.max(...yaws)).toBeGreaterThan(0.13);
    expect(Math.max(...yaws.map(Math.abs))).toBeLessThanOrEqual(0.16);
    expect(between(looks({ layers: alone, said: [{ id: 'beat', from: 10, to: 14, kind: 'beat' }] }), 9.5, 14)).toEqual([]);
    expect(between(looks({ layers: alone, said: [{ id: 'still', from: 10, to: 14, words: [] }] }), 9.5, 14)).toEqual([]);
  });
});

describe('a look that is set', () => {
  const said: readonly Said[] = [
    { id: 'one', by: 'b', from: 5, to: 9 },
    { id: 'two', by: 'b', from: 30, to: 34 },
  ];
  const away: Target = { to: 'place', x: -1400, y: -40, name: 'Away' };
  it('takes the place of all that would be looked at meanwhile, and of what comes right before it', () => {
    const [first] = between(looks({ said }), 5, 6) as [Fixation];
    const seconds = first.at / toTicks(1);
    const with_ = (from: number, to: number): Fixation[] => looks({ said, cues: [look('cue', away, from, to)] });
    const isThere = (list: readonly Fixation[]): boolean => list.some(({ at }) => at === first.at);
    expect(isThere(with_(seconds + 0.35, seconds + 2))).toBe(true);
    expect(isThere(with_(seconds + 0.2, seconds + 2))).toBe(false);
    expect(isThere(with_(seconds - 1, seconds + 0.2))).toBe(false);
    expect(isThere(with_(seconds - 2, seconds - 0.6))).toBe(true);
  });
  it('is given back to whom one would look at by then, but not in the last moments of the scene', () => {
    const list = looks({ said, cues: [look('cue', away, 6, 12)] });
    expect(between(list, 6.01, 11.99)).toEqual([]);
    const back = list.find(({ at }) => at === toTicks(12)) as Fixation;
    expect(back.yaw).toBeCloseTo(TO_B, 6);
    expect(back.trunk).toBeCloseTo(TO_B, 6);
    expect(list.find(({ at }) => at === toTicks(6))?.yaw).toBeLessThan(-0.4);
    const end = (to: number): boolean => looks({ said, length: 40, cues: [look('cue', away, 36, to)] }).some(({ at }) => at === toTicks(to));
    expect(end(39.5)).toBe(true);
    expect(end(39.8)).toBe(false);
  });
  it('goes back to the latest of what would have come, not to the first', () => {
    // Between the two lines of different people.
    const three = { a: person(0, 'a'), b: person(500, 'b'), c: person(-500, 'c') };
    const list = looks({
      layers: three,
      said: [
        { id: 'one', by: 'b', from: 5, to: 9 },
        { id: 'two', by: 'c', from: 14, to: 15 },
        { id: 'three', by: 'b', from: 30, to: 34 },
      ],
      cues: [look('cue', { to: 'viewer' }, 8, 20)],
    });
    expect((list.find(({ at }) => at === toTicks(20)) as Fixation).yaw).toBeLessThan(-0.3);
  });
});

describe('the order of looks', () => {
  it('is that of time, three tenths of a second apart at least', () => {
    // Two who speak at once, the later line first in the list's order of looks.
    const said: readonly Said[] = [
      { id: 'one', by: 'b', from: 10, to: 30 },
      { id: 'two', by: 'c', from: 12, to: 20 },
      { id: 'three', by: 'b', from: 18, to: 26 },
    ];
    const layers = { a: person(0, 'a'), b: person(500, 'b'), c: person(-500, 'c') };
    for (let n = 0; n < 60; n++) {
      const list = looks({ layers, said: said.map((line) => ({ ...line, id: `${line.id} ${n}` })) });
      for (const [k, one] of list.entries()) if (k) expect(one.at - (list[k - 1] as Fixation).at).toBeGreaterThanOrEqual(toTicks(0.3));
    }
  });
  it('begins with who will speak first, not with whom stands first', () => {
    const layers = { a: person(0, 'a'), first: person(-500, '0'), speaks: person(500, 'z') };
    const start = (said: readonly Said[]): Fixation => looks({ layers, said })[0] as Fixation;
    expect(start([{ id: 'x', by: 'speaks', from: 4, to: 8 }]).yaw).toBeGreaterThan(0.3);
    expect(start([{ id: 'x', by: 'a', from: 4, to: 8 }]).yaw).toBeLessThan(-0.3);
    expect(start([]).yaw).toBeLessThan(-0.3);
    expect(start([]).trunk).toBeLessThan(-0.3);
  });
  it('has a head that follows after its own time, the lively one faster; what one line does is the same whatever comes before', () => {
    const said: readonly Said[] = many.slice(0, 60).map((id, n) => ({ id, by: n % 2 ? 'a' : 'b', from: n * 4, to: n * 4 + 3.4 }));
    const [slow, quick] = [0, 1].map((lively) => looks({ said, lively, length: 300 })) as [Fixation[], Fixation[]];
    const range = (list: readonly number[]): [number, number] => [Math.min(...list), Math.max(...list)];
    const [least, most] = MOTION.headTurnSeconds;
    const times = (list: readonly Fixation[]): [number, number] => range(list.map(({ headSeconds }) => headSeconds));
    expect(times(slow)[0]).toBeGreaterThanOrEqual(least * 1.15 - 1e-9);
    expect(times(slow)[0]).toBeLessThan(least * 1.15 + 0.02);
    expect(times(slow)[1]).toBeLessThanOrEqual(most * 1.15 + 1e-9);
    expect(times(slow)[1]).toBeGreaterThan(most * 1.15 - 0.02);
    expect(times(quick)[0]).toBeGreaterThanOrEqual(least * 0.85 - 1e-9);
    expect(times(quick)[1]).toBeLessThanOrEqual(most * 0.85 + 1e-9);
    expect(times(quick)[1]).toBeGreaterThan(most * 0.85 - 0.02);
    const [soon, late] = range(slow.map(({ headDelay }) => headDelay));
    expect(soon).toBeGreaterThanOrEqual(MOTION.headAfterEyes[0]);
    expect(late).toBeLessThanOrEqual(MOTION.headAfterEyes[1]);
    expect(late - soon).toBeGreaterThan(0.03);
    // Each look of a line has chances of its own, and keeps them when a line before it goes.
    expect(new Set(slow.map(({ headDelay }) => headDelay)).size).toBeGreaterThan(slow.length * 0.95);
    const without = looks({ said: said.slice(0, 20).concat(said.slice(30)), lively: 0, length: 300 });
    const late40 = (list: readonly Fixation[]): Fixation[] => between(list, 170, 240);
    expect(late40(without)).toEqual(late40(slow));
  });
});

describe('the way to what is looked at', () => {
  const to = (target: Target, layers: Record<string, Layer> = COUPLE): { yaw: number; pitch: number } => {
    const { yaw, pitch } = looks({ layers, said: [], cues: [look('cue', target, 2, 3)] }).find(({ at }) => at === toTicks(2)) as Fixation;
    return { yaw, pitch };
  };
  const place = (x: number, y: number): Target => ({ to: 'place', x, y, name: 'There' });
  // Eyes of a are at -400, -40.
  it('turns the farther the farther aside it is, up to three quarters, and little to what is right before one', () => {
    expect(to(place(-400 + 350, -40)).yaw).toBeCloseTo(0.36, 6);
    expect(to(place(-400 - 350, -40)).yaw).toBeCloseTo(-0.36, 6);
    expect(to(place(-400 + 700, -40)).yaw).toBeCloseTo(0.46, 6);
    expect(to(place(-400 + 5000, -40)).yaw).toBeCloseTo(0.46, 6);
    expect(to(place(-400 + 30, -40)).yaw).toBeCloseTo(0.075, 6);
    expect(to(place(-400 - 40, -40)).yaw).toBeCloseTo(-0.1, 6);
    expect(to(place(-400 + 60, -40)).yaw).toBeCloseTo(0.26 + (0.2 * 60) / 700, 6);
  });
  it('goes up and down by the angle, within limits', () => {
    expect(to(place(-400 + 500, -40 + 90)).pitch).toBeCloseTo(0.2, 6);
    expect(to(place(-400 + 500, -40 - 90)).pitch).toBeCloseTo(-0.2, 6);
    // What is near and low is not looked at as if it lay at one's feet.
    expect(to(place(-400 + 100, -40 + 72)).pitch).toBeCloseTo(0.25, 6);
    expect(to(place(-400 + 100, 2000)).pitch).toBe(0.7);
    expect(to(place(-400 + 100, -2000)).pitch).toBe(-0.7);
  });
  it('is to the eyes of a figure, and to the middle of a thing', () => {
    expect(to({ to: 'layer', layer: 'b' })).toEqual({ yaw: 0.46, pitch: 0 });
    const child = { ...COUPLE, b: person(400, 'b', { scaleY: 0.5 }) };
    expect(to({ to: 'layer', layer: 'b' }, child).pitch).toBeCloseTo(170 / 800 / 0.9, 6);
    const prop = { ...COUPLE, cup: thing('cup', 400, 0) };
    expect(to({ to: 'layer', layer: 'cup' }, prop).pitch).toBeCloseTo(0, 6);
    const low = { ...COUPLE, cup: thing('cup', 400, 180) };
    expect(to({ to: 'layer', layer: 'cup' }, low).pitch).toBeCloseTo(180 / 800 / 0.9, 6);
  });
  it('goes along the own facing, and for who is turned aside to the side where that is', () => {
    const mirrored = { ...COUPLE, a: person(-400, 'a', { scaleX: -1 }) };
    expect(to(place(0, -40), mirrored).yaw).toBeLessThan(-0.3);
    const turned = (turn: number): Record<string, Layer> => ({ ...COUPLE, a: person(-400, 'a', { turn }) });
    expect(to(place(300, -40), turned(0.6)).yaw).toBeCloseTo(0.46, 6);
    expect(to(place(300, -40), turned(0.9)).yaw).toBeCloseTo(0.9, 6);
    expect(to(place(-1100, -40), turned(0.9)).yaw).toBeCloseTo(-0.46, 6);
    expect(to(place(-1100, -40), turned(-0.9)).yaw).toBeCloseTo(-0.9, 6);
    // By itself such a one looks past us; asked to, at us.
    const own = (turn: number): number => (looks({ layers: { a: person(-400, 'a', { turn }) }, said: [] })[0] as Fixation).yaw;
    expect(own(0.6)).toBe(0);
    expect(own(0.9)).toBeCloseTo(0.78, 6);
    expect(own(-0.9)).toBeCloseTo(-0.78, 6);
    expect(to({ to: 'viewer' }, turned(0.9)).yaw).toBe(0);
  });
  it('to what is gone is straight ahead', () => {
    expect(to({ to: 'layer', layer: 'nobody' })).toEqual({ yaw: 0, pitch: 0 });
  });
});
