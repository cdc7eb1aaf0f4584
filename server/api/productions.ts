import { Router } from 'express';
import * as v from 'valibot';
import { failure } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { upgradedChanges } from '#core/document/versions';
import type { Change } from '#core/edit/change';
import { applyChange, changesAfter, changeWithFollowers, decided } from '../changes.ts';
import type { Db } from '../db/db.ts';
import type { Live, LiveEvent } from '../live.ts';
import { keptPosterOf, posterOf } from '../poster.ts';
import { createNamed, deleteProduction, duplicateProduction, GONE, openConflicts, openedText, restoreProduction } from '../productions.ts';
import { listProductions } from '../summary.ts';
import { clientOf, goneSignal, param, parsed, windowOf } from './parsed.ts';
import { ChangeSchema, changeId } from './schemas.ts';

const number = (least: number, most: number, otherwise: number) =>
  v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(least), v.maxValue(most)), String(otherwise));
const Asked = v.object({ find: v.optional(v.pipe(v.string(), v.maxLength(200)), ''), from: number(0, 1_000_000, 0), count: number(1, 200, 50) });
/** A document's outer form; its parts are checked one by one where they are stored. */
const parts = v.record(v.string(), v.looseObject({ id: v.string() }));
const WHOLE = v.object({
  production: v.looseObject({ id: v.pipe(v.string(), v.regex(/^pr_[0-9a-z]{12}$/, 'is no production id')), title: v.pipe(v.string(), v.maxLength(120)) }),
  characters: parts,
  scenes: parts,
});
const REVISION = v.object({ after: number(0, 2 ** 31 - 1, 0) });
/** A comment this often keeps the line open, and tells a page that is gone. */
const BEAT_MS = 15_000;

/** Productions: the list, opening, changes and what happens to them meanwhile. */
export function productionRoutes(db: Db, live: Live): Router {
  const router = Router();

  router.get('/', async (req, res) => {
    res.json(await listProductions(db, parsed(Asked, req.query)));
  });

  router.post('/', async (req, res) => {
    const { document } = parsed(v.object({ document: WHOLE }), req.body);
    await createNamed(db, document as unknown as Document, clientOf(req));
    res.status(201).json({ id: document.production.id });
  });

  router.get('/:id', async (req, res) => {
    res.type('json').send(await openedText(db, param(req, 'id'), clientOf(req)));
  });

  router.get('/:id/changes', async (req, res) => {
    const { after } = parsed(REVISION, req.query);
    const changes = await changesAfter(db, param(req, 'id'), after);
    res.json({ changes, conflicts: await openConflicts(db, param(req, 'id')) });
  });

  router.post('/:id/changes', async (req, res) => {
    const id = param(req, 'id');
    const { seen, ...change } = parsed(ChangeSchema, req.body, 'This edit');
    // A page that was open before Kipzo was updated sends its edits as it knew them.
    const today = { ...change, parts: upgradedChanges(change.parts as Change['parts']) };
    const answer = await applyChange(db, id, { client: clientOf(req), window: windowOf(req), seen }, today as Change);
    res.json(answer);
    const taken = answer.missed?.find((one) => one.id === change.id) ?? (answer.outcome === 'taken' ? (await changesAfter(db, id, answer.revision - 1))?.at(-1) : undefined);
    if (taken) live.tell(id, { kind: 'change', change: taken });
    if (answer.outcome === 'conflict' || change.settles) live.tell(id, { kind: 'conflicts', conflicts: await openConflicts(db, id) });
  });

  router.get('/:id/changes/:change', async (req, res) => {
    res.json(await changeWithFollowers(db, param(req, 'id'), parsed(changeId, param(req, 'change'))));
  });

  // Theirs is what is stored: the choice is only noted. Mine comes as a change that settles the conflict.
  router.post('/:id/conflicts/:conflict/theirs', async (req, res) => {
    const id = param(req, 'id');
    await decided(db, id, param(req, 'conflict'), 'theirs');
    const conflicts = await openConflicts(db, id);
    live.tell(id, { kind: 'conflicts', conflicts });
    res.json({ conflicts });
  });

  router.get('/:id/events', async (req, res) => {
    const id = param(req, 'id');
    if (!(await db('productions').where({ id }).whereNull('deleted_at').first('id'))) throw GONE();
    const { after, window, client } = parsed(
      v.object({ ...REVISION.entries, window: v.pipe(v.string(), v.maxLength(80)), client: v.pipe(v.string(), v.maxLength(80)) }),
      req.query,
    );
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform', Connection: 'keep-alive' });
    res.flushHeaders();
    const send = (event: LiveEvent): void =>
      void res.write(`${event.kind === 'change' ? `id: ${event.change.revision}\n` : ''}event: ${event.kind}\ndata: ${JSON.stringify(event)}\n\n`);
    const leave = live.join(id, window, client, send);
    const beat = setInterval(() => res.write(': here\n\n'), BEAT_MS);
    res.on('close', () => {
      clearInterval(beat);
      leave();
    });
    // What happened before the line was open; told twice is harmless.
    const from = Number(req.headers['last-event-id'] ?? after);
    const missed = await changesAfter(db, id, Number.isInteger(from) ? from : after);
    if (missed) for (const change of missed) send({ kind: 'change', change });
    else res.write('event: reload\ndata: {}\n\n');
    send({ kind: 'conflicts', conflicts: await openConflicts(db, id) });
    send({ kind: 'windows', windows: live.present(id) });
  });

  router.post('/:id/windows', async (req, res) => {
    const body = parsed(v.object({ line: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(40))), null), gone: v.optional(v.boolean(), false) }), req.body);
    const id = param(req, 'id');
    if (body.gone) live.leave(id, windowOf(req));
    else live.writing(id, windowOf(req), clientOf(req), body.line);
    res.status(204).end();
  });

  router.post('/:id/duplicate', async (req, res) => {
    res.status(201).json({ id: await duplicateProduction(db, param(req, 'id'), clientOf(req)) });
  });

  router.delete('/:id', async (req, res) => {
    await deleteProduction(db, param(req, 'id'));
    res.json({ ok: true });
  });

  router.post('/:id/restore', async (req, res) => {
    await restoreProduction(db, param(req, 'id'));
    res.json({ ok: true });
  });

  router.get('/:id/poster.png', async (req, res) => {
    // A page that opens shows what is kept at once and waits for no picture.
    const png = 'kept' in req.query ? await keptPosterOf(db, param(req, 'id')) : await posterOf(db, param(req, 'id'), goneSignal(res));
    if (!png?.length) throw failure('no-poster', 'There is no picture of this production yet.', 404);
    res.type('png').set('Cache-Control', 'no-cache').send(png);
  });
  return router;
}
