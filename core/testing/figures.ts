import type { Character, MouthShape } from '../document/schema.ts';
import type { Action } from '../figure/actions/action.ts';
import { misfit } from '../figure/fit.ts';
import type { Slot } from '../figure/parts/index.ts';
import type { MouthTrack } from '../schedule/mouths.ts';
import { lastAtOrBefore } from '../time/track.ts';

/** How long an action takes with its wind-up and its way back, in seconds. */
export const lengthOf = (action: Action, hold = action.seconds): number => hold - (action.keys[0]?.at ?? 0) + action.release;

/** What of a character's clothes and extras does not go with the rest, in sentences: nothing in one that was made by commands. */
export const clashes = (character: Pick<Character, 'parts' | 'extras' | 'figure'>): string[] =>
  [...Object.entries(character.parts), ...Object.keys(character.extras ?? {}).map((id) => ['extras', id] as const)].flatMap(([slot, id]) => {
    const found = misfit(character, slot as Slot | 'extras', id);
    return found ? [found.sentence] : [];
  });

/** The shape that a mouth holds at a tick. */
export function shapeAt(track: MouthTrack, tick: number): MouthShape {
  const index = lastAtOrBefore(track.starts, tick);
  return index >= 0 && (track.ends[index] as number) > tick ? (track.shapes[index] as MouthShape) : 'rest';
}
