import { type ChildProcess, spawn } from 'node:child_process';
import type { PlanarImage } from '#core/paint/paint';
import { CLIP_TAIL_BYTES, ClipMap, ivfHead, readClipTail } from '#core/picture/clipFile';
import type { Frame } from '#core/resources';
import type { Db } from '../db/db.ts';
import { missingProgram } from '../speech/run.ts';
import { getMedia, type Media, mediaBytes, readMedia } from './store.ts';

/** A stream is read on to a frame that is so far ahead; beyond, another begins nearer. */
const NEAR_FRAMES = 48;
/** One clip may be seen at so many times at once before streams are taken from each other. */
const STREAMS_OF_ONE = 3;
/** Frames stay at hand up to so many bytes: the mouths of a clip are asked for again and again. */
const MOST_BYTES = 128 << 20;

/** Frames of stored clips, decoded one after the other while a film is painted. */
export class ClipFrames {
  private readonly db: Db;
  private readonly clips = new Map<string, Promise<{ media: Media; map: ClipMap }>>();
  private readonly streams = new Map<string, FrameStream[]>();
  private readonly kept = new Map<string, PlanarImage>();
  private bytes = 0;

  constructor(db: Db) {
    this.db = db;
  }

  find(media: string, frame: number): PlanarImage | undefined {
    const key = `${media} ${frame}`;
    const image = this.kept.get(key);
    if (image) {
      // The one that was used last goes last.
      this.kept.delete(key);
      this.kept.set(key, image);
    }
    return image;
  }

  /** Sees to it that frames are there; undefined where all of them are. */
  bring(frames: readonly Frame[]): Promise<void> | undefined {
    const missing = frames.filter(({ media, frame }) => !this.kept.has(`${media} ${frame}`));
    return missing.length ? this.decode(missing, new Set(frames.map(({ media, frame }) => `${media} ${frame}`))) : undefined;
  }

  /** Ends all decoders. */
  end(): void {
    for (const list of this.streams.values()) for (const stream of list) stream.end();
    this.streams.clear();
  }

  private async decode(frames: readonly Frame[], wantedNow: ReadonlySet<string>): Promise<void> {
    for (const { media, frame } of frames) {
      const key = `${media} ${frame}`;
      if (this.kept.has(key)) continue;
      const { map, media: row } = await this.clip(media);
      const wanted = Math.min(frame, map.frames - 1);
      const image = await (await this.streamFor(row, map, wanted)).read(wanted);
      this.kept.set(key, image);
      this.bytes += image.planes.length;
      for (const [oldest, { planes }] of this.kept) {
        if (this.bytes <= MOST_BYTES) break;
        if (wantedNow.has(oldest)) continue;
        this.kept.delete(oldest);
        this.bytes -= planes.length;
      }
    }
  }

  private clip(hash: string): Promise<{ media: Media; map: ClipMap }> {
    let clip = this.clips.get(hash);
    if (!clip) this.clips.set(hash, (clip = openClip(this.db, hash)));
    return clip;
  }

  private async streamFor(media: Media, map: ClipMap, frame: number): Promise<FrameStream> {
    const list = this.streams.get(media.hash) ?? [];
    this.streams.set(media.hash, list);
    const near = list.filter(({ next }) => next <= frame && frame - next <= NEAR_FRAMES).sort((a, b) => b.next - a.next)[0];
    if (near) return near;
    if (list.length >= STREAMS_OF_ONE) list.shift()?.end();
    const stream = new FrameStream(this.db, media, map, map.keyBefore(frame));
    list.push(stream);
    return stream;
  }
}

/** A stored clip's row and where its frames lie. */
export async function openClip(db: Db, hash: string): Promise<{ media: Media; map: ClipMap }> {
  const media = await getMedia(db, hash);
  if (!media) await mediaBytes(db, hash);
  const row = media as Media;
  const tail = async (bytes: number): Promise<Buffer> => {
    const pieces: Buffer[] = [];
    for await (const piece of readMedia(db, row, Math.max(0, row.size - bytes))) pieces.push(piece);
    return Buffer.concat(pieces);
  };
  let read = readClipTail(await tail(CLIP_TAIL_BYTES));
  if ('needed' in read) read = readClipTail(await tail(read.needed));
  if ('needed' in read) throw new Error('A clip’s table is longer than it says.');
  return { media: row, map: new ClipMap(read.index) };
}

/** One decoder that gives frame after frame from a key frame on. */
class FrameStream {
  /** The frame that comes next. */
  next: number;
  private readonly map: ClipMap;
  private readonly child: ChildProcess;
  private readonly frames: AsyncGenerator<Uint8Array>;
  private complaint = '';

  constructor(db: Db, media: Media, map: ClipMap, key: number) {
    this.map = map;
    this.next = key;
    const { halved } = map.index;
    this.child = spawn(
      'ffmpeg',
      // biome-ignore format: an argument and its value belong together
      ['-v', 'error', '-probesize', '4096', '-analyzeduration', '0', '-threads', '1', '-f', 'ivf', '-i', 'pipe:0', '-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', halved ? 'yuv420p' : 'yuv444p', 'pipe:1'],
      { stdio: ['pipe', 'pipe', 'pipe'] },
    );
    this.child.stderr?.on('data', (data: Buffer) => {
      this.complaint = (this.complaint + data.toString()).slice(-500);
    });
    this.child.stdin?.on('error', () => {});
    this.child.on('error', () => {
      this.complaint = missingProgram('ffmpeg').message;
    });
    void this.feed(db, media, key);
    this.frames = this.cut();
  }

  /** The frame of a number not smaller than `next`; those before it are passed over. */
  async read(frame: number): Promise<PlanarImage> {
    const { width, height, halved, alpha } = this.map.index;
    for (;;) {
      const { value, done } = await this.frames.next();
      if (done) throw new Error(`A clip breaks off at frame ${this.next}. Bring its file in again. ${this.complaint.split('\n')[0] ?? ''}`.trim());
      if (this.next++ === frame) return { width, height, planes: value as Uint8Array, halved, alpha };
    }
  }

  end(): void {
    this.child.kill('SIGKILL');
  }

  private async feed(db: Db, media: Media, key: number): Promise<void> {
    const { stdin } = this.child;
    if (!stdin) return;
    const { map } = this;
    stdin.write(ivfHead(map.index.width, map.codedHeight));
    const [from] = map.bytesOf(key);
    const [, to] = map.bytesOf(map.frames - 1);
    for await (const piece of readMedia(db, media, from - 12, to)) {
      if (this.child.exitCode !== null || this.child.killed) return;
      if (!stdin.write(piece)) await new Promise<void>((go) => stdin.once('drain', go).once('close', go));
    }
    stdin.end();
  }

  /** The decoder's bytes cut into frames. */
  private async *cut(): AsyncGenerator<Uint8Array> {
    const { index, codedHeight } = this.map;
    const chroma = index.halved ? Math.ceil(index.width / 2) * Math.ceil(codedHeight / 2) : index.width * codedHeight;
    const size = index.width * codedHeight + 2 * chroma;
    let frame = new Uint8Array(size);
    let have = 0;
    for await (const piece of this.child.stdout as AsyncIterable<Buffer>)
      for (let at = 0; at < piece.length; ) {
        const part = piece.subarray(at, at + size - have);
        frame.set(part, have);
        at += part.length;
        have += part.length;
        if (have < size) continue;
        yield frame;
        frame = new Uint8Array(size);
        have = 0;
      }
  }
}
