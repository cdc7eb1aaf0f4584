import { createCanvas, type Image } from '@napi-rs/canvas';
import type { PaintHost, Surface } from '#core/paint/context';

/** Canvases of Skia's CPU rasteriser, and pictures decoded before. */
export function nodeHost(images: ReadonlyMap<string, Image> = new Map()): PaintHost {
  return {
    surface(width, height) {
      const canvas = createCanvas(width, height);
      return { canvas, context: canvas.getContext('2d') as unknown as Surface['context'], width, height };
    },
    image(media) {
      const image = images.get(media);
      return image && { source: image, width: image.width, height: image.height };
    },
  };
}
