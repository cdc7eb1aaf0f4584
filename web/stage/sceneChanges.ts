import type { Scene } from '#core/document/schema';

const LISTS = ['layers', 'lines', 'cues'] as const;
type ListName = (typeof LISTS)[number];

/** What makes one scene of another: all but the three lists, and of these what differs (null: gone). */
export interface SceneChanges {
  readonly rest: Omit<Scene, ListName>;
  readonly lists: { readonly [K in ListName]?: Readonly<Record<string, Scene[K][string] | null>> };
}

/** What differs between two states of a scene: by identity, as edits leave what they do not touch the same object. */
export function sceneChanges(before: Scene, now: Scene): SceneChanges {
  const { layers: _layers, lines: _lines, cues: _cues, ...rest } = now;
  const lists: Record<string, Record<string, unknown>> = {};
  for (const name of LISTS) {
    if (before[name] === now[name]) continue;
    const list: Record<string, unknown> = {};
    for (const [id, entry] of Object.entries(now[name])) if (before[name][id] !== entry) list[id] = entry;
    for (const id of Object.keys(before[name])) if (!(id in now[name])) list[id] = null;
    lists[name] = list;
  }
  return { rest, lists: lists as SceneChanges['lists'] };
}

/** The scene after its changes: what they leave alone stays the same object, and with it what was worked out from it. */
export function withChanges(before: Scene, { rest, lists }: SceneChanges): Scene {
  const next: Record<string, unknown> = { ...rest };
  for (const name of LISTS) {
    const list = lists[name] as Record<string, unknown> | undefined;
    if (!list) {
      next[name] = before[name];
      continue;
    }
    const entries: Record<string, unknown> = { ...before[name], ...list };
    for (const [id, entry] of Object.entries(list)) if (entry === null) delete entries[id];
    next[name] = entries;
  }
  return next as unknown as Scene;
}
