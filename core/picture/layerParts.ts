import type { PictureActor, PictureFace } from '../document/schema.ts';
import { limbOf } from './limbs.ts';
import { outlinesOf } from './outline.ts';
import type { Plate } from './raster.ts';
import { faceAt } from './suggest.ts';

type Spot = readonly [number, number];
type Three = PictureFace['mouth'];
type Part = 'arm' | 'brow' | 'eye' | 'mouth' | 'head';

/** A layer of a layered picture: its name, and its opacity all over the page. */
export interface NamedLayer {
  readonly name: string;
  readonly alpha: Plate;
}

/** What layers say by their names, as shares of the page. */
export interface LayerParts {
  readonly left?: PictureFace['left'];
  readonly right?: PictureFace['left'];
  readonly brows?: NonNullable<PictureFace['brows']>;
  readonly mouth?: Three;
  readonly chin?: Spot;
  /** Outlines of what is seen of arms. */
  readonly arms: readonly (readonly Spot[])[];
}

/** Words that a layer of that part has in its name. A brow is not an eye, so the order counts. */
const WORDS: readonly (readonly [Part, RegExp])[] = [
  ['arm', /\b(fore)?arms?\b|\bflippers?\b|\bwings?\b/],
  ['brow', /\b(eye ?)?brows?\b/],
  ['eye', /\beyes?\b/],
  ['mouth', /\b(mouth|lips?)\b/],
  ['head', /\b(head|face)\b/],
];
/** What a name with one of these is no part of: it lies on it. */
const ON_IT = /\b(lids?|lash(es)?|shadow|shade|highlights?|line ?art|outline|hair|hat|band)\b/;

/** The part that a layer's name names. */
export function partNamed(name: string): Part | undefined {
  const words = name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ');
  return ON_IT.test(words) ? undefined : WORDS.find(([, pattern]) => pattern.test(words))?.[0];
}

const SEEN = 0.5;
/** Outlines with less than this share of the page are specks. */
const SPECK = 0.0004;
/** Corners of an arm's outline, in pixels of the page it was measured on, may be so far off. */
const NEAR = 1;

/** What of a page's layers (back to front) is an arm, a brow, an eye, a mouth, a head: by name, and by what is seen of it. */
export function partsOfLayers(layers: readonly NamedLayer[]): LayerParts {
  const seen = layers.map(({ name, alpha }, n) => ({ part: partNamed(name), alpha: visible(alpha, layers.slice(n + 1)) }));
  const pieces = (part: Part): Piece[] => seen.flatMap((layer) => (layer.part === part ? piecesOfPlate(layer.alpha) : []));
  const pair = (part: Part): readonly [Piece, Piece] | undefined => {
    const [a, b] = pieces(part).sort((one, other) => other.area - one.area);
    return a && b ? (a.x < b.x ? [a, b] : [b, a]) : undefined;
  };
  const eyes = pair('eye');
  const brows = pair('brow');
  const [mouth] = pieces('mouth').sort((a, b) => b.area - a.area);
  // A face is drawn over its head: all of the layer counts, also what is hidden.
  const heads = layers.filter(({ name }) => partNamed(name) === 'head').flatMap(({ alpha }) => piecesOfPlate(alpha));
  const [head] = heads.sort((a, b) => b.area - a.area);
  const brow = (piece: Piece, inward: 'first' | 'last'): Three =>
    (inward === 'last' ? [piece.last, piece.middle, piece.first] : [piece.first, piece.middle, piece.last]).map(copied) as Three;
  return {
    ...(eyes ? { left: eyeOf(eyes[0]), right: eyeOf(eyes[1]) } : {}),
    ...(brows ? { brows: { left: brow(brows[0], 'last'), right: brow(brows[1], 'first') } } : {}),
    ...(mouth ? { mouth: [mouth.first, mouth.middle, mouth.last].map(copied) as Three } : {}),
    ...(head ? { chin: copied(head.lowest) } : {}),
    arms: pieces('arm').map(({ outline }) => outline),
  };
}

/** Faces as they were found in a picture, put right by what its layers say; arms that turn come with the first. */
export function withParts(faces: readonly PictureFace[], parts: LayerParts, aspect: number): { faces: PictureFace[]; limbs: NonNullable<PictureActor['limbs']> } {
  const { left, right, brows, mouth, chin } = parts;
  const apart = left && right ? right.x - left.x : 0;
  const near = (face: PictureFace): boolean =>
    !(left && right) || Math.hypot((face.left.x + face.right.x - left.x - right.x) / 2, (face.left.y + face.right.y - left.y - right.y) / 2) < apart;
  const known = faces.find(near) ?? (left && right ? faceAt((left.x + right.x) / 2, (left.y + right.y) / 2, apart, aspect) : undefined);
  // Layers tell one who is drawn in them: other likenesses of a face are none.
  const face: PictureFace | undefined = known && {
    ...known,
    ...(left && right ? { left, right, tiltDeg: Math.round((Math.atan2(right.y - left.y, apart * aspect) * 180) / Math.PI) } : {}),
    ...(brows ? { brows } : {}),
    ...(mouth ? { mouth } : {}),
    ...(chin && chin[1] > (mouth ?? known.mouth)[1][1] ? { chin: [chin[0], chin[1]] as [number, number] } : {}),
  };
  const said = !!(left || mouth || brows || chin);
  return { faces: face && said ? [face] : [...faces], limbs: parts.arms.slice(0, 4).map((outline) => limbOf(outline, face, aspect)) };
}

const copied = ([x, y]: Spot): [number, number] => [Math.round(x * 1e4) / 1e4, Math.round(y * 1e4) / 1e4];
const eyeOf = ({ x, y, width, height }: Piece): PictureFace['left'] => ({ x, y, halfWidth: width / 2, halfHeight: height / 2 });

/** What is seen of a layer under those in front of it. */
function visible({ width, height, data }: Plate, above: readonly NamedLayer[]): Plate {
  const out = Float32Array.from(data);
  for (const { alpha } of above) for (let p = 0; p < out.length; p++) out[p] = (out[p] as number) * (1 - (alpha.data[p] as number));
  return { width, height, data: out };
}

/** A piece of a layer, in shares of the page. */
interface Piece {
  readonly outline: readonly Spot[];
  readonly area: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** The middle of its leftmost, its middle and its rightmost part, and its lowest corner. */
  readonly first: Spot;
  readonly middle: Spot;
  readonly last: Spot;
  readonly lowest: Spot;
}

function piecesOfPlate({ width, height, data }: Plate): Piece[] {
  return outlinesOf(width, height, (x, y) => data[y * width + x] as number, NEAR).flatMap((outline): Piece[] => {
    const area = areaOf(outline);
    // Holes run the other way round.
    if (area < SPECK) return [];
    const [xs, ys] = [outline.map(([x]) => x), outline.map(([, y]) => y)];
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const [wide, high] = [right - left, bottom - top];
    /** The middle of what the piece has about a place across. */
    const at = (x: number): Spot => {
      const column = Math.min(width - 1, Math.max(0, Math.floor(x * width)));
      let [sum, weight] = [0, 0];
      for (let row = Math.max(0, Math.floor(top * height)); row < Math.min(height, Math.ceil(bottom * height)); row++) {
        const a = data[row * width + column] as number;
        if (a < SEEN) continue;
        sum += row + 0.5;
        weight++;
      }
      return [x, weight ? sum / weight / height : (top + bottom) / 2];
    };
    const lowest = outline.reduce((best, spot) => (spot[1] > best[1] ? spot : best));
    return [
      {
        outline,
        area,
        x: left + wide / 2,
        y: top + high / 2,
        width: wide,
        height: high,
        first: at(left + wide * 0.03),
        middle: at(left + wide / 2),
        last: at(right - wide * 0.03),
        lowest: [left + wide / 2, lowest[1]],
      },
    ];
  });
}

/** The area inside an outline (Gauss), as a share of the page; holes count negative. */
function areaOf(outline: readonly Spot[]): number {
  let twice = 0;
  outline.forEach(([x, y], n) => {
    const [nx, ny] = outline[(n + 1) % outline.length] as Spot;
    twice += nx * y - x * ny;
  });
  return twice / 2;
}
