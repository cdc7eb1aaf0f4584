import type { Character } from '../../document/schema.ts';
import type { PartInfo } from '../parts/part.ts';
import { pictureProportions } from '../pictured/model.ts';
import { type Proportions, proportionsOf } from '../proportions.ts';
import { book } from './book.ts';
import { bulb } from './bulb.ts';
import { cat } from './cat.ts';
import { cloud } from './cloud.ts';
import { drawRobot, robotProportions } from './harbourRobot.ts';
import type { Mascot } from './kit.ts';
import { MASCOT_MAKES, type MascotSlot } from './makes.ts';
import { mug } from './mug.ts';
import { owl } from './owl.ts';
import { pottedPlant } from './pottedPlant.ts';

const harbourRobot: Mascot = { id: 'harbour-robot', name: 'Harbour robot', proportionsOf: robotProportions, draw: drawRobot };

/** Every mascot: one file each, one line here. */
export const MASCOTS: readonly Mascot[] = [harbourRobot, pottedPlant, mug, book, bulb, cloud, cat, owl];

/** A mascot's body; the robot where it is unknown. */
export const mascotOf = ({ parts }: Pick<Character, 'parts'>): Mascot => MASCOTS.find(({ id }) => id === parts.body) ?? harbourRobot;

/** Proportions of anybody: a person's from the dials, a mascot's own, a picture's measured on it. */
export const bodyOf = (character: Character): Proportions => {
  if (character.picture) return pictureProportions(character);
  return character.kind === 'mascot' ? mascotOf(character).proportionsOf(character) : proportionsOf(character.figure);
};

/** The choices of a mascot's slot. */
export const mascotOptions = (slot: MascotSlot): readonly PartInfo[] => (slot === 'body' ? MASCOTS : MASCOT_MAKES[slot]);
