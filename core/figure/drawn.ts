import { translation } from '../draw/matrix.ts';
import { ellipse } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import type { FigureModel } from './model.ts';
import type { Skeleton } from './skeleton.ts';
import { Sketch } from './sketch.ts';

/** A figure as it was drawn in a pose. */
export interface DrawnFigure {
  /** In painting order, in figure units: origin on the floor between the feet, y down. */
  readonly nodes: readonly Node[];
  readonly skeleton: Skeleton;
}

/** A soft patch of shade on the floor. */
export function drawShadow(sk: Skeleton, model: FigureModel): Node[] {
  const s = new Sketch('floor');
  const middle = (sk.legs.L.ankle.x + sk.legs.R.ankle.x) / 2;
  const half = Math.abs(sk.legs.R.ankle.x - sk.legs.L.ankle.x) / 2 + 34 + model.p.hip * 0.12;
  s.nodes.push(s.item('shade', { path: ellipse(0, 0, half, 7.5), fill: '#2b3550', alpha: 0.14, matrix: translation(middle, 0) }));
  return s.nodes;
}
