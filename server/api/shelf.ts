import { Router } from 'express';
import { failure } from '#core/document/failure';
import { CharacterSchema } from '#core/document/schema';
import type { Db } from '../db/db.ts';
import { param, parsed } from './parsed.ts';

/** Characters that are kept for every production. */
export function shelfRoutes(db: Db): Router {
  const router = Router();

  router.get('/', async (_req, res) => {
    res.json(await db('shelf').orderBy('at', 'desc').select('id', 'name', 'character'));
  });

  // A character stays under its own id: kept again, it is replaced.
  router.put('/:id', async (req, res) => {
    const character = parsed(CharacterSchema, req.body?.character);
    if (character.id !== param(req, 'id')) throw failure('bad-request', 'The character has another id than the place it is kept at.', 400);
    await db('shelf')
      .insert({ id: character.id, name: character.name, character: JSON.stringify(character), at: db.fn.now() })
      .onConflict('id')
      .merge();
    res.json({ id: character.id });
  });

  router.delete('/:id', async (req, res) => {
    const gone = await db('shelf')
      .where({ id: param(req, 'id') })
      .delete();
    if (!gone) throw failure('not-on-shelf', 'That character is not on the shelf any more.', 404);
    res.json({ id: param(req, 'id') });
  });
  return router;
}
