import { type Dice, dice } from '../../draw/hash.ts';

/** Everything here is made at 48 kHz. */
export const RATE = 48_000;

/** A sound in two channels, of one length. */
export interface Stereo {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

/** Collects notes in two channels; what rings past the end of a loop comes in again at its beginning, so that no seam is heard. */
export class Score {
  readonly left: Float32Array;
  readonly right: Float32Array;
  readonly chance: Dice;
  private readonly loops: boolean;

  constructor(seconds: number, seed: number, loops = false) {
    const length = Math.round(seconds * RATE);
    this.left = new Float32Array(length);
    this.right = new Float32Array(length);
    this.chance = dice(seed);
    this.loops = loops;
  }

  /** Lays samples at a time (seconds), at a level and a place from -1 left to 1 right (equal power). */
  lay(samples: Float32Array, at: number, level = 1, pan = 0): this {
    const start = Math.round(at * RATE);
    const angle = ((pan + 1) * Math.PI) / 4;
    const [l, r] = [Math.cos(angle) * level, Math.sin(angle) * level];
    const size = this.left.length;
    for (let n = 0; n < samples.length; n++) {
      let place = start + n;
      if (place >= size) {
        if (!this.loops) break;
        place %= size;
      }
      if (place < 0) continue;
      this.left[place] = (this.left[place] as number) + (samples[n] as number) * l;
      this.right[place] = (this.right[place] as number) + (samples[n] as number) * r;
    }
    return this;
  }

  /** The sound with its highest peak at `peak`. */
  done(peak = 0.6): Stereo {
    let most = 1e-6;
    for (const channel of [this.left, this.right]) for (const value of channel) most = Math.max(most, Math.abs(value));
    const gain = peak / most;
    for (const channel of [this.left, this.right]) for (let n = 0; n < channel.length; n++) channel[n] = (channel[n] as number) * gain;
    return { left: this.left, right: this.right };
  }
}

/** Frequency of a note: 69 is A4, 440 Hz. */
export const hertz = (note: number): number => 440 * 2 ** ((note - 69) / 12);

const made = (seconds: number, at: (t: number, n: number) => number): Float32Array => Float32Array.from({ length: Math.round(seconds * RATE) }, (_, n) => at(n / RATE, n));

/** A plucked string (Karplus & Strong 1983), `bright` 0 dull .. 1 sharp. */
export function pluck(note: number, seconds: number, chance: Dice, bright = 0.5): Float32Array {
  const period = RATE / hertz(note);
  const size = Math.floor(period);
  const line = Float32Array.from({ length: size + 1 }, () => chance.between(-1, 1));
  for (let round = 0; round < Math.round((1 - bright) * 5); round++) for (let n = 0; n < size; n++) line[n] = ((line[n] as number) + (line[n + 1] as number)) / 2;
  const loss = 0.5 ** (1 / (hertz(note) * seconds * 0.35));
  const out = new Float32Array(Math.round(seconds * RATE));
  const part = period - size;
  let last = 0;
  for (let n = 0; n < out.length; n++) {
    const at = n % size;
    const now = line[at] as number;
    const next = line[(at + 1) % size] as number;
    // Between two samples, so that high notes stay in tune.
    const value = now * (1 - part * 0.5) + next * part * 0.5;
    out[n] = value * Math.min(1, n / 90) * Math.min(1, (out.length - n) / 2400);
    line[at] = (0.25 * (now + next) + last * 0.5) * loss;
    last = 0.5 * (now + next);
  }
  return out;
}

/** A struck bar of wood: three partials of a marimba. */
export const marimba = (note: number, seconds = 0.9): Float32Array =>
  made(seconds, (t) => {
    const f = hertz(note) * 2 * Math.PI * t;
    return (Math.sin(f) * Math.exp(-t * 6) + 0.28 * Math.sin(f * 3.93) * Math.exp(-t * 16) + 0.1 * Math.sin(f * 9.2) * Math.exp(-t * 32)) * Math.min(1, t * 900);
  });

/** A small bell or vibraphone: partials that are not in tune with each other. */
export const bell = (note: number, seconds = 2.4, soft = 0.5): Float32Array =>
  made(seconds, (t) => {
    const f = hertz(note) * 2 * Math.PI * t;
    const fade = Math.exp((-t * 4.2) / seconds);
    return (
      (Math.sin(f) * fade + (1 - soft) * 0.4 * Math.sin(f * 2.76) * Math.exp((-t * 9) / seconds) + 0.16 * Math.sin(f * 5.4) * Math.exp((-t * 20) / seconds)) * Math.min(1, t * 700)
    );
  });

/** A sine by recurrence (two multiplications a sample): y[n] = 2 cos(w) y[n-1] - y[n-2]. */
function addSine(out: Float32Array, frequency: number, phase: number, level: number): void {
  const w = (2 * Math.PI * frequency) / RATE;
  const twice = 2 * Math.cos(w);
  let before = Math.sin(phase - w) * level;
  let now = Math.sin(phase) * level;
  for (let n = 0; n < out.length; n++) {
    out[n] = (out[n] as number) + now;
    const next = twice * now - before;
    before = now;
    now = next;
  }
}

/** Slow strings: three voices a little out of tune with each other, slowly in and out. */
export function pad(note: number, seconds: number, attack = 0.9): Float32Array {
  const out = new Float32Array(Math.round(seconds * RATE));
  for (const [n, cents] of [-7, 0, 6].entries())
    for (const [partial, level] of [
      [1, 1],
      [2, 0.34],
      [3, 0.12],
    ] as const)
      addSine(out, hertz(note + cents / 100) * partial, n * partial, level * 0.28);
  for (let n = 0; n < out.length; n++) {
    const t = n / RATE;
    const swell = Math.min(1, t / attack) * Math.min(1, (seconds - t) / (attack * 1.2));
    out[n] = (out[n] as number) * swell * swell * (3 - 2 * swell);
  }
  return out;
}

/** A round bass. */
export const bass = (note: number, seconds: number): Float32Array =>
  made(seconds, (t) => {
    const f = hertz(note) * 2 * Math.PI * t;
    return (Math.sin(f) + 0.3 * Math.sin(2 * f) * Math.exp(-t * 3)) * Math.min(1, t * 120) * Math.exp((-t * 2.2) / seconds) * Math.min(1, (seconds - t) * 30);
  });

/** White noise, filtered by one pole: `dark` 0 white .. 1 very dark. */
export function noise(seconds: number, chance: Dice, dark: number | ((t: number) => number)): Float32Array {
  let low = 0;
  return made(seconds, (t) => {
    const pole = Math.min(0.999, typeof dark === 'number' ? dark : dark(t));
    low = low * pole + chance.between(-1, 1) * (1 - pole);
    return low * (1 + pole * 2);
  });
}

/** A tone whose frequency moves from one to another, with a shape over time. */
export function glide(from: number, to: number, seconds: number, shape: (share: number) => number, overtones = 0): Float32Array {
  let phase = 0;
  return made(seconds, (t) => {
    const share = t / seconds;
    phase += (2 * Math.PI * (from * (to / from) ** share)) / RATE;
    return (Math.sin(phase) + overtones * Math.sin(phase * 2)) * shape(share);
  });
}

/** Shapes a sound over its time by a function of the share 0..1. */
export const shaped = (samples: Float32Array, shape: (share: number) => number): Float32Array => samples.map((value, n) => value * shape(n / samples.length));

/** In at once, out slowly. */
export const struck =
  (speed: number) =>
  (share: number): number =>
    Math.min(1, share * 60) * Math.exp(-share * speed) * Math.min(1, (1 - share) * 8);
/** In and out. */
export const hump =
  (peak: number) =>
  (share: number): number =>
    share < peak ? (share / peak) ** 2 : ((1 - share) / (1 - peak)) ** 2;
