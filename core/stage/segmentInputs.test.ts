import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import { partKeys, readPart, together, validPart } from '../document/parts.ts';
import { type Cue, CueSchema, type Document } from '../document/schema.ts';
import { checkPart, edit } from '../edit/change.ts';
import { setSkin } from '../edit/commands/cast.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { setProperty } from '../edit/commands/layers.ts';
import { setGap } from '../edit/commands/lines.ts';
import { designed } from '../figure/cast.ts';
import { schedule } from '../schedule/schedule.ts';
import { type Segment, segmentsOf } from '../schedule/segments.ts';
import { everything, sceneIn } from '../testing/everything.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import { track } from '../time/track.ts';
import { evaluate } from './evaluate.ts';
import { segmentInputs } from './segmentInputs.ts';

const SCRIPT = `MARIT: Good morning, Tully. It is low tide.
TULLY: Who pulls the plug out of the sea?
MARIT: Nobody pulls. The Moon does it from far away, and it takes its time.
TULLY: From up there? That is a long way for such a small thing.
MARIT: It is small only because it is far.`;
const made = everything(SCRIPT);
const fonts = filmFonts();
const filmOf = (document: Document) => schedule(document, () => undefined);
const film = filmOf(made.document);
const segments = segmentsOf(film);
const keysOf = (of: ReturnType<typeof filmOf>): Map<string, Segment> => new Map(segmentsOf(of).map((segment) => [segmentInputs(of, segment), segment]));
const before = keysOf(film);

/** What some frames of a segment show, as text: everything that a painter is given. */
function shown(of: ReturnType<typeof filmOf>, segment: Segment): string {
  const scene = of.scenes.find(({ id }) => id === segment.scene);
  if (!scene) throw new Error('no scene');
  const frame = ticksPerFrame(of.fps);
  const count = segment.toFrame - segment.fromFrame;
  const frames = [0, 0.31, 0.6, 0.999].map((share) => Math.floor(count * share));
  return JSON.stringify(
    frames.map((n) => evaluate(of.document, scene, (segment.fromFrame + n) * frame - scene.start, fonts)),
    (_, value) => (value instanceof Float32Array ? [...value] : value),
  );
}

/** Every value in plain data that is no object, by the way to it. */
function* leaves(data: unknown, way: readonly string[] = []): Generator<readonly string[]> {
  if (typeof data === 'object' && data !== null) for (const [key, value] of Object.entries(data)) yield* leaves(value, [...way, key]);
  else yield way;
}
const parts = Object.fromEntries(partKeys(made.document).map((key) => [key, readPart(made.document, key)]));
const ways = Object.entries(parts).flatMap(([part, data]) => [...leaves(data)].map((way) => ({ part, way })));

/** Another value of the same kind; words for words that are not free are tried from a few. */
const others: fc.Arbitrary<(value: unknown) => unknown> = fc.oneof(
  // Steps that an eye could see: numbers in a key are rounded.
  fc.integer({ min: -150, max: 150 }).map((by) => (value: unknown) => (typeof value === 'number' ? value + (by / 100) * Math.max(0.3, Math.abs(value)) : value)),
  fc.integer({ min: -30_000, max: 30_000 }).map((by) => (value: unknown) => (typeof value === 'number' ? Math.round(value + by) : value)),
  fc.constant((value: unknown) => (typeof value === 'boolean' ? !value : undefined)),
  fc
    .constantFrom(
      '#123456',
      'flat',
      'ink',
      'chalk',
      'multiply',
      'normal',
      'left',
      'right',
      'both',
      'wide',
      'close',
      'two-shot',
      'fade',
      'iris',
      'soften',
      'rain',
      'shadow',
      'ellipse',
      'arrow',
      'label',
      'title',
      'start',
      'end',
      'wave',
      'shrug',
      'sad',
      'warm',
      'hold',
      'linear',
      'bob',
      'tunic',
      'lantern',
      'radio',
      'studio',
    )
    .map((text) => (value: unknown) => (typeof value === 'string' && !/^(la|ln|wd|cu|ch|sc|pr|ro|ke|ef)_/.test(value) ? text : undefined)),
);

/** The document with one value changed; undefined where that is no valid document. */
function withOne(part: string, way: readonly string[], change: (value: unknown) => unknown): Document | undefined {
  const copy = structuredClone(parts[part]) as Record<string, unknown>;
  let at: Record<string, unknown> = copy;
  for (const step of way.slice(0, -1)) at = at[step] as Record<string, unknown>;
  const last = way.at(-1) as string;
  const next = change(at[last]);
  if (next === undefined) delete at[last];
  else at[last] = next;
  const document = together({ ...parts, [part]: copy });
  try {
    validPart(part, copy);
    for (const key of partKeys(document)) checkPart(document, key);
    return document;
  } catch {
    return undefined;
  }
}

describe('the key of a segment', () => {
  it('differs wherever a picture does: any value of any field changed', () => {
    let tried = 0;
    let differ = 0;
    fc.assert(
      fc.property(fc.constantFrom(...ways), others, ({ part, way }, change) => {
        const next = withOne(part, way, change);
        if (!next) return;
        tried++;
        const after = filmOf(next);
        for (const [key, segment] of keysOf(after)) {
          const same = before.get(key);
          // A key that is known stands for the very frames that are kept under it.
          if (same) expect(shown(after, segment), `${part} ${way.join('/')}`).toBe(shown(film, same));
          else differ++;
        }
      }),
      { numRuns: 120 },
    );
    expect(tried).toBeGreaterThan(40);
    expect(differ).toBeGreaterThan(10);
  }, 120_000);
  it('differs for what moved just before it: hair and hems still swing', () => {
    // Nothing here points at anybody: what is pointed at is read from earlier on by itself.
    const film = filmOf(sampleDocument().document);
    const frame = ticksPerFrame(film.fps);
    const [scene] = film.scenes;
    const person = [...(scene?.layers.values() ?? [])].find(({ acting }) => acting?.character.kind === 'person');
    const segment = segmentsOf(film).find(({ scene: id, fromFrame }) => id === scene?.id && fromFrame * frame > (scene?.start ?? 0) + toTicks(1));
    if (!scene || !person?.acting || !segment) throw new Error('nobody, or one segment only');
    const from = segment.fromFrame * frame - scene.start;
    const turned = (by: number, before = 0.06, turn = 0) => {
      const head = track([
        { at: 0, value: 0 },
        { at: from - toTicks(before + 0.06), value: 0 },
        { at: from - toTicks(before), value: by },
        { at: from - toTicks(before) + toTicks(0.06), value: 0 },
      ]);
      const acting = { ...person.acting, turn, channels: { ...person.acting?.channels, headTurn: [{ track: head }] } } as NonNullable<typeof person.acting>;
      const other = { ...scene, layers: new Map(scene.layers).set(person.id, { ...person, acting }) };
      return segmentInputs({ ...film, scenes: film.scenes.map((one) => (one === scene ? other : one)) }, segment);
    };
    expect(turned(0.2)).toBe(turned(0.2));
    expect(turned(0.2)).not.toBe(turned(-0.2));
    // Earlier than that only where somebody is turned so far that the head's side depends on it.
    expect(turned(0.2, 1.2)).toBe(turned(-0.2, 1.2));
    expect(turned(0.2, 1.2, 0.8)).not.toBe(turned(-0.2, 1.2, 0.8));
  });
  it('differs for who stands in the foreground, though the shot looks past the place where they stand', () => {
    const { document, scene, layers } = made;
    const cue = {
      kind: 'camera' as const,
      framing: 'shoulder' as const,
      subjects: [layers.first, layers.second],
      x: 0,
      y: 0,
      width: 1920,
      over: 0,
      push: 0,
      order: 'zz',
    } satisfies Partial<Cue>;
    const [line] = film.scenes[0]?.lines ?? [];
    const over = edit(
      document,
      'x',
      'cg_000000000009',
      hangCue(scene, 'cu_00000000shot', { ...cue, start: { to: 'line', line: line?.id as string, edge: 'start', offset: 0 }, end: { ticks: 48_000 } }),
    ).document;
    const who = (sceneIn(over, scene).layers[layers.second] as { character: string }).character;
    const person = (hair: string): Document => ({
      ...over,
      characters: { ...over.characters, [who]: { ...designed('noor', who, 'a1'), parts: { ...designed('lena', who, 'a1').parts, hair } } },
    });
    const [bob, afro] = [filmOf(person('bob')), filmOf(person('afro'))];
    const shot = bob.scenes[0]?.shots.find(({ id }) => id === 'cu_00000000shot');
    const frame = ticksPerFrame(film.fps);
    const inside = segmentsOf(bob).find(({ fromFrame }) => fromFrame * frame >= (shot?.start ?? 0) + (bob.scenes[0]?.start ?? 0));
    if (!inside) throw new Error('no segment in the shot');
    expect(segmentInputs(bob, inside)).not.toBe(segmentInputs(afro, inside));
    expect(shown(bob, inside)).not.toBe(shown(afro, inside));
  });
  it('differs for what shows everywhere: another backdrop, another character, another style', () => {
    const { scene } = made;
    const changes: Record<string, (document: Document) => Document> = {
      backdrop: (document) => ({ ...document, scenes: { ...document.scenes, [scene]: { ...sceneIn(document, scene), backdrop: { kind: 'colour', colour: '#334455' } } } }),
      character: (document) => ({
        ...document,
        characters: Object.fromEntries(Object.entries(document.characters).map(([id, one]) => [id, { ...one, skin: { position: 0.9, undertone: 0 } }])),
      }),
      style: (document) => ({ ...document, production: { ...document.production, style: 'ink' } }),
    };
    for (const [name, change] of Object.entries(changes)) for (const key of keysOf(filmOf(change(made.document))).keys()) expect(before.has(key), name).toBe(false);
  });
  it('is the same for what is changed outside of it', () => {
    const { document, scene, layers, makeId } = made;
    const frame = ticksPerFrame(film.fps);
    const lines = film.scenes[0]?.lines ?? [];
    for (const line of lines) {
      const word = line.words[1];
      if (!word) continue;
      const cue = {
        kind: 'face',
        layer: layers.second,
        expression: 'surprised',
        strength: 1,
        order: 'b5',
        start: { to: 'word', word: word.id, edge: 'start', offset: 0 },
        end: { ticks: 9000 },
      } as const;
      const after = filmOf(edit(document, 'Hang', 'cg_000000000001', hangCue(scene, makeId('cue'), cue)).document);
      const keys = keysOf(after);
      for (const [key, segment] of before) {
        // A face comes with the word and fades in a second.
        const touched = segment.fromFrame * frame < word.start + toTicks(2) && segment.toFrame * frame > word.start - toTicks(0.1);
        if (!touched) expect(keys.has(key)).toBe(true);
      }
    }
  });
  it('does not know what no picture shows: names, locks, the order of keys in an object', () => {
    const { document, scene, layers } = made;
    const quiet: Document = {
      ...document,
      production: { ...document.production, title: 'Another' },
      scenes: {
        ...document.scenes,
        [scene]: {
          ...sceneIn(document, scene),
          title: 'Another',
          layers: Object.fromEntries(
            Object.entries(sceneIn(document, scene).layers)
              .reverse()
              .map(([id, layer]) => [id, { ...layer, locked: true, ...(id === layers.card ? { name: 'Another' } : {}) }]),
          ),
        },
      },
    };
    expect([...keysOf(filmOf(quiet)).keys()]).toEqual([...before.keys()]);
  });
  it('leaves out a figure that is not in the shot, and has it where it is', () => {
    const talk = sampleDocument(SCRIPT.replaceAll('\n', '\n'));
    const [first] = inOrder(sceneIn(talk.document, talk.scene).layers).map(([id]) => id) as [string];
    const other = Object.values(talk.document.characters).find(({ id }) => {
      const layer = sceneIn(talk.document, talk.scene).layers[first];
      return layer?.kind === 'character' && layer.character !== id;
    });
    if (!other) throw new Error('nobody else');
    const close = {
      kind: 'camera',
      framing: 'close',
      subjects: [first],
      x: 0,
      y: 0,
      width: 700,
      over: 0,
      push: 0,
      order: 'a0',
      start: { to: 'scene', edge: 'start', offset: 0 },
      end: { ticks: 9000 },
    } as const;
    const [, second] = inOrder(sceneIn(talk.document, talk.scene).lines);
    const wide = { ...close, framing: 'wide', subjects: [], order: 'a1', start: { to: 'line', line: second?.[0] as string, edge: 'end', offset: toTicks(8) } } as const;
    let { document } = talk;
    // Well apart: neither stands in the other's close shot.
    const [, far] = inOrder(sceneIn(talk.document, talk.scene).layers).map(([id]) => id) as [string, string];
    document = edit(document, 'Apart', 'cg_000000000001', setProperty(talk.scene, far, { x: 700 }, 0, made.key)).document;
    for (const cue of [close, wide]) document = edit(document, 'Shot', 'cg_000000000001', hangCue(talk.scene, talk.makeId('cue'), cue as never)).document;
    const old = filmOf(document);
    const known = keysOf(old);
    const fresh = filmOf(edit(document, 'Recolour', 'cg_000000000001', setSkin(other.id, { position: 0.95 })).document);
    const seen = segmentsOf(fresh).map((segment) => known.has(segmentInputs(fresh, segment)));
    expect(seen[0]).toBe(true);
    expect(seen.at(-1)).toBe(false);
  });
});

describe('a longer gap', () => {
  it('makes anew the part where it is, and no other', () => {
    const long = sampleDocument(
      Array.from({ length: 16 }, (_, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: Line ${n + 1} says something about the sea, the sand and the Moon above.`).join('\n'),
    );
    const old = filmOf(long.document);
    const known = keysOf(old);
    const lines = inOrder(sceneIn(long.document, long.scene).lines).map(([id]) => id);
    const shares = lines.slice(1).map((line) => {
      const after = filmOf(edit(long.document, 'Gap', 'cg_000000000001', setGap(long.scene, line, toTicks(0.5))).document);
      const fresh = segmentsOf(after).filter((segment) => !known.has(segmentInputs(after, segment)));
      return fresh.reduce((sum, { fromFrame, toFrame }) => sum + toFrame - fromFrame, 0) / (after.length / ticksPerFrame(after.fps));
    });
    expect(shares.reduce((sum, share) => sum + share, 0) / shares.length).toBeLessThan(0.2);
  });
});

// The schema of cues is named here so that a new kind of cue is thought of in `everything`.
it('has a cue of every kind to change', () => {
  const kinds = new Set(CueSchema.options.map((option) => option.entries.kind.literal));
  expect(new Set(Object.values(sceneIn(made.document, made.scene).cues).map(({ kind }) => kind))).toEqual(kinds);
  expect(segments.length).toBeGreaterThan(2);
});
