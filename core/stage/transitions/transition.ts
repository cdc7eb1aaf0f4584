import { IDENTITY, type Matrix, multiply } from '../../draw/matrix.ts';
import { type Path, rect } from '../../draw/path.ts';
import type { Colour, Node, Picture, Plane } from '../../draw/picture.ts';
import type { ValueField, Values } from '../values.ts';

/** Two pictures of one frame: of the scene that ends and of the one that begins. */
export interface Pair {
  readonly before: Plane;
  readonly after: Plane;
  readonly width: number;
  readonly height: number;
}

/** A way from one scene to the next: one file, one line in index.ts. */
export interface Transition {
  readonly id: string;
  readonly label: string;
  readonly icon: string;
  readonly fields: readonly ValueField[];
  /** The planes at a share of the way: 0 the scene before alone, 1 the next one alone. */
  at(share: number, pair: Pair, values: Values): readonly Plane[];
}

/** A whole picture as one plane, on its own ground. */
export function asPlane(id: string, { background, planes, width, height }: Picture): Plane {
  const ground: readonly Node[] = background ? [{ id: 'ground', path: groundOf(width, height), matrix: IDENTITY, fill: background }] : [];
  return { id, view: IDENTITY, nodes: ground, planes };
}

const grounds = new Map<string, Path>();
export function groundOf(width: number, height: number): Path {
  const key = `${width} ${height}`;
  let path = grounds.get(key);
  if (!path) grounds.set(key, (path = rect(0, 0, width, height)));
  return path;
}

/** A plane with all that is in it at another place of the picture. */
export const shifted = (plane: Plane, by: Matrix): Plane => ({
  ...plane,
  view: multiply(by, plane.view),
  ...(plane.planes ? { planes: plane.planes.map((one) => shifted(one, by)) } : {}),
  ...(plane.masks ? { masks: plane.masks.map((mask) => ({ ...mask, planes: mask.planes.map((one) => shifted(one, by)) })) } : {}),
});

/** A plane that is seen only inside a shape, given in the picture's units. */
export const within = (plane: Plane, path: Path, feather: number): Plane => ({
  id: `${plane.id}.kept`,
  view: IDENTITY,
  nodes: [],
  planes: [plane],
  masks: [{ planes: [{ id: 'keep', view: IDENTITY, nodes: [{ id: 'keep', path, matrix: IDENTITY, fill: '#000000' }] }], invert: false, feather }],
});

export const flat = (id: string, { width, height }: Pick<Pair, 'width' | 'height'>, colour: Colour, alpha: number): Plane => ({
  id,
  view: IDENTITY,
  nodes: [{ id, path: groundOf(width, height), matrix: IDENTITY, fill: colour }],
  ...(alpha < 1 ? { alpha } : {}),
});
