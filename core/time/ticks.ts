/** A tick is 1/48 000 s: whole at every frame rate offered and at the sound's sample rate. */
export const TICKS_PER_SECOND = 48_000;

export const FRAME_RATES = [24, 25, 30, 48, 50, 60] as const;
export type FrameRate = (typeof FRAME_RATES)[number];

/** Length of one frame in ticks; exact for every rate in FRAME_RATES. */
export const ticksPerFrame = (fps: FrameRate): number => TICKS_PER_SECOND / fps;

/** Seconds to the nearest tick. */
export const toTicks = (seconds: number): number => Math.round(seconds * TICKS_PER_SECOND);

export const toSeconds = (ticks: number): number => ticks / TICKS_PER_SECOND;

/** First frame boundary at or after `ticks` (ticks, may be negative). */
export const ceilToFrame = (ticks: number, fps: FrameRate): number => {
  const frame = ticksPerFrame(fps);
  return Math.ceil(ticks / frame) * frame || 0;
};

export const floorToFrame = (ticks: number, fps: FrameRate): number => {
  const frame = ticksPerFrame(fps);
  return Math.floor(ticks / frame) * frame || 0;
};
