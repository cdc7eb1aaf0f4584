import type { Character } from '../document/schema.ts';
import { makeOf } from './mascots/makes.ts';
import { wearOf } from './wear.ts';

/** What somebody goes on: feet that take steps, wheels that are pushed, or a seat (or nothing) that slides. */
export function goesOn(character: Character): 'feet' | 'wheels' | 'seat' {
  if (character.picture) return 'seat';
  if (character.kind === 'mascot') {
    const { kind } = makeOf(character).legs;
    return kind === 'wheels' || kind === 'none' ? 'seat' : 'feet';
  }
  const { seat } = wearOf(character);
  return seat ? (seat.stays ? 'wheels' : 'seat') : 'feet';
}

/** Whether somebody has a person's body, with sides and a back and ways to stand: mascots and pictures are as they were made. */
export const isWholePerson = ({ kind, picture }: Pick<Character, 'kind' | 'picture'>): boolean => kind === 'person' && !picture;
