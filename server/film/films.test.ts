import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { schedule } from '#core/schedule/schedule';
import { segmentsOf } from '#core/schedule/segments';
import { sampleDocument } from '#core/testing/samples';
import { toTicks } from '#core/time/ticks';
import { mediaBytes } from '../media/store.ts';
import { createProduction, makeId } from '../productions.ts';
import { filmFonts } from '../resources.ts';
import { freshDatabase } from '../testing/database.ts';
import { cancelFilm, doSegment, filmProgress, joinIfReady, openFilm, planned, startFilm } from './films.ts';
import { FORMATS, formatOf } from './formats/index.ts';
import { joinFilm } from './join.ts';
import type { FilmOptions } from './options.ts';
import { encodePictures, segmentPictures } from './renderSegment.ts';

const OPTIONS: FilmOptions = { width: 96, height: 64, fps: 24, from: 0, to: toTicks(0.5), captions: false, format: 'mp4', preset: 'veryfast', crf: 30 };
const LONG = Array.from({ length: 6 }, (_, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: Line ${n + 1} says something about the sea, the sand and the Moon above.`).join('\n');

let base: Awaited<ReturnType<typeof freshDatabase>>;
let document: Document;
let id: string;
let seed = 300;
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(() => base.end());
beforeEach(async () => {
  await base.db('film_segments').delete();
  await base.db('films').delete();
  await base.db('segments').delete();
  await base.db.raw('delete from graphile_worker._private_jobs');
  const made = sampleDocument(LONG, ++seed).document;
  id = makeId('production');
  document = { ...made, production: { ...made.production, id, slug: `film-${seed}` } };
  await createProduction(base.db, document, 'test');
});
const path = process.env.PATH;
afterEach(() => {
  process.env.PATH = path;
});

interface Link {
  readonly index: number;
  readonly key: string;
  readonly reused: boolean;
  readonly range: { readonly fromFrame: number; readonly toFrame: number };
}
const linksOf = (film: string): Promise<Link[]> => base.db('film_segments').where({ film_id: film }).orderBy('index');
const segmentOf = (key: string) => base.db('segments').where({ key }).first();
/** What is queued: its task and its key. */
const queued = async (): Promise<string[]> =>
  ((await base.db.raw('select task_identifier, key from graphile_worker.jobs order by id')).rows as { task_identifier: string; key: string }[]).map(
    (job) => `${job.task_identifier} ${job.key}`,
  );
const render = async (film: string): Promise<void> => {
  for (const { index, key } of await linksOf(film)) await doSegment(base.db, { film, index, key }, 'test');
};
const probed = async (media: string, what: string): Promise<string> => {
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-films-test-'));
  writeFileSync(join(folder, 'f.mp4'), await mediaBytes(base.db, media));
  const out = execFileSync('ffprobe', ['-v', 'error', '-show_entries', what, '-of', 'csv=p=0', join(folder, 'f.mp4')]).toString();
  rmSync(folder, { recursive: true });
  return out.trim();
};

describe('a film that is started', () => {
  it('is open with all of its parts, each queued once under its own key', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', { ...OPTIONS, to: null });
    expect(film).toMatch(/^fi_[0-9a-f]{16}$/);
    const links = await linksOf(film);
    expect(links.length).toBeGreaterThan(1);
    expect(links.map(({ index }) => index)).toEqual(links.map((_, n) => n));
    expect(links.every(({ reused }) => !reused)).toBe(true);
    expect(await queued()).toEqual(links.map(({ key }) => `render_segment ${key}`));
    for (const { key, range } of links) expect(await segmentOf(key)).toMatchObject({ state: 'waiting', frames: range.toFrame - range.fromFrame, done: 0, media: null });
    const row = await base.db('films').where({ id: film }).first();
    expect(row).toMatchObject({ production_id: id, name: 'a.mp4', state: 'rendering', error: null, document });
    expect(row.report).toEqual({ frames: links.at(-1)?.range.toFrame });
    // Asked for again, nothing is planned twice.
    await planned(base.db, film);
    await planned(base.db, 'fi_0000000000000000');
    expect(await linksOf(film)).toEqual(links);
    // A second film of the same parts queues nothing new.
    await startFilm(base.db, id, document, 'b.mp4', { ...OPTIONS, to: null });
    expect(await queued()).toHaveLength(links.length);
  });
  it('without anything in its range has failed, and says why', async () => {
    const film = await openFilm(base.db, id, JSON.stringify(document), 'a.mp4', { ...OPTIONS, from: toTicks(2), to: toTicks(2) });
    await expect(planned(base.db, film)).rejects.toThrow('Choose a later end.');
    expect(await base.db('films').where({ id: film }).first()).toMatchObject({ state: 'failed', error: 'There is nothing between these two times. Choose a later end.' });
    expect((await base.db('films').where({ id: film }).first()).ended_at).toBeInstanceOf(Date);
    expect(await filmProgress(base.db, film)).toMatchObject({ state: 'failed', error: 'There is nothing between these two times. Choose a later end.', segments: 0, frames: 0 });
  });
});

describe('the parts of a film', () => {
  it('are rendered, joined with the sound, checked and kept', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', OPTIONS);
    expect(await filmProgress(base.db, film)).toMatchObject({
      id: film,
      name: 'a.mp4',
      state: 'rendering',
      frames: 12,
      done: 0,
      segments: 1,
      reused: 0,
      media: null,
      secondsLeft: null,
    });
    await joinIfReady(base.db, film);
    expect((await queued()).filter((job) => job.startsWith('join_film'))).toEqual([]);
    await render(film);
    const [link] = (await linksOf(film)) as [Link];
    const segment = await segmentOf(link.key);
    expect(segment).toMatchObject({ state: 'done', done: 12, worker: 'test', error: null });
    expect(await base.db('media').where({ hash: segment.media }).first()).toMatchObject({ kind: 'segment', type: 'video/mp4', name: 'segment' });
    expect((await queued()).filter((job) => job.startsWith('join_film'))).toEqual([`join_film join ${film}`]);
    await joinFilm(base.db, film);
    const row = await base.db('films').where({ id: film }).first();
    expect(row).toMatchObject({ state: 'done', report: { frames: 12, segments: [{ key: link.key, reused: false, frames: 12 }] } });
    expect(row.ended_at).toBeInstanceOf(Date);
    expect(await base.db('media').where({ hash: row.media }).first()).toMatchObject({ kind: 'film', type: 'video/mp4', name: 'a.mp4', facts: { frames: 12, seconds: 0.5 } });
    expect(await probed(row.media, 'stream=codec_name,width,height,pix_fmt,color_space,r_frame_rate')).toBe('h264,96,64,yuv420p,bt709,24/1\naac,0/0');
    expect(await filmProgress(base.db, film)).toMatchObject({ state: 'done', done: 12, media: row.media, secondsLeft: null });
    // Joined once: asked again, it stays as it is.
    await joinFilm(base.db, film);
    expect((await base.db('films').where({ id: film }).first()).ended_at).toEqual(row.ended_at);
  });
  it('that are there already are used again, and the film is joined at once', async () => {
    await render(await startFilm(base.db, id, document, 'a.mp4', OPTIONS));
    await base.db.raw('delete from graphile_worker._private_jobs');
    const again = await startFilm(base.db, id, document, 'b.mp4', OPTIONS);
    expect((await linksOf(again)).map(({ reused }) => reused)).toEqual([true]);
    expect(await queued()).toEqual([`join_film join ${again}`]);
    expect(await filmProgress(base.db, again)).toMatchObject({ reused: 1, segments: 1, done: 12 });
    await joinFilm(base.db, again);
    expect((await base.db('films').where({ id: again }).first()).report.segments[0].reused).toBe(true);
  });
  it('of a film of which nothing has changed are not joined again: it has the file of the one before', async () => {
    const made = async (of: Document, name: string, options = OPTIONS) => {
      const film = await startFilm(base.db, id, of, name, options);
      await render(film);
      await joinFilm(base.db, film);
      return base.db('films').where({ id: film }).first();
    };
    const first = await made(document, 'a.mp4');
    process.env.PATH = '/nowhere';
    const again = await made(document, 'b.mp4');
    process.env.PATH = path;
    expect(again).toMatchObject({ state: 'done', name: 'b.mp4', media: first.media, report: { frames: 12, segments: [{ reused: true, frames: 12 }] } });
    // The same pictures with another sound under them are another film, and so is another stretch of it.
    const loud = { ...document, production: { ...document.production, sounds: { so_000000000001: { order: 'a0', source: 'own:rain', gainDb: 0, start: 0, end: null } as never } } };
    const other = await made(loud, 'c.mp4');
    expect(other.report.segments).toEqual(again.report.segments);
    expect(other.media).not.toBe(first.media);
    expect((await made(document, 'd.mp4', { ...OPTIONS, to: toTicks(0.25) })).media).not.toBe(first.media);
    expect((await made(loud, 'e.mp4')).media).toBe(other.media);
  });
  it('of a film that failed are joined anew by the next one', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', OPTIONS);
    await render(film);
    process.env.PATH = '/nowhere';
    await expect(joinFilm(base.db, film)).rejects.toThrow(/ffmpeg/);
    process.env.PATH = path;
    const again = await startFilm(base.db, id, document, 'b.mp4', OPTIONS);
    await joinFilm(base.db, again);
    expect(await base.db('films').where({ id: again }).first()).toMatchObject({ state: 'done', error: null });
  });
  it('cover a range that begins in the middle, with the sound of that range', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', { ...OPTIONS, from: toTicks(2), to: toTicks(2.25) });
    await render(film);
    await joinFilm(base.db, film);
    const row = await base.db('films').where({ id: film }).first();
    expect(row.report.frames).toBe(6);
    expect((await base.db('media').where({ hash: row.media }).first()).facts).toEqual({ frames: 6, seconds: 0.25 });
  });
  it('that nobody wants any more are not rendered', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', OPTIONS);
    await cancelFilm(base.db, film);
    await render(film);
    const [link] = (await linksOf(film)) as [Link];
    expect(await segmentOf(link.key)).toMatchObject({ state: 'waiting', media: null });
    await joinFilm(base.db, film);
    expect(await filmProgress(base.db, film)).toMatchObject({ state: 'cancelled', media: null, secondsLeft: null });
    await doSegment(base.db, { film, index: 0, key: 'no such part' }, 'test');
    // One that is done is given to who waits for it, without being made again.
    const again = await startFilm(base.db, id, document, 'b.mp4', OPTIONS);
    await render(again);
    const at = (await segmentOf(link.key)).at;
    await base.db.raw('delete from graphile_worker._private_jobs');
    await render(again);
    expect((await segmentOf(link.key)).at).toEqual(at);
    expect(await queued()).toEqual([`join_film join ${again}`]);
  });
  it('stop when the film is cancelled in the middle, and start again with the next one', async () => {
    const large = { ...OPTIONS, width: 1920, height: 1080, to: null };
    const film = await startFilm(base.db, id, document, 'a.mp4', large);
    // The longest part: it is not over before anybody could stop it.
    const link = (await linksOf(film)).reduce((longest, one) => (one.range.toFrame - one.range.fromFrame > longest.range.toFrame - longest.range.fromFrame ? one : longest));
    const working = doSegment(base.db, { film, index: link.index, key: link.key }, 'test');
    for (let n = 0; n < 2000 && ((await segmentOf(link.key)).done as number) < 1; n++) await new Promise((next) => setTimeout(next, 20));
    const { done, frames, secondsLeft } = await filmProgress(base.db, film);
    expect(done).toBeGreaterThan(0);
    expect(done).toBeLessThanOrEqual(frames);
    if (done > 5) expect(secondsLeft).toBeGreaterThan(0);
    await cancelFilm(base.db, film);
    await working;
    expect(await segmentOf(link.key)).toMatchObject({ state: 'cancelled', done: 0, media: null });
    await base.db.raw('delete from graphile_worker._private_jobs');
    const again = await startFilm(base.db, id, document, 'b.mp4', large);
    expect(await segmentOf(link.key)).toMatchObject({ state: 'waiting', error: null, done: 0 });
    expect(await queued()).toContain(`render_segment ${link.key}`);
    await cancelFilm(base.db, again);
  });
  it('that fail say at which frame and why, and are made again by the next film', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', OPTIONS);
    const [link] = (await linksOf(film)) as [Link];
    process.env.PATH = '/nowhere';
    await expect(doSegment(base.db, { film, index: 0, key: link.key }, 'test')).rejects.toThrow(/ffmpeg/);
    process.env.PATH = path;
    const failed = await segmentOf(link.key);
    expect(failed.state).toBe('failed');
    expect(failed.error).toMatch(/^Frame \d+: .*ffmpeg/);
    expect(await filmProgress(base.db, film)).toMatchObject({ state: 'rendering', error: null });
    await base.db('films').where({ id: film }).update({ state: 'failed', error: null });
    expect((await filmProgress(base.db, film)).error).toBe(failed.error);
    const again = await startFilm(base.db, id, document, 'b.mp4', OPTIONS);
    expect(await segmentOf(link.key)).toMatchObject({ state: 'waiting', error: null });
    await render(again);
    expect(await segmentOf(link.key)).toMatchObject({ state: 'done' });
  });
  it('that cannot be joined make a film that failed, in a sentence', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', OPTIONS);
    await render(film);
    const [link] = (await linksOf(film)) as [Link];
    // Half of the film's frames are missing.
    await base
      .db('film_segments')
      .where({ film_id: film })
      .update({ range: JSON.stringify({ ...link.range, toFrame: link.range.toFrame + 12 }) });
    await expect(joinFilm(base.db, film)).rejects.toThrow('The joined film has 12 frames instead of 24. Try the export again.');
    expect(await base.db('films').where({ id: film }).first()).toMatchObject({
      state: 'failed',
      error: 'The joined film has 12 frames instead of 24. Try the export again.',
      media: null,
    });
    const other = await startFilm(base.db, id, document, 'b.mp4', OPTIONS);
    await base
      .db('media_chunks')
      .where({ hash: (await segmentOf(link.key)).media })
      .update({ bytes: Buffer.from('no film') });
    await expect(joinFilm(base.db, other)).rejects.toThrow('The parts of the film could not be joined. Try the export again.');
    expect(await filmProgress(base.db, other)).toMatchObject({ state: 'failed', error: 'The parts of the film could not be joined. Try the export again.' });
  });
});

describe('films beside each other', () => {
  it('are left alone by what becomes of one of them', async () => {
    const rowOf = async (film: string) => base.db('films').where({ id: film }).first('state', 'error', 'media', 'report', 'ended_at');
    const waiting = await startFilm(base.db, id, document, 'waiting.mp4', { ...OPTIONS, crf: 28 });
    const [part] = (await linksOf(waiting)) as [Link];
    const before = [await rowOf(waiting), await segmentOf(part.key)];
    const untouched = async (): Promise<void> => expect([await rowOf(waiting), await segmentOf(part.key)]).toEqual(before);
    const empty = await openFilm(base.db, id, JSON.stringify(document), 'empty.mp4', { ...OPTIONS, from: toTicks(2), to: toTicks(2) });
    await expect(planned(base.db, empty)).rejects.toThrow();
    await untouched();
    const failing = await startFilm(base.db, id, document, 'failing.mp4', OPTIONS);
    const [own] = (await linksOf(failing)) as [Link];
    process.env.PATH = '/nowhere';
    await expect(doSegment(base.db, { film: failing, index: 0, key: own.key }, 'test')).rejects.toThrow();
    process.env.PATH = path;
    await untouched();
    const made = await startFilm(base.db, id, document, 'made.mp4', { ...OPTIONS, crf: 29 });
    await render(made);
    await untouched();
    await joinFilm(base.db, made);
    await untouched();
    expect(await rowOf(failing)).toMatchObject({ state: 'rendering', media: null });
    await cancelFilm(base.db, failing);
    await untouched();
    expect(await rowOf(made)).toMatchObject({ state: 'done', error: null });
    // Only its own parts and its own time are counted.
    expect(await filmProgress(base.db, made)).toMatchObject({ frames: 12, done: 12, segments: 1, secondsLeft: null });
    expect(await filmProgress(base.db, waiting)).toMatchObject({ frames: 12, done: 0, segments: 1, secondsLeft: null });
    await render(waiting);
    expect((await queued()).filter((job) => job.startsWith('join_film')).at(-1)).toBe(`join_film join ${waiting}`);
  });
  it('tell how long theirs still takes by how quick it was so far', async () => {
    const film = await startFilm(base.db, id, document, 'a.mp4', { ...OPTIONS, to: toTicks(2) });
    const [link] = (await linksOf(film)) as [Link];
    const frames = link.range.toFrame - link.range.fromFrame;
    await base.db('segments').where({ key: link.key }).update({ state: 'rendering', done: 12 });
    await base
      .db('films')
      .where({ id: film })
      .update({ created_at: new Date(Date.now() - 60_000) });
    const { frames: all, secondsLeft } = await filmProgress(base.db, film);
    // Twelve frames in a minute: five seconds each.
    expect(Math.abs((secondsLeft as number) - (5 * (all - 12) + 1))).toBeLessThanOrEqual(5);
    expect(frames).toBeGreaterThan(12);
    await base.db('segments').where({ key: link.key }).update({ done: 5 });
    expect((await filmProgress(base.db, film)).secondsLeft).toBeNull();
    await base.db('segments').where({ key: link.key }).update({ state: 'done', done: 0 });
    expect((await filmProgress(base.db, film)).done).toBe(frames);
  });
});

describe('a film that is gone', () => {
  it('is told in a sentence', async () => {
    await expect(filmProgress(base.db, 'fi_0000000000000000')).rejects.toMatchObject({ code: 'no-film', status: 404, message: 'That export is gone. Start a new one.' });
    await expect(joinFilm(base.db, 'fi_0000000000000000')).resolves.toBeUndefined();
    await expect(cancelFilm(base.db, 'fi_0000000000000000')).resolves.toBeUndefined();
  });
});

describe('frames on their way to the encoder', () => {
  const made = sampleDocument();
  const film = schedule(made.document, () => undefined);
  const [segment] = segmentsOf(film) as [ReturnType<typeof segmentsOf>[number]];
  const pictures = () => segmentPictures(film, { ...segment, toFrame: segment.fromFrame + 6 }, filmFonts(), false);
  const size = { width: 96, height: 64 };
  it('are counted, those that stay the same too', async () => {
    const [first] = [...pictures()] as [never];
    const seen: number[] = [];
    const frames: string[] = [];
    const result = await encodePictures([first, first, first], () => undefined, [], {
      ...size,
      onFrame: (n) => seen.push(n),
      collect: (frame) => void frames.push(Buffer.from(frame).toString('base64')),
    });
    expect(result).toMatchObject({ frames: 3, still: 2 });
    expect(seen).toEqual([1, 2, 3]);
    expect(new Set(frames).size).toBe(1);
    expect(result.paintMs).toBeGreaterThan(0);
  });
  it('stop when they are told to', async () => {
    const stop = new AbortController();
    const at: number[] = [];
    const going = encodePictures(pictures(), () => undefined, [...formatOf('mp4').encode({ ...size, fps: 24, preset: 'veryfast', crf: 30 }), '/dev/null'], {
      ...size,
      signal: stop.signal,
      onFrame: (n) => {
        at.push(n);
        if (n === 2) stop.abort();
      },
    });
    await expect(going).rejects.toMatchObject({ code: 'cancelled', message: 'The export was cancelled.' });
    expect(at).toEqual([1, 2]);
  });
  it('that the encoder refuses are told with its own reason', async () => {
    await expect(encodePictures(pictures(), () => undefined, ['-i', 'pipe:0', '/nowhere/x.mp4'], size)).rejects.toMatchObject({
      code: 'encoder-failed',
      status: 500,
      message: expect.stringMatching(/^The encoder stopped at frame \d+: .+ Try the export again\.$/),
    });
    process.env.PATH = '/nowhere';
    await expect(encodePictures(pictures(), () => undefined, ['x'], size)).rejects.toThrow(/ffmpeg/);
  });
  it('of a scene that is gone cannot be drawn', () => {
    expect(() => [...segmentPictures(film, { ...segment, scene: 'sc_000000000000' }, filmFonts(), false)]).toThrow('A scene of this film is gone. Start the export again.');
  });
});

describe('the formats', () => {
  it('are known by their names; an unknown one is the first', () => {
    for (const format of FORMATS) expect(formatOf(format.id)).toBe(format);
    expect(formatOf('no such format')).toBe(FORMATS[0]);
    expect(new Set(FORMATS.map(({ id: name }) => name)).size).toBe(FORMATS.length);
  });
});
