import type { Colour, Gradient, Node } from '../../draw/picture.ts';

/** A drawn backdrop: made of depth planes, as wide as a 16:9 frame (1920 x 1080 stage units about the middle). */
export interface StageSet {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Where feet stand, in stage units below the middle. */
  readonly floor: number;
  readonly background: Colour;
  draw(): Node[];
}

export const vertical = (top: number, bottom: number, ...stops: readonly (readonly [number, Colour])[]): Gradient => ({
  kind: 'linear',
  from: [0, top],
  to: [0, bottom],
  stops: stops.map(([at, colour]) => ({ at, colour })),
});
