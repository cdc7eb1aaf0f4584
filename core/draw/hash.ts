/**
 * Seeded integer hashes. All chance in Kipzo comes from these: the same on every machine, which Math.random and
 * floating hashes are not.
 */

/** 32-bit FNV-1a of a string, finished with an avalanche so that near ids give far values. */
export function hashText(text: string, seed = 0): number {
  let hash = (0x811c9dc5 ^ seed) >>> 0;
  for (let index = 0; index < text.length; index++) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193);
  return avalanche(hash);
}

/** Murmur3's finaliser. */
export function avalanche(value: number): number {
  let hash = value | 0;
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) >>> 0;
}

export interface Dice {
  /** Uniform in 0..1. */
  next(): number;
  /** Uniform in low..high. */
  between(low: number, high: number): number;
  /** Standard normal, by the sum of twelve uniforms less six: no transcendental functions. */
  normal(): number;
}

/** A repeatable run of chance from a seed. */
export function dice(seed: number): Dice {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x9e3779b9) >>> 0;
    return avalanche(state) / 0x1_0000_0000;
  };
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    normal: () => {
      let sum = -6;
      for (let index = 0; index < 12; index++) sum += next();
      return sum;
    },
  };
}
