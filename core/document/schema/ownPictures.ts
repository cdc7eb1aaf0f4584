import * as v from 'valibot';
import { colour, hash, id, name, order, share, signed, text } from './values.ts';

/** A place on a picture, as shares of its width and height; a little outside of it too. */
const near = v.pipe(v.number(), v.minValue(-0.5), v.maxValue(1.5));
const spot = v.tuple([near, near]);
export const shareOf = (least: number, most: number) => v.pipe(v.number(), v.minValue(least), v.maxValue(most));
const PictureEyeSchema = v.object({
  x: near,
  y: near,
  /** Halves, as shares of the picture's width and height. */
  halfWidth: shareOf(0.001, 0.5),
  halfHeight: shareOf(0.001, 0.5),
  /** Lifted off, so that it can look about: a picture of its own, and where it lay. */
  pupil: v.optional(v.object({ media: hash, x: near, y: near, width: shareOf(0.0005, 1), height: shareOf(0.0005, 1) })),
});
export type PictureEye = v.InferOutput<typeof PictureEyeSchema>;

/** Where the parts of a face lie on a picture; left and right are the picture's. */
export const PictureFaceSchema = v.object({
  left: PictureEyeSchema,
  right: PictureEyeSchema,
  /** Inner end, middle and outer end of each. */
  brows: v.optional(v.object({ left: v.tuple([spot, spot, spot]), right: v.tuple([spot, spot, spot]) })),
  /** Left corner, middle of the line between the lips, right corner. */
  mouth: v.tuple([spot, spot, spot]),
  chin: spot,
  /** Lean of its axis, clockwise. */
  tiltDeg: v.pipe(v.number(), v.minValue(-180), v.maxValue(180)),
  /** Which way it looks in the picture. */
  facing: signed,
});
export type PictureFace = v.InferOutput<typeof PictureFaceSchema>;

/** A colour that is taken out of a picture: a painted wall behind somebody, a cloth. */
export const ChromaSchema = v.object({
  colour,
  /** How far from the key a colour is gone, and over how much more it comes back; 1 is the way from the key to grey. */
  tolerance: share,
  softness: share,
  /** How much of the key's light is taken from what stays. */
  spill: share,
  /** In pixels of the picture: how far its edge goes in, and how soft it is. */
  shrink: shareOf(0, 12),
  blur: shareOf(0, 12),
  /** Only what lies in this outline is kept; shares of the picture. */
  rough: v.optional(v.pipe(v.array(spot), v.minLength(3), v.maxLength(60))),
});
export type Chroma = v.InferOutput<typeof ChromaSchema>;

/** Mouths that are pictures: frames of a clip, or pictures of one's own, each told by how open and how wide it is. */
export const MouthSourceSchema = v.object({
  /** How wide its pictures are, of the marked mouth's width; and where in them the middle of the mouth is. */
  size: shareOf(0.1, 20),
  x: near,
  y: near,
  chroma: v.optional(ChromaSchema),
  shapes: v.pipe(
    v.array(
      v.object({
        media: hash,
        /** Of a clip. */
        frame: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0))),
        /** Height by width. */
        aspect: shareOf(0.02, 50),
        /** 0 shut to 1 as wide open as it goes; its width about that at rest. */
        open: shareOf(0, 2),
        wide: shareOf(0, 4),
      }),
    ),
    v.minLength(1),
    v.maxLength(64),
  ),
});
export type MouthSource = v.InferOutput<typeof MouthSourceSchema>;

export const PICTURE_MOUTHS = ['ink', 'brush', 'paper', 'soft'] as const;
/** A picture that acts: what is seen of it, where its face is, and how mouth and lids are drawn on it. */
export const PictureFigureSchema = v.object({
  media: hash,
  width: v.pipe(v.number(), v.integer(), v.minValue(1)),
  height: v.pipe(v.number(), v.integer(), v.minValue(1)),
  /** As it was brought in. */
  source: hash,
  /** Its height in figure units. */
  tall: shareOf(40, 1200),
  face: PictureFaceSchema,
  mouth: v.object({
    style: v.picklist(PICTURE_MOUTHS),
    /** Of the marked mouth's width; and how far it opens and how thick its line is, about the chart's own. */
    width: shareOf(0.2, 3),
    open: shareOf(0.2, 2),
    line: shareOf(0, 4),
    lip: colour,
    dark: colour,
    /** Instead of a drawn one. */
    source: v.optional(MouthSourceSchema),
  }),
  lids: v.object({ skin: colour, shade: colour, line: colour }),
  /** How much the head moves by itself; 0 holds it still. */
  moves: shareOf(0, 1.5),
  /** The picture stays whole and where it is: only mouth and lids move. */
  still: v.optional(v.literal(true)),
  /** Its lower edge is a cut. */
  cutBelow: v.optional(v.literal(true)),
  /** It stands nowhere: no shade lies below it. */
  floats: v.optional(v.literal(true)),
  /** Arms that turn about where they are hinged: pictures of their own, in shares of the whole. */
  limbs: v.optional(
    v.pipe(
      v.array(v.object({ media: hash, side: v.picklist(['left', 'right']), x: near, y: near, width: shareOf(0.001, 2), height: shareOf(0.001, 2), hinge: spot })),
      v.maxLength(4),
    ),
  ),
});
export type PictureFigure = v.InferOutput<typeof PictureFigureSchema>;

/** A line drawn over a picture: its points, and how thick it is as a share of the picture's longer side. */
const lineOver = { points: v.pipe(v.array(spot), v.minLength(1), v.maxLength(600)), thick: shareOf(0.0005, 0.5) };

/** Somebody or something in a picture that is to act: how it is lifted off and mended, where its face is, how its mouth is drawn. */
export const PictureActorSchema = v.object({
  order,
  name,
  /** Lifted off its ground; else the picture stays whole and only mouth and lids move. */
  lifted: v.boolean(),
  strokes: v.pipe(v.array(v.object({ keep: v.boolean(), ...lineOver })), v.maxLength(300)),
  lasso: v.optional(v.pipe(v.array(spot), v.minLength(3), v.maxLength(600))),
  /** Where the edge is moved to and how soft it is, in pixels. */
  edge: v.optional(v.object({ shift: shareOf(-12, 12), feather: shareOf(0, 12) })),
  /** What is painted away. */
  mends: v.pipe(v.array(v.object(lineOver)), v.maxLength(300)),
  face: v.optional(PictureFaceSchema),
  mouth: v.optional(v.partial(PictureFigureSchema.entries.mouth)),
  lids: v.optional(v.partial(PictureFigureSchema.entries.lids)),
  moves: v.optional(PictureFigureSchema.entries.moves),
  floats: PictureFigureSchema.entries.floats,
  /** Arms: an outline round each, and where it is hinged. */
  limbs: v.optional(
    v.pipe(v.array(v.object({ side: v.picklist(['left', 'right']), outline: v.pipe(v.array(spot), v.minLength(3), v.maxLength(300)), hinge: spot })), v.maxLength(4)),
  ),
  /** Whom of the cast it has become. */
  character: v.nullable(id('character')),
});
export type PictureActor = v.InferOutput<typeof PictureActorSchema>;

/** A moving picture as it was decoded: how many frames, how many a second, its sound if it has one. */
export const clipFacts = {
  frames: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(200_000)),
  rate: v.pipe(v.number(), v.minValue(0.01), v.maxValue(120)),
};

/** A layer of a layered picture, in pixels of its page. */
export const OwnPictureLayerSchema = v.object({
  name,
  media: hash,
  x: v.pipe(v.number(), v.integer()),
  y: v.pipe(v.number(), v.integer()),
  width: v.pipe(v.number(), v.integer(), v.minValue(1)),
  height: v.pipe(v.number(), v.integer(), v.minValue(1)),
  opacity: share,
  shown: v.boolean(),
});
export type OwnPictureLayer = v.InferOutput<typeof OwnPictureLayerSchema>;

/** A picture of one's own on the production's shelf, with where it is from. */
export const OwnPictureSchema = v.object({
  order,
  name,
  media: hash,
  width: v.pipe(v.number(), v.integer(), v.minValue(1)),
  height: v.pipe(v.number(), v.integer(), v.minValue(1)),
  source: v.optional(text(400)),
  author: v.optional(text(200)),
  licence: v.optional(text(200)),
  /** It moves: the clip, of which the picture above is the first frame, and its sound. */
  clip: v.optional(v.object({ media: hash, ...clipFacts, sound: v.optional(hash) })),
  /** It has layers, back to front, on a page of so many pixels: the picture is those that are shown. */
  layered: v.optional(v.object({ width: shareOf(1, 20_000), height: shareOf(1, 20_000), layers: v.pipe(v.array(OwnPictureLayerSchema), v.maxLength(64)) })),
  actors: v.record(id('actor'), PictureActorSchema),
});
export type OwnPicture = v.InferOutput<typeof OwnPictureSchema>;
