import * as v from 'valibot';
import { FRAME_RATES } from '../../time/ticks.ts';
import { OwnPictureSchema } from './ownPictures.ts';
import { colour, id, length, name, order, signed, text } from './values.ts';

export const DOCUMENT_VERSION = 2;

export const FRAMES = { '16:9': [1920, 1080], '9:16': [1080, 1920], '1:1': [1080, 1080], '4:5': [1080, 1350] } as const;
export type FrameShape = keyof typeof FRAMES;

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
export const sounding = {
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
