import type { Mask } from '../document/schema.ts';
import { IDENTITY, type Matrix, meanScale, multiply } from '../draw/matrix.ts';
import { ellipse, type Path, rect, roundedRect } from '../draw/path.ts';
import type { Node, Plane, PlaneMask } from '../draw/picture.ts';
import { isOn, type StagedLayer, valueAt } from '../schedule/staged.ts';
import type { PassageLook } from './entrances/entrance.ts';
import type { OwnBox } from './layers/kind.ts';
import { depthOf, type Moment, UNIT_BOX } from './moment.ts';
import { localMatrix } from './place.ts';

/** Where a layer that is masked lies: within `outer`, by its `matrix`. */
interface Masked {
  readonly outer: Matrix;
  readonly matrix: Matrix;
  readonly box: OwnBox | undefined;
  readonly passages: readonly PassageLook[];
}
/** Draws a layer that masks another one, in a parent's view, remembered by a name of its own. */
type DrawMask = (by: StagedLayer, outer: Matrix, memo: string) => readonly Plane[];

/** Masks of a layer: its crop, its own mask, and what its way in or out keeps. */
export function masksOf(moment: Moment, staged: StagedLayer, { outer, matrix, box, passages }: Masked, drawMask: DrawMask): PlaneMask[] {
  const { tick } = moment;
  const { id, layer } = staged;
  const masks: PlaneMask[] = [];
  const byShape = (name: string, path: Path, invert: boolean, feather: number): void => {
    masks.push({ planes: [{ id: `${id}.${name}`, view: matrix, nodes: shapeNodes(name, path) }], invert, feather });
  };
  if (box) {
    const [left, top, right, bottom] = (['cropLeft', 'cropTop', 'cropRight', 'cropBottom'] as const).map((property) => valueAt(staged, property, tick)) as [
      number,
      number,
      number,
      number,
    ];
    if (left || top || right || bottom) byShape('crop', cropPath(box, left, top, right, bottom), false, 0);
  }
  const { mask } = layer;
  if (mask && 'layer' in mask) {
    const by = moment.scene.layers.get(mask.layer);
    if (by)
      masks.push({
        planes: isOn(by, tick) ? drawMask(by, maskOuter(moment, by, staged, outer), `${by.id} masks ${id}`) : [],
        invert: mask.invert,
        feather: mask.feather * meanScale(outer),
      });
  } else if (mask) byShape('mask', maskPath(mask, box ?? UNIT_BOX), mask.invert, mask.feather * meanScale(matrix));
  for (const { keep, feather = 0 } of passages) if (keep) byShape('passage', keep, false, feather * meanScale(matrix));
  return masks;
}

/** The view of a mask's parent: the same as the masked layer's where they have one parent, else its own way to the picture. */
function maskOuter(moment: Moment, by: StagedLayer, masked: StagedLayer, outer: Matrix): Matrix {
  if (by.layer.parent === masked.layer.parent) return outer;
  const chain: StagedLayer[] = [];
  for (let at = by.layer.parent; at !== undefined; at = moment.scene.layers.get(at)?.layer.parent) {
    const parent = moment.scene.layers.get(at);
    if (!parent) break;
    chain.unshift(parent);
  }
  const root = chain[0] ?? by;
  return chain.reduce((matrix, parent) => multiply(matrix, localMatrix(parent, moment.tick, undefined)), depthOf(moment, root));
}

const shapes = new Map<string, { path: Path; nodes: readonly Node[] }>();

/** One filled shape, the same list for the same numbers. */
function shapeNodes(name: string, path: Path): readonly Node[] {
  const key = `${name} ${path.join(' ')}`;
  let known = shapes.get(key);
  if (!known) {
    if (shapes.size > 600) shapes.clear();
    shapes.set(key, (known = { path, nodes: [{ id: name, path, matrix: IDENTITY, fill: '#000000' }] }));
  }
  return known.nodes;
}

function cropPath(box: OwnBox, left: number, top: number, right: number, bottom: number): Path {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  return rect(box.left + left * width, box.top + top * height, Math.max(0, (1 - left - right) * width), Math.max(0, (1 - top - bottom) * height));
}

function maskPath(mask: Exclude<Mask, { layer: string }>, box: OwnBox): Path {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const [w, h] = [mask.width * width, mask.height * height];
  const [cx, cy] = [box.left + mask.x * width, box.top + mask.y * height];
  if (mask.shape === 'ellipse') return ellipse(cx, cy, w / 2, h / 2);
  return mask.shape === 'rounded' ? roundedRect(cx - w / 2, cy - h / 2, w, h, Math.min(w, h) * 0.18) : rect(cx - w / 2, cy - h / 2, w, h);
}
