import * as v from 'valibot';
import { EaseSchema, keysOf } from './keys.ts';
import { EndSchema, PinSchema } from './pins.ts';
import { sounding } from './production.ts';
import { finite, id, length, name, order, share, text } from './values.ts';

const cueBase = {
  order,
  start: PinSchema,
  end: EndSchema,
  /** Made by the machine and not kept yet; it plays all the same. */
  proposed: v.optional(v.literal(true)),
  /** Why it is there. */
  note: v.optional(text(200)),
};
const onLayer = { ...cueBase, layer: id('layer') };

export const MOUTH_SHAPES = ['rest', 'closed', 'bite', 'tongue', 'teeth', 'mid', 'wide', 'spread', 'round', 'pucker'] as const;
export type MouthShape = (typeof MOUTH_SHAPES)[number];

/** Where eyes go: another layer, the viewer, or a place on the stage. */
export const TargetSchema = v.variant('to', [
  v.object({ to: v.literal('layer'), layer: id('layer') }),
  v.object({ to: v.literal('viewer') }),
  v.object({ to: v.literal('place'), x: finite, y: finite, name }),
]);
export type Target = v.InferOutput<typeof TargetSchema>;

export const CueSchema = v.variant('kind', [
  v.object({ kind: v.literal('mouth'), ...onLayer, shape: v.picklist(MOUTH_SHAPES) }),
  v.object({ kind: v.literal('face'), ...onLayer, expression: text(40), strength: share }),
  v.object({
    kind: v.literal('gesture'),
    ...onLayer,
    action: text(40),
    hand: v.picklist(['left', 'right', 'both']),
    strength: v.pipe(v.number(), v.minValue(0.2), v.maxValue(1.5)),
    /** How fast it is done; 1 as it was made. The stroke stays on its word. */
    speed: v.optional(v.pipe(v.number(), v.minValue(0.5), v.maxValue(2))),
    /** What is held instead of the action's own thing (core/figure/things); `none` for empty hands. */
    thing: v.optional(text(40)),
  }),
  v.object({ kind: v.literal('look'), ...onLayer, target: TargetSchema }),
  /** A walk without a gait walks or runs by its speed; what has no feet slides, rolls or jumps. */
  v.object({ kind: v.literal('move'), ...onLayer, x: finite, y: finite, walk: v.boolean(), gait: v.optional(v.picklist(['walk', 'run', 'jump', 'roll'])), ease: EaseSchema }),
  v.object({
    kind: v.literal('camera'),
    ...cueBase,
    framing: v.picklist(['wide', 'two-shot', 'medium', 'close', 'shoulder', 'place']),
    /** Layers the framing holds; empty for wide; of `shoulder` who is seen, then over whose shoulder. */
    subjects: v.array(id('layer')),
    /** Of `place`: centre and width in stage units. */
    x: finite,
    y: finite,
    width: v.pipe(v.number(), v.minValue(60), v.maxValue(20_000)),
    /** Change the framing by a cut, or move there over the given ticks. */
    over: length,
    /** Slow drift inwards during the shot, share of the width by its end. */
    push: v.pipe(v.number(), v.minValue(-0.5), v.maxValue(0.5)),
    /** Goes with its subjects while they move; else it stays where they were at its start. */
    follow: v.optional(v.literal(true)),
    /** Held by hand, or a quake: how strongly it shakes. */
    shake: v.optional(share),
    /** What is sharp (its first subject if null), and how soft what lies nearer or farther becomes; everything is sharp if left out. */
    focus: v.optional(v.object({ on: v.nullable(id('layer')), blur: share })),
    /** Of `place`: centre and width in time. */
    keys: keysOf('camera'),
  }),
  v.object({ kind: v.literal('sound'), ...cueBase, ...sounding, keys: keysOf('sound') }),
  v.object({ kind: v.literal('caption'), ...cueBase, text: text(400) }),
]);
export type Cue = v.InferOutput<typeof CueSchema>;
export type CueKind = Cue['kind'];
export type CueOf<K extends CueKind> = Extract<Cue, { kind: K }>;
