import type { Character } from '../document/schema.ts';
import type { Point } from '../draw/matrix.ts';
import { polygon } from '../draw/path.ts';
import { moved, type Node } from '../draw/picture.ts';
import { clamp, smooth } from '../time/easing.ts';
import { drawArm, drawPocket } from './arms.ts';
import { type DrawnFigure, drawShadow } from './drawn.ts';
import { drawEars, drawFace, headMatrix } from './face.ts';
import { drawFromBehind } from './fromBehind.ts';
import { drawLap, drawLeg, drawSeatOfTrousers } from './legs.ts';
import { bodyOf, mascotOf } from './mascots/index.ts';
import { type FigureModel, modelOf } from './model.ts';
import { chinDrop, feltMouth, type MouthNumbers } from './mouth.ts';
import { facialHair, headPart } from './parts/index.ts';
import type { Garment, HeadPart, Seat } from './parts/part.ts';
import { sideHair } from './parts/sideHair.ts';
import { drawPictured } from './pictured/pictured.ts';
import { type Pose, posed, type Side } from './pose.ts';
import { drawProfileFace } from './profileFace.ts';
import { FULL_TURN, type Skeleton, skeletonOf } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import { type Holding, withThings } from './things/holding.ts';
import { drawCollar, drawLining, drawSkirt, drawTorso, torsoFrame } from './trunk.ts';
import { isProfile } from './turn.ts';
import { wearOf } from './wear.ts';

/** A character in a pose. The same function draws stage, thumbnails and contact sheets. */
export function drawFigure(character: Character, pose: Pose, said: MouthNumbers, held: readonly Holding[] = []): DrawnFigure {
  const model = modelOf(character);
  const mouth = feltMouth(said, pose);
  const drawn = character.picture ? drawPictured(model, pose, mouth) : character.kind === 'mascot' ? mascotOf(character).draw(model, pose, mouth) : drawPerson(model, pose, mouth);
  return held.length ? { ...drawn, nodes: withThings(drawn.nodes, drawn.skeleton, pose, held, model.p.hand) } : drawn;
}

/** A stance as far as the figure sits: the legs and the hips give up what they were asked to do. */
function seatedPose(asked: Pose, seat: number): Pose {
  if (seat === 0) return asked;
  const free = 1 - seat;
  return {
    ...asked,
    seat,
    hipX: asked.hipX * (1 - 0.8 * seat),
    hipY: asked.hipY * free,
    stride: asked.stride * free,
    footXL: asked.footXL * free,
    footXR: asked.footXR * free,
    footYL: asked.footYL * free,
    footYR: asked.footYR * free,
    footPitchL: asked.footPitchL * free,
    footPitchR: asked.footPitchR * free,
  };
}

/** Something to sit on as tall as a figure sits, in figure units: it stays where it is when the figure gets up. */
export function drawSeat(character: Character, seat: Seat): Node[] {
  const model = modelOf(character);
  return seat.back?.({ model, sk: skeletonOf(bodyOf(character), posed({ seat: 1 })) }) ?? [];
}

export function drawPerson(model: FigureModel, asked: Pose, mouth: MouthNumbers): DrawnFigure {
  const wear = wearOf(model.character);
  // Who sits acts with the upper body alone.
  const seat = clamp((wear.seat ? 1 : 0) + (wear.seat?.stays ? 0 : asked.seat), 0, 1);
  const pose = seatedPose(asked, seat);
  /** How much the lap is seen before the hem: it comes as the figure sits down. */
  const lap = smooth(clamp((seat - 0.3) / 0.45, 0, 1));
  const upFromSeat = wear.seat && seat < 1;
  const sk = skeletonOf(model.p, pose);
  const yaw = sk.headYaw;
  // A nod moves the features over the face; from the side the head itself goes down.
  const nod = isProfile(yaw) ? Math.sign(yaw) * pose.headPitch * NOD : 0;
  const at = headMatrix(sk.head.x, sk.head.y, sk.headAngle + nod);
  const [hair, headwear, glasses] = (['hair', 'headwear', 'glasses'] as const).map((slot) => headPart(slot, model.character.parts[slot]));
  const wrapped = headwear?.id === 'headscarf';
  /** Hair as the headwear leaves it: none, flattened above the brim, or whole. */
  const under = (id: string, nodes: Node[] | undefined): Node[] => {
    if (!nodes?.length || headwear?.hides === 'hair') return [];
    if (headwear?.hides !== 'crown') return nodes;
    const s = new Sketch('underHat');
    return [
      {
        id: `underHat.${id}`,
        mask: s.item(`${id}.below`, { path: polygon([-150, headwear.brim ?? -24, 150, headwear.brim ?? -24, 150, 320, -150, 320]), fill: '#000000' }),
        items: nodes,
      },
    ];
  };
  const place = (nodes: readonly Node[]): Node[] => nodes.map((node) => moved(node, at));
  const parts = headParts(model, yaw, yaw + pose.hairSwing * FULL_TURN * (Math.PI / 180), hair, headwear, glasses);

  // The far arm goes behind the trunk; a hand raised to the face comes before it.
  const behind = (side: Side): boolean => pose[`behind${side}`] > 0.5 || (isFar(sk, side) && (Math.abs(pose.stride) > 0.4 || !isBefore(sk, side)));
  // The nearer arm lies over the other one, unless a pose has it the other way.
  const first: Side = pose.overL - pose.overR > 0.1 ? 'R' : pose.overR - pose.overL > 0.1 ? 'L' : Math.sin(sk.bodyYaw) > 0 ? 'R' : 'L';
  const sides: readonly Side[] = first === 'R' ? ['R', 'L'] : ['L', 'R'];
  const back = sides.filter(behind);
  const front = sides.filter((side) => !behind(side));
  const raised = (side: Side): boolean => sk.arms[side].wrist.y < sk.neck.y + 30;

  const wholeHead = (): Node[] =>
    place([
      ...(wrapped ? [] : drawEars(model, yaw, true)),
      ...(isProfile(yaw) ? drawProfileFace : drawFace)(model, { yaw, pitch: pose.headPitch, pose, mouth }, facialHair(model.character.parts.facialHair)),
      ...wear.extras.flatMap((extra) => extra.face?.(model, yaw) ?? []),
      ...(wrapped ? [] : drawEars(model, yaw, false)),
      ...under('front', parts.hairFront),
      // A scarf goes over the arms of glasses, a hat under them.
      ...(wrapped ? [...(parts.glasses ?? []), ...(parts.hatFront ?? [])] : [...(parts.hatFront ?? []), ...(parts.glasses ?? [])]),
      ...wear.extras.flatMap((extra) => extra.head?.(model, yaw, chinDrop(mouth)) ?? []),
    ]);
  if (Math.abs(pose.away) > 0.5 && lap === 0) {
    // Who looks over the shoulder is seen from the side.
    const head = isProfile(yaw) ? [...place(under('back', parts.hairBack)), ...wholeHead()] : undefined;
    return { nodes: drawFromBehind(model, sk, pose, wear, hair, headwear, head), skeleton: sk };
  }

  const hangs = wear.extras.some(({ neck }) => neck) ? HANGS : COLLAR;
  const high = front.filter((side) => !raised(side) && isHigh(sk, model, side, hangs) && pose[`pocket${side}`] < 0.5);
  const outer = torsoFrame(model, sk, wear.layers.at(-1) as Garment);
  const nodes: Node[] = [
    ...drawShadow(sk, model),
    ...place([...under('back', parts.hairBack), ...(parts.hatBack ?? [])]),
    ...(upFromSeat ? drawSeat(model.character, wear.seat as Seat) : (wear.seat?.back?.({ model, sk }) ?? [])),
    ...wear.extras.flatMap((extra) => extra.behind?.(outer) ?? []),
    ...back.flatMap((side) => drawArm(model, sk, pose, wear, side)),
    ...drawLining(model, sk, wear),
    ...(lap === 1 ? [] : [...legOrder(sk, pose).flatMap((side) => drawLeg(model, sk, wear, side)), ...drawSeatOfTrousers(model, sk, wear)]),
    ...drawSkirt(model, sk, wear),
    ...drawTorso(model, sk, wear, front),
    ...wear.extras.flatMap((extra) => extra.torso?.(outer) ?? []),
    // Who sits has the lap before the hem.
    ...(lap > 0 ? faded('lap', lap, [...legOrder(sk, pose).flatMap((side) => [...drawLeg(model, sk, wear, side, true), ...drawLap(model, sk, wear, side)])]) : []),
    ...(wear.seat?.front?.({ model, sk, rolled: pose.roll }) ?? []),
    ...front.filter((side) => !raised(side)).flatMap((side) => [...drawArm(model, sk, pose, wear, side), ...drawPocket(model, sk, pose, wear, side)]),
    ...drawCollar(model, sk, wear),
    ...wear.extras.flatMap((extra) => extra.neck?.(outer) ?? []),
    ...(headwear?.collar?.(outer) ?? []),
    // A hand before the chest lies over collar, scarf and what hangs from the neck; one that comes to the chin over a beard.
    ...high.filter((side) => !atChin(sk, model, side)).flatMap((side) => drawArm(model, sk, pose, wear, side, 'fore')),
    ...wholeHead(),
    ...high.filter((side) => atChin(sk, model, side)).flatMap((side) => drawArm(model, sk, pose, wear, side, 'fore')),
    ...front.filter(raised).flatMap((side) => drawArm(model, sk, pose, wear, side)),
  ];
  return { nodes, skeleton: sk };
}

/** Where a hand's tips are. */
const tipOf = (sk: Skeleton, { p }: FigureModel, side: Side): Point => {
  const { wrist, handAngle } = sk.arms[side];
  const reach = 46 * p.hand;
  return { x: wrist.x + Math.sin(handAngle) * reach, y: wrist.y + Math.cos(handAngle) * reach };
};
/** How far down the trunk collars lie, and what hangs from a neck: badges, medals, the ends of scarves. */
const COLLAR = 0.58;
const HANGS = 0.95;
/** Whether a hand before the trunk reaches up to where that lies. */
const isHigh = (sk: Skeleton, model: FigureModel, side: Side, down: number): boolean => {
  const { wrist } = sk.arms[side];
  const tip = tipOf(sk, model, side);
  return Math.min(wrist.y, tip.y) < sk.neck.y + model.p.torso * down && Math.min(Math.abs(wrist.x - sk.neck.x), Math.abs(tip.x - sk.neck.x)) < model.p.chest;
};
/** Whether the tips of a hand come up to the chin. */
const atChin = (sk: Skeleton, model: FigureModel, side: Side): boolean => {
  const tip = tipOf(sk, model, side);
  return tip.y < sk.head.y + model.p.headHeight * 1.15 && Math.abs(tip.x - sk.head.x) < model.p.headWidth * 1.1;
};

/** The arm on the far side of a trunk that is turned by 36 degrees or more (bodies.md, 3: at 40 it goes behind). */
const isFar = (sk: Skeleton, side: Side): boolean => Math.sin(sk.bodyYaw) * (side === 'L' ? -1 : 1) > 0.588;
/** Whether a hand lies before the trunk. */
const isBefore = (sk: Skeleton, side: Side): boolean =>
  (sk.arms[side].wrist.x - sk.neck.x) * (side === 'L' ? -1 : 1) < (sk.arms[side].shoulder.x - sk.neck.x) * (side === 'L' ? -1 : 1) - 4;

interface HeadParts {
  readonly yaw: number;
  /** The turn that hair behind the head has come to. */
  readonly trailing: number;
  readonly hairBack: Node[] | undefined;
  readonly hairFront: Node[] | undefined;
  readonly hatBack: Node[] | undefined;
  readonly hatFront: Node[] | undefined;
  readonly glasses: Node[] | undefined;
}
const heads = new WeakMap<FigureModel, HeadParts>();

/** How far a head that is seen from the side goes down at the full pitch (radians). */
const NOD = 0.3;
/** From here on hats turn no farther (radians). */
const HAT_YAW = (42 * Math.PI) / 180;

/** What is worn on the head, in head units: drawn anew only as the head turns. */
function headParts(model: FigureModel, yaw: number, trailing: number, hair: HeadPart | undefined, headwear: HeadPart | undefined, glasses: HeadPart | undefined): HeadParts {
  let known = heads.get(model);
  if (known?.yaw !== yaw || known.trailing !== trailing) {
    // A hat is as round from the side as it is there.
    const hatYaw = clamp(yaw, -HAT_YAW, HAT_YAW);
    const covered = headwear?.hides === 'crown';
    const side = hair?.side && isProfile(yaw) ? sideHair(model, yaw, hair.side, covered) : undefined;
    known = {
      yaw,
      trailing,
      hairBack: side ? side.back : hair?.back?.(model, trailing, covered),
      hairFront: side ? side.front : hair?.front?.(model, yaw, covered),
      hatBack: headwear?.back?.(model, hatYaw, false),
      hatFront: headwear?.front?.(model, headwear.aside ? yaw : hatYaw, false),
      glasses: glasses?.front?.(model, yaw, false),
    };
    heads.set(model, known);
  }
  return known;
}

const faded = (id: string, alpha: number, items: Node[]): Node[] => (alpha === 1 ? items : [{ id: `faded.${id}`, items, alpha: Math.round(alpha * 64) / 64 }]);

/** The leg that is farther away first: of a walker the one on the far side of the body. */
function legOrder(sk: Skeleton, pose: Pose): readonly Side[] {
  return pose.stride > 0.05 || (pose.stride >= -0.05 && sk.bodyYaw > 0) ? ['R', 'L'] : ['L', 'R'];
}
