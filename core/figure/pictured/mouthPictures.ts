import { MOUTH_SHAPES, type MouthShape, type MouthSource } from '../../document/schema.ts';
import { MOUTH_CHART, type MouthNumbers } from '../mouth.ts';

type Shape = MouthSource['shapes'][number];

const REST_WIDTH = MOUTH_CHART.rest.width;
const WIDEST_OPEN = MOUTH_CHART.wide.upper + MOUTH_CHART.wide.lower;
/** Width tells shapes apart less than opening does. */
const WIDTH_WEIGHT = 0.55;

/** How open (0 shut, 1 as open as the chart goes) and how wide (1 at rest) a mouth is. */
export const openness = ({ width, upper, lower }: Pick<MouthNumbers, 'width' | 'upper' | 'lower'>): { readonly open: number; readonly wide: number } => ({
  open: Math.max(0, upper + lower) / WIDEST_OPEN,
  wide: width / REST_WIDTH,
});

/** The chart's own shapes so told. */
export const CHART_OPENNESS = Object.fromEntries(MOUTH_SHAPES.map((shape) => [shape, openness(MOUTH_CHART[shape])])) as Readonly<Record<MouthShape, ReturnType<typeof openness>>>;

/** Of pictures of a mouth the one nearest to a shape, opened by `by`; the first of those that are as near. */
export function nearestMouth(shapes: readonly Shape[], mouth: MouthNumbers, by: number): Shape {
  const wanted = openness(mouth);
  const open = Math.min(1, wanted.open * by);
  let best = shapes[0] as Shape;
  let least = Number.POSITIVE_INFINITY;
  for (const shape of shapes) {
    const away = (shape.open - open) ** 2 + (WIDTH_WEIGHT * (shape.wide - wanted.wide)) ** 2;
    if (away < least - 1e-12) [best, least] = [shape, away];
  }
  return best;
}
