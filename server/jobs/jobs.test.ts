import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Voice } from '#core/document/schema';
import type { Picture } from '#core/draw/picture';
import { voicePreset } from '#core/speech/voices';
import { writeWav } from '#core/speech/wav';
import { encodePictures } from '../film/renderSegment.ts';
import { importSound } from '../media/importSound.ts';
import { getMedia, mediaBytes, putMedia } from '../media/store.ts';
import { SCRATCH, scratchFolder, sweepScratch } from '../scratch.ts';
import { runProgram, tryProgram } from '../speech/run.ts';
import { speak } from '../synth/synth.ts';
import { freshDatabase, jobEnd, listen, working } from '../testing/database.ts';
import { cancelJob, doJob, jobAnswer, runJob, startJob } from './jobs.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
let http: Awaited<ReturnType<typeof listen>>;
let worker: Awaited<ReturnType<typeof working>>;
beforeAll(async () => {
  base = await freshDatabase();
  worker = await working(base.url);
  http = await listen(base.db);
});
afterAll(async () => {
  http.end();
  await worker.end();
  await base.end();
});

const voice = voicePreset('cobble')?.voice as Voice;
const tone = (seconds: number): Uint8Array => writeWav({ rate: 48_000, channels: [Float32Array.from({ length: seconds * 48_000 }, (_, n) => Math.sin(n / 20) * 0.4)] });
const post = async (path: string, body: unknown): Promise<{ status: number; body: { job?: string; code?: string; detail?: string } }> => {
  const response = await fetch(`${http.url}/api${path}`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  return { status: response.status, body: (await response.json()) as { job?: string } };
};
/** A job of a kind that no worker takes, so that a test runs it by itself. */
const waiting = async (): Promise<string> => {
  const id = await startJob(base.db, 'analyse', {});
  await base.db.raw('delete from graphile_worker._private_jobs');
  await base.db('jobs').where({ id }).update({ state: 'waiting', error: null });
  return id;
};

describe('a job', () => {
  it('tells how far it is, and its result', async () => {
    const id = await waiting();
    let seen = 0;
    await runJob(base.db, id, async (_input, work) => {
      work.progress(0.4);
      for (let n = 0; n < 200 && seen < 0.4; n++) {
        seen = (await jobAnswer(base.db, id)).progress;
        await new Promise((resolve) => setTimeout(resolve, 10));
      }
      return { found: 3 };
    });
    expect(seen).toBeCloseTo(0.4, 5);
    expect(await jobAnswer(base.db, id)).toMatchObject({ state: 'done', progress: 1, result: { found: 3 } });
  });
  it('stops where nobody wants it any more, and says so', async () => {
    const id = await waiting();
    const running = runJob(base.db, id, async (_input, { signal }) => {
      await cancelJob(base.db, id);
      await new Promise((resolve) => signal.addEventListener('abort', resolve));
      throw signal.reason;
    });
    await running;
    expect((await jobAnswer(base.db, id)).state).toBe('cancelled');
  });
  it('that is stopped before anybody began leaves no uploaded file behind', async () => {
    const folder = await scratchFolder('upload');
    const path = join(folder, 'given.wav');
    writeFileSync(path, tone(1));
    const id = await waiting();
    await base
      .db('jobs')
      .where({ id })
      .update({ input: JSON.stringify({ path, name: 'given.wav' }) });
    await cancelJob(base.db, id);
    expect(existsSync(path)).toBe(false);
    rmSync(folder, { recursive: true });
  });
  it('ends with the request that waits for it', async () => {
    const stop = new AbortController();
    const doing = doJob(base.db, 'draft', { text: 'One two three. '.repeat(100), voice }, stop.signal);
    stop.abort();
    await expect(doing).rejects.toMatchObject({ code: 'cancelled' });
    expect(['cancelled', 'done']).toContain((await base.db('jobs').orderBy('at', 'desc').first('state'))?.state);
  });
  it('that failed says why in the sentence of whoever failed', async () => {
    const { body } = await post('/takes/analyse', { media: 'f'.repeat(64), words: null });
    const ended = await jobEnd(http.url, body.job as string);
    expect(ended.state).toBe('failed');
    expect(ended.error).toMatchObject({ code: 'no-media', status: 404 });
  });
  it('of nobody is not known', async () => expect((await fetch(`${http.url}/api/jobs/jb_none`)).status).toBe(404));
});

describe('listening on the server', () => {
  it('finds the words of a stored voice in a process of its own', async () => {
    const spoken = await speak('Nobody pushes. The Moon pulls the water.', voice);
    const media = await importSound(base.db, spoken.wav, 'moon.wav');
    const { body } = await post('/takes/analyse', { media: media.hash, words: ['Nobody', 'pushes.', 'The', 'Moon', 'pulls', 'the', 'water.'] });
    const { result } = await jobEnd(http.url, body.job as string);
    expect((result as { words: { text: string }[] }).words.map(({ text }) => text)).toEqual(['Nobody', 'pushes.', 'The', 'Moon', 'pulls', 'the', 'water.']);
  });
  it.each([
    ['from after its end', { from: 48_000 * 60 }, 'no-stretch'],
    ['from after to', { from: 40_000, to: 30_000 }, 'no-stretch'],
  ])('says what is wrong with a stretch %s', async (_, span, code) => {
    const media = await importSound(base.db, tone(1), 'tone.wav');
    const { body } = await post('/takes/analyse', { media: media.hash, words: null, ...span });
    expect((await jobEnd(http.url, body.job as string)).error?.code).toBe(code);
  });
  it.each([{ from: -1 }, { from: 0.5 }, { to: Number.MAX_VALUE }, { from: 'now' }])('takes no stretch of %o at all', async (span) => {
    const { status } = await post('/takes/analyse', { media: 'f'.repeat(64), words: null, ...span });
    expect(status).toBe(400);
  });
});

describe('a draft voice', () => {
  it('is bounded by its work: hundreds of sentences are said in groups', async () => {
    const { seconds } = await speak('a. '.repeat(666), voice);
    expect(seconds).toBeGreaterThan(10);
  });
  it('of a text that takes too long is given up in a sentence', async () => {
    await expect(speak('x'.repeat(1900), { ...voice, stretch: 2.5 }, { limit: 0.3 })).rejects.toMatchObject({ code: 'too-much-to-say' });
  });
  it('stops at once with whoever asked for it', async () => {
    const stop = new AbortController();
    const saying = speak('The sea comes back. '.repeat(90), voice, { signal: stop.signal });
    setTimeout(() => stop.abort(), 50);
    await expect(saying).rejects.toBeTruthy();
    expect(readdirSync(SCRATCH).filter((name) => name.startsWith(`say-${process.pid}-`))).toEqual([]);
  });
  it.each([
    ['flite', 'nobody'],
    ['festival', 'kal_diphone) (quit'],
    ['espeak', 'xx-nowhere'],
    ['espeak', '../../etc/passwd'],
  ] as const)('that %s does not have (%s) is refused in a sentence', async (engine, name) => {
    await expect(speak('Hello.', { ...voice, engine, voice: name })).rejects.toMatchObject({ code: 'unknown-voice' });
  });
});

describe('a program', () => {
  it('that is not installed is named as what it is', async () => {
    await expect(runProgram('no-such-synthesizer', [], 'It failed.')).rejects.toMatchObject({ code: 'program-missing', status: 503 });
    await expect(runProgram('no-such-synthesizer', [], 'It failed.')).rejects.toThrow('no-such-synthesizer is missing');
  });
  it('that encodes a film is named too where it is missing', async () => {
    const path = process.env.PATH;
    try {
      process.env.PATH = '/nowhere';
      const picture: Picture = { width: 64, height: 36, background: '#ffffff', planes: [] };
      await expect(encodePictures([picture], () => undefined, ['-f', 'rawvideo', '-'], { width: 64, height: 36 })).rejects.toMatchObject({ code: 'program-missing' });
    } finally {
      process.env.PATH = path;
    }
  });
  it('that fails says what its caller says of it, and one that takes too long is stopped', async () => {
    await expect(runProgram('false', [], 'The words could not be said.')).rejects.toThrow('The words could not be said.');
    expect(await tryProgram('sleep', ['30'], { limit: 0.2 })).toMatchObject({ failed: true, timedOut: true });
  });
  it('tells each row of what it prints', async () => {
    const rows: string[] = [];
    await tryProgram('printf', ['one\\ntwo\\nthr'], { onRow: (row) => rows.push(row) });
    expect(rows).toEqual(['one', 'two']);
  });
});

describe('scratch folders', () => {
  it('of processes that are no more are swept, those of living ones stay', async () => {
    const root = mkdtempSync(join(tmpdir(), 'kipzo-sweep-'));
    writeFileSync(join(root, 'segment-999999999-abc'), '');
    writeFileSync(join(root, `film-${process.pid}-abc`), '');
    writeFileSync(join(root, 'something else'), '');
    expect(await sweepScratch(root)).toBe(1);
    expect(readdirSync(root).sort()).toEqual([`film-${process.pid}-abc`, 'something else']);
    rmSync(root, { recursive: true });
    expect(await sweepScratch(join(root, 'never made'))).toBe(0);
  });
  it('lie where their process says', async () => {
    const folder = await scratchFolder('film');
    expect(folder).toContain(`film-${process.pid}-`);
    expect(existsSync(folder)).toBe(true);
    rmSync(folder, { recursive: true });
  });
});

it('the same bytes under another name keep both names, and each import tells its own', async () => {
  const bytes = tone(3);
  const one = await importSound(base.db, bytes, 'harbour.wav');
  const two = await importSound(base.db, bytes, 'harbour, second try.wav');
  expect([one.name, two.name]).toEqual(['harbour.wav', 'harbour, second try.wav']);
  expect(two.hash).toBe(one.hash);
  expect((await getMedia(base.db, one.hash))?.names).toEqual(['harbour.wav', 'harbour, second try.wav']);
  await putMedia(base.db, await mediaBytes(base.db, one.hash), { kind: 'sound', type: 'audio/wav', name: 'harbour.wav' });
  expect((await getMedia(base.db, one.hash))?.names).toHaveLength(2);
});
