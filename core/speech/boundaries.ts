import { FRAME_OFFSET_SECONDS } from './features.ts';
import { isStop, isVowel } from './phones.ts';
import type { PlacedPhone } from './search.ts';

/** A phone in seconds. */
export interface TimedPhone {
  readonly label: string;
  readonly start: number;
  readonly end: number;
  readonly word: number;
  readonly pronunciation: number;
}

/** Seconds (speech.md, step 7; tuned there on other recordings). */
const ALL_EARLIER = 0.004;
const INTO_VOWEL_EARLIER = 0.006;
const OUT_OF_VOWEL_LATER = 0.003;
const STOP_INTO_VOWEL_EARLIER = -0.003;
const HARD_INTO_VOWEL_EARLIER = 0.001;
const VOWEL_INTO_STOP_LATER = -0.002;
const HARD = new Set(['F', 'TH', 'S', 'SH', 'HH']);
const CLOSURE = 0.1;
const SHARED_SILENCE = 0.05;
const STOP_AFTER_SILENCE = 0.035;
const STOP_BEFORE_SILENCE = 0.005;
const VOICED_STOP_AFTER_SILENCE = 0.01;
const VOICED_STOPS = new Set(['B', 'D', 'G']);
const VOWEL_INTO_AFFRICATE_LATER = -0.012;
const AFFRICATES = new Set(['CH', 'JH']);
const STOP_INTO_GLIDE_LATER = 0.009;
const GLIDING = new Set(['L', 'R', 'W', 'Y']);
/** In noise the softest sounds drown before they are heard after a pause (tuned as the others). */
const SOFT_IN_NOISE = 0.045;
const SOFT = new Set(['F', 'TH']);

/** Phones in seconds from frames, boundaries corrected; they cover 0..length without gap. `noisy`: of a recording with noise. */
export function corrected(placed: readonly PlacedPhone[], length: number, noisy = false): TimedPhone[] {
  type Draft = { label: string; start: number; end: number; word: number; pronunciation: number };
  const at = (frame: number): number => frame * 0.01 + FRAME_OFFSET_SECONDS;
  let phones: Draft[] = placed.map((p, index) => ({
    label: p.phone === 'SIL' || p.phone.startsWith('+') ? 'SIL' : p.phone,
    start: index === 0 ? 0 : at(p.from),
    end: index === placed.length - 1 ? length : at(p.to),
    word: p.word,
    pronunciation: p.pronunciation,
  }));
  // Short silence is the closure of the stop beside it, or nobody's.
  const kept: Draft[] = [];
  for (let index = 0; index < phones.length; index++) {
    const phone = phones[index] as Draft;
    const before = kept.at(-1);
    const after = phones[index + 1];
    const span = phone.end - phone.start;
    if (phone.label === 'SIL' && before && after && before.label !== 'SIL' && after.label !== 'SIL') {
      if (span < CLOSURE && isStop(after.label)) {
        after.start = phone.start;
        continue;
      }
      if (span < CLOSURE && isStop(before.label)) {
        before.end = phone.end;
        after.start = phone.end;
        continue;
      }
      if (span < SHARED_SILENCE) {
        before.end = phone.start + span / 2;
        after.start = before.end;
        continue;
      }
    }
    kept.push(phone);
  }
  phones = kept;
  const least = 0.005;
  for (let index = 1; index < phones.length; index++) {
    const a = phones[index - 1] as Draft;
    const b = phones[index] as Draft;
    let border = b.start - ALL_EARLIER;
    if (a.label === 'SIL' && isStop(b.label)) border -= VOICED_STOPS.has(b.label) ? VOICED_STOP_AFTER_SILENCE : STOP_AFTER_SILENCE;
    else if (noisy && a.label === 'SIL' && SOFT.has(b.label)) border -= SOFT_IN_NOISE;
    else if (b.label === 'SIL' && isStop(a.label)) border += STOP_BEFORE_SILENCE;
    else if (a.label !== 'SIL' && b.label !== 'SIL') {
      if (!isVowel(a.label) && isVowel(b.label)) border -= isStop(a.label) ? STOP_INTO_VOWEL_EARLIER : HARD.has(a.label) ? HARD_INTO_VOWEL_EARLIER : INTO_VOWEL_EARLIER;
      else if (isVowel(a.label) && !isVowel(b.label)) border += AFFRICATES.has(b.label) ? VOWEL_INTO_AFFRICATE_LATER : isStop(b.label) ? VOWEL_INTO_STOP_LATER : OUT_OF_VOWEL_LATER;
      else if (isStop(a.label) && GLIDING.has(b.label)) border += STOP_INTO_GLIDE_LATER;
    }
    border = Math.min(Math.max(border, a.start + least), b.end - least, length);
    a.end = border;
    b.start = border;
  }
  return phones;
}
