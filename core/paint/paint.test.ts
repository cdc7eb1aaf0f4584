import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, translation } from '../draw/matrix.ts';
import { CLOSE, CUBIC, ellipse, LINE, MOVE, QUAD, rect } from '../draw/path.ts';
import type { Item, Node, Picture } from '../draw/picture.ts';
import type { Surface } from './context.ts';
import { areaOf, type Box, boxOf, contains, intersection, isDelicate, isEmpty, touches, union } from './geometry.ts';
import { IncrementalPainter, mergeBoxes, paintFully } from './incremental.ts';
import { MonotonePen } from './monotone.ts';
import { strokeOutline } from './outline.ts';

const host = {
  surface(width: number, height: number): Surface {
    const canvas = createCanvas(width, height);
    return { canvas, context: canvas.getContext('2d') as unknown as Surface['context'], width, height };
  },
  image: () => undefined,
};
const box = fc
  .tuple(fc.integer({ min: -50, max: 400 }), fc.integer({ min: -50, max: 400 }), fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 200 }))
  .map(([left, top, w, h]): Box => ({ left, top, right: left + w, bottom: top + h }));
const filledBox = box.filter((b) => !isEmpty(b));
const item = (path: Float32Array, fill: string, values: Partial<Item> = {}): Item => ({ id: 'shape', path, fill, matrix: IDENTITY, ...values });
const picture = (nodes: readonly Node[], background = '#ffffff'): Picture => ({ width: 320, height: 180, background, planes: [{ view: IDENTITY, nodes }] });
const pixels = (surface: Surface): Uint8ClampedArray => surface.context.getImageData(0, 0, surface.width, surface.height).data;

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
        const data = pixels(paintFully(host, picture([shape]), 320, 180));
        const b = boxOf(shape, IDENTITY);
        for (let py = 0; py < 180; py += 3)
          for (let px = 0; px < 320; px += 3) if ((data[(py * 320 + px) * 4] as number) < 250) expect(px >= b.left && px < b.right && py >= b.top && py < b.bottom).toBe(true);
      }),
      { numRuns: 25 },
    );
  });
});

describe('curves cut where they turn', () => {
  const point = fc.integer({ min: -200, max: 200 });
  const at = (p: readonly number[], t: number): [number, number] => {
    const u = 1 - t;
    const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
    return [0, 1].map((k) => a * (p[k] as number) + b * (p[k + 2] as number) + c * (p[k + 4] as number) + d * (p[k + 6] as number)) as [number, number];
  };
  it('run over the same points as before, and turn nowhere in between', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 8, maxLength: 8 }), (p) => {
        const pen = new MonotonePen((value) => value);
        pen.move(p[0] as number, p[1] as number);
        pen.cubic(...(p.slice(2) as [number, number, number, number, number, number]));
        const pieces: number[][] = [];
        let from = [p[0] as number, p[1] as number];
        for (let i = 3; i < pen.out.length; i += 7) {
          expect(pen.out[i]).toBe(CUBIC);
          const piece = [...from, ...pen.out.slice(i + 1, i + 7)];
          pieces.push(piece);
          from = piece.slice(6);
        }
        expect(from).toEqual(p.slice(6));
        for (const piece of pieces) {
          const ys = [piece[1], piece[3], piece[5], piece[7]] as number[];
          const up = (ys[3] as number) >= (ys[0] as number) ? 1 : -1;
          for (let t = 0.05; t <= 1; t += 0.05) expect((at(piece, t)[1] - at(piece, t - 0.05)[1]) * up).toBeGreaterThan(-1e-6);
        }
        for (let t = 0; t <= 1; t += 0.1) {
          const [x, y] = at(p, t);
          const near = Math.min(...pieces.flatMap((piece) => Array.from({ length: 101 }, (_, n) => at(piece, n / 100)).map(([px, py]) => Math.hypot(px - x, py - y))));
          expect(near).toBeLessThan(6);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('of the second degree are cut at their top', () => {
    const pen = new MonotonePen((value) => value);
    pen.move(0, 0);
    pen.quad(50, 100, 100, 0);
    expect(pen.out).toEqual([MOVE, 0, 0, QUAD, 25, 50, 50, 50, QUAD, 75, 50, 100, 0]);
    expect([pen.left, pen.top, pen.right, pen.bottom]).toEqual([0, 0, 100, 50]);
  });
});

describe('a stroke as a shape', () => {
  const exact = (value: number): number => value;
  it('of a straight line is a bar of its width', () => {
    const out = strokeOutline(Float64Array.from([MOVE, 10, 20, LINE, 110, 20]), 8, false, exact);
    const ys = [...out].filter((_, n) => n % 3 === 2 && n < out.length - 1);
    expect(Math.min(...ys)).toBeCloseTo(16, 6);
    expect(Math.max(...ys)).toBeCloseTo(24, 6);
    expect(out.at(-1)).toBe(CLOSE);
  });
  it('of a point is a dot with round caps and nothing with flat ones', () => {
    const dot = Float64Array.from([MOVE, 5, 5, LINE, 5, 5]);
    expect(strokeOutline(dot, 6, true, exact).length).toBeGreaterThan(9);
    expect(strokeOutline(dot, 6, false, exact).length).toBe(0);
  });
  it('of a closed shape is a ring with a hole', () => {
    const out = strokeOutline(Float64Array.from([MOVE, 0, 0, LINE, 100, 0, LINE, 100, 100, LINE, 0, 100, CLOSE]), 10, true, exact);
    let rings = 0;
    for (let i = 0; i < out.length; i += out[i] === CLOSE ? 1 : 3) if (out[i] === MOVE) rings++;
    expect(rings).toBe(2);
  });
  it('has every point on the painter’s grid', () => {
    const snap = (value: number): number => Math.round(value * 64) / 64;
    const out = strokeOutline(Float64Array.from([MOVE, 0, 0, CUBIC, 30, 80, 60, -40, 100, 3]), 7, true, snap);
    for (let i = 0; i < out.length; i += out[i] === CLOSE ? 1 : 3) if (out[i] !== CLOSE) expect(Number.isInteger((out[i + 1] as number) * 64)).toBe(true);
  });
});

describe('painting what changed', () => {
  const backdrop = item(rect(0, 0, 320, 180), '#d8e4f0');
  const still = item(ellipse(60, 90, 40), '#806040', { stroke: { paint: '#403020', width: 3, cap: 'round' } });
  const ball = (x: number, y: number): Item => item(ellipse(0, 0, 18), '#c04030', { matrix: translation(x, y) });
  const gathered = (painter: IncrementalPainter, out: Surface, p: Picture): number =>
    painter.paint(p, (surface, sx, sy, b) => {
      const [w, h] = [b.right - b.left, b.bottom - b.top];
      out.context.drawImage(surface.canvas as never, sx, sy, w, h, b.left, b.top, w, h);
    });

  it('gives every byte of a full repaint, wherever things move, come and go', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: fc.integer({ min: -40, max: 360 }), y: fc.integer({ min: -40, max: 220 }), shown: fc.boolean(), over: fc.boolean() }), {
          minLength: 2,
          maxLength: 20,
        }),
        (steps) => {
          const painter = new IncrementalPainter(host, 320, 180);
          const out = host.surface(320, 180);
          for (const { x, y, shown, over } of steps) {
            const nodes = [backdrop, ...(over ? [still, ball(x, y)] : [ball(x, y), still]), ...(shown ? [item(rect(140, 60, 50, 30), '#208060')] : [])];
            gathered(painter, out, picture(nodes));
            expect(Buffer.compare(Buffer.from(pixels(out)), Buffer.from(pixels(paintFully(host, picture(nodes), 320, 180))))).toBe(0);
          }
        },
      ),
      { numRuns: 25 },
    );
  });
  it('touches nothing when nothing changed, and little when little did', () => {
    const painter = new IncrementalPainter(host, 320, 180);
    const out = host.surface(320, 180);
    expect(gathered(painter, out, picture([backdrop, still, ball(200, 90)]))).toBe(1);
    expect(gathered(painter, out, picture([backdrop, still, ball(200, 90)]))).toBeGreaterThanOrEqual(0);
    const one = ball(200, 90);
    gathered(painter, out, picture([backdrop, still, one]));
    expect(gathered(painter, out, picture([backdrop, still, one]))).toBe(0);
    expect(gathered(painter, out, picture([backdrop, still, ball(204, 92)]))).toBeLessThan(0.08);
  });
  it('paints all again after a change of background or when told to forget', () => {
    const painter = new IncrementalPainter(host, 320, 180);
    const out = host.surface(320, 180);
    gathered(painter, out, picture([still]));
    expect(gathered(painter, out, picture([still], '#000000'))).toBe(1);
    painter.reset();
    expect(gathered(painter, out, picture([still], '#000000'))).toBe(1);
  });
  it('knows which shapes are exact only on a whole canvas', () => {
    const gradient = { kind: 'linear' as const, from: [0, 0] as const, to: [1, 0] as const, stops: [] };
    expect(isDelicate(still)).toBe(false);
    expect(isDelicate({ ...still, fill: gradient })).toBe(true);
    expect(isDelicate({ id: 'group', items: [still], mask: { ...still, blur: 2 } })).toBe(true);
  });
  it('of a group keeps to its mask', () => {
    const group: Node = { id: 'group', items: [item(rect(0, 0, 320, 180), '#102030')], mask: item(rect(100, 50, 40, 40), '#000000') };
    const data = pixels(paintFully(host, picture([group]), 320, 180));
    const at = (x: number, y: number): number => data[(y * 320 + x) * 4] as number;
    expect(at(120, 70)).toBe(0x10);
    expect(at(60, 70)).toBe(255);
    expect(areaOf(boxOf(group, IDENTITY))).toBeLessThan(50 * 50);
  });
});
