import { type Matrix, multiply, transform } from '../draw/matrix.ts';
import { type StagedLayer, valueAt } from '../schedule/staged.ts';
import { drawnExtent, type Extent, extentOf, figureAt, jointsOf } from './figures.ts';
import { frameSize } from './frame.ts';
import { drawnKind } from './layers/index.ts';
import { depthOf, familyOf, type Moment, UNIT_BOX } from './moment.ts';
import { joined, passagesAt } from './passages.ts';
import { localMatrix } from './place.ts';
import { shadeReach } from './world/castShade.ts';

/** Whether a figure, or what it sits down on, is in the picture at any of some moments of a scene; as `layerPlanes` sees it. */
export function everSeen(moments: readonly Moment[], staged: StagedLayer): boolean {
  if (!staged.acting || staged.acting.seats.length > 0 || staged.layer.parent !== undefined) return true;
  const unsure: Moment[] = [];
  for (const moment of moments) {
    if (moment.shoulder?.staged.id === staged.id) return true;
    const seen = roughlySeen(moment, staged, figureMatrix(moment, staged));
    if (seen) return true;
    if (seen === undefined) unsure.push(moment);
  }
  return unsure.some((moment) => closelySeen(moment, staged, figureMatrix(moment, staged)));
}

function figureMatrix(moment: Moment, staged: StagedLayer): Matrix {
  const box = drawnKind(staged.layer.kind)?.box(staged as never, moment.tick, { fonts: moment.fonts });
  const passed = joined(passagesAt(moment, staged, box ?? UNIT_BOX), staged.layer);
  return multiply(depthOf(moment, staged), localMatrix(staged, moment.tick, box, passed));
}

/** Whether any of a box in a figure's own units is in the picture. */
function isInside({ shape }: Moment, matrix: Matrix, { left, top, right, bottom }: Extent, more = 0): boolean {
  const { width, height } = frameSize(shape);
  const corners = [left - more, right + more].flatMap((x) => [top - more, bottom + more].map((y) => transform(matrix, x, y)));
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  return Math.max(...xs) > 0 && Math.min(...xs) < width && Math.max(...ys) > 0 && Math.min(...ys) < height;
}

/** Whether a figure is in the picture, told from its joints; undefined where only its drawing can tell. */
function roughlySeen(moment: Moment, staged: StagedLayer, matrix: Matrix): boolean | undefined {
  const { acting, effects } = staged;
  const { tick, scene, style } = moment;
  if (!acting || effects.length || valueAt(staged, 'blur', tick) > 0 || familyOf(scene.scene).children.has(staged.id)) return true;
  const { hip, thigh, shin, torso } = acting.p;
  // Where it stands, something of it is seen: most frames need no more than that.
  if (isInside(moment, matrix, { left: -hip / 2, top: -thigh - shin - torso, right: hip / 2, bottom: -thigh / 2 })) return true;
  if (isInside(moment, matrix, jointsOf(acting, tick))) return true;
  return isInside(moment, matrix, withShade(moment, staged, extentOf(acting, tick)), style.reach) ? undefined : false;
}

/** The box of a figure with the shade that it throws under a low light: who has left the picture may leave that behind. */
function withShade({ backdrop: { about }, tick }: Moment, staged: StagedLayer, extent: Extent): Extent {
  const reach = about ? shadeReach(about.light.low) * Math.max(0, -extent.top) : 0;
  if (!reach) return extent;
  return valueAt(staged, 'scaleX', tick) < 0 ? { ...extent, left: extent.left - reach } : { ...extent, right: extent.right + reach };
}

/** Half of the widest line of a figure. */
const HALF_LINE = 8;

const closelySeen = (moment: Moment, staged: StagedLayer, matrix: Matrix): boolean =>
  !!staged.acting && isInside(moment, matrix, withShade(moment, staged, drawnExtent(figureAt(staged.id, staged.acting, moment.tick).nodes)), HALF_LINE + (moment.style.reach ?? 0));

/** Whether any of a figure is in the picture: what is not is neither drawn nor in the key of a segment. */
export const isInPicture = (moment: Moment, staged: StagedLayer, matrix: Matrix): boolean => roughlySeen(moment, staged, matrix) ?? closelySeen(moment, staged, matrix);
