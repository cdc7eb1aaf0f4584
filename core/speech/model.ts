import { failure } from '../document/failure.ts';
import { CEPSTRA } from './features.ts';

/** Streams of the model: static, delta, delta-delta. */
export const STREAMS = 3;
export const DENSITIES = 128;
export const STATES = 3;
const BEST = 4;
export const MODEL_MAGIC = 'KZAM2';
/** Trigram bytes are steps of this many nats. */
export const TRIGRAM_STEP = 1 / 16;

/** Context-independent phone model in a compact form (speech.md, Into the product). */
export interface AcousticModel {
  readonly phones: readonly string[];
  /** ln of self and next transition: [phone][state][2]. */
  readonly transitions: Float32Array;
  /** [codebook][stream][density][13], unpacked. */
  readonly means: Float64Array;
  /** Half precisions, 1 / (2 variance). */
  readonly halves: Float64Array;
  /** Constant of each density: ln of its normaliser. */
  readonly constants: Float32Array;
  /** ln weight [senone][stream][density]; senone = phone * 3 + state. */
  readonly weights: Float32Array;
  /** ln P(c | a b) over `loopPhones`, dense. */
  readonly trigram: Float32Array;
  readonly loopPhones: readonly number[];
  readonly notice: string;
}

interface Header {
  phones: string[];
  loopPhones: number[];
  notice: string;
}

/** Opens the compact file that set-up makes (server/speech/buildModel.ts). Throws `no-model` for anything else. */
export function readModel(bytes: Uint8Array): AcousticModel {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const magic = String.fromCharCode(...bytes.subarray(0, 5));
  if (magic !== MODEL_MAGIC) throw failure('no-model', 'The speech model is missing or of another version. Run ./start once more: it makes it anew.', 500);
  const headerLength = view.getUint32(8, true);
  const header = JSON.parse(Array.from(bytes.subarray(12, 12 + headerLength), (byte) => String.fromCharCode(byte)).join('')) as Header;
  let at = 12 + headerLength;
  const floats = (count: number): Float32Array => {
    const out = new Float32Array(count);
    for (let n = 0; n < count; n++) out[n] = view.getFloat32(at + n * 4, true);
    at += count * 4;
    return out;
  };
  const octets = (count: number): Uint8Array => {
    const out = bytes.subarray(at, at + count);
    at += count;
    return out;
  };
  const phoneCount = header.phones.length;
  const rows = phoneCount * STREAMS;
  const transitions = floats(phoneCount * STATES * 2);
  const scales = floats(rows * CEPSTRA * 4);
  const packedMeans = octets(rows * DENSITIES * CEPSTRA);
  const packedPrecisions = octets(rows * DENSITIES * CEPSTRA);
  const packedWeights = octets(phoneCount * STATES * STREAMS * DENSITIES);
  const n = header.loopPhones.length;
  const packedTrigram = octets(n * n * n);
  const means = new Float64Array(packedMeans.length);
  const halves = new Float64Array(packedMeans.length);
  const constants = new Float32Array(rows * DENSITIES);
  for (let row = 0; row < rows; row++)
    for (let d = 0; d < DENSITIES; d++) {
      let constant = -0.5 * CEPSTRA * Math.log(2 * Math.PI);
      for (let k = 0; k < CEPSTRA; k++) {
        const scale = (row * CEPSTRA + k) * 4;
        const index = (row * DENSITIES + d) * CEPSTRA + k;
        means[index] = Math.fround((scales[scale] as number) + (packedMeans[index] as number) * (scales[scale + 1] as number));
        const logPrecision = (scales[scale + 2] as number) + (packedPrecisions[index] as number) * (scales[scale + 3] as number);
        halves[index] = Math.fround(Math.exp(logPrecision) / 2);
        constant += logPrecision / 2;
      }
      constants[row * DENSITIES + d] = constant;
    }
  const weightStep = 1024 * Math.log(1.0001);
  const weights = Float32Array.from(packedWeights, (byte) => -byte * weightStep);
  const trigram = Float32Array.from(packedTrigram, (byte) => (byte === 255 ? -1e4 : -byte * TRIGRAM_STEP));
  return { phones: header.phones, transitions, means, halves, constants, weights, trigram, loopPhones: header.loopPhones, notice: header.notice };
}

/**
 * Scores of frames against the model's states. A codebook is evaluated only when a state of its phone is asked for;
 * per stream the four best densities count (speech.md, Score of a senone).
 */
export class Scorer {
  private readonly model: AcousticModel;
  private readonly features: Float32Array;
  private frame = -1;
  private readonly scored: Int32Array;
  private readonly bestIndex: Int32Array;
  private readonly bestValue: Float64Array;
  private readonly senoneFrame: Int32Array;
  private readonly senoneValue: Float64Array;

  constructor(model: AcousticModel, features: Float32Array) {
    this.model = model;
    this.features = features;
    const phones = model.phones.length;
    this.scored = new Int32Array(phones).fill(-1);
    this.bestIndex = new Int32Array(phones * STREAMS * BEST);
    this.bestValue = new Float64Array(phones * STREAMS * BEST);
    this.senoneFrame = new Int32Array(phones * STATES).fill(-1);
    this.senoneValue = new Float64Array(phones * STATES);
  }

  at(frame: number): void {
    this.frame = frame;
  }

  /** ln likelihood of the current frame in a state of a phone. */
  score(phone: number, state: number): number {
    const senone = phone * STATES + state;
    if (this.senoneFrame[senone] === this.frame) return this.senoneValue[senone] as number;
    if (this.scored[phone] !== this.frame) this.codebook(phone);
    let total = 0;
    for (let stream = 0; stream < STREAMS; stream++) {
      const base = (phone * STREAMS + stream) * BEST;
      const weights = (senone * STREAMS + stream) * DENSITIES;
      let top = Number.NEGATIVE_INFINITY;
      for (let n = 0; n < BEST; n++) {
        const value = (this.bestValue[base + n] as number) + (this.model.weights[weights + (this.bestIndex[base + n] as number)] as number);
        if (value > top) top = value;
      }
      let sum = 0;
      for (let n = 0; n < BEST; n++) sum += Math.exp((this.bestValue[base + n] as number) + (this.model.weights[weights + (this.bestIndex[base + n] as number)] as number) - top);
      total += top + Math.log(sum);
    }
    this.senoneFrame[senone] = this.frame;
    this.senoneValue[senone] = total;
    return total;
  }

  /**
   * The four best densities of a codebook at this frame. Squares are only ever taken off, so that a density is left as
   * soon as it lies below the fourth best, or below the least of the last frame's four, which the fourth best cannot.
   */
  private codebook(phone: number): void {
    const { means, halves, constants } = this.model;
    const { features, bestIndex: index, bestValue: value } = this;
    for (let stream = 0; stream < STREAMS; stream++) {
      const x = this.frame * CEPSTRA * STREAMS + stream * CEPSTRA;
      const row = phone * STREAMS + stream;
      const base = row * BEST;
      const [x0, x1, x2, x3] = [features[x] as number, features[x + 1] as number, features[x + 2] as number, features[x + 3] as number];
      let least = Number.POSITIVE_INFINITY;
      for (let n = 0; n < BEST; n++) {
        const d = index[base + n] as number;
        const m = (row * DENSITIES + d) * CEPSTRA;
        let sum = constants[row * DENSITIES + d] as number;
        for (let k = 0; k < CEPSTRA; k++) {
          const diff = (features[x + k] as number) - (means[m + k] as number);
          sum -= diff * diff * (halves[m + k] as number);
        }
        if (sum < least) least = sum;
        // Before any frame was looked at all four are the same density: no bound.
        if (n && d === index[base]) least = Number.NEGATIVE_INFINITY;
      }
      for (let n = 0; n < BEST; n++) value[base + n] = Number.NEGATIVE_INFINITY;
      let worst = Number.NEGATIVE_INFINITY;
      let limit = least;
      for (let d = 0; d < DENSITIES; d++) {
        const m = (row * DENSITIES + d) * CEPSTRA;
        const d0 = x0 - (means[m] as number);
        const d1 = x1 - (means[m + 1] as number);
        const d2 = x2 - (means[m + 2] as number);
        const d3 = x3 - (means[m + 3] as number);
        let sum = constants[row * DENSITIES + d] as number;
        sum -= d0 * d0 * (halves[m] as number);
        sum -= d1 * d1 * (halves[m + 1] as number);
        sum -= d2 * d2 * (halves[m + 2] as number);
        sum -= d3 * d3 * (halves[m + 3] as number);
        if (sum < limit) continue;
        let k = 4;
        for (; k < 8; k++) {
          const diff = (features[x + k] as number) - (means[m + k] as number);
          sum -= diff * diff * (halves[m + k] as number);
        }
        if (sum < limit) continue;
        for (; k < CEPSTRA; k++) {
          const diff = (features[x + k] as number) - (means[m + k] as number);
          sum -= diff * diff * (halves[m + k] as number);
        }
        if (sum <= worst) continue;
        let place = BEST - 1;
        while (place > 0 && (value[base + place - 1] as number) < sum) {
          value[base + place] = value[base + place - 1] as number;
          index[base + place] = index[base + place - 1] as number;
          place--;
        }
        value[base + place] = sum;
        index[base + place] = d;
        worst = value[base + BEST - 1] as number;
        if (worst > limit) limit = worst;
      }
    }
    this.scored[phone] = this.frame;
  }
}
