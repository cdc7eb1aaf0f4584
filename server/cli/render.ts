import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { Command } from 'commander';
import { failure } from '#core/document/failure';
import { schedule } from '#core/schedule/schedule';
import { FRAME_RATES, type FrameRate, toTicks } from '#core/time/ticks';
import { cancelFilm, filmProgress, startFilm } from '../film/films.ts';
import { FORMATS } from '../film/formats/index.ts';
import { type FilmOptions, sizeFor } from '../film/options.ts';
import { mediaBytes } from '../media/store.ts';
import { findProduction, loadProduction } from '../productions.ts';
import { ROOT } from '../root.ts';
import { readyDb } from './database.ts';

const seconds = (text: string): number => {
  const value = Number(text);
  if (!Number.isFinite(value) || value < 0) throw failure('bad-time', `“${text}” is no time in seconds. Write a number such as 2.5.`);
  return value;
};

/** Renders a production to a file, without a server: own workers take the segments from the queue. */
export const renderCommand = (): Command =>
  new Command('render')
    .description('Renders a production to MP4')
    .argument('<production>', 'id, slug or title')
    .requiredOption('--out <film.mp4>')
    .option('--scene <n>', 'only this scene (from 1)')
    .option('--from <s>', 'start in seconds', '0')
    .option('--to <s>', 'end in seconds')
    .option('--size <WxH>', 'size in pixels')
    .option('--fps <n>', 'frames a second')
    .option('--format <format>', 'mp4', 'mp4')
    .option('--no-captions', 'leave the captions out')
    .option('--preset <preset>', 'encoder preset', 'veryfast')
    .option('--json', 'a report on stdout')
    .action(async (name: string, options) => {
      if (!FORMATS.some(({ id }) => id === options.format))
        throw failure('no-format', `“${options.format}” is not a format that can be written yet. Use ${FORMATS.map(({ id }) => id).join(' or ')}.`);
      const out = resolve(options.out);
      if (!existsSync(dirname(out))) throw failure('no-folder', `The folder of “${options.out}” does not exist. Make it first, or choose another place.`);
      const { db, url } = await readyDb();
      try {
        const id = await findProduction(db, name);
        const { document } = await loadProduction(db, id);
        const fps = (options.fps ? Number(options.fps) : document.production.fps) as FrameRate;
        if (!FRAME_RATES.includes(fps)) throw failure('bad-rate', `${options.fps} frames a second is not offered. Choose one of ${FRAME_RATES.join(', ')}.`);
        const size = options.size ? /^(\d+)x(\d+)$/.exec(options.size) : undefined;
        if (options.size && !size) throw failure('bad-size', `“${options.size}” is no size. Write it as 1280x720.`);
        const { width, height } = size ? { width: Number(size[1]), height: Number(size[2]) } : sizeFor(document.production.frame, 1080);
        if (width % 2 || height % 2 || width < 64 || height < 64 || width > 4096 || height > 4096)
          throw failure('bad-size', 'Width and height must be even numbers of pixels from 64 to 4096.');
        const film = schedule(document, () => undefined, fps);
        let from = toTicks(seconds(options.from));
        let to = options.to === undefined ? null : toTicks(seconds(options.to));
        if (options.scene) {
          const scene = film.scenes[Number(options.scene) - 1];
          if (!scene) throw failure('no-scene', `There is no scene ${options.scene}; this production has ${film.scenes.length}.`);
          to = scene.start + (to === null ? scene.length : Math.min(scene.length, to));
          from += scene.start;
        }
        const filmOptions: FilmOptions = { width, height, fps, from, to, captions: options.captions, format: options.format, preset: options.preset, crf: 19 };
        const film_id = await startFilm(db, id, document, basename(out), filmOptions);
        const report = await work(
          url,
          async () => filmProgress(db, film_id),
          () => cancelFilm(db, film_id),
        );
        await writeFile(out, await mediaBytes(db, report.media as string));
        const row = await db('films').where({ id: film_id }).first('report');
        if (options.json) console.log(JSON.stringify({ out: options.out, ...row.report }));
        else process.stderr.write(`${options.out}: ${report.frames} frames, ${report.segments} segments, ${report.reused} of them reused\n`);
      } finally {
        await db.destroy();
      }
    });

/** Runs child workers until the film is done. */
async function work(url: string, progress: () => ReturnType<typeof filmProgress>, cancel: () => Promise<void>): Promise<Awaited<ReturnType<typeof filmProgress>>> {
  const first = await progress();
  const count = Math.max(1, Math.min(availableParallelism(), first.segments - first.reused));
  const children = Array.from({ length: count }, () =>
    spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/cli/main.ts'), 'worker'], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DATABASE_URL: url, GLIBC_TUNABLES: 'glibc.malloc.hugetlb=1' },
    }),
  );
  const stop = (): void => {
    cancel().finally(() => process.exit(1));
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  try {
    for (;;) {
      const now = await progress();
      if (process.stderr.isTTY) process.stderr.write(`\r${Math.round((100 * now.done) / Math.max(1, now.frames))} %${now.secondsLeft ? `, ${now.secondsLeft} s left` : ''}      `);
      if (now.state === 'done') return now;
      if (now.state !== 'rendering') throw failure('film-failed', now.error ?? 'The film could not be made. Try again.');
      await new Promise((next) => setTimeout(next, 150));
    }
  } finally {
    if (process.stderr.isTTY) process.stderr.write('\r                          \r');
    for (const child of children) child.kill('SIGTERM');
    await Promise.all(children.map((child) => (child.exitCode === null ? new Promise((done) => child.on('exit', done)) : undefined)));
  }
}
