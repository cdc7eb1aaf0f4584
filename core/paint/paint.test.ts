import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { IDENTITY, translation } from '../draw/matrix.ts';
import { ellipse, rect } from '../draw/path.ts';
import type { Item, Node, Picture } from '../draw/picture.ts';
import { areaOf, type Box, contains, intersection, isEmpty, mergeBoxes, touches, union } from './geometry.ts';
import { IncrementalPainter, paintFully } from './incremental.ts';

const painter = nodePainter();
const box = fc
  .tuple(fc.integer({ min: -50, max: 400 }), fc.integer({ min: -50, max: 400 }), fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 200 }))
  .map(([left, top, w, h]): Box => ({ left, top, right: left + w, bottom: top + h }));
const filledBox = box.filter((b) => !isEmpty(b));
const item = (path: Float32Array, fill: string, values: Partial<Item> = {}): Item => ({ id: 'shape', path, fill, matrix: IDENTITY, ...values });
const picture = (nodes: readonly Node[], background = '#ffffff'): Picture => ({ width: 320, height: 180, background, planes: [{ id: 'all', view: IDENTITY, nodes }] });
/** A full repaint, straight RGBA. */
const whole = (p: Picture): Uint8Array => {
  const surface = paintFully(painter, p, 320, 180);
  const out = new Uint8Array(surface.pixels().buffer);
  surface.dispose();
  return out;
};

describe('boxes', () => {
  it('are told to touch just when they share a pixel', () => {
    fc.assert(
      fc.property(filledBox, filledBox, (a, b) => {
        expect(touches(a, b)).toBe(!isEmpty(intersection(a, b)));
      }),
    );
  });
  it('hold both in their union', () => {
    fc.assert(
      fc.property(box, box, (a, b) => {
        expect(contains(union(a, b), a) && contains(union(a, b), b)).toBe(true);
      }),
    );
  });
  it('merged still cover all that was dirty, and none overlaps another', () => {
    fc.assert(
      fc.property(fc.array(filledBox, { maxLength: 20 }), (filled) => {
        const merged = mergeBoxes(filled);
        for (const one of filled) expect(merged.some((m) => contains(m, one))).toBe(true);
        merged.forEach((a, n) => {
          for (const b of merged.slice(n + 1)) expect(touches(a, b)).toBe(false);
        });
      }),
    );
  });
  it('far apart stay apart, so that a blink and a mouth do not repaint all between', () => {
    const eye = { left: 0, top: 0, right: 10, bottom: 10 };
    const mouth = { left: 300, top: 200, right: 320, bottom: 210 };
    expect(mergeBoxes([eye, mouth])).toHaveLength(2);
    expect(mergeBoxes([eye, { ...eye, left: 8, right: 18 }])).toHaveLength(1);
  });
  it('hold every pixel that a shape paints', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 280 }), fc.integer({ min: 20, max: 150 }), fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 12 }), (x, y, r, width) => {
        const shape = item(ellipse(x, y, r), '#204060', { stroke: { paint: '#000000', width, cap: 'round' } });
        const data = whole(picture([shape]));
        const b = painter.unit(shape, IDENTITY).box;
        for (let py = 0; py < 180; py += 3)
          for (let px = 0; px < 320; px += 3) if ((data[(py * 320 + px) * 4] as number) < 250) expect(px >= b.left && px < b.right && py >= b.top && py < b.bottom).toBe(true);
      }),
      { numRuns: 25 },
    );
  });
});

describe('painting what changed', () => {
  const backdrop = item(rect(0, 0, 320, 180), '#d8e4f0');
  const still = item(ellipse(60, 90, 40), '#806040', { stroke: { paint: '#403020', width: 3, cap: 'round' } });
  const ball = (x: number, y: number): Item => item(ellipse(0, 0, 18), '#c04030', { matrix: translation(x, y) });
  /** What a viewer shows who takes over only what is said to have changed. */
  const shown = (incremental: IncrementalPainter, p: Picture, screen: Uint8Array): number => {
    let area = 0;
    for (const changed of incremental.paint(p)) {
      area += areaOf(changed);
      const part = incremental.surface.pixels(changed);
      const row = (changed.right - changed.left) * 4;
      for (let y = changed.top; y < changed.bottom; y++) screen.set(part.subarray((y - changed.top) * row, (y - changed.top + 1) * row), (y * 320 + changed.left) * 4);
    }
    return area / (320 * 180);
  };
  const screen = (): Uint8Array => new Uint8Array(320 * 180 * 4);

  it('gives every byte of a full repaint, wherever things move, come and go', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: fc.integer({ min: -40, max: 360 }), y: fc.integer({ min: -40, max: 220 }), there: fc.boolean(), over: fc.boolean(), soft: fc.boolean() }), {
          minLength: 2,
          maxLength: 20,
        }),
        (steps) => {
          const incremental = new IncrementalPainter(painter, 320, 180);
          const out = screen();
          for (const { x, y, there, over, soft } of steps) {
            const moving: Node = soft
              ? { id: 'soft', items: [item(ellipse(x, y, 25), '#7040a0', { alpha: 0.6, blur: 4 })], mask: item(rect(0, 0, 320, 150), '#000000') }
              : ball(x, y);
            const nodes = [backdrop, ...(over ? [still, moving] : [moving, still]), ...(there ? [item(rect(140, 60, 50, 30), '#208060')] : [])];
            shown(incremental, picture(nodes), out);
            expect(Buffer.compare(out, whole(picture(nodes)))).toBe(0);
          }
          incremental.dispose();
        },
      ),
      { numRuns: 25 },
    );
  });
  it('gives the same after long stillness, when what is below is kept apart', () => {
    const incremental = new IncrementalPainter(painter, 320, 180);
    const out = screen();
    for (let frame = 0; frame < 150; frame++) {
      const nodes = [backdrop, still, ball(40 + frame, 90)];
      const area = shown(incremental, picture(nodes), out);
      if (frame > 0) expect(area).toBeLessThan(0.08);
      if (frame % 10 === 9) expect(Buffer.compare(out, whole(picture(nodes)))).toBe(0);
    }
    const nodes = [{ ...backdrop, fill: '#e8d4c0' }, still, ball(190, 90)];
    expect(shown(incremental, picture(nodes), out)).toBe(1);
    expect(Buffer.compare(out, whole(picture(nodes)))).toBe(0);
  });
  it('touches nothing when nothing changed', () => {
    const incremental = new IncrementalPainter(painter, 320, 180);
    const one = ball(200, 90);
    expect(shown(incremental, picture([backdrop, still, one]), screen())).toBe(1);
    expect(incremental.paint(picture([backdrop, still, one]))).toEqual([]);
    // The same again, drawn anew: equal nodes are the same to the eye.
    expect(incremental.paint(picture([structuredClone(backdrop), structuredClone(still), ball(200, 90)]))).toEqual([]);
  });
  it('paints all again after a change of background or when told to forget', () => {
    const incremental = new IncrementalPainter(painter, 320, 180);
    const out = screen();
    shown(incremental, picture([still]), out);
    expect(shown(incremental, picture([still], '#000000'), out)).toBe(1);
    incremental.reset();
    expect(shown(incremental, picture([still], '#000000'), out)).toBe(1);
    expect(Buffer.compare(out, whole(picture([still], '#000000')))).toBe(0);
  });
  it('gives its memory back', () => {
    const before = painter.engine.wasm.memory.buffer.byteLength;
    for (let round = 0; round < 200; round++) {
      const incremental = new IncrementalPainter(painter, 1280, 720);
      incremental.paint({ ...picture([backdrop]), width: 1280, height: 720 });
      incremental.dispose();
    }
    expect(painter.engine.wasm.memory.buffer.byteLength - before).toBeLessThan(40 << 20);
  });
});
