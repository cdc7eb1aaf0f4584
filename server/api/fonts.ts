import { readFileSync } from 'node:fs';
import { Router } from 'express';
import { failure } from '#core/document/failure';
import { FONT_FILES, fontFileName } from '#core/resources';
import { fontPath } from '../resources.ts';

/** The font files that page and films share. */
export function fontRoutes(): Router {
  const router = Router();
  router.get('/:file', (req, res) => {
    const name = String(req.params.file);
    const file = Object.values(FONT_FILES)
      .flat()
      .find((one) => fontFileName(one) === name);
    if (!file) throw failure('no-font', 'There is no such font.', 404);
    res.type('font/woff').set('Cache-Control', 'public, max-age=86400');
    res.send(readFileSync(fontPath(file)));
  });
  return router;
}
