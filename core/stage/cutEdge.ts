import type { FrameShape } from '../document/schema.ts';
import { type Point, transform } from '../draw/matrix.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { valueAt } from '../schedule/staged.ts';
import type { LayerBox } from './boxes.ts';
import { cameraAt } from './camera.ts';
import { frameSize } from './frame.ts';
import { depthMatrix } from './place.ts';

/** Places along a cut edge that are looked at, as shares of its length: its ends may be hidden or clear anyway. */
const LOOKED_AT = [0.2, 0.35, 0.5, 0.65, 0.8] as const;
/** So many of them seen show that somebody ends there. */
const SEEN = 2;
/** Pixels of the frame: an edge as near as this to the frame's is on it. */
const ON_FRAME = 3;

/** Whether a layer is a picture of somebody whose lower part was never in it. */
export const isCutBelow = ({ layers }: SceneSchedule, id: string): boolean => !!layers.get(id)?.acting?.character.picture?.cutBelow;

/**
 * Whether one sees at a tick that somebody ends where their picture was cut off: the edge lies within what the camera takes
 * in, and nothing that stands in front covers it. `boxes` are those of the layers then, back to front (layerBoxes).
 */
export function cutShows(scene: SceneSchedule, id: string, tick: number, shape: FrameShape, boxes: readonly LayerBox[]): boolean {
  if (!isCutBelow(scene, id)) return false;
  const own = boxes.findIndex((box) => box.id === id);
  const box = boxes[own];
  if (!box || scene.scene.layers[id]?.hidden) return false;
  const view = cameraAt(scene, tick, shape);
  const frame = frameSize(shape);
  const seenAt = (layer: string): ((at: Point) => Point) => {
    const staged = scene.layers.get(layer);
    const matrix = depthMatrix(view, shape, staged ? valueAt(staged, 'depth', tick) : 0);
    return ({ x, y }) => transform(matrix, x, y);
  };
  const [, , right, left] = box.corners.map(seenAt(id)) as [Point, Point, Point, Point];
  const covers = boxes.slice(own + 1).flatMap(({ id: other, corners }) => {
    const layer = scene.scene.layers[other];
    if (!layer || layer.hidden || !(layer.kind === 'prop' || layer.kind === 'picture' || layer.kind === 'character' || layer.kind === 'shape' || layer.kind === 'clip')) return [];
    return [corners.map(seenAt(other))];
  });
  const seen = LOOKED_AT.filter((t) => {
    const at = { x: left.x + (right.x - left.x) * t, y: left.y + (right.y - left.y) * t };
    return at.x > 0 && at.x < frame.width && at.y > 0 && at.y < frame.height - ON_FRAME && !covers.some((corners) => within(corners, at));
  });
  return seen.length >= SEEN;
}

/** Whether a place lies in a box with corners in order, whichever way round. */
function within(corners: readonly Point[], { x, y }: Point): boolean {
  let [left, right] = [false, false];
  corners.forEach((a, n) => {
    const b = corners[(n + 1) % corners.length] as Point;
    const side = (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x);
    left ||= side < 0;
    right ||= side > 0;
  });
  return !(left && right);
}
