import type { Point } from '../draw/matrix.ts';
import { ellipse, joined, type Path, smoothLoop } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp, mix } from '../time/easing.ts';
import type { FigureModel } from './model.ts';
import { runs } from './parts/hairKit.ts';
import type { Garment, TorsoFrame } from './parts/part.ts';
import type { Side } from './pose.ts';
import type { Skeleton } from './skeleton.ts';
import { limbPath, Sketch } from './sketch.ts';
import { slideX } from './turn.ts';
import type { Wear } from './wear.ts';

/** How much of a garment's lower part follows the hips instead of the leaning chest. */
const HEM_FOLLOWS_HIP = 0.75;

type Row = readonly [number, number];

/** Heights and half widths of a garment's outline, top to hem (units below the neck, `grow` included). */
/** Where the hem hangs: a long garment of somebody who sits lies on the lap instead. */
function hemOf(model: FigureModel, sk: Skeleton, worn: Garment): { y: number; out: number } {
  const { y, out } = worn.hem(model);
  const onLap = model.p.torso + 16;
  return sk.seat > 0 && y > onLap ? { y: mix(y, onLap, sk.seat), out: out * (1 - sk.seat) } : { y, out };
}

function rowsOf(model: FigureModel, sk: Skeleton, worn: Garment): readonly Row[] {
  const { p } = model;
  const g = worn.grow;
  const { y: hemY, out } = hemOf(model, sk, worn);
  const t = p.torso;
  const hip = Math.min(t * 1.0, hemY - 12);
  const sleeveless = worn.sleeveLength === 0 && !worn.open;
  const rows: Row[] = [
    [sleeveless ? 21 : 15, sleeveless ? -11 : -13],
    [31 + g * 0.4, -5],
    sleeveless ? [Math.max(34, p.shoulder * 0.66), 14] : [p.shoulder + g, 13],
    sleeveless ? [p.chest * 0.82 + g * 0.5, t * 0.3] : [p.chest + g * 0.9, t * 0.37],
    ...(sleeveless ? [[p.chest * 0.98 + g * 0.8, t * 0.44] as Row] : []),
    [p.waist + g * 1.1, t * 0.66],
    [p.hip + g * 1.1, hip],
  ];
  const shown = worn.from === undefined ? rows : rows.filter(([, y]) => y > (worn.from as number) * t + 4);
  if (worn.from !== undefined) {
    const y = worn.from * t;
    const below = rows.findIndex(([, at]) => at > y + 4);
    const [w1, y1] = rows[below] as Row;
    const [w0, y0] = (rows[below - 1] ?? rows[below]) as Row;
    shown.unshift([worn.width === undefined ? w0 + ((w1 - w0) * (y - y0)) / Math.max(1, y1 - y0) : worn.width, y]);
  }
  if (hemY > t * 1.3) shown.push([p.hip + g + out * 0.7, t * 1.0 + (hemY - t) * 0.62]);
  shown.push([p.hip + g + out, hemY - 5]);
  return shown;
}

/** Where the garment's points lie: turned about the trunk, leaned with it, the hem following hips and knees. */
export function torsoFrame(model: FigureModel, sk: Skeleton, worn: Garment): TorsoFrame {
  const rows = rowsOf(model, sk, worn);
  const halfAt = (y: number): number => {
    for (let index = 1; index < rows.length; index++) {
      // By index: this is asked some thousand times a frame, and taking pairs apart makes rubbish.
      const below = rows[index] as readonly [number, number];
      if (y > below[1]) continue;
      const above = rows[index - 1] as readonly [number, number];
      return above[0] + ((below[0] - above[0]) * clamp(y - above[1], 0, below[1] - above[1])) / (below[1] - above[1]);
    }
    return (rows.at(-1) as [number, number])[0];
  };
  const t = model.p.torso;
  const stepX = (sk.legs.L.knee.x + sk.legs.R.knee.x) / 2 - sk.hip.x;
  const place = (x: number, y: number): Point => {
    const half = Math.max(halfAt(y), 30) + 1;
    // The neck hardly turns with the trunk: what lies there slides less.
    const yaw = sk.bodyYaw * clamp((y + 24) / 74, 0.3, 1);
    const edge = Math.sign(x) * half;
    return settle(Math.abs(x) > half ? slideX(edge, half, yaw) + x - edge : slideX(x, half, yaw), y);
  };
  const settle = (x: number, y: number): Point => {
    const below = Math.max(0, y - t);
    const share = clamp(y / t, 0, 1);
    // The spine bends from hip to neck; below the hip the cloth hangs and follows the legs a little.
    const bend = sk.lean * (1 - share * HEM_FOLLOWS_HIP * 0.35);
    const up = t - y;
    const px = sk.hip.x + (up > 0 ? Math.sin(bend) * up : 0) + x * Math.cos(bend) + (below > 0 ? stepX * clamp(below / 120, 0, 0.5) : 0);
    const spine = Math.hypot(sk.neck.x - sk.hip.x, sk.neck.y - sk.hip.y) / t;
    const py = sk.hip.y - (up > 0 ? Math.cos(bend) * up * spine : up) + x * Math.sin(bend) * (1 - clamp(below / 60, 0, 1));
    return { x: px, y: py };
  };
  return { model, sk, halfAt, place: (x, y) => place(x, y) };
}

/** The garment's two sides, top to hem, and the middle of its hem. */
function sidesOf(model: FigureModel, sk: Skeleton, worn: Garment, frame: TorsoFrame): { right: Point[]; left: Point[]; foot: Point } {
  const rows = rowsOf(model, sk, worn);
  const yaw = sk.bodyYaw;
  const s = Math.sin(yaw);
  const knees = Math.max(0, Math.max(sk.legs.R.knee.x, sk.legs.L.knee.x) - sk.hip.x);
  const kneesLeft = Math.max(0, sk.hip.x - Math.min(sk.legs.L.knee.x, sk.legs.R.knee.x));
  const { y: hemY } = hemOf(model, sk, worn);
  const long = clamp((hemY - model.p.torso) / 100, 0, 1);
  const whole = worn.from === undefined;
  const side = (out: 1 | -1): Point[] =>
    rows.map(([w, y], index) => {
      const far = s * out;
      const narrow = 1 - Math.max(0, far) * (y < model.p.torso * 0.5 ? 0.26 : 0.14) - Math.max(0, -far) * 0.1;
      const kneeRoom = index >= rows.length - 2 ? Math.max(0, (out > 0 ? knees : kneesLeft) + model.p.legTop * 0.72 - w * narrow) * long : 0;
      const shrug = whole && (index === 1 || (index === 2 && worn.sleeveLength !== 0)) ? (sk.arms[out > 0 ? 'R' : 'L'].shoulder.y - shoulderRest(sk, model)) * 0.8 : 0;
      const at = frame.place(out * 1000, y);
      const base = frame.place(0, y);
      const direction = (at.y - base.y) / 1000;
      const x = out * (w * narrow + kneeRoom);
      return { x: frameMid(frame, y).x + x, y: frameMid(frame, y).y + x * out * out * direction * out + shrug };
    });
  const foot = frameMid(frame, hemY);
  return { right: side(1), left: side(-1), foot: { x: foot.x, y: foot.y + 1 } };
}

const pair = ({ x, y }: Point): [number, number] => [x, y];

/** Outline of a garment; an open one is two halves beside its opening. */
function clothPaths(model: FigureModel, sk: Skeleton, worn: Garment, frame: TorsoFrame): Path[] {
  const { right, left, foot } = sidesOf(model, sk, worn, frame);
  if (worn.open) {
    const { y: hemY } = hemOf(model, sk, worn);
    const [top, bottom] = worn.open;
    return ([1, -1] as const).map((out) => {
      const side = out > 0 ? right : left;
      const low = frame.place(out * bottom, hemY - 1);
      const mid = frame.place(out * (top + bottom) * 0.5, hemY * 0.4);
      const high = frame.place(out * top, -12);
      return runs([...side.map(pair), pair({ x: low.x, y: low.y + 1.5 })], [pair(mid), pair(high)], [pair(side[0] as Point)]);
    });
  }
  if (worn.from !== undefined) return [runs(right.map(pair), [pair(foot), pair(left.at(-1) as Point)], left.toReversed().map(pair), [pair(right[0] as Point)])];
  return [
    smoothLoop(
      [...right, foot, ...left.toReversed()].flatMap(({ x, y }) => [x, y]),
      0.92,
    ),
  ];
}

const frameMid = (frame: TorsoFrame, y: number): Point => {
  const a = frame.place(-2000, y);
  const b = frame.place(2000, y);
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
};

const shoulderRest = (sk: Skeleton, model: FigureModel): number => sk.neck.y + 21 + 0.42 * model.p.armTop;

/** The bare trunk's upper half, for what has no sleeves. */
const BARE: Garment = { id: 'bare', slot: 'under', name: 'bare', cloth: 'skin', sleeve: [0, 0, 0], grow: 0, hem: ({ p }) => ({ y: p.torso, out: 0 }) };

/**
 * Trunk with all that is worn on it, inner layers first, each under the next one's cloth with its own collar; the
 * outermost one's collar comes later, over the arms (drawCollar). Arms that lie over it leave their shade.
 */
export function drawTorso(model: FigureModel, sk: Skeleton, wear: Wear, frontArms: readonly Side[]): Node[] {
  const nodes: Node[] = [];
  const { layers } = wear;
  if (layers.every((worn) => worn.sleeveLength === 0)) nodes.push(...drawLayer(model, sk, BARE, []));
  layers.forEach((worn, index) => {
    const last = index === layers.length - 1;
    // What lies wholly below a closed garment is not seen: its collar and sleeves are, and come by themselves.
    if (!layers.slice(index + 1).some((over) => covers(model, over, worn))) nodes.push(...drawLayer(model, sk, worn, last ? frontArms : []));
    if (index === 0) nodes.push(...drawNeck(model, sk));
    if (!last) nodes.push(...(worn.collar?.(torsoFrame(model, sk, worn)) ?? []));
  });
  return nodes;
}

/** Whether a garment hides the cloth of another one below it. */
function covers(model: FigureModel, over: Garment, under: Garment): boolean {
  if (over.open || over.from !== undefined || (over.sleeveLength === 0 && under.sleeveLength !== 0)) return false;
  const [a, b] = [over.hem(model), under.hem(model)];
  return over.grow >= under.grow && a.y >= b.y && a.y - model.p.torso > 0 && a.out >= Math.min(b.out, 0);
}

function drawLayer(model: FigureModel, sk: Skeleton, worn: Garment, frontArms: readonly Side[]): Node[] {
  const s = new Sketch(`torso.${worn.slot}`);
  const frame = torsoFrame(model, sk, worn);
  const tone = worn === BARE ? model.skinTone : model.tone(worn.cloth);
  const paths = clothPaths(model, sk, worn, frame);
  const { y: hemY } = hemOf(model, sk, worn);
  const clips = worn.clips || worn.open !== undefined;
  const shades = frontArms.flatMap((side) => {
    const { shoulder, elbow, wrist } = sk.arms[side];
    const { armTop, armEnd } = model.p;
    const radii = [armTop * 0.82 + armEnd * 0.18 + worn.sleeve[0] - 2, armTop * 0.6 + armEnd * 0.4 + worn.sleeve[1], armEnd + worn.sleeve[2]];
    const from = { x: shoulder.x + (elbow.x - shoulder.x) * 0.42, y: shoulder.y + (elbow.y - shoulder.y) * 0.42 };
    const joints = [from, elbow, wrist].map(({ x, y }) => ({ x: x + 3.5, y: y + 4.5 }));
    if (clips) return [s.fillItem(`contact${side}`, limbPath(joints, radii, false), tone.shadow)];
    // Without a clip the shade may lie only where cloth is behind its right edge; it fades as an arm leaves the trunk.
    const room = (at: Point, r: number): number => {
      const y = at.y - sk.neck.y;
      return Math.min(frameMid(frame, y).x + frame.halfAt(y) * 0.86 - (at.x + r), hemY - 14 - (y + r * 0.5));
    };
    const rooms = joints.map((joint, index) => room(joint, radii[index] as number));
    const count = (rooms[0] as number) < 0 ? 0 : (rooms[1] as number) < 0 ? 1 : (rooms[2] as number) < 0 ? 2 : 3;
    if (count < 2) return [];
    const alpha = clamp(Math.min(...rooms.slice(0, count)) / 5, 0, 1);
    return [s.fillItem(`contact${side}`, limbPath(joints.slice(0, count), radii, false), tone.shadow, Math.round(alpha * 32) / 32)];
  });
  const details = [...(worn.details?.(frame) ?? []), ...shades];
  if (worn.open) {
    // Both fronts are one shape, so that details may run over either.
    s.clipped('cloth', joined(...paths), tone, [-4, -2.2], details);
  } else if (clips) s.clipped('cloth', paths[0] as Path, tone, [-8, -2.2], details);
  else s.shaded('cloth', paths[0] as Path, tone, [-8, -2.2], details);
  return s.nodes;
}

/** A skirt: from the waist over the legs, under whatever covers the trunk. */
export const drawSkirt = (model: FigureModel, sk: Skeleton, wear: Wear): Node[] => (wear.skirt ? drawLayer(model, sk, wear.skirt, []) : []);

/** Collar of the outermost layer. */
export const drawCollar = (model: FigureModel, sk: Skeleton, wear: Wear): Node[] => {
  const worn = wear.layers.at(-1) as Garment;
  return worn.collar?.(torsoFrame(model, sk, worn)) ?? [];
};

function drawNeck(model: FigureModel, sk: Skeleton): Node[] {
  const s = new Sketch('neck');
  const { p } = model;
  const wide = 13 + p.armTop * 0.16;
  const top = { x: sk.head.x - (sk.head.x - sk.neck.x) * 0.35, y: sk.head.y + p.headHeight * 0.55 };
  const path = limbPath([{ x: sk.neck.x, y: sk.neck.y + 2 }, top], [wide, wide - 1], false);
  return s.clipped('neck', path, model.skinTone, [-4.5, -2.5], [s.fillItem('chin', ellipse(sk.head.x + 1, sk.head.y + p.headHeight * 0.44, 26, 27), model.skin.shadow)]).nodes;
}
