import { Router } from 'express';
import { failure } from '#core/document/failure';
import { paintFully } from '#core/paint/incremental';
import { CLIP_SAMPLES } from '#core/picture/samples/clips';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import type { PictureSample } from '#core/picture/samples/sample';
import { nodePainter, toPng } from '../paint/host.ts';
import { sampleMp4 } from '../samples/clips.ts';
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
  const filmed = new Map<string, Promise<Buffer>>();
  router.get('/:name', async (req, res) => {
    const clip = CLIP_SAMPLES.find(({ id }) => `${id}.mp4` === param(req, 'name'));
    if (clip) {
      const making = filmed.get(clip.id) ?? sampleMp4(clip);
      filmed.set(clip.id, making);
      making.catch(() => filmed.delete(clip.id));
      res
        .type('video/mp4')
        .set('Cache-Control', 'private, max-age=3600')
        .send(await making);
      return;
    }
    const sample = PICTURE_SAMPLES.find(({ id }) => `${id}.png` === param(req, 'name'));
    if (!sample) throw failure('no-sample', 'There is no such sample. Choose another one.', 404);
    let png = drawn.get(sample.id);
    if (!png) drawn.set(sample.id, (png = samplePng(sample)));
    res.type('image/png').set('Cache-Control', 'private, max-age=3600').send(png);
  });
  return router;
}
