import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { execa } from 'execa';
import { failure } from '#core/document/failure';
import { clippedRuns } from '#core/sound/clipping';
import { readWav, writeWav } from '#core/speech/wav';
import type { Db } from '../db/db.ts';
import { hashOf, type Media, putMedia } from './store.ts';

export const VOICE_LIMIT_SECONDS = 60 * 60;
export const VOICE_LIMIT_BYTES = 500 * 1024 * 1024;
const SOUND_FORMATS = /wav|mp3|ogg|flac|mov|mp4|m4a|matroska|webm|aac|aiff|caf/;

/**
 * Brings a sound in: identified by content, decoded once to 48 kHz mono PCM (the working copy), the original kept; in
 * how many places it is clipped is a fact of it.
 * @throws Failure with a sentence for whatever is wrong with the file; nothing stays behind.
 */
export async function importSound(db: Db, bytes: Buffer, name: string): Promise<Media> {
  const { wav, seconds } = await decodeSound(bytes, name);
  const clipped = clippedRuns(readWav(wav).channels[0] ?? new Float32Array()).length;
  const original = await putMedia(db, bytes, { kind: 'file', type: 'application/octet-stream', name });
  return putMedia(db, wav, {
    kind: 'sound',
    type: 'audio/wav',
    name,
    facts: { seconds, rate: 48000, clipped },
    ...(original.hash === hashOf(wav) ? {} : { original: original.hash }),
  });
}

/** Decodes any sound that ffmpeg reads, in limits, from bytes that are looked at and not believed. */
export async function decodeSound(bytes: Buffer, name: string): Promise<{ wav: Buffer; seconds: number }> {
  const shown = `“${name.slice(0, 80)}”`;
  if (bytes.length === 0) throw failure('empty-file', `${shown} is empty (0 bytes). Export it again and bring in the new file.`);
  if (bytes.length > VOICE_LIMIT_BYTES) throw failure('too-large', `${shown} is larger than 500 MB. Cut it into shorter recordings.`, 413);
  const folder = await mkdtemp(join(tmpdir(), 'kipzo-sound-'));
  try {
    const input = join(folder, 'in');
    await writeFile(input, bytes);
    const probe = await limited(
      'ffprobe',
      ['-v', 'error', '-protocol_whitelist', 'file', '-show_entries', 'format=format_name,duration:stream=codec_type,duration', '-of', 'json', input],
      20,
    );
    const facts = probe.failed
      ? undefined
      : (JSON.parse(probe.stdout.toString() || '{}') as { format?: { format_name?: string; duration?: string }; streams?: { codec_type: string }[] });
    const format = facts?.format?.format_name ?? '';
    if (!facts || !SOUND_FORMATS.test(format)) throw failure('no-sound', `${shown} is not a sound that can be read. Bring in WAV, MP3, OGG, FLAC, M4A or a video with sound.`);
    if (!facts.streams?.some((stream) => stream.codec_type === 'audio')) throw failure('no-sound', `${shown} has no sound in it. Choose a file with a recorded voice.`);
    if (Number(facts.format?.duration ?? 0) > VOICE_LIMIT_SECONDS)
      throw failure(
        'too-long',
        `${shown} is ${Math.round(Number(facts.format?.duration) / 60)} minutes long; a voice may be up to 60 minutes. Cut it into shorter recordings.`,
        413,
      );
    const output = join(folder, 'out.wav');
    const decoded = await limited(
      'ffmpeg',
      [
        '-v',
        'error',
        '-nostdin',
        '-protocol_whitelist',
        'file',
        '-y',
        '-i',
        input,
        '-map',
        '0:a:0',
        '-vn',
        '-sn',
        '-dn',
        '-ac',
        '1',
        '-ar',
        '48000',
        '-t',
        String(VOICE_LIMIT_SECONDS + 1),
        '-c:a',
        'pcm_s16le',
        output,
      ],
      300,
    );
    const wav = await readFile(output).catch(() => Buffer.alloc(0));
    let frames = 0;
    try {
      frames = readWav(wav).channels[0]?.length ?? 0;
    } catch {
      frames = 0;
    }
    const seconds = frames / 48000;
    const promised = Number(facts.format?.duration ?? 0);
    if (seconds > VOICE_LIMIT_SECONDS) throw failure('too-long', `${shown} is longer than 60 minutes. Cut it into shorter recordings.`, 413);
    if (seconds < 0.05 || (decoded.failed && seconds < promised * 0.5))
      throw failure('cut-off', `${shown} breaks off before its sound can be read. Export it again and bring in the new file.`);
    if (declaredWavIsCut(bytes)) throw failure('cut-off', `${shown} breaks off: part of its sound is missing. Export it again and bring in the new file.`);
    return { wav: Buffer.from(writeWav(readWav(wav))), seconds };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A WAV whose data chunk promises more than the file holds was cut off on its way. */
function declaredWavIsCut(bytes: Buffer): boolean {
  if (bytes.toString('latin1', 0, 4) !== 'RIFF') return false;
  const at = bytes.indexOf('data', 12, 'latin1');
  if (at < 0 || at + 8 > bytes.length) return true;
  const size = bytes.readUInt32LE(at + 4);
  return size !== 0xffffffff && size !== 0x7fffffff && size - 44 > bytes.length - at - 8 && bytes.length - at - 8 < size * 0.98;
}

async function limited(program: string, args: string[], seconds: number): Promise<{ failed: boolean; stdout: Buffer }> {
  const result = await execa('prlimit', ['--as=6442450944', '--core=0', program, ...args], {
    encoding: 'buffer',
    reject: false,
    timeout: seconds * 1000,
    stdin: 'ignore',
    maxBuffer: 4 * 2 ** 20,
  });
  return { failed: result.failed, stdout: Buffer.from(result.stdout as Uint8Array) };
}
