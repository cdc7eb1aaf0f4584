import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { mp4 } from '#server/film/formats/mp4';
import { encodePictures } from '#server/film/renderSegment';
import { round, timed } from './clock.ts';
import { syntheticPictures } from './scenes.ts';

const SEGMENTS = 4;

/** Wall-clock speed of two worker processes against one on the same four segments, starts included. */
export async function workersGrowth(frames: number, size: string, preset: string) {
  const run = async (workers: number): Promise<number> => {
    const { wall } = await timed(() =>
      Promise.all(
        Array.from({ length: workers }, () =>
          once(
            spawn(process.execPath, [...process.execArgv, fileURLToPath(import.meta.url), String(SEGMENTS / workers), String(frames), size, preset], {
              stdio: ['ignore', 'ignore', 'inherit'],
            }),
            'close',
          ),
        ),
      ),
    );
    return wall;
  };
  const one = await run(1);
  return { twoWorkersForOne: round(one / (await run(2))) };
}

/** A worker: so many segments of moving figures, one after the other. */
if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const [segments, frames, size, preset] = process.argv.slice(2) as [string, string, string, string];
  const [width, height] = size.split('x').map(Number) as [number, number];
  const folder = mkdtempSync(join('/dev/shm', 'kipzo-bench-'));
  for (let n = 0; n < Number(segments); n++)
    await encodePictures(syntheticPictures('motion', Number(frames)), () => undefined, [...mp4.encode({ width, height, fps: 30, preset, crf: 19 }), join(folder, `${n}.mp4`)], {
      width,
      height,
    });
  rmSync(folder, { recursive: true, force: true });
}
