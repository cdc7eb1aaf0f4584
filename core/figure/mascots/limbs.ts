import { stepped } from '../../draw/colour.ts';
import type { Point } from '../../draw/matrix.ts';
import { ellipse, pen } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import { clamp } from '../../time/easing.ts';
import type { FigureModel } from '../model.ts';
import type { Pose, Side } from '../pose.ts';
import type { Skeleton } from '../skeleton.ts';
import { Sketch, type Tone } from '../sketch.ts';
import { makeOf } from './makes.ts';

const reach = (from: Point, angle: number, length: number): Point => ({ x: from.x + Math.sin(angle) * length, y: from.y + Math.cos(angle) * length });

export interface LimbTones {
  readonly tube: Tone;
  readonly hand: Tone;
  readonly foot: Tone;
}

/** One arm of a mascot, as it is made. `inset` is how far the tube begins inside the body, as a share of the shoulder's way. */
export function mascotArm(model: FigureModel, sk: Skeleton, pose: Pose, side: Side, tones: LimbTones, inset = 0.18): Node[] {
  const { arms, hands } = makeOf(model.character);
  if (arms.thick === 0) return [];
  const s = new Sketch(`arm${side}`);
  const { shoulder, elbow, wrist, handAngle } = sk.arms[side];
  const thick = 8.4 * arms.thick;
  // The tube begins inside the body, so that leaning opens no gap.
  const root = { x: shoulder.x + (sk.neck.x - shoulder.x) * inset, y: shoulder.y + (sk.neck.y - shoulder.y) * (inset - 0.08) + 4 };
  s.limb('tube', [root, shoulder, elbow, wrist], [thick, thick + 0.6, thick, thick - 0.4], tones.tube, Math.min(4, thick * 0.5));
  if (arms.joints) for (const [n, joint] of [shoulder, elbow].entries()) s.shaded(`joint${n}`, ellipse(joint.x, joint.y, thick + 2.4), tones.hand, [-2, -1.6]);
  const closed = clamp(pose[`fist${side}`] + pose[`grip${side}`] + pose[`thumb${side}`] + pose[`point${side}`] * 0.6, 0, 1);
  const hand: HandShape = {
    s,
    wrist,
    angle: handAngle,
    out: side === 'L' ? -1 : 1,
    closed,
    open: pose[`open${side}`],
    point: pose[`point${side}`],
    thumb: pose[`thumb${side}`],
    tones,
  };
  HANDS[hands.kind](hand, Math.max(0.8, Math.min(1.2, arms.thick)));
  return s.nodes;
}

interface HandShape {
  readonly s: Sketch;
  readonly wrist: Point;
  readonly angle: number;
  readonly out: 1 | -1;
  readonly closed: number;
  readonly open: number;
  readonly point: number;
  readonly thumb: number;
  readonly tones: LimbTones;
}

/** Three fingers about a palm: `size` scales them, `palm` is how far down the palm lies. */
function fingers(
  { s, wrist, angle, out, closed, open, point, thumb, tones }: HandShape,
  size: number,
  [palmAt, straightLong, long, shorter, thick, thin, ball]: readonly number[] & { length: 7 },
): void {
  const spread = (0.3 + 0.24 * open) * (1 - closed * 0.75);
  const palm = reach(wrist, angle, (palmAt as number) * size);
  for (const n of [-1, 0, 1]) {
    const straight = (point > 0.5 && n === 0) || (thumb > 0.5 && n === -out);
    const a = angle + n * spread * (n === out ? 1.5 : 1);
    const base = reach(palm, a, 6 * size);
    const length = straight ? (straightLong as number) : (long as number) - closed * (shorter as number);
    s.limb(`f${n + 1}`, [base, reach(base, a - n * closed * 0.9, length * size)], [(thick as number) * size, (thin as number) * size], tones.hand, 2.6);
  }
  s.limb('palm', [reach(wrist, angle, 1), palm], [8.4 * size, (ball as number) * size], tones.hand, 4);
}

const HANDS = {
  fingers: (hand: HandShape, size: number): void => fingers(hand, size, [11, 18, 15, 8, 5.4, 4.8, 10.4] as const),
  claw(hand: HandShape, size: number): void {
    fingers(hand, size, [13, 22, 18, 9, 6.4, 5.6, 12.6] as const);
    const { s, wrist, angle, tones } = hand;
    const across: Point = { x: Math.cos(angle), y: -Math.sin(angle) };
    const at = reach(wrist, angle, -1);
    const tip = reach(at, angle, 3);
    s.line(
      'cuff',
      pen()
        .move(at.x - across.x * 10 * size, at.y - across.y * 10 * size)
        .quad(tip.x, tip.y, at.x + across.x * 10 * size, at.y + across.y * 10 * size)
        .done(),
      tones.foot.base,
      5.4,
    );
  },
  mitten({ s, wrist, angle, out, closed, thumb, tones }: HandShape, size: number): void {
    const palm = reach(wrist, angle, 12 * size);
    const a = angle - out * (thumb > 0.5 ? 1.5 : 0.8 - closed * 0.5);
    s.limb('f0', [reach(wrist, angle, 6 * size), reach(reach(wrist, angle, 7 * size), a, (thumb > 0.5 ? 19 : 14) * size)], [5 * size, 4.6 * size], tones.hand, 2.4);
    s.limb('f1', [palm, reach(palm, angle, (12 - closed * 8) * size)], [11 * size, 9.6 * size], tones.hand, 4);
    s.limb('palm', [reach(wrist, angle, 1), palm], [8 * size, 11.4 * size], tones.hand, 4);
  },
  ball({ s, wrist, angle, tones }: HandShape, size: number): void {
    const at = reach(wrist, angle, 10 * size);
    s.shaded('f0', ellipse(at.x, at.y, 14 * size), tones.hand, [-4, -3]);
  },
} as const;

/** A round shoe with a gleam, its ankle at (x, y): half its width and the height of its crown in figure units. */
export function roundShoe(s: Sketch, x: number, y: number, tone: Tone, { half = 20, crown = 10 } = {}): void {
  const shoulder = crown * 0.6 - 4;
  const waist = half * 0.54;
  s.shaded(
    'foot',
    pen()
      .move(x - half, y + 14)
      .cubic(x - half - 1, y - shoulder, x - waist, y - crown, x, y - crown)
      .cubic(x + waist, y - crown, x + half + 1, y - shoulder, x + half, y + 14)
      .close()
      .done(),
    tone,
    [-3, -2],
  );
  s.fill('gleam', ellipse(x - 3, y - shoulder, half * 0.35, half * 0.17), stepped(tone.base, 0.15));
}

/** One leg of a mascot, as it is made. */
export function mascotLeg(model: FigureModel, sk: Skeleton, pose: Pose, side: Side, tones: LimbTones, shoe: { half?: number; crown?: number } = {}): Node[] {
  const { legs } = makeOf(model.character);
  if (legs.kind === 'none') return [];
  const s = new Sketch(`leg${side}`);
  const { hip, knee, ankle, toes } = sk.legs[side];
  const thick = legs.kind === 'sticks' ? 5 : 8;
  if (legs.kind === 'wheels') {
    const r = 22;
    const at = { x: hip.x + (side === 'L' ? -1 : 1) * 14, y: -r };
    s.limb('tube', [{ x: hip.x, y: hip.y - 8 }, at], [7, 6], tones.tube, 3);
    s.fill('tyre', ellipse(at.x, at.y, r * 0.5, r), '#2b303a');
    s.shaded('rim', ellipse(at.x, at.y, r * 0.36, r * 0.74), tones.foot, [-2, -2]);
    const spokes = pen();
    for (let n = 0; n < 3; n++) {
      const a = (n / 3) * Math.PI + pose.roll / r;
      spokes.move(at.x - Math.cos(a) * r * 0.3, at.y - Math.sin(a) * r * 0.64).line(at.x + Math.cos(a) * r * 0.3, at.y + Math.sin(a) * r * 0.64);
    }
    s.line('spokes', spokes.done(), stepped(tones.foot.base, 0.16), 2.4);
    return s.nodes;
  }
  s.limb('tube', [{ x: hip.x, y: hip.y - 10 }, knee, ankle], [thick, thick, thick], tones.tube, Math.min(4, thick * 0.55));
  if (legs.kind === 'feet') {
    const x = ankle.x + toes * 7;
    for (const n of [-1, 0, 1])
      s.limb(
        `toe${n}`,
        [
          { x: x - toes * 4, y: ankle.y + 6 },
          { x: x + n * 8 + toes * 4, y: ankle.y + 9.6 },
        ],
        [6, 5],
        tones.foot,
        2,
      );
    s.limb(
      'sole',
      [
        { x: ankle.x - toes * 3, y: ankle.y + 5 },
        { x, y: ankle.y + 7 },
      ],
      [8, 7],
      tones.foot,
      3,
    );
  } else roundShoe(s, ankle.x + toes * 4, ankle.y, tones.foot, shoe);
  return s.nodes;
}
