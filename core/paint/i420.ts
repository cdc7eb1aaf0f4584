import type { Engine } from './engine.ts';
import type { Box } from './geometry.ts';
import type { Surface } from './surface.ts';

/** Bytes of an I420 frame; both sides even. */
export const i420Size = (width: number, height: number): number => (width * height * 3) / 2;

/** An I420 frame that persists from frame to frame, fed by rectangles; it lies in the painter's own memory. */
export class I420Frame {
  readonly width: number;
  readonly height: number;
  private readonly engine: Engine;
  private readonly at: number;
  private readonly size: number;

  constructor(engine: Engine, width: number, height: number) {
    this.engine = engine;
    this.width = width;
    this.height = height;
    this.size = i420Size(width, height);
    this.at = engine.take(this.size);
  }

  /** Takes over a rectangle (even sides) of a painted frame of the same size. */
  put(surface: Surface, box: Box): void {
    this.engine.wasm.convert(surface.address(box.left, box.top), surface.stride, box.left, box.top, box.right - box.left, box.bottom - box.top, this.at, this.width, this.height);
  }

  /** The frame where it lies; good until the next `put`, or until the engine's memory grows. */
  bytes(): Uint8Array {
    return new Uint8Array(this.engine.wasm.memory.buffer, this.at, this.size);
  }
}
