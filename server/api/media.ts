import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { type Request, Router } from 'express';
import multer from 'multer';
import { failure } from '#core/document/failure';
import { shortened, storable } from '#core/document/text';
import type { Db } from '../db/db.ts';
import { type JobKind, startJob } from '../jobs/jobs.ts';
import { CLIP_LIMIT_BYTES } from '../media/importClip.ts';
import { PICTURE_LIMIT_BYTES } from '../media/importPicture.ts';
import { VOICE_LIMIT_BYTES } from '../media/importSound.ts';
import { getMedia, readMedia } from '../media/store.ts';
import { SCRATCH } from '../scratch.ts';
import { param } from './parsed.ts';

/** An uploaded file's own name, as it may be shown and stored. */
const nameOf = (file: Express.Multer.File): string =>
  // Names arrive as latin1 bytes of UTF-8.
  shortened(storable(Buffer.from(file.originalname, 'latin1').toString('utf8')).replace(/[\u0000-\u001f/\\]/g, ' '), 200) || 'file';

/** Files that come in and go out. Uploads go to disk and on to a worker: they are never whole in this process. */
export function mediaRoutes(db: Db): Router {
  const router = Router();
  mkdirSync(SCRATCH, { recursive: true });
  const storage = multer.diskStorage({
    destination: SCRATCH,
    filename: (_req, _file, done) => done(null, `upload-${process.pid}-${Math.random().toString(36).slice(2)}`),
  });
  const upload = (fileSize: number) => multer({ storage, limits: { fileSize, files: 1, fields: 4, parts: 6 } }).single('file');

  const handOver = async (req: Request, kind: JobKind): Promise<{ job: string }> => {
    const { file } = req;
    if (!file) throw failure('no-file', 'No file came with the request. Choose a file and try again.', 400);
    try {
      return { job: await startJob(db, kind, { path: file.path, name: nameOf(file) }) };
    } catch (thrown) {
      await rm(file.path, { force: true });
      throw thrown;
    }
  };
  router.post('/sound', upload(VOICE_LIMIT_BYTES), async (req, res) => {
    res.status(202).json(await handOver(req, 'import_sound'));
  });
  router.post('/picture', upload(PICTURE_LIMIT_BYTES), async (req, res) => {
    res.status(202).json(await handOver(req, 'import_picture'));
  });

  router.post('/clip', upload(CLIP_LIMIT_BYTES), async (req, res) => {
    res.status(202).json(await handOver(req, 'import_clip'));
  });

  router.get('/:hash', async (req, res) => {
    const media = await getMedia(db, param(req, 'hash'));
    if (!media) throw failure('no-media', 'This file is not here. Bring it in again.', 404);
    const { download } = req.query;
    res.set({
      'Accept-Ranges': 'bytes',
      'Content-Type': media.type,
      ETag: `"${media.hash}"`,
      'Cache-Control': 'private, max-age=31536000, immutable',
      'X-Content-Type-Options': 'nosniff',
    });
    if (typeof download === 'string') res.set('Content-Disposition', `attachment; filename*=UTF-8''${encodeURIComponent(storable(download))}`);
    const range = /^bytes=(\d*)-(\d*)$/.exec(req.headers.range ?? '');
    let from = 0;
    let to = media.size;
    if (range && (range[1] || range[2])) {
      from = range[1] ? Number(range[1]) : Math.max(0, media.size - Number(range[2]));
      to = range[1] && range[2] ? Math.min(media.size, Number(range[2]) + 1) : media.size;
      if (from >= media.size || to <= from) {
        res.status(416).set('Content-Range', `bytes */${media.size}`).end();
        return;
      }
      res.status(206).set('Content-Range', `bytes ${from}-${to - 1}/${media.size}`);
    }
    res.set('Content-Length', String(to - from));
    for await (const piece of readMedia(db, media, from, to)) {
      if (res.destroyed) return;
      if (!res.write(piece)) await new Promise<void>((resolve) => res.once('drain', resolve).once('close', resolve));
    }
    res.end();
  });
  return router;
}
