import { join } from 'node:path';
import express, { type Router } from 'express';
import { failure } from '#core/document/failure';
import { ROOT } from '../root.ts';

const PACKAGES = join(ROOT, 'node_modules');
/** Of the package's models, those that find faces and measure them. */
const MODELS = new Set(['blazeface', 'facemesh', 'iris'].flatMap((name) => [`${name}.json`, `${name}.bin`]));

/** Trained models that find faces in pictures, and what reckons with them, as their packages bring them. */
export function modelRoutes(): Router {
  const router = express.Router();
  router.use('/wasm', express.static(join(PACKAGES, '@tensorflow/tfjs-backend-wasm/wasm-out'), { maxAge: '1h', index: false }));
  router.get('/:file', ({ params: { file } }, res, next) => {
    if (!MODELS.has(file)) return next();
    res.sendFile(join(PACKAGES, '@vladmandic/human/models', file), { maxAge: '1h' });
  });
  router.use(() => {
    throw failure('no-such-thing', 'There is no such model.', 404);
  });
  return router;
}
