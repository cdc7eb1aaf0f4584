import { describe, expect, it } from 'vitest';
import type { Cue, Document, End, Layer, Line, Pin, Scene } from '../document/schema.ts';
import { refusalOf } from '../testing/refused.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { EMPTY_SCENE_TICKS, type LineTiming, nameOfCue, nameOfLine, resolveScene, timesOf } from './resolve.ts';

const { document, scene: sceneId } = sampleDocument();
const base = (document as Document).scenes[sceneId] as Scene;
const ids = inOrder(base.lines).map(([id]) => id) as [string, string, string, string];
const words = inOrder(base.lines).map(([, line]) => inOrder(line.words).map(([id]) => id));
const FRAME = 2000;
/** Lines of ten frames, each word one frame long, one after the other. */
const timing = (id: string): LineTiming => ({
  length: 10 * FRAME,
  words: Object.fromEntries((words[ids.indexOf(id as never)] ?? []).map((word, n) => [word, { start: n * FRAME, end: n * FRAME + 900 }])),
});
/** A scene with these pins of its lines, and cues a, b, c. */
function made({
  pins = [],
  cues = {},
  lead = 0,
  tail = 0,
  ...more
}: {
  pins?: (Pin | undefined)[];
  cues?: Record<string, readonly [Pin, End]>;
  lead?: number;
  tail?: number;
  layers?: Scene['layers'];
} = {}): Scene {
  const scene = structuredClone(base);
  Object.assign(scene, { lead, tail, cues: {} }, more);
  ids.forEach((id, n) => void ((scene.lines[id] as Line).pin = pins[n] ?? { to: 'previous', offset: n ? FRAME : 0 }));
  for (const [id, [start, end]] of Object.entries(cues)) scene.cues[id] = { ...gestureOn('la', ''), start, end } as Cue;
  return scene;
}
const solve = (scene: Scene, start = 0) => resolveScene(scene, timing, 24, start);
const startsOf = (scene: Scene): number[] => ids.map((id) => (solve(scene).lines.get(id)?.start as number) / FRAME);
const clock = (offset: number): Pin => ({ to: 'scene', edge: 'start', offset });

describe('lines', () => {
  it('follow each other with their gaps, after the lead; the scene ends with its tail', () => {
    expect(startsOf(made())).toEqual([0, 11, 22, 33]);
    const led = made({ lead: 3 * FRAME, tail: 5 * FRAME });
    expect(startsOf(led)).toEqual([3, 14, 25, 36]);
    expect(solve(led).length).toBe((36 + 10 + 5) * FRAME);
    expect(solve(led).order).toEqual(ids);
  });
  it('start on whole frames, never before the scene', () => {
    expect(startsOf(made({ pins: [undefined, { to: 'previous', offset: 1 }] }))).toEqual([0, 11, 22, 33]);
    expect(
      startsOf(
        made({
          pins: [
            { to: 'previous', offset: -9999 },
            { to: 'previous', offset: -99 * FRAME },
          ],
        }),
      ),
    ).toEqual([0, 0, 11, 22]);
  });
  it('wait for the longest before them; one aside makes nobody wait', () => {
    const over = made({ pins: [undefined, { to: 'previous', offset: -9 * FRAME }, { to: 'previous', offset: -9 * FRAME }] });
    expect(startsOf(over).slice(0, 3)).toEqual([0, 1, 2]);
    const long = (id: string): LineTiming => (id === ids[0] ? { ...timing(id), length: 30 * FRAME } : timing(id));
    const inside = resolveScene(made({ pins: [undefined, { to: 'previous', offset: -29 * FRAME }] }), long, 24);
    expect((inside.lines.get(ids[2])?.start as number) / FRAME).toBe(31);
    const aside = made();
    (aside.lines[ids[1]] as Line).aside = true;
    expect(startsOf(aside)).toEqual([0, 11, 11, 22]);
  });
  it('hang from other lines, words, the clock and the film', () => {
    const at = (pin: Pin, start = 0): number => (solve(made({ pins: [undefined, undefined, undefined, pin] }), start).lines.get(ids[3])?.start as number) / FRAME;
    expect(at({ to: 'line', line: ids[1], edge: 'start', offset: 2 * FRAME })).toBe(13);
    expect(at({ to: 'line', line: ids[1], edge: 'end', offset: 0 })).toBe(21);
    expect(at({ to: 'line', line: ids[1], edge: 0.5, offset: 0 })).toBe(16);
    expect(at({ to: 'word', word: words[1]?.[2] as string, edge: 'start', offset: 0 })).toBe(13);
    expect(at({ to: 'word', word: words[1]?.[2] as string, edge: 'end', offset: 1100 })).toBe(14);
    expect(at(clock(7 * FRAME))).toBe(7);
    expect(at({ to: 'film', edge: 'start', offset: 20 * FRAME }, 5 * FRAME)).toBe(15);
  });
});

describe('an empty scene', () => {
  it('lasts a little, or as long as its lead and tail', () => {
    expect(solve({ ...made(), lines: {} }).length).toBe(EMPTY_SCENE_TICKS);
    expect(solve({ ...made({ lead: toTicks(2), tail: toTicks(4) }), lines: {} }).length).toBe(toTicks(6));
  });
});

describe('cues', () => {
  const of = (scene: Scene, id = 'a'): number[] => {
    const { start = Number.NaN, end = Number.NaN } = solve(scene).cues.get(id) ?? {};
    return [start / FRAME, end / FRAME];
  };
  const word: Pin = { to: 'word', word: words[1]?.[2] as string, edge: 'start', offset: 500 };
  it('begin and end where they hang, or last so long', () => {
    expect(of(made({ cues: { a: [word, { ticks: FRAME }] } }))).toEqual([13.25, 14.25]);
    expect(of(made({ cues: { a: [word, { to: 'line', line: ids[1], edge: 'end', offset: 0 }] } }))).toEqual([13.25, 21]);
    expect(of(made({ cues: { a: [{ to: 'scene', edge: 'end', offset: -FRAME }, { ticks: 5 * FRAME }] } }))).toEqual([42, 47]);
    expect(of(made({ cues: { a: [{ to: 'film', edge: 'end', offset: -FRAME }, { ticks: FRAME }] } }))).toEqual([42, 43]);
    expect(of(made({ cues: { a: [clock(-5), { ticks: FRAME }] } }))).toEqual([0, 1]);
    // What is pinned after the last line follows the whole chain.
    expect(of(made({ cues: { a: [{ to: 'previous', offset: FRAME }, { ticks: FRAME }] } }))).toEqual([44, 45]);
  });
  it('never end before they begin', () => {
    expect(of(made({ cues: { a: [clock(5 * FRAME), clock(2 * FRAME)] } }))).toEqual([5, 5]);
  });
  it('hang from each other, however they were put in', () => {
    const cues = {
      c: [{ to: 'cue', cue: 'b', edge: 'end', offset: FRAME }, { ticks: FRAME }],
      b: [{ to: 'cue', cue: 'a', edge: 'start', offset: FRAME }, { ticks: 2 * FRAME }],
      a: [clock(FRAME), { ticks: 9 * FRAME }],
    } as const;
    expect([of(made({ cues: cues as never }), 'a'), of(made({ cues: cues as never }), 'b'), of(made({ cues: cues as never }), 'c')]).toEqual([
      [1, 10],
      [2, 4],
      [5, 6],
    ]);
  });
  it('of a word that the take has no time for last as long as the line', () => {
    const bare = resolveScene(made({ cues: { a: [word, { ticks: 1 }] } }), () => ({ length: 10 * FRAME, words: {} }), 24);
    expect(bare.words.get(words[1]?.[2] as string)).toEqual({ line: ids[1], start: 11 * FRAME, end: 21 * FRAME });
    expect(bare.cues.get('a')?.start).toBe(11 * FRAME + 500);
  });
});

describe('layers and keys', () => {
  it('have their time on the stage and their moments', () => {
    const layers = {
      la: {
        kind: 'text',
        order: 'a',
        span: { start: clock(FRAME), end: { ticks: 3 * FRAME } },
        keys: { x: { k: { at: clock(2 * FRAME), value: 1, ease: 'both' } } },
        effects: { ef: { order: 'a', effect: 'glow', values: {}, keys: { size: { m: { at: clock(4 * FRAME), value: 1, ease: 'both' } } } } },
      },
      lb: { kind: 'text', order: 'b' },
    } as unknown as Scene['layers'];
    const solved = solve(made({ layers }));
    expect([...solved.spans]).toEqual([['la', { start: FRAME, end: 4 * FRAME }]]);
    expect([...solved.keys.values()].sort((a, b) => a - b)).toEqual([2 * FRAME, 4 * FRAME]);
    const [path] = [...solved.keys.keys()] as [string];
    expect(timesOf(solved, { kind: 'key', id: path })?.start).toBe(timesOf(solved, { kind: 'key', id: path })?.end);
    expect(timesOf(solved, { kind: 'span', id: 'la' })).toEqual({ start: FRAME, end: 4 * FRAME });
    expect(timesOf(solved, { kind: 'line', id: ids[1] })).toEqual({ start: 11 * FRAME, end: 21 * FRAME });
    for (const kind of ['key', 'span', 'line', 'cue'] as const) expect(timesOf(solved, { kind, id: 'gone' })).toBeUndefined();
  });
});

describe('what cannot be resolved', () => {
  it('is told with who hangs from what is gone', () => {
    const gone = (scene: Scene): [string, string] => refusalOf(() => solve(scene));
    const sentence = (who: string): [string, string] => ['pin-target', `${who} hangs from something that is no longer in the scene. Hang it from a word again.`];
    for (const pin of [
      { to: 'word', word: 'wd_x', edge: 'start', offset: 0 },
      { to: 'line', line: 'ln_x', edge: 'start', offset: 0 },
      { to: 'cue', cue: 'cu_x', edge: 'start', offset: 0 },
    ] as Pin[]) {
      expect(gone(made({ cues: { a: [pin, { ticks: 1 }] } }))).toEqual(sentence('gesture “wave”'));
      expect(gone(made({ cues: { a: [clock(0), pin] } }))).toEqual(sentence('gesture “wave”'));
    }
    const text = base.lines[ids[2]]?.text as string;
    expect(gone(made({ pins: [undefined, undefined, { to: 'line', line: 'ln_x', edge: 'start', offset: 0 }] }))).toEqual(sentence(`line 3 (“${text.slice(0, 24).trimEnd()}…”)`));
    const layer = (values: object): Scene['layers'] => ({ la: { kind: 'text', order: 'a', ...values } as unknown as Layer });
    const lost = { to: 'word', word: 'wd_x', edge: 'start', offset: 0 } as Pin;
    expect(gone(made({ layers: layer({ name: 'Title', span: { start: lost, end: { ticks: 1 } } }) }))).toEqual(sentence('the time of “Title” on the stage'));
    expect(gone(made({ layers: layer({ keys: { x: { k: { at: lost, value: 1, ease: 'both' } } } }) }))).toEqual(sentence('a key of a text'));
  });
  it('is told as a ring, with all that are in it and nobody else', () => {
    const onCue = (cue: string): Pin => ({ to: 'cue', cue, edge: 'end', offset: 0 });
    const ring = made({ cues: { a: [onCue('b'), { ticks: 1 }], b: [onCue('a'), { ticks: 1 }], c: [onCue('a'), { ticks: 1 }] } });
    (ring.cues.b as { kind: string; expression?: string }).kind = 'face';
    Object.assign(ring.cues.b as object, { expression: 'joyful' });
    Object.assign(ring.cues.c as object, { action: 'nod' });
    const [code, sentence] = refusalOf(() => solve(ring));
    expect(code).toBe('pin-cycle');
    expect(sentence).toMatch(/^That would make a ring in which each waits for the other: .*\. Hang one of them from something else\.$/);
    expect(sentence).toContain('gesture “wave”');
    expect(sentence).toContain('face “joyful”');
    expect(sentence).not.toContain('nod');
    const lines = made({
      pins: [
        { to: 'line', line: ids[1], edge: 'start', offset: 0 },
        { to: 'line', line: ids[0], edge: 'start', offset: 0 },
      ],
    });
    expect(refusalOf(() => solve(lines))[1]).toMatch(/line 1 \(“.*”\), line 2|line 2 \(“.*”\), line 1/);
    const self = made({ cues: { a: [clock(0), { to: 'cue', cue: 'a', edge: 'end', offset: 0 }] } });
    expect(refusalOf(() => solve(self))[0]).toBe('pin-cycle');
    const end = made({ pins: [{ to: 'scene', edge: 'end', offset: 0 }] });
    expect(refusalOf(() => solve(end))[1]).toContain('line 1');
  });
  it('names things as a message names them', () => {
    const scene = structuredClone(base);
    (scene.lines[ids[1]] as Line).text = 'Short.';
    (scene.lines[ids[2]] as Line).text = '';
    expect([nameOfLine(scene, ids[1]), nameOfLine(scene, ids[2])]).toEqual(['line 2 (“Short.”)', 'line 3']);
    const cue = (values: object): string => nameOfCue({ ...scene, cues: { a: values as never } }, 'a');
    expect([
      cue({ kind: 'gesture', action: 'wave' }),
      cue({ kind: 'face', expression: 'sad' }),
      cue({ kind: 'camera', framing: 'close' }),
      cue({ kind: 'caption', text: 'A caption that is long' }),
      cue({ kind: 'sound' }),
      nameOfCue(scene, 'gone'),
    ]).toEqual(['gesture “wave”', 'face “sad”', 'camera “close”', 'caption “A caption that is lo”', 'sound cue', 'a cue']);
  });
});
