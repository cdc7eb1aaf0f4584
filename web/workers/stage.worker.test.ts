// @vitest-environment node
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document } from '#core/document/schema';
import { FONT_FILES, FONT_ROLES, fontFileName } from '#core/resources';
import { schedule } from '#core/schedule/schedule';
import { sampleDocument } from '#core/testing/samples';
import type { StageAnswer, StageRequest } from './stage.worker.ts';

const require = createRequire(import.meta.url);
const files = new Map(
  FONT_ROLES.flatMap((role) => FONT_FILES[role]).map((file) => [`/fonts/${fontFileName(file)}`, require.resolve(`@fontsource/${file.family}/files/${fontFileName(file)}`)]),
);

/** A canvas that keeps what is put on it; pictures of one's own are one colour. */
class Canvas {
  readonly width: number;
  readonly height: number;
  private pixels: Uint8ClampedArray = new Uint8ClampedArray(0);
  constructor(width: number, height: number) {
    this.width = width;
    this.height = height;
  }
  getContext() {
    return {
      putImageData: ({ data }: { data: Uint8ClampedArray }) => void (this.pixels = data.slice()),
      drawImage: () => {},
      getImageData: () => ({
        width: this.width,
        height: this.height,
        data: Uint8ClampedArray.from({ length: this.width * this.height * 4 }, (_, n) => [10, 200, 30, 255][n & 3] as number),
      }),
    };
  }
  transferToImageBitmap = () => ({ width: this.width, height: this.height, pixels: this.pixels });
}

/** Media that the page asks for: each is given, or refused, when the test says so. */
let media: Map<string, (found: boolean) => void>;
let answers: StageAnswer[];
const answerTo = async (id: string): Promise<StageAnswer & { kind: 'picture' }> => {
  await vi.waitFor(() => expect(answers.some((one) => 'id' in one && one.id === id)).toBe(true), { timeout: 60_000 });
  return answers.find((one) => 'id' in one && one.id === id) as StageAnswer & { kind: 'picture' };
};
const pixelsOf = (answer: StageAnswer & { kind: 'picture' }): Uint8ClampedArray => (answer.bitmap as unknown as { pixels: Uint8ClampedArray }).pixels;
const ask = (request: StageRequest): void => void (globalThis as unknown as { onmessage(event: { data: StageRequest }): void }).onmessage({ data: request });

const { document, scene } = sampleDocument();
const own = (hash: string): Document => {
  const changed = structuredClone(document);
  (changed.scenes[scene] as Document['scenes'][string]).backdrop = { kind: 'picture', media: hash.repeat(64), width: 40, height: 40, fit: 'fill', name: 'Own' };
  return changed;
};
const show = ({ production, characters, scenes }: Document): void => ask({ kind: 'parts', production, characters, scenes });

beforeAll(async () => {
  const bytes = readFileSync(new URL('../../core/paint/engine.wasm', import.meta.url));
  vi.stubGlobal('self', Object.assign(globalThis, { postMessage: (answer: StageAnswer) => answers.push(answer) }));
  vi.stubGlobal('OffscreenCanvas', Canvas);
  vi.stubGlobal(
    'ImageData',
    class {
      constructor(
        readonly data: Uint8ClampedArray,
        readonly width: number,
        readonly height: number,
      ) {}
    },
  );
  vi.stubGlobal('createImageBitmap', async (blob: Blob) => {
    if (blob.size === 0) throw new Error('no picture');
    return { width: 40, height: 40, close() {} };
  });
  vi.stubGlobal('fetch', async (url: string) => {
    const font = files.get(url);
    if (font) return new Response(readFileSync(font));
    if (!url.startsWith('/api/media/')) return new Response(bytes);
    const found = await new Promise<boolean>((resolve) => media.set(url.slice('/api/media/'.length), resolve));
    return new Response(found ? 'bytes' : '');
  });
  vi.spyOn(WebAssembly, 'instantiateStreaming').mockImplementation(async (_, imports) => WebAssembly.instantiate(bytes, imports));
  media = new Map();
  answers = [];
  await import('./stage.worker.ts');
});
beforeEach(() => {
  media.clear();
  answers.length = 0;
});
afterEach(() => void vi.clearAllMocks());

const thumb = (id: string, tick: number, captions = false): void => ask({ kind: 'thumb', id, scene, tick, width: 160, captions });
/** Whether a pixel near the upper left corner has the colour of the picture of one's own. */
const hasOwn = (answer: StageAnswer & { kind: 'picture' }): boolean => {
  const [r = 0, g = 0, b = 0] = pixelsOf(answer).subarray((4 * 160 + 4) * 4);
  return g > 150 && r < 80 && b < 80;
};

describe('a small picture of the stage', () => {
  it('waits for a picture of one’s own, and has it at once', async () => {
    show(own('a'));
    thumb('first', 0);
    await vi.waitFor(() => expect(media.size).toBe(1), { timeout: 60_000 });
    expect(answers.some((answer) => answer.kind === 'picture')).toBe(false);
    media.get('a'.repeat(64))?.(true);
    expect(hasOwn(await answerTo('first'))).toBe(true);
  });
  it('is given without a picture that cannot be had, and asks for it again the next time', async () => {
    show(own('b'));
    thumb('without', 0);
    await vi.waitFor(() => expect(media.size).toBe(1), { timeout: 60_000 });
    media.get('b'.repeat(64))?.(false);
    media.clear();
    // Painting the answer asks again; that one comes.
    const given = answerTo('without');
    expect(hasOwn(await given)).toBe(false);
    await vi.waitFor(() => expect(media.size).toBe(1), { timeout: 60_000 });
    media.get('b'.repeat(64))?.(true);
    thumb('with', 0);
    expect(hasOwn(await answerTo('with'))).toBe(true);
  });
  it('has captions when it is asked to, and none when not', async () => {
    show(document);
    const [placed] = schedule(document, () => undefined).scenes;
    const line = placed?.lines.find(({ words }) => words.length > 0);
    const tick = Math.round(((line?.start ?? 0) + (line?.end ?? 0)) / 2);
    thumb('plain', tick);
    thumb('again', tick);
    thumb('words', tick, true);
    const plain = pixelsOf(await answerTo('plain'));
    expect(pixelsOf(await answerTo('again'))).toEqual(plain);
    const words = pixelsOf(await answerTo('words'));
    const rows = new Set<number>();
    words.forEach((value, n) => value !== plain[n] && rows.add(Math.floor(n / 4 / 160)));
    expect(rows.size).toBeGreaterThan(0);
    // Captions lie in the lower part of the frame, and change nothing above.
    expect(Math.min(...rows)).toBeGreaterThan(45);
  });
});
