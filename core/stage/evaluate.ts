import type { Document } from '../document/schema.ts';
import { IDENTITY, type Matrix, multiply } from '../draw/matrix.ts';
import type { Group, Item, Node, Picture, Plane } from '../draw/picture.ts';
import { isGroup } from '../draw/picture.ts';
import type { Fonts } from '../draw/text.ts';
import { drawFigure, drawSeat } from '../figure/figure.ts';
import { MOUTH_KEYS } from '../figure/mouth.ts';
import { stool } from '../figure/parts/extras/stool.ts';
import { POSE_KEYS, type Pose, type PoseKey, REST } from '../figure/pose.ts';
import { stanceOf } from '../figure/proportions.ts';
import type { Holding } from '../figure/things/holding.ts';
import { mouthAt } from '../schedule/mouths.ts';
import { heldAt } from '../schedule/properties.ts';
import type { FilmSchedule, LayerSchedule, SceneSchedule } from '../schedule/schedule.ts';
import { clamp, smooth } from '../time/easing.ts';
import { inOrder } from '../time/order.ts';
import { lastAtOrBefore, sample } from '../time/track.ts';
import { backdropNodes } from './backdrop.ts';
import { cameraAt, frameSize, type View, viewMatrix } from './camera.ts';
import { captionNodes } from './captions.ts';
import { propOf } from './props/index.ts';
import { styledPlane, styleOf } from './styles/index.ts';

export interface StageOptions {
  /** The whole set instead of the shot, as the composer shows it while editing. */
  readonly wholeSet?: boolean;
  readonly captions?: boolean;
}

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
};
const COARSE = 1 / 12;

/** The scene that plays at a film tick, and the tick within it. */
export function sceneAt(film: FilmSchedule, tick: number): { scene: FilmSchedule['scenes'][number]; tick: number } | undefined {
  const index = lastAtOrBefore(
    film.scenes.map((scene) => scene.start),
    tick,
  );
  const scene = film.scenes[clamp(index, 0, film.scenes.length - 1)];
  return scene && { scene, tick: clamp(tick - scene.start, 0, Math.max(0, scene.length - 1)) };
}

/**
 * The stage at a tick of a scene, as a picture list: a pure function of document, schedule and tick, any tick at the
 * same cost. Memo objects below only spare work; they never change what comes out.
 */
export function evaluate(document: Document, scene: SceneSchedule, tick: number, fonts: Fonts, options: StageOptions = {}): Picture {
  const shape = document.production.frame;
  const frame = frameSize(shape);
  const view: View = options.wholeSet ? { x: 0, y: 0, width: frame.width } : cameraAt(scene, tick, shape);
  const { nodes: back, background } = backdropNodes(scene.scene.backdrop, shape);
  const camera = matrixOf(view, shape);
  const style = styleOf(document.production.style);
  const planes: Plane[] = [styledPlane({ view: camera, nodes: back }, style, 'set')];
  for (const [id, layer] of inOrder(scene.scene.layers)) {
    if (layer.hidden) continue;
    if (layer.kind === 'character') {
      const acting = scene.layers.get(id);
      if (acting)
        for (const seat of acting.seats)
          planes.push(styledPlane({ view: multiply(camera, [layer.scale, 0, 0, layer.scale, seat.x, seat.y]), nodes: seatNodes(acting.character) }, style, 'prop'));
      if (acting && inView(acting, tick, view)) planes.push(styledPlane(figurePlane(id, acting, tick, camera), style, 'figure'));
    } else planes.push(styledPlane({ view: multiply(camera, [layer.scale, 0, 0, layer.scale, layer.x, layer.y]), nodes: propNodes(layer.prop) }, style, 'prop'));
  }
  if (style.over) planes.push({ view: matrixOf({ x: 0, y: 0, width: frame.width }, shape), nodes: style.over(frame.width, frame.height) });
  if (options.captions ?? true) {
    const caption = captionAt(scene, tick);
    if (caption) planes.push({ view: IDENTITY, nodes: captionNodes(caption.rows, shape, fonts, caption.colour) });
  }
  return { width: frame.width, height: frame.height, background: style.background?.(background) ?? background, planes };
}

/** Whether any of a figure can be seen: its arms stretched out and leaning as far as it can, a figure takes in no more. */
function inView(acting: LayerSchedule, tick: number, view: View): boolean {
  const { p, layer } = acting;
  const reach = (p.shoulder + p.upperArm + p.foreArm + p.torso * 0.8 + 60) * layer.scale;
  return Math.abs(rootAt(acting, tick).x - view.x) < view.width / 2 + reach;
}

/** Lays out a scene's captions ahead of playing, one a step, so that no frame waits for its letters. */
export function* layOutCaptions(document: Document, scene: SceneSchedule, fonts: Fonts): Generator<void> {
  for (const { rows, colour } of scene.captions) {
    captionNodes(rows, document.production.frame, fonts, colour);
    yield;
  }
}

const matrices = new Map<string, Matrix>();
function matrixOf(view: View, shape: Document['production']['frame']): Matrix {
  const key = `${shape} ${view.x} ${view.y} ${view.width}`;
  let matrix = matrices.get(key);
  if (!matrix) {
    if (matrices.size > 200) matrices.clear();
    matrices.set(key, (matrix = viewMatrix(view, shape)));
  }
  return matrix;
}

export const captionAt = (scene: SceneSchedule, tick: number): SceneSchedule['captions'][number] | undefined => {
  const index = scene.captions.findLastIndex((caption) => caption.start <= tick);
  const caption = scene.captions[index];
  return caption && caption.end > tick ? caption : undefined;
};

/** A character's pose at a tick, rounded to its grid. */
export function poseAt(acting: LayerSchedule, tick: number): Pose {
  const pose: Pose = { ...REST };
  for (const key of POSE_KEYS) {
    const tracks = acting.channels[key];
    if (!tracks) continue;
    let sum = 0;
    for (const track of tracks) sum += sample(track, tick);
    pose[key] = sum;
  }
  pose.blink = clamp(pose.blink, 0, 1);
  pose.gazeX = clamp(pose.gazeX, -1, 1);
  pose.gazeY = clamp(pose.gazeY, -1, 1);
  pose.smile = clamp(pose.smile, -1, 1);
  pose.headTurn = clamp(pose.headTurn + pose.bodyTurn, -0.5, 0.5) - pose.bodyTurn;
  for (const key of POSE_KEYS) {
    const step = GRID[key] ?? COARSE;
    pose[key] = Math.round(pose[key] / step) * step;
  }
  if (acting.onWheels) pose.roll = Math.round((sample(acting.x, tick) - acting.layer.x) / acting.layer.scale);
  if (acting.feet) plantFeet(acting, pose, tick);
  return pose;
}

/** Feet of a walker are given on the stage's floor; the pose wants them about the root. */
function plantFeet(acting: LayerSchedule, pose: Pose, tick: number): void {
  const feet = acting.feet as NonNullable<LayerSchedule['feet']>;
  const root = rootAt(acting, tick);
  const turned = smooth(Math.abs(pose.stride));
  for (const side of ['L', 'R'] as const) {
    const track = feet[side];
    if (tick < (track.x.at[0] ?? 0)) continue;
    const rest = (side === 'L' ? -1 : 1) * stanceOf(acting.p) * (1 - turned * 0.9);
    pose[`footX${side}`] = (sample(track.x, tick) - root.x) / acting.layer.scale - rest;
    pose[`footY${side}`] = sample(track.lift, tick);
    pose[`footPitch${side}`] = sample(track.pitch, tick);
  }
}

const rootAt = (acting: LayerSchedule, tick: number): { x: number; y: number } => ({
  x: Math.round(sample(acting.x, tick) * 16) / 16,
  y: Math.round(sample(acting.y, tick) * 16) / 16,
});

interface FigureMemo {
  readonly character: LayerSchedule['character'];
  readonly holding: readonly Holding[];
  /** The pose's and the mouth's numbers. */
  readonly numbers: Float64Array;
  readonly nodes: readonly Node[];
}
const figures = new Map<string, FigureMemo>();

/** A character's nodes at a tick, in its own units, and where they lie. Nodes that are as before keep their reference. */
export function figurePlane(id: string, acting: LayerSchedule, tick: number, camera: Matrix): Plane {
  const root = rootAt(acting, tick);
  const { scale } = acting.layer;
  return { view: multiply(camera, [scale, 0, 0, scale, root.x, root.y]), nodes: figureNodes(id, acting, tick) };
}

/** A character's nodes at a tick, in figure units. */
export function figureNodes(id: string, acting: LayerSchedule, tick: number): readonly Node[] {
  const pose = poseAt(acting, tick);
  const mouth = mouthAt(acting.mouth, tick);
  const holding = heldAt(acting.held, tick);
  const memo = figures.get(id);
  const numbers = new Float64Array(POSE_KEYS.length + MOUTH_KEYS.length);
  let same = memo?.character === acting.character && memo.holding === holding;
  let at = 0;
  const put = (value: number): void => {
    numbers[at] = value;
    same &&= memo?.numbers[at] === value;
    at++;
  };
  for (const name of POSE_KEYS) put(pose[name]);
  for (const name of MOUTH_KEYS) put((mouth[name] = Math.round(mouth[name] * 100) / 100));
  if (memo && same) return memo.nodes;
  const drawn = drawFigure(acting.character, pose, mouth, holding).nodes;
  const nodes = memo ? kept(memo.nodes, drawn) : drawn;
  if (figures.size > 64) figures.clear();
  figures.set(id, { character: acting.character, holding, numbers, nodes });
  return nodes;
}

/** Takes the old node wherever the new one is equal to the number: what comes out is the same, by old reference. */
function kept(before: readonly Node[], now: readonly Node[]): readonly Node[] {
  const old = new Map(before.map((node) => [node.id, node]));
  return now.map((node) => {
    const known = old.get(node.id);
    return known && sameNode(known, node) ? known : node;
  });
}

function sameNode(a: Node, b: Node): boolean {
  if (isGroup(a) !== isGroup(b)) return false;
  if (isGroup(a) && isGroup(b)) return sameGroup(a, b);
  return sameItem(a as Item, b as Item);
}

function sameGroup(a: Group, b: Group): boolean {
  if (a.alpha !== b.alpha || a.blend !== b.blend || a.blur !== b.blur || a.items.length !== b.items.length) return false;
  if (!a.base !== !b.base || !a.mask !== !b.mask) return false;
  if (a.base && b.base && !sameItem(a.base, b.base)) return false;
  if (a.mask && b.mask && !sameItem(a.mask, b.mask)) return false;
  return a.items.every((item, index) => sameNode(item, b.items[index] as Node));
}

function sameItem(a: Item, b: Item): boolean {
  if (a.fill !== b.fill || a.alpha !== b.alpha || a.blend !== b.blend || a.blur !== b.blur || a.image !== b.image || a.evenOdd !== b.evenOdd) return false;
  if (a.stroke?.paint !== b.stroke?.paint || a.stroke?.width !== b.stroke?.width) return false;
  for (let index = 0; index < 6; index++) if (a.matrix[index] !== b.matrix[index]) return false;
  const p = a.path;
  const q = b.path;
  if (!p || !q) return p === q;
  if (p.length !== q.length) return false;
  for (let index = 0; index < p.length; index++) if (p[index] !== q[index]) return false;
  return true;
}

const seats = new WeakMap<object, readonly Node[]>();
function seatNodes(character: LayerSchedule['character']): readonly Node[] {
  let nodes = seats.get(character);
  if (!nodes) seats.set(character, (nodes = drawSeat(character, stool.seat)));
  return nodes;
}

const props = new Map<string, readonly Node[]>();
function propNodes(id: string): readonly Node[] {
  let nodes = props.get(id);
  if (!nodes) props.set(id, (nodes = propOf(id)?.draw() ?? []));
  return nodes;
}
