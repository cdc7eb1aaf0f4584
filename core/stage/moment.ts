import type { FrameShape, Layer, Scene } from '../document/schema.ts';
import { childrenOf } from '../document/tree.ts';
import type { Matrix } from '../draw/matrix.ts';
import type { Fonts } from '../draw/text.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { isOn, type StagedLayer, valueAt } from '../schedule/staged.ts';
import type { BackdropPlanes } from './backdrop.ts';
import { type Focus, softness } from './camera.ts';
import type { View } from './frame.ts';
import type { OwnBox } from './layers/kind.ts';
import { depthMatrix } from './place.ts';
import type { Shoulder } from './shoulder.ts';
import type { Style } from './styles/style.ts';
import type { Daylight } from './world/tones.ts';

/** One moment of a scene, as its layers are drawn. */
export interface Moment {
  readonly scene: SceneSchedule;
  readonly tick: number;
  readonly fonts: Fonts;
  readonly style: Style;
  readonly shape: FrameShape;
  readonly view: View;
  readonly camera: Matrix;
  /** The view of what lies on the picture itself, wherever the camera is: titles, balloons. */
  readonly pinned: Matrix;
  readonly focus: Focus;
  readonly backdrop: BackdropPlanes;
  /** The light of the set that people and things stand in; undefined by day. */
  readonly light: Daylight | undefined;
  /** Who stands in the foreground instead of on the stage, because the shot looks over that shoulder. */
  readonly shoulder: Shoulder | undefined;
  /** Only layers that are marked so, and what is in them, where there are any: for the stage of the composer. */
  readonly solo: boolean;
}

export interface Family {
  readonly children: ReadonlyMap<string | undefined, readonly string[]>;
  /** Layers that mask others and are not seen themselves. */
  readonly masks: ReadonlySet<string>;
  readonly solo: ReadonlySet<string> | undefined;
}

const families = new WeakMap<Scene, Family>();

export function familyOf(scene: Scene): Family {
  let family = families.get(scene);
  if (!family) {
    const children = new Map<string | undefined, string[]>();
    for (const parent of [undefined, ...Object.keys(scene.layers)]) {
      const list = childrenOf(scene, parent).map(([id]) => id);
      if (list.length) children.set(parent, list);
    }
    const masks = new Set(Object.values(scene.layers).flatMap(({ mask }) => (mask && 'layer' in mask ? [mask.layer] : [])));
    const marked = Object.entries(scene.layers).filter(([, layer]) => layer.solo);
    const solo = new Set<string>();
    for (const [id] of marked) {
      for (let at: string | undefined = id; at !== undefined && !solo.has(at); at = scene.layers[at]?.parent) solo.add(at);
      const within = [id];
      for (const one of within) {
        solo.add(one);
        within.push(...(children.get(one) ?? []));
      }
    }
    families.set(scene, (family = { children, masks, solo: marked.length ? solo : undefined }));
  }
  return family;
}

export const UNIT_BOX: OwnBox = { left: -0.5, top: -0.5, right: 0.5, bottom: 0.5 };

/** Looks of words that belong to the scene and go with the camera. */
const IN_THE_SCENE: ReadonlySet<string> = new Set(['sign', 'thread-flag']);

/** Whether a layer lies on the picture, not in the scene: words with a look, and balloons. */
export const isPinned = (layer: Layer): boolean =>
  layer.parent === undefined &&
  (layer.kind === 'balloon' ||
    layer.kind === 'chart' ||
    (layer.kind === 'mark' && layer.to !== undefined) ||
    (layer.kind === 'text' && layer.look !== undefined && !IN_THE_SCENE.has(layer.look)));

/** Whether something of a scene is marked to be seen alone. */
export const someAlone = (scene: Scene): boolean => familyOf(scene).solo !== undefined;

export function isSeen({ tick, solo, shoulder }: Moment, family: Family, staged: StagedLayer): boolean {
  if (shoulder?.staged.id === staged.id || staged.layer.hidden || !isOn(staged, tick) || family.masks.has(staged.id)) return false;
  return !solo || !family.solo || family.solo.has(staged.id);
}

const depths = new Map<string, Matrix>();

/** The camera's view of a layer of the stage itself, by its depth. */
export function depthOf({ view, shape, camera, tick }: Moment, staged: StagedLayer): Matrix {
  const depth = valueAt(staged, 'depth', tick);
  if (depth === 0) return camera;
  const key = `${shape} ${view.x} ${view.y} ${view.width} ${depth}`;
  let matrix = depths.get(key);
  if (!matrix) {
    if (depths.size > 400) depths.clear();
    depths.set(key, (matrix = depthMatrix(view, shape, depth)));
  }
  return matrix;
}

/** How far out of focus a layer is: what lies on the stage itself, with all that it holds. */
export const layerSoftness = ({ focus, tick }: Moment, staged: StagedLayer): number =>
  focus.blur && staged.layer.parent === undefined ? softness(focus, valueAt(staged, 'depth', tick)) : 0;
