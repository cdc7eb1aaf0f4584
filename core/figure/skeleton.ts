import type { Point } from '../draw/matrix.ts';
import { smooth } from '../time/easing.ts';
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
}

export interface Leg {
  readonly hip: Point;
  readonly knee: Point;
  readonly ankle: Point;
  /** Rotation of the foot in radians. */
  readonly footAngle: number;
  /** Toes to the left (-1) or right (1). */
  readonly toes: number;
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
 * (design.md, 10 Poses).
 */
export const AT_EASE: Ease = { L: { upper: 17, elbow: -24, wrist: 4 }, R: { upper: 12, elbow: -13, wrist: 2 } };

/** Joint positions of a pose in figure units, y down, origin on the floor between the feet. */
export function skeletonOf(standingProportions: Proportions, pose: Pose): Skeleton {
  const seat = Math.min(1, Math.max(0, pose.seat));
  // Thighs that point at the viewer are seen short: the same two bones, drawn in another plane.
  const p = seat ? { ...standingProportions, thigh: standingProportions.thigh * (1 - 0.74 * seat) } : standingProportions;
  const lean = (pose.lean + p.elder * 2) * DEG;
  const bodyYaw = pose.bodyTurn * FULL_TURN * DEG;
  const headYaw = Math.max(-FULL_TURN, Math.min(FULL_TURN, (pose.bodyTurn + pose.headTurn) * FULL_TURN)) * DEG;
  const hip: Point = { x: pose.hipX, y: Math.max(-standing(p) + pose.hipY, ...(['L', 'R'] as const).map((side) => reachable(p, pose, side, bodyYaw))) };
  const spine = p.torso * (1 + pose.chest * 0.008);
  const neck: Point = { x: hip.x + Math.sin(lean) * spine, y: hip.y - Math.cos(lean) * spine };
  const reach = p.neck + p.headHeight;
  const nod = lean * 0.6 + pose.headTilt * DEG * 0.25;
  const head: Point = {
    x: neck.x + Math.sin(nod) * reach + pose.headX + Math.sin(headYaw) * 5,
    y: neck.y - Math.cos(nod) * reach + pose.headY - pose.chest * 1.2,
  };
  return {
    hip,
    neck,
    head,
    headAngle: lean * 0.35 + pose.headTilt * DEG,
    lean,
    bodyYaw,
    headYaw,
    seat,
    arms: { L: arm(p, pose, 'L', neck, lean, bodyYaw), R: arm(p, pose, 'R', neck, lean, bodyYaw) },
    air: Math.max(0, pose.air),
    legs: { L: leg(p, pose, 'L', hip, bodyYaw), R: leg(p, pose, 'R', hip, bodyYaw) },
  };
}

function arm(p: Proportions, pose: Pose, side: Side, neck: Point, lean: number, yaw: number): Arm {
  const out = side === 'L' ? -1 : 1;
  const tilt = lean + pose.shoulderTilt * DEG;
  // The far shoulder comes nearer to the middle as the trunk turns.
  const far = Math.sin(yaw) * out;
  const across = (p.shoulder - p.armTop + 2.5) * (1 - Math.max(0, far) * 0.3 - Math.max(0, -far) * 0.12);
  const down = 21 + 0.42 * p.armTop - pose.shoulderLift - pose.chest * 2.2;
  const shoulder: Point = {
    x: neck.x + out * across * Math.cos(tilt) - down * Math.sin(tilt) + Math.sin(yaw) * -3,
    y: neck.y + out * across * Math.sin(tilt) + down * Math.cos(tilt),
  };
  const ease = (p.atEase ?? AT_EASE)[side];
  const upper = (ease.upper + pose[`upper${side}`]) * DEG;
  const bend = ease.elbow + pose[`elbow${side}`];
  const fore = upper + bend * DEG;
  // Foreshortened: an arm that points at the viewer is seen short.
  const seen = p.upperArm * Math.cos(Math.min(1, Math.max(0, pose[`near${side}`])) * 70 * DEG);
  const elbow: Point = { x: shoulder.x + out * Math.sin(upper) * seen, y: shoulder.y + Math.cos(upper) * seen };
  const wrist: Point = { x: elbow.x + out * Math.sin(fore) * p.foreArm, y: elbow.y + Math.cos(fore) * p.foreArm };
  return { shoulder, elbow, wrist, handAngle: out * (fore + (ease.wrist + pose[`wrist${side}`]) * DEG), bend };
}

/** Where a foot stands on the floor, sideways of the figure's middle. */
function footX(p: Proportions, pose: Pose, side: Side): number {
  const turned = smooth(Math.abs(pose.stride));
  return (side === 'L' ? -1 : 1) * stanceOf(p) * (1 - turned * 0.9) + pose[`footX${side}`];
}

const hipX = (p: Proportions, pose: Pose, side: Side, yaw: number): number =>
  pose.hipX + (side === 'L' ? -1 : 1) * p.hip * 0.5 * (1 - smooth(Math.abs(pose.stride)) * 0.62) * Math.cos(yaw * 0.5);

/** The highest that the hips may be for a foot which stands flat to be reached: the body sinks, the foot stays. */
function reachable(p: Proportions, pose: Pose, side: Side, yaw: number): number {
  if (Math.abs(pose[`footY${side}`]) > 0.01 || Math.abs(pose[`footPitch${side}`]) > 0.01) return Number.NEGATIVE_INFINITY;
  const across = footX(p, pose, side) - hipX(p, pose, side, yaw);
  const most = (p.thigh + p.shin) * 0.9995;
  return -p.ankle - Math.sqrt(Math.max(0, most ** 2 - across ** 2));
}

function leg(p: Proportions, pose: Pose, side: Side, body: Point, yaw: number): Leg {
  const out = side === 'L' ? -1 : 1;
  const turned = smooth(Math.abs(pose.stride));
  const facing = Math.sign(pose.stride || 1);
  const hip: Point = { x: hipX(p, pose, side, yaw), y: body.y };
  const toes = out + (facing - out) * turned;
  // The foot rolls over heel or ball, whichever touches the floor.
  const pitch = pose[`footPitch${side}`] * DEG;
  const pivot = pitch > 0 ? 20 : -12;
  const floor: Point = { x: footX(p, pose, side), y: pose[`footY${side}`] };
  const ballX = floor.x + pivot * toes;
  const angle = pitch * toes;
  const rx = floor.x - ballX;
  const ry = -p.ankle;
  let ankle: Point = { x: ballX + rx * Math.cos(angle) - ry * Math.sin(angle), y: floor.y + rx * Math.sin(angle) + ry * Math.cos(angle) };
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
  const front = out * 0.3 + (facing - out * 0.3) * turned;
  const ux = dx / reach;
  const uy = dy / reach;
  const knee: Point = { x: hip.x + ux * along + uy * bow * front, y: hip.y + uy * along - ux * bow * front };
  return { hip, knee, ankle, footAngle: angle, toes };
}
