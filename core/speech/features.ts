/** Frames of the acoustic model (speech.md, Features): they must match its training to the letter. */
export const RATE = 16_000;
export const HOP = 160;
const WINDOW = 410;
const FFT = 512;
export const BANDS = 25;
export const CEPSTRA = 13;
const LOW = 130;
const HIGH = 6800;
const PRE_EMPHASIS = 0.97;
/** A frame's state boundary lies at t * 10 ms + 7.8 ms: half a window less half a hop. */
export const FRAME_OFFSET_SECONDS = 0.0078;

export interface Features {
  readonly frames: number;
  /** frames x 25 mel energies (power, not log). */
  readonly mel: Float64Array;
}

const hamming = Float64Array.from({ length: WINDOW }, (_, n) => 0.54 - 0.46 * Math.cos((2 * Math.PI * n) / (WINDOW - 1)));

interface Triangle {
  readonly from: number;
  readonly weights: Float64Array;
}
const triangles = melTriangles();

function melTriangles(): Triangle[] {
  const mel = (f: number): number => 2595 * Math.log10(1 + f / 700);
  const inverse = (m: number): number => 700 * (10 ** (m / 2595) - 1);
  const bin = RATE / FFT;
  const step = (mel(HIGH) - mel(LOW)) / (BANDS + 1);
  const edges = Array.from({ length: BANDS + 2 }, (_, n) => Math.round(inverse(mel(LOW) + n * step) / bin) * bin);
  return Array.from({ length: BANDS }, (_, n) => {
    const [left, centre, right] = [edges[n] as number, edges[n + 1] as number, edges[n + 2] as number];
    const height = 2 / (right - left);
    const from = Math.ceil(left / bin);
    const to = Math.floor(right / bin);
    const weights = Float64Array.from({ length: to - from + 1 }, (_, k) => {
      const f = (from + k) * bin;
      const up = centre > left ? (f - left) / (centre - left) : 1;
      const down = right > centre ? (right - f) / (right - centre) : 1;
      return Math.max(0, Math.min(up, down)) * height;
    });
    return { from, weights };
  });
}

const bitReversed = new Uint16Array(FFT);
for (let n = 0; n < FFT; n++) {
  let r = 0;
  for (let b = 0; b < 9; b++) if (n & (1 << b)) r |= 1 << (8 - b);
  bitReversed[n] = r;
}
const cosines = Float64Array.from({ length: FFT / 2 }, (_, n) => Math.cos((-2 * Math.PI * n) / FFT));
const sines = Float64Array.from({ length: FFT / 2 }, (_, n) => Math.sin((-2 * Math.PI * n) / FFT));

/** In-place radix-2 transform of 512 points. */
function fft(re: Float64Array, im: Float64Array): void {
  for (let size = 2; size <= FFT; size <<= 1) {
    const half = size >> 1;
    const step = FFT / size;
    for (let start = 0; start < FFT; start += size)
      for (let k = 0; k < half; k++) {
        const wr = cosines[k * step] as number;
        const wi = sines[k * step] as number;
        const a = start + k;
        const b = a + half;
        const xr = (re[b] as number) * wr - (im[b] as number) * wi;
        const xi = (re[b] as number) * wi + (im[b] as number) * wr;
        re[b] = (re[a] as number) - xr;
        im[b] = (im[a] as number) - xi;
        re[a] = (re[a] as number) + xr;
        im[a] = (im[a] as number) + xi;
      }
  }
}

/** Mel energies of 16 kHz samples (-1..1), one row every 10 ms. */
export function melEnergies(samples: Float32Array): Features {
  const frames = Math.max(0, Math.floor((samples.length - WINDOW) / HOP) + 1);
  const mel = new Float64Array(frames * BANDS);
  const re = new Float64Array(FFT);
  const im = new Float64Array(FFT);
  for (let t = 0; t < frames; t++) {
    const at = t * HOP;
    re.fill(0);
    im.fill(0);
    for (let n = 0; n < WINDOW; n++) {
      const before = at + n > 0 ? (samples[at + n - 1] as number) : 0;
      re[bitReversed[n] as number] = ((samples[at + n] as number) - PRE_EMPHASIS * before) * 32768 * (hamming[n] as number);
    }
    fft(re, im);
    for (let b = 0; b < BANDS; b++) {
      const { from, weights } = triangles[b] as Triangle;
      let sum = 0;
      for (let k = 0; k < weights.length; k++) {
        const r = re[from + k] as number;
        const i = im[from + k] as number;
        sum += (r * r + i * i) * (weights[k] as number);
      }
      mel[t * BANDS + b] = sum;
    }
  }
  return { frames, mel };
}

const dct = Array.from({ length: CEPSTRA }, (_, k) =>
  Float64Array.from({ length: BANDS }, (_, n) => Math.sqrt((k === 0 ? 1 : 2) / BANDS) * Math.cos((Math.PI * k * (n + 0.5)) / BANDS)),
);
const lifter = Float64Array.from({ length: CEPSTRA }, (_, k) => 1 + 11 * Math.sin((k * Math.PI) / 22));

/**
 * Three streams of 13 (static, delta, delta-delta) a frame, 39 numbers, cepstral mean of `speech` frames taken off.
 */
export function cepstra({ frames, mel }: Features, speech: (frame: number) => boolean): Float32Array {
  const c = new Float64Array(frames * CEPSTRA);
  const mean = new Float64Array(CEPSTRA);
  let counted = 0;
  const logs = new Float64Array(BANDS);
  for (let t = 0; t < frames; t++) {
    for (let b = 0; b < BANDS; b++) logs[b] = Math.log((mel[t * BANDS + b] as number) + 1e-4);
    const heard = speech(t);
    if (heard) counted++;
    for (let k = 0; k < CEPSTRA; k++) {
      const basis = dct[k] as Float64Array;
      let sum = 0;
      for (let b = 0; b < BANDS; b++) sum += (basis[b] as number) * (logs[b] as number);
      const value = sum * (lifter[k] as number);
      c[t * CEPSTRA + k] = value;
      if (heard) mean[k] = (mean[k] as number) + value;
    }
  }
  if (counted) for (let k = 0; k < CEPSTRA; k++) mean[k] = (mean[k] as number) / counted;
  const at = (t: number, k: number): number => (c[Math.min(frames - 1, Math.max(0, t)) * CEPSTRA + k] as number) - (mean[k] as number);
  const out = new Float32Array(frames * CEPSTRA * 3);
  for (let t = 0; t < frames; t++)
    for (let k = 0; k < CEPSTRA; k++) {
      const row = t * CEPSTRA * 3;
      out[row + k] = at(t, k);
      out[row + CEPSTRA + k] = at(t + 2, k) - at(t - 2, k);
      out[row + CEPSTRA * 2 + k] = at(t + 3, k) - at(t - 1, k) - (at(t + 1, k) - at(t - 3, k));
    }
  return out;
}

/** Deviation of c0 to c4 over speech without noise (tuning half of `kipzo bench speech`), and how far noisy speech is brought to it. */
const CLEAN_DEVIATIONS = [13.4, 21.1, 17, 21.5, 19.8];
const BROUGHT = 0.8;

/**
 * Noise flattens the cepstra: those of speech (`features`: 39 a frame, means off) are widened in place towards what they
 * are without it, and never narrowed (variance normalisation, Viikki & Laurila 1998, of the first five alone and not to the full).
 */
export function widen(features: Float32Array, speech: (frame: number) => boolean): void {
  const numbers = CEPSTRA * 3;
  const frames = features.length / numbers;
  CLEAN_DEVIATIONS.forEach((clean, k) => {
    let sum = 0;
    let counted = 0;
    for (let t = 0; t < frames; t++)
      if (speech(t)) {
        counted++;
        sum += (features[t * numbers + k] as number) ** 2;
      }
    const own = Math.sqrt(sum / Math.max(1, counted));
    if (own === 0) return;
    const gain = Math.max(1, (clean / own) ** BROUGHT);
    for (let at = k; at < features.length; at += CEPSTRA) features[at] = (features[at] as number) * gain;
  });
}
