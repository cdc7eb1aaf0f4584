import type { Engine } from './engine.ts';
import type { Box } from './geometry.ts';

/** A window of the output, RGBA premultiplied: its box says which. */
export class Surface {
  readonly box: Box;
  readonly width: number;
  readonly height: number;
  readonly stride: number;
  readonly at: number;
  private readonly engine: Engine;

  /** Takes its memory from the engine, or lies at `at`. */
  constructor(engine: Engine, box: Box, at?: number) {
    this.engine = engine;
    this.box = box;
    this.width = box.right - box.left;
    this.height = box.bottom - box.top;
    this.stride = this.width * 4;
    this.at = at ?? engine.take(this.stride * this.height);
  }

  /** Address of an output pixel. */
  address(x: number, y: number): number {
    return this.at + (y - this.box.top) * this.stride + (x - this.box.left) * 4;
  }

  /** The pixels where they lie, row by row; good until the engine's memory grows. An opaque surface's are straight RGBA too. */
  view(): Uint8ClampedArray<ArrayBuffer> {
    return this.engine.bytes(this.at, this.stride * this.height);
  }

  /** A copy of a box's pixels with straight alpha, row by row. */
  pixels(box: Box = this.box): Uint8ClampedArray<ArrayBuffer> {
    const { wasm } = this.engine;
    const width = box.right - box.left;
    const height = box.bottom - box.top;
    const copy = this.engine.take(width * height * 4, false);
    wasm.copy(copy, width * 4, this.address(box.left, box.top), this.stride, width, height);
    wasm.unpremultiply(copy, width * height);
    const out = this.engine.bytes(copy, width * height * 4).slice();
    this.engine.give(copy);
    return out;
  }

  wipe(box: Box, rgba: number): void {
    this.engine.wasm.wipe(this.address(box.left, box.top), this.stride, box.right - box.left, box.bottom - box.top, rgba);
  }

  /** Takes a box over from another surface that holds it. */
  copyFrom(other: Surface, box: Box): void {
    this.engine.wasm.copy(this.address(box.left, box.top), this.stride, other.address(box.left, box.top), other.stride, box.right - box.left, box.bottom - box.top);
  }

  dispose(): void {
    this.engine.give(this.at);
  }
}
