import { along, type Point } from '../draw/matrix.ts';
import { ellipse, pen } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp } from '../time/easing.ts';
import { drawHand, type HandWeights } from './hand.ts';
import type { FigureModel } from './model.ts';
import type { Garment, HandFrame } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import type { Proportions } from './proportions.ts';
import type { Arm, Skeleton } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import type { Wear } from './wear.ts';

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
