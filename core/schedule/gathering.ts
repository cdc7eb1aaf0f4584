import type { PoseKey } from '../figure/pose.ts';
import { type Key, track } from '../time/track.ts';
import type { Channels } from './channels.ts';
import type { SpanKeys } from './motion/idle.ts';

/** Collects keys of spans into one track a channel. */
export class Gathering {
  private readonly keys = new Map<PoseKey, Key[]>();
  /** Adds a span's keys from a tick on; with `skipOverlap` those alone that come after what is there. */
  add(span: SpanKeys, at: number, skipOverlap = false): void {
    for (const [name, keys] of Object.entries(span) as [PoseKey, readonly Key[]][]) {
      let list = this.keys.get(name);
      if (!list) this.keys.set(name, (list = []));
      const last = list.at(-1)?.at ?? -1;
      for (const key of keys) if (!skipOverlap || key.at + at > last) list.push({ ...key, at: key.at + at });
    }
  }
  tracks(): Channels {
    return Object.fromEntries([...this.keys].map(([name, keys]) => [name, track(keys)]));
  }
}
