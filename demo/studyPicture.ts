import { paintFully } from '#core/paint/incremental';
import { backdropNodes } from '#core/stage/backdrop';
import { nodePainter, toPng } from '#server/paint/host';

/** A picture file to import: our own drawn study, painted to PNG. */
export function studyPicture(): Uint8Array {
  const { nodes, background } = backdropNodes({ kind: 'set', set: 'study', light: 0.5 }, '16:9');
  const surface = paintFully(nodePainter(), { width: 1920, height: 1080, background, planes: [{ id: 'all', view: [1, 0, 0, 1, 960, 540], nodes }] }, 1600, 900);
  return toPng(surface);
}
