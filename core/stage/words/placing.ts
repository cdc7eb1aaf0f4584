import type { CaptionPlace, FrameShape } from '../../document/schema.ts';
import type { Point } from '../../draw/matrix.ts';
import { frameSize } from '../frame.ts';
import type { StageExtent } from '../snapping.ts';

/** What words keep clear of, stage units. */
export interface KeptFree {
  /** Heads with what is on them. */
  readonly faces: readonly StageExtent[];
  /** Whole figures: covered only where nothing else is free. */
  readonly figures: readonly StageExtent[];
  /** Other words. */
  readonly words: readonly StageExtent[];
  /** Where captions stand, if there are any. */
  readonly captions: CaptionPlace | undefined;
}

/** Round a face so much is free, too. */
const ROUND = 40;
/** Lines of the grid that is tried. */
const COLUMNS = 12;
const ROWS = 7;
/** Captions own so much of the safe area's foot. */
const CAPTIONS = 166;
/** Words are made smaller in such steps, down to this share. */
const STEP = 0.94;
const SMALLEST = 0.42;

/** What is seen everywhere, in stage units about the middle (words.md, 1). */
export function safeArea(shape: FrameShape): StageExtent {
  const { width, height } = frameSize(shape);
  const [side, above, below] = shape === '9:16' ? [54, 192, 384] : shape === '16:9' ? [96, 54, 54] : [54, 54, 54];
  return { left: -width / 2 + side, right: width / 2 - side, top: -height / 2 + above, bottom: height / 2 - below };
}

const meet = (a: StageExtent, b: StageExtent): number => {
  const width = Math.min(a.right, b.right) - Math.max(a.left, b.left);
  const height = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
  return width > 0 && height > 0 ? width * height : 0;
};

export interface Placed {
  /** Middle of the words. */
  readonly x: number;
  readonly y: number;
  /** How much smaller they became, 1 where they did not. */
  readonly scale: number;
}

/**
 * A place for words of a size: within the safe area, over no face, over as little of figures and other words as can be, near
 * to whom they are of (`towards`), else in the upper thirds; ties go to the left. Where nothing is free they are made smaller; undefined
 * where even that does not help.
 */
export function placeClear(size: { readonly width: number; readonly height: number }, shape: FrameShape, kept: KeptFree, towards?: Point): Placed | undefined {
  const safe = safeArea(shape);
  const floor = kept.captions === 'foot' ? safe.bottom - CAPTIONS : safe.bottom;
  const ceiling = kept.captions === 'head' ? safe.top + CAPTIONS : safe.top;
  const faces = kept.faces.map(({ left, top, right, bottom }) => ({ left: left - ROUND, top: top - ROUND, right: right + ROUND, bottom: bottom + ROUND }));
  for (let scale = 1; scale >= SMALLEST; scale *= STEP) {
    const [w, h] = [size.width * scale, size.height * scale];
    const [x0, x1, y0, y1] = [safe.left + w / 2, safe.right - w / 2, ceiling + h / 2, floor - h / 2];
    if (x1 < x0 || y1 < y0) continue;
    let best: (Placed & { readonly cost: number }) | undefined;
    for (let row = 0; row < ROWS; row++)
      for (let column = 0; column < COLUMNS; column++) {
        const [x, y] = [x0 + ((x1 - x0) * column) / (COLUMNS - 1), y0 + ((y1 - y0) * row) / (ROWS - 1)];
        const box = { left: x - w / 2, right: x + w / 2, top: y - h / 2, bottom: y + h / 2 };
        if (faces.some((face) => meet(box, face) > 0)) continue;
        const cost =
          kept.figures.reduce((sum, one) => sum + meet(box, one), 0) / (w * h) +
          4 * (kept.words.reduce((sum, one) => sum + meet(box, one), 0) / (w * h)) +
          // A mouth is reached from above, over the shortest way that leaves room for a tail.
          (towards ? Math.max(0, away(box, towards) - 90) / 200 + (box.bottom > towards.y ? 0.9 : 0) : row * 0.12 + Math.min(column, COLUMNS - 1 - column) * 0.01);
        if (!best || cost < best.cost - 1e-9) best = { x, y, scale, cost };
      }
    if (best) return { x: Math.round(best.x), y: Math.round(best.y), scale: Math.round(scale * 1000) / 1000 };
  }
  return undefined;
}

const away = ({ left, right, top, bottom }: StageExtent, { x, y }: Point): number => Math.hypot(Math.max(left - x, 0, x - right), Math.max(top - y, 0, y - bottom));
