import type { Point } from '../draw/matrix.ts';
import { clamp, mix, smooth } from '../time/easing.ts';
import type { Pose, Side } from './pose.ts';
import { type Proportions, stanceOf, standing } from './proportions.ts';

const DEG = Math.PI / 180;
/** Degrees of yaw at turn 1 (architecture.md: -1..1 is -75..75). */
export const FULL_TURN = 75;

export interface Arm {
  readonly shoulder: Point;
  readonly elbow: Point;
  readonly wrist: Point;
  /** Direction of the hand in radians, 0 pointing down, positive towards the picture's right. */
  readonly handAngle: number;
  /** Signed bend of the elbow in degrees. */
  readonly bend: number;
  /** How much larger the hand is seen, because it comes towards the viewer. */
  readonly nearer: number;
}

export interface Leg {
  readonly hip: Point;
  readonly knee: Point;
  readonly ankle: Point;
  /** Rotation of the foot in radians, for a foot that is drawn from the side. */
  readonly footAngle: number;
  /** Toes to the left (-1) or right (1). */
  readonly toes: number;
  /** The way the toes point seen from above, in radians: 0 to the viewer, positive to the picture's right. */
  readonly toeAngle: number;
  /** How far the heel (positive) or the toes (negative) are up, in radians. */
  readonly pitch: number;
  /** The bend of the knee in degrees. */
  readonly bend: number;
}

/** The line from hip to neck that the trunk is built round. */
export interface Spine {
  /** Length of the trunk as built. */
  readonly long: number;
  /** How far it bows sideways in its middle. */
  readonly bow: number;
  /** Tilt of the shoulders' and the hips' line in radians, the trunk's lean apart. */
  readonly shoulderTilt: number;
  readonly hipTilt: number;
  /** How far what hangs below the hips follows the legs sideways. */
  readonly hang: number;
  /** How far a long hem is behind the hips, because they moved. */
  readonly swing: number;
}

export interface Skeleton {
  readonly hip: Point;
  readonly neck: Point;
  readonly head: Point;
  readonly headAngle: number;
  /** Lean of the trunk in radians. */
  readonly lean: number;
  readonly bodyYaw: number;
  readonly headYaw: number;
  readonly spine: Spine;
  /** How far it sits, 0..1. */
  readonly seat: number;
  /** How high above the floor all of it is. */
  readonly air: number;
  readonly arms: Readonly<Record<Side, Arm>>;
  readonly legs: Readonly<Record<Side, Leg>>;
}

interface Ease {
  readonly L: { readonly upper: number; readonly elbow: number; readonly wrist: number };
  readonly R: { readonly upper: number; readonly elbow: number; readonly wrist: number };
}

/**
 * Arms at ease: upper arm and elbow, in degrees, each side on its own so that nothing is parallel
 * (bodies.md, 10: elbows of 15 to 30 degrees, never alike).
 */
export const AT_EASE: Ease = { L: { upper: 17, elbow: -24, wrist: 4 }, R: { upper: 13, elbow: -16, wrist: 2 } };

/** Seen length of a trunk that bends towards the viewer: .62 at 40 degrees, .46 at 62 (bodies.md, 1). */
const seenLength = (bow: number): number => 1 - 0.54 * Math.sin(clamp(bow, -20, 75) * DEG) ** 1 * (bow < 0 ? 0.4 : 1.1);

/** Where feet are seen from a little above, a step towards the viewer is so much lower in the picture. */
const FROM_ABOVE = 0.34;
/** Share of a bent knee's way out of the line that goes sideways, seen from the front. */
const KNEE_SIDEWAYS = 0.4;
/** The most that a foot on the floor is lower in the picture because it is nearer. */
export const NEAREST = 14;
/** The feet of somebody at ease point apart. */
const TOES: Readonly<Record<Side, number>> = { L: -26, R: 26 };

/** Joint positions of a pose in figure units, y down, origin on the floor between the feet. */
export function skeletonOf(standingProportions: Proportions, pose: Pose): Skeleton {
  const seat = Math.min(1, Math.max(0, pose.seat));
  // Thighs that point at the viewer are seen short: the same two bones, drawn in another plane.
  const p = seat ? { ...standingProportions, thigh: standingProportions.thigh * (1 - 0.74 * seat) } : standingProportions;
  const lean = (pose.lean + p.elder * 2) * DEG;
  // Who turns away goes on from the side to the back: from there the yaw counts down again.
  const half = Math.abs(pose.away);
  const round = Math.sign(pose.away) * (half > 0.5 ? 1 - half : half) * 180;
  const bodyYaw = (pose.bodyTurn * FULL_TURN * (1 - half) + round) * DEG;
  const headYaw = clamp((pose.bodyTurn * (1 - half) + pose.headTurn) * FULL_TURN + round, -FULL_TURN, FULL_TURN) * DEG;
  const hipTilt = pose.hipTilt * (1 - seat) * DEG;
  const hip: Point = { x: pose.hipX, y: Math.max(-standing(p) + pose.hipY, ...(['L', 'R'] as const).map((side) => reachable(p, pose, side, bodyYaw, hipTilt))) };
  const seen = p.torso * (1 + pose.chest * 0.008) * seenLength(pose.bow);
  const neck: Point = { x: hip.x + Math.sin(lean) * seen, y: hip.y - Math.cos(lean) * seen };
  const bow = Math.max(0, pose.bow) / 40;
  const reach = (p.neck + p.headHeight) * (1 - Math.min(0.5, bow * 0.42));
  const nod = lean * 0.6 + pose.headTilt * DEG * 0.25;
  const lift = (pose.shoulderLift + (pose.liftL + pose.liftR) / 2) * 0.12;
  const head: Point = {
    x: neck.x + Math.sin(nod) * reach + pose.headX + Math.sin(headYaw) * 5,
    y: neck.y - Math.cos(nod) * reach + pose.headY - pose.chest * 1.2 - lift,
  };
  const legs = { L: leg(p, pose, 'L', hip, bodyYaw, hipTilt), R: leg(p, pose, 'R', hip, bodyYaw, hipTilt) };
  const spine: Spine = {
    long: p.torso,
    bow: pose.spine,
    shoulderTilt: pose.shoulderTilt * DEG,
    hipTilt,
    hang: (legs.L.knee.x + legs.R.knee.x) / 2 - hip.x,
    swing: pose.hemSwing,
  };
  const trunk = { hip, neck, lean, bodyYaw, spine };
  const above = { head, headAngle: lean * 0.35 + pose.headTilt * DEG };
  return {
    ...trunk,
    ...above,
    headYaw,
    seat,
    arms: { L: arm(p, pose, 'L', trunk, above), R: arm(p, pose, 'R', trunk, above) },
    air: Math.max(0, pose.air),
    legs,
  };
}

type Trunk = Pick<Skeleton, 'hip' | 'neck' | 'lean' | 'bodyYaw' | 'spine'>;

/** Tilt of the trunk's level `y` units below the neck, in radians: from the shoulders' to the hips' (bodies.md, 3). */
export function tiltAt({ lean, spine }: Trunk, y: number): number {
  const share = y / spine.long;
  const across = clamp(1 - share * 0.75, 0.12, 1) * lean;
  const hanging = share > 1 ? 1 - clamp((y - spine.long) / 170, 0, 0.75) : 1;
  return across + mix(spine.shoulderTilt, spine.hipTilt * hanging, smooth((share - 0.12) / 0.78));
}

/** Middle of the trunk's level `y` units below the neck: on the bowed spine, hanging below the hips. */
export function middleAt({ hip, neck, spine }: Trunk, y: number): Point {
  const share = y / spine.long;
  if (share > 1) {
    const below = y - spine.long;
    // The farther down, the later it comes along.
    return { x: hip.x + spine.hang * clamp(below / 120, 0, 0.5) + spine.swing * clamp(below / 150, 0, 1.2) ** 1.5, y: hip.y + below };
  }
  const bowed = share > 0 ? spine.bow * 4 * share * (1 - share) : 0;
  return { x: neck.x + (hip.x - neck.x) * share + bowed, y: neck.y + (hip.y - neck.y) * share };
}

/** Half depth of the trunk in shares of its half width: at the chest, and from the waist down (bodies.md, 3). */
const DEPTH = { chest: 0.62, waist: 0.7 } as const;
/** How far the chest leads when the trunk turns, units. */
const CHEST = 4;

/** Half depth to half width of a level, by its share of the trunk. */
export const depthAt = (share: number): number => mix(DEPTH.chest, DEPTH.waist, smooth((share - 0.36) / 0.28));

/** How far a level's middle leads as the trunk turns: the chest, and a belly below it. */
export function leadAt(p: Proportions, share: number): number {
  const chest = CHEST * clamp(1 - Math.abs(share - 0.36) / 0.34, 0, 1);
  const belly = p.belly * smooth(1 - Math.abs(share - 0.72) / 0.42);
  return chest + belly;
}

/** A point of the trunk's level: `across` of its middle as seen, `y` below the neck. */
export function levelPoint(trunk: Trunk, across: number, y: number): Point {
  const middle = middleAt(trunk, y);
  const tilt = tiltAt(trunk, y);
  return { x: middle.x + across * Math.cos(tilt), y: middle.y + across * Math.sin(tilt) };
}

/** A point on a trunk that is `half` wide at `y` below the neck: `x` across, turned about the spine (x = a sin t cos yaw + d cos t sin yaw; bodies.md, 3). What lies beyond the edge goes on from it. */
export function trunkPoint(p: Proportions, trunk: Trunk, half: number, x: number, y: number): Point {
  const share = y / p.torso;
  const at = clamp(x / half, -1, 1);
  const round = Math.sqrt(1 - at * at);
  const turned = half * at * Math.cos(trunk.bodyYaw) + (half * depthAt(share) + leadAt(p, share)) * round * Math.sin(trunk.bodyYaw) + (x - half * at);
  return levelPoint(trunk, turned, y);
}

/** Half width of the body at a share of the trunk, below the shoulders. */
function bodyHalf(p: Proportions, share: number): number {
  if (share < 0.36) return mix(p.shoulder, p.chest, clamp(share / 0.36, 0, 1));
  return share < 0.64 ? mix(p.chest, p.waist, (share - 0.36) / 0.28) : mix(p.waist, p.hip, clamp((share - 0.64) / 0.31, 0, 1));
}

/** How far below the neck shoulders lie. */
export const shoulderLevel = (p: Proportions): number => 21 + 0.42 * p.armTop;

function arm(p: Proportions, pose: Pose, side: Side, trunk: Trunk, head: Pick<Skeleton, 'head' | 'headAngle'>): Arm {
  const out = side === 'L' ? -1 : 1;
  const yaw = trunk.bodyYaw;
  const down = shoulderLevel(p);
  const middle = middleAt(trunk, down);
  const tilt = tiltAt(trunk, down);
  const across = (p.shoulder - p.armTop + 2.5) * Math.cos(yaw);
  const bow = clamp(pose.bow / 40, 0, 1.5);
  const up = pose.shoulderLift + pose[`lift${side}`] + pose.chest * 2.2;
  const shoulder: Point = {
    x: middle.x + out * across * Math.cos(tilt) + up * Math.sin(tilt),
    // Bent towards the viewer the shoulders come down beside the head.
    y: middle.y + out * across * Math.sin(tilt) - up * Math.cos(tilt) + bow * 7,
  };
  const ease = (p.atEase ?? AT_EASE)[side];
  let upper = (ease.upper + pose[`upper${side}`]) * DEG;
  let fore = upper + (ease.elbow + pose[`elbow${side}`]) * DEG;
  let turn = (ease.wrist + pose[`wrist${side}`]) * DEG;
  // Foreshortened: what points at the viewer is seen short.
  const near = clamp(pose[`near${side}`], 0, 1);
  const ahead = clamp(pose[`fore${side}`], 0, 1);
  const seen = p.upperArm * Math.cos(near * 70 * DEG);
  const seenFore = p.foreArm * Math.cos(ahead * 70 * DEG);
  const [onTrunk, onHead] = [clamp(pose[`onTrunk${side}`], 0, 1), clamp(pose[`onHead${side}`], 0, 1)];
  const reaching = Math.min(1, onTrunk + onHead);
  if (reaching > 0.01) {
    const share = pose[`trunkY${side}`] / Math.max(0.01, onTrunk);
    const place = trunkPoint(p, trunk, bodyHalf(p, share), (out * pose[`trunkX${side}`] * bodyHalf(p, share)) / Math.max(0.01, onTrunk), share * p.torso);
    const [fx, fy] = [((out * pose[`faceX${side}`]) / Math.max(0.01, onHead)) * (p.headWidth / 41.5), (pose[`faceY${side}`] / Math.max(0.01, onHead)) * (p.headHeight / 49)];
    const [c, s] = [Math.cos(head.headAngle), Math.sin(head.headAngle)];
    const share2 = onHead / (onTrunk + onHead);
    const target: Point = { x: mix(place.x, head.head.x + fx * c - fy * s, share2), y: mix(place.y, head.head.y + fx * s + fy * c, share2) };
    const bent = reachFor(shoulder, target, seen, seenFore, out, pose[`pole${side}`] > reaching * 0.5);
    const aim = bent.fore + nearest((pose[`aim${side}`] / reaching) * DEG - bent.fore);
    upper += (bent.upper - upper) * reaching;
    fore += (bent.fore - fore) * reaching;
    turn += (aim - fore - turn) * reaching;
  }
  const elbow: Point = { x: shoulder.x + out * Math.sin(upper) * seen, y: shoulder.y + Math.cos(upper) * seen };
  const wrist: Point = { x: elbow.x + out * Math.sin(fore) * seenFore, y: elbow.y + Math.cos(fore) * seenFore };
  return { shoulder, elbow, wrist, handAngle: out * (fore + turn), bend: (fore - upper) / DEG, nearer: 1 + 0.3 * smooth(ahead) };
}

/** An angle's shortest way round. */
const nearest = (angle: number): number => angle - Math.round(angle / (2 * Math.PI)) * 2 * Math.PI;

/** The angles of two bones that bring the wrist to a target (law of cosines), from straight down and outwards; `up` has the elbow on the upper side. */
function reachFor(shoulder: Point, target: Point, a: number, b: number, out: 1 | -1, up: boolean): { upper: number; fore: number } {
  const dx = (target.x - shoulder.x) * out;
  const dy = target.y - shoulder.y;
  const way = clamp(Math.hypot(dx, dy), Math.abs(a - b) + 1, (a + b) * 0.998);
  const line = Math.atan2(dx, dy);
  const open = Math.acos(clamp((a * a + way * way - b * b) / (2 * a * way), -1, 1));
  // Outwards of a line that hangs; below one that rises to the face.
  const upper = line + (up ? -open : open);
  const ex = Math.sin(upper) * a;
  const ey = Math.cos(upper) * a;
  const [tx, ty] = [Math.sin(line) * way, Math.cos(line) * way];
  // One way of telling an angle, so that an arm on its way never goes round: about straight down, or about up and outwards.
  const middle = up ? 2.3 : 0;
  const told = middle + nearest(upper - middle);
  // An elbow bends to its own side only: however close the hand comes to the shoulder, it does not turn over.
  const bend = nearest(Math.atan2(tx - ex, ty - ey) - told);
  return { upper: told, fore: told + (up ? (bend < -0.02 ? bend + 2 * Math.PI : bend) : bend > 0.02 ? bend - 2 * Math.PI : bend) };
}

/** Where a foot stands on the floor, sideways of the figure's middle. */
function footX(p: Proportions, pose: Pose, side: Side): number {
  const turned = smooth(Math.abs(pose.stride));
  return (side === 'L' ? -1 : 1) * stanceOf(p) * (1 - turned * 0.9) + pose[`footX${side}`];
}

/** How far the hip joints lie from the middle: thighs never stand out beyond the hips. */
export const hipHalf = (p: Proportions): number => Math.min(p.hip * 0.5, Math.max(p.hip * 0.3, p.hip - p.legTop));

/** A hip joint about the middle of the hips: how far sideways. */
const hipOut = (p: Proportions, pose: Pose, side: Side, yaw: number): number =>
  (side === 'L' ? -1 : 1) * hipHalf(p) * (1 - smooth(Math.abs(pose.stride)) * 0.62) * Math.cos(yaw * 0.5);

/**
 * The highest that the hips may be for a foot which stands flat to be reached: the body sinks, the foot stays. Of tilted
 * hips the standing leg's joint is the higher one, so that it is this leg which is straight (bodies.md, 1).
 */
function reachable(p: Proportions, pose: Pose, side: Side, yaw: number, tilt: number): number {
  if (pose[`footY${side}`] < -0.01 || Math.abs(pose[`footPitch${side}`]) > 0.01) return Number.NEGATIVE_INFINITY;
  const out = hipOut(p, pose, side, yaw);
  const across = footX(p, pose, side) - (pose.hipX + out * Math.cos(tilt));
  const most = (p.thigh + p.shin) * 0.9995;
  return -p.ankle - Math.sqrt(Math.max(0, most ** 2 - across ** 2)) - out * Math.sin(tilt);
}

function leg(p: Proportions, pose: Pose, side: Side, body: Point, yaw: number, tilt: number): Leg {
  const out = side === 'L' ? -1 : 1;
  const turned = smooth(Math.abs(pose.stride));
  const facing = Math.sign(pose.stride || 1);
  const from = hipOut(p, pose, side, yaw);
  const hip: Point = { x: body.x + from * Math.cos(tilt), y: body.y + from * Math.sin(tilt) };
  const toes = out + (facing - out) * turned;
  // Feet go round with somebody who turns away, and point outwards again with the heels at us.
  const half = Math.abs(pose.away);
  const toed = (TOES[side] + pose[`toe${side}`]) * (1 - 2 * half) + pose.bodyTurn * FULL_TURN * (1 - half) * 0.6 + pose.away * 180;
  const toeAngle = mix(toed, facing * 78, turned) * DEG;
  // The foot rolls over heel or ball, whichever touches the floor.
  const pitch = pose[`footPitch${side}`] * DEG;
  const pivot = pitch > 0 ? 20 : -12;
  // Lower in the picture than the floor's line is nearer to the viewer.
  const nearer = clamp(pose[`footY${side}`], 0, NEAREST);
  const floor: Point = { x: footX(p, pose, side), y: Math.min(0, pose[`footY${side}`]) };
  const ahead = pivot - pivot * Math.cos(pitch) + p.ankle * Math.sin(pitch);
  const up = pivot * Math.sin(pitch) + p.ankle * Math.cos(pitch);
  const sideways = Math.sin(toeAngle);
  let ankle: Point = { x: floor.x + ahead * sideways, y: floor.y - up + (pitch === 0 ? 0 : ahead * Math.cos(toeAngle) * FROM_ABOVE) };
  let dx = ankle.x - hip.x;
  let dy = ankle.y - hip.y;
  let reach = Math.hypot(dx, dy);
  const most = p.thigh + p.shin;
  if (reach > most) {
    // Out of reach: the ankle gives, never the bones.
    ankle = { x: hip.x + (dx / reach) * most, y: hip.y + (dy / reach) * most };
    dx = ankle.x - hip.x;
    dy = ankle.y - hip.y;
    reach = most;
  }
  // Two-bone solution; the knee's way out of the line is seen in full from the side and shortened from the front.
  const along = (p.thigh ** 2 - p.shin ** 2 + reach ** 2) / (2 * reach);
  const bow = Math.sqrt(Math.max(0, p.thigh ** 2 - along ** 2));
  const share = out * (KNEE_SIDEWAYS + pose[`knee${side}`]) + Math.sin(yaw) * 0.6;
  const front = clamp(share + (facing - share) * turned, -1, 1);
  const ux = dx / reach;
  const uy = dy / reach;
  const knee: Point = { x: hip.x + ux * along + uy * bow * front, y: hip.y + uy * along - ux * bow * front + nearer * 0.5 };
  const bend = 180 - Math.acos(clamp((p.thigh ** 2 + p.shin ** 2 - reach ** 2) / (2 * p.thigh * p.shin), -1, 1)) / DEG;
  return { hip, knee, ankle: { x: ankle.x, y: ankle.y + nearer }, footAngle: pitch * toes, toes, toeAngle, pitch, bend };
}
