import { stepped } from '../draw/colour.ts';
import type { Point } from '../draw/matrix.ts';
import { ellipse, joined, type Path, pen, smoothLoop } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp, mix } from '../time/easing.ts';
import { drawHand, type HandWeights } from './hand.ts';
import type { FigureModel } from './model.ts';
import { runs } from './parts/hairKit.ts';
import type { Garment, HandFrame, ShoeStyle, TorsoFrame } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import type { Proportions } from './proportions.ts';
import type { Arm, Leg, Skeleton } from './skeleton.ts';
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
    nodes.push(...drawLayer(model, sk, worn, last ? frontArms : []));
    if (index === 0) nodes.push(...drawNeck(model, sk));
    if (!last) nodes.push(...(worn.collar?.(torsoFrame(model, sk, worn)) ?? []));
  });
  return nodes;
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

/** How far down an arm a sleeve's end lies, and the sleeve's joints and radii up to there. */
function sleeveOf(p: Proportions, { shoulder, elbow, wrist }: Arm, worn: Garment): { joints: Point[]; radii: number[] } {
  const length = worn.sleeveLength ?? 1;
  const radii = [p.armTop + worn.sleeve[0], p.armTop * 0.6 + p.armEnd * 0.4 + worn.sleeve[1], p.armEnd + worn.sleeve[2]] as const;
  if (length >= 1) return { joints: [shoulder, elbow, wrist], radii: [...radii] };
  const upper = length <= 0.5;
  const t = upper ? length * 2 : length * 2 - 1;
  const [a, b] = upper ? [shoulder, elbow] : [elbow, wrist];
  const end = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
  // Short sleeves stand off the arm a little.
  const wide = (upper ? radii[0] + (radii[1] - radii[0]) * t : radii[1] + (radii[2] - radii[1]) * t) + (upper ? 2 : 0.5);
  return upper ? { joints: [shoulder, end], radii: [radii[0], wide] } : { joints: [shoulder, elbow, end], radii: [radii[0], radii[1], wide] };
}

/** One arm with its hand and sleeves. */
export function drawArm(model: FigureModel, sk: Skeleton, pose: Pose, wear: Wear, side: Side): Node[] {
  const s = new Sketch(`arm${side}`);
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const arm = sk.arms[side];
  const { shoulder, elbow, wrist, handAngle, bend } = arm;
  const weights: HandWeights = {
    fist: pose[`fist${side}`],
    point: pose[`point${side}`],
    open: pose[`open${side}`],
    flat: pose[`flat${side}`],
    thumb: pose[`thumb${side}`],
    grip: pose[`grip${side}`],
  };
  // The thumb lies towards the body while the hand hangs, and up when it is raised outwards.
  drawHand(
    s,
    'hand',
    wrist,
    handAngle,
    (out < 0 ? 1 : -1) as 1 | -1,
    p.hand,
    weights,
    wear.artificial.has(`arm${side}`) ? model.tone('metal') : wear.gloves ? model.tone('gloves') : model.skinTone,
  );
  const sleeved = wear.layers.filter((worn) => (worn.sleeveLength ?? 1) > 0);
  const full = sleeved.findLastIndex((worn) => (worn.sleeveLength ?? 1) >= 1);
  const radii = [p.armTop, p.armTop * 0.6 + p.armEnd * 0.4, p.armEnd] as const;
  if (full < 0) {
    s.limb('skin', [shoulder, elbow, wrist], [radii[0] - 0.6, radii[1], radii[2] + 0.6], model.skinTone, 4, false);
    if (wear.artificial.has(`arm${side}`)) {
      const socket = along(elbow, wrist, 0.12);
      s.limb('rod', [socket, wrist], [radii[1] * 0.7, radii[2] * 0.8], model.tone('metal'), 3.4, true);
      s.limb('socket', [elbow, socket], [radii[1] + 1.6, radii[1] + 1], model.tone('metal'), 3.4, true);
    } else if (wear.gloves) s.limb('glove', [along(elbow, wrist, 0.62), wrist], [radii[1] * 0.35 + radii[2] * 0.65 + 2.2, radii[2] + 2.2], model.tone('gloves'), 3.4, true);
  }
  const shown = full < 0 ? sleeved : sleeved.slice(full);
  for (const worn of shown) {
    const { joints, radii: wide } = sleeveOf(p, arm, worn);
    const tone = model.tone(worn.sleeves ?? worn.cloth);
    const id = worn === shown.at(-1) ? 'sleeve' : `sleeve.${worn.slot}`;
    s.limb(id, joints, wide, tone, 4.4, true);
    s.fill(`${id}.cap`, ellipse(shoulder.x, shoulder.y, (wide[0] as number) - 0.4), tone.base);
    if (worn.cuff) {
      const a = joints.at(-2) as Point;
      const b = joints.at(-1) as Point;
      const long = Math.max(1, Math.hypot(b.x - a.x, b.y - a.y));
      const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
      const r = (wide.at(-1) as number) - 0.2;
      const back = 4.5;
      const cx = b.x - ux * back;
      const cy = b.y - uy * back;
      s.line(
        `${id}.cuff`,
        pen()
          .move(cx + uy * r, cy - ux * r)
          .quad(b.x - ux * (back - 5), b.y - uy * (back - 5), cx - uy * r, cy + ux * r)
          .done(),
        model.colour(worn.cuff),
        3,
      );
    }
  }
  const outer = shown.at(-1);
  for (const extra of wear.extras) {
    const frame: HandFrame = { model, s, arm, side, cover: outer && (outer.sleeveLength ?? 1) >= 0.97 ? outer.sleeve[2] + 1 : 0 };
    extra.wrist?.(frame);
    extra.hand?.(frame);
  }
  const folded = clamp((Math.abs(bend) - 42) / 40, 0, 1);
  if (folded > 0.02 && (!outer || (outer.sleeveLength ?? 1) > 0.5)) {
    const dx = (elbow.x - shoulder.x) / p.upperArm;
    const dy = (elbow.y - shoulder.y) / p.upperArm;
    const inner = Math.sign(bend) * out;
    const nx = dy * inner;
    const ny = -dx * inner;
    const r = radii[1] + (outer?.sleeve[1] ?? 0);
    s.line(
      'fold',
      pen()
        .move(elbow.x + nx * r * 0.86 - dx * 2, elbow.y + ny * r * 0.86 - dy * 2)
        .quad(elbow.x + nx * r * 0.3, elbow.y + ny * r * 0.3, elbow.x - nx * r * 0.1 + dx * 3, elbow.y - ny * r * 0.1 + dy * 3)
        .move(elbow.x + nx * r * 0.8 - dx * 8, elbow.y + ny * r * 0.8 - dy * 8)
        .quad(elbow.x + nx * r * 0.35 - dx * 6, elbow.y + ny * r * 0.35 - dy * 6, elbow.x - dx * 4, elbow.y - dy * 4)
        .done(),
      outer ? model.seam(outer.sleeves ?? outer.cloth) : model.skin.line,
      2,
      0.55 * folded,
    );
  }
  return s.nodes;
}

const along = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

/** The thigh of somebody who sits, seen from its end: a round of cloth before the hem. */
export function drawLap(model: FigureModel, sk: Skeleton, wear: Wear, side: Side): Node[] {
  const s = new Sketch(`lap${side}`);
  const { hip, knee } = sk.legs[side];
  // A long coat or tunic lies over the thighs; an open one falls to their sides.
  const long = wear.layers.findLast((worn) => !worn.open && worn.hem(model).y > model.p.torso + 30);
  const covered = long ?? wear.skirt ?? (wear.legs && wear.legs.length > 0.2 ? wear.legs : undefined);
  const tone = covered ? model.tone(covered.cloth) : model.skinTone;
  const r = model.p.legTop + (wear.legs?.grow[0] ?? 2);
  const out = side === 'L' ? -1 : 1;
  // Flat where it meets the trunk, round at the knee; the inner sides touch.
  const [inside, outside] = [sk.hip.x + out * 0.6, knee.x + out * r];
  const [top, low] = [hip.y - r * 0.5, knee.y + r * 0.72];
  const mid = (inside + outside) / 2;
  const path = pen()
    .move(inside, top)
    .line(outside - out * 7, top)
    .quad(outside - out * 0.5, top, outside, top + 8)
    .line(outside, low - r * 0.5)
    .cubic(outside, low, mid + out * r * 0.55, low + 1, mid, low + 1)
    .cubic(mid - out * r * 0.6, low + 1, inside, low, inside, low - r * 0.6)
    .close()
    .done();
  return s.shaded('thigh', path, tone, [-5, -3]).nodes;
}

/** One leg with shoe, skin and what covers it; of somebody who sits from the knee down, since the lap has the rest. */
export function drawLeg(model: FigureModel, sk: Skeleton, wear: Wear, side: Side, fromKnee = false): Node[] {
  const s = new Sketch(`leg${side}`);
  const { p } = model;
  const whole = sk.legs[side];
  const leg = fromKnee ? { ...whole, hip: along(whole.hip, whole.knee, 0.7) } : whole;
  const cover = wear.legs;
  const length = cover?.length ?? 0;
  const kneeR = (p.legTop + p.legEnd) / 2;
  const bare = length < 0.97;
  const ankle = { x: leg.ankle.x, y: leg.ankle.y + 1 };
  const metal = wear.artificial.has(`leg${side}`);
  if (bare && metal) {
    s.limb('rod', [along(leg.knee, ankle, 0.2), ankle], [p.legEnd * 0.5, p.legEnd * 0.42], model.tone('metal'), 3, true);
    s.limb('socket', [leg.hip, leg.knee, along(leg.knee, ankle, 0.24)], [p.legTop - 1, kneeR - 1, kneeR - 3], model.skinTone, 5, true);
    s.limb('cup', [along(leg.hip, leg.knee, 0.86), along(leg.knee, ankle, 0.26)], [kneeR + 1, kneeR - 2.5], model.tone('metal'), 4, true);
  } else if (bare) s.limb('skin', [leg.hip, leg.knee, ankle], [p.legTop - 1, kneeR - 1, p.legEnd - 1.5], model.skinTone, 5, true);
  // A tall boot takes a narrow trouser in.
  const over = wear.shoes.top < -20 && (cover?.grow[2] ?? 0) < 9;
  if (!over) drawShoe(s, model, leg, wear.shoes);
  if (cover && length > 0.02) {
    const tone = model.tone(cover.cloth);
    const [g0, g1, g2] = cover.grow;
    if (length >= 0.97) s.limb('trouser', [leg.hip, leg.knee, ankle], [p.legTop + g0, kneeR + g1, p.legEnd + g2], tone, 5, true);
    else if (length > 0.5) {
      const t = length * 2 - 1;
      s.limb('trouser', [leg.hip, leg.knee, along(leg.knee, ankle, t)], [p.legTop + g0, kneeR + g1, kneeR + (p.legEnd - kneeR) * t + g2], tone, 5, true);
    } else s.limb('trouser', [leg.hip, along(leg.hip, leg.knee, length * 2)], [p.legTop + g0, p.legTop + (kneeR - p.legTop) * length * 2 + g2], tone, 5, true);
    s.nodes.push(...(cover.details?.({ model, s, leg, side }) ?? []));
  }
  if (over) drawShoe(s, model, leg, wear.shoes);
  return s.nodes;
}

function drawShoe(s: Sketch, model: FigureModel, leg: Leg, style: ShoeStyle): void {
  const { p } = model;
  const tone = style.skin ? model.skinTone : model.tone('shoes');
  const k = p.legEnd / 15 + 0.1;
  const toe = 19 + style.toe + 13 * Math.abs(leg.toes);
  const heel = 17;
  const d = leg.toes < 0 ? -1 : 1;
  const { top } = style;
  const high = clamp((-5 - top) / 26, 0, 1);
  const cos = Math.cos(leg.footAngle);
  const sin = Math.sin(leg.footAngle);
  const at = (x: number, y: number): [number, number] => {
    const px = x * d * k;
    const py = y;
    return [leg.ankle.x + px * cos - py * sin, leg.ankle.y + px * sin + py * cos];
  };
  const wide = 14.5 + style.wide;
  const path = pen()
    .move(...at(-wide, top))
    .cubic(...at(-wide * 0.55, top - 4 * (1 - style.flat)), ...at(wide * 0.62, top - 4 * (1 - style.flat)), ...at(wide + 0.5, top))
    .cubic(...at(wide + 5.5, -2 - 2 * high), ...at(26, 4), ...at(toe - 3, 8))
    .cubic(...at(toe + 2, 11), ...at(toe + 4, 15), ...at(toe, 16.6))
    .cubic(...at(toe * 0.4, 17.4), ...at(-heel + 4, 17.4), ...at(-heel, 16.6))
    .cubic(...at(-heel - 4, 14), ...at(-heel, 4), ...at(-wide, top))
    .close()
    .done();
  s.shaded('shoe', path, tone, [-3, -2]);
  if (style.sole !== 'none') {
    const y = 19 - style.thick;
    s.fill(
      'sole',
      pen()
        .move(...at(-heel - 0.5, y))
        .line(...at(toe + 1.5, y))
        .quad(...at(toe + 2.5, 19), ...at(toe - 3, 19))
        .line(...at(-heel + 3.5, 19))
        .quad(...at(-heel - 2, 19), ...at(-heel - 0.5, y))
        .close()
        .done(),
      style.sole === 'light' ? '#f3efe6' : stepped(style.skin ? model.colour('shoes') : tone.base, -0.1),
    );
  }
  const line = (id: string, width: number, colour: string, ...points: readonly (readonly [number, number])[]): void => {
    const out = pen().move(...at(...(points[0] as [number, number])));
    for (const point of points.slice(1)) out.line(...at(...(point as [number, number])));
    s.line(id, out.done(), colour, width);
  };
  if (style.laces) for (const [n, y] of [-1, 3.4].entries()) line(`lace${n}`, 2, '#f3efe6', [11 + n * 4, y - 1], [19 + n * 3, y + 1.5]);
  if (style.straps) {
    line('strap1', 4.4, model.colour('shoes'), [-13, 3], [17, 2]);
    line('strap2', 4.4, model.colour('shoes'), [16, 13], [25, 6.5]);
  }
  if (style.cuff) line('cuff', 4, stepped(tone.base, 0.08), [-wide + 0.5, top + 1], [wide, top + 1]);
  if (style.cap)
    s.fill(
      'toe',
      pen()
        .move(...at(toe - 9, 14))
        .cubic(...at(toe - 9, 9.5), ...at(toe - 3, 8), ...at(toe, 10))
        .cubic(...at(toe + 2.6, 11.5), ...at(toe + 3, 13), ...at(toe + 2, 14))
        .close()
        .done(),
      style.cap === 'light' ? '#f3efe6' : stepped(tone.base, -0.07),
    );
}
