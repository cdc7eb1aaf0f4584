import type { Node } from '../../draw/picture.ts';

/** A thing that stands on the stage. Drawn in its own units, standing on y 0, 100 units about a person's head. */
export interface Prop {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  draw(): Node[];
}
