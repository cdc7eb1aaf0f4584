import type { Path } from '../../draw/path.ts';
import type { OwnBox } from '../layers/kind.ts';
import type { ValueField, Values } from '../values.ts';

/** What a layer looks like on its way in or out; what is left out is as ever. */
export interface PassageLook {
  readonly alpha?: number;
  /** Away from its place, in the units of its parent. */
  readonly dx?: number;
  readonly dy?: number;
  /** Times its size, about its anchor. */
  readonly scale?: number;
  /** How much of it is written or drawn; what cannot be drawn on fades. */
  readonly reveal?: number;
  /** What is kept of it, in its own units, and how soft the edge is (own units). */
  readonly keep?: Path;
  readonly feather?: number;
}

/** A way to come and to go: one file, one line in index.ts. */
export interface Entrance {
  readonly id: string;
  readonly label: string;
  readonly icon: string;
  readonly fields: readonly ValueField[];
  /** Its look at a share of the way: 0 not there, 1 there. `box` is the layer's own, `frame` the picture's sides in stage units. */
  at(share: number, values: Values, box: OwnBox, frame: { readonly width: number; readonly height: number }): PassageLook;
}

/** Where it comes from: 0 left, 90 top, 180 right, 270 bottom. */
export const FROM: ValueField = { name: 'from', label: 'From', control: 'number', unit: 'degrees', least: 0, most: 360, rest: 0, step: 45 };
