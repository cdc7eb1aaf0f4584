import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { failure } from '#core/document/failure';
import type { Voice } from '#core/document/schema';
import { readWav, writeWav } from '#core/speech/wav';
import { runProgram } from '../speech/run.ts';

const MOST_LETTERS = 2000;
const BROKEN = 'The draft voice could not be made. Check that flite, festival, espeak-ng and sox are installed, or choose another voice.';

export interface Spoken {
  /** 48 kHz mono WAV. */
  readonly wav: Buffer;
  readonly seconds: number;
}

/**
 * Speaks a text with a draft voice: sentence by sentence with pauses between, each by the voice's engine, then
 * formants moved by resampling and the effect put on (recipes: voices-and-sound.md). The same input gives the same
 * bytes.
 */
export async function speak(text: string, voice: Voice): Promise<Spoken> {
  const clean = text
    .replace(/[\u0000-\u001f]/g, ' ')
    .replace(/[“”]/g, '"')
    .replace(/[’‘]/g, "'")
    .replace(/[–—]/g, ', ')
    .replace(/…/g, '...')
    .trim()
    .slice(0, MOST_LETTERS);
  if (!/[\p{L}\p{N}]/u.test(clean)) throw failure('nothing-to-say', 'There is nothing to say yet. Type the words of the line.');
  const folder = await mkdtemp(join(tmpdir(), 'kipzo-say-'));
  try {
    const pieces: Float32Array[] = [];
    const sentences = clean.match(/[^.?!]+[.?!]*["')]*\s*/g)?.filter((s) => /[\p{L}\p{N}]/u.test(s)) ?? [clean];
    for (const [index, sentence] of sentences.entries()) {
      if (index) pieces.push(new Float32Array(Math.round(voice.pause * 48000)));
      pieces.push(trimmed(await speakPiece(folder, index, sentence.trim(), voice)));
    }
    const samples = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
    let at = 0;
    for (const piece of pieces) {
      samples.set(piece, at);
      at += piece.length;
    }
    await writeFile(join(folder, 'whole.wav'), writeWav({ rate: 48000, channels: [samples] }));
    await finish(folder, voice);
    const wav = await readFile(join(folder, 'done.wav'));
    const spoken = levelled(readWav(wav).channels[0] ?? new Float32Array());
    return { wav: Buffer.from(writeWav({ rate: 48000, channels: [spoken] })), seconds: spoken.length / 48000 };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function speakPiece(folder: string, index: number, sentence: string, voice: Voice): Promise<Float32Array> {
  const raw = join(folder, `raw${index}.wav`);
  const out = join(folder, `piece${index}.wav`);
  switch (voice.engine) {
    case 'flite': {
      // The voice rms ignores pitch settings; its pitch follows the formant factor.
      const shift = voice.voice === 'rms' ? [] : ['--setf', `f0_shift=${(voice.pitch / voice.formant).toFixed(4)}`];
      await runProgram('flite', ['-voice', voice.voice, ...shift, '--setf', `duration_stretch=${(voice.stretch * voice.formant).toFixed(4)}`, '-t', sentence, '-o', raw], BROKEN, {
        limit: 30,
      });
      break;
    }
    case 'festival':
      await runProgram('text2wave', ['-eval', `(voice_${voice.voice.replace(/\W/g, '')})`, '-o', raw], BROKEN, { limit: 60, input: sentence });
      break;
    case 'espeak':
      await runProgram(
        'espeak-ng',
        ['-v', voice.voice, '-s', String(Math.round(165 / voice.stretch)), '-p', String(Math.round(Math.min(99, 50 * voice.pitch))), '-w', raw, '--', sentence],
        BROKEN,
        { limit: 30 },
      );
      break;
  }
  const speed = voice.engine === 'flite' ? ['speed', String(voice.formant)] : voice.formant !== 1 ? ['pitch', String(Math.round(1200 * Math.log2(voice.formant)))] : [];
  const tempo = voice.engine === 'festival' && voice.stretch !== 1 ? ['tempo', '-s', (1 / voice.stretch).toFixed(4)] : [];
  // -R: sox seeds its dither the same way every time.
  await runProgram('sox', ['-R', raw, '-b', '16', '-c', '1', out, ...speed, ...tempo, 'rate', '-v', '48k'], BROKEN, { limit: 30 });
  return readWav(await readFile(out)).channels[0] ?? new Float32Array();
}

/** RMS of sounding parts that every draft is brought to, and the highest peak (shares of full scale). */
const TARGET_RMS = 0.11;
const TOP = 0.89;

/** One loudness for all voices: the mean level of what sounds, never clipped. */
function levelled(samples: Float32Array): Float32Array {
  const step = 480;
  const levels: number[] = [];
  let peak = 1e-6;
  for (let at = 0; at < samples.length; at += step) {
    let sum = 0;
    for (let n = at; n < Math.min(samples.length, at + step); n++) {
      sum += (samples[n] as number) ** 2;
      peak = Math.max(peak, Math.abs(samples[n] as number));
    }
    levels.push(Math.sqrt(sum / step));
  }
  const loudest = Math.max(...levels, 1e-6);
  const sounding = levels.filter((level) => level > loudest * 0.1);
  const rms = Math.sqrt(sounding.reduce((sum, level) => sum + level ** 2, 0) / Math.max(1, sounding.length)) || 1e-6;
  const gain = Math.min(TARGET_RMS / rms, TOP / peak);
  return samples.map((value) => value * gain);
}

/** Silence at both ends cut to 40 ms, so that pauses are as long as they are asked for. */
function trimmed(samples: Float32Array): Float32Array {
  const pad = 1920;
  const loud = (n: number): boolean => Math.abs(samples[n] as number) > 0.004;
  let from = 0;
  while (from < samples.length && !loud(from)) from++;
  let to = samples.length;
  while (to > from && !loud(to - 1)) to--;
  return samples.slice(Math.max(0, from - pad), Math.min(samples.length, to + pad * 2));
}

async function finish(folder: string, voice: Voice): Promise<void> {
  const whole = join(folder, 'whole.wav');
  const done = join(folder, 'done.wav');
  const ffmpeg = (filter: string): Promise<unknown> =>
    runProgram('ffmpeg', ['-v', 'error', '-nostdin', '-y', '-i', whole, '-filter_complex', filter, '-ar', '48000', '-ac', '1', '-c:a', 'pcm_s16le', '-bitexact', done], BROKEN, {
      limit: 60,
    });
  switch (voice.effect) {
    case 'warm':
      await ffmpeg(`highpass=f=90,treble=g=5:f=3500,acompressor=threshold=0.1:ratio=3:attack=10:release=200:makeup=2`);
      break;
    case 'ring':
      await ffmpeg(
        `[0:a]asplit=2[a][b];[b]aeval='val(0)*sin(2*PI*70*t)':c=same,volume=0.2[r];[a]volume=0.8[d];[d][r]amix=inputs=2:normalize=0,aecho=0.9:0.7:6:0.25,highpass=f=120`,
      );
      break;
    case 'radio':
      await ffmpeg(`highpass=f=330,lowpass=f=3300,acompressor=threshold=0.06:ratio=6:attack=5:release=80:makeup=3`);
      break;
    case 'none':
      await ffmpeg('anull');
      break;
  }
}
