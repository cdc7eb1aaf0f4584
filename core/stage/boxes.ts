import { childrenOf } from '../document/tree.ts';
import { IDENTITY, invert, type Matrix, multiply, type Point, transform, translation } from '../draw/matrix.ts';
import type { Fonts } from '../draw/text.ts';
import type { Side } from '../figure/pose.ts';
import { gripAt } from '../figure/things/holding.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { isOn, type StagedLayer, valueAt } from '../schedule/staged.ts';
import { figureAt } from './figures.ts';
import { drawnKind } from './layers/index.ts';
import { middleBox } from './layers/kind.ts';
import { boxWithin, type NamingMark, namesAnother } from './marks/around.ts';
import { markKind } from './marks/forms.ts';
import { localMatrix } from './place.ts';

/** A joint of a figure on the stage; `side` is that of the picture. */
export interface Joint extends Point {
  readonly part: 'head' | 'shoulder' | 'elbow' | 'wrist' | 'hip';
  readonly side?: 'left' | 'right';
}

/** Where a layer lies on the stage, for whoever takes hold of it. Stage units. */
export interface LayerBox {
  readonly id: string;
  /** Corners of its own box: left top, right top, right bottom, left bottom. */
  readonly corners: readonly [Point, Point, Point, Point];
  /** Its anchor: what `x` and `y` place, and what it turns about. */
  readonly anchor: Point;
  /** Of a figure: where it is jointed. */
  readonly joints?: readonly Joint[];
  /** From the units of its parent, in which its place is given, to the stage's. */
  readonly parent: Matrix;
}

/** Boxes of the layers that are on the stage at a tick, back to front; what is hidden has one too. An effect has none. */
export function layerBoxes(scene: SceneSchedule, tick: number, fonts: Fonts): LayerBox[] {
  const out: LayerBox[] = [];
  const marks: [NamingMark, Matrix][] = [];
  const visit = (parent: StagedLayer | undefined, within: Matrix): void => {
    for (const [id] of childrenOf(scene.scene, parent?.id)) {
      const staged = scene.layers.get(id);
      if (!staged || !isOn(staged, tick) || staged.layer.kind === 'effect') continue;
      if (namesAnother(staged)) {
        marks.push([staged, within]);
        continue;
      }
      const outer = parent?.acting ? multiply(within, gripMatrix(parent, tick, staged.layer.hand === 'left' ? 'L' : 'R')) : within;
      const kind = drawnKind(staged.layer.kind);
      const box = kind?.box(staged as never, tick, { fonts });
      const matrix = multiply(outer, localMatrix(staged, tick, box));
      const at = { x: valueAt(staged, 'x', tick), y: valueAt(staged, 'y', tick) };
      const before = out.length;
      visit(staged, matrix);
      if (box)
        out.splice(before, 0, {
          id,
          corners: cornersOf(matrix, box),
          anchor: transform(outer, at.x, at.y),
          parent: outer,
          ...(staged.acting ? { joints: jointsOf(staged, tick, matrix) } : {}),
        });
      else if (out.length > before) out.splice(before, 0, { id, corners: around(matrix, out.slice(before)), anchor: transform(outer, at.x, at.y), parent: outer });
    }
  };
  visit(undefined, IDENTITY);
  // A mark is where what it names is.
  for (const [staged, within] of marks) {
    const named = out.find(({ id }) => id === staged.layer.to);
    if (!named) continue;
    const { about } = markKind(staged.layer.form);
    const around = about ? boxWithin(within, named.corners) : undefined;
    const [cx, cy] = around ? [(around.left + around.right) / 2, (around.top + around.bottom) / 2] : [0, 0];
    const parent = multiply(within, translation(cx, cy));
    const box = drawnKind('mark')?.box(staged as never, tick, { fonts, ...(around ? { around: middleBox(around.right - around.left, around.bottom - around.top) } : {}) });
    if (!box) continue;
    const at = { x: valueAt(staged, 'x', tick), y: valueAt(staged, 'y', tick) };
    out.push({ id: staged.id, corners: cornersOf(multiply(parent, localMatrix(staged, tick, box)), box), anchor: transform(parent, at.x, at.y), parent });
  }
  return out;
}

/** The joints of a figure as it is posed at a tick. */
function jointsOf({ id, acting }: StagedLayer, tick: number, matrix: Matrix): Joint[] {
  if (!acting) return [];
  const { skeleton } = figureAt(id, acting, tick);
  const at = (part: Joint['part'], { x, y }: Point, side?: Joint['side']): Joint => ({ part, ...(side ? { side } : {}), ...transform(matrix, x, y) });
  return [
    // At the neck: a pin in the middle of the face would hide what it shows.
    at('head', skeleton.neck),
    at('hip', skeleton.hip),
    ...(['L', 'R'] as const).flatMap((side) => {
      const [arm, name] = [skeleton.arms[side], side === 'L' ? ('left' as const) : ('right' as const)];
      return [at('shoulder', arm.shoulder, name), at('elbow', arm.elbow, name), at('wrist', arm.wrist, name)];
    }),
  ];
}

/** What a figure holds lies in its hand. */
function gripMatrix({ id, acting }: StagedLayer, tick: number, side: Side): Matrix {
  if (!acting) return IDENTITY;
  const grip = gripAt(figureAt(id, acting, tick).skeleton, side, acting.p.hand);
  return translation(grip.x, grip.y);
}

interface Sides {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const cornersOf = (matrix: Matrix, { left, top, right, bottom }: Sides): LayerBox['corners'] => [
  transform(matrix, left, top),
  transform(matrix, right, top),
  transform(matrix, right, bottom),
  transform(matrix, left, bottom),
];

/** The box of a group in its own units, about all that is in it. */
function around(matrix: Matrix, boxes: readonly LayerBox[]): LayerBox['corners'] {
  const area = Math.abs(matrix[0] * matrix[3] - matrix[1] * matrix[2]);
  if (area < 1e-9) return cornersOf(matrix, { left: 0, top: 0, right: 0, bottom: 0 });
  const back = invert(matrix);
  const points = boxes.flatMap(({ corners }) => corners.map(({ x, y }) => transform(back, x, y)));
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  return cornersOf(matrix, { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) });
}
