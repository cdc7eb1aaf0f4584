import * as v from 'valibot';
import { shareOf } from './ownPictures.ts';
import { colour, finite, hash, id, name, share, text } from './values.ts';

/** What is changed of a part of a drawn backdrop: moved, hidden, coloured, or another prop in its place. */
export const BackdropPartSchema = v.object({
  hidden: v.optional(v.literal(true)),
  dx: v.optional(finite),
  dy: v.optional(finite),
  colour: v.optional(colour),
  swap: v.optional(text(40)),
});
export type BackdropPart = v.InferOutput<typeof BackdropPartSchema>;

/** What is changed of a plane of a drawn backdrop: how many metres behind the stage line it lies, or that it is not there. */
export const BackdropPlaneSchema = v.object({
  distance: v.optional(v.pipe(finite, v.minValue(-3), v.maxValue(1000))),
  hidden: v.optional(v.literal(true)),
});
export type BackdropPlane = v.InferOutput<typeof BackdropPlaneSchema>;

/** Something of one's own that stands on a plane of a drawn backdrop, before the plane's own parts. */
export const BackdropPieceSchema = v.object({
  id: id('piece'),
  name,
  plane: text(40),
  /** Where its foot stands, in the set's units. */
  x: finite,
  y: finite,
  size: v.pipe(finite, v.minValue(0.02), v.maxValue(20)),
  turnDeg: v.optional(finite),
  flipped: v.optional(v.literal(true)),
  hidden: v.optional(v.literal(true)),
  what: v.variant('kind', [
    v.object({ kind: v.literal('prop'), prop: text(40), state: v.optional(text(40)), colour: v.optional(colour) }),
    /** A picture of one's own; its sides at size 1. */
    v.object({ kind: v.literal('picture'), media: hash, width: v.pipe(v.number(), v.minValue(1)), height: v.pipe(v.number(), v.minValue(1)) }),
  ]),
});
export type BackdropPiece = v.InferOutput<typeof BackdropPieceSchema>;
/** So many things of one's own a backdrop holds. */
export const MOST_PIECES = 60;

export const BackdropSchema = v.variant('kind', [
  /** One colour, or two that run into each other along an angle (90 is downwards). */
  v.object({ kind: v.literal('colour'), colour, to: v.optional(colour), angleDeg: v.optional(v.pipe(v.number(), v.minValue(-360), v.maxValue(360))) }),
  v.object({
    kind: v.literal('set'),
    set: text(40),
    /** Time of the day: 0 dawn, 0.5 day, 0.75 dusk, 1 night. */
    light: share,
    /** How much the air moves; still if left out. */
    air: v.optional(share),
    /** Colours in the place of the set's own, by slot (core/stage/world/tones.ts). */
    colours: v.optional(v.record(text(20), colour)),
    /** What is changed of its parts, by their ids. */
    parts: v.optional(v.record(text(40), BackdropPartSchema)),
    planes: v.optional(v.record(text(40), BackdropPlaneSchema)),
    /** From behind to before, among those of the same plane. */
    pieces: v.optional(v.pipe(v.array(BackdropPieceSchema), v.maxLength(MOST_PIECES))),
  }),
  v.object({
    kind: v.literal('picture'),
    media: hash,
    width: v.pipe(v.number(), v.minValue(1)),
    height: v.pipe(v.number(), v.minValue(1)),
    fit: v.picklist(['fit', 'fill']),
    /** How much closer it is seen than that, and which part of what is cut off: -1 its left or top edge, 1 its right or bottom edge. */
    closer: v.optional(shareOf(1, 8)),
    across: v.optional(shareOf(-1, 1)),
    down: v.optional(shareOf(-1, 1)),
    name,
  }),
]);
export type Backdrop = v.InferOutput<typeof BackdropSchema>;
