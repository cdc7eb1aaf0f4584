import type { PictureFace } from '../document/schema.ts';

type Spot = readonly [number, number];

/** A face as a trained model measures it: 468 points in pixels, how sure it is (0..1), and which way it is turned, in radians. */
export interface MeshFace {
  readonly points: readonly Spot[];
  readonly score: number;
  /** To the right of the picture. */
  readonly yaw: number;
}

/** Points of the canonical face mesh (MediaPipe Face Mesh): named by the side of the picture. */
const POINTS = {
  left: { outer: 33, inner: 133, top: 159, bottom: 145, brow: [55, 105, 46] },
  right: { outer: 263, inner: 362, top: 386, bottom: 374, brow: [285, 334, 276] },
  mouth: { left: 61, upper: 13, lower: 14, right: 291 },
  chin: 152,
} as const;

/** An eye that is narrowed is as high as this share of its width, as lids need to know it. */
const LEAST_HIGH = 0.36;
/** A head is turned all the way at this angle, radians. */
const PROFILE = Math.PI / 2;

const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;

/** Marks of a measured face, as shares of a picture of `width` x `height` pixels; undefined where points are missing. */
export function faceOfMesh({ points, yaw }: MeshFace, width: number, height: number): PictureFace | undefined {
  if (points.length < 468) return undefined;
  const at = (n: number): Spot => points[n] as Spot;
  const share = ([x, y]: Spot): [number, number] => [rounded(x / width), rounded(y / height)];
  const middle = (a: Spot, b: Spot): Spot => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const far = (a: Spot, b: Spot): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
  const eye = ({ outer, inner, top, bottom }: (typeof POINTS)['left' | 'right']): PictureFace['left'] => {
    const [x, y] = share(middle(middle(at(outer), at(inner)), middle(at(top), at(bottom))));
    const wide = far(at(outer), at(inner)) / 2;
    const high = Math.max(far(at(top), at(bottom)) / 2, wide * LEAST_HIGH);
    return { x, y, halfWidth: rounded(wide / width), halfHeight: rounded(high / height) };
  };
  const brow = (side: 'left' | 'right'): PictureFace['mouth'] => POINTS[side].brow.map((n) => share(at(n))) as unknown as PictureFace['mouth'];
  const { left, upper, lower, right } = POINTS.mouth;
  const eyes = { left: eye(POINTS.left), right: eye(POINTS.right) };
  const tilt = Math.atan2((eyes.right.y - eyes.left.y) * height, (eyes.right.x - eyes.left.x) * width);
  return {
    ...eyes,
    brows: { left: brow('left'), right: brow('right') },
    mouth: [share(at(left)), share(middle(at(upper), at(lower))), share(at(right))],
    chin: share(at(POINTS.chin)),
    tiltDeg: Math.round((tilt * 180) / Math.PI),
    facing: rounded(Math.max(-1, Math.min(1, yaw / PROFILE))),
  };
}

/** Likenesses that the model is less sure of are none. */
const SURE = 0.5;
/** Of the way between the eyes: places that are nearer than this are the same. */
const SAME = 0.15;
/** Faces that are nearer than this are one face. */
const ONE = 0.8;

/**
 * Faces that were found by proportions and those that a trained model measured, in one list from left to right. Drawn faces are
 * marked better by what is dark in them, people's by the model: where both say the same, marks stay and chin and turn
 * are the model's; where they see the same face differently in its eyes, the model knows better.
 */
export function mergedFaces(own: readonly PictureFace[], measured: readonly MeshFace[], width: number, height: number): PictureFace[] {
  const models = measured.flatMap((mesh) => (mesh.score >= SURE ? (faceOfMesh(mesh, width, height) ?? []) : []));
  const away = (a: Spot, b: Spot): number => Math.hypot((a[0] - b[0]) * width, (a[1] - b[1]) * height);
  const eye = ({ x, y }: PictureFace['left']): Spot => [x, y];
  const between = ({ left, right }: PictureFace): Spot => [(left.x + right.x) / 2, (left.y + right.y) / 2];
  const apart = ({ left, right }: PictureFace): number => Math.max(1e-6, away(eye(left), eye(right)));
  const out: PictureFace[] = [];
  for (const face of own) {
    const model = models.find((one) => away(between(one), between(face)) < ONE * Math.max(apart(one), apart(face)));
    if (!model) out.push(face);
    else if (Math.max(away(eye(model.left), eye(face.left)), away(eye(model.right), eye(face.right))) > SAME * apart(model)) continue;
    else {
      models.splice(models.indexOf(model), 1);
      const agrees = away(model.mouth[1], face.mouth[1]) < SAME * apart(model);
      out.push(agrees ? { ...face, chin: model.chin, facing: model.facing } : face);
    }
  }
  return [...out, ...models].sort((a, b) => a.left.x - b.left.x);
}
