/** A filter of the second order: y = b0 x + b1 x1 + b2 x2 - a1 y1 - a2 y2, a0 being 1. */
export interface Biquad {
  readonly b0: number;
  readonly b1: number;
  readonly b2: number;
  readonly a1: number;
  readonly a2: number;
}

/** Runs a filter over samples; the input is left as it is. */
export function filtered(samples: Float32Array, { b0, b1, b2, a1, a2 }: Biquad): Float32Array {
  const out = new Float32Array(samples.length);
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let n = 0; n < samples.length; n++) {
    const x = samples[n] as number;
    const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    out[n] = y;
  }
  return out;
}

/** A high-pass by R. Bristow-Johnson's cookbook formulas; `q` .707 is flat (Butterworth). */
export function highPass(hertz: number, rate: number, q = Math.SQRT1_2): Biquad {
  const w = (2 * Math.PI * hertz) / rate;
  const cos = Math.cos(w);
  const alpha = Math.sin(w) / (2 * q);
  const a0 = 1 + alpha;
  return { b0: (1 + cos) / 2 / a0, b1: -(1 + cos) / a0, b2: (1 + cos) / 2 / a0, a1: (-2 * cos) / a0, a2: (1 - alpha) / a0 };
}
