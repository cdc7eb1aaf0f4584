import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ClipIndex, ClipMap, clipTail, ivfFrames, ivfHead, readClipTail } from './clipFile.ts';

const index = (sizes: number[], keys: number[]): ClipIndex => ({ width: 64, height: 36, rate: 25, alpha: false, halved: true, sizes, keys });

describe('the table behind a clip’s frames', () => {
  it('comes back as it was written, from the end of any file', () => {
    const table = index([100, 20, 30, 90], [0, 3]);
    const file = new Uint8Array([...new Uint8Array(500), ...clipTail(table)]);
    expect(readClipTail(file.subarray(40))).toEqual({ index: table });
  });

  it('asks for more of the end where it is longer than what came', () => {
    const tail = clipTail(index(Array(5000).fill(1234), [0]));
    const read = readClipTail(tail.subarray(tail.length - 1000));
    expect(read).toEqual({ needed: tail.length });
    expect(readClipTail(tail)).toHaveProperty('index.sizes.length', 5000);
  });

  it('is doubted: no mark, no table, a first frame that does not stand alone', () => {
    const good = clipTail(index([1, 2], [0]));
    for (const wrong of [new Uint8Array(3), good.subarray(0, -1), clipTail({ ...index([1], [0]), keys: [1] }), clipTail({ ...index([1], [0]), width: 0 })])
      expect(() => readClipTail(wrong)).toThrow('This clip is damaged. Bring its file in again.');
    const broken = Uint8Array.from(good);
    broken[0] = 7;
    expect(() => readClipTail(broken)).toThrow('damaged');
  });
});

describe('where a clip’s frames lie', () => {
  it('behind the file’s head, each behind its own, and the group that a frame needs', () => {
    const map = new ClipMap(index([100, 20, 30, 90, 10], [0, 3]));
    expect(map.bytesOf(0)).toEqual([44, 144]);
    expect(map.bytesOf(1)).toEqual([156, 176]);
    expect([0, 2, 3, 4].map((frame) => map.keyBefore(frame))).toEqual([0, 0, 3, 3]);
    expect([0, 1, 3].map((frame) => map.isKey(frame))).toEqual([true, false, true]);
    expect([map.keyAfter(0), map.keyAfter(3)]).toEqual([3, 5]);
  });

  it('the key before a frame is the last one that is not after it', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 199 }), { maxLength: 40 }), fc.integer({ min: 0, max: 199 }), (more, frame) => {
        const keys = [0, ...more].sort((a, b) => a - b);
        const map = new ClipMap(index(Array(200).fill(5), keys));
        expect(map.keyBefore(frame)).toBe(Math.max(...keys.filter((key) => key <= frame)));
      }),
    );
  });

  it('frames are found in a file of VP9, and which of them stand alone', () => {
    // Uncompressed headers: frame marker 2, profile 0, shown again 0, then 0 for a key; profile 1 has its bit before.
    const frames = [
      [0b10000010, 1, 2, 3],
      [0b10000110, 9],
      [0b10100010, 7, 7],
      [0b10001000, 0],
    ];
    const parts = frames.flatMap((frame) => [frame.length, 0, 0, 0, ...new Array(8).fill(0), ...frame]);
    const file = Uint8Array.from([...ivfHead(64, 36), ...parts]);
    expect(ivfFrames(file)).toEqual({ sizes: [4, 2, 3, 2], keys: [0, 2] });
    // A file that breaks off ends with its last whole frame.
    expect(ivfFrames(file.subarray(0, file.length - 1)).sizes).toEqual([4, 2, 3]);
  });
});
