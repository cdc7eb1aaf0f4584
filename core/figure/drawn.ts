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

/** How dark it is right under a foot that stands, and how high a foot is when nothing of that is left (units). */
const CONTACT = { alpha: 0.2, gone: 26 } as const;

/** The shade of somebody with legs: a soft patch, and a darker one under each foot that goes with it and fades as it lifts. */
export function drawShadow(sk: Skeleton, model: FigureModel): Node[] {
  const s = new Sketch('floor');
  const { p } = model;
  for (const side of ['L', 'R'] as const) {
    const { ankle, toeAngle } = sk.legs[side];
    const lift = Math.max(0, -p.ankle - ankle.y);
    const near = 1 - Math.min(1, (lift + sk.air) / CONTACT.gone);
    const alpha = Math.round(CONTACT.alpha * near * 50) / 50;
    if (alpha <= 0) continue;
    const along = Math.sin(toeAngle);
    const half = (15 + 11 * Math.abs(along)) * p.foot;
    // Under the sole, a little ahead of the ankle.
    const at = translation(Math.round((ankle.x + along * 9 * p.foot) * 4) / 4, Math.round((ankle.y + p.ankle + lift + 2 + Math.cos(toeAngle) * 3) * 4) / 4);
    s.nodes.push(s.item(`foot${side}`, { path: ellipse(0, 0, Math.round(half * (0.8 + 0.2 * near) * 4) / 4, 4.4 * p.foot), fill: '#2b3550', alpha, matrix: at }));
  }
  return [...floorShade(sk, Math.abs(sk.legs.R.ankle.x - sk.legs.L.ankle.x) / 2 + 34 + p.hip * 0.12, 7.5, 0), ...s.nodes];
}
