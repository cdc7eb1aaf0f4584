import type { FilmSchedule } from '#core/schedule/schedule';
import { type Channels, type Clip, FADE_SAMPLES, mixStereo, soundClips, voiceClips } from '#core/sound/mix';
import { TICKS_PER_SECOND, ticksPerFrame } from '#core/time/ticks';
import { mediaUrl } from './api.ts';

/** Decoded sounds are fetched once. */
const buffers = new Map<string, Promise<AudioBuffer>>();
let context: AudioContext | undefined;

const audio = (): AudioContext => {
  context ??= new AudioContext({ sampleRate: 48_000, latencyHint: 'interactive' });
  return context;
};

/** A stored sound, decoded at 48 kHz. */
export const soundOf = (media: string): Promise<AudioBuffer> => bufferOf(media);

let maker: Worker | undefined;
let asked = 0;
const waiting = new Map<number, (channels: Float32Array<ArrayBuffer>[] | undefined) => void>();

/** One of our own sounds, made in a worker. */
function ownBuffer(source: string): Promise<AudioBuffer> {
  if (!maker) {
    maker = new Worker(new URL('./workers/sound.worker.ts', import.meta.url), { type: 'module' });
    maker.onmessage = ({ data }: MessageEvent<{ id: number; channels?: Float32Array<ArrayBuffer>[] }>) => {
      waiting.get(data.id)?.(data.channels);
      waiting.delete(data.id);
    };
  }
  const id = asked++;
  return new Promise((resolve, reject) => {
    waiting.set(id, (channels) => {
      if (!channels?.[0]) return reject(new Error('That sound is not one of ours any more. Choose another one.'));
      const buffer = audio().createBuffer(channels.length, channels[0].length, 48_000);
      channels.forEach((samples, side) => buffer.copyToChannel(samples, side));
      resolve(buffer);
    });
    maker?.postMessage({ id, source });
  });
}

function bufferOf(media: string): Promise<AudioBuffer> {
  let known = buffers.get(media);
  if (!known) {
    known = media.startsWith('own:')
      ? ownBuffer(media)
      : fetch(mediaUrl(media))
          .then((response) => response.arrayBuffer())
          .then((bytes) => audio().decodeAudioData(bytes));
    known.catch(() => buffers.delete(media));
    buffers.set(media, known);
  }
  return known;
}

/** Reads a film's voices ahead of playing. */
export const warm = (film: FilmSchedule): void => {
  for (const clip of [...voiceClips(film), ...soundClips(film)]) void bufferOf(clip.media);
};

/** Music and sounds are mixed by the film's own code, so many seconds at a time, shortly before they are heard. */
const PIECE = 12 * 48_000;

interface Playing {
  readonly from: number;
  readonly to: number;
  readonly startedAt: number;
  readonly sources: AudioBufferSourceNode[];
  readonly timer: ReturnType<typeof setTimeout>;
}

/**
 * Plays a stretch of film: the audio device is the master clock, frames follow it and are dropped, never delayed.
 * The same clips as the export lays (core/sound/mix).
 */
export class Player {
  private playing: Playing | undefined;
  private starting = 0;
  private readonly onTick: (filmTick: number) => void;
  private readonly onEnd: (filmTick: number) => void;
  /** Sound level now, 0..1, for tests and meters. */
  level = (): number => 0;

  constructor(onTick: (filmTick: number) => void, onEnd: (filmTick: number) => void) {
    this.onTick = onTick;
    this.onEnd = onEnd;
  }

  /** Plays from one film tick to another. */
  async play(film: FilmSchedule, from: number, to: number): Promise<void> {
    this.stop();
    const turn = ++this.starting;
    const ctx = audio();
    await ctx.resume();
    const clips = voiceClips(film).filter((clip) => clip.at + clip.length > from && clip.at < to);
    const loaded = await Promise.all(clips.map(async (clip) => ({ clip, buffer: await bufferOf(clip.media).catch(() => undefined) })));
    if (turn !== this.starting) return;
    const startedAt = ctx.currentTime + 0.06;
    const analyser = ctx.createAnalyser();
    analyser.fftSize = 1024;
    analyser.connect(ctx.destination);
    const samples = new Float32Array(analyser.fftSize);
    this.level = () => {
      analyser.getFloatTimeDomainData(samples);
      return Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
    };
    const sources = loaded.flatMap(({ clip, buffer }) => (buffer ? [this.lay(ctx, analyser, clip, buffer, from, to, startedAt)] : []));
    void this.layMusic(ctx, analyser, film, from, to, startedAt, turn, sources);
    const latency = ctx.outputLatency || ctx.baseLatency || 0;
    const frame = ticksPerFrame(film.fps);
    const step = (): void => {
      const now = this.playing;
      if (!now) return;
      const tick = now.from + Math.max(0, ctx.currentTime - latency - now.startedAt) * TICKS_PER_SECOND;
      if (tick >= now.to) {
        this.stop();
        this.onEnd(now.to);
        return;
      }
      this.onTick(tick);
      // Woken once a frame of the film, not of the screen: the rest of the page has the time in between.
      const next = frame - (tick % frame);
      this.playing = { ...now, timer: setTimeout(step, Math.max(4, (next / TICKS_PER_SECOND) * 1000)) };
    };
    this.playing = { from, to, startedAt, sources, timer: setTimeout(step, 0) };
  }

  /** Lays music and sounds piece by piece: the first at once, the next while one is heard. */
  private async layMusic(
    ctx: AudioContext,
    output: AudioNode,
    film: FilmSchedule,
    from: number,
    to: number,
    startedAt: number,
    turn: number,
    sources: AudioBufferSourceNode[],
  ): Promise<void> {
    const clips = soundClips(film).filter((clip) => clip.at + clip.length > from && clip.at < to);
    if (!clips.length) return;
    const loaded = new Map<string, Channels>();
    for (const { media } of clips) {
      const buffer = loaded.has(media) ? undefined : await bufferOf(media).catch(() => undefined);
      if (buffer)
        loaded.set(
          media,
          Array.from({ length: buffer.numberOfChannels }, (_, side) => buffer.getChannelData(side)),
        );
    }
    // What took time to make comes in where the film is by then.
    let at = Math.max(from, from + Math.round((ctx.currentTime + 0.05 - startedAt) * TICKS_PER_SECOND));
    while (turn === this.starting && at < to) {
      const length = Math.min(PIECE, to - at);
      const [left, right] = mixStereo(clips, (media) => loaded.get(media), at, length);
      const buffer = ctx.createBuffer(2, length, TICKS_PER_SECOND);
      buffer.copyToChannel(left as Float32Array<ArrayBuffer>, 0);
      buffer.copyToChannel(right as Float32Array<ArrayBuffer>, 1);
      const source = ctx.createBufferSource();
      source.buffer = buffer;
      source.connect(output);
      source.start(startedAt + (at - from) / TICKS_PER_SECOND);
      sources.push(source);
      at += length;
      const heardAt = startedAt + (at - from) / TICKS_PER_SECOND;
      await new Promise((next) => setTimeout(next, Math.max(0, (heardAt - ctx.currentTime - 3) * 1000)));
    }
  }

  private lay(ctx: AudioContext, output: AudioNode, clip: Clip, buffer: AudioBuffer, from: number, to: number, startedAt: number): AudioBufferSourceNode {
    const source = ctx.createBufferSource();
    source.buffer = buffer;
    const gain = ctx.createGain();
    const skip = Math.max(0, from - clip.at);
    const length = Math.min(clip.length, to - clip.at) - skip;
    const at = startedAt + Math.max(0, clip.at - from) / TICKS_PER_SECOND;
    const fade = FADE_SAMPLES / TICKS_PER_SECOND;
    gain.gain.setValueAtTime(0, at);
    gain.gain.linearRampToValueAtTime(clip.gain, at + fade);
    gain.gain.setValueAtTime(clip.gain, Math.max(at + fade, at + length / TICKS_PER_SECOND - fade));
    gain.gain.linearRampToValueAtTime(0, at + length / TICKS_PER_SECOND);
    source.connect(gain).connect(output);
    source.start(at, (clip.from + skip) / TICKS_PER_SECOND, Math.max(0.001, length / TICKS_PER_SECOND));
    return source;
  }

  /** A short burst at a place while the playhead is dragged. */
  async scrub(film: FilmSchedule, tick: number): Promise<void> {
    if (this.playing) return;
    const ctx = audio();
    await ctx.resume();
    const length = TICKS_PER_SECOND * 0.09;
    for (const clip of voiceClips(film)) {
      if (clip.at > tick || clip.at + clip.length < tick) continue;
      const buffer = await bufferOf(clip.media).catch(() => undefined);
      if (buffer) this.lay(ctx, ctx.destination, clip, buffer, tick, tick + length, ctx.currentTime);
    }
  }

  /** Plays a stretch of one stored sound by itself, before it replaces anything. `onEnd` is called when it is over or stopped. */
  async audition(media: string, from: number, length: number, gain: number, onEnd: () => void): Promise<void> {
    this.stop();
    const turn = ++this.starting;
    const ctx = audio();
    await ctx.resume();
    const buffer = await bufferOf(media).catch(() => undefined);
    if (turn !== this.starting || !buffer) return onEnd();
    const source = this.lay(ctx, ctx.destination, { media, line: '', from, at: 0, length, gain }, buffer, 0, length, ctx.currentTime + 0.03);
    source.onended = onEnd;
    const timer = setTimeout(() => undefined, 0);
    this.playing = { from: 0, to: Number.POSITIVE_INFINITY, startedAt: ctx.currentTime, sources: [source], timer };
  }

  stop(): void {
    this.starting++;
    if (!this.playing) return;
    clearTimeout(this.playing.timer);
    for (const source of this.playing.sources) {
      try {
        source.stop();
      } catch {
        // A source that has not begun cannot be stopped; it is dropped with its connections.
      }
      source.disconnect();
    }
    this.playing = undefined;
    this.level = () => 0;
  }
}
