import { preparedFace } from '#core/picture/face';
import { brushed, mended } from '#core/picture/inpaint';
import type { Raster } from '#core/picture/raster';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import { suggestedFaces } from '#core/picture/suggest';
import { samplePng } from '#server/api/samples';
import { decodePicture } from '#server/paint/host';
import { keyOne } from './keying.ts';
import { type Lifted, liftOne } from './lifting.ts';
import { busyGround } from './subjects.ts';

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
const round = (value: number): number => Math.round(value * 1e4) / 1e4;
const STROKES = 6;
/** Pictures that the lifting was tuned on, and as many that it never saw. */
const TUNED = 20;
const COUNT = 40;

/** Mean error of the opacity of people lifted off busy grounds with six strokes, and milliseconds a megapixel. */
async function lifting(count: number) {
  const rows: (Lifted & { readonly seed: number })[] = [];
  for (let seed = 1; seed <= count; seed++) rows.push({ seed, ...(await liftOne(seed, STROKES)) });
  const of = (from: number, to: number) => rows.filter(({ seed }) => seed > from && seed <= to);
  const megapixels = 0.72 ** 2;
  return {
    pictures: rows.length,
    strokes: round(mean(rows.map(({ strokes }) => strokes.length))),
    withoutStrokes: round(mean(rows.map(({ before }) => before))),
    tuned: round(mean(of(0, TUNED).map(({ error }) => error))),
    unseen: round(mean(of(TUNED, COUNT).map(({ error }) => error))),
    worst: round(Math.max(...rows.map(({ error }) => error))),
    coarseMs: round(mean(rows.map(({ coarseMs }) => coarseMs))),
    fineMsPerMegapixel: round(mean(rows.map(({ fineMs }) => fineMs)) / megapixels),
  };
}

/** Peak signal to noise, in decibels, of what was mended in grounds whose own pixels are known. */
function mending() {
  const rows = [];
  for (let seed = 2; seed <= 24; seed += 2) {
    const ground = busyGround(seed, 420, 420);
    const mask = brushed(420, 420, [
      {
        points: [
          [170, 210],
          [210, 224],
          [252, 206],
        ],
        thick: 26,
      },
    ]);
    const start = performance.now();
    const out = mended(ground, mask);
    const ms = performance.now() - start;
    let [sum, count] = [0, 0];
    for (let p = 0; p < mask.data.length; p++)
      if (mask.data[p])
        for (let c = 0; c < 3; c++) {
          sum += ((out.data[p * 4 + c] as number) - (ground.data[p * 4 + c] as number)) ** 2;
          count++;
        }
    rows.push({ psnr: 10 * Math.log10((255 * 255 * count) / Math.max(1, sum)), ms });
  }
  return { psnrDb: round(mean(rows.map(({ psnr }) => psnr))), worstDb: round(Math.min(...rows.map(({ psnr }) => psnr))), ms: round(mean(rows.map(({ ms }) => ms))) };
}

/** How far suggested marks are from those that were drawn, as shares of the face's width (twice the way between the eyes). */
async function marks() {
  const rows = [];
  for (const sample of PICTURE_SAMPLES) {
    const image = (await decodePicture(samplePng(sample))) as Raster;
    const start = performance.now();
    const found = suggestedFaces(image);
    const ms = performance.now() - start;
    for (const { name, face } of sample.faces) {
      const apart = Math.hypot((face.right.x - face.left.x) * sample.width, (face.right.y - face.left.y) * sample.height);
      const away = (a: readonly [number, number], b: readonly [number, number]): number => Math.hypot((a[0] - b[0]) * sample.width, (a[1] - b[1]) * sample.height) / (2 * apart);
      const errors = found.map((one) => ({
        eyes: (away([one.left.x, one.left.y], [face.left.x, face.left.y]) + away([one.right.x, one.right.y], [face.right.x, face.right.y])) / 2,
        mouth: away(one.mouth[1], face.mouth[1]),
        corners: (away(one.mouth[0], face.mouth[0]) + away(one.mouth[2], face.mouth[2])) / 2,
        chin: away(one.chin, face.chin),
      }));
      const best = errors.sort((a, b) => a.eyes - b.eyes)[0];
      const begun = performance.now();
      preparedFace(image, face);
      rows.push({
        sample: sample.id,
        name,
        ...(best ? { eyes: round(best.eyes), mouth: round(best.mouth), corners: round(best.corners), chin: round(best.chin) } : { found: false }),
        ms: Math.round(ms),
        prepareMs: Math.round(performance.now() - begun),
      });
    }
  }
  return rows;
}

/** People before painted walls, by the guessed key: error of the opacity, what of the wall's colour stays at edges. */
async function keying(count: number) {
  const rows = [];
  for (let seed = 1; seed <= count; seed++) rows.push(await keyOne(seed));
  return {
    pictures: count,
    meanAlphaError: round(mean(rows.map(({ error }) => error))),
    worst: round(Math.max(...rows.map(({ error }) => error))),
    fringeChroma95: round(mean(rows.map(({ fringe }) => fringe))),
    worstFringe: round(Math.max(...rows.map(({ fringe }) => fringe))),
    msPerMegapixel: round(mean(rows.map(({ ms }) => ms)) / 0.96 ** 2),
  };
}

/** `./kipzo bench picture`: lifting off, taking colours out, mending away and marking, against what is known of pictures that we made. */
export async function benchPicture({ count, part }: { count?: number; part?: string }): Promise<unknown> {
  return {
    ...(part && part !== 'lifting' ? {} : { lifting: await lifting(count ?? COUNT) }),
    ...(part && part !== 'keying' ? {} : { keying: await keying(count ?? COUNT) }),
    ...(part && part !== 'mending' ? {} : { mending: mending() }),
    ...(part && part !== 'marks' ? {} : { marks: await marks() }),
  };
}
