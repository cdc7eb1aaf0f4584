import { existsSync, readFileSync } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express, { type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import multer from 'multer';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import * as v from 'valibot';
import { Failure, failure } from '#core/document/failure';
import { CharacterSchema, CLEANING_STEPS, DocumentSchema } from '#core/document/schema';
import { paintFully } from '#core/paint/incremental';
import { schedule } from '#core/schedule/schedule';
import { VOICE_PRESETS } from '#core/speech/voices';
import { evaluate } from '#core/stage/evaluate';
import type { Db } from '../db/db.ts';
import { cancelFilm, filmProgress, startFilm } from '../film/films.ts';
import { loadAnalyses, loadImages } from '../film/loadDocument.ts';
import { FilmOptionsSchema } from '../film/options.ts';
import { filmFonts, fontFile } from '../fonts.ts';
import { cleanSound } from '../media/clean.ts';
import { importPicture, PICTURE_LIMIT_BYTES } from '../media/importPicture.ts';
import { importSound, VOICE_LIMIT_BYTES } from '../media/importSound.ts';
import { derived, getMedia, hashOf, readMedia } from '../media/store.ts';
import { nodePainter, toPng } from '../paint/host.ts';
import { applyChange, createProduction, duplicateProduction, freeSlug, loadProduction } from '../productions.ts';
import { ROOT } from '../root.ts';
import { pronounce } from '../speech/pronounce.ts';
import { SPEECH_DIR } from '../speech/resources.ts';
import { summaryOf } from '../summary.ts';
import { analyseMedia, draftTake, storeAnalysis, validAnalysis, validVoice } from '../takes.ts';
import { ChangeSchema } from './schemas.ts';

export interface AppOptions {
  readonly db: Db;
  /** Extra host names that may ask, beside loopback. */
  readonly hosts?: readonly string[];
  readonly silent?: boolean;
}

/** Different words of one script, of which each may be asked how it is said. */
const MOST_WORDS = 20_000;
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** The whole HTTP side: API under /api, the page for everything else. */
export function createApp({ db, hosts = [], silent = false }: AppOptions): express.Express {
  const app = express();
  const log = pino({ level: silent ? 'silent' : 'warn' });
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: false, serializers: { req: (req) => ({ method: req.method, url: req.url }), res: (res) => ({ status: res.statusCode }) } }));
  app.use((req, _res, next) => {
    const host = req.headers.host ?? '';
    if (!LOOPBACK.test(host) && !hosts.includes(host)) throw failure('foreign-host', 'This address is not one that Kipzo answers to. Open it at http://127.0.0.1 instead.', 403);
    const origin = req.headers.origin;
    if (origin && origin !== 'null' && !LOOPBACK.test(origin.replace(/^https?:\/\//, '')) && !hosts.includes(origin.replace(/^https?:\/\//, '')))
      throw failure('foreign-origin', 'Another site tried to use Kipzo. Open Kipzo itself to go on.', 403);
    if (origin === 'null' && req.method !== 'GET') throw failure('foreign-origin', 'Another site tried to use Kipzo. Open Kipzo itself to go on.', 403);
    next();
  });
  app.use(
    helmet({
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          mediaSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'", 'blob:'],
          workerSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'", 'data:'],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
    }),
  );
  app.use('/api', express.json({ limit: '24mb' }), api(db));
  app.use('/speech', express.static(SPEECH_DIR, { maxAge: 0 }));
  app.get('/fonts/:file', (req, res) => {
    const name = String(req.params.file);
    const family = /^(literata|instrument-sans)-[a-z-]+-(400|600|700)-normal\.woff$/.exec(name)?.[1];
    if (!family) throw failure('no-font', 'There is no such font.', 404);
    res.type('font/woff').set('Cache-Control', 'public, max-age=86400');
    res.send(readFileSync(fontFile(`@fontsource/${family}/files/${name}`)));
  });
  const web = join(ROOT, 'dist', 'web');
  app.use(express.static(web, { index: false, maxAge: '1h' }));
  app.get('/{*path}', (_req, res) => {
    if (!existsSync(join(web, 'index.html'))) throw failure('not-built', 'The page is not built yet. Run ./start.', 503);
    res
      .set('Cache-Control', 'no-cache')
      .type('html')
      .send(readFileSync(join(web, 'index.html')));
  });
  app.use((thrown: unknown, req: Request, res: Response, next: NextFunction) => {
    if (res.headersSent) return next(thrown);
    const problem = asFailure(thrown);
    if (problem.status >= 500) log.error({ err: thrown, url: req.url });
    res
      .status(problem.status)
      .type('application/problem+json')
      .send(JSON.stringify({ type: `https://kipzo.invalid/problems/${problem.code}`, title: problem.code, status: problem.status, code: problem.code, detail: problem.message }));
  });
  return app;
}

function asFailure(thrown: unknown): Failure {
  if (thrown instanceof Failure) return thrown;
  const known = thrown as { code?: string; type?: string; status?: number };
  if (known.code === 'LIMIT_FILE_SIZE') return new Failure('too-large', 'This file is too large: a voice may have 500 MB, a picture 50 MB. Bring in a smaller one.', 413);
  if (known.code === 'LIMIT_UNEXPECTED_FILE') return new Failure('bad-upload', 'Send one file in the field “file”.', 400);
  if (known.type === 'entity.too.large') return new Failure('too-large', 'This change is too large to save at once. Undo it and do it in smaller steps.', 413);
  if (known.type === 'entity.parse.failed') return new Failure('bad-json', 'The request is no readable JSON.', 400);
  if (known.status === 400) return new Failure('bad-request', 'The request could not be read.', 400);
  return new Failure('server-error', 'Something went wrong on the server. What was saved is safe; try again.', 500);
}

/** Files go to disk first, never whole into memory by themselves; the temporary file is always removed. */
async function withUpload<T>(req: Request, use: (bytes: Buffer, name: string) => Promise<T>): Promise<T> {
  const file = req.file;
  if (!file) throw failure('no-file', 'No file came with the request. Choose a file and try again.', 400);
  try {
    // Names arrive as latin1 bytes of UTF-8.
    return await use(
      await readFile(file.path),
      Buffer.from(file.originalname, 'latin1')
        .toString('utf8')
        .replace(/[\u0000-\u001f/\\]/g, ' ')
        .slice(0, 200),
    );
  } finally {
    await rm(file.path, { force: true });
  }
}

const client = (req: Request): string => String(req.headers['x-kipzo-client'] ?? 'unknown').slice(0, 80);

function parsed<S extends v.GenericSchema>(schema: S, data: unknown): v.InferOutput<S> {
  const result = v.safeParse(schema, data);
  if (result.success) return result.output;
  const issue = result.issues[0] as v.BaseIssue<unknown>;
  throw failure('bad-request', `${v.getDotPath(issue) ?? 'The request'} ${issue.message}.`, 400);
}

function api(db: Db): express.Router {
  const router = express.Router();
  const sounds = multer({ dest: tmpdir(), limits: { fileSize: VOICE_LIMIT_BYTES, files: 1 } });
  const pictures = multer({ dest: tmpdir(), limits: { fileSize: PICTURE_LIMIT_BYTES, files: 1 } });

  router.get('/health', (_req, res) => {
    res.json({ ok: true });
  });

  router.get('/productions', async (_req, res) => {
    const rows = await db('productions').whereNull('deleted_at').orderBy('changed_at', 'desc').select('id', 'created_at', 'changed_at');
    const out = [];
    for (const row of rows) {
      const { document } = await loadProduction(db, row.id);
      const film = await db('films').where({ production_id: row.id, state: 'done' }).orderBy('ended_at', 'desc').first('ended_at');
      out.push({ ...summaryOf(document), createdAt: row.created_at, changedAt: row.changed_at, exportedAt: film?.ended_at ?? null });
    }
    res.json(out);
  });

  router.post('/productions', async (req, res) => {
    const document = parsed(DocumentSchema, req.body?.document);
    const slug = await freeSlug(db, document.production.title);
    await createProduction(db, { ...document, production: { ...document.production, slug } }, client(req));
    res.status(201).json({ id: document.production.id });
  });

  router.get('/productions/:id', async (req, res) => {
    const id = String(req.params.id);
    const stored = await loadProduction(db, id);
    const log = await db('changes')
      .where({ production_id: id, client: client(req) })
      .orderBy('seq')
      .select('id', 'label', 'undoes', 'follows');
    res.json({ ...stored, log });
  });

  router.post('/productions/:id/changes', async (req, res) => {
    const change = parsed(ChangeSchema, req.body);
    res.json({ revisions: await applyChange(db, String(req.params.id), client(req), change as never) });
  });

  router.get('/productions/:id/changes/:change', async (req, res) => {
    const row = await db('changes')
      .where({ production_id: String(req.params.id), id: String(req.params.change) })
      .first();
    if (!row) throw failure('no-change', 'That step is no longer known. It cannot be undone.', 404);
    const followers = await db('changes')
      .where({ production_id: String(req.params.id), follows: row.id })
      .orderBy('seq')
      .select('id', 'label', 'parts', 'follows');
    res.json({ change: { id: row.id, label: row.label, undoes: row.undoes ?? undefined, parts: row.parts }, followers });
  });

  router.post('/productions/:id/duplicate', async (req, res) => {
    res.status(201).json({ id: await duplicateProduction(db, String(req.params.id), client(req)) });
  });

  router.delete('/productions/:id', async (req, res) => {
    await loadProduction(db, String(req.params.id));
    await db('productions')
      .where({ id: String(req.params.id) })
      .update({ deleted_at: db.fn.now() });
    res.json({ ok: true });
  });

  router.post('/productions/:id/restore', async (req, res) => {
    await db('productions')
      .where({ id: String(req.params.id) })
      .update({ deleted_at: null });
    res.json({ ok: true });
  });

  router.get('/productions/:id/poster.png', async (req, res) => {
    const { document } = await loadProduction(db, String(req.params.id));
    const key = `poster 3 ${hashOf(Buffer.from(JSON.stringify(document)))}`;
    const png = await derived(db, key, async () => {
      const analyses = await loadAnalyses(db, document);
      const film = schedule(document, (hash) => analyses.get(hash));
      const scene = film.scenes[0];
      if (!scene) throw failure('no-scene', 'This production has no scene yet.', 404);
      // A moment when somebody speaks shows more of a film than its first frame.
      const line = scene.lines.find(({ words }) => words.length > 2) ?? scene.lines[0];
      const tick = line ? Math.round(line.start + (line.end - line.start) * 0.4) : 0;
      const picture = evaluate(document, scene, tick, filmFonts(), { captions: false, wholeSet: true });
      const width = Math.round((400 * picture.width) / Math.max(picture.width, picture.height));
      const height = Math.round((width * picture.height) / picture.width);
      const surface = paintFully(nodePainter(await loadImages(db, document)), picture, width, height);
      return toPng(surface);
    });
    res.type('png').set('Cache-Control', 'no-cache').send(png);
  });

  router.post('/media/sound', sounds.single('file'), async (req, res) => {
    const media = await withUpload(req, (bytes, name) => importSound(db, bytes, name));
    res.status(201).json({ hash: media.hash, name: media.name, facts: media.facts });
  });

  router.post('/media/picture', pictures.single('file'), async (req, res) => {
    const media = await withUpload(req, (bytes, name) => importPicture(db, bytes, name));
    res.status(201).json({ hash: media.hash, name: media.name, facts: media.facts });
  });

  router.get('/media/:hash', async (req, res) => {
    const media = await getMedia(db, String(req.params.hash));
    if (!media) throw failure('no-media', 'This file is not here. Bring it in again.', 404);
    const download = req.query.download;
    res.set({
      'Accept-Ranges': 'bytes',
      'Content-Type': media.type,
      ETag: `"${media.hash}"`,
      'Cache-Control': 'private, max-age=31536000, immutable',
      'X-Content-Type-Options': 'nosniff',
    });
    if (typeof download === 'string') res.set('Content-Disposition', `attachment; filename*=UTF-8''${encodeURIComponent(download)}`);
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

  router.get('/voices', (_req, res) => {
    res.json(VOICE_PRESETS);
  });

  router.post('/takes/draft', async (req, res) => {
    const text = String(req.body?.text ?? '');
    res.json(await draftTake(db, text, validVoice(req.body?.voice)));
  });

  router.post('/takes/analyse', async (req, res) => {
    const body = parsed(
      v.object({
        media: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)),
        words: v.nullable(v.array(v.pipe(v.string(), v.maxLength(200)))),
        from: v.optional(v.number(), 0),
        to: v.optional(v.number()),
      }),
      req.body,
    );
    res.json(await analyseMedia(db, body.media, body.words ?? undefined, { from: body.from, to: body.to }));
  });

  router.post('/takes/clean', async (req, res) => {
    const place = v.pipe(v.number(), v.integer(), v.minValue(0));
    const body = parsed(v.object({ media: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)), steps: v.array(v.picklist(CLEANING_STEPS)), from: place, to: place }), req.body);
    res.json(await cleanSound(db, body.media, body.steps, body.from, body.to));
  });

  router.post('/analyses', async (req, res) => {
    res.status(201).json({ hash: await storeAnalysis(db, validAnalysis(req.body)) });
  });

  router.post('/pronounce', async (req, res) => {
    const body = parsed(
      v.object({
        words: v.pipe(v.array(v.pipe(v.string(), v.maxLength(400))), v.maxLength(MOST_WORDS)),
        language: v.optional(v.pipe(v.string(), v.regex(/^[a-z]{2,3}(-[a-z0-9]{2,8})*$/i))),
      }),
      req.body,
    );
    res.json(await pronounce(body.words, body.language));
  });

  router.get('/shelf', async (_req, res) => {
    res.json(await db('shelf').orderBy('at', 'desc').select('id', 'name', 'character'));
  });

  // A character stays under its own id: kept again, it is replaced.
  router.put('/shelf/:id', async (req, res) => {
    const character = parsed(CharacterSchema, req.body?.character);
    await db('shelf')
      .insert({ id: String(req.params.id), name: character.name, character: JSON.stringify(character), at: db.fn.now() })
      .onConflict('id')
      .merge();
    res.json({ id: req.params.id });
  });

  router.delete('/shelf/:id', async (req, res) => {
    const gone = await db('shelf')
      .where({ id: String(req.params.id) })
      .delete();
    if (!gone) throw failure('not-on-shelf', 'That character is not on the shelf any more.', 404);
    res.json({ id: req.params.id });
  });

  router.get('/productions/:id/films', async (req, res) => {
    const rows = await db('films')
      .where({ production_id: String(req.params.id) })
      .orderBy('created_at', 'desc')
      .limit(20)
      .select('id');
    res.json(await Promise.all(rows.map((row) => filmProgress(db, row.id))));
  });

  router.post('/productions/:id/films', async (req, res) => {
    const body = parsed(v.object({ name: v.pipe(v.string(), v.trim(), v.minLength(1, 'needs a file name'), v.maxLength(120)), options: FilmOptionsSchema }), req.body);
    const { document } = await loadProduction(db, String(req.params.id));
    res.status(201).json({ id: await startFilm(db, String(req.params.id), document, body.name.replace(/[/\\:*?"<>|]/g, '-'), body.options) });
  });

  router.get('/films/:id', async (req, res) => {
    const progress = await filmProgress(db, String(req.params.id));
    const row = await db('films')
      .where({ id: String(req.params.id) })
      .first('report');
    res.json({ ...progress, report: row?.report });
  });

  router.get('/films/:id/events', async (req, res) => {
    const id = String(req.params.id);
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
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    res.end();
  });

  router.post('/films/:id/cancel', async (req, res) => {
    await cancelFilm(db, String(req.params.id));
    res.json(await filmProgress(db, String(req.params.id)));
  });

  router.use((_req, _res) => {
    throw failure('no-such-thing', 'There is nothing at this address.', 404);
  });
  return router;
}
