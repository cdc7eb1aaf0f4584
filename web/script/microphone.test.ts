import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readWav } from '#core/speech/wav';
import { devices, Microphone, SIMULATED } from './microphone.ts';

const RATE = 48_000;
/** What a browser gives to a recorder, as far as it is used; blocks are heard through `port`. */
let port: { onmessage?: (event: { data: Float32Array }) => void };
let closed: number;
let stopped: number;
const stream = () => ({ getTracks: () => [{ stop: () => stopped++ }] });
class Context {
  readonly sampleRate = RATE;
  readonly currentTime = 0;
  readonly destination = {};
  readonly audioWorklet = { addModule: async () => {} };
  async resume(): Promise<void> {}
  async close(): Promise<void> {
    closed++;
  }
  createMediaStreamSource = () => ({ connect() {} });
  createMediaStreamDestination = () => ({ stream: stream() });
  createBuffer = (_: number, length: number) => ({ getChannelData: () => new Float32Array(length) });
  createBufferSource = () => ({ connect: (to: unknown) => to, start() {} });
}
let ask: () => Promise<unknown>;
beforeEach(() => {
  port = {};
  closed = 0;
  stopped = 0;
  ask = async () => stream();
  vi.stubGlobal('AudioContext', Context);
  vi.stubGlobal(
    'AudioWorkletNode',
    class {
      readonly port = port;
    },
  );
  vi.stubGlobal('navigator', {
    mediaDevices: {
      getUserMedia: () => ask(),
      enumerateDevices: async () => [
        { kind: 'audioinput', deviceId: 'a', label: 'Desk' },
        { kind: 'audioinput', deviceId: 'b', label: '' },
        { kind: 'videoinput', deviceId: 'c', label: 'Camera' },
      ],
    },
  });
});
afterEach(() => vi.unstubAllGlobals());
const hear = (level: number, seconds = 0.1): void => port.onmessage?.({ data: new Float32Array(Math.round(RATE * seconds)).fill(level) });

describe('a microphone', () => {
  it('is chosen among those that are there, the simulated one last', async () => {
    expect(await devices()).toEqual([
      { id: 'a', name: 'Desk' },
      { id: 'b', name: 'Microphone 2' },
      { id: SIMULATED, name: 'Simulated microphone' },
    ]);
  });
  it('keeps what it hears from the start of the recording on, and nothing before', async () => {
    const own = await Microphone.open('default');
    hear(0.5);
    own.start();
    hear(0.25);
    hear(-0.125);
    expect(own.seconds).toBeCloseTo(0.2);
    expect(own.peak).toBeCloseTo(0.25);
    const { rate, channels } = readWav(new Uint8Array(await own.stop('Marit 1').arrayBuffer()));
    expect(rate).toBe(RATE);
    expect(channels[0]?.length).toBe(RATE * 0.2);
    expect(channels[0]?.[0]).toBeCloseTo(0.25, 3);
    expect(channels[0]?.at(-1)).toBeCloseTo(-0.125, 3);
  });
  it('says within two seconds that nothing is heard, and no longer once something is', async () => {
    const own = await Microphone.open('default');
    for (let n = 0; n < 19; n++) hear(0.001);
    expect(own.silent).toBe(false);
    for (let n = 0; n < 2; n++) hear(0.001);
    expect(own.silent).toBe(true);
    hear(0.2);
    expect(own.silent).toBe(false);
  });
  it('says that a recording is distorted, of a single loud moment not', async () => {
    const own = await Microphone.open('default');
    own.start();
    port.onmessage?.({ data: Float32Array.of(0.2, 1, 0.3, 0.99, 0.1) });
    expect(own.clipped).toBe(false);
    port.onmessage?.({ data: Float32Array.of(0.2, 1, 1, 1, 0.1) });
    expect(own.clipped).toBe(true);
    own.start();
    expect(own.clipped).toBe(false);
  });
  it('taken again begins anew', async () => {
    const own = await Microphone.open('default');
    own.start();
    hear(0.4, 0.5);
    own.stop('first');
    own.start();
    hear(0.1, 0.2);
    const { channels } = readWav(new Uint8Array(await own.stop('second').arrayBuffer()));
    expect(channels[0]?.length).toBe(RATE * 0.2);
  });
  it('is let go when it is closed', async () => {
    const own = await Microphone.open('default');
    own.close();
    expect([closed, stopped]).toEqual([1, 1]);
  });
  it.each([
    ['NotAllowedError', /Allow it beside the address/],
    ['NotFoundError', /Plug one in, or choose the simulated microphone/],
  ])('that cannot be opened (%s) says what to do, and nothing stays open', async (name, sentence) => {
    ask = () => Promise.reject(Object.assign(new Error('no'), { name }));
    await expect(Microphone.open('a')).rejects.toThrow(sentence);
    expect(closed).toBe(1);
  });
  it('that is simulated needs no device', async () => {
    ask = () => Promise.reject(new Error('never asked'));
    const own = await Microphone.open(SIMULATED);
    own.start();
    hear(0.3);
    expect(own.seconds).toBeCloseTo(0.1);
  });
});
