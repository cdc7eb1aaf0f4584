import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type NextFunction, type Request, type Response } from 'express';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import { failure } from '#core/document/failure';
import type { Db } from '../db/db.ts';
import { Live } from '../live.ts';
import { ROOT } from '../root.ts';
import { SPEECH_DIR } from '../speech/resources.ts';
import { asFailure } from './failures.ts';
import { filmRoutes } from './films.ts';
import { fontRoutes } from './fonts.ts';
import { headers, ownOnly, readableOnly } from './guards.ts';
import { healthOf } from './health.ts';
import { mediaRoutes } from './media.ts';
import { modelRoutes } from './models.ts';
import { productionRoutes } from './productions.ts';
import { sampleRoutes } from './samples.ts';
import { shelfRoutes } from './shelf.ts';
import { takeRoutes } from './takes.ts';
import { versionRoutes } from './versions.ts';

export interface AppOptions {
  readonly db: Db;
  /** Extra host names that may ask, beside loopback. */
  readonly hosts?: readonly string[];
  readonly silent?: boolean;
  /** What tells this Kipzo's data from another's: told by /api/health. */
  readonly instance?: string | undefined;
}

/** The whole HTTP side: API under /api, the page for everything else. */
export function createApp({ db, hosts = [], silent = false, instance }: AppOptions): express.Express {
  const app = express();
  const log = pino({ level: silent ? 'silent' : 'warn' });
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: false, serializers: { req: (req) => ({ method: req.method, url: req.url }), res: (res) => ({ status: res.statusCode }) } }));
  app.use(ownOnly(hosts), readableOnly, headers());
  const api = express.Router();
  const live = new Live();
  api.get('/health', async (_req, res) => {
    const health = await healthOf(db, instance);
    res.status(health.ok ? 200 : 503).json(health);
  });
  api.use('/productions', productionRoutes(db, live));
  api.use('/productions', versionRoutes(db));
  api.use('/media', mediaRoutes(db));
  api.use('/samples', sampleRoutes());
  api.use('/shelf', shelfRoutes(db));
  api.use(takeRoutes(db), filmRoutes(db));
  api.use(() => {
    throw failure('no-such-thing', 'There is nothing at this address.', 404);
  });
  app.use('/api', express.json({ limit: '24mb' }), api);
  app.use('/speech', express.static(SPEECH_DIR, { maxAge: 0 }));
  app.use('/models', modelRoutes());
  app.use('/fonts', fontRoutes());
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
    // What has a sentence of its own is known: only faults of ours are logged with their way.
    if (problem.code === 'server-error') log.error({ err: thrown, url: req.url });
    res
      .status(problem.status)
      .type('application/problem+json')
      .send(JSON.stringify({ type: `https://kipzo.invalid/problems/${problem.code}`, title: problem.code, status: problem.status, code: problem.code, detail: problem.message }));
  });
  return app;
}
