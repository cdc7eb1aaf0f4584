import { createHash } from 'node:crypto';
import type { Document } from '#core/document/schema';
import { paintFully } from '#core/paint/incremental';
import { sceneSchedule } from '#core/schedule/schedule';
import { evaluateFilm } from '#core/stage/transitions/index';
import { openDb } from '#server/db/db';
import { nodePainter } from '#server/paint/host';
import { loadResources } from '#server/resources';
import type { Browser } from './browser.ts';

const SIZE = { width: 320, height: 180 };

/** A frame of the stage and the film's frame of the same moment, from the same production: hashes of their bytes. */
export async function stageAndFilm(
  browser: Browser,
  house: { readonly url: string; readonly database: string },
  id: string,
  tick: number,
): Promise<{ stage: string; film: string }> {
  const stage = await browser.wait<string>(
    `const s = Object.values(kipzo.production.getState().document.scenes).sort((a, b) => (a.order < b.order ? -1 : 1))[0]; const bytes = await kipzo.stage.pixels(s.id, ${tick}, ${SIZE.width}, ${SIZE.height}); const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes)); return [...hash].map((b) => b.toString(16).padStart(2, '0')).join('');`,
  );
  const document = ((await (await fetch(`${house.url}/api/productions/${id}`)).json()) as { document: Document }).document;
  const db = openDb(house.database, 2);
  try {
    const resources = await loadResources(db, document);
    const scene = sceneSchedule(document, Object.values(document.scenes)[0] as Document['scenes'][string], resources.analysis);
    const picture = evaluateFilm(document, { scene, overlap: 0, before: undefined }, tick, resources.fonts, { captions: true });
    await resources.bring(picture);
    const pixels = paintFully(nodePainter(resources.picture), picture, SIZE.width, SIZE.height).pixels();
    resources.end();
    return { stage, film: createHash('sha256').update(pixels).digest('hex') };
  } finally {
    await db.destroy();
  }
}
