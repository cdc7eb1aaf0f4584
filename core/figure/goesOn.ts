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
