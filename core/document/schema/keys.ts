import * as v from 'valibot';
import { EASES } from '../../time/easing.ts';
import { type ColourOf, coloursOf, isColourProperty, isProperty, type PropertyKind, type PropertyOf, propertiesOf, propertyInfo } from '../properties.ts';
import { PinSchema } from './pins.ts';
import { colour, finite, id, length, order, share, text } from './values.ts';

/** How a value goes on from a key: by a name, or by a curve of one's own. */
export const EaseSchema = v.union([
  v.picklist(EASES),
  v.object({ bezier: v.tuple([share, v.pipe(v.number(), v.minValue(-4), v.maxValue(5)), share, v.pipe(v.number(), v.minValue(-4), v.maxValue(5))]) }),
]);

/** A value at a moment. A key hangs like a cue, so that it moves with the voice. */
export const KeySchema = v.object({ at: PinSchema, value: v.union([finite, colour]), ease: EaseSchema });
export type Key = v.InferOutput<typeof KeySchema>;
export type { Ease } from '../../time/easing.ts';
/** Keys by property, then by their id. */
export type Keys = Record<string, Record<string, Key>>;

/** Keys of a kind's own properties, each in its range. */
export const keysOf = (kind: PropertyKind) =>
  v.optional(
    v.pipe(
      v.record(v.picklist([...propertiesOf(kind), ...coloursOf(kind)] as [string, ...string[]], 'is no property of this kind'), v.record(id('key'), KeySchema)),
      v.check(
        (keys) => Object.entries(keys).every(([property, list]) => Object.values(list).every(({ value }) => fits(property, value))),
        'hold a value that its property cannot have',
      ),
    ),
  );

/** Whether a value is one that a property can have. */
export const fits = (property: string, value: number | string): boolean => {
  if (isColourProperty(property)) return typeof value === 'string';
  return isProperty(property) && typeof value === 'number' && value >= propertyInfo(property).least && value <= propertyInfo(property).most;
};

type RestFields<K extends PropertyKind> = { [P in PropertyOf<K>]: v.OptionalSchema<v.GenericSchema<number>, undefined> } & {
  [C in ColourOf<K>]: v.OptionalSchema<v.GenericSchema<string>, undefined>;
};

/** Fields for the rest values of a kind, from the table of properties. */
export function restFields<K extends PropertyKind>(kind: K): RestFields<K> {
  const fields: Record<string, unknown> = {};
  for (const name of propertiesOf(kind)) {
    const { least, most } = propertyInfo(name);
    fields[name] = v.optional(v.pipe(v.number(), v.minValue(least, `is below ${least}`), v.maxValue(most, `is above ${most}`)));
  }
  for (const name of coloursOf(kind)) fields[name] = v.optional(colour);
  return fields as RestFields<K>;
}

/** Values of an effect or an entrance, by its own names; what they mean is said where it is drawn. */
export const values = v.record(text(40), v.union([finite, colour]));

export const BLENDS = ['normal', 'multiply', 'screen', 'overlay', 'soft light', 'add'] as const;
export type BlendName = (typeof BLENDS)[number];

/** Comes or goes by an effect (core/stage/entrances) that takes some ticks. */
export const PassageSchema = v.object({ effect: text(40), ticks: length, values: v.optional(values) });
export type Passage = v.InferOutput<typeof PassageSchema>;

/** Keys of an effect's own values. */
export const freeKeys = v.optional(v.record(text(40), v.record(id('key'), KeySchema)));
export const EffectSchema = v.object({ order, effect: text(40), values, keys: freeKeys });
export type Effect = v.InferOutput<typeof EffectSchema>;
