import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, ImageData, loadImage } from '@napi-rs/canvas';
import type { EngineExports } from '#core/paint/engine';
import { type Images, Painter, type RawImage } from '#core/paint/paint';
import type { Surface } from '#core/paint/surface';
import { ROOT } from '../root.ts';

let compiled: WebAssembly.Module | undefined;

/** A painter of its own, with pictures that were decoded before, or that `images` finds. */
export function nodePainter(images: ReadonlyMap<string, RawImage> | Images = new Map()): Painter {
  compiled ??= new WebAssembly.Module(readFileSync(join(ROOT, 'core/paint/engine.wasm')));
  const { exports } = new WebAssembly.Instance(compiled, { env: { abort() {} } });
  return new Painter(exports as unknown as EngineExports, typeof images === 'function' ? images : (media) => images.get(media));
}

/** Decodes a picture file. Throws where it is none. */
export async function decodePicture(bytes: Buffer): Promise<RawImage> {
  const image = await loadImage(bytes);
  const canvas = createCanvas(image.width, image.height);
  const context = canvas.getContext('2d');
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height);
}

/** Pixels as a PNG file. */
export function pngOf({ width, height, data }: RawImage): Buffer {
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  return canvas.toBuffer('image/png');
}

/** A painted surface as a PNG file. */
export function toPng(surface: Surface): Buffer {
  const canvas = createCanvas(surface.width, surface.height);
  canvas.getContext('2d').putImageData(new ImageData(surface.pixels(), surface.width, surface.height), 0, 0);
  return canvas.toBuffer('image/png');
}
