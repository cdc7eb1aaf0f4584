import { overlapsOf } from '../schedule/lines.ts';
import { type Check, inSeconds } from './check.ts';

/** Two who speak at once. */
export const overlaps: Check = {
  id: 'overlaps',
  find: (scene) =>
    overlapsOf(scene.lines).map(({ a, b, from, to }) => ({
      scene: scene.id,
      tick: from,
      line: b.id,
      text: `Lines ${a.index + 1} and ${b.index + 1} overlap by ${inSeconds(to - from)}.`,
    })),
};
