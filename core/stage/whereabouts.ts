import { type Point, transform } from '../draw/matrix.ts';
import { type Fonts, NO_FONTS } from '../draw/text.ts';
import { pictureModel } from '../figure/pictured/model.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { type LayerBox, layerBoxes } from './boxes.ts';
import { figureAt } from './figures.ts';
import { drawnKind } from './layers/index.ts';
import { depthOf, isPinned, type Moment } from './moment.ts';
import { stageMatrix } from './place.ts';

const boxesOf = new WeakMap<SceneSchedule, { readonly tick: number; readonly fonts: Fonts; readonly boxes: readonly LayerBox[] }>();

/** Boxes of a scene's layers, once for all marks of a moment. */
function boxesAt(scene: SceneSchedule, tick: number, fonts: Fonts): readonly LayerBox[] {
  let known = boxesOf.get(scene);
  if (known?.tick !== tick || known.fonts !== fonts) boxesOf.set(scene, (known = { tick, fonts, boxes: layerBoxes(scene, tick, fonts) }));
  return known.boxes;
}

/** Where the corners of another layer are seen on the picture; undefined where it is not there. */
export function seenCorners(moment: Moment, id: string): readonly Point[] | undefined {
  const { scene, tick, fonts } = moment;
  const staged = scene.layers.get(id);
  const corners = staged && !staged.layer.hidden && boxesAt(scene, tick, fonts).find((box) => box.id === id)?.corners;
  if (!corners) return undefined;
  let root = staged;
  for (let up = root.layer.parent; up !== undefined; up = root.layer.parent) {
    const parent = scene.layers.get(up);
    if (!parent) break;
    root = parent;
  }
  const view = isPinned(root.layer) ? moment.pinned : depthOf(moment, root);
  return corners.map(({ x, y }) => transform(view, x, y));
}

/** A tail follows the lips so late, ticks. */
export const TAIL_LAG = 5760;

/** Where a figure's mouth is on the stage; of a thing, a place near its top. Undefined where it is not there. */
export function mouthOf(scene: SceneSchedule, id: string, tick: number): Point | undefined {
  const staged = scene.layers.get(id);
  if (!staged || staged.layer.hidden || tick < staged.start - TAIL_LAG || tick >= staged.end) return undefined;
  const matrix = stageMatrix(scene, id, tick);
  const { acting } = staged;
  if (acting) {
    const picture = acting.character.picture;
    if (picture) {
      const { mouth } = pictureModel(picture);
      return transform(matrix, mouth[1].x, mouth[1].y);
    }
    const { skeleton } = figureAt(id, acting, tick);
    return transform(matrix, skeleton.head.x, skeleton.head.y + acting.p.headHeight * 0.42);
  }
  const box = drawnKind(staged.layer.kind)?.box(staged as never, tick, { fonts: NO_FONTS });
  return box && transform(matrix, (box.left + box.right) / 2, box.top + (box.bottom - box.top) * 0.3);
}

/** Of a drawn figure: two corners of the box about its head with its hair, on the stage. */
export function headOf(scene: SceneSchedule, id: string, tick: number): readonly Point[] | undefined {
  const acting = scene.layers.get(id)?.acting;
  if (!acting || acting.character.picture) return undefined;
  const matrix = stageMatrix(scene, id, tick);
  const { head } = figureAt(id, acting, tick).skeleton;
  const { headWidth, headHeight } = acting.p;
  return [-1, 1].map((side) => transform(matrix, head.x + side * headWidth * HAIR, head.y + side * headHeight * HAIR));
}

/** Hair stands out so far about a head. */
const HAIR = 1.12;
