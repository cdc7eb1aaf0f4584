import type { Matrix, Point } from '../../draw/matrix.ts';
import type { Bend } from '../../draw/picture.ts';
import { clamp, smooth } from '../../time/easing.ts';
import { chinDrop, type MouthNumbers } from '../mouth.ts';
import type { Pose } from '../pose.ts';
import type { PictureModel } from './model.ts';

const DEG = Math.PI / 180;
/** A drawn head's half height in figure units: poses are given for heads of this size. */
const DRAWN_RADIUS = 49;
/** A picture has no other side: so far (of a drawn head's turn) it can be turned, and leads its features by this much of its radius. */
const MOST_TURN = 0.55;
const LEAD = 0.34;
const NOD = 0.2;
/** A head's own tilt is smaller than a drawn one's: hair and neck come along. */
const TILT = 0.75;
const MOST_TILT = 18;
/** Cells across the picture; as square as they can be. */
const COLUMNS = 18;

const bell = (value: number, width: number): number => Math.exp(-((value / width) ** 2));

/** How a pose bends a picture: sends any of its points (figure units) to where it is seen. */
export type Bending = (x: number, y: number) => Point;

/** A head turns as a ball does whose front is the face, about a neck that blends it into what is below; the trunk sways, breathes and leans. */
export function bendingOf(model: PictureModel, pose: Pose, mouth: MouthNumbers): Bending {
  const { picture, centre, radius, across, down, height } = model;
  const scale = radius / DRAWN_RADIUS;
  const much = picture.still ? 0 : picture.moves;
  const turn = clamp(pose.headTurn + pose.bodyTurn * 0.7, -MOST_TURN, MOST_TURN);
  const yaw = Math.sin(turn * 75 * DEG) * much;
  const pitch = clamp(pose.headPitch, -1.2, 1.2) * much;
  const tilt = clamp(pose.headTilt * TILT, -MOST_TILT, MOST_TILT) * DEG * much;
  const lean = pose.lean * DEG * 0.8 * much;
  const [leanSin, leanCos] = [Math.sin(lean), Math.cos(lean)];
  const sway = pose.hipX * scale * much;
  const dip = clamp((pose.hipY * scale) / height, -0.2, 0.2) * much;
  const breath = pose.chest * scale * much;
  const lift = pose.shoulderLift * scale * much;
  const squeeze = 1 - 0.1 * Math.abs(Math.sin(pose.bodyTurn * 75 * DEG)) * much;
  const jaw = chinDrop(mouth) * picture.mouth.open * scale * 0.8;
  const chinAt = along(model, model.chin).b;
  const lips = along(model, model.mouth[1]).b;
  const neck = chinAt + radius * 0.3;
  const brows = picture.still
    ? []
    : model.brows.map(({ side, points }) => {
        const [inner, middle, outer] = points.map((point) => along(model, point)) as [Face, Face, Face];
        return {
          a: middle.a,
          b: middle.b,
          inner: inner.a,
          span: outer.a - inner.a || 1,
          wide: Math.abs(outer.a - inner.a) * 0.62 + radius * 0.05,
          inside: pose[`browIn${side}`] * scale,
          outside: pose[`browOut${side}`] * scale,
        };
      });

  return (x, y) => {
    let { a, b } = along(model, { x, y });
    const below = (b - chinAt) / radius;
    const aside = Math.abs(a) / radius;
    const head = model.hasBody ? (1 - smooth(clamp(below / 1.05 + 0.06, 0, 1))) * (1 - smooth(clamp((aside - 1.5) / 1.7, 0, 1))) : 1;
    // The ball's front: nothing at its rim moves, so that the outline stays where it is drawn.
    const deep = Math.max(0, 1 - (a / (1.12 * radius)) ** 2 - (b / (1.3 * radius)) ** 2);
    for (const brow of brows) {
      const near = bell(a - brow.a, brow.wide) * bell(b - brow.b, radius * 0.17);
      if (near < 0.01) continue;
      const share = clamp((a - brow.inner) / brow.span, 0, 1);
      b += near * (brow.inside + (brow.outside - brow.inside) * share);
    }
    if (jaw > 0 && b > lips) {
      const fall = b < chinAt ? smooth((b - lips) / (chinAt - lips)) : 1 - smooth(clamp((b - chinAt) / (radius * 0.45), 0, 1));
      b += jaw * fall * bell(a, radius * 0.62);
    }
    a += yaw * deep * LEAD * radius;
    b += pitch * deep * NOD * radius;
    if (head > 0) {
      // About the neck; what is only half the head's turns half as far.
      const [dx, dy] = [a, b - neck];
      const [sin, cos] = [Math.sin(tilt * head), Math.cos(tilt * head)];
      a += dx * cos - dy * sin - dx + pose.headX * scale * much * head;
      b += dx * sin + dy * cos - dy + pose.headY * scale * much * head;
    }
    let px = centre.x + across.x * a + down.x * b;
    let py = centre.y + across.y * a + down.y * b;
    const high = clamp(-py / height, 0, 1.2);
    const trunk = model.hasBody ? bell(below - 1, 0.9) : 0;
    px *= squeeze;
    py *= 1 - dip;
    if (model.hasBody) px += sway * smooth(clamp(high / 0.35, 0, 1)) - Math.tan(lean) * py;
    else {
      // Nothing but a head: it rolls on its chin as a whole.
      [px, py] = [px * leanCos - py * leanSin + sway, px * leanSin + py * leanCos];
    }
    // The lower edge stays where it stands.
    const free = model.hasBody ? smooth(clamp(high / 0.16, 0, 1)) : 0.4;
    py -= (breath * 0.9 + lift * 0.7) * Math.max(trunk, head * 0.85) * free;
    px += px * breath * 0.0016 * trunk;
    return { x: px, y: py - Math.max(0, pose.air) };
  };
}

interface Face {
  readonly a: number;
  readonly b: number;
}
/** A point along the face's own axes, from its middle. */
function along({ centre, across, down }: PictureModel, { x, y }: Point): Face {
  const [dx, dy] = [x - centre.x, y - centre.y];
  return { a: dx * across.x + dy * across.y, b: dx * down.x + dy * down.y };
}

/** The picture's grid under a bending; corners on a fine raster, so that one that hardly stirs is the same picture. */
export function bendOf({ width, height }: PictureModel, bending: Bending): Bend {
  const columns = COLUMNS;
  const rows = Math.max(4, Math.min(36, Math.round((COLUMNS * height) / width)));
  const corners = new Float64Array((columns + 1) * (rows + 1) * 2);
  let n = 0;
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= columns; i++) {
      const { x, y } = bending((i / columns - 0.5) * width, (j / rows - 1) * height);
      corners[n++] = Math.round(x * 32) / 32;
      corners[n++] = Math.round(y * 32) / 32;
    }
  return { columns, rows, corners };
}

/** What a bending does near a point, as a matrix from the point's own units (unbent, about it) to the figure's. */
export function matrixAt(bending: Bending, { x, y }: Point, reach: number): Matrix {
  const at = bending(x, y);
  const [right, left] = [bending(x + reach, y), bending(x - reach, y)];
  const [below, above] = [bending(x, y + reach), bending(x, y - reach)];
  const k = 1 / (2 * reach);
  return [(right.x - left.x) * k, (right.y - left.y) * k, (below.x - above.x) * k, (below.y - above.y) * k, at.x, at.y];
}
