import { stepped } from '../draw/colour.ts';
import type { Point } from '../draw/matrix.ts';
import { ellipse, type Path, pen, smoothLoop } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp } from '../time/easing.ts';
import { drawHand, type HandWeights } from './hand.ts';
import type { FigureModel } from './model.ts';
import type { Garment, TorsoFrame } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import type { Leg, Skeleton } from './skeleton.ts';
import { limbPath, Sketch } from './sketch.ts';
import { slideX } from './turn.ts';

/** How much of a garment's lower part follows the hips instead of the leaning chest. */
const HEM_FOLLOWS_HIP = 0.75;

/** Heights and half widths of the trunk's outline, neck to hem (units below the neck, before `grow`). */
function profile(model: FigureModel, worn: Garment): readonly (readonly [number, number])[] {
  const { p } = model;
  const g = worn.grow;
  const { y: hemY, out } = worn.hem(model);
  const t = p.torso;
  const rows: (readonly [number, number])[] = [
    [15, -13],
    [31 + g * 0.4, -5],
    [p.shoulder + g, 13],
    [p.chest + g * 0.9, t * 0.37],
    [p.waist + g * 1.1, t * 0.66],
    [p.hip + g * 1.1, Math.min(t * 1.0, hemY - 12)],
  ];
  if (hemY > t * 1.3) rows.push([p.hip + g + out * 0.7, t * 1.0 + (hemY - t) * 0.62]);
  rows.push([p.hip + g + out, hemY - 5]);
  return rows;
}

/** Where the garment's points lie: turned about the trunk, leaned with it, the hem following hips and knees. */
export function torsoFrame(model: FigureModel, sk: Skeleton, worn: Garment): TorsoFrame {
  const rows = profile(model, worn);
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

function torsoPath(model: FigureModel, sk: Skeleton, worn: Garment, frame: TorsoFrame): Path {
  const rows = profile(model, worn);
  const yaw = sk.bodyYaw;
  const s = Math.sin(yaw);
  const knees = Math.max(0, Math.max(sk.legs.R.knee.x, sk.legs.L.knee.x) - sk.hip.x);
  const kneesLeft = Math.max(0, sk.hip.x - Math.min(sk.legs.L.knee.x, sk.legs.R.knee.x));
  const { y: hemY } = worn.hem(model);
  const long = clamp((hemY - model.p.torso) / 100, 0, 1);
  const side = (out: 1 | -1): Point[] =>
    rows.map(([w, y], index) => {
      const far = s * out;
      const narrow = 1 - Math.max(0, far) * (index < 4 ? 0.26 : 0.14) - Math.max(0, -far) * 0.1;
      const kneeRoom = index >= rows.length - 2 ? Math.max(0, (out > 0 ? knees : kneesLeft) + model.p.legTop * 0.72 - w * narrow) * long : 0;
      const shrug = index === 1 || index === 2 ? (sk.arms[out > 0 ? 'R' : 'L'].shoulder.y - shoulderRest(sk, model)) * 0.8 : 0;
      const at = frame.place(out * 1000, y);
      const base = frame.place(0, y);
      const direction = (at.y - base.y) / 1000;
      const x = out * (w * narrow + kneeRoom);
      return { x: frameMid(frame, y).x + x, y: frameMid(frame, y).y + x * out * out * direction * out + shrug };
    });
  const right = side(1);
  const left = side(-1).reverse();
  const foot = frameMid(frame, hemY);
  const points = [...right, { x: foot.x, y: foot.y + 1 }, ...left];
  return smoothLoop(
    points.flatMap(({ x, y }) => [x, y]),
    0.92,
  );
}

const frameMid = (frame: TorsoFrame, y: number): Point => {
  const a = frame.place(-2000, y);
  const b = frame.place(2000, y);
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
};

const shoulderRest = (sk: Skeleton, model: FigureModel): number => sk.neck.y + 21 + 0.42 * model.p.armTop;

/** Trunk with its details and the shade of arms that lie over it. */
export function drawTorso(model: FigureModel, sk: Skeleton, worn: Garment, frontArms: readonly Side[]): Node[] {
  const s = new Sketch('torso');
  const frame = torsoFrame(model, sk, worn);
  const tone = model.tone(worn.cloth);
  const path = torsoPath(model, sk, worn, frame);
  const { y: hemY } = worn.hem(model);
  const shades = frontArms.flatMap((side) => {
    const { shoulder, elbow, wrist } = sk.arms[side];
    const { armTop, armEnd } = model.p;
    const radii = [armTop * 0.82 + armEnd * 0.18 + worn.sleeve[0] - 2, armTop * 0.6 + armEnd * 0.4 + worn.sleeve[1], armEnd + worn.sleeve[2]];
    const from = { x: shoulder.x + (elbow.x - shoulder.x) * 0.42, y: shoulder.y + (elbow.y - shoulder.y) * 0.42 };
    const joints = [from, elbow, wrist].map(({ x, y }) => ({ x: x + 3.5, y: y + 4.5 }));
    if (worn.clips) return [s.fillItem(`contact${side}`, limbPath(joints, radii, false), tone.shadow)];
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
  if (worn.clips) s.clipped('cloth', path, tone, [-8, -2.2], details);
  else s.shaded('cloth', path, tone, [-8, -2.2], details);
  return s.nodes;
}

export const drawCollar = (model: FigureModel, sk: Skeleton, worn: Garment): Node[] => worn.collar?.(torsoFrame(model, sk, worn)) ?? [];

export function drawNeck(model: FigureModel, sk: Skeleton): Node[] {
  const s = new Sketch('neck');
  const { p } = model;
  const wide = 13 + p.armTop * 0.16;
  const top = { x: sk.head.x - (sk.head.x - sk.neck.x) * 0.35, y: sk.head.y + p.headHeight * 0.55 };
  const path = limbPath([{ x: sk.neck.x, y: sk.neck.y + 2 }, top], [wide, wide - 1], false);
  return s.clipped('neck', path, model.skinTone, [-4.5, -2.5], [s.fillItem('chin', ellipse(sk.head.x + 1, sk.head.y + p.headHeight * 0.44, 26, 27), model.skin.shadow)]).nodes;
}

/** One arm with its hand and sleeve. */
export function drawArm(model: FigureModel, sk: Skeleton, pose: Pose, worn: Garment, side: Side): Node[] {
  const s = new Sketch(`arm${side}`);
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const { shoulder, elbow, wrist, handAngle, bend } = sk.arms[side];
  const weights: HandWeights = { fist: pose[`fist${side}`], point: pose[`point${side}`], open: pose[`open${side}`], flat: pose[`flat${side}`] };
  // The thumb lies towards the body while the hand hangs, and up when it is raised outwards.
  drawHand(s, 'hand', wrist, handAngle, (out < 0 ? 1 : -1) as 1 | -1, p.hand, weights, model.skinTone);
  const tone = model.tone(worn.cloth);
  const radii = [p.armTop + worn.sleeve[0], p.armTop * 0.6 + p.armEnd * 0.4 + worn.sleeve[1], p.armEnd + worn.sleeve[2]] as const;
  const joints = [shoulder, elbow, wrist];
  s.limb('sleeve', joints, radii, tone, 4.4, true);
  s.fill('cap', ellipse(shoulder.x, shoulder.y, radii[0] - 0.4), tone.base);
  const folded = clamp((Math.abs(bend) - 42) / 40, 0, 1);
  if (folded > 0.02) {
    const dx = (elbow.x - shoulder.x) / p.upperArm;
    const dy = (elbow.y - shoulder.y) / p.upperArm;
    const inner = Math.sign(bend) * out;
    const nx = dy * inner;
    const ny = -dx * inner;
    const r = radii[1];
    s.line(
      'fold',
      pen()
        .move(elbow.x + nx * r * 0.86 - dx * 2, elbow.y + ny * r * 0.86 - dy * 2)
        .quad(elbow.x + nx * r * 0.3, elbow.y + ny * r * 0.3, elbow.x - nx * r * 0.1 + dx * 3, elbow.y - ny * r * 0.1 + dy * 3)
        .move(elbow.x + nx * r * 0.8 - dx * 8, elbow.y + ny * r * 0.8 - dy * 8)
        .quad(elbow.x + nx * r * 0.35 - dx * 6, elbow.y + ny * r * 0.35 - dy * 6, elbow.x - dx * 4, elbow.y - dy * 4)
        .done(),
      model.seam(worn.cloth),
      2,
      0.55 * folded,
    );
  }
  if (worn.cuff) {
    const ux = (wrist.x - elbow.x) / p.foreArm;
    const uy = (wrist.y - elbow.y) / p.foreArm;
    const r = radii[2] - 0.2;
    const back = 4.5;
    const cx = wrist.x - ux * back;
    const cy = wrist.y - uy * back;
    s.line(
      'cuff',
      pen()
        .move(cx + uy * r, cy - ux * r)
        .quad(wrist.x - ux * (back - 5), wrist.y - uy * (back - 5), cx - uy * r, cy + ux * r)
        .done(),
      model.colour(worn.cuff),
      3,
    );
  }
  return s.nodes;
}

/** One leg with trouser and shoe. */
export function drawLeg(model: FigureModel, sk: Skeleton, side: Side): Node[] {
  const s = new Sketch(`leg${side}`);
  const { p } = model;
  const leg = sk.legs[side];
  drawShoe(s, model, leg, model.character.parts.shoes === 'boots');
  const grow = 3;
  const tone = model.tone('trousers');
  const knee = (p.legTop + p.legEnd) / 2 + grow * 0.6;
  const hem = { x: leg.ankle.x, y: leg.ankle.y + 1 };
  s.limb('trouser', [leg.hip, leg.knee, hem], [p.legTop + grow, knee, p.legEnd + grow + 4], tone, 5, true);
  return s.nodes;
}

function drawShoe(s: Sketch, model: FigureModel, leg: Leg, boots: boolean): void {
  const { p } = model;
  const tone = model.tone('shoes');
  const k = p.legEnd / 15 + 0.1;
  const toe = 19 + 13 * Math.abs(leg.toes);
  const heel = 17;
  const d = leg.toes < 0 ? -1 : 1;
  const top = boots ? -31 : -5;
  const cos = Math.cos(leg.footAngle);
  const sin = Math.sin(leg.footAngle);
  const at = (x: number, y: number): [number, number] => {
    const px = x * d * k;
    const py = y;
    return [leg.ankle.x + px * cos - py * sin, leg.ankle.y + px * sin + py * cos];
  };
  const path = pen()
    .move(...at(-14.5, top))
    .cubic(...at(-8, top - 4), ...at(9, top - 4), ...at(15, top))
    .cubic(...at(20, boots ? -4 : -2), ...at(26, 4), ...at(toe - 3, 8))
    .cubic(...at(toe + 2, 11), ...at(toe + 4, 15), ...at(toe, 16.6))
    .cubic(...at(toe * 0.4, 17.4), ...at(-heel + 4, 17.4), ...at(-heel, 16.6))
    .cubic(...at(-heel - 4, 14), ...at(-heel, 4), ...at(-14.5, top))
    .close()
    .done();
  s.shaded('shoe', path, tone, [-3, -2]);
  s.fill(
    'sole',
    pen()
      .move(...at(-heel - 0.5, 13.5))
      .line(...at(toe + 1.5, 13.5))
      .quad(...at(toe + 2.5, 19), ...at(toe - 3, 19))
      .line(...at(-heel + 3.5, 19))
      .quad(...at(-heel - 2, 19), ...at(-heel - 0.5, 13.5))
      .close()
      .done(),
    stepped(tone.base, -0.1),
  );
}
