import * as v from 'valibot';
import { EASES } from '../time/easing.ts';
import { FRAME_RATES } from '../time/ticks.ts';
import { ID_PREFIXES, type IdKind } from './ids.ts';
import { isStorable } from './text.ts';

export const DOCUMENT_VERSION = 1;

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
  /** The track that is seen; the words themselves if left out. */
  shownCaptions: v.optional(id('captions')),
  /** Captions in the colours of who speaks. */
  captionColours: v.optional(v.boolean()),
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
  kind: v.picklist(['person', 'mascot']),
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

export const BackdropSchema = v.variant('kind', [
  v.object({ kind: v.literal('colour'), colour }),
  v.object({ kind: v.literal('set'), set: text(40), light: share }),
  v.object({
    kind: v.literal('picture'),
    media: hash,
    width: v.pipe(v.number(), v.minValue(1)),
    height: v.pipe(v.number(), v.minValue(1)),
    fit: v.picklist(['fit', 'fill']),
    name,
  }),
]);
export type Backdrop = v.InferOutput<typeof BackdropSchema>;

export const LayerSchema = v.variant('kind', [
  v.object({
    kind: v.literal('character'),
    order,
    character: id('character'),
    /** What it wears in this scene; everyday clothes if left out. */
    outfit: v.optional(id('outfit')),
    x: finite,
    y: finite,
    scale: v.pipe(v.number(), v.minValue(0.05), v.maxValue(20)),
    /** Which way the body faces at rest, -1 left .. 1 right. */
    turn: signed,
    locked: v.boolean(),
    hidden: v.boolean(),
  }),
  v.object({
    kind: v.literal('prop'),
    order,
    name,
    prop: text(40),
    x: finite,
    y: finite,
    scale: v.pipe(v.number(), v.minValue(0.05), v.maxValue(20)),
    locked: v.boolean(),
    hidden: v.boolean(),
  }),
]);
export type Layer = v.InferOutput<typeof LayerSchema>;
export type CharacterLayer = Extract<Layer, { kind: 'character' }>;

const cueBase = { order, start: PinSchema, end: EndSchema };
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
  /** A walk without a gait walks or runs by its speed. */
  v.object({ kind: v.literal('move'), ...onLayer, x: finite, y: finite, walk: v.boolean(), gait: v.optional(v.picklist(['walk', 'run'])), ease: v.picklist(EASES) }),
  v.object({
    kind: v.literal('camera'),
    ...cueBase,
    framing: v.picklist(['wide', 'two-shot', 'medium', 'close', 'place']),
    /** Layers the framing holds; empty for wide. */
    subjects: v.array(id('layer')),
    /** Of `place`: centre and width in stage units. */
    x: finite,
    y: finite,
    width: v.pipe(v.number(), v.minValue(60), v.maxValue(20_000)),
    /** Change the framing by a cut, or move there over the given ticks. */
    over: length,
    /** Slow drift inwards during the shot, share of the width by its end. */
    push: v.pipe(v.number(), v.minValue(-0.5), v.maxValue(0.5)),
  }),
  v.object({ kind: v.literal('sound'), ...cueBase, ...sounding }),
  v.object({ kind: v.literal('caption'), ...cueBase, text: text(400) }),
]);
export type Cue = v.InferOutput<typeof CueSchema>;
export type CueKind = Cue['kind'];
export type CueOf<K extends CueKind> = Extract<Cue, { kind: K }>;

export const SceneSchema = v.object({
  id: id('scene'),
  order,
  title: name,
  backdrop: BackdropSchema,
  /** Ticks before the first word and after the last. */
  lead: length,
  tail: length,
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
