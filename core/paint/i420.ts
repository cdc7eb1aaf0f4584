import type { Engine } from './engine.ts';
import type { Box } from './geometry.ts';
import type { Surface } from './surface.ts';

/** Bytes of an I420 frame; both sides even. */
export const i420Size = (width: number, height: number): number => (width * height * 3) / 2;

/** Half of 1 << 17 plus 128 << 17: rounds and centres chroma. */
const CHROMA_OFFSET = (128 << 17) + (1 << 16);

/**
 * RGBA to I420 in plain TypeScript, BT.709 limited range (rendering.md, Colour): the twin of i420.as.ts, its test,
 * and the fallback where WebAssembly is missing. `box` has even sides; `rgba` holds just its pixels.
 */
export function toI420(rgba: Uint8Array | Uint8ClampedArray, box: Box, frame: Uint8Array, frameWidth: number, frameHeight: number): void {
  const width = box.right - box.left;
  const height = box.bottom - box.top;
  for (let row = 0; row < height; row++) {
    let from = row * width * 4;
    let to = (box.top + row) * frameWidth + box.left;
    for (let n = 0; n < width; n++, from += 4)
      frame[to++] = (5983 * (rgba[from] as number) + 20127 * (rgba[from + 1] as number) + 2032 * (rgba[from + 2] as number) + 540672) >> 15;
  }
  const chromaWidth = frameWidth >> 1;
  const u = frameWidth * frameHeight;
  const v = u + chromaWidth * (frameHeight >> 1);
  for (let row = 0; row < height; row += 2) {
    let a = row * width * 4;
    let b = a + width * 4;
    let to = ((box.top + row) >> 1) * chromaWidth + (box.left >> 1);
    for (let n = 0; n < width; n += 2, a += 8, b += 8, to++) {
      const sum = (c: number): number => (rgba[a + c] as number) + (rgba[a + 4 + c] as number) + (rgba[b + c] as number) + (rgba[b + 4 + c] as number);
      const [red, green, blue] = [sum(0), sum(1), sum(2)];
      frame[u + to] = (-3298 * red - 11094 * green + 14392 * blue + CHROMA_OFFSET) >> 17;
      frame[v + to] = (14392 * red - 13072 * green - 1320 * blue + CHROMA_OFFSET) >> 17;
    }
  }
}

/** An I420 frame that persists from frame to frame, fed by rectangles; it lies in the painter's own memory. */
export class I420Frame {
  readonly width: number;
  readonly height: number;
  private readonly engine: Engine;
  private readonly at: number;
  private readonly size: number;

  constructor(engine: Engine, width: number, height: number) {
    this.engine = engine;
    this.width = width;
    this.height = height;
    this.size = i420Size(width, height);
    this.at = engine.take(this.size);
  }

  /** Takes over a rectangle (even sides) of a painted frame of the same size. */
  put(surface: Surface, box: Box): void {
    this.engine.wasm.convert(surface.address(box.left, box.top), surface.stride, box.left, box.top, box.right - box.left, box.bottom - box.top, this.at, this.width, this.height);
  }

  /** Copies the frame into `target` (its own size). */
  copyTo(target: Uint8Array): void {
    target.set(this.engine.bytes(this.at, this.size));
  }
}
