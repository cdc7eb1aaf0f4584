import * as v from 'valibot';
import { PinSchema } from './pins.ts';
import { VoiceSchema } from './production.ts';
import { hash, id, length, name, order, text } from './values.ts';

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
