import { appendFile, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { failure } from '#core/document/failure';
import { shortened } from '#core/document/text';
import { clipTail, ivfFrames } from '#core/picture/clipFile';
import type { Db } from '../db/db.ts';
import type { Work } from '../jobs/jobs.ts';
import { scratchFolder } from '../scratch.ts';
import { tryProgram } from '../speech/run.ts';
import { importSoundFile } from './importSound.ts';
import { pictureSize } from './pictureSize.ts';
import { type Media, putMedia, putMediaFile } from './store.ts';
import { apngOf, webpFrames } from './webpFrames.ts';

export const CLIP_LIMIT_BYTES = 500 * 1024 * 1024;
export const CLIP_LIMIT_SECONDS = 10 * 60;
/** Longer side of the working copy; what is larger is made smaller. */
const WORKING_SIDE = 1920;
const MOST_SIDE = 8192;
const MOST_RATE = 60;
const CLIP_FORMATS = /mov|mp4|matroska|webm|gif|apng|avif/;
/** Decoded drawings keep their colours whole up to this size; larger ones are films, whose colours come halved. */
const WHOLE_COLOURS_SIDE = 1280;
const DECODER_MEMORY = 6 * 2 ** 30;
/** Frames from one that stands alone to the next: any frame is near. */
const GROUP = 12;
const DECODING = 0.75;

const NO_WORK: Work = { signal: new AbortController().signal, progress: () => {} };

interface Stream {
  readonly codec_type?: string;
  readonly codec_name?: string;
  readonly width?: number;
  readonly height?: number;
  readonly pix_fmt?: string;
  readonly r_frame_rate?: string;
  readonly avg_frame_rate?: string;
  readonly duration?: string;
  readonly tags?: Readonly<Record<string, string>>;
  readonly side_data_list?: readonly { readonly rotation?: number }[];
}

/**
 * Brings a clip or a drawing that moves in: looked at before it is decoded, then decoded once to what page and film read
 * (core/picture/clipFile.ts), its first frame a picture of its own, its sound a sound of its own. The original is kept.
 * Gives the first frame's row; its facts name the clip, its frames, its rate, its sound.
 * @throws Failure with a sentence for whatever is wrong with the file; nothing stays behind.
 */
export async function importClip(db: Db, bytes: Uint8Array, name: string): Promise<Media> {
  const folder = await scratchFolder('clip');
  try {
    // WebP that moves is read by no decoder here: it comes as what says the same.
    const readable = pictureSize(Buffer.from(bytes))?.type === 'image/webp' ? await apngOf(webpFrames(Buffer.from(bytes))) : bytes;
    await writeFile(join(folder, 'given'), readable);
    return await importClipFile(db, join(folder, 'given'), name);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

export async function importClipFile(db: Db, input: string, name: string, work: Work = NO_WORK): Promise<Media> {
  const { signal, progress } = work;
  const shown = `“${shortened(name, 80)}”`;
  const { size } = await stat(input);
  if (size === 0) throw failure('empty-file', `${shown} is empty (0 bytes). Export it again and bring in the new file.`);
  if (size > CLIP_LIMIT_BYTES) throw failure('too-large', `${shown} is larger than 500 MB. Cut it shorter and bring it in again.`, 413);
  const probed = await probe(input, signal);
  const video = probed?.streams.find((stream) => stream.codec_type === 'video');
  if (!probed || !CLIP_FORMATS.test(probed.format) || !video?.width || !video.height)
    throw failure('no-clip', `${shown} is not a clip that can be read. Bring in MP4, WebM, MOV, GIF or APNG.`);
  if (video.width > MOST_SIDE || video.height > MOST_SIDE)
    throw failure('too-large', `${shown} is ${video.width} × ${video.height} pixels; a clip may have up to 8,192 a side. Save it smaller and bring it in again.`, 413);
  if (probed.seconds > CLIP_LIMIT_SECONDS)
    throw failure('too-long', `${shown} is ${Math.round(probed.seconds / 60)} minutes long; a clip may be up to 10 minutes. Cut it shorter and bring it in again.`, 413);

  const folder = await scratchFolder('clip');
  try {
    const turned = Math.abs(video.side_data_list?.find(({ rotation }) => rotation !== undefined)?.rotation ?? 0) % 180 === 90;
    const [w, h] = turned ? [video.height, video.width] : [video.width, video.height];
    const scale = Math.min(1, WORKING_SIDE / Math.max(w, h));
    const even = (side: number): number => Math.max(2, 2 * Math.round((side * scale) / 2));
    const [width, height] = [even(w), even(h)];
    const rate = rateOf(video);
    const reader = video.tags?.alpha_mode === '1' ? ['-c:v', video.codec_name === 'vp8' ? 'libvpx' : 'libvpx-vp9'] : [];
    const source = [...reader, '-i', input];
    const limits = { memory: DECODER_MEMORY, signal };
    const alpha = (reader.length > 0 || /^(yuva|rgba|bgra|argb|abgr|ya|gbrap|pal8)/.test(video.pix_fmt ?? '')) && (await hasClear(source, limits));
    const halved = !alpha && Math.max(width, height) > WHOLE_COLOURS_SIDE;
    const pixels = halved ? 'yuv420p' : 'yuv444p';
    const sized = `fps=${rate},scale=${width}:${height}:flags=bicubic+accurate_rnd`;
    const tv = 'out_color_matrix=bt709:out_range=tv';
    const filter = alpha
      ? `[0:v:0]${sized},format=rgba,split[c][o];[o]alphaextract,scale=${tv},format=${pixels}[m];[c]premultiply=inplace=1,scale=${tv},format=${pixels}[p];[p][m]vstack[out]`
      : `[0:v:0]${sized}:${tv},format=${pixels}[out]`;
    const ivf = join(folder, 'clip.ivf');
    const made = await tryProgram(
      'ffmpeg',
      // biome-ignore format: an argument and its value belong together
      ['-v', 'error', '-nostdin', '-protocol_whitelist', 'file', '-y', '-progress', 'pipe:1', ...source, '-filter_complex', filter, '-map', '[out]', '-an', '-sn', '-dn',
        '-t', String(CLIP_LIMIT_SECONDS + 1), '-c:v', 'libvpx-vp9', '-deadline', 'realtime', '-cpu-used', '8', '-row-mt', '1', '-tile-columns', '2', '-threads', '2', '-g', String(GROUP), '-lag-in-frames', '0',
        '-auto-alt-ref', '0', '-crf', '24', '-b:v', '0', '-f', 'ivf', ivf],
      {
        ...limits,
        limit: 900,
        onRow: (row) => {
          const micros = Number(/^out_time_us=(\d+)/.exec(row)?.[1]);
          if (micros && probed.seconds) progress(Math.min(1, micros / 1e6 / probed.seconds) * DECODING);
        },
      },
    );
    const { sizes, keys } = await readFile(ivf)
      .then(ivfFrames)
      .catch(() => ({ sizes: [] as number[], keys: [] as number[] }));
    if (made.failed ? sizes.length < Math.max(1, probed.seconds * rate * 0.5) : !sizes.length)
      throw failure('cut-off', `${shown} breaks off before its pictures can be read. Export it again and bring in the new file.`);
    if (sizes.length / rate > CLIP_LIMIT_SECONDS + 0.5) throw failure('too-long', `${shown} is longer than 10 minutes. Cut it shorter and bring it in again.`, 413);
    await appendFile(ivf, clipTail({ width, height, rate, alpha, halved, sizes, keys }));

    const still = join(folder, 'first.png');
    const first = await tryProgram(
      'ffmpeg',
      ['-v', 'error', '-nostdin', '-protocol_whitelist', 'file', '-y', ...source, '-vf', sized, '-frames:v', '1', '-f', 'image2', still],
      limits,
    );
    if (first.failed) throw failure('cut-off', `${shown} breaks off before its first picture can be read. Export it again and bring in the new file.`);
    const original = await putMediaFile(db, new Uint8Array(), input, { kind: 'file', type: 'application/octet-stream', name });
    const facts = { width, height, rate, frames: sizes.length, seconds: sizes.length / rate, alpha };
    const clip = await putMediaFile(db, new Uint8Array(), ivf, { kind: 'clip', type: 'video/x-ivf', name, facts, original: original.hash });
    progress((1 + DECODING) / 2);
    // A clip may say that it has sound and have none that can be read: it is a clip all the same.
    const sound = probed.streams.some((stream) => stream.codec_type === 'audio')
      ? await importSoundFile(db, input, name, { signal, progress: () => {} }).catch(() => undefined)
      : undefined;
    const poster = await putMedia(db, await readFile(still), { kind: 'picture', type: 'image/png', name, facts: { width, height }, original: original.hash });
    return { ...poster, facts: { ...facts, clip: clip.hash, ...(sound ? { sound: sound.hash } : {}) } };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function probe(input: string, signal: AbortSignal): Promise<{ format: string; seconds: number; streams: readonly Stream[] } | undefined> {
  const ran = await tryProgram('ffprobe', ['-v', 'error', '-protocol_whitelist', 'file', '-show_format', '-show_streams', '-of', 'json', input], {
    limit: 20,
    most: 4 * 2 ** 20,
    memory: DECODER_MEMORY,
    signal,
  });
  if (ran.failed) return undefined;
  const facts = JSON.parse(ran.stdout.toString() || '{}') as { format?: { format_name?: string; duration?: string }; streams?: Stream[] };
  return { format: facts.format?.format_name ?? '', seconds: Number(facts.format?.duration ?? 0) || 0, streams: facts.streams ?? [] };
}

/** Frames a second: as it says, or, where frames last differently long, so many that none is lost that one could see. */
function rateOf({ r_frame_rate, avg_frame_rate }: Stream): number {
  const of = (text: string | undefined): number => {
    const [above, below] = (text ?? '').split('/').map(Number);
    return above && below ? above / below : 0;
  };
  const [own, mean] = [of(r_frame_rate), of(avg_frame_rate)];
  if (own > 0 && own <= MOST_RATE) return own;
  return mean > 0 ? Math.min(MOST_RATE, Math.max(12, mean * 2)) : 25;
}

/** Whether anything in a picture with opacity is clear, looked at small. */
async function hasClear(source: readonly string[], limits: { memory: number; signal: AbortSignal }): Promise<boolean> {
  const ran = await tryProgram(
    'ffmpeg',
    ['-v', 'error', '-nostdin', '-protocol_whitelist', 'file', ...source, '-vf', 'format=rgba,alphaextract,scale=96:96,format=gray', '-frames:v', '60', '-f', 'rawvideo', 'pipe:1'],
    { ...limits, most: 2 ** 20 },
  );
  return ran.stdout.some((level) => level < 245);
}
