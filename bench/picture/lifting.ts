import { liftedOff } from '#core/picture/actor';
import { distanceSquared, piecesOf } from '#core/picture/distance';
import { COARSE, liftMask, type Stroke } from '#core/picture/lift';
import type { Raster } from '#core/picture/raster';
import { busyGround, composed, damaged, subject } from './subjects.ts';

/** A stroke goes through so many wrong pieces at most, and is so long in all, of the picture's longer side. */
const LEGS = 7;
const LONGEST = 1.4;
const SIDE = 180;

/**
 * A stroke as somebody draws it who sees what is wrong: a scribble through the middles of the largest pieces that are,
 * from one to the next that is near, and never over the edge of the subject. `wrong` and `right` (where it may go) are
 * masks of the picture.
 */
export function strokeAt(wrong: Uint8Array, right: Uint8Array, keep: boolean, width: number, height: number): Stroke | undefined {
  // Looked at from afar, as somebody does.
  const k = Math.max(1, Math.round(Math.max(width, height) / SIDE));
  const [w, h] = [Math.floor(width / k), Math.floor(height / k)];
  const small = (mask: Uint8Array): Uint8Array =>
    Uint8Array.from({ length: w * h }, (_, p) => mask[Math.floor(p / w) * k * width + (p % w) * k + (k >> 1) * (width + 1)] as number);
  const [bad, free] = [small(wrong), small(right)];
  const { of, pieces } = piecesOf(w, h, bad);
  if (!pieces.length) return undefined;
  const deep = distanceSquared(w, h, (p) => !bad[p]);
  const room = distanceSquared(w, h, (p) => !free[p]);
  const middles = pieces.map(() => 0);
  for (let p = 0; p < of.length; p++) if (of[p] && (deep[p] as number) >= (deep[middles[(of[p] as number) - 1] as number] as number)) middles[(of[p] as number) - 1] = p;
  const clear = (a: number, b: number): boolean => {
    const long = Math.max(1, Math.hypot((a % w) - (b % w), Math.floor(a / w) - Math.floor(b / w)));
    for (let n = 0; n <= long; n++) {
      const x = Math.round((a % w) + (((b % w) - (a % w)) * n) / long);
      const y = Math.round(Math.floor(a / w) + ((Math.floor(b / w) - Math.floor(a / w)) * n) / long);
      if ((room[y * w + x] as number) < 2) return false;
    }
    return true;
  };
  const left = new Set(pieces.keys());
  let at = [...left].reduce((best, n) => ((pieces[n] as { pixels: number }).pixels > (pieces[best] as { pixels: number }).pixels ? n : best));
  const line = alongRidge(of, at + 1, middles[at] as number, deep, w, h);
  left.delete(at);
  let length = 0;
  for (let leg = 1; leg < LEGS; leg++) {
    const end = line.at(-1) as number;
    const far = (n: number): number => Math.hypot((end % w) - ((middles[n] as number) % w), Math.floor(end / w) - Math.floor((middles[n] as number) / w));
    const next = [...left]
      .filter((n) => length + far(n) < LONGEST * Math.max(w, h) && clear(end, middles[n] as number))
      .sort((a, b) => (pieces[b] as { pixels: number }).pixels / (20 + far(b)) - (pieces[a] as { pixels: number }).pixels / (20 + far(a)))[0];
    if (next === undefined || (pieces[next] as { pixels: number }).pixels < 6) break;
    length += far(next);
    at = next;
    left.delete(at);
    line.push(middles[at] as number);
  }
  return { keep, thick: 0.012, points: line.map((p) => [((p % w) + 0.5) / w, (Math.floor(p / w) + 0.5) / h] as const) };
}

/** Through the thickest places of a piece, from one end to the other. */
function alongRidge(of: Int32Array, name: number, start: number, deep: Float32Array, w: number, h: number): number[] {
  const most = deep[start] as number;
  const step = Math.max(2, Math.sqrt(most) * 0.6);
  const walk = (angle: number): number[] => {
    const out: number[] = [];
    let [x, y, heading] = [start % w, Math.floor(start / w), angle];
    for (let n = 0; n < 14; n++) {
      let best: { p: number; turn: number } | undefined;
      for (let turn = -0.9; turn <= 0.91; turn += 0.15) {
        const [nx, ny] = [Math.round(x + Math.cos(heading + turn) * step), Math.round(y + Math.sin(heading + turn) * step)];
        const p = ny * w + nx;
        if (nx < 0 || ny < 0 || nx >= w || ny >= h || of[p] !== name || (deep[p] as number) < most * 0.1) continue;
        if (!best || (deep[p] as number) > (deep[best.p] as number)) best = { p, turn };
      }
      if (!best) break;
      heading += best.turn;
      [x, y] = [best.p % w, Math.floor(best.p / w)];
      out.push(best.p);
    }
    return out;
  };
  const ways = [0, 0.5, 1, 1.5].map((k) => walk(k * Math.PI)).sort((a, b) => b.length - a.length);
  return [...(ways[1] ?? []).toReversed(), start, ...(ways[0] ?? [])];
}

export const meanError = (alpha: Float32Array, truth: Raster): number => {
  let sum = 0;
  for (let p = 0; p < alpha.length; p++) sum += Math.abs((alpha[p] as number) - (truth.data[p * 4 + 3] as number) / 255);
  return sum / alpha.length;
};

export interface Lifted {
  readonly image: Raster;
  readonly truth: Raster;
  readonly strokes: readonly Stroke[];
  readonly before: number;
  readonly error: number;
  readonly coarseMs: number;
  readonly fineMs: number;
  readonly lifted: Raster;
}

/** A person on a busy ground, lifted off with so many strokes: mean error of the opacity over the whole picture. */
export async function liftOne(seed: number, most: number): Promise<Lifted> {
  const truth = subject(seed);
  const image = await damaged(composed(truth, busyGround(seed)), 3, 80, seed);
  const { width, height } = image;
  const strokes: Stroke[] = [];
  const alphaOf = () => {
    const lifted = liftedOff(image, {
      lifted: true,
      strokes: strokes.map(({ points, ...rest }) => ({ ...rest, points: points.map(([x, y]) => [x, y] as [number, number]) })),
      mends: [],
    });
    return { image: lifted, alpha: Float32Array.from({ length: width * height }, (_, p) => (lifted.data[p * 4 + 3] as number) / 255) };
  };
  let matte = alphaOf();
  const before = meanError(matte.alpha, truth);
  for (let n = 0; n < most; n++) {
    const wrongly = (keep: boolean): Uint8Array => Uint8Array.from(matte.alpha, (a, p) => ((truth.data[p * 4 + 3] as number) > 127 === keep && a > 0.5 !== keep ? 1 : 0));
    const [missing, extra] = [wrongly(true), wrongly(false)];
    const total = (of: Uint8Array): number => of.reduce((sum, one) => sum + one, 0);
    const keep = total(missing) >= total(extra);
    const right = Uint8Array.from(matte.alpha, (_, p) => ((truth.data[p * 4 + 3] as number) > 127 === keep ? 1 : 0));
    const stroke = strokeAt(keep ? missing : extra, right, keep, width, height);
    if (!stroke) break;
    strokes.push(stroke);
    matte = alphaOf();
  }
  let start = performance.now();
  liftMask(image, { strokes }, COARSE);
  const coarseMs = performance.now() - start;
  start = performance.now();
  alphaOf();
  const fineMs = performance.now() - start;
  return { image, truth, strokes, before, error: meanError(matte.alpha, truth), coarseMs, fineMs, lifted: matte.image };
}
