import { restOf } from '../document/properties.ts';
import type { Backdrop, Character, FrameShape, Layer } from '../document/schema.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import { REST } from '../figure/pose.ts';
import { heightOf } from '../figure/proportions.ts';
import { skeletonOf } from '../figure/skeleton.ts';
import { floorOf } from './backdrop.ts';
import { frameSize } from './frame.ts';
import type { Landmark, StageExtent } from './snapping.ts';

/** What is brought on the stage, as far as finding it a place needs to know: its sides in stage units, and whether it stands on its feet. */
export interface Arriving {
  readonly width: number;
  readonly height: number;
  readonly stands: boolean;
  /** Faces of people are hidden by nothing; a prop may stand before legs. */
  readonly person: boolean;
}

/** Where something comes to lie: of what stands between its feet, else its middle; which way a figure turns. */
export interface Arrival {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
}

/** Share of another's width that may be covered. */
const MAY_COVER = 0.05;
/** Between two bodies that stand beside each other: room for arms that hang, stage units. */
const BESIDE = 60;
/** Of a hand beyond its wrist and of a thick arm, a body's own units. */
const HAND = 15;
/** Air beside a person's shoulders, a body's own units. */
const AIR = 30;
/** How far a figure turns towards those who are there. */
const TURN = 0.2;
/** How far the frame's edge is kept clear, as a share of its width. */
const EDGE = 0.03;

const extentAt = ({ width, height, stands }: Arriving, x: number, y: number): StageExtent =>
  stands ? { left: x - width / 2, top: y - height, right: x + width / 2, bottom: y } : { left: x - width / 2, top: y - height / 2, right: x + width / 2, bottom: y + height / 2 };

/** How much of any other a box covers, as the largest share of one's area. */
function covered(box: StageExtent, others: readonly StageExtent[]): number {
  let most = 0;
  for (const other of others) {
    const width = Math.min(box.right, other.right) - Math.max(box.left, other.left);
    const height = Math.min(box.bottom, other.bottom) - Math.max(box.top, other.top);
    if (width <= 0 || height <= 0) continue;
    most = Math.max(most, (width * height) / Math.max(1, (other.right - other.left) * (other.bottom - other.top)));
  }
  return most;
}

/**
 * A place for something that is brought on: beside who is there, on the floor, inside the frame, hiding nobody and not
 * hidden. What hangs goes to the third of the picture in which it covers least, the upper one first.
 */
export function arrivalOf(thing: Arriving, present: readonly Landmark[], backdrop: Backdrop, shape: FrameShape): Arrival {
  const frame = frameSize(shape);
  const boxes = present.map(({ extent }) => extent);
  const half = Math.max(0, frame.width / 2 - Math.min(thing.width, frame.width) / 2 - frame.width * EDGE);
  if (!thing.stands) {
    const rows = [-frame.height * 0.3, 0, frame.height * 0.3].map((y) => Math.max(-frame.height / 2 + thing.height / 2, Math.min(frame.height / 2 - thing.height / 2, y)));
    const places = rows.flatMap((y) => [0, -half, half].map((x) => ({ x: Math.round(x), y: Math.round(y), turn: 0 })));
    let best = places[0] as Arrival;
    let least = Number.POSITIVE_INFINITY;
    for (const place of places) {
      const cost = covered(extentAt(thing, place.x, place.y), boxes);
      if (cost < least - 1e-6) {
        least = cost;
        best = place;
      }
    }
    return best;
  }
  const y = floorOf(backdrop, shape);
  const standing = present.filter(({ stands }) => stands);
  if (!standing.length) return { x: 0, y, turn: 0 };
  const middle = standing.reduce((sum, { anchor }) => sum + anchor.x, 0) / standing.length;
  const people = standing.map(({ extent }) => extent);
  const apart = { ...thing, width: thing.width + 2 * BESIDE };
  // Right beside one of them, else wherever least is covered.
  const beside = standing.flatMap(({ extent }) => [extent.left - BESIDE - thing.width / 2, extent.right + BESIDE + thing.width / 2]);
  const anywhere = Array.from({ length: 41 }, (_, n) => -half + (n / 20) * half);
  let best: Arrival | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const x of [...beside, ...anywhere]) {
    if (x < -half - 0.5 || x > half + 0.5) continue;
    const cover = covered(extentAt(apart, x, y), people);
    // The nearer to the others the better, as long as nobody is covered; of two sides the one nearer the picture's middle.
    const away = Math.min(...standing.map(({ anchor }) => Math.abs(anchor.x - x))) / frame.width;
    const cost = (cover > MAY_COVER ? 10 * cover : 2 * cover) + away * 0.1 + (Math.abs(x) / frame.width) * 0.01;
    if (cost < least - 1e-9) {
      least = cost;
      best = { x: Math.round(x), y, turn: thing.person ? Math.sign(middle - x) * TURN : 0 };
    }
  }
  return best ?? { x: 0, y, turn: 0 };
}

/** A character's sides as it comes on with its arms at ease, at a scale. */
export function characterSize(character: Character, scale: number): Arriving {
  const p = bodyOf(character);
  const { L, R } = skeletonOf(p, REST).arms;
  const half = Math.max(p.shoulder + AIR, ...[L.wrist.x, R.wrist.x].map((x) => Math.abs(x) + HAND));
  return { width: half * 2 * scale, height: heightOf(p) * scale, stands: true, person: true };
}

/** Whether a layer stands on its feet; all else hangs by its middle. */
export const standsOn = (layer: Pick<Layer, 'kind'>): boolean => layer.kind !== 'effect' && layer.kind !== 'group' && restOf(layer.kind, 'anchorY') === 1;
