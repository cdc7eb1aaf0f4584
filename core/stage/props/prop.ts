import type { Node } from '../../draw/picture.ts';

/** A thing that stands on the stage. Drawn in its own units, standing on y 0, 100 units about a person's head. */
export interface Prop {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Where a hand takes it, in its own units; its top if left out. */
  readonly grip?: readonly [number, number];
  draw(): Node[];
}
