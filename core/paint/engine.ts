/** What the compiled painter exports (the .as.ts files say what each does). Addresses and strides are bytes. */
export interface EngineExports {
  readonly memory: { readonly buffer: ArrayBuffer; grow(pages: number): number };
  heapStart(): number;
  target(pixels: number, stride: number, left: number, top: number, clipLeft: number, clipTop: number, clipRight: number, clipBottom: number, cells: number): void;
  cellBytes(width: number, height: number): number;
  how(alpha: number, operation: number): void;
  solid(rgba: number): void;
  linear(x0: number, y0: number, x1: number, y1: number, shades: number): void;
  radial(x: number, y: number, radius: number, shades: number): void;
  place(path: number, count: number, a: number, b: number, c: number, d: number, e: number, f: number, points: number, bounds: number): void;
  stroke(points: number, count: number, width: number, roundCaps: boolean, room: number, most: number): void;
  fill(points: number, count: number, evenOdd: boolean): void;
  surface(pixels: number, stride: number, left: number, top: number): void;
  enlarge(to: number, x: number, y: number, columns: number, rows: number, pixels: number, width: number, height: number, left: number, top: number, room: number): void;
  picture(pixels: number, width: number, height: number, a: number, b: number, c: number, d: number, e: number, f: number, half: number, share: number): void;
  bent(corners: number, columns: number, rows: number): void;
  keep(pixels: number, mask: number, count: number, inverted: boolean): void;
  recolour(pixels: number, count: number, matrix: number): void;
  wipe(pixels: number, stride: number, width: number, height: number, rgba: number): void;
  copy(to: number, toStride: number, pixels: number, stride: number, width: number, height: number): void;
  premultiply(pixels: number, count: number): void;
  unpremultiply(pixels: number, count: number): void;
  halve(pixels: number, width: number, height: number, to: number): void;
  blur(pixels: number, width: number, height: number, size: number, room: number): void;
  convert(rgba: number, stride: number, x: number, y: number, width: number, height: number, frame: number, frameWidth: number, frameHeight: number): void;
  keyTableBytes(): number;
  keyTable(table: number, u: number, v: number, ka: number, kb: number, tolerance: number, softness: number, spill: number): void;
  keyOut(pixels: number, count: number, table: number, keyLuma: number): void;
  edge(pixels: number, width: number, height: number, size: number, low: number, high: number, a: number, b: number): void;
  edgeBytes(width: number, height: number): number;
  matte(pixels: number, count: number): void;
  planar(
    y: number,
    u: number,
    v: number,
    yStride: number,
    cStride: number,
    width: number,
    height: number,
    halved: boolean,
    alpha: number,
    table: number,
    keyLuma: number,
    to: number,
    room: number,
  ): void;
  planarRoom(width: number): number;
  halvePlane(from: number, width: number, height: number, to: number): void;
}

const PAGE = 65_536;
const ALIGN = 64;

/** One instance of the compiled painter, and its memory: who asks for a block gives it back. */
export class Engine {
  readonly wasm: EngineExports;
  private readonly sizes = new Map<number, number>();
  private free: { at: number; size: number }[] = [];
  private end: number;

  constructor(wasm: EngineExports) {
    this.wasm = wasm;
    this.end = Math.ceil(wasm.heapStart() / ALIGN) * ALIGN;
  }

  /** A block of `bytes`, zeroed unless asked otherwise. Throws a RangeError when the machine has no more memory. */
  take(bytes: number, zeroed = true): number {
    const size = Math.max(ALIGN, Math.ceil(bytes / ALIGN) * ALIGN);
    const place = this.free.findIndex((block) => block.size >= size);
    let at: number;
    if (place >= 0) {
      const block = this.free[place] as { at: number; size: number };
      at = block.at;
      if (block.size === size) this.free.splice(place, 1);
      else this.free[place] = { at: block.at + size, size: block.size - size };
    } else {
      at = this.end;
      this.end += size;
      const missing = Math.ceil((this.end - this.wasm.memory.buffer.byteLength) / PAGE);
      if (missing > 0) this.wasm.memory.grow(missing);
    }
    this.sizes.set(at, size);
    if (zeroed) this.bytes(at, size).fill(0);
    return at;
  }

  give(at: number): void {
    const size = this.sizes.get(at);
    if (size === undefined) return;
    this.sizes.delete(at);
    this.free.push({ at, size });
    this.free.sort((a, b) => a.at - b.at);
    const joined: { at: number; size: number }[] = [];
    for (const block of this.free) {
      const last = joined.at(-1);
      if (last && last.at + last.size === block.at) last.size += block.size;
      else joined.push(block);
    }
    this.free = joined;
  }

  /** A view of memory, good until the next `take`. */
  bytes(at: number, length: number): Uint8ClampedArray<ArrayBuffer> {
    return new Uint8ClampedArray(this.wasm.memory.buffer, at, length);
  }

  words(at: number, length: number): Int32Array<ArrayBuffer> {
    return new Int32Array(this.wasm.memory.buffer, at, length);
  }
}
