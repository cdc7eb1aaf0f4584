import type { Box } from '../paint/geometry.ts';

/** Half of 1 << 17 plus 128 << 17: rounds and centres chroma. */
const CHROMA_OFFSET = (128 << 17) + (1 << 16);

/**
 * RGBA to I420 in plain TypeScript, BT.709 limited range (rendering.md, Colour): the twin that i420.as.ts is checked by.
 * `box` has even sides; `rgba` holds just its pixels.
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
