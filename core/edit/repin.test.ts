import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pinsOf } from '../document/pins.ts';
import { type Cue, type Document, type End, isPin, type Pin, type Scene } from '../document/schema.ts';
import { resolveScene, timesOf } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { everything } from '../testing/everything.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { repin } from './repin.ts';

const made = sampleDocument();
const sceneIn = (document: Document): Scene => structuredClone(document.scenes[made.scene] as Scene);
const lines = inOrder(sceneIn(made.document).lines);
const words = lines.map(([, line]) => inOrder(line.words).map(([id]) => id));
const [layer] = Object.keys(sceneIn(made.document).layers) as [string];
const wordOf = (line: number, word: number): string => words[line]?.[word] as string;
const onWord = (line: number, word: number, offset = 0): Pin => ({ to: 'word', word: wordOf(line, word), edge: 'start', offset });
const timesIn = (scene: Scene) => resolveScene(scene, (_, line) => lineTiming(line), 24);

/** A scene with cues of these starts and ends, named a, b, c …. */
function withCues(...cues: readonly (readonly [Pin, End])[]): Scene {
  const scene = sceneIn(made.document);
  cues.forEach(([start, end], n) => void (scene.cues['abc'[n] as string] = { ...gestureOn(layer, wordOf(0, 0)), start, end }));
  return scene;
}
const cueIn = (scene: Scene, id = 'a'): Cue => scene.cues[id] as Cue;
const second = 48_000;

describe('what hangs from a word that goes', () => {
  it('hangs from the nearest one that stays, in its own line if there is any', () => {
    // The line's last word goes: the one before it is nearer than the next line's first, or is at home.
    const last = (words[0]?.length as number) - 1;
    const scene = withCues([onWord(0, last, 500), { ticks: second }]);
    expect(repin(scene, { words: new Set([wordOf(0, last)]) }, 24)).toBe(1);
    expect(cueIn(scene)).toMatchObject({ start: onWord(0, last - 1), end: { ticks: second } });
    // All of the line's words go: the nearest of another line.
    const other = withCues([onWord(0, 1), { ticks: second }]);
    expect(repin(other, { words: new Set(words[0]) }, 24)).toBe(1);
    expect(cueIn(other).start).toEqual(onWord(1, 0));
  });
  it('goes to the nearer side', () => {
    const times = timesIn(sceneIn(made.document)).words;
    const at = (word: number): number => times.get(wordOf(0, word))?.start as number;
    const early = withCues([onWord(0, 2, -(at(2) - at(1)) + 10), { ticks: second }]);
    repin(early, { words: new Set([wordOf(0, 2)]) }, 24);
    expect(cueIn(early).start).toEqual(onWord(0, 1));
    const late = withCues([onWord(0, 2, at(3) - at(2) - 10), { ticks: second }]);
    repin(late, { words: new Set([wordOf(0, 2)]) }, 24);
    expect(cueIn(late).start).toEqual(onWord(0, 3));
  });
  it('by its end alone keeps its start, and is as long as it was', () => {
    const scene = withCues([onWord(0, 0), onWord(0, 3)]);
    const before = timesIn(scene).cues.get('a') as { start: number; end: number };
    expect(before.end).toBeGreaterThan(before.start);
    expect(repin(scene, { words: new Set([wordOf(0, 3)]) }, 24)).toBe(1);
    expect(cueIn(scene)).toMatchObject({ start: onWord(0, 0), end: { ticks: before.end - before.start } });
  });
  it('by both is one that moved, not two', () => {
    const scene = withCues([onWord(0, 2), onWord(0, 3)]);
    const before = timesIn(scene).cues.get('a') as { start: number; end: number };
    expect(repin(scene, { words: new Set([wordOf(0, 2), wordOf(0, 3)]) }, 24)).toBe(1);
    expect(cueIn(scene).end).toEqual({ ticks: before.end - before.start });
  });
  it('is all that is touched', () => {
    const scene = withCues([onWord(0, 2), { ticks: second }], [onWord(1, 0), onWord(1, 1)]);
    const rest = structuredClone(cueIn(scene, 'b'));
    expect(repin(scene, { words: new Set([wordOf(0, 2)]) }, 24)).toBe(1);
    expect(cueIn(scene, 'b')).toEqual(rest);
    const before = structuredClone(scene);
    expect(repin(scene, { words: new Set(['wo_000000000000']), lines: new Set(), cues: new Set(), layers: new Set() }, 24)).toBe(0);
    expect(scene).toEqual(before);
  });
});

describe('what hangs from a line that goes', () => {
  const lineOf = (n: number): string => lines[n]?.[0] as string;
  it('by the line or by one of its words hangs from the nearest word of another line', () => {
    const scene = withCues([{ to: 'line', line: lineOf(1), edge: 'start', offset: 0 }, { ticks: second }], [onWord(1, 0), { ticks: second }]);
    expect(repin(scene, { lines: new Set([lineOf(1)]) }, 24)).toBe(2);
    const near = cueIn(scene).start;
    expect(near.to === 'word' && [...(words[0] ?? []), ...(words[2] ?? [])].includes(near.word)).toBe(true);
    expect(cueIn(scene, 'b').start).toEqual(near);
  });
  it('and is another line follows the one before, at once', () => {
    const scene = sceneIn(made.document);
    const [, third] = inOrder(scene.lines)[2] as [string, Scene['lines'][string]];
    third.pin = { to: 'line', line: lineOf(1), edge: 'end', offset: 900 };
    expect(repin(scene, { lines: new Set([lineOf(1)]) }, 24)).toBe(1);
    expect(third.pin).toEqual({ to: 'previous', offset: 0 });
  });
  it('hangs from a line without words, or from the clock, where there is nothing else', () => {
    const scene = withCues([onWord(0, 1), { ticks: second }]);
    for (const line of Object.values(scene.lines).slice(1)) line.words = {};
    repin(scene, { words: new Set(words[0]) }, 24);
    expect(cueIn(scene).start).toEqual({ to: 'line', line: lineOf(0), edge: 'start', offset: 0 });
    const bare = withCues([onWord(0, 1, 100), { ticks: second }]);
    const at = timesIn(bare).cues.get('a')?.start as number;
    repin(bare, { lines: new Set(lines.map(([id]) => id)) }, 24);
    expect(cueIn(bare).start).toEqual({ to: 'scene', edge: 'start', offset: at });
    const before = withCues([{ to: 'line', line: lineOf(0), edge: 'start', offset: -10 * second }, { ticks: second }]);
    repin(before, { lines: new Set(lines.map(([id]) => id)) }, 24);
    expect(cueIn(before).start).toMatchObject({ to: 'scene' });
    expect((cueIn(before).start as { offset: number }).offset).toBeGreaterThanOrEqual(0);
  });
});

describe('what goes itself', () => {
  it('is left as it was, and what hangs from it is not', () => {
    const scene = withCues([onWord(0, 1), { ticks: second }], [{ to: 'cue', cue: 'a', edge: 'end', offset: 0 }, { ticks: second }]);
    const gone = structuredClone(cueIn(scene));
    expect(repin(scene, { cues: new Set(['a']) }, 24)).toBe(1);
    expect(cueIn(scene)).toEqual(gone);
    expect(cueIn(scene, 'b').start.to).toBe('word');
  });
});

describe('anything of a scene that has one of everything', () => {
  it('leaves no pin to what went, and every end where its length puts it', () => {
    const one = everything();
    const whole = one.document.scenes[one.scene] as Scene;
    const all = { lines: Object.keys(whole.lines), words: Object.values(whole.lines).flatMap(({ words: own }) => Object.keys(own)), cues: Object.keys(whole.cues) };
    fc.assert(
      fc.property(fc.subarray(all.lines), fc.subarray(all.words), fc.subarray(all.cues), (goneLines, goneWords, goneCues) => {
        const scene = structuredClone(whole);
        const gone = { lines: new Set(goneLines), words: new Set(goneWords), cues: new Set(goneCues) };
        const before = timesIn(scene);
        const lengths = new Map([...pinsOf(scene)].map((hung) => [`${hung.kind} ${hung.id}`, timesOf(before, hung)]));
        const ends = new Map([...pinsOf(scene)].map((hung) => [`${hung.kind} ${hung.id}`, hung.end]));
        repin(scene, gone, 24);
        for (const hung of pinsOf(scene)) {
          if ((hung.owner.kind === 'cue' && gone.cues.has(hung.owner.id)) || (hung.owner.kind === 'line' && gone.lines.has(hung.owner.id))) continue;
          for (const pin of [hung.start, ...(hung.end && isPin(hung.end) ? [hung.end] : [])]) {
            if (pin.to === 'word') expect(gone.words.has(pin.word) || all.lines.some((id) => gone.lines.has(id) && whole.lines[id]?.words[pin.word])).toBe(false);
            if (pin.to === 'line') expect(gone.lines.has(pin.line)).toBe(false);
            if (pin.to === 'cue') expect(gone.cues.has(pin.cue)).toBe(false);
          }
          const was = lengths.get(`${hung.kind} ${hung.id}`);
          const end = ends.get(`${hung.kind} ${hung.id}`);
          // An end that was a pin and is none now stands for the same length.
          if (was && hung.end && !isPin(hung.end) && end && isPin(end)) expect(hung.end).toEqual({ ticks: Math.max(0, was.end - was.start) });
        }
      }),
      { numRuns: 150 },
    );
  });
});
