import { FRAMES, type FrameShape } from '../document/schema.ts';
import type { Matrix } from '../draw/matrix.ts';

/** What the camera takes in: centre and width in stage units; the height follows from the frame. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** Size of a frame in stage units: the shorter side is 1080. */
export const frameSize = (shape: FrameShape): { width: number; height: number } => ({ width: FRAMES[shape][0], height: FRAMES[shape][1] });

/** From the stage to the picture, for what the camera takes in. */
export function viewMatrix({ x, y, width }: View, shape: FrameShape): Matrix {
  const frame = frameSize(shape);
  const k = frame.width / width;
  return [k, 0, 0, k, frame.width / 2 - k * x, frame.height / 2 - k * y];
}
