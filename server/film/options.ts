import * as v from 'valibot';
import { FRAMES, type FrameShape } from '#core/document/schema';
import { FRAME_RATES } from '#core/time/ticks';
import { FORMATS } from './formats/index.ts';

const even = v.pipe(
  v.number(),
  v.integer(),
  v.minValue(64, 'is smaller than 64 pixels'),
  v.maxValue(4096, 'is larger than 4096 pixels'),
  v.check((value) => value % 2 === 0, 'is not an even number of pixels'),
);

/** What a film is exported as. Times in ticks of the film. */
export const FilmOptionsSchema = v.object({
  width: even,
  height: even,
  fps: v.picklist(FRAME_RATES),
  from: v.pipe(v.number(), v.integer(), v.minValue(0)),
  /** Null: to the end. */
  to: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1))),
  captions: v.boolean(),
  format: v.optional(v.picklist(FORMATS.map(({ id }) => id)), 'mp4'),
  preset: v.picklist(['veryfast', 'faster', 'medium']),
  crf: v.pipe(v.number(), v.integer(), v.minValue(10), v.maxValue(32)),
});
export type FilmOptions = v.InferOutput<typeof FilmOptionsSchema>;

/** Sizes offered for a frame: the shorter side's pixels. */
export const SIDES = [540, 720, 1080, 2160] as const;
export const sizeFor = (shape: FrameShape, side: number): { width: number; height: number } => {
  const [w, h] = FRAMES[shape];
  const even = (value: number): number => Math.round(value / 2) * 2;
  return { width: even((w * side) / 1080), height: even((h * side) / 1080) };
};
