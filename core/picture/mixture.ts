import { dice } from '../draw/hash.ts';

/** A colour model: some normal distributions in OKLab. */
export interface Mixture {
  /** What a colour costs: the negative logarithm of its likelihood. */
  cost(l: number, a: number, b: number): number;
}

interface Normal {
  readonly mean: readonly [number, number, number];
  /** Inverse of the covariance: ll, la, lb, aa, ab, bb. */
  readonly inverse: readonly [number, number, number, number, number, number];
  /** Minus the logarithm of its weight and of its height. */
  readonly base: number;
}

/** No colour is told from another that is nearer than noise and compression leave it: variance in OKLab. */
const NOISE = 0.018 ** 2;
const ROUNDS = 8;
/** Pixels that a model is learnt from. */
const MOST = 6000;

/**
 * A mixture of `count` normals over some of a picture's colours (three numbers a pixel; `chosen` are pixel numbers): means
 * by Lloyd's rounds from spread seeds (Arthur and Vassilvitskii 2007), then a covariance each.
 */
export function mixtureOf(lab: Float32Array, chosen: ArrayLike<number>, count = 5): Mixture {
  const every = Math.max(1, Math.floor(chosen.length / MOST));
  const size = Math.ceil(chosen.length / every);
  const points = new Float32Array(size * 3);
  for (let n = 0; n < size; n++) {
    const at = (chosen[n * every] as number) * 3;
    points[n * 3] = lab[at] as number;
    points[n * 3 + 1] = lab[at + 1] as number;
    points[n * 3 + 2] = lab[at + 2] as number;
  }
  const normals = size ? fitted(points, size, Math.min(count, size)) : [];
  // Ten numbers each, as they are asked for every pixel.
  const flat = Float64Array.from(normals.flatMap(({ mean, inverse, base }) => [...mean, ...inverse, base]));
  return {
    cost(l, a, b) {
      let likelihood = 1e-30;
      for (let n = 0; n < flat.length; n += 10) {
        const x = l - (flat[n] as number);
        const y = a - (flat[n + 1] as number);
        const z = b - (flat[n + 2] as number);
        const squares = (flat[n + 3] as number) * x * x + (flat[n + 6] as number) * y * y + (flat[n + 8] as number) * z * z;
        const far = squares + 2 * ((flat[n + 4] as number) * x * y + (flat[n + 5] as number) * x * z + (flat[n + 7] as number) * y * z);
        likelihood += Math.exp(-((flat[n + 9] as number) + far / 2));
      }
      return -Math.log(likelihood);
    },
  };
}

function fitted(points: Float32Array, size: number, count: number): Normal[] {
  const chance = dice(20);
  const means: number[][] = [];
  const near = new Float32Array(size).fill(Number.POSITIVE_INFINITY);
  const from = (n: number, mean: readonly number[]): number => {
    const [x, y, z] = [(points[n * 3] as number) - (mean[0] as number), (points[n * 3 + 1] as number) - (mean[1] as number), (points[n * 3 + 2] as number) - (mean[2] as number)];
    return x * x + y * y + z * z;
  };
  let seed = Math.floor(chance.next() * size);
  for (let k = 0; k < count; k++) {
    const mean = [points[seed * 3] as number, points[seed * 3 + 1] as number, points[seed * 3 + 2] as number];
    means.push(mean);
    let sum = 0;
    for (let n = 0; n < size; n++) {
      near[n] = Math.min(near[n] as number, from(n, mean));
      sum += near[n] as number;
    }
    let goal = chance.next() * sum;
    seed = 0;
    while (seed < size - 1 && (goal -= near[seed] as number) > 0) seed++;
  }
  const owner = new Uint8Array(size);
  for (let round = 0; round < ROUNDS; round++) {
    const sums = means.map(() => [0, 0, 0, 0]);
    let moved = false;
    for (let n = 0; n < size; n++) {
      let [best, least] = [0, Number.POSITIVE_INFINITY];
      for (let k = 0; k < means.length; k++) {
        const far = from(n, means[k] as number[]);
        if (far < least) [best, least] = [k, far];
      }
      moved ||= owner[n] !== best;
      owner[n] = best;
      const sum = sums[best] as number[];
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (points[n * 3 + c] as number);
      sum[3] = (sum[3] as number) + 1;
    }
    if (round && !moved) break;
    sums.forEach((sum, k) => {
      if (sum[3]) means[k] = [0, 1, 2].map((c) => (sum[c] as number) / (sum[3] as number));
    });
  }
  return means.flatMap((mean, k) => {
    let weight = 0;
    const cov = [0, 0, 0, 0, 0, 0];
    for (let n = 0; n < size; n++) {
      if (owner[n] !== k) continue;
      weight++;
      const [x, y, z] = [0, 1, 2].map((c) => (points[n * 3 + c] as number) - (mean[c] as number)) as [number, number, number];
      [x * x, x * y, x * z, y * y, y * z, z * z].forEach((v, i) => (cov[i] = (cov[i] as number) + v));
    }
    if (!weight) return [];
    const [ll, la, lb, aa, ab, bb] = cov.map((v, i) => v / weight + (i === 0 || i === 3 || i === 5 ? NOISE : 0)) as [number, number, number, number, number, number];
    const det = ll * (aa * bb - ab * ab) - la * (la * bb - ab * lb) + lb * (la * ab - aa * lb);
    const inverse = [aa * bb - ab * ab, lb * ab - la * bb, la * ab - lb * aa, ll * bb - lb * lb, la * lb - ll * ab, ll * aa - la * la].map((v) => v / det);
    return [
      { mean: mean as unknown as Normal['mean'], inverse: inverse as unknown as Normal['inverse'], base: -Math.log(weight / size) + 0.5 * Math.log((2 * Math.PI) ** 3 * det) },
    ];
  });
}
