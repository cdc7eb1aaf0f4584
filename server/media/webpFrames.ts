import { crc32 } from 'node:zlib';
import { type Canvas, createCanvas, loadImage } from '@napi-rs/canvas';

/** A frame of a moving WebP as it is seen: all of the page, and for how long. */
export interface SeenFrame {
  readonly png: Buffer;
  readonly seconds: number;
}

/** More frames or pixels than these are not a drawing that moves any more. */
const MOST_FRAMES = 1200;
const MOST_PIXELS = 1.2e9;
const MOST_PAGE = 64e6;
/** Frames that say they last no time last this long, as browsers show them. */
const LEAST_SECONDS = 0.02;
const USUAL_SECONDS = 0.1;

interface Chunk {
  readonly name: string;
  readonly bytes: Buffer;
}

/** The chunks of a RIFF file from a place on; a length that lies ends them. */
function* chunks(b: Buffer, from: number): Generator<Chunk> {
  for (let at = from; at + 8 <= b.length; ) {
    const length = b.readUInt32LE(at + 4);
    if (at + 8 + length > b.length) return;
    yield { name: b.toString('latin1', at, at + 4), bytes: b.subarray(at + 8, at + 8 + length) };
    at += 8 + length + (length % 2);
  }
}

const chunk = (name: string, bytes: Buffer): Buffer => {
  const head = Buffer.alloc(8);
  head.write(name, 0, 'latin1');
  head.writeUInt32LE(bytes.length, 4);
  return Buffer.concat([head, bytes, ...(bytes.length % 2 ? [Buffer.alloc(1)] : [])]);
};

/** A picture of one frame's chunks: a still WebP file of its own. */
function still(width: number, height: number, parts: readonly Chunk[]): Buffer {
  const extended = Buffer.alloc(10);
  if (parts.some(({ name }) => name === 'ALPH')) extended[0] = 0x10;
  extended.writeUIntLE(width - 1, 4, 3);
  extended.writeUIntLE(height - 1, 7, 3);
  return chunk('RIFF', Buffer.concat([Buffer.from('WEBP', 'latin1'), chunk('VP8X', extended), ...parts.map(({ name, bytes }) => chunk(name, bytes))]));
}

/**
 * The frames of a moving WebP, one after another, each laid over those before as it asks (WebP container specification,
 * animation: offsets in twos, blending, disposal to clear). What breaks off ends with the last frame that is whole.
 */
export async function* webpFrames(b: Buffer): AsyncGenerator<SeenFrame> {
  let canvas: Canvas | undefined;
  let cleared: readonly [number, number, number, number] | undefined;
  let [frames, pixels] = [0, 0];
  for (const { name, bytes } of chunks(b, 12)) {
    if (name === 'VP8X' && bytes.length >= 10 && !canvas) {
      const [width, height] = [1 + bytes.readUIntLE(4, 3), 1 + bytes.readUIntLE(7, 3)];
      if (width * height > MOST_PAGE) return;
      canvas = createCanvas(width, height);
    }
    if (name !== 'ANMF' || !canvas || bytes.length < 24) continue;
    const [x, y, width, height] = [2 * bytes.readUIntLE(0, 3), 2 * bytes.readUIntLE(3, 3), 1 + bytes.readUIntLE(6, 3), 1 + bytes.readUIntLE(9, 3)];
    const flags = bytes[15] as number;
    pixels += canvas.width * canvas.height;
    if (++frames > MOST_FRAMES || pixels > MOST_PIXELS || x + width > canvas.width || y + height > canvas.height) return;
    const picture = [...chunks(bytes, 16)].filter((part) => /^(ALPH|VP8 |VP8L)$/.test(part.name));
    const image = await loadImage(still(width, height, picture)).catch(() => undefined);
    if (!image) return;
    const context = canvas.getContext('2d');
    if (cleared) context.clearRect(...cleared);
    if (flags & 2) context.clearRect(x, y, width, height);
    context.drawImage(image, x, y);
    cleared = flags & 1 ? [x, y, width, height] : undefined;
    const seconds = bytes.readUIntLE(12, 3) / 1000;
    yield { png: await canvas.encode('png'), seconds: seconds < LEAST_SECONDS / 2 ? USUAL_SECONDS : Math.max(LEAST_SECONDS, seconds) };
  }
}

const SIGNATURE = 8;
const pngChunk = (name: string, ...parts: readonly Uint8Array[]): Buffer => {
  const body = Buffer.concat([Buffer.from(name, 'latin1'), ...parts]);
  const [head, tail] = [Buffer.alloc(4), Buffer.alloc(4)];
  head.writeUInt32BE(body.length - 4);
  tail.writeUInt32BE(crc32(body));
  return Buffer.concat([head, body, tail]);
};

/** Frames of one size as one PNG that moves (PNG, third edition: acTL, fcTL, fdAT), each as long as it is; empty where there are none. */
export async function apngOf(frames: AsyncIterable<SeenFrame>): Promise<Buffer> {
  const out: Buffer[] = [];
  let start: Uint8Array = new Uint8Array(0);
  let header: Uint8Array = start;
  let [count, number] = [0, 0];
  const numbered = (bytes: Uint8Array): Buffer => {
    const head = Buffer.alloc(4);
    head.writeUInt32BE(number++);
    return Buffer.concat([head, bytes]);
  };
  for await (const { png, seconds } of frames) {
    const control = Buffer.alloc(22);
    png.copy(control, 0, SIGNATURE + 8, SIGNATURE + 16);
    control.writeUInt16BE(Math.min(65_535, Math.round(seconds * 1000)), 16);
    control.writeUInt16BE(1000, 18);
    out.push(pngChunk('fcTL', numbered(control)));
    for (let at = SIGNATURE; at + 12 <= png.length; ) {
      const length = png.readUInt32BE(at);
      const name = png.toString('latin1', at + 4, at + 8);
      const bytes = png.subarray(at + 8, at + 8 + length);
      if (!count && name === 'IHDR') {
        start = png.subarray(0, SIGNATURE);
        header = png.subarray(at, at + 12 + length);
      }
      if (name === 'IDAT') out.push(count ? pngChunk('fdAT', numbered(bytes)) : pngChunk('IDAT', bytes));
      at += 12 + length;
    }
    count++;
  }
  if (!count) return Buffer.alloc(0);
  const control = Buffer.alloc(8);
  control.writeUInt32BE(count);
  return Buffer.concat([start, header, pngChunk('acTL', control), ...out, pngChunk('IEND')]);
}
