import { Router } from 'express';
import * as v from 'valibot';
import { isStorable } from '#core/document/text';
import type { Db } from '../db/db.ts';
import { forgetVersion, listVersions, nameVersion, renameVersion, stepsBetween, versionOf } from '../versions.ts';
import { goneSignal, param, parsed } from './parsed.ts';

const revision = v.pipe(v.union([v.string(), v.number()]), v.transform(Number), v.integer('is no moment'), v.minValue(0, 'is no moment'), v.maxValue(2 ** 31 - 1, 'is no moment'));
const name = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'is empty. Give the version a name'),
  v.maxLength(120, 'is longer than 120 letters'),
  v.check(isStorable, 'cannot be saved'),
);
const Steps = v.object({ from: revision, to: revision });
const Scene = v.object({ scene: v.optional(v.pipe(v.string(), v.regex(/^(first|sc_[0-9a-z]{12})$/, 'is no scene')), 'first') });

/** What productions were: moments, their documents and pictures, named versions. */
export function versionRoutes(db: Db): Router {
  const router = Router();
  const at = (req: Parameters<typeof param>[0]): number => parsed(revision, param(req, 'revision'), 'The moment');

  router.get('/:id/versions', async (req, res) => {
    res.json(await listVersions(db, param(req, 'id')));
  });
  router.get('/:id/versions/steps', async (req, res) => {
    const { from, to } = parsed(Steps, req.query);
    res.json({ steps: await stepsBetween(db, param(req, 'id'), from, to) });
  });
  router.post('/:id/versions', async (req, res) => {
    const asked = parsed(v.object({ revision, name }), req.body);
    res.status(201).json(await nameVersion(db, param(req, 'id'), asked.revision, asked.name, goneSignal(res)));
  });
  router.patch('/:id/versions/:version', async (req, res) => {
    await renameVersion(db, param(req, 'id'), param(req, 'version'), parsed(v.object({ name }), req.body).name);
    res.status(204).end();
  });
  router.delete('/:id/versions/:version', async (req, res) => {
    await forgetVersion(db, param(req, 'id'), param(req, 'version'));
    res.status(204).end();
  });
  router.get('/:id/at/:revision', async (req, res) => {
    res.type('json').send(await versionOf(db, param(req, 'id'), at(req), goneSignal(res)));
  });
  router.get('/:id/at/:revision/picture.png', async (req, res) => {
    const png = await versionOf(db, param(req, 'id'), at(req), goneSignal(res), parsed(Scene, req.query).scene);
    // What was does not change any more.
    res.type('png').set('Cache-Control', 'private, max-age=86400').send(png);
  });
  return router;
}
