import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document, Take } from '../document/schema.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { applyPatches, edit, type Recipe } from './change.ts';
import { deleteCues, hangCue, moveCue, rehangCue, stretchCue, unhangFrom } from './commands/cues.ts';
import { changeLayer, removeLayers } from './commands/layers.ts';
import { addTake, chooseTake, deleteLines, giveLine, insertBeat, insertLine, moveLine, pinLine, setGap, setLineText } from './commands/lines.ts';
import { renameProduction } from './commands/stage.ts';
import { stacksOf } from './undo.ts';

const CHANGE = 'cg_000000000001';
const timesOf = (document: Document, scene: string) => resolveScene(document.scenes[scene] as Document['scenes'][string], (_, line) => lineTiming(line), document.production.fps);
const linesOf = (document: Document, scene: string) => inOrder((document.scenes[scene] as Document['scenes'][string]).lines);

function withGesture() {
  const made = sampleDocument();
  const layer = Object.keys((made.document.scenes[made.scene] as Document['scenes'][string]).layers)[0] as string;
  const [lineId, line] = linesOf(made.document, made.scene)[2] as ReturnType<typeof linesOf>[number];
  const word = inOrder(line.words)[1]?.[0] as string;
  const cue = made.makeId('cue');
  const { document } = edit(made.document, 'hang', CHANGE, hangCue(made.scene, cue, gestureOn(layer, word)));
  return { ...made, document, layer, lineId, word, cue };
}

describe('a line and what hangs from it', () => {
  it('move together: a longer gap carries the cue along by the same ticks', () => {
    const { document, scene, lineId, cue } = withGesture();
    const before = timesOf(document, scene);
    const { document: after } = edit(document, 'gap', CHANGE, setGap(scene, lineId, 96_000));
    const now = timesOf(after, scene);
    const shift = (now.lines.get(lineId)?.start ?? 0) - (before.lines.get(lineId)?.start ?? 0);
    expect(shift).toBeGreaterThan(0);
    expect((now.cues.get(cue)?.start ?? 0) - (before.cues.get(cue)?.start ?? 0)).toBe(shift);
  });

  it('keep together when a take of another length replaces the draft', () => {
    const { document, scene, lineId, word, cue, makeId } = withGesture();
    const line = (document.scenes[scene] as Document['scenes'][string]).lines[lineId] as Document['scenes'][string]['lines'][string];
    const times: Take['times'] = Object.fromEntries(inOrder(line.words).map(([id], n) => [id, { start: n * 24_000, end: n * 24_000 + 20_000 }]));
    const take: Take = { order: 'a0', name: 'Take 1', kind: 'recorded', media: 'a'.repeat(64), analysis: null, from: 0, length: 400_000, times };
    const { document: after, message } = edit(document, 'take', CHANGE, addTake(scene, lineId, makeId('take'), take));
    const now = timesOf(after, scene);
    expect(now.cues.get(cue)?.start).toBe(now.words.get(word)?.start);
    expect(now.words.get(word)?.start).toBe((now.lines.get(lineId)?.start ?? 0) + 24_000);
    expect(message).toBeUndefined();
  });

  it('part on purpose when the link is off: the cue stays on the clock', () => {
    const { document, scene, lineId, cue } = withGesture();
    const at = timesOf(document, scene).cues.get(cue)?.start;
    const { document: after } = edit(document, 'move alone', CHANGE, (draft) => {
      unhangFrom(scene, [lineId])(draft);
      moveLine(scene, lineId, 96_000)(draft);
    });
    expect(timesOf(after, scene).cues.get(cue)?.start).toBe(at);
  });

  it('survive a changed text: words that stay keep their ids, the cue keeps its word', () => {
    const { document, scene, lineId, word, cue, makeId } = withGesture();
    const { document: after } = edit(document, 'text', CHANGE, setLineText(scene, lineId, 'Well, nobody pulls it. The Moon does it from very far away.', makeId));
    expect((after.scenes[scene] as Document['scenes'][string]).lines[lineId]?.words[word]?.text).toBe('pulls');
    expect((after.scenes[scene] as Document['scenes'][string]).cues[cue]?.start).toMatchObject({ to: 'word', word });
  });

  it('re-pins a cue to the nearest surviving word when its line is deleted, and counts it', () => {
    const { document, scene, lineId, cue } = withGesture();
    const { document: after, message } = edit(document, 'delete', CHANGE, deleteLines(scene, [lineId]));
    const pin = (after.scenes[scene] as Document['scenes'][string]).cues[cue]?.start;
    expect(pin?.to).toBe('word');
    expect(message).toContain('1 cue');
    expect(() => timesOf(after, scene)).not.toThrow();
  });

  it('falls back to the clock when the last line goes', () => {
    const { document, scene, cue } = withGesture();
    const { document: after } = edit(
      document,
      'delete all',
      CHANGE,
      deleteLines(
        scene,
        linesOf(document, scene).map(([id]) => id),
      ),
    );
    expect((after.scenes[scene] as Document['scenes'][string]).cues[cue]?.start.to).toBe('scene');
  });
});

describe('moving a line', () => {
  it('moves all that follows, or with alone only this line', () => {
    const { document, scene } = sampleDocument();
    const [, second, third, fourth] = linesOf(document, scene).map(([id]) => id) as [string, string, string, string];
    const before = timesOf(document, scene);
    const moved = timesOf(edit(document, 'm', CHANGE, moveLine(scene, second, 48_000)).document, scene);
    expect((moved.lines.get(fourth)?.start ?? 0) - (before.lines.get(fourth)?.start ?? 0)).toBe(48_000);
    const alone = timesOf(edit(document, 'm', CHANGE, moveLine(scene, second, 12_000, { alone: true })).document, scene);
    expect(alone.lines.get(second)?.start).toBe((before.lines.get(second)?.start ?? 0) + 12_000);
    expect(alone.lines.get(third)?.start).toBe(before.lines.get(third)?.start);
  });
  it('changes order past a neighbour and never starts before the scene', () => {
    const { document, scene } = sampleDocument();
    const [first, second] = linesOf(document, scene).map(([id]) => id) as [string, string];
    const swapped = edit(document, 'm', CHANGE, moveLine(scene, second, 0, { after: null })).document;
    expect(
      linesOf(swapped, scene)
        .map(([id]) => id)
        .slice(0, 2),
    ).toEqual([second, first]);
    const early = timesOf(edit(document, 'm', CHANGE, moveLine(scene, first, -10_000_000)).document, scene);
    expect(early.lines.get(first)?.start).toBe(0);
  });
});

describe('a ring of pins', () => {
  it('is refused at the edit that would make it, its members named, the document as it was', () => {
    const { document, scene, cue, lineId } = withGesture();
    expect(() => edit(document, 'ring', CHANGE, pinLine(scene, lineId, { to: 'cue', cue, edge: 'end', offset: 0 }))).toThrow(/ring.*line 3.*wave|ring.*wave.*line 3/s);
  });
  it('is refused for a pin to what does not exist', () => {
    const { document, scene, cue } = withGesture();
    expect(() => edit(document, 'x', CHANGE, rehangCue(scene, cue, { to: 'word', word: 'wd_zzzzzzzzzzzz', edge: 'start', offset: 0 }))).toThrow(/no longer in the scene/);
  });
});

/** Any edits, by their place among what is there. */
const anyEdit = fc.tuple(fc.nat(11), fc.nat(1000), fc.integer({ min: -96_000, max: 96_000 }), fc.string({ maxLength: 12 }));

function recipeFor([kind, pick, delta, text]: [number, number, number, string], document: Document, scene: string, makeId: ReturnType<typeof sampleDocument>['makeId']): Recipe {
  const part = document.scenes[scene] as Document['scenes'][string];
  const lines = inOrder(part.lines).map(([id]) => id);
  const line = lines[pick % Math.max(1, lines.length)] ?? '';
  const cues = Object.keys(part.cues);
  const cue = cues[pick % Math.max(1, cues.length)] ?? '';
  const layers = Object.keys(part.layers);
  const layer = layers[pick % Math.max(1, layers.length)] ?? '';
  const roles = Object.keys(document.production.roles);
  const role = roles[pick % roles.length] as string;
  const words = Object.keys(part.lines[line]?.words ?? {});
  switch (kind) {
    case 0:
      return insertLine(scene, makeId('line'), role, `Word ${text} again`, line || null, makeId);
    case 1:
      return setGap(scene, line, delta);
    case 2:
      return moveLine(scene, line, delta, { alone: pick % 2 === 0 });
    case 3:
      return setLineText(scene, line, `Some ${text} words of ${pick}`, makeId);
    case 4:
      return deleteLines(scene, [line]);
    case 5:
      return words.length && layer ? hangCue(scene, makeId('cue'), gestureOn(layer, words[pick % words.length] as string)) : renameProduction('x');
    case 6:
      return cue ? moveCue(scene, cue, delta) : giveLine(scene, line, role);
    case 7:
      return cue ? stretchCue(scene, cue, { ticks: Math.abs(delta) }) : renameProduction(`Title ${pick}`);
    case 8:
      return cue ? deleteCues(scene, [cue]) : insertBeat(scene, makeId('line'), Math.abs(delta), line || null);
    case 9:
      return layer ? changeLayer(scene, layer, { x: delta / 100 } as never) : renameProduction('y');
    case 10:
      return layer && layers.length > 1 ? removeLayers(scene, [layer]) : renameProduction('z');
    default:
      return giveLine(scene, line, role);
  }
}

describe('any sequence of edits', () => {
  it('undone backwards gives the same document, redone forwards the same again', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 25 }), fc.integer({ min: 1, max: 50 }), (steps, seed) => {
        const made = sampleDocument(undefined, seed);
        let { document } = made;
        const start = structuredClone(document);
        const changes = [];
        for (const step of steps) {
          let result: ReturnType<typeof edit>;
          try {
            result = edit(document, 'step', CHANGE, recipeFor(step as never, document, made.scene, made.makeId));
          } catch {
            continue;
          }
          document = result.document;
          if (result.change) changes.push(result.change);
        }
        const end = document;
        for (const change of [...changes].reverse()) document = applyPatches(document, change.parts, 'inverse');
        expect(document).toEqual(start);
        for (const change of changes) document = applyPatches(document, change.parts, 'forward');
        expect(document).toEqual(end);
      }),
      { numRuns: 60 },
    );
  }, 60_000);
});

describe('the undo stack', () => {
  it('pops what is undone, offers it for redo, and forgets redo after a new edit', () => {
    const log = [
      { id: 'a', label: '' },
      { id: 'b', label: '' },
      { id: 'c', label: '', undoes: 'b' },
    ];
    expect(stacksOf(log)).toEqual({ undo: ['a'], redo: ['c'] });
    expect(stacksOf([...log, { id: 'd', label: '', undoes: 'c' }])).toEqual({ undo: ['a', 'd'], redo: [] });
    expect(stacksOf([...log, { id: 'e', label: '' }])).toEqual({ undo: ['a', 'e'], redo: [] });
  });
  it('has no step for what the machine did', () =>
    expect(
      stacksOf([
        { id: 'a', label: '' },
        { id: 'm', label: '', follows: 'a' },
      ]).undo,
    ).toEqual(['a']));
});

it('a chosen take is the one that is used', () => {
  const { document, scene, lineId, makeId } = withGesture();
  const take = (name: string): Take => ({ order: name, name, kind: 'imported', media: 'b'.repeat(64), analysis: null, from: 0, length: 48_000, times: {} });
  const [one, two] = [makeId('take'), makeId('take')];
  let now = edit(document, '1', CHANGE, addTake(scene, lineId, one, take('a1'))).document;
  now = edit(now, '2', CHANGE, addTake(scene, lineId, two, take('a2'))).document;
  expect((now.scenes[scene] as Document['scenes'][string]).lines[lineId]?.take).toBe(two);
  now = edit(now, '3', CHANGE, chooseTake(scene, lineId, one)).document;
  expect((now.scenes[scene] as Document['scenes'][string]).lines[lineId]?.take).toBe(one);
});

it('an edit never holds a text that no store can keep: NUL goes, half a pair becomes a sign, in the document and in the change', () => {
  const { document, scene: at } = sampleDocument();
  const made = edit(document, 'Rename \ud83c', 'cg_000000000001', (draft) => {
    draft.production.title = 'Ebb\u0000 and \ud83c flow';
    (draft.scenes[at] as Document['scenes'][string]).title = 'Quay 🌊';
  });
  expect(made.document.production.title).toBe('Ebb and \ufffd flow');
  expect(made.document.scenes[at]?.title).toBe('Quay 🌊');
  expect(made.change?.label).toBe('Rename \ufffd');
  expect(JSON.stringify(made.change)).not.toMatch(/\\u0000|\\ud83c/);
  expect(applyPatches(document, made.change?.parts ?? [], 'forward')).toEqual(made.document);
});
