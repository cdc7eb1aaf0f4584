import { paintFully } from '#core/paint/incremental';
import { setOf } from '#core/stage/sets/index';
import { nodePainter, toPng } from '#server/paint/host';

/** A picture file to import: our own drawn study, painted to PNG. */
export function studyPicture(): Uint8Array {
  const set = setOf('study');
  const surface = paintFully(
    nodePainter(),
    { width: 1920, height: 1080, background: set?.background ?? '#ffffff', planes: [{ id: 'all', view: [1, 0, 0, 1, 960, 540], nodes: set?.draw() ?? [] }] },
    1600,
    900,
  );
  return toPng(surface);
}
