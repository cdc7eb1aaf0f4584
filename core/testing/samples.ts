import { idMaker } from '../document/ids.ts';
import type { Cue, CueOf, Document } from '../document/schema.ts';
import { avalanche } from '../draw/hash.ts';
import { fromScript } from '../edit/create.ts';
import { readScript } from '../formats/script/read.ts';
import type { Acting } from '../schedule/acting.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';

/** Ids in a row from a seed, for tests. */
export const seededIds = (seed = 1) => {
  let count = seed * 100_000;
  return idMaker((length) => Uint8Array.from({ length }, (_, n) => avalanche(++count * 31 + n) & 255));
};

export const DIALOGUE = `# How tides work
MARIT: Good morning, Tully. It is low tide.
TULLY: Who pulls the plug out?
MARIT: Nobody pulls. The Moon does it from far away.
TULLY: From up there?
`;

/** A small production in the demo's world. */
export function sampleDocument(script = DIALOGUE, seed = 1): { document: Document; scene: string; makeId: ReturnType<typeof seededIds> } {
  const makeId = seededIds(seed);
  const document = fromScript(readScript(script), { title: 'How tides work', slug: 'tides', frame: '16:9', fps: 24 }, makeId, { kind: 'set', set: 'harbour-low-tide', light: 0.5 });
  return { document, scene: Object.keys(document.scenes)[0] as string, makeId };
}

/** What a character's body does in a scheduled scene; throws where it is not on the stage. */
export function actingIn(scene: SceneSchedule, layer: string): Acting {
  const acting = scene.layers.get(layer)?.acting;
  if (!acting) throw new Error(`Nobody acts on ${layer}.`);
  return acting;
}

/** A gesture of a layer hung from a word. */
export const gestureOn = (layer: string, word: string, order = 'a0'): Cue => ({
  kind: 'gesture',
  layer,
  action: 'wave',
  hand: 'right',
  strength: 1,
  order,
  start: { to: 'word', word, edge: 'start', offset: 0 },
  end: { ticks: 48_000 },
});

/** A hard cut to the whole stage at the scene's beginning. */
export const shotOf = (values: Partial<CueOf<'camera'>>): CueOf<'camera'> => ({
  kind: 'camera',
  order: 'a0',
  framing: 'wide',
  subjects: [],
  x: 0,
  y: 0,
  width: 1920,
  over: 0,
  push: 0,
  start: { to: 'scene', edge: 'start', offset: 0 },
  end: { ticks: 48_000 },
  ...values,
});
