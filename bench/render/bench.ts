import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { Picture } from '#core/draw/picture';
import type { Fonts } from '#core/draw/text';
import type { Images } from '#core/paint/paint';
import { type FilmSchedule, schedule } from '#core/schedule/schedule';
import { segmentsOf } from '#core/schedule/segments';
import { readyDb } from '#server/cli/database';
import { mp4 } from '#server/film/formats/mp4';
import type { FilmOptions } from '#server/film/options';
import { encodePictures, segmentPictures } from '#server/film/renderSegment';
import { findProduction, loadProduction } from '#server/productions';
import { loadResources } from '#server/resources';
import { exportAgain } from './again.ts';
import { type Run, round, timed } from './clock.ts';
import { reuseOf } from './reuse.ts';
import { syntheticPictures, type Variant } from './scenes.ts';
import { workersGrowth } from './workers.ts';

const md5 = (file: string): string =>
  createHash('md5')
    .update(execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-f', 'framemd5', '-']))
    .digest('hex');
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** A: the same frames from a file in memory, encoded only. B: list to film. Interleaved, the median of pairs. */
async function compare(pictures: () => Iterable<Picture>, images: Images, size: { width: number; height: number }, preset: string, pairs: number) {
  const folder = mkdtempSync(join('/dev/shm', 'kipzo-bench-'));
  const args = mp4.encode({ ...size, fps: 30, preset, crf: 19 });
  try {
    const raw = join(folder, 'frames.yuv');
    const out = openSync(raw, 'w');
    let exact = true;
    const whole: string[] = [];
    await encodePictures(pictures(), images, [], { ...size, whole: true, collect: (frame) => void whole.push(createHash('md5').update(frame).digest('hex')) });
    let n = 0;
    await encodePictures(pictures(), images, [], {
      ...size,
      collect: (frame) => {
        writeSync(out, frame);
        if (createHash('md5').update(frame).digest('hex') !== whole[n++]) exact = false;
      },
    });
    closeSync(out);
    const runs: { a: Run; b: Run }[] = [];
    let shares = { paintMs: 0, convertMs: 0, writeMs: 0, still: 0 };
    const [fileA, fileB] = [join(folder, 'a.mp4'), join(folder, 'b.mp4')];
    for (let pair = 0; pair < pairs; pair++) {
      const a = await timed(async () => {
        // The encoder reads the file by itself: nothing of ours stands in its way.
        const own = args.map((arg) => (arg === 'pipe:0' ? raw : arg));
        await once(spawn('ffmpeg', ['-v', 'error', '-nostdin', '-y', ...own, fileA], { stdio: ['ignore', 'ignore', 'inherit'] }), 'close');
      });
      const b = await timed(async () => {
        const { paintMs, convertMs, writeMs, still } = await encodePictures(pictures(), images, [...args, fileB], size);
        shares = { paintMs: Math.round(paintMs), convertMs: Math.round(convertMs), writeMs: Math.round(writeMs), still };
      });
      runs.push({ a, b });
    }
    return {
      rCpu: round(median(runs.map(({ a, b }) => b.cpu / a.cpu))),
      r: round(median(runs.map(({ a, b }) => b.wall / a.wall))),
      exact,
      sameFilm: md5(fileA) === md5(fileB),
      frames: n,
      shares,
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** CPU seconds of one film of synthetic pictures, drawn and encoded. */
async function cost(variant: Variant, frames: number, size: { width: number; height: number }, preset: string, characters?: number): Promise<number> {
  const folder = mkdtempSync(join('/dev/shm', 'kipzo-bench-'));
  try {
    const args = [...mp4.encode({ ...size, fps: 30, preset, crf: 19 }), join(folder, 'b.mp4')];
    const { cpu: seconds } = await timed(async () => void (await encodePictures(syntheticPictures(variant, frames, characters), () => undefined, args, size)));
    return seconds;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** How the cost of a film grows, as ratios of CPU time: twice the length, four ninths of the pixels, one and six characters for three. */
async function growth(frames: number, size: { width: number; height: number }, preset: string) {
  const smaller = { width: Math.round(size.width / 3) * 2, height: Math.round(size.height / 3) * 2 };
  const first = await cost('motion', frames, size, preset);
  return {
    twiceTheLength: round((await cost('motion', frames * 2, size, preset)) / first),
    fourNinthsOfThePixels: round((await cost('motion', frames, smaller, preset)) / first),
    oneCharacterForThree: round((await cost('motion', frames, size, preset, 1)) / first),
    sixCharactersForThree: round((await cost('motion', frames, size, preset, 6)) / first),
  };
}

/** A film of a minute and a half at 30 frames a second. */
const LONG = 2700;
/** Runs of each way, in turns. */
const PAIRS = 3;

/** Frames of the demo from its beginning. */
function* firstPictures(film: FilmSchedule, fonts: Fonts, frames: number): Generator<Picture> {
  let left = frames;
  for (const segment of segmentsOf(film))
    for (const picture of segmentPictures(film, segment, fonts, true)) {
      if (left-- <= 0) return;
      yield picture;
    }
}

/** Export against the encoder alone, as ratios within one run (rendering.md, kipzo bench render); all sets, or the one that `part` names. */
export async function benchRender({ frames = 300, size = '1920x1080', preset = 'veryfast', part }: { frames?: number; size?: string; preset?: string; part?: string }) {
  const [width, height] = size.split('x').map(Number) as [number, number];
  const box = { width, height };
  const { db } = await readyDb();
  try {
    const { document } = await loadProduction(db, await findProduction(db, 'demo'));
    const { fonts, picture, analysis } = await loadResources(db, document);
    const made = (variant: Variant, count: number, pairs: number) => () =>
      compare(
        () => syntheticPictures(variant, count),
        () => undefined,
        box,
        preset,
        pairs,
      );
    const sets: Record<string, () => unknown> = {
      dialogue: made('dialogue', frames, PAIRS),
      motion: made('motion', frames, PAIRS),
      push: made('push', frames, PAIRS),
      dialogueLong: made('dialogue', LONG, 1),
      growth: async () => ({ ...(await growth(frames, box, preset)), ...(await workersGrowth(frames, size, preset)) }),
      demo: () => compare(() => firstPictures(schedule(document, analysis), fonts, frames), picture, box, preset, PAIRS),
      again: () => exportAgain(db, document, box, preset as FilmOptions['preset']),
      reuse: () => reuseOf(document, { analysis }),
    };
    const scenes: Record<string, unknown> = {};
    for (const [name, set] of Object.entries(sets)) if (!part || part === name) scenes[name] = await set();
    return { frames, size, preset, scenes };
  } finally {
    await db.destroy();
  }
}
