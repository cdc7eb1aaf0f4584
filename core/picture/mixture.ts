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
const MOST = 12_000;

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
  return {
    cost(l, a, b) {
      let likelihood = 1e-30;
      for (const { mean, inverse, base } of normals) {
        const [x, y, z] = [l - mean[0], a - mean[1], b - mean[2]];
        const far = inverse[0] * x * x + inverse[3] * y * y + inverse[5] * z * z + 2 * (inverse[1] * x * y + inverse[2] * x * z + inverse[4] * y * z);
        likelihood += Math.exp(-(base + far / 2));
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
    for (let n = 0; n < size; n++) {
      let [best, least] = [0, Number.POSITIVE_INFINITY];
      for (let k = 0; k < means.length; k++) {
        const far = from(n, means[k] as number[]);
        if (far < least) [best, least] = [k, far];
      }
      owner[n] = best;
      const sum = sums[best] as number[];
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (points[n * 3 + c] as number);
      sum[3] = (sum[3] as number) + 1;
    }
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
