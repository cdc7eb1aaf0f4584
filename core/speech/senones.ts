import { CEPSTRA } from './features.ts';

/** Streams of the model: static, delta, delta-delta. */
export const STREAMS = 3;
export const DENSITIES = 128;
export const STATES = 3;
/** Numbers of a frame, and frames that are scored together. */
const NUMBERS = STREAMS * CEPSTRA;
const TOGETHER = 4;
const PAGE = 65_536;

/** What senones.as.ts exports; addresses are bytes. */
export interface SenoneExports {
  readonly memory: { readonly buffer: ArrayBuffer; grow(pages: number): number };
  heapStart(): number;
  layOut(means: number, halves: number, constants: number, weights: number, frame: number, scratch: number, out: number): void;
  score(phone: number): void;
}

/** The tables of a phone model in the compiled scorer's memory, which one model has for itself. */
export class Senones {
  /** [codebook][stream][13][density]. */
  readonly means: Float32Array;
  /** Half precisions, 1 / (2 variance), in the same order. */
  readonly halves: Float32Array;
  /** ln of each density's normaliser, [codebook][stream][density]. */
  readonly constants: Float32Array;
  /** ln weights, [senone][stream][density]. */
  readonly weights: Float32Array;
  private readonly frame: Float32Array;
  private readonly out: Float32Array;
  private readonly exports: SenoneExports;

  constructor(exports: SenoneExports, phones: number) {
    this.exports = exports;
    const rows = phones * STREAMS;
    const counts = [
      rows * CEPSTRA * DENSITIES,
      rows * CEPSTRA * DENSITIES,
      rows * DENSITIES,
      rows * STATES * DENSITIES,
      TOGETHER * NUMBERS,
      TOGETHER * DENSITIES,
      TOGETHER * STATES,
    ];
    const places: number[] = [];
    let end = Math.ceil(exports.heapStart() / 16) * 16;
    for (const count of counts) {
      places.push(end);
      end += Math.ceil(count / 4) * 16;
    }
    exports.memory.grow(Math.max(0, Math.ceil((end - exports.memory.buffer.byteLength) / PAGE)));
    const view = (n: number): Float32Array => new Float32Array(exports.memory.buffer, places[n], counts[n]);
    this.means = view(0);
    this.halves = view(1);
    this.constants = view(2);
    this.weights = view(3);
    this.frame = view(4);
    this.out = view(6);
    exports.layOut(...(places as [number, number, number, number, number, number, number]));
  }

  /** ln likelihoods of four frames, `features` from `at` on, in the three states of a phone: to `into` from `place` on, frame by frame. */
  score(features: Float32Array, at: number, phone: number, into: Float32Array, place: number): void {
    const { frame, out } = this;
    for (let k = 0; k < frame.length; k++) frame[k] = features[at + k] ?? 0;
    this.exports.score(phone);
    into.set(out, place);
  }
}

/** Scores of a recording's frames against the model's states; a codebook is looked at only when a state of its phone is asked for. */
export class Scorer {
  private readonly senones: Senones;
  private readonly features: Float32Array;
  /** The group of frames that was scored last, of each phone. */
  private readonly scored: Int32Array;
  private readonly values: Float32Array;
  private group = -1;
  private offset = 0;

  /** `features`: 39 numbers a frame (features.ts). */
  constructor({ senones, phones }: { readonly senones: Senones; readonly phones: readonly string[] }, features: Float32Array) {
    this.senones = senones;
    this.features = features;
    this.scored = new Int32Array(phones.length).fill(-1);
    this.values = new Float32Array(phones.length * TOGETHER * STATES);
  }

  at(frame: number): void {
    this.group = Math.floor(frame / TOGETHER);
    this.offset = (frame % TOGETHER) * STATES;
  }

  /** ln likelihood of the current frame in a state of a phone. */
  score(phone: number, state: number): number {
    const place = phone * TOGETHER * STATES;
    if (this.scored[phone] !== this.group) {
      this.senones.score(this.features, this.group * TOGETHER * NUMBERS, phone, this.values, place);
      this.scored[phone] = this.group;
    }
    return this.values[place + this.offset + state] as number;
  }
}
