import type { Layer } from '../../document/schema.ts';
import { balloon } from './balloon.ts';
import { character } from './character.ts';
import { chart } from './chart.ts';
import { clip } from './clip.ts';
import { effect } from './effect.ts';
import { group } from './group.ts';
import type { DrawnKind, Entry } from './kind.ts';
import { mark } from './mark.ts';
import { picture } from './picture.ts';
import { prop } from './prop.ts';
import { shape } from './shape.ts';
import { text } from './text.ts';

/** Every kind of layer that is drawn: one file each, one line here. */
const DRAWN = { character, prop, picture, clip, text, balloon, chart, mark, shape } as const;

/** The kind of a layer that has something of its own to draw. */
export const drawnKind = (kind: Layer['kind']): DrawnKind | undefined => (DRAWN as Readonly<Record<string, unknown>>)[kind] as DrawnKind | undefined;

/** How every kind is listed in the interface. */
export const LAYER_ENTRIES: Readonly<Record<Layer['kind'], Entry>> = {
  ...(Object.fromEntries(Object.values(DRAWN).map(({ kind, entry }) => [kind, entry])) as Record<keyof typeof DRAWN, Entry>),
  group,
  effect,
};

/** Whether a layer changes by itself along the scene: a clip, a clock, a flame. */
export const movesByItself = (layer: Layer): boolean => !!drawnKind(layer.kind)?.moves?.(layer as never);
