/** Clips of our own to try everything on; drawn by server/samples/clips.ts. */
export interface ClipSample {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly seconds: number;
}
export const CLIP_SAMPLES: readonly ClipSample[] = [
  { id: 'green', name: 'Wave before green', width: 1280, height: 720, seconds: 4 },
  { id: 'mouth', name: 'A mouth that speaks', width: 480, height: 320, seconds: 3 },
];
export const CLIP_SAMPLE_RATE = 25;
