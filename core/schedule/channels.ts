import type { PoseKey } from '../figure/pose.ts';
import { type Ease, eased } from '../time/easing.ts';
import { type Key, type Track, track } from '../time/track.ts';

/** Something that plays on pose channels: keys in scene ticks, then a way back to nothing. */
export interface Performance {
  readonly keys: readonly { readonly at: number; readonly values: Readonly<Partial<Record<PoseKey, number>>>; readonly ease: Ease }[];
  /** When the way back starts, and how long it takes, in ticks. */
  readonly until: number;
  readonly release: number;
  /** How much later than the keys a channel goes, in ticks: eyes and head lead, wrist and fingers follow. */
  readonly late?: (channel: PoseKey) => number;
}

export type Channels = Partial<Record<PoseKey, Track>>;

/**
 * One track a channel from performances in order of their first key. Where the next one begins before the last has
 * gone back to rest, the way back is left out and it goes on from where the other stands: hold to preparation
 * (motion.md, Gestures).
 */
export function sequenced(performances: readonly Performance[]): Channels {
  const sorted = performances
    .filter((p) => p.keys.length > 0)
    .map((p, index) => ({ p, index }))
    .sort((a, b) => firstAt(a.p) - firstAt(b.p) || a.index - b.index);
  const channels = new Map<PoseKey, Key[]>();
  const pending = new Map<PoseKey, { until: number; release: number }>();
  for (const { p } of sorted) {
    const used = new Set<PoseKey>();
    for (const key of p.keys) for (const name of Object.keys(key.values) as PoseKey[]) used.add(name);
    const start = firstAt(p);
    for (const name of used) {
      const late = p.late?.(name) ?? 0;
      const from = start + late;
      const keys = channels.get(name) ?? [];
      channels.set(name, keys);
      const before = pending.get(name);
      if (before) finish(keys, before, from);
      const held = valueAt(keys, from);
      while (keys.length && (keys.at(-1) as Key).at > from) keys.pop();
      keys.push({ at: from, value: held });
      for (const key of p.keys) {
        if (key.at <= start && key !== p.keys[0]) continue;
        const value = key.values[name];
        if (key === p.keys[0]) {
          (keys.at(-1) as Key).ease = key.ease;
          continue;
        }
        keys.push({ at: key.at + late, value: value ?? 0, ease: key.ease });
      }
      pending.set(name, { until: Math.max(p.until + late, (keys.at(-1) as Key).at), release: p.release });
    }
  }
  for (const [name, rest] of pending) finish(channels.get(name) as Key[], rest, Number.POSITIVE_INFINITY);
  return Object.fromEntries([...channels].map(([name, keys]) => [name, track(keys)]));
}

const firstAt = (p: Performance): number => p.keys[0]?.at ?? 0;

/** Closes a performance on one channel: back to nothing, unless the next one starts first. */
function finish(keys: Key[], { until, release }: { until: number; release: number }, nextStart: number): void {
  const held = valueAt(keys, until);
  if (nextStart <= until + release * 0.5) return;
  keys.push({ at: until, value: held, ease: 'both' }, { at: until + release, value: 0, ease: 'both' });
}

function valueAt(keys: readonly Key[], tick: number): number {
  if (keys.length === 0) return 0;
  for (let index = keys.length - 1; index >= 0; index--) {
    const key = keys[index] as Key;
    if (key.at > tick) continue;
    const next = keys[index + 1];
    return next ? key.value + (next.value - key.value) * eased(key.ease ?? 'both', (tick - key.at) / (next.at - key.at)) : key.value;
  }
  return (keys[0] as Key).value;
}
