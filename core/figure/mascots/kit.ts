import { stepped } from '../../draw/colour.ts';
import { type Matrix, multiply, type Point, rotation, translation } from '../../draw/matrix.ts';
import { ellipse, type Path, pen } from '../../draw/path.ts';
import type { Colour, Node } from '../../draw/picture.ts';
import { clamp } from '../../time/easing.ts';
import { eyeShape, moved } from '../face.ts';
import type { DrawnFigure } from '../figure.ts';
import type { FigureModel } from '../model.ts';
import { drawMouth, type MouthNumbers } from '../mouth.ts';
import type { Pose, Side } from '../pose.ts';
import type { Proportions } from '../proportions.ts';
import { type Skeleton, skeletonOf } from '../skeleton.ts';
import { Sketch, type Tone } from '../sketch.ts';

/** A thing or creature with a face: its own proportions, and how it is drawn. */
export interface Mascot {
  readonly id: string;
  readonly name: string;
  readonly proportions: Proportions;
  draw(model: FigureModel, pose: Pose, mouth: MouthNumbers): DrawnFigure;
}

export interface MascotFace {
  readonly x: number;
  readonly y: number;
  /** How far features slide with the turn, in units at full sideways. */
  readonly plate: number;
  readonly scale: number;
  readonly apart: number;
  readonly brow: Colour;
  readonly lip: Colour;
  readonly dark: Colour;
  readonly cheek?: Colour;
}

/** Eyes, brows and mouth of a mascot: eyes x1.42 without wing or lash weight, the mouth in a tinted lip (design.md, Mascots). */
export function mascotFace(s: Sketch, model: FigureModel, pose: Pose, mouth: MouthNumbers, yaw: number, face: MascotFace): void {
  const slideBy = Math.sin(yaw) * face.plate * 1.5;
  const y = face.y + pose.headPitch * 7;
  const k = face.scale;
  const look = { white: '#fdf8f1', iris: model.iris, lash: '#2a1c22', crease: stepped(face.brow, 0.12), lidRest: 0.02, lashes: 0.5, young: true, crows: 0, crossing: 0 };
  if (face.cheek) for (const out of [-1, 1]) s.fill(`cheek${out}`, ellipse(face.x + slideBy + out * face.apart * 1.7 * k, y + 17 * k, 8 * k, 5.4 * k), face.cheek, 0.4);
  for (const side of ['L', 'R'] as const) {
    const out = side === 'L' ? -1 : 1;
    const x = face.x + slideBy * 1.16 + out * face.apart * k * (1 - Math.abs(Math.sin(yaw)) * 0.12);
    const narrow = 1.42 * Math.max(0.5, Math.cos(out * 0.3 + yaw * 0.7) / Math.cos(0.3)) * k;
    const size = 1.42 * (1 + pose.eyeScale) * k;
    s.nodes.push(...eyeShape(`eye${side}`, pose, { ...look, gazeSign: out }).map((node) => moved(node, [out * narrow * (1 + pose.eyeScale), 0, 0, size, x, y], 'f.')));
    const [inner, outer] = [pose[`browIn${side}`] * k, pose[`browOut${side}`] * k];
    const by = y - 20 * k;
    s.line(
      `brow${side}`,
      pen()
        .move(x - out * 8 * k, by + 0.5 + inner)
        .quad(x, by - 6 * k + (inner + outer) / 2, x + out * 8 * k, by - 1 + outer)
        .done(),
      face.brow,
      3.6 * k,
    );
  }
  const at: Matrix = [1.02 * k * Math.max(0.55, Math.cos(yaw * 0.8)), 0, 0, 1.05 * k, face.x + slideBy * 1.1, y + 25 * k];
  s.nodes.push(...drawMouth(mouth, pose.smile, pose.press, { lip: face.lip, line: face.lip, dark: face.dark, plain: true }).map((node) => moved(node, at, 'm.')));
}

const reach = (from: Point, angle: number, length: number): Point => ({ x: from.x + Math.sin(angle) * length, y: from.y + Math.cos(angle) * length });

/** A tube arm with three fat fingers. */
export function mascotArm(sk: Skeleton, pose: Pose, side: Side, tube: Tone, hand: Tone, thick = 8.4): Node[] {
  const s = new Sketch(`arm${side}`);
  const { shoulder, elbow, wrist, handAngle } = sk.arms[side];
  const out = side === 'L' ? -1 : 1;
  // The tube begins inside the body, so that leaning opens no gap.
  const root = { x: shoulder.x + (sk.neck.x - shoulder.x) * 0.18, y: shoulder.y + (sk.neck.y - shoulder.y) * 0.1 + 4 };
  s.limb('tube', [root, shoulder, elbow, wrist], [thick, thick + 0.6, thick, thick - 0.4], tube, 4);
  const closed = clamp(pose[`fist${side}`] + pose[`grip${side}`] + pose[`thumb${side}`] + pose[`point${side}`] * 0.6, 0, 1);
  const spread = (0.3 + 0.24 * pose[`open${side}`]) * (1 - closed * 0.75);
  const palm = reach(wrist, handAngle, 11);
  for (const n of [-1, 0, 1]) {
    const straight = (pose[`point${side}`] > 0.5 && n === 0) || (pose[`thumb${side}`] > 0.5 && n === -out);
    const a = handAngle + n * spread * (n === out ? 1.5 : 1);
    const base = reach(palm, a, 6);
    s.limb(`f${n + 1}`, [base, reach(base, a - n * closed * 0.9, straight ? 18 : 15 - closed * 8)], [5.4, 4.8], hand, 2.6);
  }
  s.limb('palm', [reach(wrist, handAngle, 1), palm], [thick, 10.4], hand, 4);
  return s.nodes;
}

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

/** A short leg with a round shoe. */
export function mascotLeg(sk: Skeleton, side: Side, tube: Tone, foot: Tone, thick = 8): Node[] {
  const s = new Sketch(`leg${side}`);
  const { hip, knee, ankle, toes } = sk.legs[side];
  s.limb('tube', [{ x: hip.x, y: hip.y - 10 }, knee, ankle], [thick, thick, thick], tube, 4);
  roundShoe(s, ankle.x + toes * 4, ankle.y, foot);
  return s.nodes;
}

/** Proportions of a body that is its own head: half width where the arms grow, height of the body, height of the arms over the hip. */
export const bodyProportions = ({ half, height, arms, arm = 29, legs = 16 }: { half: number; height: number; arms: number; arm?: number; legs?: number }): Proportions => ({
  // The shoulder joints lie some way below the neck.
  torso: arms + 24,
  shoulder: half + 11,
  chest: half,
  waist: half,
  hip: half * 0.9,
  upperArm: arm,
  foreArm: arm * 0.9,
  thigh: legs,
  shin: legs,
  armTop: 8,
  armEnd: 7,
  legTop: 8,
  legEnd: 8,
  ankle: 14,
  neck: 0,
  headWidth: half,
  headHeight: (height - arms - 24) / 2,
  jaw: 1,
  chin: 0,
  eyeScale: 1.42,
  eyeY: 0,
  mouthY: 24,
  noseY: 0,
  hand: 1,
  grown: 1,
  elder: 0,
  atEase: { L: { upper: 34, elbow: -20, wrist: -4 }, R: { upper: 26, elbow: -8, wrist: -8 } },
});

export interface BodyFrame {
  readonly model: FigureModel;
  readonly s: Sketch;
  readonly pose: Pose;
  readonly mouth: MouthNumbers;
  /** The turn of the face, and its sine. */
  readonly yaw: number;
  readonly turn: number;
}

export interface BodyMascot {
  readonly id: string;
  readonly name: string;
  readonly half: number;
  readonly height: number;
  readonly arms: number;
  readonly arm?: number;
  readonly legs?: number;
  /** Colour slots of arms and legs, hands, feet. */
  readonly limb: string;
  readonly hand: string;
  readonly foot: string;
  readonly shadow?: number;
  /** Behind the arms that go behind; the body with its face, origin between the hips, y up negative. */
  back?(frame: BodyFrame): void;
  body(frame: BodyFrame): void;
}

/** A mascot whose body carries its face. It leans, tilts and breathes as one, within a few percent of its shape. */
export function bodyMascot(make: BodyMascot): Mascot {
  const proportions = bodyProportions(make);
  return {
    id: make.id,
    name: make.name,
    proportions,
    draw(model, pose, mouth) {
      const sk = skeletonOf(proportions, { ...pose, chest: 0 });
      const yaw = sk.headYaw;
      const squash = 1 + pose.chest * 0.014 - Math.max(0, pose.hipY) * 0.003;
      const at = multiply(
        translation(sk.hip.x + pose.headX, sk.hip.y + pose.headY * 0.4),
        multiply(rotation(sk.lean + (pose.headTilt * Math.PI) / 360), [2 - squash, 0, 0, squash, 0, 0]),
      );
      const draw = (prefix: string, how: ((frame: BodyFrame) => void) | undefined): Node[] => {
        const s = new Sketch(prefix);
        how?.({ model, s, pose, mouth, yaw, turn: Math.sin(yaw) });
        return s.nodes.map((node) => moved(node, at));
      };
      const tube = model.tone(make.limb);
      const hand = model.tone(make.hand);
      const behind = (side: Side): boolean => Math.sin(sk.bodyYaw) * (side === 'L' ? -1 : 1) > 0.25;
      const sides: readonly Side[] = ['L', 'R'];
      const nodes = [
        ...new Sketch('floor').fill('shade', ellipse((sk.legs.L.ankle.x + sk.legs.R.ankle.x) / 2, -1, make.shadow ?? make.half + 18, 7), '#2b3550', 0.14).nodes,
        ...draw('back', make.back),
        ...sides.flatMap((side) => mascotLeg(sk, side, tube, model.tone(make.foot))),
        ...sides.filter(behind).flatMap((side) => mascotArm(sk, pose, side, tube, hand)),
        ...draw('body', make.body),
        ...sides.filter((side) => !behind(side)).flatMap((side) => mascotArm(sk, pose, side, tube, hand)),
      ];
      return { nodes, skeleton: sk };
    },
  };
}

/** A symmetric loop from its right half of curves: points after the first are handle, handle, end. */
export function symmetric(half: readonly (readonly [number, number])[]): Path {
  const out = pen().move(...(half[0] as [number, number]));
  for (let n = 1; n < half.length; n += 3) out.cubic(...(half[n] as [number, number]), ...(half[n + 1] as [number, number]), ...(half[n + 2] as [number, number]));
  const mirror = ([x, y]: readonly [number, number]): [number, number] => [-x, y];
  for (let n = half.length - 1; n > 0; n -= 3)
    out.cubic(...mirror(half[n - 1] as [number, number]), ...mirror(half[n - 2] as [number, number]), ...mirror(half[n - 3] as [number, number]));
  return out.close().done();
}
