import type { Plane } from '../../draw/picture.ts';
import type { ValueField, Values } from '../values.ts';

/** What an effect has to work with. */
export interface EffectInput {
  /** Ids of planes that it adds begin with this. */
  readonly id: string;
  readonly values: Values;
  /** How much of it there is, 0..1: the opacity of its layer. */
  readonly strength: number;
  /** Units of the picture to one of the stage, as the camera sees it. */
  readonly scale: number;
  /** Sides of the picture; its own corner is 0, 0. */
  readonly frame: { readonly width: number; readonly height: number };
  /** Ticks since its layer came on the stage. */
  readonly tick: number;
}

/** Something done to planes: one file, one line in index.ts. */
export interface EffectKind {
  readonly id: string;
  readonly label: string;
  readonly icon: string;
  readonly fields: readonly ValueField[];
  /** On a layer itself, over all that lies below a layer of its own, or both. */
  readonly on: 'layer' | 'below' | 'both';
  /** Whether it changes by itself while its values stand still. */
  readonly moving?: boolean;
  /** What is seen instead of the planes, back to front. */
  apply(planes: readonly Plane[], input: EffectInput): readonly Plane[];
}

/** A copy of planes moved by so many units of the picture. */
export const movedPlane = (plane: Plane, dx: number, dy: number): Plane => ({
  ...plane,
  view: [plane.view[0], plane.view[1], plane.view[2], plane.view[3], plane.view[4] + dx, plane.view[5] + dy],
  ...(plane.planes ? { planes: plane.planes.map((inner) => movedPlane(inner, dx, dy)) } : {}),
  ...(plane.masks ? { masks: plane.masks.map((mask) => ({ ...mask, planes: mask.planes.map((inner) => movedPlane(inner, dx, dy)) })) } : {}),
});
