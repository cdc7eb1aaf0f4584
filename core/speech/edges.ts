/** Frames of 10 ms; a voice is within this many decibels of the loudest, and over the noise floor by so many. */
const FRAME_SECONDS = 0.01;
const BELOW_PEAK = 38;
const OVER_FLOOR = 6;
/** Pads kept at both ends: breath before, the last sound's decay after. */
const PAD_BEFORE = 0.12;
const PAD_AFTER = 0.25;

/**
 * Where a voice begins and ends in samples, safe pads kept, so that neither a soft first sound nor the decay of the
 * last one is cut; undefined where nothing stands out of the noise. By level alone: for trimming, not for matching.
 */
export function speechEdges(samples: Float32Array, rate: number): { from: number; to: number } | undefined {
  const step = Math.round(rate * FRAME_SECONDS);
  const count = Math.floor(samples.length / step);
  if (count < 3) return undefined;
  const levels = new Float32Array(count);
  for (let n = 0; n < count; n++) {
    let sum = 0;
    for (let k = n * step; k < (n + 1) * step; k++) sum += (samples[k] as number) ** 2;
    levels[n] = 10 * Math.log10(sum / step + 1e-12);
  }
  const sorted = [...levels].sort((a, b) => a - b);
  const peak = sorted[Math.floor(count * 0.98)] as number;
  const floor = sorted[Math.floor(count * 0.1)] as number;
  if (peak < -62) return undefined;
  const threshold = Math.max(peak - BELOW_PEAK, Math.min(floor + OVER_FLOOR, peak - 12));
  const loud = (n: number): boolean => (levels[n] as number) > threshold;
  let first = 0;
  while (first < count && !(loud(first) && loud(Math.min(count - 1, first + 1)))) first++;
  let last = count - 1;
  while (last > first && !(loud(last) && loud(Math.max(0, last - 1)))) last--;
  if (first >= last) return undefined;
  return { from: Math.max(0, Math.round(first * step - PAD_BEFORE * rate)), to: Math.min(samples.length, Math.round((last + 1) * step + PAD_AFTER * rate)) };
}
