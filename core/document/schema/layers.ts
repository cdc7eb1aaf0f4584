import * as v from 'valibot';
import type { LayerKind } from '../properties.ts';
import { BLENDS, EffectSchema, freeKeys, keysOf, PassageSchema, restFields, values } from './keys.ts';
import { ChromaSchema, clipFacts, shareOf } from './ownPictures.ts';
import { EndSchema, PinSchema } from './pins.ts';
import { colour, finite, hash, id, length, name, order, text } from './values.ts';

export const MASK_SHAPES = ['rectangle', 'rounded', 'ellipse'] as const;
/** What is seen of a layer: where another layer is, or a shape in shares of its own box. */
export const MaskSchema = v.union([
  v.object({ layer: id('layer'), invert: v.boolean(), feather: v.pipe(v.number(), v.minValue(0), v.maxValue(200)) }),
  v.object({
    shape: v.picklist(MASK_SHAPES),
    x: finite,
    y: finite,
    width: v.pipe(v.number(), v.minValue(0), v.maxValue(20)),
    height: v.pipe(v.number(), v.minValue(0), v.maxValue(20)),
    invert: v.boolean(),
    feather: v.pipe(v.number(), v.minValue(0), v.maxValue(200)),
  }),
]);
export type Mask = v.InferOutput<typeof MaskSchema>;

export const SpanSchema = v.object({ start: PinSchema, end: EndSchema });
export type StageSpan = v.InferOutput<typeof SpanSchema>;

/** What every layer has, whatever its kind (layers.md, Layers). */
const layerBase = {
  /** Among those of the same parent, back to front. */
  order,
  name: v.optional(name),
  /** The group that it belongs to, or the figure that holds it. */
  parent: v.optional(id('layer')),
  /** Of what a figure holds: in which hand. */
  hand: v.optional(v.picklist(['left', 'right'])),
  /** When it is on the stage; the whole scene if left out. */
  span: v.optional(SpanSchema),
  enter: v.optional(PassageSchema),
  exit: v.optional(PassageSchema),
  blend: v.optional(v.picklist(BLENDS)),
  mask: v.optional(MaskSchema),
  effects: v.optional(v.record(id('effect'), EffectSchema)),
  locked: v.boolean(),
  hidden: v.boolean(),
  solo: v.optional(v.boolean()),
};

/** A kind's schema: what all have, its properties and keys, and what is its own. */
const layerOf = <K extends LayerKind, O extends v.ObjectEntries>(kind: K, own: O) =>
  v.strictObject({ kind: v.literal(kind), ...layerBase, ...restFields(kind), keys: kind === 'effect' ? freeKeys : keysOf(kind), ...own });

/** What a clip does when it is over: its last frame stays, it begins again, it runs back and forth, it goes. */
export const CLIP_ENDS = ['hold', 'again', 'back', 'gone'] as const;
export type ClipEnd = (typeof CLIP_ENDS)[number];

export const FONT_ROLES = ['title', 'label', 'caption', 'captionBold'] as const;
export const TEXT_ALIGNS = ['start', 'middle', 'end'] as const;
export const BALLOON_FORMS = ['speech', 'thought', 'shout', 'whisper', 'afar'] as const;
export type BalloonForm = (typeof BALLOON_FORMS)[number];
export const MARK_FORMS = ['arrow', 'thread', 'callout', 'ring', 'underline', 'marker', 'measure'] as const;
export type MarkForm = (typeof MARK_FORMS)[number];
export const SHAPE_FORMS = ['rectangle', 'rounded', 'ellipse', 'triangle', 'star', 'arrow', 'line'] as const;
export type ShapeForm = (typeof SHAPE_FORMS)[number];
const side = v.pipe(v.number(), v.minValue(1), v.maxValue(20_000));

export const LayerSchema = v.variant('kind', [
  layerOf('character', {
    character: id('character'),
    /** What it wears in this scene; everyday clothes if left out. */
    outfit: v.optional(id('outfit')),
  }),
  layerOf('prop', {
    prop: text(40),
    /** What it is or does, of its own states; the first if left out. */
    state: v.optional(text(20)),
    /** Colours in the place of the house's, by slot (core/stage/world/tones.ts). */
    colours: v.optional(v.record(text(20), colour)),
    /** Own words, or an own picture, on its screen or board. */
    writes: v.optional(text(200)),
    shows: v.optional(v.object({ media: hash, width: v.pipe(v.number(), v.minValue(1)), height: v.pipe(v.number(), v.minValue(1)) })),
  }),
  /** A picture of one's own; its sides in stage units at scale 1. */
  layerOf('picture', { media: hash, width: side, height: side, chroma: v.optional(ChromaSchema) }),
  /** A moving picture; its sides in stage units at scale 1. */
  layerOf('clip', {
    media: hash,
    width: side,
    height: side,
    ...clipFacts,
    /** Ticks of the clip where it begins and ends; all of it if left out. */
    into: v.optional(length),
    until: v.optional(length),
    /** How fast it runs, about its own rate. */
    speed: v.optional(shareOf(0.1, 8)),
    after: v.picklist(CLIP_ENDS),
    chroma: v.optional(ChromaSchema),
  }),
  layerOf('text', {
    text: text(2000),
    font: v.picklist(FONT_ROLES),
    align: v.picklist(TEXT_ALIGNS),
    /** Longest row in stage units; rows only where they are written if left out. */
    wrap: v.optional(side),
    /** A way in which words are on the screen (core/stage/words); plain letters if left out. */
    look: v.optional(text(24)),
    /** Whose words they are, or whom they name: they have that speaker's colour. */
    of: v.optional(id('layer')),
    /** A speaker's colour of its own choice. */
    tone: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8))),
  }),
  /** A small table, as it was pasted, shown as it is said. */
  layerOf('chart', {
    form: text(20),
    title: v.pipe(v.string(), v.maxLength(120)),
    table: text(2000),
    width: side,
    height: side,
    tone: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8))),
  }),
  /** What somebody says or thinks, on the picture beside them. */
  layerOf('balloon', { text: text(300), form: v.picklist(BALLOON_FORMS), of: v.optional(id('layer')) }),
  /** Something drawn to show what is meant: an arrow, a label, a ring. */
  layerOf('mark', {
    form: v.picklist(MARK_FORMS),
    /** Its word: it comes as that is said; a label and a measure show it. */
    text: text(120),
    /** The layer that it names and follows; left out, it lies in the scene by itself, of its own sides. */
    to: v.optional(id('layer')),
    /** Where in the box of that layer it aims, shares from its middle; at all of it if left out. */
    aimX: v.optional(shareOf(-0.5, 0.5)),
    aimY: v.optional(shareOf(-0.5, 0.5)),
    width: side,
    height: side,
    tone: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8))),
  }),
  layerOf('shape', {
    form: v.picklist(SHAPE_FORMS),
    width: side,
    height: side,
    filled: v.boolean(),
    /** Width of its line; none if 0. */
    line: v.pipe(v.number(), v.minValue(0), v.maxValue(400)),
  }),
  layerOf('group', {}),
  /** Works on what lies below it in its parent; its keys are of its effect's values too. */
  layerOf('effect', { effect: text(40), values }),
]);
export type Layer = v.InferOutput<typeof LayerSchema>;

/** Things that belong together as they stand, without times: one of them holds the others. */
export const ThingSchema = v.pipe(
  v.object({ root: id('layer'), layers: v.record(id('layer'), LayerSchema) }),
  v.check(({ root, layers }) => root in layers, 'has no outermost layer'),
  v.check(({ layers }) => Object.keys(layers).length <= 200, 'is made of more than 200 layers'),
);
export type Thing = v.InferOutput<typeof ThingSchema>;
export type LayerOf<K extends LayerKind> = Extract<Layer, { kind: K }>;
export type LayerKindOf = Layer['kind'];
export type CharacterLayer = LayerOf<'character'>;
