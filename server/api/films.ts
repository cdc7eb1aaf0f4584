import { Router } from 'express';
import * as v from 'valibot';
import type { FilmFormatChoice } from '#core/document/answers';
import { isStorable } from '#core/document/text';
import type { Db } from '../db/db.ts';
import { cancelFilm, filmProgress, openFilm } from '../film/films.ts';
import { FORMATS } from '../film/formats/index.ts';
import { FilmOptionsSchema } from '../film/options.ts';
import { startJob } from '../jobs/jobs.ts';
import { documentText } from '../productions.ts';
import { param, parsed } from './parsed.ts';

const LOOK_MS = 300;
const Wanted = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1, 'needs a file name'), v.maxLength(120), v.check(isStorable, 'cannot be saved')),
  options: FilmOptionsSchema,
});

/** Films of a production and how they come along. */
export function filmRoutes(db: Db): Router {
  const router = Router();

  router.get('/productions/:id/films', async (req, res) => {
    const rows = await db('films')
      .where({ production_id: param(req, 'id') })
      .orderBy('created_at', 'desc')
      .limit(20)
      .select('id');
    res.json(await Promise.all(rows.map((row) => filmProgress(db, row.id))));
  });

  router.post('/productions/:id/films', async (req, res) => {
    const { name, options } = parsed(Wanted, req.body);
    const id = await openFilm(db, param(req, 'id'), await documentText(db, param(req, 'id')), name.replace(/[/\\:*?"<>|]/g, '-'), options);
    await startJob(db, 'plan_film', { film: id });
    res.status(201).json({ id });
  });

  router.get('/film-formats', (_req, res) => {
    res.json(FORMATS.map(({ id, name, extension }): FilmFormatChoice => ({ id, name, extension })));
  });

  router.get('/films/:id', async (req, res) => {
    const progress = await filmProgress(db, param(req, 'id'));
    const row = await db('films')
      .where({ id: param(req, 'id') })
      .first('report');
    res.json({ ...progress, report: row?.report });
  });

  router.get('/films/:id/events', async (req, res) => {
    const id = param(req, 'id');
    await filmProgress(db, id);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache', Connection: 'keep-alive' });
    res.flushHeaders();
    let last = '';
    while (!res.destroyed) {
      const progress = await filmProgress(db, id);
      const text = JSON.stringify(progress);
      if (text !== last) res.write(`data: ${text}\n\n`);
      last = text;
      if (progress.state !== 'rendering') break;
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
    res.end();
  });

  router.post('/films/:id/cancel', async (req, res) => {
    await cancelFilm(db, param(req, 'id'));
    res.json(await filmProgress(db, param(req, 'id')));
  });
  return router;
}
