import type { FrameShape } from '../document/schema.ts';
import { IDENTITY, type Matrix, multiply, placed, translation } from '../draw/matrix.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { type StagedLayer, valueAt } from '../schedule/staged.ts';
import { sample } from '../time/track.ts';
import { onGrid } from './figures.ts';
import { frameSize, type View, viewMatrix } from './frame.ts';
import type { OwnBox } from './layers/kind.ts';

const EXACT = { exact: true } as const;
const RADIANS = Math.PI / 180;

/** How a layer is moved and sized besides its own values: on its way in or out. */
export interface Shift {
  readonly dx?: number;
  readonly dy?: number;
  readonly scale?: number;
  /** Its place to the last digit, as the camera follows it; else on the grid that it is drawn on. */
  readonly exact?: boolean;
}

/** From a layer's own units to its parent's at a tick. Without a box (a group) it lies by its own origin. */
export function localMatrix(staged: StagedLayer, tick: number, box: OwnBox | undefined, { dx = 0, dy = 0, scale = 1, exact = false }: Shift = {}): Matrix {
  const at = (property: Parameters<typeof valueAt>[1]): number => valueAt(staged, property, tick);
  const round = exact ? (value: number): number => value : onGrid;
  const matrix = placed(round(at('x')) + dx, round(at('y')) + dy, at('scaleX') * scale, at('scaleY') * scale, at('angleDeg') * RADIANS);
  if (!box) return matrix;
  const ax = box.left + at('anchorX') * (box.right - box.left);
  const ay = box.top + at('anchorY') * (box.bottom - box.top);
  const lying = ax === 0 && ay === 0 ? matrix : multiply(matrix, translation(-ax, -ay));
  return staged.path?.rolled ? multiply(lying, rolling(box, sample(staged.path.rolled, tick) / (Math.abs(at('scaleX') * scale) || 1))) : lying;
}

/** What has rolled so far (own units, to the right) is turned about its middle, as a wheel of its own lesser side would be. */
function rolling(box: OwnBox, way: number): Matrix {
  const radius = Math.max(1, Math.min(box.right - box.left, box.bottom - box.top) / 2);
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const turn = way / radius;
  return multiply(multiply(translation(x, y), [Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), 0, 0]), translation(-x, -y));
}

/** From a layer's own units to the stage's at a tick, through the groups that it is in; what a figure holds lies with the figure. */
export function stageMatrix(scene: SceneSchedule, id: string, tick: number): Matrix {
  let matrix: Matrix = IDENTITY;
  const seen = new Set<string>();
  for (let at: string | undefined = id; at !== undefined && !seen.has(at); at = scene.layers.get(at)?.layer.parent) {
    seen.add(at);
    const staged = scene.layers.get(at);
    if (staged) matrix = multiply(localMatrix(staged, tick, undefined, EXACT), matrix);
  }
  return matrix;
}

/** How deep something is slid by hand, metres: deeper it would be a dot. */
const DEPTH_RANGE = { least: -2, most: 40 } as const;

/** Metres from the camera to the stage plane when it takes in the whole frame. */
export const CAMERA_METRES = 6;
/** Nothing comes nearer to the camera than this. */
const NEAREST = 0.3;

/** Feet nearer to the eye level than this lead to the horizon, stage units. */
const LEAST_BELOW_EYES = 40;

/**
 * What stands at `y` and `depth` (metres behind the stage plane), slid over the floor until its feet are seen at `to`: how deep it
 * is then, and how much smaller or larger. The floor runs from the feet to the eye level in the middle of the frame, as the
 * camera of `depthMatrix` sees it; undefined where no floor leads there.
 */
export function slidInDepth(y: number, depth: number, to: number): { depth: number; y: number; factor: number } | undefined {
  if (y < LEAST_BELOW_EYES) return undefined;
  // Where on the stage plane the same floor is.
  const floor = (y * (CAMERA_METRES + depth)) / CAMERA_METRES;
  const seen = Math.max(LEAST_BELOW_EYES, to);
  const { least, most } = DEPTH_RANGE;
  const deep = Math.min(most, Math.max(least, Math.round(((floor * CAMERA_METRES) / seen - CAMERA_METRES) * 100) / 100));
  return { depth: deep, y: Math.round((floor * CAMERA_METRES) / (CAMERA_METRES + deep)), factor: (CAMERA_METRES + depth) / (CAMERA_METRES + deep) };
}

/**
 * The view of what lies `depth` metres behind the stage plane. Seen wide, it is as it was placed; as the camera comes
 * nearer or goes sideways, what is far grows and moves less (a pinhole camera that moves along its own axis).
 */
export function depthMatrix(view: View, shape: FrameShape, depth: number): Matrix {
  if (depth === 0) return viewMatrix(view, shape);
  const frame = frameSize(shape);
  const away = CAMERA_METRES * (view.width / frame.width);
  const k = (CAMERA_METRES + depth) / Math.max(NEAREST, away + depth);
  const aside = CAMERA_METRES / Math.max(NEAREST, away + depth);
  return [k, 0, 0, k, frame.width / 2 - view.x * aside, frame.height / 2 - view.y * aside];
}
