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

/** A soft patch of shade on the floor between the feet, so wide to either side; under one who is in the air it is smaller and fainter. */
export function floorShade(sk: Skeleton, half: number, thickness = 7, y = -1): Node[] {
  const s = new Sketch('floor');
  const middle = (sk.legs.L.ankle.x + sk.legs.R.ankle.x) / 2;
  const near = 1 / (1 + sk.air / 260);
  const alpha = Math.round(0.14 * near * 100) / 100;
  s.nodes.push(s.item('shade', { path: ellipse(0, 0, Math.round(half * near * 4) / 4, thickness), fill: '#2b3550', alpha, matrix: translation(middle, y + sk.air) }));
  return s.nodes;
}

/** The shade of somebody with legs. */
export const drawShadow = (sk: Skeleton, model: FigureModel): Node[] => floorShade(sk, Math.abs(sk.legs.R.ankle.x - sk.legs.L.ankle.x) / 2 + 34 + model.p.hip * 0.12, 7.5, 0);
