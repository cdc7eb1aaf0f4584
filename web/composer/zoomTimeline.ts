import { TICKS_PER_SECOND } from '#core/time/ticks';
import { useView, view } from '../state/view.ts';

/** Pixels a second: the whole of a long film, and single frames. */
export const ZOOM = { least: 2, most: 1600 } as const;
/** Room left free after a scene's end, pixels. */
const AFTER = 130;

/** Zooms ribbon and lanes by so much about the playhead, or so that a scene of so many ticks is in view. */
export function zoomTimeline(how: number | 'scene', length = 0): void {
  const { zoom, left } = useView.getState();
  const room = Math.max(200, window.innerWidth - left - AFTER);
  const wanted = how === 'scene' ? room / Math.max(0.5, length / TICKS_PER_SECOND) : zoom * how;
  view({ zoom: Math.min(ZOOM.most, Math.max(ZOOM.least, wanted)) });
}
