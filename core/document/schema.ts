import * as v from 'valibot';
import { EASES } from '../time/easing.ts';
import { FRAME_RATES } from '../time/ticks.ts';
import { ID_PREFIXES, type IdKind } from './ids.ts';
import { type ColourOf, coloursOf, isColourProperty, isProperty, type LayerKind, type PropertyKind, type PropertyOf, propertiesOf, propertyInfo } from './properties.ts';
import { isStorable } from './text.ts';

export const DOCUMENT_VERSION = 2;

const id = (kind: IdKind) => v.pipe(v.string(), v.regex(new RegExp(`^${ID_PREFIXES[kind]}_[0-9a-z]{12}$`), `is no ${kind} id`));
const ticks = v.pipe(v.number(), v.integer('is not a whole number of ticks'), v.minValue(-(2 ** 40)), v.maxValue(2 ** 40));
const length = v.pipe(ticks, v.minValue(0, 'is a length below zero'));
const share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
const signed = v.pipe(v.number(), v.minValue(-1), v.maxValue(1));
const finite = v.pipe(v.number(), v.finite());
const order = v.pipe(v.string(), v.regex(/^[0-9A-Za-z]{1,200}$/, 'is no order key'));
const UNSTORABLE = 'holds a character that cannot be saved (NUL or half of a pair). Type it again';
/** A text that every store can hold, of at most `most` UTF-16 units. */
const text = (most: number) => v.pipe(v.string(), v.check(isStorable, UNSTORABLE), v.maxLength(most, `is longer than ${most} characters`));
const name = v.pipe(
  text(120),
  v.check((value) => value.trim().length > 0, 'needs at least one character'),
);
const hash = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'is no content hash'));
const colour = v.pipe(v.string(), v.regex(/^#[0-9a-f]{6}$/, 'is no colour like #rrggbb'));

export const FRAMES = { '16:9': [1920, 1080], '9:16': [1080, 1920], '1:1': [1080, 1080], '4:5': [1080, 1350] } as const;
export type FrameShape = keyof typeof FRAMES;

/** A place on the words, another cue or a clock. Offsets in ticks. */
export const PinSchema = v.variant('to', [
  v.object({ to: v.literal('scene'), edge: v.picklist(['start', 'end']), offset: ticks }),
  v.object({ to: v.literal('film'), edge: v.picklist(['start', 'end']), offset: ticks }),
  v.object({ to: v.literal('previous'), offset: ticks }),
  v.object({ to: v.literal('line'), line: id('line'), edge: v.union([v.picklist(['start', 'end']), share]), offset: ticks }),
  v.object({ to: v.literal('word'), word: id('word'), edge: v.picklist(['start', 'end']), offset: ticks }),
  v.object({ to: v.literal('cue'), cue: id('cue'), edge: v.picklist(['start', 'end']), offset: ticks }),
]);
export type Pin = v.InferOutput<typeof PinSchema>;

export const EndSchema = v.union([PinSchema, v.object({ ticks: length })]);
export type End = v.InferOutput<typeof EndSchema>;

export const VoiceSchema = v.object({
  engine: v.picklist(['flite', 'festival', 'espeak']),
  voice: text(40),
  /** Length factor (1.2 is slower), pitch factor, formant factor, pause between sentences in seconds. */
  stretch: v.pipe(v.number(), v.minValue(0.4), v.maxValue(2.5)),
  pitch: v.pipe(v.number(), v.minValue(0.4), v.maxValue(2.5)),
  formant: v.pipe(v.number(), v.minValue(0.7), v.maxValue(1.4)),
  pause: v.pipe(v.number(), v.minValue(0), v.maxValue(5)),
  effect: v.picklist(['none', 'ring', 'radio', 'warm']),
});
export type Voice = v.InferOutput<typeof VoiceSchema>;

export const RoleSchema = v.object({
  order,
  name,
  character: v.nullable(id('character')),
  colour: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(99)),
  voice: VoiceSchema,
  /** How the mouth speaks: -1 soft, with long blends, to 1 sharp; and how far it opens about its own. */
  mouth: v.optional(v.object({ sharp: signed, open: v.pipe(v.number(), v.minValue(0.4), v.maxValue(1.6)) })),
});
export type Role = v.InferOutput<typeof RoleSchema>;

/** One of our own sounds (core/sound/own) or the hash of a stored one. */
const source = v.pipe(v.string(), v.regex(/^(own:[a-z0-9-]{1,40}|[0-9a-f]{64})$/, 'is no sound'));
/** How a sound is played: level, place from left to right, fades in ticks, again and again, softer while anybody speaks. */
const sounding = {
  source,
  name,
  gainDb: v.pipe(v.number(), v.minValue(-60), v.maxValue(12)),
  pan: signed,
  fadeIn: length,
  fadeOut: length,
  /** So much of the sound is left out at its beginning; from the start if left out. */
  into: v.optional(length),
  loop: v.boolean(),
  duck: v.nullable(v.object({ amountDb: v.pipe(v.number(), v.minValue(0), v.maxValue(40)), attack: length, release: length })),
  muted: v.boolean(),
  solo: v.boolean(),
};
/** Music or sound of the whole film, running over cuts; ticks from the film's start, to its end if `end` is null. */
export const FilmSoundSchema = v.object({ order, ...sounding, start: length, end: v.nullable(length) });
export type FilmSound = v.InferOutput<typeof FilmSoundSchema>;

/** Captions that are not the words as they are said: texts by line. */
export const CaptionTrackSchema = v.object({ order, name, language: text(20), lines: v.record(id('line'), text(2000)) });
export type CaptionTrack = v.InferOutput<typeof CaptionTrackSchema>;

/** A place on a picture, as shares of its width and height; a little outside of it too. */
const near = v.pipe(v.number(), v.minValue(-0.5), v.maxValue(1.5));
const spot = v.tuple([near, near]);
const shareOf = (least: number, most: number) => v.pipe(v.number(), v.minValue(least), v.maxValue(most));
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
const clipFacts = {
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

export const CAPTION_LOOKS = ['plate', 'ribbon', 'letters'] as const;
export type CaptionLook = (typeof CAPTION_LOOKS)[number];
export const CAPTION_PLACES = ['foot', 'head'] as const;
export type CaptionPlace = (typeof CAPTION_PLACES)[number];

export const ProductionSchema = v.object({
  version: v.literal(DOCUMENT_VERSION),
  id: id('production'),
  slug: v.pipe(v.string(), v.regex(/^[a-z0-9-]{1,80}$/)),
  title: name,
  frame: v.picklist(Object.keys(FRAMES) as [FrameShape, ...FrameShape[]]),
  fps: v.picklist(FRAME_RATES),
  palette: v.array(colour),
  /** How everything is drawn (core/stage/styles). */
  style: v.picklist(['flat', 'ink', 'paper', 'chalk']),
  roles: v.record(id('role'), RoleSchema),
  sounds: v.optional(v.record(id('sound'), FilmSoundSchema)),
  captionTracks: v.optional(v.record(id('captions'), CaptionTrackSchema)),
  /** Pictures that were brought in. */
  pictures: v.optional(v.record(id('picture'), OwnPictureSchema)),
  /** The track that is seen; the words themselves if left out. */
  shownCaptions: v.optional(id('captions')),
  /** Captions in the colours of who speaks. */
  captionColours: v.optional(v.boolean()),
  /** On what captions are written, a plate if left out; and where they stand, at the foot if left out. */
  captionLook: v.optional(v.picklist(CAPTION_LOOKS)),
  captionPlace: v.optional(v.picklist(CAPTION_PLACES)),
});
export type Production = v.InferOutput<typeof ProductionSchema>;

const parts = v.record(text(30), text(40));
const extras = v.optional(v.record(text(40), v.literal(true)));
const colours = v.record(text(30), colour);

/** Clothes, extras and cloth colours that take the place of the everyday ones. */
export const OutfitSchema = v.object({ order, name, parts, extras, colours });
export type Outfit = v.InferOutput<typeof OutfitSchema>;

export const CharacterSchema = v.object({
  id: id('character'),
  order,
  name,
  kind: v.picklist(['person', 'mascot', 'picture']),
  /** Of a picture that acts. */
  picture: v.optional(PictureFigureSchema),
  /** Dials of the figure, each -1..1 around the middle, age in years. */
  figure: v.object({
    age: v.pipe(v.number(), v.minValue(6), v.maxValue(95)),
    build: signed,
    height: signed,
    shoulders: signed,
    hips: signed,
    headWidth: signed,
    headLength: signed,
    jaw: signed,
    chin: signed,
  }),
  /** Part file ids by slot; a slot left out has no part. */
  parts,
  /** Ids of extras that are worn; any number. */
  extras,
  skin: v.object({ position: share, undertone: signed }),
  colours,
  /** Other outfits; without one the parts above are worn as they are. */
  outfits: v.optional(v.record(id('outfit'), OutfitSchema)),
  temper: v.object({ lively: share, tense: share }),
});
export type Character = v.InferOutput<typeof CharacterSchema>;

export const WordSchema = v.object({ order, text: v.pipe(text(200), v.minLength(1)) });

/** What cleaning can do to a take, in this order: take rumble out, take noise out. Loudness is a gain. */
export const CLEANING_STEPS = ['clipping', 'rumble', 'noise'] as const;
export type CleaningStep = (typeof CLEANING_STEPS)[number];

export const TakeSchema = v.object({
  order,
  name,
  kind: v.picklist(['draft', 'recorded', 'imported']),
  media: hash,
  /** Stored analysis JSON by hash; null while it is still being made. */
  analysis: v.nullable(hash),
  /** Where the take begins in its media, and its length, in ticks. */
  from: length,
  length,
  /** Where in its media the analysis begins, if the take was trimmed since; else where the take begins. */
  heardFrom: v.optional(length),
  /** Decibels by which it is played louder or softer. */
  gainDb: v.optional(v.pipe(v.number(), v.minValue(-40), v.maxValue(40))),
  /** What was done to the sound, and the recording as it was: never lost. */
  cleaned: v.optional(v.object({ steps: v.array(v.picklist(CLEANING_STEPS)), media: hash })),
  /** Times of the words in ticks from the take's start; a word that is missing here has no time of its own. */
  times: v.record(id('word'), v.object({ start: length, end: length })),
  /** Of a draft: what it was made from, so that a change makes it anew. */
  draft: v.optional(v.object({ voice: VoiceSchema, engineVersion: text(40), text: text(4000) })),
});
export type Take = v.InferOutput<typeof TakeSchema>;

export const LineSchema = v.object({
  order,
  /** A beat is a wordless span of `beat` ticks. */
  kind: v.picklist(['line', 'beat']),
  role: v.nullable(id('role')),
  text: text(4000),
  words: v.record(id('word'), WordSchema),
  pin: PinSchema,
  /** The script's parenthetical, several parted by semicolons, and what it says happens before the line. */
  direction: v.optional(text(300)),
  staging: v.optional(text(600)),
  /** Kept out of the chain: what follows does not wait for it. */
  aside: v.boolean(),
  /** Heard, but its speaker does not stand on the stage for it. */
  offStage: v.boolean(),
  beat: length,
  take: v.nullable(id('take')),
  takes: v.record(id('take'), TakeSchema),
});
export type Line = v.InferOutput<typeof LineSchema>;

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

/** How a value goes on from a key: by a name, or by a curve of one's own. */
export const EaseSchema = v.union([
  v.picklist(EASES),
  v.object({ bezier: v.tuple([share, v.pipe(v.number(), v.minValue(-4), v.maxValue(5)), share, v.pipe(v.number(), v.minValue(-4), v.maxValue(5))]) }),
]);

/** A value at a moment. A key hangs like a cue, so that it moves with the voice. */
export const KeySchema = v.object({ at: PinSchema, value: v.union([finite, colour]), ease: EaseSchema });
export type Key = v.InferOutput<typeof KeySchema>;
export type { Ease } from '../time/easing.ts';
/** Keys by property, then by their id. */
export type Keys = Record<string, Record<string, Key>>;

/** Keys of a kind's own properties, each in its range. */
const keysOf = (kind: PropertyKind) =>
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
function restFields<K extends PropertyKind>(kind: K): RestFields<K> {
  const fields: Record<string, unknown> = {};
  for (const name of propertiesOf(kind)) {
    const { least, most } = propertyInfo(name);
    fields[name] = v.optional(v.pipe(v.number(), v.minValue(least, `is below ${least}`), v.maxValue(most, `is above ${most}`)));
  }
  for (const name of coloursOf(kind)) fields[name] = v.optional(colour);
  return fields as RestFields<K>;
}

/** Values of an effect or an entrance, by its own names; what they mean is said where it is drawn. */
const values = v.record(text(40), v.union([finite, colour]));

export const BLENDS = ['normal', 'multiply', 'screen', 'overlay', 'soft light', 'add'] as const;
export type BlendName = (typeof BLENDS)[number];

/** Comes or goes by an effect (core/stage/entrances) that takes some ticks. */
export const PassageSchema = v.object({ effect: text(40), ticks: length, values: v.optional(values) });
export type Passage = v.InferOutput<typeof PassageSchema>;

/** Keys of an effect's own values. */
const freeKeys = v.optional(v.record(text(40), v.record(id('key'), KeySchema)));
export const EffectSchema = v.object({ order, effect: text(40), values, keys: freeKeys });
export type Effect = v.InferOutput<typeof EffectSchema>;

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

/** A whole production as it is edited: parts by id. */
export interface Document {
  production: Production;
  characters: Record<string, Character>;
  scenes: Record<string, Scene>;
}

export const isPin = (end: End): end is Pin => 'to' in end;

/** What is kept on the shelf that all productions share. */
export const KeptSchema = v.variant('kind', [
  v.object({ kind: v.literal('character'), name, value: CharacterSchema }),
  v.object({ kind: v.literal('backdrop'), name, value: BackdropSchema }),
  v.object({ kind: v.literal('thing'), name, value: ThingSchema }),
]);
export type Kept = v.InferOutput<typeof KeptSchema> & { readonly id: string };
