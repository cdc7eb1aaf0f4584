import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { IDENTITY, type Matrix, multiply, rotation, scaling, translation } from '../draw/matrix.ts';
import { ellipse, Pen, rect } from '../draw/path.ts';
import type { Group, Item, Node } from '../draw/picture.ts';
import type { Box } from './geometry.ts';
import type { Painter } from './paint.ts';

const WIDTH = 96;
const HEIGHT = 64;
const FRAME: Box = { left: 0, top: 0, right: WIDTH, bottom: HEIGHT };
const painter = nodePainter();

/** RGBA, straight, of nodes painted one after the other on nothing (or on a colour). */
function paint(nodes: readonly Node[], { clips = [FRAME], on = 0, by = painter }: { clips?: readonly Box[]; on?: number; by?: Painter } = {}): Uint8Array {
  const surface = by.surface(FRAME);
  surface.wipe(FRAME, on);
  for (const clip of clips) for (const node of nodes) by.paint(surface, clip, by.unit(node, IDENTITY));
  const out = new Uint8Array(surface.pixels().buffer);
  surface.dispose();
  return out;
}
const at = (pixels: Uint8Array, x: number, y: number): number[] => [...pixels.subarray((y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 4)];
const alphaAt = (pixels: Uint8Array, x: number, y: number): number => pixels[(y * WIDTH + x) * 4 + 3] as number;
/** Painted area in pixels. */
const area = (pixels: Uint8Array): number => {
  let sum = 0;
  for (let n = 3; n < pixels.length; n += 4) sum += pixels[n] as number;
  return sum / 255;
};
const shape = (values: Partial<Item>): Item => ({ id: 'shape', matrix: IDENTITY, fill: '#000000', ...values });
const polygon = (points: readonly (readonly [number, number])[]): Float32Array => {
  const pen = new Pen();
  points.forEach(([x, y], n) => void (n ? pen.line(x, y) : pen.move(x, y)));
  return pen.close().done();
};
const WHITE = 0xffffffff | 0;

const coordinate = fc.double({ min: -30, max: 110, noNaN: true });
const corner = fc.tuple(coordinate, coordinate);

/** Shapes of every kind, in and out of the frame. */
const anyItem: fc.Arbitrary<Item> = fc
  .record({
    points: fc.array(corner, { minLength: 3, maxLength: 7 }),
    curved: fc.boolean(),
    closed: fc.boolean(),
    evenOdd: fc.boolean(),
    fill: fc.constantFrom('#c04030', 'linear', 'radial', 'none'),
    stroke: fc.constantFrom(0, 0.4, 3, 14),
    cap: fc.constantFrom('round' as const, 'butt' as const),
    alpha: fc.constantFrom(1, 0.6),
    blur: fc.constantFrom(0, 0, 0, 3),
    blend: fc.constantFrom('normal' as const, 'normal' as const, 'multiply' as const, 'screen' as const),
    turn: fc.double({ min: -1, max: 1, noNaN: true }),
  })
  .map(({ points, curved, closed, evenOdd, fill, stroke, cap, alpha, blur, blend, turn }) => {
    const pen = new Pen();
    pen.move(...(points[0] as [number, number]));
    for (let n = 1; n + (curved ? 2 : 0) < points.length; n += curved ? 3 : 1) {
      const [a, b, c] = [points[n], points[n + 1], points[n + 2]] as [number, number][];
      if (curved) pen.cubic(...(a as [number, number]), ...(b as [number, number]), ...(c as [number, number]));
      else pen.line(...(a as [number, number]));
    }
    if (closed) pen.close();
    const stops = [
      { at: 0, colour: '#204060' },
      { at: 0.5, colour: '#e0c080', alpha: 0.5 },
      { at: 1, colour: '#ffffff', alpha: 0 },
    ];
    const matrix: Matrix = multiply(translation(48, 32), multiply(rotation(turn), translation(-48, -32)));
    return {
      id: 'any',
      path: pen.done(),
      matrix,
      evenOdd,
      alpha,
      blend,
      ...(blur ? { blur } : {}),
      ...(fill === 'none'
        ? {}
        : fill === 'linear'
          ? { fill: { kind: 'linear', from: [10, 10], to: [80, 40], stops } }
          : fill === 'radial'
            ? { fill: { kind: 'radial', centre: [40, 30], radius: 40, stops } }
            : { fill }),
      ...(stroke ? { stroke: { paint: '#203020', width: stroke, cap } } : {}),
    } as Item;
  });
const anyNode: fc.Arbitrary<Node> = fc.oneof(
  { weight: 3, arbitrary: anyItem },
  {
    weight: 1,
    arbitrary: fc
      .record({
        items: fc.array(anyItem, { maxLength: 3 }),
        frame: anyItem,
        kind: fc.constantFrom('base', 'mask', 'free'),
        alpha: fc.constantFrom(1, 0.5),
        blur: fc.constantFrom(0, 2),
      })
      .map(({ items, frame, kind, alpha, blur }): Group => {
        const solid: Item = { id: 'frame', path: frame.path as Float32Array, matrix: frame.matrix, fill: '#507090' };
        return { id: 'group', items, alpha, ...(blur ? { blur } : {}), ...(kind === 'base' ? { base: solid } : kind === 'mask' ? { mask: solid } : {}) };
      }),
  },
);

describe('a filled shape', () => {
  it('covers each pixel by the area of it that it holds', () => {
    fc.assert(
      fc.property(corner, corner, corner, (a, b, c) => {
        const pixels = paint([shape({ path: polygon([a, b, c]) })]);
        const side = (p: readonly [number, number], q: readonly [number, number], x: number, y: number): boolean => (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]) >= 0;
        const inside = (x: number, y: number): boolean => {
          const s = side(a, b, x, y);
          return s === side(b, c, x, y) && s === side(c, a, x, y);
        };
        for (let y = 1; y < HEIGHT; y += 7)
          for (let x = 1; x < WIDTH; x += 5) {
            let hits = 0;
            for (let v = 0; v < 16; v++) for (let u = 0; u < 16; u++) if (inside(x + (u + 0.5) / 16, y + (v + 0.5) / 16)) hits++;
            expect(Math.abs(alphaAt(pixels, x, y) - (hits / 256) * 255)).toBeLessThan(18);
          }
      }),
      { numRuns: 60 },
    );
  });
  it('with curves has the area that its formula gives', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 28, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (radius, off) => {
        const pixels = paint([shape({ path: ellipse(48 + off, 32 - off, radius) })]);
        const exact = Math.PI * radius * radius;
        expect(Math.abs(area(pixels) - exact)).toBeLessThan(0.01 * exact + 0.4);
      }),
      { numRuns: 60 },
    );
  });
  it('keeps its corners to a fraction of a pixel', () => {
    const pixels = paint([shape({ path: rect(10.25, 20.5, 8, 8) })]);
    expect(alphaAt(pixels, 12, 24)).toBe(255);
    expect(alphaAt(pixels, 10, 24)).toBe(191);
    expect(alphaAt(pixels, 18, 24)).toBe(64);
    expect(alphaAt(pixels, 12, 20)).toBe(128);
    expect(alphaAt(pixels, 9, 24)).toBe(0);
  });
  it('has holes where its rule says so', () => {
    const ring = new Pen()
      .add(rect(10, 10, 40, 40))
      .add(rect(20, 20, 20, 20))
      .done();
    expect(alphaAt(paint([shape({ path: ring })]), 30, 30)).toBe(255);
    expect(alphaAt(paint([shape({ path: ring, evenOdd: true })]), 30, 30)).toBe(0);
    expect(alphaAt(paint([shape({ path: ring, evenOdd: true })]), 15, 15)).toBe(255);
  });
  it('far larger than the frame fills all of it, from any side', () => {
    for (const [x, y] of [
      [-9e6, -9e6],
      [-20_000, -5],
      [-3, -40_000],
    ] as const) {
      const pixels = paint([shape({ path: rect(x, y, -2 * x + 200, -2 * y + 200) })]);
      expect(area(pixels)).toBe(WIDTH * HEIGHT);
    }
  });
});

describe('part of a picture', () => {
  it('is painted to the last bit as the whole is, cut along any line', () => {
    fc.assert(
      fc.property(fc.array(anyNode, { minLength: 1, maxLength: 4 }), fc.integer({ min: 1, max: WIDTH - 1 }), fc.integer({ min: 1, max: HEIGHT - 1 }), (nodes, x, y) => {
        const clips = [
          { left: 0, top: 0, right: x, bottom: y },
          { left: x, top: 0, right: WIDTH, bottom: y },
          { left: 0, top: y, right: x, bottom: HEIGHT },
          { left: x, top: y, right: WIDTH, bottom: HEIGHT },
        ];
        expect(Buffer.compare(paint(nodes, { clips, on: WHITE }), paint(nodes, { on: WHITE }))).toBe(0);
      }),
      { numRuns: 300 },
    );
  });
  it('is the same painted pixel by pixel and four pixels at a time', () => {
    const columns = Array.from({ length: WIDTH }, (_, x) => ({ left: x, top: 0, right: x + 1, bottom: HEIGHT }));
    // Half-clear bases with items on them meet every way of mixing: on nothing, on half of something, on all of it.
    const soft = anyItem.map((item): Item => ({ ...item, path: item.path as Float32Array, blur: 0 }));
    const layered = fc
      .record({ base: soft, items: fc.array(soft, { minLength: 1, maxLength: 3 }) })
      .map(({ base, items }): Group => ({ id: 'group', base: { ...base, fill: base.fill ?? '#507090' }, items }));
    fc.assert(
      fc.property(fc.array(fc.oneof(layered, soft), { minLength: 1, maxLength: 3 }), fc.constantFrom(0, WHITE), (nodes, on) => {
        expect(Buffer.compare(paint(nodes, { clips: columns, on }), paint(nodes, { on }))).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
  it.each(['linear', 'radial'] as const)('of a %s gradient too, at its soft edges and inside, clear or not', (kind) => {
    const columns = Array.from({ length: WIDTH }, (_, x) => ({ left: x, top: 0, right: x + 1, bottom: HEIGHT }));
    const stops = (alpha: number) => [
      { at: 0, colour: '#204060' },
      { at: 1, colour: '#e0c080', alpha },
    ];
    for (const clear of [1, 0.3])
      for (const alpha of [1, 0.6])
        for (const on of [0, WHITE]) {
          const fill =
            kind === 'linear'
              ? { kind, from: [10, 10] as const, to: [80, 40] as const, stops: stops(clear) }
              : { kind, centre: [40, 30] as const, radius: 50, stops: stops(clear) };
          const nodes = [shape({ path: ellipse(48, 32, 25.3), fill, alpha }), shape({ path: ellipse(20, 20, 14.7), fill, alpha })];
          expect(Buffer.compare(paint(nodes, { clips: columns, on }), paint(nodes, { on }))).toBe(0);
        }
  });
  it('lies within the box that its unit names', () => {
    fc.assert(
      fc.property(anyNode, (node) => {
        const { box } = painter.unit(node, IDENTITY);
        const pixels = paint([node]);
        for (let y = 0; y < HEIGHT; y++)
          for (let x = 0; x < WIDTH; x++) if (alphaAt(pixels, x, y) > 0) expect(x >= box.left && x < box.right && y >= box.top && y < box.bottom).toBe(true);
      }),
      { numRuns: 100 },
    );
  });
  it('leaves nothing behind for the next shape', () => {
    fc.assert(
      fc.property(anyNode, anyNode, (first, second) => {
        const fresh = paint([second], { by: nodePainter() });
        paint([first]);
        expect(Buffer.compare(paint([second]), fresh)).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a stroke', () => {
  const line = new Pen().move(20, 32).line(70, 32).done();
  it('of a straight line is a bar of its width, with its caps', () => {
    const flat = paint([{ id: 'line', matrix: IDENTITY, path: line, stroke: { paint: '#000000', width: 8, cap: 'butt' } }]);
    expect(area(flat)).toBeCloseTo(50 * 8, 0);
    const round = paint([{ id: 'line', matrix: IDENTITY, path: line, stroke: { paint: '#000000', width: 8, cap: 'round' } }]);
    expect(Math.abs(area(round) - (50 * 8 + Math.PI * 16))).toBeLessThan(1);
  });
  it('of a point is a dot with round caps and nothing with flat ones', () => {
    const point = new Pen().move(40, 30).line(40, 30).done();
    expect(Math.abs(area(paint([{ id: 'dot', matrix: IDENTITY, path: point, stroke: { paint: '#000000', width: 10 } }])) - Math.PI * 25)).toBeLessThan(1);
    expect(area(paint([{ id: 'dot', matrix: IDENTITY, path: point, stroke: { paint: '#000000', width: 10, cap: 'butt' } }]))).toBe(0);
  });
  it('of a closed shape is a ring with a hole, rounded outside', () => {
    const ring = paint([{ id: 'ring', matrix: IDENTITY, path: rect(20, 12, 40, 40), stroke: { paint: '#000000', width: 10 } }]);
    expect(alphaAt(ring, 40, 32)).toBe(0);
    expect(alphaAt(ring, 20, 32)).toBe(255);
    expect(alphaAt(ring, 15, 7)).toBe(0);
    expect(Math.abs(area(ring) - (4 * 40 * 10 - 4 * 25 + Math.PI * 25))).toBeLessThan(2);
  });
  it('has no notch or gap at a bend, however sharp', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), fc.double({ min: 4, max: 14, noNaN: true }), (turn, width) => {
        const bent = new Pen()
          .move(48 - 20, 32)
          .line(48, 32)
          .line(48 + 20 * Math.cos(turn), 32 + 20 * Math.sin(turn))
          .done();
        const pixels = paint([{ id: 'bent', matrix: IDENTITY, path: bent, stroke: { paint: '#000000', width } }]);
        // All that lies well within half the width of the joint is covered.
        for (let y = 24; y < 40; y++) for (let x = 40; x < 56; x++) if (Math.hypot(x + 0.5 - 48, y + 0.5 - 32) < width / 2 - 1) expect(alphaAt(pixels, x, y)).toBeGreaterThan(250);
      }),
      { numRuns: 80 },
    );
  });
  it('grows with the matrix, and a hair line stays to be seen', () => {
    const big = paint([{ id: 'line', matrix: multiply(translation(-20, -32), scaling(2)), path: line, stroke: { paint: '#000000', width: 4, cap: 'butt' } }]);
    expect(alphaAt(big, 60, 29)).toBe(255);
    expect(alphaAt(big, 60, 27)).toBe(0);
    expect(area(paint([{ id: 'hair', matrix: IDENTITY, path: line, stroke: { paint: '#000000', width: 0.001, cap: 'butt' } }]))).toBeGreaterThan(3);
  });
});

describe('colours', () => {
  it('half clear mix evenly with what lies below', () => {
    expect(at(paint([shape({ path: rect(0, 0, 96, 64), alpha: 0.5 })], { on: WHITE }), 10, 10)).toEqual([128, 128, 128, 255]);
  });
  it('run evenly along a linear gradient, and outwards in a radial one', () => {
    const stops = [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ];
    const across = paint([shape({ path: rect(0, 0, 96, 64), fill: { kind: 'linear', from: [0, 0], to: [96, 0], stops } })]);
    for (let x = 0; x < WIDTH; x += 8) expect(Math.abs((at(across, x, 5)[0] as number) - ((x + 0.5) / 96) * 255)).toBeLessThanOrEqual(1);
    const out = paint([shape({ path: rect(0, 0, 96, 64), fill: { kind: 'radial', centre: [48, 32], radius: 30, stops } })]);
    expect(at(out, 48, 32)[0]).toBeLessThan(8);
    expect(Math.abs((at(out, 63, 32)[0] as number) - (15.5 / 30) * 255)).toBeLessThan(3);
    expect(at(out, 2, 2)[0]).toBe(255);
  });
  it('of a gradient that fades out leave what lies below', () => {
    const fade = paint(
      [
        shape({
          path: rect(0, 0, 96, 64),
          fill: {
            kind: 'linear',
            from: [0, 0],
            to: [0, 64],
            stops: [
              { at: 0, colour: '#ff0000' },
              { at: 1, colour: '#ff0000', alpha: 0 },
            ],
          },
        }),
      ],
      { on: WHITE },
    );
    expect(at(fade, 10, 63)[1]).toBeGreaterThan(250);
    expect(at(fade, 10, 0)[1]).toBeLessThan(5);
    // Never darker than both, as a fade to clear black would be.
    for (let y = 0; y < HEIGHT; y++) expect(at(fade, 10, y)[0]).toBeGreaterThan(253);
  });
  it('multiply and screen by the formulas of the compositing standard', () => {
    const on = (fill: string, blend: Item['blend'] & string): number[] =>
      at(paint([shape({ path: rect(0, 0, 96, 64), fill: '#8040c0' }), shape({ path: rect(0, 0, 96, 64), fill, blend })]), 10, 10);
    const [a, b] = [
      [0x80, 0x40, 0xc0],
      [0x30, 0xa0, 0xff],
    ] as const;
    on('#30a0ff', 'multiply')
      .slice(0, 3)
      .forEach((v, n) => void expect(Math.abs(v - ((a[n] as number) * (b[n] as number)) / 255)).toBeLessThanOrEqual(1));
    on('#30a0ff', 'screen')
      .slice(0, 3)
      .forEach((v, n) => void expect(Math.abs(v - ((a[n] as number) + (b[n] as number) - ((a[n] as number) * (b[n] as number)) / 255))).toBeLessThanOrEqual(1));
  });
});

describe('a group', () => {
  const wide = shape({ path: rect(0, 0, 96, 64), fill: '#c04030' });
  it('keeps its items within its base, which is seen itself', () => {
    const pixels = paint([{ id: 'g', base: shape({ path: ellipse(48, 32, 20), fill: '#208060' }), items: [shape({ path: rect(48, 0, 96, 64), fill: '#c04030' })] }]);
    expect(at(pixels, 40, 32)).toEqual([0x20, 0x80, 0x60, 255]);
    expect(at(pixels, 56, 32)).toEqual([0xc0, 0x40, 0x30, 255]);
    expect(alphaAt(pixels, 80, 32)).toBe(0);
    // The edge has the base's own coverage: no fringe, no bleeding.
    const alone = paint([shape({ path: ellipse(48, 32, 20) })]);
    for (let n = 3; n < pixels.length; n += 4) expect(Math.abs((pixels[n] as number) - (alone[n] as number))).toBeLessThanOrEqual(1);
  });
  it('keeps its items within its mask, which is not seen', () => {
    const pixels = paint([{ id: 'g', mask: shape({ path: ellipse(48, 32, 20), fill: '#208060' }), items: [shape({ path: rect(48, 0, 96, 64) })] }]);
    expect(alphaAt(pixels, 40, 32)).toBe(0);
    expect(alphaAt(pixels, 56, 32)).toBe(255);
    expect(alphaAt(pixels, 80, 32)).toBe(0);
  });
  it('half clear is so as a whole: what overlaps inside does not show', () => {
    const pixels = paint([{ id: 'g', alpha: 0.5, items: [wide, { ...wide, path: rect(0, 0, 48, 64) }] }], { on: WHITE });
    expect(at(pixels, 10, 10)).toEqual(at(pixels, 80, 10));
  });
  it('may hold groups', () => {
    const inner: Node = { id: 'in', mask: shape({ path: rect(0, 0, 48, 64) }), items: [wide] };
    const pixels = paint([{ id: 'out', mask: shape({ path: rect(0, 0, 96, 32) }), items: [inner] }]);
    expect([alphaAt(pixels, 10, 10), alphaAt(pixels, 60, 10), alphaAt(pixels, 10, 50), alphaAt(pixels, 60, 50)]).toEqual([255, 0, 0, 0]);
  });
});

describe('a blur', () => {
  it('spreads a shape and loses nothing of it', () => {
    const sharp = paint([shape({ path: rect(36, 22, 24, 20) })]);
    const soft = paint([shape({ path: rect(36, 22, 24, 20), blur: 4 })]);
    expect(Math.abs(area(soft) - area(sharp))).toBeLessThan(0.02 * area(sharp));
    expect(alphaAt(soft, 34, 32)).toBeGreaterThan(40);
    expect(alphaAt(soft, 20, 32)).toBe(0);
  });
  // The last two are so wide that sums of levels need more than 16 bits.
  it.each([0.8, 2.4, 5, 31, 137, 180])('comes near a Gaussian of its deviation: %s', (deviation) => {
    const soft = paint([shape({ path: rect(48, -1500, 3000, 3000), blur: deviation })]);
    // The integral of a Gaussian over a straight edge.
    const rise = (x: number): number => {
      let sum = 0;
      const step = deviation / 100;
      for (let t = -6 * deviation; t < x; t += step) sum += Math.exp(-(t * t) / (2 * deviation * deviation)) * step;
      return (sum / (deviation * Math.sqrt(2 * Math.PI))) * 255;
    };
    for (let x = 32; x < 64; x += 2) expect(Math.abs(alphaAt(soft, x, 32) - rise(x + 0.5 - 48))).toBeLessThan(deviation < 1 ? 30 : 10);
  });
  it('is the same for every row and column of what is even, up to the last', () => {
    // 13 x 7: neither is a multiple of the four lines that are smoothed at a time.
    const soft = paint([shape({ path: rect(-40, 20, 200, 7), blur: 2 })]);
    const across = paint([shape({ path: rect(20, -40, 13, 200), blur: 2 })]);
    for (let x = 0; x < WIDTH; x++) for (const y of [18, 20, 23, 26, 28]) expect(alphaAt(soft, x, y)).toBe(alphaAt(soft, 40, y));
    for (let y = 0; y < HEIGHT; y++) for (const x of [18, 20, 26, 32, 34]) expect(alphaAt(across, x, y)).toBe(alphaAt(across, x, 30));
    for (let k = 0; k < 4; k++) expect(alphaAt(soft, 40, 19 - k)).toBe(alphaAt(soft, 40, 27 + k));
  });
});

describe('a picture', () => {
  const checks = { width: 8, height: 8, data: Uint8ClampedArray.from({ length: 256 }, (_, n) => (n % 4 === 3 ? 255 : ((n >> 2) + (n >> 5)) % 2 ? 255 : 0)) };
  const halfClear = { width: 2, height: 2, data: Uint8ClampedArray.from([255, 0, 0, 128, 255, 0, 0, 128, 255, 0, 0, 128, 255, 0, 0, 128]) };
  const by = nodePainter(new Map(Object.entries({ checks, halfClear })));
  const image = (media: string, x: number, y: number, width: number, height: number): Item => ({ id: 'p', matrix: IDENTITY, image: { media, x, y, width, height } });
  it('at its own size is given pixel for pixel', () => {
    const pixels = paint([image('checks', 10, 10, 8, 8)], { by });
    for (let y = 0; y < 8; y++) for (let x = 0; x < 8; x++) expect(at(pixels, 10 + x, 10 + y)).toEqual([...checks.data.subarray((y * 8 + x) * 4, (y * 8 + x) * 4 + 4)]);
    expect(alphaAt(pixels, 9, 10) + alphaAt(pixels, 18, 10)).toBe(0);
  });
  it('made smaller is the mean of what it shows, not a choice of it', () => {
    const pixels = paint([image('checks', 10, 10, 2, 2)], { by });
    for (const [x, y] of [
      [10, 10],
      [11, 11],
    ] as const)
      expect(Math.abs((at(pixels, x, y)[0] as number) - 128)).toBeLessThan(4);
  });
  it('half clear shows what lies below', () => {
    expect(at(paint([image('halfClear', 0, 0, 96, 64)], { by, on: WHITE }), 40, 30)).toEqual([255, 127, 127, 255]);
  });
  it('that is not read yet is asked for, and the rest is painted', () => {
    const pixels = paint([image('unread', 0, 0, 96, 64), shape({ path: rect(0, 0, 10, 10) })], { by });
    expect(by.missing.has('unread')).toBe(true);
    expect(alphaAt(pixels, 5, 5)).toBe(255);
    expect(alphaAt(pixels, 50, 50)).toBe(0);
  });
});
