import { Router } from 'express';
import { failure } from '#core/document/failure';
import { KeptSchema } from '#core/document/schema';
import type { Db } from '../db/db.ts';
import { param, parsed } from './parsed.ts';

/** So long an id of something on the shelf is. */
const MOST_ID = 40;

/** Characters, backdrops and things that are kept for every production. */
export function shelfRoutes(db: Db): Router {
  const router = Router();

  router.get('/', async (_req, res) => {
    res.json(await db('shelf').orderBy('at', 'desc').select('id', 'kind', 'name', 'value'));
  });

  // What is kept again under the same id replaces what was there; a character stays under its own.
  router.put('/:id', async (req, res) => {
    const id = param(req, 'id');
    const { kind, name, value } = parsed(KeptSchema, req.body);
    if (id.length > MOST_ID || (kind === 'character' && value.id !== id)) throw failure('bad-request', 'This has another id than the place it is kept at.', 400);
    await db('shelf')
      .insert({ id, kind, name, value: JSON.stringify(value), at: db.fn.now() })
      .onConflict('id')
      .merge();
    res.json({ id });
  });

  router.delete('/:id', async (req, res) => {
    const gone = await db('shelf')
      .where({ id: param(req, 'id') })
      .delete();
    if (!gone) throw failure('not-on-shelf', 'That is not on the shelf any more.', 404);
    res.json({ id: param(req, 'id') });
  });
  return router;
}
