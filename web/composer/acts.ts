import type { Character } from '#core/document/schema';
import type { Act, ActAnswer, ActRequest } from '../workers/acts.worker.ts';

/** Pixels of a card's picture, twice for fine screens. */
export const ACT_SIZE = { width: 136, height: 104 } as const;
export const ACT_RATE = 12;
/** The ground of the interface's small pictures. */
const GROUND = '#eaf2f0';

let worker: Worker | undefined;
let count = 0;
const waiting = new Map<string, (bitmap: ImageBitmap) => void>();
/** Pictures of a character as it is dressed, by what it does. */
const painted = new WeakMap<Character, Map<string, Promise<ImageBitmap>>>();

function ask(request: Omit<ActRequest, 'id'>): Promise<ImageBitmap> {
  if (!worker) {
    worker = new Worker(new URL('../workers/acts.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<ActAnswer>) => {
      waiting.get(data.id)?.(data.bitmap);
      waiting.delete(data.id);
    };
  }
  const id = String(count++);
  return new Promise((resolve) => {
    waiting.set(id, resolve);
    worker?.postMessage({ ...request, id });
  });
}

function known(character: Character, key: string, paint: () => Promise<ImageBitmap>): Promise<ImageBitmap> {
  const all = painted.get(character) ?? new Map<string, Promise<ImageBitmap>>();
  painted.set(character, all);
  let picture = all.get(key);
  if (!picture) all.set(key, (picture = paint()));
  return picture;
}

const keyOf = (act: Act): string => JSON.stringify(act);

/** A character at the stroke of what it does. */
export const actStill = (character: Character, act: Act): Promise<ImageBitmap> =>
  known(character, keyOf(act), () => ask({ character, act, at: undefined, ...ACT_SIZE, background: GROUND }));

/** Its frames beside each other, `ACT_RATE` a second. */
export const actFrames = (character: Character, act: Act, seconds: number): Promise<ImageBitmap> => {
  const at = Array.from({ length: Math.max(2, Math.round(seconds * ACT_RATE)) }, (_, n) => n / ACT_RATE);
  return known(character, `${keyOf(act)} ${at.length}`, () => ask({ character, act, at, ...ACT_SIZE, background: GROUND }));
};
