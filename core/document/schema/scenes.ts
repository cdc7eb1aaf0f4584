import * as v from 'valibot';
import { BackdropSchema } from './backdrops.ts';
import { CharacterSchema } from './characters.ts';
import { CueSchema } from './cues.ts';
import { values } from './keys.ts';
import { LayerSchema, ThingSchema } from './layers.ts';
import { LineSchema } from './lines.ts';
import { PinSchema } from './pins.ts';
import { id, length, name, order, text } from './values.ts';

/** How a scene follows the one before: by an effect (core/stage/transitions) that takes some ticks, in which both are seen; by a cut if left out. */
export const TransitionSchema = v.object({ effect: text(40), ticks: length, values: v.optional(values) });
export type SceneTransition = v.InferOutput<typeof TransitionSchema>;

/** A moment with a name, that bars are put to: hung like a cue, seen by nobody in the film. */
export const MarkerSchema = v.object({ at: PinSchema, name });
export type Marker = v.InferOutput<typeof MarkerSchema>;

export const SceneSchema = v.object({
  id: id('scene'),
  order,
  transition: v.optional(TransitionSchema),
  title: name,
  backdrop: BackdropSchema,
  /** Ticks before the first word and after the last. */
  lead: length,
  tail: length,
  /** The scene's length where it is fixed, whatever happens in it; else it follows what is said. */
  length: v.optional(v.pipe(length, v.minValue(1600))),
  markers: v.optional(v.record(id('marker'), MarkerSchema)),
  captions: v.boolean(),
  layers: v.record(id('layer'), LayerSchema),
  lines: v.record(id('line'), LineSchema),
  cues: v.record(id('cue'), CueSchema),
  /** Roles that another character plays in this scene only. */
  recast: v.record(id('role'), id('character')),
});
export type Scene = v.InferOutput<typeof SceneSchema>;

/** What is kept on the shelf that all productions share. */
export const KeptSchema = v.variant('kind', [
  v.object({ kind: v.literal('character'), name, value: CharacterSchema }),
  v.object({ kind: v.literal('backdrop'), name, value: BackdropSchema }),
  v.object({ kind: v.literal('thing'), name, value: ThingSchema }),
]);
export type Kept = v.InferOutput<typeof KeptSchema> & { readonly id: string };
