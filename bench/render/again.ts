import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { setLineText } from '#core/edit/commands/lines';
import { inOrder } from '#core/time/order';
import type { Db } from '#server/db/db';
import { doSegment, startFilm } from '#server/film/films';
import { joinFilm } from '#server/film/join';
import type { FilmOptions } from '#server/film/options';
import { createProduction, makeId } from '#server/productions';
import { cleared } from '../cleared.ts';
import { round, timed } from './clock.ts';

/** Exports a document as a worker would, in this process, and counts what it had to make. */
async function exported(db: Db, document: Document, options: FilmOptions): Promise<{ cpu: number; segments: number; anew: number }> {
  let segments = 0;
  let anew = 0;
  const { cpu } = await timed(async () => {
    const film = await startFilm(db, document.production.id, document, 'bench', options);
    const links = (await db('film_segments').where({ film_id: film }).orderBy('index')) as { index: number; key: string; reused: boolean }[];
    segments = links.length;
    for (const { index, key, reused } of links)
      if (!reused) {
        anew++;
        // What was queued is done here, and no worker need look at it.
        await db.raw('select graphile_worker.remove_job(?)', [key]);
        await doSegment(db, { film, index, key }, 'bench');
      }
    await db.raw('select graphile_worker.remove_job(?)', [`join ${film}`]);
    await joinFilm(db, film);
  });
  return { cpu, segments, anew };
}

/** A film of the demo, then one of it with a line's words changed, then the same once more: CPU as shares of the first. */
export async function exportAgain(db: Db, start: Document, size: { width: number; height: number }, preset: FilmOptions['preset']) {
  const id = makeId('production');
  const document: Document = { ...start, production: { ...start.production, id, slug: `again-${id.slice(-6)}` } };
  // A quality that no film was ever made in, so that nothing is there yet.
  const crf = 19 + Math.floor(Math.random() * 1e6) / 1e7;
  const options: FilmOptions = { ...size, fps: document.production.fps, from: 0, to: null, captions: true, format: 'mp4', preset, crf };
  const [scene] = inOrder(document.scenes)[0] as [string, unknown];
  const lines = inOrder(document.scenes[scene]?.lines ?? {});
  const [line, { text }] = lines[Math.floor(lines.length / 2)] as [string, { text: string }];
  const changed = edit(document, 'bench', makeId('change'), setLineText(scene, line, text.replace(/\S+$/, 'tomorrow.'), makeId)).document;
  await createProduction(db, document, 'bench');
  try {
    const first = await exported(db, document, options);
    const oneLine = await exported(db, changed, options);
    const nothing = await exported(db, changed, options);
    return {
      segments: first.segments,
      oneLine: { anew: oneLine.anew, cpuShare: round(oneLine.cpu / first.cpu) },
      nothing: { anew: nothing.anew, cpuShare: round(nothing.cpu / first.cpu) },
    };
  } finally {
    await cleared(db, id);
  }
}
