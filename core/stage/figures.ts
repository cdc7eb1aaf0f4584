import { restValue } from '../document/properties.ts';
import type { Character } from '../document/schema.ts';
import { type Matrix, transform } from '../draw/matrix.ts';
import { hull } from '../draw/path.ts';
import { isGroup, type Node, sameNode, sameNumbers } from '../draw/picture.ts';
import type { DrawnFigure } from '../figure/drawn.ts';
import { drawFigure, drawSeat } from '../figure/figure.ts';
import { isWholePerson } from '../figure/goesOn.ts';
import { MOUTH_CHART, MOUTH_KEYS } from '../figure/mouth.ts';
import { stool } from '../figure/parts/extras/stool.ts';
import { ARM_KEYS, HAND_SHAPES, type PartialPose, POSE_KEYS, type Pose, type PoseKey, posed, REST, type Side } from '../figure/pose.ts';
import { type Proportions, stanceOf } from '../figure/proportions.ts';
import { skeletonOf } from '../figure/skeleton.ts';
import type { Holding } from '../figure/things/holding.ts';
import type { Acting } from '../schedule/acting.ts';
import { mouthAt } from '../schedule/mouths.ts';
import { heldAt } from '../schedule/stageProperties.ts';
import { clamp, smooth } from '../time/easing.ts';
import { toTicks } from '../time/ticks.ts';
import { amountAt, sample, type Track } from '../time/track.ts';
import { channelAt } from './channelAt.ts';
import { sideReadsBack, turnHead } from './headSide.ts';

/**
 * Steps to which pose numbers are rounded, in their own units: finer than an eye sees, coarse enough that a figure
 * that hardly stirs is the same picture for some frames.
 */
const GRID: Readonly<Partial<Record<PoseKey, number>>> = {
  bodyTurn: 1 / 512,
  headTurn: 1 / 512,
  headPitch: 1 / 256,
  gazeX: 1 / 64,
  gazeY: 1 / 64,
  smile: 1 / 64,
  blink: 1 / 32,
  chest: 1 / 10,
  hipX: 1 / 6,
  hipY: 1 / 6,
  shoulderLift: 1 / 6,
  lean: 1 / 24,
  eyeScale: 1 / 256,
  lid: 1 / 64,
  lidLower: 1 / 64,
  lidInner: 1 / 64,
  lidOuter: 1 / 64,
  happyClosed: 1 / 64,
  press: 1 / 64,
  stride: 1 / 256,
  spine: 1 / 4,
  headX: 1 / 4,
  hemSwing: 1 / 2,
  hairSwing: 1 / 128,
  away: 1 / 256,
  hipTilt: 1 / 8,
  shoulderTilt: 1 / 8,
  ...Object.fromEntries(
    (['L', 'R'] as const).flatMap((side) => [
      ...(['onTrunk', 'trunkX', 'trunkY', 'onHead'] as const).map((key) => [`${key}${side}`, 1 / 256]),
      ...([...HAND_SHAPES, 'near', 'fore', 'palm', 'pocket', 'behind', 'over', 'pole'] as const).map((key) => [`${key}${side}`, 1 / 32]),
      [`busy${side}`, 1 / 64],
    ]),
  ),
};
const COARSE = 1 / 12;
/** The step of each pose number, in their order. */
const STEPS = Float64Array.from(POSE_KEYS, (key) => GRID[key] ?? COARSE);

type Playing = readonly (readonly [PoseKey, NonNullable<Acting['channels'][PoseKey]>])[];
const playings = new WeakMap<Acting['channels'], Playing>();
/** The channels that an acting has, of all that there are. */
function playing(channels: Acting['channels']): Playing {
  let list = playings.get(channels);
  if (!list)
    playings.set(
      channels,
      (list = POSE_KEYS.flatMap((key) => {
        const tracks = channels[key];
        return tracks ? [[key, tracks] as const] : [];
      })),
    );
  return list;
}

/** A character's pose at a tick, rounded to its grid. */
export function poseAt(acting: Acting, tick: number): Pose {
  const pose: Pose = { ...REST };
  const alive = amountAt(acting.alive, tick);
  const faces = amountAt(acting.faceStrength, tick);
  for (const [key, tracks] of playing(acting.channels)) pose[key] = channelAt(tracks, tick, alive, faces);
  atRest(acting, pose, tick);
  pose.bodyTurn += amountAt(acting.turn, tick);
  pose.blink = clamp(pose.blink, 0, 1);
  pose.gazeX = clamp(pose.gazeX, -1, 1);
  pose.gazeY = clamp(pose.gazeY, -1, 1);
  pose.smile = clamp(pose.smile, -1, 1);
  if (pose.away && !isWholePerson(acting.character)) {
    // Mascots and pictures have no back: they turn to the side.
    pose.bodyTurn += pose.away * 0.6;
    pose.away = 0;
  }
  turnHead(acting, pose, tick);
  swingBehind(acting, pose, tick);
  for (let n = 0; n < POSE_KEYS.length; n++) {
    const key = POSE_KEYS[n] as PoseKey;
    const value = pose[key];
    if (value !== 0) pose[key] = Math.round(value / (STEPS[n] as number)) * (STEPS[n] as number);
  }
  if (acting.onWheels) pose.roll = Math.round(((sample(acting.x, tick) - restValue(acting.layer, 'x')) * acting.facing) / acting.scale);
  if (acting.feet) plantFeet(acting, pose, tick);
  return pose;
}

/** Long hems and long hair come along so much later than hips and head, in ticks. */
const SWING_LAG = toTicks(0.13);

/** How far before a moment its picture reads an acting, in ticks. */
export const readsBack = (acting: Acting): number => Math.max(SWING_LAG, sideReadsBack(acting));
/** And at most so far: units, and shares of a turn. */
const BEHIND = { hem: 16, hair: 0.09 } as const;

/** Skirts, coats and long hair swing: they are where hips and head were a moment ago. */
function swingBehind(acting: Acting, pose: Pose, tick: number): void {
  if (acting.character.kind !== 'person') return;
  const then = tick - SWING_LAG;
  const went = (key: PoseKey): number => channelAt(acting.channels[key], then) - channelAt(acting.channels[key], tick);
  const way = (((sample(acting.x, then) - sample(acting.x, tick)) * acting.facing) / acting.scale) * 0.45;
  const hips = went('hipX') + (acting.rest.hipX ? sample(acting.rest.hipX, then) - sample(acting.rest.hipX, tick) : 0);
  pose.hemSwing = clamp(way + hips * 1.4 + went('bodyTurn') * 22, -BEHIND.hem, BEHIND.hem);
  pose.hairSwing = clamp(went('bodyTurn') + went('headTurn'), -BEHIND.hair, BEHIND.hair);
}

const ARM_SIDE = new Map<PoseKey, Side>((['L', 'R'] as const).flatMap((side) => ARM_KEYS.map((key) => [`${key}${side}` as const, side] as const)));

/** A track of a rest pose, and what lets go of it. */
interface Resting {
  readonly key: PoseKey;
  readonly track: Track;
  readonly side: Side | undefined;
  readonly foot: boolean;
}
const restings = new WeakMap<Acting['rest'], readonly Resting[]>();

/** Adds how the figure stands: less of it as it walks, flies or sits, and none of it in an arm that is busy. */
function atRest({ rest }: Acting, pose: Pose, tick: number): void {
  let list = restings.get(rest);
  if (!list)
    restings.set(rest, (list = (Object.entries(rest) as [PoseKey, Track][]).map(([key, track]) => ({ key, track, side: ARM_SIDE.get(key), foot: key.startsWith('foot') }))));
  if (!list.length) return;
  const still = (1 - Math.min(1, Math.abs(pose.stride))) * (1 - clamp(pose.air / 20, 0, 1));
  const standing = still * (1 - clamp(pose.seat, 0, 1));
  const [left, right] = [standing * (1 - clamp(pose.busyL, 0, 1)), standing * (1 - clamp(pose.busyR, 0, 1))];
  for (const { key, track, side, foot } of list) {
    const share = side === 'L' ? left : side === 'R' ? right : foot ? 1 : still;
    if (share > 0) pose[key] += sample(track, tick) * share;
  }
}

/** Feet of a walker are given on the stage's floor; the pose wants them about the root. */
function plantFeet(acting: Acting, pose: Pose, tick: number): void {
  const feet = acting.feet as NonNullable<Acting['feet']>;
  const root = onGrid(sample(acting.x, tick)) * acting.facing;
  const turned = smooth(Math.abs(pose.stride));
  for (const side of ['L', 'R'] as const) {
    const track = feet[side];
    if (tick < (track.x.at[0] ?? 0)) continue;
    const rest = (side === 'L' ? -1 : 1) * stanceOf(acting.p) * (1 - turned * 0.9);
    // About where they stand at rest, which is the same before, on and after the way.
    pose[`footX${side}`] += (sample(track.x, tick) - root) / acting.scale - rest;
    pose[`footY${side}`] += sample(track.lift, tick);
    pose[`footPitch${side}`] = sample(track.pitch, tick);
  }
}

/** Places of figures are rounded, so that one that stands is the same from frame to frame. */
export const onGrid = (value: number): number => Math.round(value * 16) / 16;

export interface Extent {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** What is held reaches so much further, and a pose between those that were measured a little. */
const HELD = 150;
const SPARE = 30;

/** Poses in which a figure is measured: arms down, out, up and across, turned both ways, bent, sitting, in mid-step. */
const MEASURED: readonly PartialPose[] = [
  {},
  { upperL: -80, upperR: 80, openL: 1, openR: 1 },
  { upperL: 60, upperR: 60, elbowL: 60, elbowR: 60, openL: 1, openR: 1 },
  { upperL: 150, upperR: 150, openL: 1, openR: 1, shoulderLift: 8 },
  { upperL: 60, upperR: 60, elbowL: 110, elbowR: 110, fiveL: 1, pointR: 1, foreL: 0.5, foreR: 0.5 },
  { upperL: 30, upperR: 30, elbowL: -70, elbowR: -70, bow: 40, headPitch: 0.6, headY: 12 },
  { bodyTurn: 0.6, headTurn: 0.2, elbowL: 90, elbowR: 90 },
  { bodyTurn: -0.6, headTurn: -0.2, elbowL: -90, elbowR: -90 },
  { lean: 24, headTilt: 20, headPitch: 0.6 },
  { lean: -24, headTilt: -20, headPitch: -0.6 },
  { seat: 1 },
  { hipX: -24, lean: 38, bow: 48, headPitch: 0.9, headY: 13, upperL: -10, upperR: -10, elbowL: -50, elbowR: -110, bodyTurn: 1 },
  { hipX: 24, lean: -38, bow: 48, headPitch: 0.9, headY: 13, upperL: -10, upperR: -10, elbowL: -110, elbowR: -50, bodyTurn: -1 },
  { lean: 30, bow: 36, hipX: -16, bodyTurn: 0.4, onTrunkL: 1, trunkYL: 0.9, onTrunkR: 1, trunkYR: 0.9 },
  { hipY: 26, bow: 26, headY: 12, liftL: 12, liftR: 12, onHeadL: 1, faceXL: 24, faceYL: 50, onHeadR: 1, faceXR: 24, faceYR: 50, flatL: 1, flatR: 1, aimL: -150, aimR: -150 },
  { stride: 1, footXL: -60, footXR: 60, footYL: -20, footPitchL: 24 },
];

/** The box of a figure's joints. */
function jointBox(p: Proportions, pose: Pose): Extent {
  const { hip, neck, head, arms, legs } = skeletonOf(p, pose);
  const points = [
    hip,
    neck,
    head,
    ...[arms.L, arms.R].flatMap(({ shoulder, elbow, wrist }) => [shoulder, elbow, wrist]),
    ...[legs.L, legs.R].flatMap(({ knee, ankle }) => [knee, ankle]),
  ];
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

/** Hull of all points that are drawn, and of pictures; half of a line lies beyond it. */
export function drawnExtent(nodes: readonly Node[]): Extent {
  let [left, top, right, bottom] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const reach = (matrix: Matrix, x: number, y: number): void => {
    const at = transform(matrix, x, y);
    left = Math.min(left, at.x);
    right = Math.max(right, at.x);
    top = Math.min(top, at.y);
    bottom = Math.max(bottom, at.y);
  };
  const look = (node: Node): void => {
    if (isGroup(node)) {
      for (const one of node.base ? [node.base] : node.items) look(one);
      return;
    }
    if (node.image) {
      const { x, y, width, height, bend } = node.image;
      const corners = bend?.corners ?? [x, y, x + width, y, x, y + height, x + width, y + height];
      for (let n = 0; n + 1 < corners.length; n += 2) reach(node.matrix, corners[n] as number, corners[n + 1] as number);
    }
    if (!node.path?.length) return;
    const own = hull(node.path);
    for (const x of [own.left, own.right]) for (const y of [own.top, own.bottom]) reach(node.matrix, x, y);
  };
  for (const node of nodes) look(node);
  return { left, top, right, bottom };
}

const margins = new WeakMap<Character, Extent>();

/** How far a character is drawn beyond its joints: hands, hair, hats, cloth, wheels. Measured on its own drawing, once. */
function marginsOf({ character, p }: Acting): Extent {
  let known = margins.get(character);
  if (!known) {
    const all = { left: 0, top: 0, right: 0, bottom: 0 };
    for (const measured of MEASURED) {
      const pose = posed(measured);
      const joints = jointBox(p, pose);
      const drawn = drawnExtent(drawFigure(character, pose, MOUTH_CHART.rest).nodes);
      all.left = Math.max(all.left, joints.left - drawn.left);
      all.top = Math.max(all.top, joints.top - drawn.top);
      all.right = Math.max(all.right, drawn.right - joints.right);
      all.bottom = Math.max(all.bottom, drawn.bottom - joints.bottom);
    }
    margins.set(character, (known = all));
  }
  return known;
}

/** The box of a figure's joints at a tick, in its own units: within it something is drawn. */
export const jointsOf = (acting: Acting, tick: number): Extent => jointBox(acting.p, poseAt(acting, tick));

/** A box that all of a figure lies in at a tick, in its own units: from its joints, without drawing it. */
export function extentOf(acting: Acting, tick: number): Extent {
  const joints = jointsOf(acting, tick);
  const { left, top, right, bottom } = marginsOf(acting);
  const more = SPARE + (heldAt(acting.held, tick).length ? HELD : 0);
  return { left: joints.left - left - more, top: joints.top - top - more, right: joints.right + right + more, bottom: joints.bottom + bottom + more };
}

interface FigureMemo {
  readonly character: Acting['character'];
  readonly holding: readonly Holding[];
  /** The pose's and the mouth's numbers. */
  readonly numbers: Float64Array;
  readonly drawn: DrawnFigure;
}
/** Figures that are remembered as they were drawn last. */
const MOST_FIGURES = 400;
const NONE: readonly Side[] = [];
/** How far fingers close round a layer that is carried. */
const CARRYING = 0.75;
const figures = new Map<string, FigureMemo>();

/** A character as it is drawn at a tick, in figure units; `carried` are the hands in which layers lie. */
export function figureAt(id: string, acting: Acting, tick: number, carried: readonly Side[] = NONE): DrawnFigure {
  const pose = poseAt(acting, tick);
  for (const side of carried) pose[`grip${side}`] = Math.max(pose[`grip${side}`], CARRYING);
  return drawnIn(id, acting, tick, pose);
}

/** The same from behind, standing, turned `away` (-1..1, see the pose): how it acts besides is kept. */
export function figureFromBehind(id: string, acting: Acting, tick: number, away: number): DrawnFigure {
  const pose = poseAt(acting, tick);
  return drawnIn(`${id} from behind`, acting, tick, { ...pose, away, bodyTurn: 0, headTurn: clamp(pose.headTurn, -0.08, 0.08), seat: 0, stride: 0, air: 0 });
}

function drawnIn(id: string, acting: Acting, tick: number, pose: Pose): DrawnFigure {
  const mouth = mouthAt(acting.mouth, tick, amountAt(acting.mouthOpen, tick));
  const holding = heldAt(acting.held, tick);
  const memo = figures.get(id);
  const numbers = new Float64Array(POSE_KEYS.length + MOUTH_KEYS.length);
  let at = 0;
  for (const name of POSE_KEYS) numbers[at++] = pose[name];
  for (const name of MOUTH_KEYS) numbers[at++] = mouth[name] = Math.round(mouth[name] * 100) / 100;
  const same = memo?.character === acting.character && memo.holding === holding && sameNumbers(memo.numbers, numbers);
  if (memo && same) return memo.drawn;
  const fresh = drawFigure(acting.character, pose, mouth, holding);
  const drawn = memo ? { ...fresh, nodes: kept(memo.drawn.nodes, fresh.nodes) } : fresh;
  if (figures.size > MOST_FIGURES) figures.clear();
  figures.set(id, { character: acting.character, holding, numbers, drawn });
  return drawn;
}

/** Takes the old node wherever the new one is equal to the number: what comes out is the same, by old reference. */
function kept(before: readonly Node[], now: readonly Node[]): readonly Node[] {
  // As a rule the parts are the same ones in the same order.
  let old: Map<string, Node> | undefined;
  return now.map((node, n) => {
    const there = before[n];
    const known = there?.id === node.id ? there : (old ??= new Map(before.map((one) => [one.id, one]))).get(node.id);
    return known && sameNode(known, node) ? known : node;
  });
}

const seats = new WeakMap<object, readonly Node[]>();
export function seatNodes(character: Acting['character']): readonly Node[] {
  let nodes = seats.get(character);
  if (!nodes) seats.set(character, (nodes = drawSeat(character, stool.seat)));
  return nodes;
}
