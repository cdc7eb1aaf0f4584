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

/** The 44 bytes before the samples of a WAVE of 16-bit PCM or 32-bit floats. */
export function wavHead(frames: number, channels: number, rate: number, bits: 16 | 32 = 16): Uint8Array {
  const width = bits / 8;
  const out = new Uint8Array(44);
  const view = new DataView(out.buffer);
  const text = (at: number, value: string): void => {
    for (let n = 0; n < value.length; n++) out[at + n] = value.charCodeAt(n);
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + frames * channels * width, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, bits === 32 ? 3 : 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * channels * width, true);
  view.setUint16(32, channels * width, true);
  view.setUint16(34, bits, true);
  text(36, 'data');
  view.setUint32(40, frames * channels * width, true);
  return out;
}

/** Writes 16-bit PCM (or 32-bit float) WAVE. */
export function writeWav({ rate, channels }: Sound, bits: 16 | 32 = 16): Uint8Array {
  const frames = channels[0]?.length ?? 0;
  const width = bits / 8;
  const out = new Uint8Array(44 + frames * channels.length * width);
  out.set(wavHead(frames, channels.length, rate, bits));
  const view = new DataView(out.buffer);
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

/**
 * Band-limited resampling by a windowed sinc (Hann, 24 zero crossings), piece by piece: the pieces that it gives are
 * together what the whole sound would give.
 */
export class Resampler {
  private readonly ratio: number;
  private readonly cut: number;
  private readonly half: number;
  /** Rational ratios repeat their phases: filters are made once a phase. */
  private readonly filters = new Map<number, Float32Array>();
  private held = new Float32Array();
  /** Place of the first held sample in the sound, and of the next sample that is made. */
  private start = 0;
  private next = 0;

  constructor(from: number, to: number) {
    this.ratio = to / from;
    this.cut = Math.min(1, this.ratio) * 0.94;
    this.half = Math.ceil(24 / this.cut);
  }

  /** Takes samples and gives those that can be made by now; with the `last` piece, all that are left. */
  push(piece: Float32Array, last = false): Float32Array {
    const held = this.held.length ? new Float32Array(this.held.length + piece.length) : piece;
    if (held !== piece) {
      held.set(this.held);
      held.set(piece, this.held.length);
    }
    const { ratio, half, start } = this;
    const end = start + held.length;
    const until = last ? Math.floor(end * ratio) : Math.max(this.next, Math.floor((end - half - 1) * ratio));
    const out = new Float32Array(Math.max(0, until - this.next));
    for (let n = this.next; n < until; n++) {
      const centre = n / ratio;
      const base = Math.floor(centre);
      const filter = this.filter(Math.round((centre - base) * 4096));
      const first = base - half + 1 - start;
      let value = 0;
      for (let k = 0; k < half * 2; k++) {
        const at = first + k;
        if (at >= 0 && at < held.length) value += (held[at] as number) * (filter[k] as number);
      }
      out[n - this.next] = value;
    }
    this.next = Math.max(this.next, until);
    const keep = Math.min(held.length, Math.max(0, Math.floor(this.next / ratio) - half - start));
    this.held = held.slice(keep);
    this.start = start + keep;
    return out;
  }

  private filter(phase: number): Float32Array {
    const known = this.filters.get(phase);
    if (known) return known;
    const { cut, half } = this;
    const filter = new Float32Array(half * 2);
    let sum = 0;
    for (let k = 0; k < half * 2; k++) {
      const x = k - half + 1 - phase / 4096;
      const w = 0.5 + 0.5 * Math.cos((Math.PI * x) / half);
      const v = Math.abs(x) >= half ? 0 : (x === 0 ? cut : Math.sin(Math.PI * cut * x) / (Math.PI * x)) * w;
      filter[k] = v;
      sum += v;
    }
    for (let k = 0; k < half * 2; k++) filter[k] = (filter[k] as number) / sum;
    this.filters.set(phase, filter);
    return filter;
  }
}

/** A whole sound at another rate: 48 kHz to 16 kHz for analysis. */
export const resample = (samples: Float32Array, from: number, to: number): Float32Array => (from === to ? samples : new Resampler(from, to).push(samples, true));
