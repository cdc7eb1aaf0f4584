import type { PictureActor, PictureFace } from '../document/schema.ts';

type Spot = readonly [number, number];

const middleOf = ({ left, right, mouth }: PictureFace): Spot => [(left.x + right.x + mouth[1][0]) / 3, (left.y + right.y + mouth[1][1]) / 3];

/** How thick the first stroke is, as a share of the picture's longer side. */
const THICK = 0.012;

/** A scribble over a face, from eye to eye, down the nose and along the mouth: it says who is meant, and that all of the face is. */
export function overFace({ left, right, mouth, chin }: PictureFace): PictureActor['strokes'][number] {
  const middle: Spot = [(left.x + right.x) / 2, (left.y + right.y) / 2];
  const way = (a: Spot, b: Spot, t: number): [number, number] => [Math.round((a[0] + (b[0] - a[0]) * t) * 1e4) / 1e4, Math.round((a[1] + (b[1] - a[1]) * t) * 1e4) / 1e4];
  const [l, r]: [Spot, Spot] = [
    [left.x - left.halfWidth * 0.5, left.y],
    [right.x + right.halfWidth * 0.5, right.y],
  ];
  return {
    keep: true,
    thick: THICK,
    points: [way(l, r, 0), way(l, r, 1), way(middle, mouth[1], 0), way(middle, mouth[1], 0.9), way(mouth[0], mouth[2], 0), way(mouth[0], mouth[2], 1), way(mouth[1], chin, 0.7)],
  };
}

/** The part of a picture that is nearer to a face than to the others: where its body is looked for. */
export function cellOf(face: PictureFace, others: readonly PictureFace[], aspect: number): [number, number][] {
  const [x, y] = middleOf(face);
  let cell: Spot[] = [
    [-0.01, -0.01],
    [1.01, -0.01],
    [1.01, 1.01],
    [-0.01, 1.01],
  ];
  for (const other of others) {
    const [ox, oy] = middleOf(other);
    // Who stands beside somebody reaches down as far as they do: the line between them is steeper than halfway would be.
    const [nx, ny] = [(ox - x) * aspect * aspect, (oy - y) * 0.25];
    const far = ([px, py]: Spot): number => (px - (x + ox) / 2) * nx + (py - (y + oy) / 2) * ny;
    const kept: Spot[] = [];
    cell.forEach((a, n) => {
      const b = cell[(n + 1) % cell.length] as Spot;
      const [da, db] = [far(a), far(b)];
      if (da <= 0) kept.push(a);
      if (da <= 0 !== db <= 0) kept.push([a[0] + ((b[0] - a[0]) * da) / (da - db), a[1] + ((b[1] - a[1]) * da) / (da - db)]);
    });
    cell = kept;
  }
  return cell.map(([px, py]) => [Math.round(px * 1e4) / 1e4, Math.round(py * 1e4) / 1e4]);
}

/** What is known of somebody before they are looked at: arms that layers name, strokes that a sample has. */
interface Known {
  readonly limbs?: NonNullable<PictureActor['limbs']>;
  readonly strokes?: PictureActor['strokes'];
}

/** Somebody of a picture, as they are first proposed: lifted off with their face, apart from the others who were found. */
export function newActor(
  name: string,
  face: PictureFace | undefined,
  others: readonly PictureFace[] = [],
  aspect = 1,
  { limbs = [], strokes = [] }: Known = {},
): Omit<PictureActor, 'order'> {
  return {
    name,
    lifted: true,
    strokes: face ? [overFace(face), ...strokes] : [],
    ...(face && others.length ? { lasso: cellOf(face, others, aspect) } : {}),
    mends: [],
    ...(face ? { face } : {}),
    ...(limbs.length ? { limbs: [...limbs] } : {}),
    character: null,
  };
}
