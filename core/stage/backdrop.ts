import type { Backdrop, FrameShape } from '../document/schema.ts';
import { type Bounds, boundsOf } from '../draw/bounds.ts';
import { IDENTITY, type Matrix, multiply } from '../draw/matrix.ts';
import { rect } from '../draw/path.ts';
import { type Colour, moved, type Node, type Paint, type Plane } from '../draw/picture.ts';
import { BACKDROP_DEPTH, type Focus, softness } from './camera.ts';
import { frameSize, type View, viewMatrix } from './frame.ts';
import { depthMatrix } from './place.ts';
import { setOf } from './sets/index.ts';
import { FEET } from './sets/set.ts';
import type { Surrounding } from './world/edges.ts';
import { AIR_STEPS, airMatrix, fitOf, type SetBackdrop, type World, type WorldPiece, worldOf } from './world/planes.ts';
import { type Daylight, isDay } from './world/tones.ts';

interface Flat {
  readonly nodes: readonly Node[];
  readonly background: Colour;
}

const worlds = new WeakMap<Backdrop, Map<FrameShape, World | undefined>>();

/** A set as it is painted; undefined where the backdrop is none, or one that is not known. The same object for the same backdrop and frame. */
function worldIn(backdrop: Backdrop, shape: FrameShape): World | undefined {
  if (backdrop.kind !== 'set') return undefined;
  let frames = worlds.get(backdrop);
  if (!frames) worlds.set(backdrop, (frames = new Map()));
  if (!frames.has(shape)) {
    const set = setOf(backdrop.set);
    frames.set(shape, set && worldOf(set, backdrop as SetBackdrop, shape));
  }
  return frames.get(shape);
}

const flats = new WeakMap<Backdrop, Map<FrameShape, Flat>>();

/** A backdrop as nodes in stage units as it is seen wide, and the colour behind it. The same object for the same backdrop and frame. */
export function backdropNodes(backdrop: Backdrop, shape: FrameShape): Flat {
  let frames = flats.get(backdrop);
  if (!frames) flats.set(backdrop, (frames = new Map()));
  let known = frames.get(shape);
  if (!known) frames.set(shape, (known = flat(backdrop, shape)));
  return known;
}

/** A backdrop that no set draws knows nothing of this colour. */
const UNKNOWN = '#dfe9e7';

function flat(backdrop: Backdrop, shape: FrameShape): Flat {
  const { width, height } = frameSize(shape);
  if (backdrop.kind === 'colour') {
    const path = rect(-width / 2 - 10, -height / 2 - 10, width + 20, height + 20);
    return { nodes: [{ id: 'backdrop', path, matrix: IDENTITY, fill: groundOf(backdrop, width, height) }], background: backdrop.colour };
  }
  if (backdrop.kind === 'set') {
    const world = worldIn(backdrop, shape);
    if (!world) return { nodes: [], background: UNKNOWN };
    const pieces = [...world.back, ...world.front];
    return { nodes: pieces.flatMap(({ id, nodes }) => nodes.map((node) => moved(node, world.fit, `${id} `))), background: world.background };
  }
  const { closer = 1, across = 0, down = 0 } = backdrop;
  const ratio = closer * (backdrop.fit === 'fill' ? Math.max(width / backdrop.width, height / backdrop.height) : Math.min(width / backdrop.width, height / backdrop.height));
  const w = backdrop.width * ratio;
  const h = backdrop.height * ratio;
  // What is cut off can be brought in; where nothing is, it stays in the middle.
  const x = -w / 2 - (across * Math.max(0, w - width)) / 2;
  const y = -h / 2 - (down * Math.max(0, h - height)) / 2;
  return { nodes: [{ id: 'backdrop', matrix: IDENTITY, image: { media: backdrop.media, x, y, width: w, height: h } }], background: '#1a2f34' };
}

function groundOf({ colour, to, angleDeg = 90 }: Extract<Backdrop, { kind: 'colour' }>, width: number, height: number): Paint {
  if (!to) return colour;
  const a = (angleDeg * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a), Math.sin(a)];
  // From corner to corner along its way.
  const long = (Math.abs(dx) * width + Math.abs(dy) * height) / 2;
  return {
    kind: 'linear',
    from: [-dx * long, -dy * long],
    to: [dx * long, dy * long],
    stops: [
      { at: 0, colour },
      { at: 1, colour: to },
    ],
  };
}

/** What a backdrop is painted with at a moment: what lies behind people, what lies before them, and the light that they are in. */
export interface BackdropPlanes {
  readonly back: readonly Plane[];
  readonly front: readonly Plane[];
  readonly background: Colour;
  /** Undefined by day, and where no set is. */
  readonly light: Daylight | undefined;
  /** What a set has about figures; undefined where no set is. */
  readonly about: Surrounding | undefined;
}

const NONE: readonly Plane[] = [];

/** A backdrop's planes as a camera sees them, `seconds` into the scene. */
export function backdropPlanes(backdrop: Backdrop, shape: FrameShape, view: View, focus: Focus, seconds: number): BackdropPlanes {
  const world = worldIn(backdrop, shape);
  if (!world || backdrop.kind !== 'set') {
    const { nodes, background } = backdropNodes(backdrop, shape);
    const soft = softness(focus, BACKDROP_DEPTH);
    return { back: [{ id: 'backdrop', view: viewMatrix(view, shape), nodes, ...(soft > 0 ? { blur: soft } : {}) }], front: NONE, background, light: undefined, about: undefined };
  }
  const step = Math.floor(seconds * AIR_STEPS + 1e-6) / AIR_STEPS;
  const strength = backdrop.air ?? 0;
  const planeOf = (piece: WorldPiece): Plane => {
    const seen = piece.floorTop === undefined ? depthMatrix(view, shape, piece.distance) : floorMatrix(view, shape, piece.distance, piece.floorTop);
    const own = multiply(seen, world.fit);
    const soft = softness(focus, Math.max(-2, piece.distance));
    return {
      id: piece.id,
      view: piece.air ? multiply(own, airMatrix(piece.air, step, strength)) : own,
      nodes: piece.nodes,
      ...(piece.colour ? { colour: piece.colour } : {}),
      ...(soft > 0 ? { blur: soft } : {}),
    };
  };
  const shine: readonly Plane[] = world.shine.length ? [{ id: 'backdrop.shine', view: multiply(viewMatrix(view, shape), world.fit), nodes: world.shine }] : NONE;
  return {
    back: world.back.map(planeOf),
    front: [...shine, ...world.front.map(planeOf)],
    background: world.background,
    light: isDay(world.light) ? undefined : world.light,
    about: world,
  };
}

/** Whether anything of a backdrop moves by itself. */
export const backdropMoves = (backdrop: Backdrop, shape: FrameShape): boolean =>
  backdrop.kind === 'set' && !!backdrop.air && [...(worldIn(backdrop, shape)?.back ?? []), ...(worldIn(backdrop, shape)?.front ?? [])].some(({ air }) => air);

/**
 * A floor as a camera sees it: at the feet it lies on the stage, at its far end it goes with what stands there, and in between
 * it is sheared.
 */
function floorMatrix(view: View, shape: FrameShape, distance: number, floorTop: number): Matrix {
  const fit = fitOf(shape);
  const [feet, top] = [fit[3] * FEET + fit[5], fit[3] * floorTop + fit[5]];
  const near = depthMatrix(view, shape, 0);
  const far = depthMatrix(view, shape, distance);
  const [yNear, yFar] = [near[3] * feet + near[5], far[3] * top + far[5]];
  const ky = (yNear - yFar) / (feet - top);
  const shear = (near[4] - far[4]) / (feet - top);
  return [near[0], 0, shear, ky, near[4] - shear * feet, yNear - ky * feet];
}

/** Something of a drawn backdrop that can be taken hold of: a part of its set, or something of one's own. */
export interface BackdropThing {
  readonly id: string;
  readonly name: string;
  readonly plane: string;
  readonly own: boolean;
  readonly stays: boolean;
  /** Where it lies as the backdrop is seen wide, in stage units. */
  readonly box: Bounds;
}

const thingsKnown = new WeakMap<World, readonly BackdropThing[]>();

/** What can be taken hold of in a backdrop, from behind to before; nothing in one that is not drawn by us. The same list for the same backdrop and frame. */
export function backdropThings(backdrop: Backdrop, shape: FrameShape): readonly BackdropThing[] {
  const world = worldIn(backdrop, shape);
  if (!world) return [];
  let things = thingsKnown.get(world);
  if (!things) {
    const [k, , , , fx, fy] = world.fit;
    things = world.things.flatMap(({ nodes, ...thing }) => {
      const { left, top, right, bottom } = boundsOf(nodes);
      return left > right ? [] : [{ ...thing, box: { left: left * k + fx, top: top * k + fy, right: right * k + fx, bottom: bottom * k + fy } }];
    });
    thingsKnown.set(world, things);
  }
  return things;
}

/** The least of what can be moved at a place of the stage: the nearest of the smallest. Undefined where there is only ground. */
export function thingAt(things: readonly BackdropThing[], x: number, y: number): BackdropThing | undefined {
  const area = ({ box }: BackdropThing): number => (box.right - box.left) * (box.bottom - box.top);
  let found: BackdropThing | undefined;
  for (const thing of things) {
    const { left, top, right, bottom } = thing.box;
    // One that lies before another is taken unless it is much larger: a thing is seen through the gap of its frame.
    if (!thing.stays && x >= left && x <= right && y >= top && y <= bottom && (!found || area(thing) <= area(found) * 3)) found = thing;
  }
  return found;
}

/** Where feet stand on a backdrop, in stage units. */
export function floorOf(backdrop: Backdrop, shape: FrameShape): number {
  const { height } = frameSize(shape);
  if (backdrop.kind === 'set') {
    const set = setOf(backdrop.set);
    const fit = fitOf(shape);
    if (set) return Math.round(fit[3] * set.floor + fit[5]);
  }
  return Math.round(Math.min(height / 2 - 70, height / 2 - 540 + 440 + (height > 1080 ? -40 : 0)));
}
