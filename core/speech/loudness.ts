/** RMS every 10 ms of samples at any rate, about each step's middle. */
export function levels(samples: Float32Array, rate: number): Float32Array {
  const hop = rate / 100;
  const steps = Math.ceil(samples.length / hop) + 1;
  const out = new Float32Array(steps);
  for (let n = 0; n < steps; n++) {
    const from = Math.max(0, Math.round((n - 1) * hop));
    const to = Math.min(samples.length, Math.round((n + 1) * hop));
    let sum = 0;
    for (let k = from; k < to; k++) sum += (samples[k] as number) ** 2;
    out[n] = to > from ? Math.sqrt(sum / (to - from)) : 0;
  }
  return out;
}

/** Levels as shares of the speaker's own 90th percentile of sounding steps, 0..1.5, two decimals. */
export function relativeLoudness(rms: Float32Array): number[] {
  const sounding = Array.from(rms)
    .filter((v) => v > 1e-4)
    .sort((a, b) => a - b);
  const reference = sounding[Math.floor(sounding.length * 0.9)] ?? 1;
  return Array.from(rms, (value) => Math.round(Math.min(1.5, (value / reference) ** 0.6) * 100) / 100);
}
