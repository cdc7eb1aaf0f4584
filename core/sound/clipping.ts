/** A stretch of samples, `to` not in it. */
export interface Run {
  readonly from: number;
  readonly to: number;
}

/** Fewer flat samples than this are a peak that just touches the top. */
const LEAST_FLAT = 3;
/** A recording whose top lies lower was not cut off by a converter's full scale, but may have been before a fader. */
const LOWEST_TOP = 0.5;
/** How near to the top a sample counts as part of it (share of the top): a resampled cut ripples. */
const NEAR = 0.02;
/**
 * Width of a top times the slope at its edges, as a share of the top. Any round peak (a parabola) has 4 * NEAR = 0.08;
 * one that is cut off comes in steep and stays: 0.97 for a sine cut at 0.8 of its height.
 */
const CUT_OFF = 0.24;

/**
 * Where a sound was cut off: stretches of three and more samples near its own highest value, on one side, that are
 * flatter than any round peak as steep as they are. Samples -1..1 (their highest value, if it is `known`); none in a sound that stays under half of full scale.
 */
export function clippedRuns(samples: Float32Array, known?: number): Run[] {
  let top = known ?? 0;
  if (known === undefined) for (const value of samples) top = Math.max(top, Math.abs(value));
  if (top < LOWEST_TOP) return [];
  const least = top * (1 - NEAR);
  const at = (n: number): number => samples[Math.max(0, Math.min(samples.length - 1, n))] as number;
  const out: Run[] = [];
  for (let n = 0; n < samples.length; n++) {
    const side = Math.sign(at(n));
    if (at(n) * side < least) continue;
    const from = n;
    while (n + 1 < samples.length && at(n + 1) * side >= least) n++;
    const width = n + 1 - from;
    const slope = (Math.abs(at(from - 1) - at(from - 2)) + Math.abs(at(n + 1) - at(n + 2))) / 2;
    if (width >= LEAST_FLAT && (width * slope) / top > CUT_OFF) out.push({ from, to: n + 1 });
  }
  return out;
}

/** Samples that are looked at together, and how far a run may reach out of them. */
const PIECE = 2 ** 19;
const REACH = 4096;

/** How many runs clippedRuns finds in a sound of `length` samples whose highest value is `top`, read piece by piece. */
export async function clippedIn(length: number, top: number, read: (from: number, to: number) => Promise<Float32Array>): Promise<number> {
  if (top < LOWEST_TOP) return 0;
  let count = 0;
  for (let at = 0; at < length; at += PIECE) {
    const from = Math.max(0, at - REACH);
    const samples = await read(from, Math.min(length, at + PIECE + REACH));
    count += clippedRuns(samples, top).filter((run) => run.from + from >= at && run.from + from < at + PIECE).length;
  }
  return count;
}

/**
 * The sound with its cut-off tops drawn on: over each a cubic through the samples at its edges with their slopes
 * (Hermite), never lower than what was recorded. What then lies above full scale brings the whole sound down. Same
 * length; a sound that was not cut off comes back as it is.
 */
export function declipped(samples: Float32Array): Float32Array {
  const runs = clippedRuns(samples);
  if (!runs.length) return samples;
  const out = samples.slice();
  const at = (n: number): number => samples[Math.max(0, Math.min(samples.length - 1, n))] as number;
  let highest = 0;
  for (const { from, to } of runs) {
    const [left, right] = [from - 1, to];
    const span = right - left;
    const side = Math.sign(at(from));
    const [a, b] = [at(left), at(right)];
    const [rise, fall] = [(a - at(left - 1)) * span, (at(right + 1) - b) * span];
    for (let n = from; n < to; n++) {
      const t = (n - left) / span;
      const drawn = (2 * t ** 3 - 3 * t ** 2 + 1) * a + (t ** 3 - 2 * t ** 2 + t) * rise + (-2 * t ** 3 + 3 * t ** 2) * b + (t ** 3 - t ** 2) * fall;
      out[n] = side * Math.max(side * drawn, side * at(n));
      highest = Math.max(highest, Math.abs(out[n] as number));
    }
  }
  return highest > 1 ? out.map((value) => value / highest) : out;
}
