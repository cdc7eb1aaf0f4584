// @vitest-environment node
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { clipTail } from '#core/picture/clipFile';
import { Clips } from './clips.ts';

const [W, H] = [4, 2];
const COUNT = 40;
const KEYS = [0, 12, 24, 36];
/** Each coded frame is its number, twice. */
const INDEX = { width: W, height: H, rate: 25, alpha: false, halved: true, sizes: Array<number>(COUNT).fill(2), keys: KEYS };
const FILE = (() => {
  const tail = clipTail(INDEX);
  const file = new Uint8Array(32 + COUNT * 14 + tail.length);
  for (let n = 0; n < COUNT; n++) file.set([n, n], 32 + n * 14 + 12);
  file.set(tail, 32 + COUNT * 14);
  return file;
})();

/** What was given to decoders: each its list of frames. */
let given: number[][];
let supported: boolean;
/** Frames that a decoder keeps to itself until it is asked for all. */
let heldBack: number;

class Decoder {
  state = 'unconfigured';
  private readonly output: (frame: unknown) => void;
  private readonly list: number[] = [];
  private readonly held: number[] = [];
  private begun = false;
  constructor({ output }: { output: (frame: unknown) => void }) {
    this.output = output;
    given.push(this.list);
  }
  static isConfigSupported = async () => ({ supported });
  configure(): void {
    this.state = 'configured';
  }
  decode({ type, data }: { type: string; data: Uint8Array }): void {
    const frame = data[0] as number;
    if (!this.begun && type !== 'key') throw new Error('A decoder begins with a key frame.');
    this.begun = true;
    this.list.push(frame);
    this.held.push(frame);
    while (this.held.length > heldBack) this.give(this.held.shift() as number);
  }
  private give(frame: number): void {
    setTimeout(() =>
      this.output({
        timestamp: frame * 1000,
        format: 'I420',
        allocationSize: () => 12,
        copyTo: async (to: Uint8Array) => void to.fill(frame),
        close: () => {},
      }),
    );
  }
  async flush(): Promise<void> {
    while (this.held.length) this.give(this.held.shift() as number);
  }
  close(): void {
    this.state = 'closed';
  }
}

let fetched: string[];
beforeEach(() => {
  given = [];
  fetched = [];
  supported = true;
  heldBack = 0;
  vi.stubGlobal('VideoDecoder', Decoder);
  vi.stubGlobal(
    'EncodedVideoChunk',
    class {
      constructor(init: object) {
        Object.assign(this, init);
      }
    },
  );
  vi.stubGlobal('fetch', async (_: string, { headers }: { headers: { Range: string } }) => {
    const [, from, to] = /bytes=(\d*)-(\d+)/.exec(headers.Range) as RegExpExecArray;
    fetched.push(headers.Range);
    const part = from === '' ? FILE.slice(-Number(to)) : FILE.slice(Number(from), Number(to) + 1);
    return { ok: true, arrayBuffer: async () => part.buffer };
  });
});
afterEach(() => vi.unstubAllGlobals());

const lumaOf = (clips: Clips, frame: number): number | undefined => clips.find('m', frame)?.planes[0];

describe('frames of a clip in the page', () => {
  it('come decoded from the key before them, and are there then', async () => {
    const clips = new Clips();
    await clips.bring([{ media: 'm', frame: 15 }]);
    expect(lumaOf(clips, 15)).toBe(15);
    expect(given[0]?.slice(0, 4)).toEqual([12, 13, 14, 15]);
    expect(clips.bring([{ media: 'm', frame: 15 }])).toBeUndefined();
    expect(clips.waiting).toBe(false);
  });

  it('while it plays are decoded before they are asked for, each once', async () => {
    const clips = new Clips();
    for (let frame = 0; frame < 20; frame++) {
      await clips.bring([{ media: 'm', frame }]);
      expect(lumaOf(clips, frame)).toBe(frame);
    }
    expect(given).toHaveLength(1);
    expect(given[0]?.length).toBeGreaterThan(20);
    expect(given[0]).toEqual([...new Set(given[0])]);
  });

  it('far ahead or back are begun nearer: what lies before a key on the way is not decoded', async () => {
    const clips = new Clips();
    await clips.bring([{ media: 'm', frame: 1 }]);
    await clips.bring([{ media: 'm', frame: 25 }]);
    expect(given.flat()).not.toContain(20);
    await clips.bring([{ media: 'm', frame: 3 }]);
    expect(lumaOf(clips, 3)).toBe(3);
    // Nobody plays: nothing is decoded beyond what is asked for.
    expect(given.flat().length).toBe(2 + 2 + 4);
  });

  it('asked for at once by many all come, though streams are few', async () => {
    const clips = new Clips();
    const frames = [0, 38, 13, 26, 5, 30].map((frame) => ({ media: 'm', frame }));
    await Promise.all(frames.map((frame) => clips.bring([frame])));
    for (const { frame } of frames) expect(lumaOf(clips, frame)).toBe(frame);
  });

  it('that a decoder holds back are asked for', async () => {
    heldBack = 3;
    const clips = new Clips();
    await clips.bring([{ media: 'm', frame: 39 }]);
    expect(lumaOf(clips, 39)).toBe(39);
  });

  it('that are late are stood in for by an older one, said as what it is; otherwise not', async () => {
    const clips = new Clips();
    await clips.bring([{ media: 'm', frame: 4 }]);
    expect(clips.find('m', 33)).toBeUndefined();
    clips.lateness = true;
    const late = clips.find('m', 33);
    expect(late?.standsIn).toBeLessThanOrEqual(33);
    expect(late?.planes[0]).toBe(late?.standsIn);
    clips.lateness = false;
    await clips.bring([{ media: 'm', frame: 33 }]);
    expect(clips.find('m', 33)).toMatchObject({ width: W });
    expect(clips.find('m', 33)?.standsIn).toBeUndefined();
  });

  it('that this browser cannot show are refused in a sentence, and asked for anew later', async () => {
    supported = false;
    const clips = new Clips();
    await expect(clips.bring([{ media: 'm', frame: 0 }])).rejects.toThrow('This browser cannot show this clip.');
    supported = true;
    await clips.bring([{ media: 'm', frame: 0 }]);
    expect(lumaOf(clips, 0)).toBe(0);
  });

  it('read the table from the end of the file, then pieces of it', async () => {
    const clips = new Clips();
    await clips.bring([{ media: 'm', frame: 0 }]);
    expect(fetched[0]).toBe('bytes=-65536');
    expect(fetched[1]).toMatch(/^bytes=44-/);
    expect(fetched).toHaveLength(2);
  });
});
