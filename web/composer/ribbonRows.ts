import { TICKS_PER_SECOND } from '#core/time/ticks';
import type { PlacedScene } from './film.ts';

/** Heights of the ribbon's rows, pixels. */
export const RIBBON = { ruler: 18, height: 46, notes: 22, total: 86 } as const;

/** What every row of the ribbon is drawn for. */
export interface RibbonProps {
  readonly scene: PlacedScene;
  readonly zoom: number;
  readonly width: number;
  readonly visible: { readonly from: number; readonly to: number };
}

/** Pixels from the scene's start at a zoom of pixels in a second. */
export const along = (ticks: number, zoom: number): number => (ticks / TICKS_PER_SECOND) * zoom;
