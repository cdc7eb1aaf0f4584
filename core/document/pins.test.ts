import { describe, expect, it } from 'vitest';
import { edit } from '../edit/change.ts';
import { rehangCue } from '../edit/commands/cues.ts';
import { addKey } from '../edit/commands/keys.ts';
import { removeLayers, setSpan } from '../edit/commands/layers.ts';
import { deleteLines, setLineText } from '../edit/commands/lines.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { everything, sceneIn } from '../testing/everything.ts';
import { keyPath, pinsIn, pinsOf } from './pins.ts';
import type { CueOf, Document, Pin } from './schema.ts';

const made = everything();
const resolved = (document: Document) => resolveScene(sceneIn(document, made.scene), (_, line) => lineTiming(line), 24);

/** Every object anywhere in plain data that says what it hangs from. */
function* pinsAnywhere(data: unknown): Generator<object> {
  if (typeof data !== 'object' || data === null) return;
  if ('to' in data && 'offset' in data) yield data;
  for (const value of Object.values(data)) yield* pinsAnywhere(value);
}

describe('the visitor of pins', () => {
  it('finds every pin of a scene that has one of everything, each once', () => {
    const found = [...pinsOf(sceneIn(made.document, made.scene))].flatMap(pinsIn);
    const there = [...pinsAnywhere(sceneIn(made.document, made.scene))];
    expect(found.length).toBe(there.length);
    expect(new Set(found)).toEqual(new Set(there));
    expect(new Set([...pinsOf(sceneIn(made.document, made.scene))].map(({ kind }) => kind))).toEqual(new Set(['line', 'cue', 'span', 'key']));
  });
  it('names each thing by itself', () => {
    const names = [...pinsOf(sceneIn(made.document, made.scene))].map(({ kind, id }) => `${kind} ${id}`);
    expect(new Set(names).size).toBe(names.length);
  });
  it('hangs things from something else where it found them', () => {
    const scene = structuredClone(sceneIn(made.document, made.scene));
    for (const one of pinsOf(scene)) {
      one.setStart({ to: 'scene', edge: 'start', offset: 7 });
      if (one.end) one.setEnd?.({ ticks: 11 });
    }
    const again = [...pinsOf(scene)];
    expect(again.every(({ start }) => start.to === 'scene' && start.offset === 7)).toBe(true);
    expect(again.filter(({ end }) => end).every(({ end }) => end && 'ticks' in end && end.ticks === 11)).toBe(true);
  });
});

describe('what hangs from words', () => {
  it('moves with them: keys and times on the stage as well as cues', () => {
    const before = resolved(made.document);
    const [line] = made.lines as [string];
    const longer = edit(
      made.document,
      'Words',
      'cg_000000000001',
      setLineText(made.scene, line, 'Good morning, dear Tully, and welcome to the harbour. It is low tide.', made.makeId),
    ).document;
    const after = resolved(longer);
    const title = after.spans.get(made.layers.title);
    expect(title?.end).toBeGreaterThan(before.spans.get(made.layers.title)?.end ?? Number.POSITIVE_INFINITY);
    const moved = [...after.keys].filter(([path, at]) => before.keys.get(path) !== at);
    expect(moved.length).toBeGreaterThan(0);
  });
  it('is in the picture of a ring: a key that waits for its own cue is refused by name', () => {
    const { document, cues, scene } = made;
    const key = Object.keys((sceneIn(document, scene).cues[cues.sound] as CueOf<'sound'>).keys?.gainDb ?? {})[0] as string;
    const hung = edit(document, 'x', 'cg_000000000001', (draft) => {
      const sound = draft.scenes[scene]?.cues[cues.sound] as CueOf<'sound'>;
      for (const one of Object.values(sound.keys?.gainDb ?? {})) one.at = { to: 'cue', cue: cues.sound, edge: 'end', offset: 0 };
    }).document;
    expect(resolved(hung).keys.get(keyPath(cues.sound, 'gainDb', key))).toBe(resolved(hung).cues.get(cues.sound)?.end);
    const ring = (): unknown => edit(document, 'x', 'cg_000000000001', rehangCue(scene, cues.wave, { to: 'cue', cue: cues.wave, edge: 'end', offset: 0 }));
    expect(ring).toThrow(/ring/);
  });
  it('is hung anew when its line goes, where it was', () => {
    const { document, scene, lines, layers } = made;
    const gone = edit(document, 'Delete', 'cg_000000000001', deleteLines(scene, [lines[1] as string])).document;
    const after = resolved(gone);
    for (const one of pinsOf(sceneIn(gone, scene))) for (const pin of pinsIn(one)) if (pin.to === 'word') expect(after.words.has(pin.word)).toBe(true);
    expect(sceneIn(gone, scene).layers[layers.title]?.span).toBeTruthy();
  });
  it('goes with its layer, and what hung from the layer’s cues is hung anew', () => {
    const { document, scene, layers, cues } = made;
    const hung = edit(
      document,
      'x',
      'cg_000000000001',
      setSpan(scene, layers.star, { start: { to: 'cue', cue: cues.wave, edge: 'end', offset: 0 }, end: { to: 'scene', edge: 'end', offset: 0 } }),
    ).document;
    const start = resolved(hung).spans.get(layers.star)?.start as number;
    const gone = edit(hung, 'Take off', 'cg_000000000002', removeLayers(scene, [layers.first])).document;
    const pin = sceneIn(gone, scene).layers[layers.star]?.span?.start as Pin;
    expect(pin.to).toBe('word');
    expect(sceneIn(gone, scene).layers[layers.bag]).toBeUndefined();
    expect(Math.abs((resolved(gone).spans.get(layers.star)?.start as number) - start)).toBeLessThan(48_000);
  });
  it('keeps a key where it was set, however far from a word', () => {
    const { document, scene, layers, key } = made;
    for (const at of [0, 77_000, 200_000]) {
      const next = edit(document, 'Key', 'cg_000000000001', addKey(scene, { layer: layers.card }, 'blur', at, 3, key)).document;
      const [id] = Object.keys(sceneIn(next, scene).layers[layers.card]?.keys?.blur ?? {}) as [string];
      expect(resolved(next).keys.get(keyPath(layers.card, 'blur', id))).toBe(at);
    }
  });
});
