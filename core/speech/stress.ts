/** Words that never carry a stress of their own. */
const FUNCTION_WORDS = new Set(
  "a an the and or but so of to in on at for with from by that which who it its it's is are was were be been am do does did has have had will would can could should may might must i you he she we they me him her us them my your his our their this there then than as if not no oh".split(
    ' ',
  ),
);

export interface StressInput {
  readonly text: string;
  /** The stressed vowel's span in seconds, if the word has one. */
  readonly vowel: { readonly start: number; readonly end: number } | undefined;
}

/** A lag counts as the period from this share of the best likeness on (octave cost, Boersma 1993). */
const OCTAVE_SHARE = 0.93;

/** Fundamental frequency (Hz) about a moment by normalised autocorrelation, 65-380 Hz; undefined where unvoiced. */
export function pitchAt(samples: Float32Array, rate: number, seconds: number): number | undefined {
  const window = Math.round(rate * 0.04);
  const from = Math.round(seconds * rate) - (window >> 1);
  if (from < 0 || from + window * 2 > samples.length) return undefined;
  let energy = 0;
  for (let n = 0; n < window; n += 2) energy += (samples[from + n] as number) ** 2;
  if (energy < 1e-5) return undefined;
  const first = Math.floor(rate / 380);
  const last = Math.ceil(rate / 65);
  const likeness = new Float64Array(last + 2);
  let best = 0;
  for (let lag = first; lag <= last; lag++) {
    let cross = 0;
    let other = 0;
    for (let n = 0; n < window; n += 2) {
      const b = samples[from + n + lag] as number;
      cross += (samples[from + n] as number) * b;
      other += b * b;
    }
    const value = cross / Math.sqrt(energy * other + 1e-12);
    likeness[lag] = value;
    if (value > best) best = value;
  }
  if (best <= 0.5) return undefined;
  // Two periods are as alike as one: the shortest lag that is nearly the best is the period.
  for (let lag = first; lag <= last; lag++) {
    const here = likeness[lag] as number;
    if (here >= best * OCTAVE_SHARE && here >= (likeness[lag - 1] as number) && here >= (likeness[lag + 1] as number)) return rate / lag;
  }
  return undefined;
}

/**
 * How much each word stands out of its phrase, 0..1: half its vowel's length, a third its level, the rest its pitch,
 * each as a deviation from the phrase's mean in standard deviations, squeezed. Function words never exceed 0.2.
 */
export function wordStress(words: readonly StressInput[], samples: Float32Array, rate: number, levelAt: (seconds: number) => number): number[] {
  const measured = words.map(({ vowel }) => {
    if (!vowel) return undefined;
    const middle = (vowel.start + vowel.end) / 2;
    return { length: vowel.end - vowel.start, level: levelAt(middle), pitch: pitchAt(samples, rate, middle) };
  });
  const deviation = (read: (m: { length: number; level: number; pitch: number | undefined }) => number | undefined): ((value: number | undefined) => number) => {
    const values = measured.flatMap((m) => (m ? [read(m)] : [])).filter((v): v is number => v !== undefined);
    const mean = values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
    const sd = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / Math.max(1, values.length)) || 1;
    return (value) => (value === undefined ? 0 : Math.max(-2, Math.min(2, (value - mean) / sd)));
  };
  const byLength = deviation((m) => m.length);
  const byLevel = deviation((m) => m.level);
  const byPitch = deviation((m) => m.pitch);
  return words.map(({ text }, index) => {
    const m = measured[index];
    const plain = text.toLowerCase().replace(/[^a-z']/g, '');
    if (FUNCTION_WORDS.has(plain)) return 0.1;
    if (!m) return 0.3;
    const z = 0.5 * byLength(m.length) + 0.33 * byLevel(m.level) + 0.17 * byPitch(m.pitch);
    return Math.round(Math.max(0, Math.min(1, 0.5 + z * 0.38)) * 100) / 100;
  });
}
