import { createCanvas, ImageData, loadImage } from '@napi-rs/canvas';
import { oklch } from '#core/draw/colour';
import { type Dice, dice } from '#core/draw/hash';
import { polygon } from '#core/draw/path';
import type { Node } from '#core/draw/picture';
import { poseForHand } from '#core/figure/actions/action';
import { ACTIONS } from '#core/figure/actions/index';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { posed } from '#core/figure/pose';
import { randomPerson } from '#core/figure/random';
import { paintFully } from '#core/paint/incremental';
import type { Raster } from '#core/picture/raster';
import { backdropNodes } from '#core/stage/backdrop';
import { SETS } from '#core/stage/sets/index';
import { nodePainter } from '#server/paint/host';

const painter = nodePainter();

const painted = (nodes: readonly Node[], width: number, height: number, view: readonly [number, number, number, number, number, number], background?: string): Raster => {
  const surface = paintFully(painter, { width, height, ...(background ? { background } : {}), planes: [{ id: 'all', view, nodes }] }, width, height);
  const data = new Uint8ClampedArray(surface.pixels());
  surface.dispose();
  return { width, height, data };
};

/** A person by chance, in an action by chance, whole or cut off below, on nothing: its opacity is known. */
export function subject(seed: number, width = 720, height = 720): Raster {
  const chance = dice(seed * 7919 + 11);
  const action = ACTIONS[Math.floor(chance.next() * ACTIONS.length)] as (typeof ACTIONS)[number];
  const key = action.keys[Math.floor(chance.next() * action.keys.length)] as (typeof action.keys)[number];
  const pose = posed({ ...poseForHand(key.pose, chance.next() < 0.5 ? 'left' : 'right', 1), bodyTurn: chance.between(-0.3, 0.3) });
  const nodes = drawFigure(randomPerson(seed), pose, MOUTH_CHART.mid).nodes.filter(({ id }) => !id.startsWith('floor.'));
  // Half figures are nearer.
  const half = chance.next() < 0.4;
  const scale = ((half ? 1.5 : 0.88) * height) / 480;
  return painted(nodes, width, height, [scale, 0, 0, scale, width * chance.between(0.42, 0.58), half ? height * 1.55 : height * 0.96]);
}

/** A ground by chance that makes it hard: a drawn backdrop, shapes of all colours, mottled, striped. */
export function busyGround(seed: number, width = 720, height = 720): Raster {
  const chance = dice(seed * 104_729 + 3);
  const kind = seed % 4;
  if (kind === 0) {
    const set = SETS[Math.floor(chance.next() * SETS.length)] as (typeof SETS)[number];
    const scale = (height / 1080) * chance.between(1.1, 1.8);
    const { nodes, background } = backdropNodes({ kind: 'set', set: set.id, light: 0.5 }, '16:9');
    return painted(nodes, width, height, [scale, 0, 0, scale, width * chance.between(0.2, 0.8), height * chance.between(0.4, 0.6)], background);
  }
  if (kind === 1) {
    const nodes: Node[] = [];
    for (let n = 0; n < 130; n++) {
      const [x, y, r] = [chance.next() * width, chance.next() * height, chance.between(20, 110)];
      const corners = Array.from({ length: 6 }, (_, k) => [x + r * chance.between(0.5, 1) * Math.cos(k), y + r * chance.between(0.5, 1) * Math.sin(k)]).flat();
      nodes.push({ id: `${n}`, matrix: [1, 0, 0, 1, 0, 0], path: polygon(corners), fill: oklch(chance.between(0.3, 0.9), chance.between(0, 0.13), chance.between(0, 360)) });
    }
    return painted(nodes, width, height, [1, 0, 0, 1, 0, 0], '#b9b2a4');
  }
  const out: Raster = { width, height, data: new Uint8ClampedArray(width * height * 4) };
  const tones = [0, 1, 2].map(() => colourOf(oklch(chance.between(0.35, 0.85), chance.between(0.02, 0.12), chance.between(0, 360))));
  const field = mottled(width, height, chance);
  const stripes = chance.between(18, 60);
  const slope = chance.between(-0.6, 0.6);
  for (let p = 0; p < width * height; p++) {
    const [x, y] = [p % width, Math.floor(p / width)];
    const t =
      kind === 2 ? (field[p] as number) : (Math.floor((x + y * slope) / stripes) % 3 === 0 ? 0 : Math.floor(y / stripes) % 2 ? 0.5 : 1) + ((field[p] as number) - 0.5) * 0.4;
    const at = Math.min(1.999, Math.max(0, t * 2));
    const [a, b] = [tones[Math.floor(at)] as number[], tones[Math.floor(at) + 1] as number[]];
    for (let c = 0; c < 3; c++) out.data[p * 4 + c] = (a[c] as number) + ((b[c] as number) - (a[c] as number)) * (at % 1) + chance.between(-7, 7);
    out.data[p * 4 + 3] = 255;
  }
  return out;
}

const colourOf = (hex: string): number[] => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));

/** Values 0..1 of several sizes of mottle on top of each other. */
function mottled(width: number, height: number, chance: Dice): Float32Array {
  const out = new Float32Array(width * height);
  let sum = 0;
  for (const [size, weight] of [
    [140, 1],
    [60, 0.6],
    [24, 0.4],
    [9, 0.25],
  ] as const) {
    const columns = Math.ceil(width / size) + 2;
    const grid = Float32Array.from({ length: columns * (Math.ceil(height / size) + 2) }, () => chance.next());
    sum += weight;
    for (let p = 0; p < out.length; p++) {
      const [u, v] = [(p % width) / size, Math.floor(p / width) / size];
      const [x, y] = [Math.floor(u), Math.floor(v)];
      const at = (dx: number, dy: number): number => grid[(y + dy) * columns + x + dx] as number;
      const smooth = (t: number): number => t * t * (3 - 2 * t);
      const [tx, ty] = [smooth(u - x), smooth(v - y)];
      const upper = at(0, 0) + (at(1, 0) - at(0, 0)) * tx;
      out[p] = (out[p] as number) + weight * (upper + (at(0, 1) + (at(1, 1) - at(0, 1)) * tx - upper) * ty);
    }
  }
  return out.map((value) => Math.min(1, Math.max(0, (value / sum - 0.5) * 1.9 + 0.5)));
}

/** One picture in front of another, of the same size. */
export function composed(front: Raster, back: Raster): Raster {
  const data = new Uint8ClampedArray(back.data);
  for (let at = 0; at < data.length; at += 4) {
    const a = (front.data[at + 3] as number) / 255;
    for (let c = 0; c < 3; c++) data[at + c] = (front.data[at + c] as number) * a + (data[at + c] as number) * (1 - a);
  }
  return { width: back.width, height: back.height, data };
}

export const plain = (colour: string, width = 720, height = 720): Raster => {
  const rgb = colourOf(colour);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < data.length; at += 4) data.set([...rgb, 255], at);
  return { width, height, data };
};

/** A picture as a camera leaves it: noise of so many levels, then JPEG of that quality. */
export async function damaged(image: Raster, noise: number, quality: number, seed = 1): Promise<Raster> {
  const chance = dice(seed);
  const data = new Uint8ClampedArray(image.data);
  for (let at = 0; at < data.length; at += 4) for (let c = 0; c < 3; c++) data[at + c] = (data[at + c] as number) + chance.normal() * noise;
  const canvas = createCanvas(image.width, image.height);
  canvas.getContext('2d').putImageData(new ImageData(data, image.width, image.height), 0, 0);
  const back = await loadImage(canvas.toBuffer('image/jpeg', quality));
  const context = canvas.getContext('2d');
  context.drawImage(back, 0, 0);
  return { width: image.width, height: image.height, data: new Uint8ClampedArray(context.getImageData(0, 0, image.width, image.height).data) };
}

export function pngOf({ width, height, data }: Raster): Buffer {
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  return canvas.toBuffer('image/png');
}
