import { BANDS, type Features } from './features.ts';

export interface Stretch {
  /** Frames of 10 ms, end exclusive. */
  readonly from: number;
  readonly to: number;
}

export interface Activity {
  readonly stretches: readonly Stretch[];
  /** Level of each frame in dB. */
  readonly level: Float64Array;
  /** 98th percentile of the level and mean level of the noise, dB. */
  readonly peak: number;
  readonly floor: number;
  /** Mean spectrum outside speech, for noise reduction. */
  readonly noise: Float64Array;
}

const SMOOTH = 2;
const QUIETEST = 0.12;
const START = { score: 1.6, below: 30 };
const GROW = { score: 0.5, below: 38 };
const SHORTEST = 6;
const JOIN = 15;

/** Speech and silence by energy over the noise spectrum in mel bands (speech.md, step 2). */
export function speechActivity({ frames, mel }: Features): Activity {
  // Computed where it is needed: of a long recording it would be as large as the energies themselves.
  const smoothed = (t: number, b: number): number => {
    const first = Math.max(0, t - SMOOTH);
    const last = Math.min(frames - 1, t + SMOOTH);
    let sum = 0;
    for (let at = first; at <= last; at++) sum += mel[at * BANDS + b] as number;
    return sum / (last - first + 1);
  };
  const level = new Float64Array(frames);
  for (let t = 0; t < frames; t++) {
    let sum = 0;
    for (let b = 0; b < BANDS; b++) sum += smoothed(t, b);
    level[t] = 10 * Math.log10(sum + 1e-4);
  }
  const sorted = Array.from(level).sort((a, b) => a - b);
  const peak = sorted[Math.min(frames - 1, Math.floor(frames * 0.98))] ?? 0;
  const limit = sorted[Math.floor(frames * QUIETEST)] ?? 0;
  const quiet = new Float64Array(BANDS);
  let count = 0;
  for (let t = 0; t < frames; t++) {
    if ((level[t] as number) > limit) continue;
    count++;
    for (let b = 0; b < BANDS; b++) quiet[b] = (quiet[b] as number) + smoothed(t, b);
  }
  for (let b = 0; b < BANDS; b++) quiet[b] = (quiet[b] as number) / Math.max(1, count);
  const score = new Float64Array(frames);
  for (let t = 0; t < frames; t++) {
    let sum = 0;
    for (let b = 0; b < BANDS; b++) sum += Math.min(20, Math.max(0, 10 * Math.log10((smoothed(t, b) + 1e-4) / ((quiet[b] as number) + 1e-4)) - 2.5));
    score[t] = sum / BANDS;
  }
  const grows = (t: number): boolean => t >= 0 && t < frames && (score[t] as number) > GROW.score && (level[t] as number) > peak - GROW.below;
  const found: { from: number; to: number }[] = [];
  for (let t = 0; t < frames; t++) {
    if (!((score[t] as number) > START.score && (level[t] as number) > peak - START.below)) continue;
    let from = t;
    while (grows(from - 1)) from--;
    let to = t + 1;
    while (grows(to)) to++;
    const last = found.at(-1);
    if (last && from - last.to < JOIN) last.to = to;
    else found.push({ from, to });
    t = to;
  }
  const stretches = found.filter(({ from, to }) => to - from >= SHORTEST);
  const noise = new Float64Array(BANDS);
  let outside = 0;
  let floorSum = 0;
  let index = 0;
  for (let t = 0; t < frames; t++) {
    while (index < stretches.length && (stretches[index] as Stretch).to <= t) index++;
    const s = stretches[index];
    if (s && t >= s.from) continue;
    outside++;
    floorSum += level[t] as number;
    for (let b = 0; b < BANDS; b++) noise[b] = (noise[b] as number) + (mel[t * BANDS + b] as number);
  }
  for (let b = 0; b < BANDS; b++) noise[b] = outside ? (noise[b] as number) / outside : (quiet[b] as number);
  return { stretches, level, peak, floor: outside ? floorSum / outside : limit, noise };
}

/** Below this distance of peak and floor (dB) a recording is cleaned before it is aligned. */
const NOISY = 35;
const LEAST_GAIN = 0.1;

/**
 * Spectral subtraction in mel bands (Boll 1979), in place, where a recording needs it; clean sound is left alone. Says
 * whether it did.
 */
export function denoise({ mel }: Features, { peak, floor, noise }: Activity): boolean {
  if (peak - floor >= NOISY) return false;
  // The frame before as it was.
  const last = mel.slice(0, BANDS);
  for (let n = 0; n < mel.length; n++) {
    const band = n % BANDS;
    const power = mel[n] as number;
    // The gain is taken from three frames: a single loud one in noise is no sound.
    const smooth = ((last[band] as number) + 2 * power + (mel[n + BANDS] ?? power)) / 4;
    last[band] = power;
    mel[n] = power * Math.max(LEAST_GAIN, 1 - (noise[band] as number) / (smooth + 1e-9));
  }
  return true;
}
