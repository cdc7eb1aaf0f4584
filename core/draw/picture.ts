import type { Matrix } from './matrix.ts';
import type { Path } from './path.ts';

/** `#rrggbb`, rounded to 8 bits in core so that every painter starts from the same numbers. */
export type Colour = string;

export interface Stop {
  readonly at: number;
  readonly colour: Colour;
  readonly alpha?: number;
}

/** Gradient geometry is in the item's local units. */
export type Gradient =
  | { readonly kind: 'linear'; readonly from: readonly [number, number]; readonly to: readonly [number, number]; readonly stops: readonly Stop[] }
  | { readonly kind: 'radial'; readonly centre: readonly [number, number]; readonly radius: number; readonly stops: readonly Stop[] };

export type Paint = Colour | Gradient;

export interface Stroke {
  readonly paint: Paint;
  /** Local units. */
  readonly width: number;
  readonly cap?: 'round' | 'butt';
}

export interface Image {
  /** Content hash of the picture; of a moving one, which of its frames. */
  readonly media: string;
  readonly frame?: number;
  /** Target rectangle in local units. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export type Blend = 'normal' | 'multiply' | 'screen' | 'overlay' | 'soft light' | 'add';

/** One thing to paint. `path` is local; `matrix` leads to stage units. */
export interface Item {
  readonly id: string;
  readonly path?: Path;
  readonly matrix: Matrix;
  readonly fill?: Paint;
  readonly stroke?: Stroke;
  readonly image?: Image;
  readonly evenOdd?: boolean;
  readonly alpha?: number;
  readonly blend?: Blend;
  /** Stage units. */
  readonly blur?: number;
}

/**
 * Items that belong together. With `base`, the base is painted and the items are kept inside it; with `mask`, the
 * items are kept inside a shape that is not painted itself.
 */
export interface Group {
  readonly id: string;
  readonly base?: Item;
  readonly mask?: Item;
  readonly items: readonly Node[];
  readonly alpha?: number;
  readonly blend?: Blend;
  readonly blur?: number;
}

export type Node = Item | Group;

export const isGroup = (node: Node): node is Group => 'items' in node;

/** Rows red, green, blue of a 3 x 4 matrix on sRGB levels; the last column is added, 1 for full. */
export type ColourMatrix = readonly [number, number, number, number, number, number, number, number, number, number, number, number];

/** What of a plane is kept: where the planes of the mask are (or, inverted, are not), by their opacity. */
export interface PlaneMask {
  readonly planes: readonly Plane[];
  readonly invert: boolean;
  /** Softness of its edge, in the picture's units. */
  readonly feather: number;
}

/**
 * Nodes that share one view, then planes on top of them, and how they look together. A plane with a look (alpha, blend,
 * blur, masks, colour) is painted apart and laid down as one; looks are compared by value, nodes by reference.
 */
export interface Plane {
  /** Names the plane from picture to picture, among those of the same parent. */
  readonly id: string;
  /** The nodes' own units to the picture's. */
  readonly view: Matrix;
  readonly nodes: readonly Node[];
  readonly planes?: readonly Plane[];
  readonly alpha?: number;
  readonly blend?: Blend;
  /** Standard deviation in the picture's units. */
  readonly blur?: number;
  /** In order: masks, then colour, then blur. */
  readonly masks?: readonly PlaneMask[];
  readonly colour?: ColourMatrix;
}

/** What the stage shows at one tick. Width and height are in stage units: the shorter side is 1080. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  /** Transparent if left out. */
  readonly background?: Colour;
  readonly planes: readonly Plane[];
}
