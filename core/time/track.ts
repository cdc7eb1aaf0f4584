import { type Ease, eased } from './easing.ts';

/** Keyframes of one number along time. `at` is ascending, in ticks; arrays have one length. */
export interface Track {
  readonly at: readonly number[];
  readonly values: readonly number[];
  readonly eases: readonly Ease[];
}

export interface Key {
  at: number;
  value: number;
  ease?: Ease;
}

/** A track of keys in any order; of two keys at one tick the later given wins. */
export function track(keys: readonly Key[]): Track {
  const sorted = keys.map((key, index) => ({ key, index })).sort((a, b) => a.key.at - b.key.at || a.index - b.index);
  const at: number[] = [];
  const values: number[] = [];
  const eases: Ease[] = [];
  for (const { key } of sorted) {
    const last = at.length - 1;
    if (last >= 0 && at[last] === key.at) {
      values[last] = key.value;
      eases[last] = key.ease ?? 'both';
    } else {
      at.push(key.at);
      values.push(key.value);
      eases.push(key.ease ?? 'both');
    }
  }
  return { at, values, eases };
}

/** Index of the last element <= `tick` of an ascending array, or -1. */
export function lastAtOrBefore(at: readonly number[], tick: number): number {
  let low = 0;
  let high = at.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((at[middle] as number) <= tick) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** Value of the track at a tick: binary search, held before the first and after the last key; 0 when empty. */
export function sample({ at, values, eases }: Track, tick: number): number {
  if (at.length === 0) return 0;
  const index = lastAtOrBefore(at, tick);
  if (index < 0) return values[0] as number;
  const from = values[index] as number;
  if (index === at.length - 1) return from;
  const start = at[index] as number;
  const share = (tick - start) / ((at[index + 1] as number) - start);
  return from + ((values[index + 1] as number) - from) * eased(eases[index] as Ease, share);
}

/** A number that stands still, or changes along a track. */
export type Amount = number | Track;

export const amountAt = (amount: Amount, tick: number): number => (typeof amount === 'number' ? amount : sample(amount, tick));
