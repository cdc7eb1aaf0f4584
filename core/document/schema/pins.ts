import * as v from 'valibot';
import { id, length, share, ticks } from './values.ts';

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

export const isPin = (end: End): end is Pin => 'to' in end;
