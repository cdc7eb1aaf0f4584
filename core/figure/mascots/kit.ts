import type { Character } from '../../document/schema.ts';
import { stepped } from '../../draw/colour.ts';
import { type Matrix, multiply, rotation, translation } from '../../draw/matrix.ts';
import { ellipse, joined, type Path, pen } from '../../draw/path.ts';
import { type Colour, moved, type Node } from '../../draw/picture.ts';
import { clamp } from '../../time/easing.ts';
import { type DrawnFigure, floorShade } from '../drawn.ts';
import { eyeShape } from '../face.ts';
import type { FigureModel } from '../model.ts';
import { drawMouth, type MouthNumbers } from '../mouth.ts';
import type { Pose, Side } from '../pose.ts';
import type { Proportions } from '../proportions.ts';
import { skeletonOf } from '../skeleton.ts';
import { Sketch } from '../sketch.ts';
import { type LimbTones, mascotArm, mascotLeg } from './limbs.ts';
import { makeOf } from './makes.ts';

/** A thing or creature with a face: its own proportions, and how it is drawn. */
export interface Mascot {
  readonly id: string;
  readonly name: string;
  /** By the dials of the figure: build and height of the body, length of arms (shoulders) and legs (hips). */
  proportionsOf(character: Character): Proportions;
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
  const { eyes, brows, cheeks } = makeOf(model.character);
  const look = {
    white: '#fdf8f1',
    iris: model.iris,
    lash: '#2a1c22',
    crease: stepped(face.brow, 0.12),
    lidRest: 0.02 + eyes.lid,
    lashes: eyes.lash,
    tilt: eyes.tilt,
    irisWidth: eyes.iris / eyes.width,
    irisHeight: eyes.iris / eyes.height,
    young: true,
    crows: 0,
    crossing: 0,
  };
  const { figure } = model.character;
  const apart = face.apart * (1 + 0.22 * figure.headWidth);
  const large = 1.42 * (1 + 0.22 * figure.headLength);
  const cheek = cheeks.look === 'rosy' ? '#e2705f' : cheeks.look === 'own' ? face.cheek : undefined;
  for (const out of [-1, 1]) {
    const x = face.x + slideBy + out * face.apart * 1.7 * k;
    if (cheek) s.fill(`cheek${out}`, ellipse(x, y + 17 * k, 8 * k, 5.4 * k), cheek, 0.4);
    if (cheeks.look === 'freckles')
      s.fill(
        `cheek${out}`,
        joined(
          ...(
            [
              [-4, 1],
              [0, -2],
              [4, 1],
            ] as const
          ).map(([dx, dy]) => ellipse(x + dx * k, y + (16 + dy) * k, 1.5 * k)),
        ),
        stepped(face.brow, 0.04),
        0.8,
      );
  }
  for (const side of ['L', 'R'] as const) {
    const out = side === 'L' ? -1 : 1;
    const x = face.x + slideBy * 1.16 + out * apart * k * (1 - Math.abs(Math.sin(yaw)) * 0.12);
    const narrow = large * eyes.width * Math.max(0.5, Math.cos(out * 0.3 + yaw * 0.7) / Math.cos(0.3)) * k;
    const size = large * eyes.height * (1 + pose.eyeScale) * k;
    if (eyes.dot) dotEye(s, side, pose, model.colour('eyes'), x, y, (size / 1.42) * 1.05);
    else s.nodes.push(...eyeShape(`eye${side}`, pose, { ...look, gazeSign: out }).map((node) => moved(node, [out * narrow * (1 + pose.eyeScale), 0, 0, size, x, y], 'f.')));
    if (brows.thick === 0) continue;
    const [inner, outer] = [pose[`browIn${side}`] * k, pose[`browOut${side}`] * k];
    const by = y - (20 + (eyes.height - 1) * 12) * k;
    const long = 8 * brows.long * k;
    s.line(
      `brow${side}`,
      pen()
        .move(x - out * long, by + 0.5 + inner)
        .quad(x, by - (6 + brows.arch) * k + (inner + outer) / 2, x + out * long, by - 1 + outer)
        .done(),
      face.brow,
      3.6 * brows.thick * k,
    );
  }
  const at: Matrix = [1.02 * k * Math.max(0.55, Math.cos(yaw * 0.8)), 0, 0, 1.05 * k, face.x + slideBy * 1.1, y + 25 * k];
  s.nodes.push(...drawMouth(mouth, pose.smile, pose.press, { lip: face.lip, line: face.lip, dark: face.dark, plain: true }).map((node) => moved(node, at, 'm.')));
}

/** A button of an eye: no white, it looks by moving a little, and shuts to a line or a laughing arc. */
function dotEye(s: Sketch, side: Side, pose: Pose, colour: Colour, x: number, y: number, k: number): void {
  const shut = Math.max(pose.blink, pose.happyClosed, clamp(pose.lid, 0, 0.8));
  const [px, py] = [x + pose.gazeX * 3.4 * k, y + pose.gazeY * 2.6 * k];
  if (shut > 0.86) {
    const bow = pose.happyClosed > 0.5 ? -5 * k : 2.4 * k;
    s.line(
      `eye${side}.shut`,
      pen()
        .move(px - 6 * k, py)
        .quad(px, py + bow, px + 6 * k, py)
        .done(),
      colour,
      2.6 * k,
    );
    return;
  }
  s.fill(`eye${side}.dot`, ellipse(px, py, 5.6 * k, 7.6 * k * (1 - shut)), colour);
  s.fill(`eye${side}.light`, ellipse(px - 1.8 * k, py - 2.8 * k * (1 - shut), 1.7 * k, 1.7 * k * (1 - shut)), '#ffffff');
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
  foot: 1,
  neckHalf: 0,
  belly: 0,
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

/** How a mascot's dials stretch it: width and height of the body, length of arms and legs. */
export function sizesOf({ figure, parts }: Pick<Character, 'figure' | 'parts'>): { wide: number; tall: number; arm: number; leg: number } {
  const { arms, legs } = makeOf({ parts });
  return { wide: 1 + 0.22 * figure.build, tall: 1 + 0.22 * figure.height, arm: arms.long * (1 + 0.35 * figure.shoulders), leg: legs.long * (1 + 0.6 * figure.hips) };
}

/** Proportions once a character: they are asked for many times a frame. */
export function remembered(make: (character: Character) => Proportions): (character: Character) => Proportions {
  const memo = new WeakMap<Character, Proportions>();
  return (character) => {
    let known = memo.get(character);
    if (!known) memo.set(character, (known = make(character)));
    return known;
  };
}

/**
 * What a mascot makes of a person's pose: short legs and a stiff body bend, lean and sink less. Of one whose body is
 * its face, what hands do before the chest they do below the eyes.
 */
export function mascotPose(pose: Pose, p: Proportions, faced: boolean): Pose {
  const legs = Math.min(1, (p.thigh + p.shin) / 80);
  const below = faced ? 0.24 : 0;
  return {
    ...pose,
    chest: 0,
    lean: pose.lean * 0.45,
    hipX: pose.hipX * 0.6,
    hipY: pose.hipY > 0 ? Math.min(pose.hipY * legs, (p.thigh + p.shin) * 0.5) : pose.hipY,
    hipTilt: 0,
    spine: 0,
    bow: pose.bow * 0.3,
    headY: pose.headY * 0.7 + Math.max(0, pose.bow) * 0.1,
    shoulderTilt: pose.shoulderTilt * 0.5,
    liftL: pose.liftL * 0.4,
    liftR: pose.liftR * 0.4,
    footXL: pose.stride ? pose.footXL : pose.footXL * legs,
    footXR: pose.stride ? pose.footXR : pose.footXR * legs,
    trunkYL: pose.trunkYL + below * pose.onTrunkL,
    trunkYR: pose.trunkYR + below * pose.onTrunkR,
  };
}

/** A mascot whose body carries its face. It leans, tilts and breathes as one, within a few percent of its shape. */
export function bodyMascot(make: BodyMascot): Mascot {
  const proportionsOf = remembered((character) => {
    const { wide, tall, arm, leg } = sizesOf(character);
    return bodyProportions({ half: make.half * wide, height: make.height * tall, arms: make.arms * tall, arm: (make.arm ?? 29) * arm, legs: (make.legs ?? 16) * leg });
  });
  return {
    id: make.id,
    name: make.name,
    proportionsOf,
    draw(model, asked, mouth) {
      const p = proportionsOf(model.character);
      const pose = mascotPose(asked, p, true);
      const sk = skeletonOf(p, pose);
      const { wide, tall } = sizesOf(model.character);
      const yaw = sk.headYaw;
      const squash = 1 + asked.chest * 0.014 - Math.max(0, pose.hipY) * 0.003 - Math.min(40, Math.max(0, asked.bow)) * 0.001;
      const at = multiply(
        translation(sk.hip.x + pose.headX, sk.hip.y + pose.headY * 0.4),
        multiply(rotation(sk.lean + (pose.headTilt * Math.PI) / 360), [(2 - squash) * wide, 0, 0, squash * tall, 0, 0]),
      );
      const draw = (prefix: string, how: ((frame: BodyFrame) => void) | undefined): Node[] => {
        const s = new Sketch(prefix);
        how?.({ model, s, pose, mouth, yaw, turn: Math.sin(yaw) });
        return s.nodes.map((node) => moved(node, at));
      };
      const tones: LimbTones = { tube: model.tone(make.limb), hand: model.tone(make.hand), foot: model.tone(make.foot) };
      const behind = (side: Side): boolean => Math.sin(sk.bodyYaw) * (side === 'L' ? -1 : 1) > 0.25;
      const sides: readonly Side[] = ['L', 'R'];
      const nodes = [
        ...floorShade(sk, make.shadow ?? make.half + 18),
        ...draw('back', make.back),
        ...sides.flatMap((side) => mascotLeg(model, sk, pose, side, tones)),
        ...sides.filter(behind).flatMap((side) => mascotArm(model, sk, pose, side, tones)),
        ...draw('body', make.body),
        ...sides.filter((side) => !behind(side)).flatMap((side) => mascotArm(model, sk, pose, side, tones)),
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
