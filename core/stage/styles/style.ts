import type { Matrix } from '../../draw/matrix.ts';
import type { Colour, Item, Node } from '../../draw/picture.ts';

/** What a plane holds: a style may treat figures otherwise than the set. */
export type PlaneKind = 'set' | 'prop' | 'figure';

/** A way to draw everything, made from the flat drawing: no part is drawn anew for it. */
export interface Style {
  readonly id: 'flat' | 'ink' | 'paper' | 'chalk';
  readonly name: string;
  readonly background?: (colour: Colour) => Colour;
  /** What is painted instead of a node, back to front; the same node gives the same nodes. */
  readonly node?: (node: Node, kind: PlaneKind) => readonly Node[];
  /** What lies over the whole frame, in its own units about its middle; the same size gives the same nodes. */
  readonly over?: (width: number, height: number) => readonly Node[];
  /** How far a drawing in this style reaches beyond the flat one, in units; 0 if left out. */
  readonly reach?: number;
  /** What lies below a whole plane. */
  readonly below?: (nodes: readonly Node[], kind: PlaneKind) => readonly Node[];
}

/** A matrix moved on by some units of its target. */
export const shifted = ([a, b, c, d, e, f]: Matrix, dx: number, dy: number): Matrix => [a, b, c, d, e + dx, f + dy];

/** Parts that only shade or light another one: they have no outline of their own. */
const SHADING = /(\.lit|\.cap|shade|sheen|gleam|blush|cheek|contact|light|iris|irisLow|pupil|lidShade|lowerLip|tongue|hint|inside|glow|speck|freckles|dots)(\d|$|[LR]$|-?1$)/;

/** A glow: it runs out into nothing. */
const fades = (item: Item): boolean => typeof item.fill === 'object' && item.fill.stops.some(({ alpha = 1 }) => alpha < 1);

/** Whether an item is a shape of its own, with an edge that a hand would draw. */
export const hasEdge = (item: Item): boolean => !!item.path?.length && item.fill !== undefined && !fades(item) && (item.alpha ?? 1) > 0.9 && !item.blur && !SHADING.test(item.id);
