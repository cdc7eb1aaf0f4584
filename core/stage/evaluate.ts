import type { Document, FrameShape } from '../document/schema.ts';
import { IDENTITY, type Matrix } from '../draw/matrix.ts';
import { joined, type Path, rect } from '../draw/path.ts';
import type { Node, Picture, Plane } from '../draw/picture.ts';
import type { Fonts } from '../draw/text.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { backdropPlanes } from './backdrop.ts';
import { cameraAt, type Focus, focusAt } from './camera.ts';
import { captionNodes, captionStyle } from './captions.ts';
import { frameSize, type View, viewMatrix } from './frame.ts';
import { figurePlane } from './litPlanes.ts';
import { type Moment, someAlone } from './moment.ts';
import { shoulderAt, shoulderPlane } from './shoulder.ts';
import { styledPlane, styleOf } from './styles/index.ts';
import { layerPlanes } from './tree.ts';

export interface StageOptions {
  /** The whole set instead of the shot, as the composer shows it while editing. */
  readonly wholeSet?: boolean;
  readonly captions?: boolean;
  /** What the composer looks at instead of the frame, while it shows the whole set. */
  readonly view?: View;
  /** Only the layers that are marked as alone, where there are any: for the composer, never for a film. */
  readonly solo?: boolean;
}

const NO_FONTS: Fonts = { caption: [], captionBold: [], title: [], label: [] };

/** A moment of a scene with its camera: what layers are drawn by. */
export function momentOf(
  document: Document,
  scene: SceneSchedule,
  tick: number,
  fonts: Fonts = NO_FONTS,
  { wholeSet = false, solo = false, view: looked }: StageOptions = {},
): Moment {
  const { frame: shape, style } = document.production;
  const view: View = wholeSet ? (looked ?? { x: 0, y: 0, width: frameSize(shape).width }) : cameraAt(scene, tick, shape);
  const focus = wholeSet ? ALL_SHARP : focusAt(scene, tick);
  const backdrop = backdropPlanes(scene.scene.backdrop, shape, view, focus, tick / TICKS_PER_SECOND);
  const camera = matrixOf(view, shape);
  const pinned = wholeSet ? camera : matrixOf({ x: 0, y: 0, width: frameSize(shape).width }, shape);
  const shoulder = wholeSet ? undefined : shoulderAt(scene, tick);
  return { scene, tick, fonts, style: styleOf(style), shape, view, camera, pinned, focus, backdrop, light: backdrop.light, shoulder, solo };
}

/** Side of a square of the chequered ground, stage units, and its two tones. */
const SQUARE = 30;
const CHEQUERS = ['#e4eceb', '#cbd7d5'] as const;
const grounds = new Map<FrameShape, readonly Node[]>();

/** Squares by which what is clear is told from what is white or grey; the same nodes for the same frame. */
function chequered(shape: FrameShape): readonly Node[] {
  let nodes = grounds.get(shape);
  if (!nodes) {
    const { width, height } = frameSize(shape);
    const squares: Path[] = [];
    for (let row = 0; row * SQUARE < height; row++)
      for (let column = row % 2; column * SQUARE < width; column += 2) squares.push(rect(column * SQUARE - width / 2, row * SQUARE - height / 2, SQUARE, SQUARE));
    nodes = [
      { id: 'ground', path: rect(-width / 2, -height / 2, width, height), matrix: IDENTITY, fill: CHEQUERS[0] },
      { id: 'ground.squares', path: joined(...squares), matrix: IDENTITY, fill: CHEQUERS[1] },
    ];
    grounds.set(shape, nodes);
  }
  return nodes;
}

/** The whole set is looked at to be edited: nothing of it is soft. */
const ALL_SHARP: Focus = { depth: 0, blur: 0 };

/**
 * The stage at a tick of a scene, as a picture list: a pure function of document, schedule and tick, any tick at the
 * same cost. Memo objects only spare work; they never change what comes out.
 */
export function evaluate(document: Document, scene: SceneSchedule, tick: number, fonts: Fonts, options: StageOptions = {}): Picture {
  const moment = momentOf(document, scene, tick, fonts, options);
  const { shape, camera, style } = moment;
  const frame = frameSize(shape);
  // What is looked at alone stands before a chequered ground: what is clear of it is seen.
  const alone = moment.solo && someAlone(scene.scene);
  const { back, front, background } = moment.backdrop;
  const styled = (planes: readonly Plane[]): readonly Plane[] => planes.map((plane) => styledPlane(plane, style, 'set'));
  const behind = alone ? [{ id: 'backdrop', view: matrixOf({ x: 0, y: 0, width: frame.width }, shape), nodes: chequered(shape) }] : styled(back);
  // A back in the foreground lies before all that stands, and behind all words.
  const shoulder = shoulderPlane(moment.shoulder, moment);
  const before = [...(alone ? [] : styled(front)), ...(shoulder ? [figurePlane(moment, shoulder)] : [])];
  const planes: Plane[] = [...layerPlanes(moment, undefined, camera, behind, before)];
  if (style.over) planes.push({ id: 'over', view: matrixOf({ x: 0, y: 0, width: frame.width }, shape), nodes: style.over(frame.width, frame.height) });
  if (options.captions ?? true) {
    const caption = captionAt(scene, tick);
    if (caption) planes.push({ id: 'caption', view: IDENTITY, nodes: captionNodes(caption.rows, shape, fonts, caption.colour, captionStyle(document.production)) });
  }
  return { width: frame.width, height: frame.height, background: style.background?.(background) ?? background, planes };
}

/** Lays out a scene's captions ahead of playing, one a step, so that no frame waits for its letters. */
export function* layOutCaptions(document: Document, scene: SceneSchedule, fonts: Fonts): Generator<void> {
  for (const { rows, colour } of scene.captions) {
    captionNodes(rows, document.production.frame, fonts, colour, captionStyle(document.production));
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
