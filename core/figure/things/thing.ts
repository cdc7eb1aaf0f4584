import type { Sketch } from '../sketch.ts';

/** Something that is held. Draws about the grip of the hand that holds it, in figure units, y down. */
export interface Thing {
  readonly id: string;
  readonly name: string;
  /** Words by which it is found. */
  readonly words: readonly string[];
  /** Held between both hands by an action that uses both. */
  readonly between?: boolean;
  /** Turns with the hand (a pencil) instead of staying upright (a cup). */
  readonly along?: boolean;
  draw(s: Sketch): void;
}
