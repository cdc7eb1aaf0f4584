import { failure } from '../document/failure.ts';

export interface Sound {
  readonly rate: number;
  /** One array a channel, -1..1. */
  readonly channels: readonly Float32Array[];
}

/**
 * Reads a RIFF WAVE of 8, 16, 24, 32 bit integers or 32 bit floats.
 * @throws Failure `no-wav`, `wav-cut` with a sentence for the user.
 */
export function readWav(bytes: Uint8Array): Sound {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const tag = (at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 44 || tag(0) !== 'RIFF' || tag(8) !== 'WAVE')
    throw failure('no-wav', 'This is no WAV file. Export the sound as WAV, MP3, OGG, FLAC or M4A and bring it in again.');
  let format = 0;
  let channels = 0;
  let rate = 0;
  let bits = 0;
  for (let at = 12; at + 8 <= bytes.length; ) {
    const size = view.getUint32(at + 4, true);
    const kind = tag(at);
    if (kind === 'fmt ') {
      format = view.getUint16(at + 8, true);
      channels = view.getUint16(at + 10, true);
      rate = view.getUint32(at + 12, true);
      bits = view.getUint16(at + 22, true);
      if (format === 0xfffe) format = view.getUint16(at + 32, true);
    } else if (kind === 'data') {
      const end = Math.min(bytes.length, size === 0xffffffff ? bytes.length : at + 8 + size);
      const width = bits / 8;
      const frames = Math.floor((end - at - 8) / (width * channels));
      if (!channels || !rate || !width) break;
      const out = Array.from({ length: channels }, () => new Float32Array(frames));
      let p = at + 8;
      for (let n = 0; n < frames; n++) for (let c = 0; c < channels; c++, p += width) (out[c] as Float32Array)[n] = sampleAt(view, p, bits, format);
      return { rate, channels: out };
    }
    at += 8 + size + (size & 1);
  }
  throw failure('wav-cut', 'This WAV file breaks off before its sound begins. Export it again and bring in the new file.');
}

function sampleAt(view: DataView, at: number, bits: number, format: number): number {
  if (format === 3) return bits === 64 ? view.getFloat64(at, true) : view.getFloat32(at, true);
  switch (bits) {
    case 8:
      return (view.getUint8(at) - 128) / 128;
    case 16:
      return view.getInt16(at, true) / 32768;
    case 24:
      return ((view.getUint8(at) | (view.getUint8(at + 1) << 8) | (view.getInt8(at + 2) << 16)) as number) / 8388608;
    default:
      return view.getInt32(at, true) / 2147483648;
  }
}

/** Writes 16-bit PCM (or 32-bit float) WAVE. */
export function writeWav({ rate, channels }: Sound, bits: 16 | 32 = 16): Uint8Array {
  const frames = channels[0]?.length ?? 0;
  const count = channels.length;
  const width = bits / 8;
  const out = new Uint8Array(44 + frames * count * width);
  const view = new DataView(out.buffer);
  const text = (at: number, value: string): void => {
    for (let n = 0; n < value.length; n++) out[at + n] = value.charCodeAt(n);
  };
  text(0, 'RIFF');
  view.setUint32(4, out.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, bits === 32 ? 3 : 1, true);
  view.setUint16(22, count, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * count * width, true);
  view.setUint16(32, count * width, true);
  view.setUint16(34, bits, true);
  text(36, 'data');
  view.setUint32(40, frames * count * width, true);
  let at = 44;
  for (let n = 0; n < frames; n++)
    for (const channel of channels) {
      const value = channel[n] as number;
      if (bits === 32) view.setFloat32(at, value, true);
      else view.setInt16(at, Math.max(-32768, Math.min(32767, Math.round(value * 32767))), true);
      at += width;
    }
  return out;
}

/** All channels as one, mean of them. */
export function toMono({ rate, channels }: Sound): { rate: number; samples: Float32Array } {
  const first = channels[0] ?? new Float32Array();
  if (channels.length < 2) return { rate, samples: first };
  const samples = new Float32Array(first.length);
  for (const channel of channels) for (let n = 0; n < samples.length; n++) samples[n] = (samples[n] as number) + (channel[n] as number) / channels.length;
  return { rate, samples };
}

/** Band-limited resampling by a windowed sinc (Hann, 24 zero crossings): 48 kHz to 16 kHz for analysis. */
export function resample(samples: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return samples;
  const ratio = to / from;
  const cut = Math.min(1, ratio) * 0.94;
  const half = Math.ceil(24 / cut);
  const length = Math.floor(samples.length * ratio);
  const out = new Float32Array(length);
  // Rational ratios repeat their phases: filters are made once a phase.
  const phases = new Map<number, Float32Array>();
  for (let n = 0; n < length; n++) {
    const centre = n / ratio;
    const base = Math.floor(centre);
    const phase = Math.round((centre - base) * 4096);
    let filter = phases.get(phase);
    if (!filter) {
      filter = new Float32Array(half * 2);
      let sum = 0;
      for (let k = 0; k < half * 2; k++) {
        const x = k - half + 1 - phase / 4096;
        const w = 0.5 + 0.5 * Math.cos((Math.PI * x) / half);
        const v = Math.abs(x) >= half ? 0 : (x === 0 ? cut : Math.sin(Math.PI * cut * x) / (Math.PI * x)) * w;
        filter[k] = v;
        sum += v;
      }
      for (let k = 0; k < half * 2; k++) filter[k] = (filter[k] as number) / sum;
      phases.set(phase, filter);
    }
    let value = 0;
    const first = base - half + 1;
    for (let k = 0; k < half * 2; k++) {
      const at = first + k;
      if (at >= 0 && at < samples.length) value += (samples[at] as number) * (filter[k] as number);
    }
    out[n] = value;
  }
  return out;
}
