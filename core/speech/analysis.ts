import type { MouthShape } from '../document/schema.ts';

export const ANALYSIS_VERSION = 1;

export interface Span {
  readonly start: number;
  readonly end: number;
}

/** Whether a word of the text was heard: one that was not has no length, and stands where it would be. */
export const isSaid = ({ start, end }: Span): boolean => end > start;

/**
 * What was heard in a take: stored once as JSON, named by its hash, never changed. All times in ticks from the
 * take's start; phones and mouth cover 0..length without gap or overlap.
 */
export interface Analysis {
  readonly version: number;
  readonly length: number;
  /** The line's words in order; one that is not said has no length. */
  readonly words: readonly (Span & { readonly text: string })[];
  readonly phones: readonly (Span & { readonly label: string })[];
  readonly mouth: readonly (Span & { readonly shape: MouthShape })[];
  /** Level every 10 ms as a share of the speaker's own 90th percentile, 0..1.5, two decimals. */
  readonly loudness: readonly number[];
  /** How much each word stands out of its phrase, 0..1 (speech/stress.ts). */
  readonly stress: readonly number[];
}

/** Level every 10 ms in ticks. */
export const LOUDNESS_STEP = 480;

/** Loudness (0..1.5) at a tick of the take, between the two nearest steps. */
export function loudnessAt(analysis: Pick<Analysis, 'loudness'>, tick: number): number {
  const place = tick / LOUDNESS_STEP;
  const index = Math.floor(place);
  const a = analysis.loudness[index] ?? 0;
  const b = analysis.loudness[index + 1] ?? a;
  return a + (b - a) * (place - index);
}

const shifted = new WeakMap<Analysis, Map<string, Analysis>>();

/**
 * An analysis as it is for a take that begins `by` ticks later in the same sound (earlier if negative) and lasts
 * `length`. The same asks give the same object.
 */
export function analysisFrom(analysis: Analysis, by: number, length: number): Analysis {
  if (by === 0 && length === analysis.length) return analysis;
  const key = `${by} ${length}`;
  let made = shifted.get(analysis)?.get(key);
  if (!made) {
    const spans = <T extends Span>(list: readonly T[]): T[] =>
      list.flatMap((span) => {
        const [start, end] = [Math.max(0, span.start - by), Math.min(length, span.end - by)];
        return end > start ? [{ ...span, start, end }] : [];
      });
    const skip = Math.round(by / LOUDNESS_STEP);
    made = {
      ...analysis,
      length,
      words: analysis.words.map((word) => ({ ...word, start: Math.max(0, word.start - by), end: Math.max(0, word.end - by) })),
      phones: spans(analysis.phones),
      mouth: spans(analysis.mouth),
      loudness: skip >= 0 ? analysis.loudness.slice(skip) : [...new Array<number>(-skip).fill(0), ...analysis.loudness],
    };
    const known = shifted.get(analysis) ?? new Map<string, Analysis>();
    shifted.set(analysis, known.set(key, made));
  }
  return made;
}

/** A pause of so long ends a stretch of speech, and a stretch is no longer than a few words are (ticks). */
const STRETCH_PAUSE = 4800;
const LONGEST_STRETCH = 28_800;

/**
 * Stretches of speech in a take whose words nobody knows: from pause to pause, or a few syllables long; how much each
 * stands out is told by its loudness. What moves with words then moves with these.
 */
export function spokenStretches(analysis: Pick<Analysis, 'mouth' | 'loudness'>): { text: string; start: number; end: number; stress: number }[] {
  const out: { text: string; start: number; end: number; stress: number }[] = [];
  for (const { start, end, shape } of analysis.mouth) {
    if (shape === 'rest') continue;
    const last = out.at(-1);
    if (last && start - last.end < STRETCH_PAUSE && end - last.start < LONGEST_STRETCH) last.end = end;
    else out.push({ text: '', start, end, stress: 0 });
  }
  for (const one of out) {
    let loudest = 0;
    for (let tick = one.start; tick < one.end; tick += LOUDNESS_STEP) loudest = Math.max(loudest, loudnessAt(analysis, tick));
    one.stress = Math.min(1, Math.max(0, (loudest - 0.35) / 0.8));
  }
  // After each pause a phrase ends, as at a full stop.
  out.forEach((one, n) => {
    const next = out[n + 1];
    one.text = !next || next.start - one.end >= STRETCH_PAUSE ? 'so.' : 'so';
  });
  return out;
}
