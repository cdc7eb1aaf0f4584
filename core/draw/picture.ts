import { IDENTITY, type Matrix, multiply } from './matrix.ts';
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

/** How a picture is bent: a grid of cells over all of it, and where its corners lie. */
export interface Bend {
  readonly columns: number;
  readonly rows: number;
  /** Pairs of local units, row by row. */
  readonly corners: ArrayLike<number>;
}

/** A colour that is taken out of a picture (ChromaSchema), or shown as what of it stays. */
export interface Keying {
  readonly colour: Colour;
  readonly tolerance: number;
  readonly softness: number;
  readonly spill: number;
  readonly shrink: number;
  readonly blur: number;
  readonly rough?: readonly (readonly [number, number])[] | undefined;
  /** What stays is white, what goes is black. */
  readonly matte?: boolean;
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
  /** Where it goes instead of its rectangle. Its own edges are as sharp as pixels: clear ones there are soft. */
  readonly bend?: Bend;
  readonly keying?: Keying;
}

export type Blend = 'normal' | 'multiply' | 'screen' | 'overlay' | 'soft light' | 'add';

/** One thing to paint. `path` is local; `matrix` leads to stage units. */
export interface Item {
  readonly id: string;
  readonly path?: Path | undefined;
  readonly matrix: Matrix;
  readonly fill?: Paint | undefined;
  readonly stroke?: Stroke | undefined;
  readonly image?: Image | undefined;
  readonly evenOdd?: boolean | undefined;
  readonly alpha?: number | undefined;
  readonly blend?: Blend | undefined;
  /** Stage units. */
  readonly blur?: number | undefined;
}

/**
 * An item with every field, always in one order: objects that are made alike are read several times faster, and a
 * figure is made, compared and painted by the hundred of them in every frame.
 */
export const itemOf = (id: string, matrix: Matrix, { path, fill, stroke, image, evenOdd, alpha, blend, blur }: Omit<Item, 'id' | 'matrix'>): Item => ({
  id,
  path,
  matrix,
  fill,
  stroke,
  image,
  evenOdd,
  alpha,
  blend,
  blur,
});

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

/** A node with a matrix put before its own, ids prefixed. */
export function moved(node: Node, matrix: Matrix, prefix = ''): Node {
  if ('items' in node)
    return {
      ...node,
      id: prefix + node.id,
      ...(node.base ? { base: moved(node.base, matrix, prefix) as typeof node.base } : {}),
      ...(node.mask ? { mask: moved(node.mask, matrix, prefix) as typeof node.mask } : {}),
      items: node.items.map((item) => moved(item, matrix, prefix)),
    };
  return itemOf(prefix + node.id, node.matrix === IDENTITY ? matrix : multiply(matrix, node.matrix), node);
}

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

/** Whether two lists hold the same numbers, or neither is there. */
export const sameNumbers = (a: ArrayLike<number> | undefined, b: ArrayLike<number> | undefined): boolean => {
  if (a === b) return true;
  if (!a || !b || a.length !== b.length) return false;
  for (let n = 0; n < a.length; n++) if (a[n] !== b[n]) return false;
  return true;
};

const sameStops = (a: readonly Stop[], b: readonly Stop[]): boolean =>
  a.length === b.length && a.every(({ at, colour, alpha }, n) => at === b[n]?.at && colour === b[n]?.colour && alpha === b[n]?.alpha);

function samePaint(a: Paint | undefined, b: Paint | undefined): boolean {
  if (a === b) return true;
  if (a === undefined || b === undefined || typeof a === 'string' || typeof b === 'string') return false;
  if (a.kind === 'linear') return b.kind === 'linear' && sameNumbers(a.from, b.from) && sameNumbers(a.to, b.to) && sameStops(a.stops, b.stops);
  return b.kind === 'radial' && a.radius === b.radius && sameNumbers(a.centre, b.centre) && sameStops(a.stops, b.stops);
}

const sameStroke = (a: Stroke | undefined, b: Stroke | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && a.width === b.width && a.cap === b.cap && samePaint(a.paint, b.paint));

const sameBend = (a: Bend | undefined, b: Bend | undefined): boolean =>
  a === b || (!!a && !!b && a.columns === b.columns && a.rows === b.rows && sameNumbers(a.corners, b.corners));
/** A keying as text: the same where it does the same. */
const keyingTexts = new WeakMap<Keying, string>();
export const keyingText = (keying: Keying | undefined): string => {
  if (!keying) return '';
  let text = keyingTexts.get(keying);
  if (text === undefined) {
    const { colour, tolerance, softness, spill, shrink, blur, rough, matte } = keying;
    keyingTexts.set(keying, (text = [colour, tolerance, softness, spill, shrink, blur, rough ?? '', matte ? 'matte' : ''].join(' ')));
  }
  return text;
};
const sameImage = (a: Image | undefined, b: Image | undefined): boolean =>
  a === b ||
  (a !== undefined &&
    b !== undefined &&
    a.media === b.media &&
    a.frame === b.frame &&
    a.x === b.x &&
    a.y === b.y &&
    a.width === b.width &&
    a.height === b.height &&
    sameBend(a.bend, b.bend) &&
    (a.keying === b.keying || keyingText(a.keying) === keyingText(b.keying)));

/** Whether two nodes paint the same pixels under the same id, though they be different objects. What moves differs early. */
export function sameNode(a: Node | undefined, b: Node | undefined): boolean {
  if (a === b) return true;
  if (!a || !b || a.id !== b.id || a.alpha !== b.alpha || a.blend !== b.blend || a.blur !== b.blur) return false;
  if (isGroup(a))
    return isGroup(b) && a.items.length === b.items.length && sameNode(a.base, b.base) && sameNode(a.mask, b.mask) && a.items.every((item, n) => sameNode(item, b.items[n]));
  return (
    !isGroup(b) &&
    sameNumbers(a.matrix, b.matrix) &&
    a.evenOdd === b.evenOdd &&
    samePaint(a.fill, b.fill) &&
    sameStroke(a.stroke, b.stroke) &&
    sameImage(a.image, b.image) &&
    (a.path === b.path || (a.path !== undefined && b.path !== undefined && sameNumbers(a.path, b.path)))
  );
}
