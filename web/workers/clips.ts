import type { PlanarImage } from '#core/paint/paint';
import { CLIP_TAIL_BYTES, ClipMap, readClipTail } from '#core/picture/clipFile';
import type { Frame } from '#core/resources';

/** Decoded frames are kept up to this many bytes. */
const MOST_BYTES = 160 << 20;
/** Frames that are still to come are fetched in pieces of about this many bytes. */
const PIECE_BYTES = 1 << 20;
/** A decoder reads on to a frame that is so far ahead; beyond, it begins anew nearer. */
const NEAR_FRAMES = 30;
const STREAMS_OF_ONE = 2;
/** While it plays, so many frames are decoded before they are asked for. */
const AHEAD = 6;
/** So many frames from one that is asked for to the next are playing, also at twice the speed. */
const MOST_STEP = 3;
/** A decoder that holds a frame back for so long is asked for all that it has. */
const PATIENCE_MS = 400;

/** Frames of stored clips, decoded by the browser's own decoder: the same bytes as on the server. */
export class Clips {
  private readonly clips = new Map<string, Promise<Clip>>();
  private readonly kept = new Map<string, PlanarImage>();
  private keptBytes = 0;
  private pending = 0;

  /** Whether any frame that was asked for is still on its way. */
  get waiting(): boolean {
    return this.pending > 0;
  }

  /** A frame, or undefined while it is on its way. */
  find = (media: string, frame: number): PlanarImage | undefined => {
    const key = `${media} ${frame}`;
    const known = this.kept.get(key);
    if (known) {
      this.kept.delete(key);
      this.kept.set(key, known);
      return known;
    }
    void this.bring([{ media, frame }])?.catch(() => {});
    return this.lateness ? this.before(media, frame) : undefined;
  };

  /** While it is on, frames that are late are stood in for by the last one before them that is there. */
  lateness = false;

  private before(media: string, frame: number): PlanarImage | undefined {
    for (let n = frame - 1; n >= Math.max(0, frame - NEAR_FRAMES); n--) {
      const image = this.kept.get(`${media} ${n}`);
      if (image) return { ...image, standsIn: n };
    }
    return undefined;
  }

  /** Sees to it that frames are there; undefined where all of them are. @throws Error with a sentence where a clip cannot be shown. */
  bring(frames: readonly Frame[]): Promise<void> | undefined {
    const missing = frames.filter(({ media, frame }) => !this.kept.has(`${media} ${frame}`));
    for (const { media, frame } of frames) if (this.kept.has(`${media} ${frame}`)) void this.clips.get(media)?.then((clip) => clip.readOn(frame));
    if (!missing.length) return undefined;
    this.pending++;
    return Promise.all(
      missing.map(async ({ media, frame }) => {
        const clip = await this.open(media);
        const image = clip.read(frame);
        clip.readOn(frame);
        this.keep(media, frame, await image);
      }),
    )
      .then(() => undefined)
      .finally(() => void this.pending--);
  }

  private keep(media: string, frame: number, image: PlanarImage): void {
    const key = `${media} ${frame}`;
    if (this.kept.has(key)) return;
    this.kept.set(key, image);
    this.keptBytes += image.planes.length;
    for (const [oldest, { planes }] of this.kept) {
      if (this.keptBytes <= MOST_BYTES || oldest === key) break;
      this.kept.delete(oldest);
      this.keptBytes -= planes.length;
    }
  }

  private open(media: string): Promise<Clip> {
    let clip = this.clips.get(media);
    if (!clip) {
      clip = openClip(media, (frame, image) => this.keep(media, frame, image));
      this.clips.set(media, clip);
      // Asked for again where it did not come.
      clip.catch(() => this.clips.delete(media));
    }
    return clip;
  }
}

async function openClip(media: string, keep: (frame: number, image: PlanarImage) => void): Promise<Clip> {
  if (typeof VideoDecoder === 'undefined') throw new Error('This browser cannot show clips. Use a current Chromium, Firefox or Safari.');
  const url = `/api/media/${media}`;
  let read = readClipTail(await bytesOf(url, `bytes=-${CLIP_TAIL_BYTES}`));
  if ('needed' in read) read = readClipTail(await bytesOf(url, `bytes=-${read.needed}`));
  if ('needed' in read) throw new Error('This clip is damaged. Bring its file in again.');
  const map = new ClipMap(read.index);
  const { supported } = await VideoDecoder.isConfigSupported({ codec: map.codec, codedWidth: map.index.width, codedHeight: map.codedHeight });
  if (!supported) throw new Error('This browser cannot show this clip. Use a current Chromium or Firefox; the film will have it all the same.');
  return new Clip(url, map, keep);
}

async function bytesOf(url: string, range: string): Promise<Uint8Array> {
  const response = await fetch(url, { headers: { Range: range } });
  if (!response.ok) throw new Error('A clip of this production is missing. Bring its file in again.');
  return new Uint8Array(await response.arrayBuffer());
}

class Clip {
  private readonly url: string;
  private readonly map: ClipMap;
  private readonly keep: (frame: number, image: PlanarImage) => void;
  private readonly streams: Stream[] = [];
  private readonly coded = new Map<number, Promise<Uint8Array>>();
  /** What was asked for last: small steps from it are playing. */
  private asked = Number.NEGATIVE_INFINITY;

  constructor(url: string, map: ClipMap, keep: (frame: number, image: PlanarImage) => void) {
    this.url = url;
    this.map = map;
    this.keep = keep;
  }

  read(frame: number): Promise<PlanarImage> {
    const wanted = Math.min(Math.max(0, frame), this.map.frames - 1);
    return this.streamFor(wanted).read(wanted);
  }

  /** It plays: what comes next is decoded before it is asked for. */
  readOn(frame: number): void {
    const step = frame - this.asked;
    this.asked = frame;
    if (step < 0 || step > MOST_STEP) return;
    const ahead = Math.min(frame + AHEAD, this.map.frames - 1);
    const stream = this.streams.find(({ next }) => next >= frame && next <= ahead);
    if (!stream) return;
    for (let n = frame + 1; n <= ahead; n++)
      if (n >= stream.next)
        void stream
          .read(n)
          .then((image) => this.keep(n, image))
          .catch(() => {});
  }

  private streamFor(frame: number): Stream {
    const near = this.streams.filter((stream) => stream.canReach(frame, NEAR_FRAMES)).sort((a, b) => b.next - a.next)[0];
    if (near) return near;
    // One that is still waited for is left to come to its end.
    for (const idle of this.streams.filter((stream) => stream.idle)) {
      if (this.streams.length < STREAMS_OF_ONE) break;
      this.streams.splice(this.streams.indexOf(idle), 1);
      idle.end();
    }
    const stream = new Stream(this.map, (n) => this.codedFrame(n), this.map.keyBefore(frame));
    this.streams.push(stream);
    return stream;
  }

  /** A frame's coded bytes; fetched with its neighbours. */
  private codedFrame(frame: number): Promise<Uint8Array> {
    let bytes = this.coded.get(frame);
    if (bytes) return bytes;
    let to = frame;
    const [from] = this.map.bytesOf(frame);
    while (to + 1 < this.map.frames && !this.coded.has(to + 1) && this.map.bytesOf(to + 1)[1] - from < PIECE_BYTES) to++;
    const piece = bytesOf(this.url, `bytes=${from}-${this.map.bytesOf(to)[1] - 1}`);
    for (let n = frame; n <= to; n++) {
      const [a, b] = this.map.bytesOf(n);
      const part = piece.then((whole) => whole.subarray(a - from, b - from));
      part.catch(() => this.coded.delete(n));
      this.coded.set(n, part);
    }
    bytes = this.coded.get(frame) as Promise<Uint8Array>;
    return bytes;
  }
}

interface Waiting {
  readonly resolve: (image: PlanarImage) => void;
  readonly reject: (error: Error) => void;
}

/** One decoder that is given frame after frame from a key frame on. */
class Stream {
  /** The frame that it is given next. */
  next: number;
  private readonly map: ClipMap;
  private readonly coded: (frame: number) => Promise<Uint8Array>;
  private readonly decoder: VideoDecoder;
  private readonly waiting = new Map<number, Waiting[]>();
  private readonly done = new Map<number, PlanarImage>();
  private feeding: Promise<void> = Promise.resolve();
  private ended = false;

  constructor(map: ClipMap, coded: (frame: number) => Promise<Uint8Array>, key: number) {
    this.map = map;
    this.coded = coded;
    this.next = key;
    this.decoder = new VideoDecoder({
      output: (frame) => void this.came(frame),
      error: (error) => this.fail(new Error(`A clip cannot be shown (${error.message}). Bring its file in again.`)),
    });
    this.configure();
  }

  private configure(): void {
    const { map } = this;
    this.decoder.configure({ codec: map.codec, codedWidth: map.index.width, codedHeight: map.codedHeight, optimizeForLatency: true, hardwareAcceleration: 'prefer-software' });
  }

  /** Nobody waits for it. */
  get idle(): boolean {
    return this.waiting.size === 0;
  }

  canReach(frame: number, near: number): boolean {
    return !this.ended && (this.done.has(frame) || this.waiting.has(frame) || (this.next <= frame && frame - this.next <= near));
  }

  read(frame: number): Promise<PlanarImage> {
    const known = this.done.get(frame);
    if (known) return Promise.resolve(known);
    const image = new Promise<PlanarImage>((resolve, reject) => {
      const list = this.waiting.get(frame) ?? [];
      this.waiting.set(frame, list);
      list.push({ resolve, reject });
    });
    const upTo = Math.max(this.next, frame + 1);
    // What lies before a frame that stands alone need not be decoded.
    const from = Math.max(this.next, this.next <= frame ? this.map.keyBefore(frame) : 0);
    this.next = upTo;
    if (upTo > from) this.feeding = this.feeding.then(() => this.feed(from, upTo)).catch((thrown) => this.fail(thrown instanceof Error ? thrown : new Error(String(thrown))));
    setTimeout(() => this.waiting.has(frame) && void this.flush(), PATIENCE_MS);
    return image;
  }

  /** Some decoders hold the last frames back: all that they have is asked for; they begin again at a key. */
  private async flush(): Promise<void> {
    await this.feeding;
    if (this.ended || this.decoder.state !== 'configured') return;
    this.ended = true;
    await this.decoder.flush().catch(() => {});
  }

  end(): void {
    this.ended = true;
    if (this.decoder.state !== 'closed') this.decoder.close();
  }

  private async feed(from: number, to: number): Promise<void> {
    for (let n = from; n < to; n++) {
      const data = await this.coded(n);
      if (this.decoder.state !== 'configured') return;
      this.decoder.decode(new EncodedVideoChunk({ type: this.map.isKey(n) ? 'key' : 'delta', timestamp: n * 1000, data }));
    }
  }

  private async came(frame: VideoFrame): Promise<void> {
    const number = Math.round(frame.timestamp / 1000);
    try {
      const list = this.waiting.get(number);
      if (!list) return;
      const image = await this.planesOf(frame);
      this.waiting.delete(number);
      // Kept for a while: who asks a moment later need not begin anew.
      this.done.set(number, image);
      for (const oldest of this.done.keys()) {
        if (this.done.size <= 4) break;
        this.done.delete(oldest);
      }
      for (const { resolve } of list) resolve(image);
    } catch (thrown) {
      this.fail(thrown instanceof Error ? thrown : new Error(String(thrown)));
    } finally {
      frame.close();
    }
  }

  private async planesOf(frame: VideoFrame): Promise<PlanarImage> {
    const { width, height, halved, alpha } = this.map.index;
    const format = frame.format as string | null;
    if (format !== (halved ? 'I420' : 'I444') && format !== 'NV12')
      throw new Error('This browser gives a clip’s colours in a way that Kipzo cannot read. Use a current Chromium or Firefox.');
    const planes = new Uint8Array(frame.allocationSize());
    await frame.copyTo(planes);
    if (format === 'NV12') unweave(planes, width * this.map.codedHeight);
    return { width, height, planes, halved, alpha };
  }

  private fail(error: Error): void {
    this.ended = true;
    for (const list of this.waiting.values()) for (const { reject } of list) reject(error);
    this.waiting.clear();
  }
}

/** Chroma in pairs becomes chroma in planes. */
function unweave(planes: Uint8Array, luma: number): void {
  const pairs = planes.slice(luma);
  const count = pairs.length >> 1;
  for (let n = 0; n < count; n++) {
    planes[luma + n] = pairs[2 * n] as number;
    planes[luma + count + n] = pairs[2 * n + 1] as number;
  }
}
