import { type Biquad, filtered } from './biquad.ts';

/** K-weighting at 48 kHz: the head's shelf, then the low cut (ITU-R BS.1770-4, tables 1 and 2). */
const SHELF: Biquad = { b0: 1.53512485958697, b1: -2.69169618940638, b2: 1.19839281085285, a1: -1.69065929318241, a2: 0.73248077421585 };
const LOW_CUT: Biquad = { b0: 1, b1: -2, b2: 1, a1: -1.99004745483398, a2: 0.99007225036621 };

const BLOCK = 19_200;
const STEP = 4800;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

/** Every voice is brought to this loudness before the film as a whole is (LUFS). */
export const VOICE_LOUDNESS = -18;
/** Peaks stay under this share of full scale (-1 dB). */
export const HIGHEST_PEAK = 0.891;

const loudnessOf = (power: number): number => -0.691 + 10 * Math.log10(power);

/**
 * Integrated loudness in LUFS of channels at 48 kHz, gated in blocks of 400 ms every 100 ms (ITU-R BS.1770-4, EBU R
 * 128). Left and right weigh alike. -Infinity for silence. A sound that is shorter than a block counts as one block.
 */
export function integratedLoudness(channels: readonly Float32Array[]): number {
  const weighted = channels.map((samples) => filtered(filtered(samples, SHELF), LOW_CUT));
  const length = weighted[0]?.length ?? 0;
  if (!length) return Number.NEGATIVE_INFINITY;
  const powers: number[] = [];
  for (let from = 0; from === 0 || from + BLOCK <= length; from += STEP) {
    const to = Math.min(length, from + BLOCK);
    let sum = 0;
    for (const samples of weighted) {
      let own = 0;
      for (let n = from; n < to; n++) own += (samples[n] as number) ** 2;
      sum += own / (to - from);
    }
    powers.push(sum);
  }
  const mean = (list: readonly number[]): number => list.reduce((sum, value) => sum + value, 0) / Math.max(1, list.length);
  const heard = powers.filter((power) => loudnessOf(power) > ABSOLUTE_GATE);
  if (!heard.length) return Number.NEGATIVE_INFINITY;
  const threshold = loudnessOf(mean(heard)) + RELATIVE_GATE;
  return loudnessOf(mean(heard.filter((power) => loudnessOf(power) > threshold)));
}

/** Decibels that bring a sound to a loudness without its peaks passing the highest; 0 for silence. */
export function gainTo(channels: readonly Float32Array[], loudness = VOICE_LOUDNESS): number {
  const now = integratedLoudness(channels);
  if (!Number.isFinite(now)) return 0;
  let peak = 1e-6;
  for (const samples of channels) for (const value of samples) peak = Math.max(peak, Math.abs(value));
  return Math.min(loudness - now, 20 * Math.log10(HIGHEST_PEAK / peak));
}
