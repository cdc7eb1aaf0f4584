import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { dice } from '#core/draw/hash';
import { edit } from '#core/edit/change';
import { setLineText } from '#core/edit/commands/lines';
import { I420Frame, i420Size } from '#core/paint/i420';
import { paintFully } from '#core/paint/incremental';
import { schedule } from '#core/schedule/schedule';
import { segmentsOf } from '#core/schedule/segments';
import { toI420 } from '#core/testing/i420';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { mediaBytes } from '../media/store.ts';
import { nodePainter } from '../paint/host.ts';
import { createProduction, makeId } from '../productions.ts';
import { filmFonts } from '../resources.ts';
import { ROOT } from '../root.ts';
import { freshDatabase } from '../testing/database.ts';
import { cancelFilm, filmProgress, planFilm, startFilm } from './films.ts';
import type { FilmOptions } from './options.ts';
import { encodePictures, segmentPictures } from './renderSegment.ts';

const OPTIONS: FilmOptions = { width: 320, height: 180, fps: 24, from: 0, to: null, captions: true, format: 'mp4', preset: 'veryfast', crf: 23 };
const LONG = Array.from({ length: 8 }, (_, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: Line ${n + 1} says something about the sea, the sand and the Moon above.`).join('\n');

const NO_IMAGES = (): undefined => undefined;
let base: Awaited<ReturnType<typeof freshDatabase>>;
const workers: ChildProcess[] = [];
const startWorker = (): ChildProcess => {
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/cli/main.ts'), 'worker'], {
    cwd: ROOT,
    stdio: 'ignore',
    env: { ...process.env, DATABASE_URL: base.url },
  });
  workers.push(child);
  return child;
};
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(async () => {
  for (const worker of workers) worker.kill('SIGKILL');
  await new Promise((resolve) => setTimeout(resolve, 200));
  await base.end();
});

async function finished(id: string, seconds = 280): Promise<Awaited<ReturnType<typeof filmProgress>>> {
  for (let n = 0; n < seconds * 5; n++) {
    const now = await filmProgress(base.db, id);
    if (now.state !== 'rendering') return now;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new Error('The film did not end in time.');
}

async function framesOf(media: string): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-film-test-'));
  writeFileSync(join(folder, 'f.mp4'), await mediaBytes(base.db, media));
  const frames = execFileSync('ffmpeg', ['-v', 'error', '-i', join(folder, 'f.mp4'), '-map', '0:v', '-f', 'framemd5', '-']).toString();
  rmSync(folder, { recursive: true });
  return createHash('md5').update(frames).digest('hex');
}

describe('the conversion to I420', () => {
  it('is the same in WebAssembly and in its plain twin, for any rectangle', () => {
    const chance = dice(3);
    const [width, height] = [70, 38];
    const painter = nodePainter();
    const surface = painter.surface({ left: 0, top: 0, right: width, bottom: height });
    const frame = new I420Frame(painter.engine, width, height);
    const twin = new Uint8Array(i420Size(width, height));
    for (let round = 0; round < 40; round++) {
      const left = Math.floor(chance.between(0, 25)) * 2;
      const top = Math.floor(chance.between(0, 12)) * 2;
      const box = {
        left,
        top,
        right: left + Math.max(2, Math.floor(chance.between(1, (width - left) / 2)) * 2),
        bottom: top + Math.max(2, Math.floor(chance.between(1, (height - top) / 2)) * 2),
      };
      surface.view().forEach((_, n, all) => void (all[n] = n % 4 === 3 ? 255 : chance.next() * 256));
      frame.put(surface, box);
      toI420(surface.pixels(box), box, twin, width, height);
    }
    expect(Buffer.from(frame.bytes()).equals(Buffer.from(twin))).toBe(true);
  });
  it('has white at 235, black at 16 and grey without colour', () => {
    const out = new Uint8Array(6);
    for (const [level, y] of [
      [255, 235],
      [0, 16],
    ] as const) {
      toI420(new Uint8ClampedArray(16).fill(level), { left: 0, top: 0, right: 2, bottom: 2 }, out, 2, 2);
      expect([...out]).toEqual([y, y, y, y, 128, 128]);
    }
  });
});

describe('painting only what changed', () => {
  it('gives every byte of a full repaint, over cuts, camera moves and captions', async () => {
    const { document } = sampleDocument(LONG);
    const film = schedule(document, () => undefined);
    const segment = { ...(segmentsOf(film)[0] as ReturnType<typeof segmentsOf>[number]) };
    segment.toFrame = Math.min(segment.toFrame, segment.fromFrame + 90);
    const hashes = async (whole: boolean): Promise<string[]> => {
      const out: string[] = [];
      await encodePictures(segmentPictures(film, segment, filmFonts(), true), NO_IMAGES, [], {
        width: 640,
        height: 360,
        whole,
        collect: (frame) => void out.push(createHash('md5').update(frame).digest('hex')),
      });
      return out;
    };
    const partial = await hashes(false);
    expect(partial).toEqual(await hashes(true));
    expect(new Set(partial).size).toBeGreaterThan(partial.length / 3);
  });
  it('paints the stage it is asked for: a figure stands before its backdrop', () => {
    const { document } = sampleDocument();
    const film = schedule(document, () => undefined);
    const [picture] = [...segmentPictures(film, { scene: film.scenes[0]?.id as string, fromFrame: 0, toFrame: 1 }, filmFonts(), false)];
    const painter = nodePainter();
    const { planes, ...rest } = picture as NonNullable<typeof picture>;
    const a = paintFully(painter, { ...rest, planes }, 640, 360).pixels();
    const b = paintFully(painter, { ...rest, planes: planes.slice(0, 1) }, 640, 360).pixels();
    let differ = 0;
    for (let n = 0; n < a.length; n += 4) if (a[n] !== b[n] || a[n + 1] !== b[n + 1] || a[n + 2] !== b[n + 2]) differ++;
    expect(differ / (a.length / 4)).toBeGreaterThan(0.05);
  });
});

describe('a film', () => {
  it('survives a worker that is killed in the middle, reuses what is there, and is the same again', async () => {
    const { document, scene } = sampleDocument(LONG, 77);
    const production = { ...document, production: { ...document.production, id: makeId('production'), slug: 'kill' } };
    await createProduction(base.db, production, 'test');
    const id = production.production.id;
    const first = await startFilm(base.db, id, production, 'a.mp4', OPTIONS);
    const doomed = startWorker();
    for (let n = 0; n < 2000; n++) {
      const busy = await base.db('segments').where({ state: 'rendering' }).where('done', '>', 3).first('key');
      if (busy) break;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    doomed.kill('SIGKILL');
    startWorker();
    const done = await finished(first);
    expect(done.state).toBe('done');
    expect(done.segments).toBeGreaterThan(2);

    const again = await finished(await startFilm(base.db, id, production, 'b.mp4', OPTIONS));
    expect(again.reused).toBe(again.segments);
    // A film made afresh, nothing reused, has the same frames.
    await base.db('film_segments').delete();
    await base.db('segments').delete();
    const fresh = await finished(await startFilm(base.db, id, production, 'c.mp4', OPTIONS));
    expect(fresh.reused).toBe(0);
    expect(await framesOf(fresh.media as string)).toBe(await framesOf(done.media as string));

    // One changed line: what follows the segments that it touches is reused.
    const line = inOrder((production.scenes[scene] as Document['scenes'][string]).lines)[2]?.[0] as string;
    const { document: changed } = edit(
      production,
      'text',
      makeId('change'),
      setLineText(scene, line, 'Quite another and much longer thing to say about the sea, the sand and all the weed.', makeId),
    );
    const after = await finished(await startFilm(base.db, id, changed as Document, 'd.mp4', OPTIONS));
    expect(after.state).toBe('done');
    expect(after.segments - after.reused).toBeLessThanOrEqual(3);
    const report = (await base.db('films').where({ id: after.id }).first('report')).report as { segments: { reused: boolean }[] };
    expect(report.segments.at(-1)?.reused).toBe(true);
  }, 240_000);

  it('that is cancelled stops, and says so', async () => {
    const { document } = sampleDocument(LONG, 78);
    const production = { ...document, production: { ...document.production, id: makeId('production'), slug: 'cancel' } };
    await createProduction(base.db, production, 'test');
    const id = await startFilm(base.db, production.production.id, production, 'x.mp4', { ...OPTIONS, width: 1280, height: 720 });
    await cancelFilm(base.db, id);
    expect((await filmProgress(base.db, id)).state).toBe('cancelled');
  });

  it('has other keys at another size, and the same twice', async () => {
    const { document } = sampleDocument(LONG, 79);
    const keys = async (options: FilmOptions): Promise<string[]> => (await planFilm(base.db, document, options)).segments.map((segment) => segment.key);
    expect(await keys(OPTIONS)).toEqual(await keys(OPTIONS));
    const larger = await keys({ ...OPTIONS, width: 640, height: 360 });
    for (const key of await keys(OPTIONS)) expect(larger).not.toContain(key);
  });
});
