import { describe, expect, it } from 'vitest';
import { Failure } from '../document/failure.ts';
import { type Cue, type Document, type End, isPin, type Pin, type Scene } from '../document/schema.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { changeCue, copyCue, deleteCues, hangCue, moveCue, moveCues, pinAt, rehangCue, shapeMouth, stretchCue, unhangFrom } from './commands/cues.ts';

const { document: sample, scene } = sampleDocument();
const sceneIn = (of: Document): Scene => of.scenes[scene] as Scene;
const lines = inOrder(sceneIn(sample).lines).map(([id]) => id) as [string, string, string, string];
const words = inOrder(sceneIn(sample).lines).map(([, line]) => inOrder(line.words).map(([id]) => id));
const [layer] = Object.keys(sceneIn(sample).layers) as [string];
const run = (recipe: Recipe, on: Document) => edit(on, 'x', 'cg_000000000001', recipe);
const all = (on: Document, ...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => run(recipe, now).document, on);
const times = (of: Document) => resolveScene(sceneIn(of), (_, line) => lineTiming(line), of.production.fps);
const cueIn = (of: Document, id: string): Cue => sceneIn(of).cues[id] as Cue;
const word = (line: number, n: number, offset = 0): Pin => ({ to: 'word', word: words[line]?.[n] as string, edge: 'start', offset });
const clock = (offset: number): Pin => ({ to: 'scene', edge: 'start', offset });
const A = 'cu_00000000000a';
const B = 'cu_00000000000b';
const C = 'cu_00000000000c';
const hung = (...cues: [string, Pin, End][]): Document => all(sample, ...cues.map(([id, start, end]) => hangCue(scene, id, { ...gestureOn(layer, ''), start, end } as Cue)));

describe('a moment of a scene', () => {
  it('is pinned to the word that is said then, to the one before in a pause, and to the clock before all', () => {
    const at = times(sample).words;
    const first = at.get(words[0]?.[0] as string)?.start as number;
    const second = at.get(words[0]?.[1] as string)?.start as number;
    expect(pinAt(sceneIn(sample), first, 24)).toEqual(word(0, 0));
    expect(pinAt(sceneIn(sample), second - 1, 24)).toEqual(word(0, 0, second - 1 - first));
    expect(pinAt(sceneIn(sample), second, 24)).toEqual(word(0, 1));
    expect(pinAt(sceneIn(sample), second + 5, 24)).toEqual(word(0, 1, 5));
    expect(pinAt(sceneIn(sample), first - 1, 24)).toEqual(clock(first - 1));
  });
});

describe('cues', () => {
  it('are moved with their end where it is pinned, and one that hangs from another not twice', () => {
    const document = hung(
      [A, word(0, 0), word(0, 2)],
      [B, { to: 'cue', cue: A, edge: 'end', offset: 0 }, { ticks: 4800 }],
      [C, { to: 'cue', cue: B, edge: 'end', offset: 0 }, { ticks: 4800 }],
    );
    const moved = all(document, moveCue(scene, A, 300));
    expect(cueIn(moved, A)).toMatchObject({ start: word(0, 0, 300), end: word(0, 2, 300) });
    const together = all(document, moveCues(scene, [A, B, C], 300));
    expect(cueIn(together, A).start).toEqual(word(0, 0, 300));
    expect([cueIn(together, B), cueIn(together, C)]).toEqual([cueIn(document, B), cueIn(document, C)]);
    // C hangs from A through B, which is not chosen.
    const ends = all(document, moveCues(scene, [A, C], 300));
    expect(cueIn(ends, C)).toEqual(cueIn(document, C));
    const alone = all(document, moveCues(scene, [B], 300));
    expect(cueIn(alone, B).start).toMatchObject({ offset: 300 });
    expect(() => run(moveCue(scene, 'cu_000000000000', 1), document)).toThrow(Failure);
  });
  it('are copied with their length, hung from the word that is said there; to the scene’s end they reach it too', () => {
    const document = hung([A, word(0, 0), word(0, 2)], [B, word(0, 0), { to: 'scene', edge: 'end', offset: 0 }], [C, word(0, 0), { ticks: 777 }]);
    const at = times(document).words.get(words[2]?.[1] as string)?.start as number;
    const length = (times(document).cues.get(A)?.end as number) - (times(document).cues.get(A)?.start as number);
    const copy = (id: string): Cue => cueIn(all(document, copyCue(scene, id, 'cu_00000000000z', at)), 'cu_00000000000z');
    expect(copy(A)).toMatchObject({ start: word(2, 1), end: { ticks: length }, kind: 'gesture', layer });
    expect(copy(B).end).toEqual({ to: 'scene', edge: 'end', offset: 0 });
    expect(copy(C).end).toEqual({ ticks: 777 });
    expect(copy(A)).not.toHaveProperty('keys');
    expect(cueIn(all(document, copyCue(scene, A, 'cu_00000000000z', -900)), 'cu_00000000000z').start).toEqual(clock(0));
    expect(cueIn(all(document, copyCue(scene, A, 'cu_00000000000z', at)), A)).toEqual(cueIn(document, A));
  });
  it('hung from elsewhere keep their length, but for one that reaches the scene’s end', () => {
    const document = hung([A, word(0, 0), word(0, 2)], [B, word(0, 0), { to: 'scene', edge: 'end', offset: 0 }], [C, word(0, 0), { ticks: 777 }]);
    const { start, end } = times(document).cues.get(A) as { start: number; end: number };
    const rehung = (id: string): Cue => cueIn(all(document, rehangCue(scene, id, word(1, 0))), id);
    expect(rehung(A)).toMatchObject({ start: word(1, 0), end: { ticks: end - start } });
    expect(rehung(B)).toMatchObject({ start: word(1, 0), end: { to: 'scene', edge: 'end', offset: 0 } });
    expect(rehung(C)).toMatchObject({ start: word(1, 0), end: { ticks: 777 } });
    expect(cueIn(all(document, stretchCue(scene, C, word(0, 3))), C).end).toEqual(word(0, 3));
  });
  it('change what they are, never where they hang or their kind', () => {
    const document = hung([A, word(0, 0), { ticks: 777 }]);
    const changed = cueIn(all(document, changeCue(scene, A, { hand: 'left', start: clock(0), end: { ticks: 1 }, kind: 'face' } as Partial<Cue>)), A);
    expect(changed).toEqual({ ...cueIn(document, A), hand: 'left' });
  });
  it('as a mouth shape have a length', () => {
    const at = times(sample).words.get(words[0]?.[1] as string)?.start as number;
    const made = cueIn(all(sample, shapeMouth(scene, A, layer, 'round', at + 0.4, at + 2400.2)), A);
    expect(made).toMatchObject({ kind: 'mouth', layer, shape: 'round', start: word(0, 1), end: { ticks: 2400 } });
    for (const to of [at, at - 1])
      expect(() => run(shapeMouth(scene, A, layer, 'round', at, to), sample)).toThrow(new Failure('no-span', 'That mouth shape has no length. Choose one that is longer.'));
  });
  it('that go say how many hung from them', () => {
    const document = hung(
      [A, word(0, 0), { ticks: 4800 }],
      [B, { to: 'cue', cue: A, edge: 'end', offset: 0 }, { ticks: 4800 }],
      [C, { to: 'cue', cue: A, edge: 'start', offset: 0 }, { ticks: 4800 }],
    );
    expect(run(deleteCues(scene, [A]), document).message).toBe('2 cues that hung from it moved to the nearest word.');
    expect(run(deleteCues(scene, [A, C]), document).message).toBe('1 cue that hung from it moved to the nearest word.');
    expect(run(deleteCues(scene, [B]), document).message).toBeUndefined();
    expect(Object.keys(sceneIn(all(document, deleteCues(scene, [A, C]))).cues)).toEqual([B]);
  });
});

describe('letting go of a line', () => {
  it('leaves what hung from it where it is, on the clock, and the rest as it was', () => {
    const document = hung([A, { to: 'line', line: lines[1], edge: 'start', offset: 50 }, word(1, 1)], [B, word(1, 0), { ticks: 777 }], [C, word(0, 0), word(2, 0)]);
    const before = times(document).cues;
    const after = all(document, unhangFrom(scene, [lines[1]]));
    const of = (id: string): { start: number; end: number } => before.get(id) as { start: number; end: number };
    expect(cueIn(after, A)).toMatchObject({ start: clock(of(A).start), end: clock(of(A).end) });
    expect(cueIn(after, B)).toMatchObject({ start: clock(of(B).start), end: { ticks: 777 } });
    expect(cueIn(after, C)).toEqual(cueIn(document, C));
    expect(sceneIn(after).lines).toEqual(sceneIn(document).lines);
    const end = all(document, unhangFrom(scene, [lines[2]]));
    expect(cueIn(end, C)).toMatchObject({ start: word(0, 0), end: clock(of(C).end) });
    expect([cueIn(end, A), cueIn(end, B)]).toEqual([cueIn(document, A), cueIn(document, B)]);
    for (const id of [A, B, C]) expect(times(after).cues.get(id)).toEqual(of(id));
    expect(isPin(cueIn(after, B).end)).toBe(false);
    // Lines themselves go on waiting for each other.
    const pinned = all(
      document,
      (draft) => void ((sceneIn(draft as Document).lines[lines[2]] as { pin: Pin }).pin = { to: 'line', line: lines[1], edge: 'end', offset: 9 }),
      unhangFrom(scene, [lines[1]]),
    );
    expect(sceneIn(pinned).lines[lines[2]]?.pin).toEqual({ to: 'line', line: lines[1], edge: 'end', offset: 9 });
  });
});
