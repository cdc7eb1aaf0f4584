import type { Channel } from '../schedule/acting.ts';
import { sample } from '../time/track.ts';

/** A pose channel at a tick: its tracks added up, those that a property of the layer scales by `alive` and `faces` (as strong as made if left out). */
export function channelAt(tracks: readonly Channel[] | undefined, tick: number, alive = 1, faces = 1): number {
  let sum = 0;
  if (tracks) for (const { track, by } of tracks) sum += by === undefined ? sample(track, tick) : sample(track, tick) * (by === 'alive' ? alive : faces);
  return sum;
}
