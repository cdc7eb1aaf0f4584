import { type Property, restValue } from '../document/properties.ts';
import type { Layer, Scene } from '../document/schema.ts';
import { parentsOf } from '../document/tree.ts';
import { IDENTITY, type Matrix, multiply, type Point, placed, transform } from '../draw/matrix.ts';

const RADIANS = Math.PI / 180;

/** From a layer's own units to its parent's, by its place, size and angle; the anchor lies at its own origin. */
export const placeMatrix = (read: (property: Property) => number): Matrix => placed(read('x'), read('y'), read('scaleX'), read('scaleY'), read('angleDeg') * RADIANS);

export const restPlace = (layer: Layer): Matrix => placeMatrix((property) => restValue(layer, property));

/** From the units of a layer's parent to the stage's, everything at rest. */
export const restParent = (scene: Pick<Scene, 'layers'>, id: string): Matrix =>
  parentsOf(scene, id).reduce<Matrix>((inner, parent) => multiply(restPlace(scene.layers[parent] as Layer), inner), IDENTITY);

/** Where a point of a layer's own units lies on the stage, everything at rest. */
export const restPoint = (scene: Pick<Scene, 'layers'>, id: string, x = 0, y = 0): Point => transform(multiply(restParent(scene, id), restPlace(scene.layers[id] as Layer)), x, y);
