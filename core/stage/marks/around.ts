import type { LayerOf } from '../../document/schema.ts';
import { invert, type Matrix, type Point, transform } from '../../draw/matrix.ts';
import type { StagedLayer } from '../../schedule/staged.ts';
import type { OwnBox } from '../layers/kind.ts';

/** The upright box about some points, seen from within a matrix. */
export function boxWithin(matrix: Matrix, points: readonly Point[]): OwnBox {
  const back = invert(matrix);
  const seen = points.map(({ x, y }) => transform(back, x, y));
  const [xs, ys] = [seen.map(({ x }) => x), seen.map(({ y }) => y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}

/** A mark that names another layer. */
export type NamingMark = StagedLayer & { readonly layer: LayerOf<'mark'> & { readonly to: string } };

/** Whether a layer is a mark that names another layer, and so follows it. */
export const namesAnother = (staged: StagedLayer): staged is NamingMark => staged.layer.kind === 'mark' && staged.layer.to !== undefined;
