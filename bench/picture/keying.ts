import type { Keying } from '#core/draw/picture';
import { paintFully } from '#core/paint/incremental';
import { guessedKey, keyDistance } from '#core/picture/chroma';
import { labOf } from '#core/picture/oklab';
import { type Raster, shrunk } from '#core/picture/raster';
import { nodePainter } from '#server/paint/host';
import { composed, damaged, plain, subject } from './subjects.ts';

const SCREENS = { green: '#1fb141', blue: '#2456c9' } as const;

/** A painted wall as it is lit: brighter in the middle, darker to one side. */
function lit(colour: string, width: number, height: number): Raster {
  const wall = plain(colour, width, height);
  for (let p = 0; p < width * height; p++) {
    const [x, y] = [(p % width) / width - 0.45, Math.floor(p / width) / height - 0.4];
    const light = 1.06 - 0.32 * (x * x + y * y);
    for (let c = 0; c < 3; c++) wall.data[p * 4 + c] = (wall.data[p * 4 + c] as number) * light;
  }
  return wall;
}

/** What a keyed picture is on nothing: straight alpha. */
export function keyed(image: Raster, keying: Keying): Raster {
  const { width, height } = image;
  const painter = nodePainter(() => image);
  const nodes = [{ id: 'one', matrix: [1, 0, 0, 1, 0, 0] as const, image: { media: 'one', x: 0, y: 0, width, height, keying } }];
  const surface = paintFully(painter, { width, height, planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0], nodes }] }, width, height);
  return { width, height, data: new Uint8ClampedArray(surface.pixels()) };
}

const hueShare = (subject: Raster, colour: string): number => {
  const rgb = Number.parseInt(colour.slice(1), 16);
  const of = (r: number, g: number, b: number) => {
    const { l, a, b: yellow } = labOf(r, g, b);
    return { a: a / Math.max(0.16, l), b: yellow / Math.max(0.16, l) };
  };
  const key = of(rgb >> 16, (rgb >> 8) & 255, rgb & 255);
  let [near, all] = [0, 0];
  for (let at = 0; at < subject.data.length; at += 4) {
    if ((subject.data[at + 3] as number) < 250) continue;
    all++;
    if (keyDistance(key, of(subject.data[at] as number, subject.data[at + 1] as number, subject.data[at + 2] as number)) < 0.66) near++;
  }
  return near / Math.max(1, all);
};

export interface Keyed {
  readonly error: number;
  /** Chroma of the key's hue that half-clear pixels have more than the subject itself, OKLab; the 95th of a hundred. */
  readonly fringe: number;
  readonly ms: number;
  readonly image: Raster;
  readonly out: Raster;
  readonly truth: Raster;
}

/** A person before a wall whose colour it does not wear, as a camera and JPEG leave it; keyed by what is guessed. */
export async function keyOne(seed: number, changed: Partial<Keying> = {}): Promise<Keyed> {
  const truth = subject(seed, 960, 960);
  const [wall] = Object.values(SCREENS).sort((a, b) => hueShare(truth, a) - hueShare(truth, b)) as [string];
  const image = await damaged(composed(truth, lit(wall, 960, 960)), 4, 78, seed);
  const guess = guessedKey(shrunk(image, 320, 320));
  if (!guess) throw new Error(`No key was guessed for ${seed}.`);
  const keying = { ...guess, ...changed };
  const start = performance.now();
  const out = keyed(image, keying);
  const ms = performance.now() - start;
  let error = 0;
  const fringes: number[] = [];
  const rgb = Number.parseInt(guess.colour.slice(1), 16);
  const lab = labOf(rgb >> 16, (rgb >> 8) & 255, rgb & 255);
  const length = Math.hypot(lab.a, lab.b);
  const along = (data: Uint8ClampedArray, at: number): number => {
    const { a, b } = labOf(data[at] as number, data[at + 1] as number, data[at + 2] as number);
    return (a * lab.a + b * lab.b) / length;
  };
  for (let at = 0; at < out.data.length; at += 4) {
    const [a, t] = [out.data[at + 3] as number, truth.data[at + 3] as number];
    error += Math.abs(a - t) / 255;
    if (a > 60 && t < 250 && t > 5) fringes.push((along(out.data, at) - Math.max(0, along(truth.data, at))) * (a / 255));
  }
  fringes.sort((a, b) => a - b);
  return { error: error / (out.data.length / 4), fringe: fringes[Math.floor(fringes.length * 0.95)] ?? 0, ms, image, out, truth };
}
