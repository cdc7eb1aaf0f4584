import { spawn } from 'node:child_process';
import { failure } from '#core/document/failure';
import type { Picture } from '#core/draw/picture';
import type { Fonts } from '#core/draw/text';
import { I420Frame } from '#core/paint/i420';
import { IncrementalPainter } from '#core/paint/incremental';
import type { Images } from '#core/paint/paint';
import type { Resources } from '#core/resources';
import type { FilmSchedule } from '#core/schedule/schedule';
import type { Segment } from '#core/schedule/segments';
import { evaluateFilm } from '#core/stage/transitions/index';
import { ticksPerFrame } from '#core/time/ticks';
import { nodePainter } from '../paint/host.ts';
import { missingProgram } from '../speech/run.ts';
import { formatOf } from './formats/index.ts';
import type { FilmOptions } from './options.ts';

/** The picture lists of a segment's frames, in order. */
export function* segmentPictures(film: FilmSchedule, segment: Segment, fonts: Fonts, captions: boolean): Generator<Picture> {
  const index = film.scenes.findIndex(({ id }) => id === segment.scene);
  const scene = film.scenes[index];
  if (!scene) throw failure('no-scene', 'A scene of this film is gone. Start the export again.');
  const frame = ticksPerFrame(film.fps);
  const following = { scene, overlap: scene.overlap, before: film.scenes[index - 1] };
  for (let n = segment.fromFrame; n < segment.toFrame; n++) yield evaluateFilm(film.document, following, n * frame - scene.start, fonts, { captions });
}

export interface EncodeResult {
  readonly frames: number;
  /** Frames whose picture was the one before. */
  readonly still: number;
  /** Milliseconds spent in evaluating and painting, converting, waiting for the encoder. */
  readonly paintMs: number;
  readonly convertMs: number;
  readonly writeMs: number;
}

export interface EncodeOptions {
  readonly width: number;
  readonly height: number;
  /** Repaint every frame whole: what the incremental way is checked against. */
  readonly whole?: boolean;
  readonly onFrame?: (frame: number) => void;
  readonly signal?: AbortSignal;
  /** Brings what a picture shows of moving ones. */
  readonly bring?: (picture: Picture) => Promise<void> | undefined;
  /** Gets every finished I420 frame instead of ffmpeg; the next one takes its place. */
  readonly collect?: (frame: Uint8Array) => void;
}

/**
 * Paints pictures and feeds them to one ffmpeg as I420, touching only what changes. Frames that stay the same are
 * written again without painting. Ends the encoder and throws where the signal aborts.
 */
export async function encodePictures(pictures: Iterable<Picture>, images: Images, args: readonly string[], options: EncodeOptions): Promise<EncodeResult> {
  const { width, height, signal } = options;
  const brush = nodePainter(images);
  const painter = new IncrementalPainter(brush, width, height);
  const frame = new I420Frame(brush.engine, width, height);
  const ffmpeg = options.collect ? undefined : spawn('ffmpeg', ['-v', 'error', '-nostdin', '-y', ...args], { stdio: ['pipe', 'ignore', 'pipe'] });
  let complaint = '';
  ffmpeg?.stderr?.on('data', (data: Buffer) => {
    complaint = (complaint + data.toString()).slice(-2000);
  });
  const ended = ffmpeg ? new Promise<number | null>((resolve) => ffmpeg.on('close', resolve)) : Promise.resolve(0);
  ffmpeg?.stdin?.on('error', () => {});
  let missing = false;
  ffmpeg?.on('error', () => {
    missing = true;
  });
  let frames = 0;
  let still = 0;
  let paintMs = 0;
  let convertMs = 0;
  let writeMs = 0;
  try {
    for (const picture of pictures) {
      if (signal?.aborted) throw failure('cancelled', 'The export was cancelled.');
      if (options.whole) painter.reset();
      await options.bring?.(picture);
      const started = performance.now();
      const changed = painter.paint(picture);
      const painted = performance.now();
      for (const box of changed) frame.put(painter.surface, box);
      if (changed.length === 0) still++;
      paintMs += painted - started;
      convertMs += performance.now() - painted;
      const writing = performance.now();
      // Written from where it lies, so it stays as it is until the encoder has all of it.
      const stdin = ffmpeg?.stdin;
      if (options.collect) options.collect(frame.bytes());
      else if (stdin) await Promise.race([new Promise((resolve) => stdin.write(frame.bytes(), resolve)), ended]);
      writeMs += performance.now() - writing;
      frames++;
      options.onFrame?.(frames);
      if (ffmpeg?.exitCode !== null && ffmpeg?.exitCode !== undefined) break;
    }
    ffmpeg?.stdin?.end();
    const code = await ended;
    if (missing) throw missingProgram('ffmpeg');
    if (code !== 0)
      throw failure('encoder-failed', `The encoder stopped at frame ${frames}: ${complaint.trim().split('\n').at(-1) ?? 'no reason given'}. Try the export again.`, 500);
  } catch (thrown) {
    ffmpeg?.kill('SIGKILL');
    await ended;
    throw thrown;
  }
  return { frames, still, paintMs, convertMs, writeMs };
}

/** Renders a segment of a film to `file` (MP4 without sound). */
export const renderSegment = (
  film: FilmSchedule,
  segment: Segment,
  options: FilmOptions,
  { fonts, picture, bring }: Pick<Resources, 'fonts' | 'picture' | 'bring'>,
  file: string,
  more: Pick<EncodeOptions, 'onFrame' | 'signal'> = {},
): Promise<EncodeResult> =>
  encodePictures(segmentPictures(film, segment, fonts, options.captions), picture, [...formatOf(options.format).encode(options), file], {
    width: options.width,
    height: options.height,
    bring,
    ...more,
  });
