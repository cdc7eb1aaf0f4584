import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { failure } from '#core/document/failure';
import type { Voice } from '#core/document/schema';
import { shortened, storable } from '#core/document/text';
import { emphasisedWords } from '#core/formats/script/read';
import { phoneOfSynthesizer, type SaidPhone, wordSpans } from '#core/speech/synthesized';
import { languageOf } from '#core/speech/voices';
import { readWav, writeWav } from '#core/speech/wav';
import { scratchFolder } from '../scratch.ts';
import { resourcesFor } from '../speech/resources.ts';
import { tryProgram } from '../speech/run.ts';

const MOST_LETTERS = 2000;
/** A draft that takes longer than this is given up: whoever waits for it would not wait on. */
const DRAFT_SECONDS = 20;
/** Sentences are said one by one; more of them are said in groups, since each costs two programs. */
const MOST_PIECES = 24;
/** Voices of the engines that ship with a fixed set; espeak-ng knows its own. */
const VOICES: Readonly<Record<Exclude<Voice['engine'], 'espeak'>, readonly string[]>> = { flite: ['slt', 'rms', 'awb', 'kal', 'kal16'], festival: ['cmu_us_slt_arctic_hts'] };
const UNKNOWN_VOICE = (voice: Voice): Error => failure('unknown-voice', `There is no draft voice “${voice.voice}”. Choose another one from the list.`);
const BROKEN = 'The draft voice could not be made. Check that flite, festival, espeak-ng and sox are installed, or choose another voice.';

export interface Spoken {
  /** 48 kHz mono WAV. */
  readonly wav: Buffer;
  readonly seconds: number;
  /** What was said when, as the engine tells it (seconds of the WAV); undefined for an engine that tells no times. */
  readonly phones: readonly SaidPhone[] | undefined;
}

/** Sound at 48 kHz with what is said in it, seconds from its start. */
interface Piece {
  readonly samples: Float32Array;
  readonly phones: readonly SaidPhone[] | undefined;
}

const OUT = 48000;

/**
 * Speaks a text with a draft voice: sentence by sentence with pauses between, each by the voice's engine, then
 * formants moved by resampling and the effect put on (recipes: voices-and-sound.md). Words between marks of emphasis
 * (*one*) are said slower, higher and louder. The same input gives the same bytes. Stopped by its signal, and after `limit` seconds.
 * @throws Failure `unknown-voice`, `nothing-to-say`, `too-much-to-say`, `program-missing`.
 */
export async function speak(text: string, voice: Voice, { signal, limit = DRAFT_SECONDS }: { signal?: AbortSignal | undefined; limit?: number } = {}): Promise<Spoken> {
  if (voice.engine !== 'espeak' && !VOICES[voice.engine].includes(voice.voice)) throw UNKNOWN_VOICE(voice);
  if (voice.engine === 'espeak' && !/^[a-z]{2,4}(-[A-Za-z0-9]+)*(\+\w+)?$/.test(voice.voice)) throw UNKNOWN_VOICE(voice);
  const late = AbortSignal.timeout(limit * 1000);
  const run: Run = async (program, args) => {
    try {
      const ran = await tryProgram(program, args, { limit, signal: signal ? AbortSignal.any([signal, late]) : late });
      if (/voice does not exist/.test(ran.stderr)) throw UNKNOWN_VOICE(voice);
      if (ran.failed) throw failure('program-failed', BROKEN);
      return ran.stdout;
    } catch (thrown) {
      if (late.aborted && !signal?.aborted) throw failure('too-much-to-say', `A draft voice is still at this line after ${limit} seconds. Split it into shorter lines.`);
      throw thrown;
    }
  };
  const clean = shortened(storable(text), MOST_LETTERS)
    .replace(/[\u0000-\u001f]/g, ' ')
    .replace(/[“”]/g, '"')
    .replace(/[’‘]/g, "'")
    .replace(/[–—]/g, ', ')
    .replace(/…/g, '...')
    .trim();
  if (!/[\p{L}\p{N}]/u.test(clean)) throw failure('nothing-to-say', 'There is nothing to say yet. Type the words of the line.');
  const folder = await scratchFolder('say');
  try {
    const pieces: Piece[] = [];
    const words = emphasisedWords(clean);
    const sentences = grouped(sentencesOf(words));
    for (const [index, sentence] of sentences.entries()) {
      if (index) pieces.push({ samples: new Float32Array(Math.round(voice.pause * OUT)), phones: [] });
      pieces.push(await emphasised(run, folder, trimmed(await speakPiece(run, folder, index, sentence, voice)), sentence, voice));
    }
    const whole = joined(pieces);
    await writeFile(join(folder, 'whole.wav'), writeWav({ rate: OUT, channels: [whole.samples] }));
    await finish(run, folder, voice);
    const wav = await readFile(join(folder, 'done.wav'));
    const spoken = levelled(readWav(wav).channels[0] ?? new Float32Array());
    return { wav: Buffer.from(writeWav({ rate: OUT, channels: [spoken] })), seconds: spoken.length / OUT, phones: whole.phones };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Runs a program within the draft's time. Gives what it prints. */
type Run = (program: string, args: readonly string[]) => Promise<Buffer>;
type Words = ReturnType<typeof emphasisedWords>;

/** At most MOST_PIECES groups of sentences, each as they follow each other. */
function grouped(sentences: readonly Words[]): Words[] {
  const together = Math.ceil(sentences.length / MOST_PIECES);
  return Array.from({ length: Math.ceil(sentences.length / Math.max(1, together)) }, (_, n) => sentences.slice(n * together, (n + 1) * together).flat());
}

/** Words that end in a full stop and close no sentence. */
const SHORTENED = /^["'(]*(mr|mrs|ms|dr|prof|st|vs|nr|ca|e\.g)\.$/i;

/** Words by sentence: a word that ends in a full stop, a question or an exclamation closes one. */
function sentencesOf(words: Words): Words[] {
  const out: Words[] = [[]];
  for (const word of words) {
    (out.at(-1) as Words).push(word);
    if (/[.?!]["')]*$/.test(word.text) && !(SHORTENED.test(word.text) && word !== words.at(-1))) out.push([]);
  }
  return out.filter((sentence) => sentence.length);
}

/** Pieces one after the other; phone times only where every piece tells them. */
function joined(pieces: readonly Piece[]): Piece {
  const samples = new Float32Array(pieces.reduce((sum, piece) => sum + piece.samples.length, 0));
  const phones: SaidPhone[] = [];
  let at = 0;
  for (const piece of pieces) {
    samples.set(piece.samples, at);
    const offset = at / OUT;
    phones.push(...(piece.phones ?? []).map(({ label, start, end }) => ({ label, start: start + offset, end: end + offset })));
    at += piece.samples.length;
  }
  return { samples, phones: pieces.every((piece) => piece.phones) ? phones : undefined };
}

async function speakPiece(run: Run, folder: string, index: number, words: Words, voice: Voice): Promise<Piece> {
  const raw = join(folder, `raw${index}.wav`);
  const out = join(folder, `piece${index}.wav`);
  const sentence = words.map(({ text }) => text).join(' ');
  // Seconds of what the engine wrote, and by how much they grow on the way to the piece.
  let phones: SaidPhone[] | undefined;
  let growth = 1;
  switch (voice.engine) {
    case 'flite': {
      // The voice rms ignores pitch settings; its pitch follows the formant factor.
      const shift = voice.voice === 'rms' ? [] : ['--setf', `f0_shift=${(voice.pitch / voice.formant).toFixed(4)}`];
      const said = await run('flite', [
        '-voice',
        voice.voice,
        ...shift,
        '--setf',
        `duration_stretch=${(voice.stretch * voice.formant).toFixed(4)}`,
        '-psdur',
        '-t',
        sentence,
        '-o',
        raw,
      ]);
      phones = saidPhones([...said.toString('utf8').matchAll(/([a-z]+):([\d.]+)/g)].map(([, label, end]) => [label as string, Number(end)]));
      growth = 1 / voice.formant;
      break;
    }
    case 'festival': {
      const labels = join(folder, `raw${index}.lab`);
      const script = join(folder, `say${index}.scm`);
      // Neither a quote nor a backslash reaches the string: nothing that is typed can leave it.
      const quoted = sentence.replace(/["\\]/g, ' ');
      await writeFile(
        script,
        `(voice_${voice.voice.replace(/\W/g, '')})\n(set! said (utt.synth (Utterance Text "${quoted}")))\n(utt.save.wave said "${raw}" 'riff)\n(utt.save.segs said "${labels}")\n`,
      );
      await run('festival', ['-b', script]);
      const rows = (await readFile(labels, 'utf8')).matchAll(/^\s*([\d.]+)\s+\d+\s+([a-z]+)\s*$/gm);
      phones = saidPhones([...rows].map(([, end, label]) => [label as string, Number(end)]));
      growth = voice.stretch;
      break;
    }
    case 'espeak': {
      const safe = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
      const marked = words.map(({ text, emphasised: strong }) => (strong ? `<prosody rate="82%" pitch="+18%" volume="+25%">${safe(text)}</prosody>` : safe(text))).join(' ');
      await run('espeak-ng', [
        '-m',
        '-v',
        voice.voice,
        '-s',
        String(Math.round(165 / voice.stretch)),
        '-p',
        String(Math.round(Math.min(99, 50 * voice.pitch))),
        '-w',
        raw,
        '--',
        marked,
      ]);
      break;
    }
  }
  const speed = voice.engine === 'flite' ? ['speed', String(voice.formant)] : voice.formant !== 1 ? ['pitch', String(Math.round(1200 * Math.log2(voice.formant)))] : [];
  const tempo = voice.engine === 'festival' && voice.stretch !== 1 ? ['tempo', '-s', (1 / voice.stretch).toFixed(4)] : [];
  // -R: sox seeds its dither the same way every time.
  await run('sox', ['-R', raw, '-b', '16', '-c', '1', out, ...speed, ...tempo, 'rate', '-v', '48k']);
  return {
    samples: readWav(await readFile(out)).channels[0] ?? new Float32Array(),
    phones: phones?.map(({ label, start, end }) => ({ label, start: start * growth, end: end * growth })),
  };
}

/** Phones with their spans, from names and end times; an end before the last one begins another utterance. */
function saidPhones(ends: readonly (readonly [string, number])[]): SaidPhone[] | undefined {
  const out: SaidPhone[] = [];
  let offset = 0;
  let start = 0;
  let last = 0;
  for (const [label, end] of ends) {
    if (end < last) offset += last;
    last = end;
    if (offset + end > start) out.push({ label: phoneOfSynthesizer(label), start, end: offset + end });
    start = Math.max(start, offset + end);
  }
  return out.length ? out : undefined;
}

/** How much longer, higher (cents) and louder (dB) an emphasised word is, and the blend into what is round it. */
const EMPHASIS = { longer: 1.18, higher: 180, louder: 2.5 };
const BLEND = Math.round(0.008 * OUT);

/** Says the emphasised words of a piece slower, higher and louder, where its engine tells when they are said. */
async function emphasised(run: Run, folder: string, piece: Piece, words: Words, voice: Voice): Promise<Piece> {
  if (!piece.phones || !words.some((word) => word.emphasised)) return piece;
  const texts = words.map(({ text }) => text);
  const spans = wordSpans(texts, piece.phones, await resourcesFor(texts, languageOf(voice)));
  let { samples } = piece;
  let { phones } = piece;
  for (let last = words.length - 1; last >= 0; last--) {
    if (!words[last]?.emphasised) continue;
    let first = last;
    while (words[first - 1]?.emphasised) first--;
    const [start, end] = [spans[first]?.start ?? 0, spans[last]?.end ?? 0];
    last = first;
    const [from, to] = [Math.round(start * OUT), Math.min(samples.length, Math.round(end * OUT))];
    if (to - from < BLEND * 4) continue;
    const [before, after] = [Math.max(0, from - BLEND), Math.min(samples.length, to + BLEND)];
    const [cut, told] = [join(folder, 'word.wav'), join(folder, 'told.wav')];
    await writeFile(cut, writeWav({ rate: OUT, channels: [samples.subarray(before, after)] }));
    const { longer, higher, louder } = EMPHASIS;
    await run('sox', ['-R', cut, '-b', '16', told, 'pitch', String(higher), 'tempo', '-s', (1 / longer).toFixed(4), 'gain', '-l', String(louder)]);
    const strong = readWav(await readFile(told)).channels[0] ?? new Float32Array();
    const grown = strong.length - (after - before);
    const next = new Float32Array(samples.length + grown);
    next.set(samples.subarray(0, before));
    next.set(strong, before);
    next.set(samples.subarray(after), after + grown);
    for (let n = 0; n < BLEND; n++) {
      const share = n / BLEND;
      if (before > 0) next[before + n] = (samples[before + n] as number) * (1 - share) + (strong[n] as number) * share;
      if (after < samples.length) next[after + grown - 1 - n] = (samples[after - 1 - n] as number) * (1 - share) + (strong[strong.length - 1 - n] as number) * share;
    }
    const scale = strong.length / (after - before);
    const moved = (seconds: number): number =>
      seconds <= before / OUT ? seconds : seconds >= after / OUT ? seconds + grown / OUT : before / OUT + (seconds - before / OUT) * scale;
    phones = phones.map(({ label, start: a, end: b }) => ({ label, start: moved(a), end: moved(b) }));
    samples = next;
  }
  return { samples, phones };
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
function trimmed({ samples, phones }: Piece): Piece {
  const pad = 1920;
  const loud = (n: number): boolean => Math.abs(samples[n] as number) > 0.004;
  let from = 0;
  while (from < samples.length && !loud(from)) from++;
  let to = samples.length;
  while (to > from && !loud(to - 1)) to--;
  const start = Math.max(0, from - pad);
  const cut = samples.slice(start, Math.min(samples.length, to + pad * 2));
  const place = (seconds: number): number => Math.min(cut.length / OUT, Math.max(0, seconds - start / OUT));
  return {
    samples: cut,
    phones: phones?.map((phone) => ({ label: phone.label, start: place(phone.start), end: place(phone.end) })).filter(({ start: a, end: b }) => b > a),
  };
}

async function finish(run: Run, folder: string, voice: Voice): Promise<void> {
  const whole = join(folder, 'whole.wav');
  const done = join(folder, 'done.wav');
  const ffmpeg = (filter: string): Promise<unknown> =>
    run('ffmpeg', ['-v', 'error', '-nostdin', '-y', '-i', whole, '-filter_complex', filter, '-ar', '48000', '-ac', '1', '-c:a', 'pcm_s16le', '-bitexact', done]);
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
