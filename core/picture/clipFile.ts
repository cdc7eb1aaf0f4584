import * as v from 'valibot';
import { failure } from '../document/failure.ts';

/**
 * How a clip is kept: VP9 frames in an IVF file, one group of frames after the other, and behind them a table of where
 * each lies. VP9 is decoded to the same bytes everywhere (its specification is exact), so that page and film read one
 * file; its groups are short, so that any frame is near. A clip with opacity is twice as tall: below it, its opacity as
 * grey.
 */
export const ClipIndexSchema = v.object({
  /** Of what is seen, in pixels. */
  width: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(4096)),
  height: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(4096)),
  /** Frames a second. */
  rate: v.pipe(v.number(), v.minValue(0.01), v.maxValue(120)),
  /** Its opacity lies below. */
  alpha: v.boolean(),
  /** Whether colours are kept at half the size (4:2:0), or whole (4:4:4). */
  halved: v.boolean(),
  /** Bytes of each frame in the file, its head of twelve left out. */
  sizes: v.pipe(v.array(v.pipe(v.number(), v.integer(), v.minValue(1))), v.minLength(1)),
  /** Frames that stand alone, ascending; the first is one. */
  keys: v.pipe(v.array(v.pipe(v.number(), v.integer(), v.minValue(0))), v.minLength(1)),
});
export type ClipIndex = v.InferOutput<typeof ClipIndexSchema>;

const IVF_HEAD = 32;
const FRAME_HEAD = 12;
const MARK = 'KZIX';
const ascii = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
const asText = (bytes: Uint8Array): string => {
  let text = '';
  for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return text;
};
/** So much of a file's end holds the table of most clips. */
export const CLIP_TAIL_BYTES = 64 * 1024;

/** Size and place of each frame in an IVF file, and which stand alone (bit 2 of a VP9 frame's first byte is clear; VP9 bitstream, 6.2). */
export function ivfFrames(bytes: Uint8Array): { sizes: number[]; keys: number[] } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const sizes: number[] = [];
  const keys: number[] = [];
  for (let at = view.getUint16(6, true); at + FRAME_HEAD < bytes.length; ) {
    const size = view.getUint32(at, true);
    if (!size || at + FRAME_HEAD + size > bytes.length) break;
    if (isKeyFrame(bytes, at + FRAME_HEAD)) keys.push(sizes.length);
    sizes.push(size);
    at += FRAME_HEAD + size;
  }
  return { sizes, keys };
}

function isKeyFrame(bytes: Uint8Array, at: number): boolean {
  const first = bytes[at] as number;
  // Profile 3 has a reserved bit more; frames that show an older one again are no keys.
  const profile = ((first >> 5) & 1) | (((first >> 4) & 1) << 1);
  const shift = profile === 3 ? 2 : 3;
  return !((first >> shift) & 1) && !((first >> (shift - 1)) & 1);
}

/** What follows the frames in the file: the table, its length, a mark. */
export function clipTail(index: ClipIndex): Uint8Array {
  const table = ascii(JSON.stringify(index));
  const out = new Uint8Array(table.length + 8);
  out.set(table);
  new DataView(out.buffer).setUint32(table.length, table.length, true);
  out.set(ascii(MARK), table.length + 4);
  return out;
}

/**
 * Reads a table from the last bytes of a file. Gives how many bytes of the end are needed where it is longer than what came.
 * @throws Failure `no-clip` where there is none.
 */
export function readClipTail(tail: Uint8Array): { index: ClipIndex } | { needed: number } {
  const wrong = failure('no-clip', 'This clip is damaged. Bring its file in again.');
  if (tail.length < 8 || asText(tail.subarray(-4)) !== MARK) throw wrong;
  const length = new DataView(tail.buffer, tail.byteOffset, tail.byteLength).getUint32(tail.length - 8, true);
  if (length + 8 > tail.length) return { needed: length + 8 };
  let raw: unknown;
  try {
    raw = JSON.parse(asText(tail.subarray(tail.length - 8 - length, tail.length - 8)));
  } catch {
    throw wrong;
  }
  const read = v.safeParse(ClipIndexSchema, raw);
  if (!read.success || read.output.keys[0] !== 0) throw wrong;
  return { index: read.output };
}

/** Where frames lie in the file, and what has to be decoded to see one. */
export class ClipMap {
  readonly index: ClipIndex;
  private readonly starts: Float64Array;

  constructor(index: ClipIndex) {
    this.index = index;
    this.starts = new Float64Array(index.sizes.length + 1);
    let at = IVF_HEAD;
    index.sizes.forEach((size, n) => {
      this.starts[n] = at + FRAME_HEAD;
      at += FRAME_HEAD + size;
    });
    this.starts[index.sizes.length] = at + FRAME_HEAD;
  }

  get frames(): number {
    return this.index.sizes.length;
  }

  /** Bytes of a frame: from, to (end exclusive). */
  bytesOf(frame: number): readonly [number, number] {
    const from = this.starts[frame] as number;
    return [from, from + (this.index.sizes[frame] as number)];
  }

  /** The frame with which decoding has to begin. */
  keyBefore(frame: number): number {
    const { keys } = this.index;
    let low = 0;
    let high = keys.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((keys[middle] as number) <= frame) low = middle;
      else high = middle - 1;
    }
    return keys[low] as number;
  }

  /** The first frame of the group after this frame's, or the number of frames. */
  keyAfter(frame: number): number {
    return this.index.keys.find((key) => key > frame) ?? this.frames;
  }

  isKey(frame: number): boolean {
    return this.keyBefore(frame) === frame;
  }

  /** The profile as decoders are asked for it (VP Codec ISO Media File Format Binding). */
  get codec(): string {
    return this.index.halved ? 'vp09.00.51.08' : 'vp09.01.51.08.03';
  }

  /** Rows of the coded picture: with opacity below, twice those that are seen. */
  get codedHeight(): number {
    return this.index.height * (this.index.alpha ? 2 : 1);
  }
}

/** The head of an IVF file of VP9, for decoders that are given a part of one. */
export function ivfHead(width: number, height: number): Uint8Array {
  const head = new Uint8Array(IVF_HEAD);
  const view = new DataView(head.buffer);
  head.set(ascii('DKIF'));
  view.setUint16(6, IVF_HEAD, true);
  head.set(ascii('VP90'), 8);
  view.setUint16(12, width, true);
  view.setUint16(14, height, true);
  view.setUint32(16, 25, true);
  view.setUint32(20, 1, true);
  return head;
}
