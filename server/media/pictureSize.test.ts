import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isMoving, pictureSize } from './pictureSize.ts';

const canvas = createCanvas(60, 34);
canvas.getContext('2d').fillRect(4, 4, 20, 20);
/** A GIF of so many frames of one pixel on 7 x 5. */
function gif(frames: number): Buffer {
  const head = Buffer.from([...Buffer.from('GIF89a'), 7, 0, 5, 0, 0x80, 0, 0, 0, 0, 0, 255, 255, 255]);
  const control = [0x21, 0xf9, 4, 0, 10, 0, 0, 0];
  const frame = [...control, 0x2c, 0, 0, 0, 0, 1, 0, 1, 0, 0, 2, 2, 0x44, 1, 0];
  return Buffer.from([...head, ...Array.from({ length: frames }, () => frame).flat(), 0x3b]);
}

describe('the size of a picture, from its first bytes', () => {
  it('is that of every kind that is taken', () => {
    const size = { width: 60, height: 34 };
    expect(pictureSize(canvas.toBuffer('image/png'))).toEqual({ type: 'image/png', ...size });
    expect(pictureSize(canvas.toBuffer('image/jpeg', 90))).toEqual({ type: 'image/jpeg', ...size });
    expect(pictureSize(canvas.toBuffer('image/webp', 90))).toEqual({ type: 'image/webp', ...size });
    expect(pictureSize(canvas.encodeSync('avif'))).toEqual({ type: 'image/avif', ...size });
    expect(pictureSize(gif(1))).toEqual({ type: 'image/gif', width: 7, height: 5 });
  });
  it('is none of anything else, however it begins, and never stumbles', () => {
    for (const text of ['', 'GIF88a', '%PDF-1.4', '<svg xmlns="http://www.w3.org/2000/svg"/>', 'RIFF0000WAVEfmt '])
      expect(pictureSize(Buffer.from(text.padEnd(40)))).toBeUndefined();
    const starts = [canvas.toBuffer('image/png'), canvas.toBuffer('image/jpeg', 90), canvas.encodeSync('avif'), gif(3)];
    fc.assert(
      fc.property(fc.constantFrom(...starts), fc.nat(400), fc.array(fc.tuple(fc.nat(300), fc.nat(255)), { maxLength: 12 }), (start, length, changes) => {
        const bytes = Buffer.from(start.subarray(0, length));
        for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value;
        pictureSize(bytes);
        isMoving(bytes);
      }),
      { numRuns: 400 },
    );
  });
});

describe('a picture that moves', () => {
  it('is told from one that does not', () => {
    expect([isMoving(gif(1)), isMoving(gif(2)), isMoving(gif(9))]).toEqual([false, true, true]);
    const png = canvas.toBuffer('image/png');
    expect(isMoving(png)).toBe(false);
    const animated = Buffer.concat([png.subarray(0, 33), Buffer.from([0, 0, 0, 8]), Buffer.from('acTL'), Buffer.alloc(12), png.subarray(33)]);
    expect(isMoving(animated)).toBe(true);
    expect(isMoving(canvas.toBuffer('image/jpeg', 90))).toBe(false);
    expect(isMoving(canvas.toBuffer('image/webp', 90))).toBe(false);
    expect(isMoving(Buffer.from('text'))).toBe(false);
  });
});
