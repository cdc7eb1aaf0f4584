import { Router } from 'express';
import * as v from 'valibot';
import { CLEANING_STEPS } from '#core/document/schema';
import { isStorable } from '#core/document/text';
import { VOICE_PRESETS } from '#core/speech/voices';
import type { Db } from '../db/db.ts';
import { cancelJob, doJob, jobAnswer, startJob, watchJob } from '../jobs/jobs.ts';
import { pronounce } from '../speech/pronounce.ts';
import { draftNow, storeAnalysis, validAnalysis, validVoice } from '../takes.ts';
import { goneSignal, hash, param, parsed, place } from './parsed.ts';

/** Different words of one script, of which each may be asked how it is said. */
const MOST_WORDS = 20_000;
/** A request that watches a job is answered after this long at the latest. */
const WATCH_MS = 20_000;
const word = (most: number) => v.pipe(v.string(), v.maxLength(most), v.check(isStorable, 'cannot be said'));

/** Voices: drafts, listening, cleaning, how words are said; and the jobs that some of it is. */
export function takeRoutes(db: Db): Router {
  const router = Router();

  router.get('/voices', (_req, res) => {
    res.json(VOICE_PRESETS);
  });

  router.post('/takes/draft', async (req, res) => {
    const { text } = parsed(
      v.object({ text: v.pipe(v.string(), v.maxLength(4000, 'is longer than 4,000 letters: split the line'), v.check(isStorable, 'cannot be said')) }),
      req.body,
    );
    const voice = validVoice(req.body?.voice);
    res.json((await draftNow(db, text, voice)) ?? (await doJob(db, 'draft', { text, voice }, goneSignal(res))));
  });

  router.post('/takes/analyse', async (req, res) => {
    const body = parsed(
      v.object({ media: hash, words: v.nullable(v.pipe(v.array(word(200)), v.maxLength(MOST_WORDS))), from: v.optional(place, 0), to: v.optional(place) }),
      req.body,
    );
    res.status(202).json({ job: await startJob(db, 'analyse', body) });
  });

  router.post('/takes/clean', async (req, res) => {
    const body = parsed(v.object({ media: hash, steps: v.array(v.picklist(CLEANING_STEPS)), from: place, to: place }), req.body);
    res.status(202).json({ job: await startJob(db, 'clean', body) });
  });

  router.get('/jobs/:id', async (req, res) => {
    const { after } = parsed(v.object({ after: v.optional(v.pipe(v.string(), v.transform(Number), v.minValue(-1), v.maxValue(2)), '-1') }), req.query);
    res.json(await watchJob(db, param(req, 'id'), after, WATCH_MS, goneSignal(res)));
  });

  router.post('/jobs/:id/cancel', async (req, res) => {
    await jobAnswer(db, param(req, 'id'));
    await cancelJob(db, param(req, 'id'));
    res.json(await jobAnswer(db, param(req, 'id')));
  });

  router.post('/analyses', async (req, res) => {
    res.status(201).json({ hash: await storeAnalysis(db, validAnalysis(req.body)) });
  });

  router.post('/pronounce', async (req, res) => {
    const body = parsed(
      v.object({
        words: v.pipe(v.array(word(400)), v.maxLength(MOST_WORDS)),
        language: v.optional(v.pipe(v.string(), v.maxLength(40), v.regex(/^[a-z]{2,3}(-[a-z0-9]{2,8})*$/i))),
      }),
      req.body,
    );
    res.json(await pronounce(body.words, body.language));
  });
  return router;
}
