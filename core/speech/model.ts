import { failure } from '../document/failure.ts';
import { CEPSTRA } from './features.ts';
import { DENSITIES, type SenoneExports, Senones, STATES, STREAMS } from './senones.ts';

export const MODEL_MAGIC = 'KZAM2';
/** Trigram bytes are steps of this many nats. */
export const TRIGRAM_STEP = 1 / 16;

/** Context-independent phone model in a compact form (speech.md, Into the product). */
export interface AcousticModel {
  readonly phones: readonly string[];
  /** ln of self and next transition: [phone][state][2]. */
  readonly transitions: Float32Array;
  /** [codebook][stream][13][density], unpacked, in the memory of `senones`. */
  readonly means: Float32Array;
  /** ln weight [senone][stream][density]; senone = phone * 3 + state; there too. */
  readonly weights: Float32Array;
  readonly senones: Senones;
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

/**
 * Opens the compact file that set-up makes (server/speech/buildModel.ts) with an instance of senones.wasm, whose memory
 * it takes. Throws `no-model` for anything else.
 */
export function readModel(bytes: Uint8Array, exports: SenoneExports): AcousticModel {
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
  const senones = new Senones(exports, phoneCount);
  const { means, halves, constants, weights } = senones;
  for (let row = 0; row < rows; row++)
    for (let d = 0; d < DENSITIES; d++) {
      let constant = -0.5 * CEPSTRA * Math.log(2 * Math.PI);
      for (let k = 0; k < CEPSTRA; k++) {
        const scale = (row * CEPSTRA + k) * 4;
        const packed = (row * DENSITIES + d) * CEPSTRA + k;
        const index = (row * CEPSTRA + k) * DENSITIES + d;
        means[index] = (scales[scale] as number) + (packedMeans[packed] as number) * (scales[scale + 1] as number);
        const logPrecision = (scales[scale + 2] as number) + (packedPrecisions[packed] as number) * (scales[scale + 3] as number);
        halves[index] = Math.exp(logPrecision) / 2;
        constant += logPrecision / 2;
      }
      constants[row * DENSITIES + d] = constant;
    }
  const weightStep = 1024 * Math.log(1.0001);
  packedWeights.forEach((byte, n) => (weights[n] = -byte * weightStep));
  const trigram = Float32Array.from(packedTrigram, (byte) => (byte === 255 ? -1e4 : -byte * TRIGRAM_STEP));
  return { phones: header.phones, transitions, means, weights, senones, trigram, loopPhones: header.loopPhones, notice: header.notice };
}
