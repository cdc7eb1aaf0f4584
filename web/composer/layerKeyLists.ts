import { keyPath } from '#core/document/pins';
import type { Layer } from '#core/document/schema';
import { type KeyOwner, type KeyRef, layerKeys } from '#core/edit/commands/keys';
import type { PlacedScene } from './film.ts';

/** A key with its moment, ticks. */
export interface Keyed {
  readonly ref: KeyRef;
  readonly at: number;
}

/** All keys of one property, in order of time. */
export function keysIn(scene: PlacedScene, of: KeyOwner, path: string, lists: Layer['keys'], property: string): Keyed[] {
  const list = lists?.[property as keyof typeof lists] as Record<string, unknown> | undefined;
  return Object.keys(list ?? {})
    .map((key) => ({ ref: { of, property, key }, at: scene.resolved.keys.get(keyPath(path, property, key)) ?? 0 }))
    .sort((a, b) => a.at - b.at);
}

export interface KeptKey extends Keyed {
  readonly layer: string;
}

/** The key that a way leads to: of a layer itself. Undefined where it is gone. */
export function keyAt(scene: PlacedScene, path: string): KeptKey | undefined {
  const [layer, property, key] = path.split('/');
  const at = scene.resolved.keys.get(path);
  if (layer === undefined || property === undefined || key === undefined || at === undefined) return undefined;
  return { layer, at, ref: { of: layerKeys(layer), property, key } };
}

export const pathOfKey = ({ of, property, key }: KeyRef): string => keyPath(of.effect ? `${of.layer}/${of.effect}` : (of.layer ?? of.cue ?? ''), property, key);
