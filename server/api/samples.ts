import { Router } from 'express';
import { failure } from '#core/document/failure';
import { paintFully } from '#core/paint/incremental';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import type { PictureSample } from '#core/picture/samples/sample';
import { nodePainter, toPng } from '../paint/host.ts';
import { param } from './parsed.ts';

/** A sample as a PNG, drawn by our painter. */
export function samplePng({ width, height, background, draw }: PictureSample): Buffer {
  const surface = paintFully(
    nodePainter(),
    { width, height, ...(background ? { background } : {}), planes: [{ id: 'sample', view: [1, 0, 0, 1, 0, 0], nodes: draw() }] },
    width,
    height,
  );
  const png = toPng(surface);
  surface.dispose();
  return png;
}

/** Pictures of our own, to try the workshop with. */
export function sampleRoutes(): Router {
  const router = Router();
  const drawn = new Map<string, Buffer>();
  router.get('/:name', (req, res) => {
    const sample = PICTURE_SAMPLES.find(({ id }) => `${id}.png` === param(req, 'name'));
    if (!sample) throw failure('no-sample', 'There is no such sample. Choose another one.', 404);
    let png = drawn.get(sample.id);
    if (!png) drawn.set(sample.id, (png = samplePng(sample)));
    res.type('image/png').set('Cache-Control', 'private, max-age=3600').send(png);
  });
  return router;
}
