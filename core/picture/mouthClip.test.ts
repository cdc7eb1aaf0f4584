import { describe, expect, it } from 'vitest';
import { MOUTH_CHART } from '../figure/mouth.ts';
import { nearestMouth } from '../figure/pictured/mouthPictures.ts';
import { mouthSource } from './mouthClip.ts';
import type { Raster } from './raster.ts';

const [W, H] = [120, 80];
const SKIN = [231, 180, 141];
const LIP = [184, 67, 74];
const DARK = [60, 20, 24];

/** A mouth about (60, 34): lips, and the dark between them. Half width and half height in pixels. */
function mouth(halfWidth: number, open: number): Raster {
  const data = new Uint8ClampedArray(W * H * 4);
  for (let n = 0; n < W * H; n++) {
    const [x, y] = [(n % W) - 60, Math.floor(n / W) - 34];
    const within = (by: number): boolean => (x / (halfWidth + by)) ** 2 + (y / (open + by)) ** 2 <= 1;
    data.set([...(open > 0 && within(0) ? DARK : within(3) ? LIP : SKIN), 255], n * 4);
  }
  return { width: W, height: H, data };
}
/** Opens and shuts twice, the second time narrow. */
const FRAMES = Array.from({ length: 40 }, (_, n) => {
  const open = 16 * Math.abs(Math.sin((n / 20) * Math.PI));
  return { frame: n * 2, image: mouth(n < 20 ? 24 : 12, open) };
});

describe('a mouth from a clip', () => {
  const source = mouthSource('m'.repeat(64), FRAMES);

  it('is found where it moves, with its skin as the colour that goes', () => {
    expect(source.x).toBeCloseTo(0.5, 1);
    expect(source.y).toBeCloseTo(34 / 80, 1);
    const [r, g, b] = [1, 3, 5].map((at) => Number.parseInt((source.chroma?.colour ?? '').slice(at, at + 2), 16)) as [number, number, number];
    expect(Math.hypot(r - 231, g - 180, b - 141)).toBeLessThan(12);
    for (const [x, y] of source.chroma?.rough ?? []) expect(Math.abs(x - 0.5) < 0.3 && Math.abs(y - 34 / 80) < 0.35).toBe(true);
  });

  it('gives the voice what it asks for: shut, open, wide, narrow, by frames of the clip', () => {
    const openAt = (frame: number): number => Math.abs(Math.sin((frame / 40) * Math.PI));
    const shut = nearestMouth(source.shapes, MOUTH_CHART.closed, 1);
    const open = nearestMouth(source.shapes, MOUTH_CHART.wide, 1);
    const narrow = nearestMouth(source.shapes, MOUTH_CHART.pucker, 1);
    expect(openAt(shut.frame ?? -1)).toBeLessThan(0.2);
    expect(openAt(open.frame ?? -1)).toBeGreaterThan(0.8);
    expect(open.frame).toBeLessThan(40);
    expect(narrow.frame).toBeGreaterThanOrEqual(40);
  });

  it('keeps so many pictures as differ, each in its order', () => {
    expect(source.shapes.length).toBeGreaterThan(8);
    expect(source.shapes.length).toBeLessThanOrEqual(32);
    const frames = source.shapes.map(({ frame }) => frame as number);
    expect(frames).toEqual([...frames].sort((a, b) => a - b));
    expect(Math.min(...source.shapes.map(({ open }) => open))).toBe(0);
    expect(Math.max(...source.shapes.map(({ open }) => open))).toBe(1);
  });

  it('is refused with a sentence where nothing moves, or nothing opens', () => {
    const still = FRAMES.map(({ frame }) => ({ frame, image: mouth(24, 4) }));
    expect(() => mouthSource('m'.repeat(64), still)).toThrow('Nothing moves in this clip.');
    expect(() => mouthSource('m'.repeat(64), FRAMES.slice(0, 1))).toThrow('Only one frame came');
    const blinking = FRAMES.map(({ frame }, n) => ({
      frame,
      image: { ...mouth(24, 4), data: mouth(24, 4).data.map((level) => Math.min(255, level + (n % 2) * 30)) as Uint8ClampedArray },
    }));
    expect(() => mouthSource('m'.repeat(64), blinking)).toThrow('No mouth opens');
  });
});

it('of pictures for single shapes the nearest one is shown; opened less, one less open', () => {
  const shape = (media: string, open: number, wide: number) => ({ media, aspect: 0.5, open, wide });
  const shapes = [shape('shut', 0, 1), shape('half', 0.4, 1), shape('wide', 1, 1.05), shape('oo', 0.4, 0.42)];
  expect(nearestMouth(shapes, MOUTH_CHART.wide, 1).media).toBe('wide');
  expect(nearestMouth(shapes, MOUTH_CHART.wide, 0.4).media).toBe('half');
  expect(nearestMouth(shapes, MOUTH_CHART.pucker, 1).media).toBe('oo');
  expect(nearestMouth(shapes, MOUTH_CHART.closed, 1).media).toBe('shut');
});
