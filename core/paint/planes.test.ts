import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { IDENTITY, type Matrix, multiply, placed, rotation, scaling, translation } from '../draw/matrix.ts';
import { ellipse, rect } from '../draw/path.ts';
import type { Blend, ColourMatrix, Item, Node, Picture, Plane } from '../draw/picture.ts';
import type { Box } from './geometry.ts';
import { IncrementalPainter, paintFully } from './incremental.ts';
import type { Painter, RawImage } from './paint.ts';

const WIDTH = 128;
const HEIGHT = 72;
const BLENDS: readonly Blend[] = ['normal', 'multiply', 'screen', 'overlay', 'soft light', 'add'];

/** A picture of colours that are told apart wherever they come to lie: red runs across, green down, blue marks a corner. */
const chart: RawImage = {
  width: 16,
  height: 12,
  data: Uint8ClampedArray.from({ length: 16 * 12 * 4 }, (_, n) => {
    const [x, y] = [(n >> 2) % 16, Math.floor((n >> 2) / 16)];
    return [x * 16, y * 20, x < 4 && y < 3 ? 255 : 0, 255][n & 3] as number;
  }),
};
const frames: readonly RawImage[] = [0, 80, 160].map((level) => ({ width: 2, height: 2, data: Uint8ClampedArray.from({ length: 16 }, (_, n) => ((n & 3) === 3 ? 255 : level)) }));
const images = (media: string, frame?: number): RawImage | undefined => (media === 'chart' ? chart : media === 'moving' ? frames[frame ?? 0] : undefined);
const painter: Painter = nodePainter(images);

const item = (id: string, path: Float32Array, fill: Item['fill'], values: Partial<Item> = {}): Item => ({
  id,
  path,
  ...(fill === undefined ? {} : { fill }),
  matrix: IDENTITY,
  ...values,
});
const square = (id: string, x: number, y: number, size: number, fill: string): Item => item(id, rect(x, y, size, size), fill);
const plane = (id: string, nodes: readonly Node[], values: Partial<Plane> = {}): Plane => ({ id, view: IDENTITY, nodes, ...values });
const pictureOf = (planes: readonly Plane[], background: string | null = '#ffffff'): Picture => ({
  width: WIDTH,
  height: HEIGHT,
  ...(background ? { background } : {}),
  planes,
});

/** A whole repaint, straight RGBA. */
function whole(picture: Picture): Uint8Array {
  const surface = paintFully(painter, picture, WIDTH, HEIGHT);
  const out = new Uint8Array(surface.pixels().buffer);
  surface.dispose();
  return out;
}
const at = (pixels: Uint8Array, x: number, y: number): number[] => [...pixels.subarray((y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 4)];

const place = fc.record({ x: fc.integer({ min: -30, max: 150 }), y: fc.integer({ min: -30, max: 100 }), size: fc.integer({ min: 3, max: 70 }) });
const colour = fc.constantFrom('#c04030', '#2f6b6a', '#e3b23c', '#102040', '#f0f0ff');
const matrix: fc.Arbitrary<Matrix> = fc.oneof(
  fc.constant(IDENTITY),
  fc
    .record({
      x: fc.integer({ min: -20, max: 60 }),
      y: fc.integer({ min: -20, max: 40 }),
      k: fc.double({ min: 0.4, max: 2, noNaN: true }),
      turn: fc.double({ min: -3, max: 3, noNaN: true }),
      flip: fc.boolean(),
    })
    .map(({ x, y, k, turn, flip }) => placed(x, y, flip ? -k : k, k, turn)),
);
const gradient = (from: string, to: string): Item['fill'] => ({
  kind: 'radial',
  centre: [60, 30],
  radius: 60,
  stops: [
    { at: 0, colour: from },
    { at: 1, colour: to, alpha: 0.2 },
  ],
});
const node: fc.Arbitrary<Node> = fc
  .record({
    id: fc.integer({ min: 0, max: 5 }),
    where: place,
    fill: colour,
    kind: fc.constantFrom('shape', 'shape', 'gradient', 'image', 'soft', 'bent', 'line', 'kept', 'clear'),
    matrix,
  })
  .map(({ id, where: { x, y, size }, fill, kind, matrix: m }): Node => {
    const name = `n${id}`;
    if (kind === 'image') return { id: name, matrix: m, image: { media: 'chart', x, y, width: size, height: size * 0.75 } };
    const path = ellipse(x, y, size / 2, size / 3);
    if (kind === 'bent') {
      const corners = [0, 0, 0.6, 0.1, 1, 0, 0.1, 0.4, 0.5, 0.6, 1.1, 0.5, 0, 1, 0.4, 0.9, 1, 1].map((part, k) => (k % 2 ? y + part * size * 0.75 : x + part * size));
      return { id: name, matrix: m, image: { media: 'chart', x, y, width: size, height: size * 0.75, bend: { columns: 2, rows: 2, corners } } };
    }
    if (kind === 'line') return { id: name, path, matrix: m, stroke: { paint: fill, width: size / 6, cap: 'round' } };
    if (kind === 'kept')
      return { id: name, base: item('base', path, '#ffffff', { matrix: m }), items: [item('in', rect(x, y - size / 3, size, size), fill, { matrix: m, alpha: 0.6 })] };
    if (kind === 'clear') return item(name, path, fill, { matrix: m, alpha: 0.4, blend: BLENDS[id] });
    return item(name, path, kind === 'gradient' ? gradient(fill, '#ffffff') : fill, { matrix: m, ...(kind === 'soft' ? { blur: 2 } : {}) });
  });
const tint: ColourMatrix = [0.4, 0.3, 0.1, 0.1, 0.1, 0.8, 0, 0, 0.2, 0, 0.5, 0.2];

/** Trees of planes with looks of every kind. */
const tree = (depth: number): fc.Arbitrary<Plane> =>
  fc
    .record({
      id: fc.integer({ min: 0, max: 3 }),
      view: matrix,
      nodes: fc.array(node, { maxLength: 3 }),
      planes: depth > 0 ? fc.array(tree(depth - 1), { maxLength: 2 }) : fc.constant([]),
      alpha: fc.constantFrom(1, 1, 0.5, 0),
      blend: fc.constantFrom(...BLENDS, 'normal' as const),
      blur: fc.constantFrom(0, 0, 0, 1.5, 6, 13, 19),
      colour: fc.constantFrom(undefined, undefined, tint),
      mask: fc.option(fc.record({ nodes: fc.array(node, { minLength: 1, maxLength: 2 }), invert: fc.boolean(), feather: fc.constantFrom(0, 3) }), { freq: 3 }),
    })
    .map(({ id, view, nodes, planes, alpha, blend, blur, colour: look, mask }): Plane => {
      const masks = mask && [{ planes: [{ id: 'mask', view: IDENTITY, nodes: mask.nodes }], invert: mask.invert, feather: mask.feather }];
      return { id: `p${id}`, view, nodes, planes, alpha, blend, blur, ...(look ? { colour: look } : {}), ...(masks ? { masks } : {}) };
    });
const plain = fc.array(node, { minLength: 3, maxLength: 12 }).map((nodes) => [plane('p0', nodes)]);
const planes = fc.oneof({ weight: 3, arbitrary: fc.array(tree(2), { minLength: 1, maxLength: 3 }) }, { weight: 1, arbitrary: plain });

/** A picture that differs from another in one place: what is not touched is the same object. */
const changed = fc.tuple(planes, planes, fc.integer({ min: 0, max: 3 }), fc.constantFrom('look', 'nodes', 'planes', 'mask', 'all')).map(([before, other, n, what]) => {
  const index = n % before.length;
  const one = before[index] as Plane;
  const from = other[0] as Plane;
  const next: Plane =
    what === 'look'
      ? { ...one, alpha: 0.7, blend: 'screen' }
      : what === 'nodes'
        ? { ...one, nodes: from.nodes }
        : what === 'planes'
          ? { ...one, planes: from.planes ?? [] }
          : what === 'mask'
            ? { ...one, masks: from.masks ?? [] }
            : from;
  return { before, after: before.map((plane_, k) => (k === index ? { ...next, id: plane_.id } : plane_)) };
});

describe('trees of planes', () => {
  it('painted in parts are to the byte what they are painted whole: after any change, and back', () => {
    fc.assert(
      fc.property(changed, fc.constantFrom('#ffffff', '#203040', null), ({ before, after }, ground) => {
        const film = new IncrementalPainter(painter, WIDTH, HEIGHT);
        for (const list of [before, after, before, after]) {
          const picture = pictureOf(list, ground);
          film.paint(picture);
          expect(Buffer.compare(Buffer.from(film.surface.pixels()), Buffer.from(whole(picture)))).toBe(0);
        }
        film.dispose();
      }),
      { numRuns: 120 },
    );
  });
  it('cut along any line are what they are whole', () => {
    fc.assert(
      fc.property(planes, fc.integer({ min: 1, max: WIDTH - 1 }), fc.integer({ min: 1, max: HEIGHT - 1 }), (list, x, y) => {
        const picture = pictureOf(list);
        const one = new IncrementalPainter(painter, WIDTH, HEIGHT);
        one.paint(picture);
        const expected = whole(picture);
        // Four pieces, each painted on white by itself.
        const surface = painter.surface({ left: 0, top: 0, right: WIDTH, bottom: HEIGHT });
        surface.wipe(surface.box, 0xffffffff | 0);
        const pieces: Box[] = [
          { left: 0, top: 0, right: x, bottom: y },
          { left: x, top: 0, right: WIDTH, bottom: y },
          { left: 0, top: y, right: x, bottom: HEIGHT },
          { left: x, top: y, right: WIDTH, bottom: HEIGHT },
        ];
        for (const piece of pieces) for (const unit of one.shown()) painter.paint(surface, piece, unit);
        expect(Buffer.compare(Buffer.from(surface.pixels()), Buffer.from(expected))).toBe(0);
        surface.dispose();
        one.dispose();
      }),
      { numRuns: 120 },
    );
  });
  it('that stand still repaint nothing, however they look', () => {
    const still = plane('faded', [square('a', 20, 10, 40, '#c04030')], {
      alpha: 0.5,
      blur: 3,
      colour: tint,
      masks: [{ planes: [plane('m', [square('s', 10, 0, 60, '#000000')])], invert: false, feather: 2 }],
    });
    const film = new IncrementalPainter(painter, WIDTH, HEIGHT);
    film.paint(pictureOf([still]));
    expect(film.paint(pictureOf([still]))).toEqual([]);
    // The same look and nodes in another object: looks are compared by value.
    expect(film.paint(pictureOf([{ ...still, masks: still.masks?.map((mask) => ({ ...mask, planes: [{ ...(mask.planes[0] as Plane) }] })) ?? [] }]))).toEqual([]);
    film.dispose();
  });
  it('repaint only what changed in them', () => {
    const inner = (x: number): Plane => plane('group', [square('still', 4, 4, 20, '#2f6b6a')], { alpha: 0.6, planes: [plane('mover', [square('dot', x, 50, 6, '#c04030')])] });
    const film = new IncrementalPainter(painter, WIDTH, HEIGHT);
    const first = inner(60);
    film.paint(pictureOf([first]));
    const boxes = film.paint(pictureOf([{ ...first, planes: inner(64).planes ?? [] }]));
    expect(boxes.length).toBeGreaterThan(0);
    for (const { left, top } of boxes) expect(left >= 32 && top >= 32).toBe(true);
    film.dispose();
  });
});

describe('a plane with a look', () => {
  const two = [square('a', 20, 10, 40, '#ff0000'), square('b', 40, 10, 40, '#ff0000')];
  it('fades as one: where its parts overlap nothing shows', () => {
    const pixels = whole(pictureOf([plane('p', two, { alpha: 0.5 })]));
    expect(at(pixels, 25, 30)).toEqual(at(pixels, 50, 30));
    expect(Math.abs((at(pixels, 25, 30)[1] as number) - 128)).toBeLessThanOrEqual(1);
  });
  it('takes what is in it along', () => {
    const child = plane('in', [square('c', 90, 10, 20, '#0000ff')]);
    const pixels = whole(pictureOf([plane('p', two, { alpha: 0.5, planes: [child] })]));
    expect(Math.abs((at(pixels, 100, 20)[0] as number) - 128)).toBeLessThanOrEqual(1);
    expect(at(pixels, 100, 20)[2]).toBe(255);
  });
  it('is seen only where its mask is, or only where it is not', () => {
    const masks = (invert: boolean): Plane['masks'] => [{ planes: [plane('m', [square('m', 0, 0, 50, '#123456')])], invert, feather: 0 }];
    const within = whole(pictureOf([plane('p', two, { masks: masks(false) as NonNullable<Plane['masks']> })]));
    expect([at(within, 30, 30), at(within, 60, 30)]).toEqual([
      [255, 0, 0, 255],
      [255, 255, 255, 255],
    ]);
    const without = whole(pictureOf([plane('p', two, { masks: masks(true) as NonNullable<Plane['masks']> })]));
    expect([at(without, 30, 30), at(without, 60, 30)]).toEqual([
      [255, 255, 255, 255],
      [255, 0, 0, 255],
    ]);
  });
  it('ends softly where its mask is feathered', () => {
    const masks = [{ planes: [plane('m', [square('m', -100, -100, 150, '#000000')])], invert: false, feather: 4 }];
    const pixels = whole(pictureOf([plane('p', [square('a', 0, 0, 128, '#000000')], { masks })]));
    const row = [38, 44, 50, 56, 62].map((x) => at(pixels, x, 30)[0] as number);
    expect(row[0]).toBeLessThan(12);
    expect(row.at(-1)).toBeGreaterThan(243);
    for (let n = 1; n < row.length; n++) expect(row[n]).toBeGreaterThan(row[n - 1] as number);
    expect(Math.abs((row[2] as number) - 128)).toBeLessThan(24);
  });
  it('changes its colours by its matrix, its clear parts stay clear', () => {
    const invertAll: ColourMatrix = [-1, 0, 0, 1, 0, -1, 0, 1, 0, 0, -1, 1];
    const pixels = whole(pictureOf([plane('p', [square('a', 20, 10, 40, '#ff8000')], { colour: invertAll })]));
    expect(at(pixels, 30, 30)).toEqual([0, 127, 255, 255]);
    expect(at(pixels, 5, 5)).toEqual([255, 255, 255, 255]);
    const half = whole(pictureOf([plane('p', [item('a', rect(20, 10, 40, 40), '#ff8000', { alpha: 0.5 })], { colour: invertAll })], null));
    expect(at(half, 30, 30)[3]).toBe(128);
    expect(Math.abs((at(half, 30, 30)[2] as number) - 255)).toBeLessThanOrEqual(1);
  });
  it('spreads widely as it does a little less widely: hardly a step where it is painted on a coarser grid, and it stays in its place', () => {
    const soft = (blur: number): Uint8Array => whole(pictureOf([plane('soft', [square('a', 31, 17, 33, '#d02020'), square('b', 75, 30, 9, '#2040d0')], { blur })]));
    const [less, fine, wide] = [soft(10.9), soft(11.9), soft(12)];
    const apart = (a: Uint8Array, b: Uint8Array): number => a.reduce((most, value, n) => Math.max(most, Math.abs(value - (b[n] as number))), 0);
    const middle = [fine, wide].map((pixels) => {
      let [sum, x, y] = [0, 0, 0];
      for (let n = 0; n < pixels.length; n += 4) {
        const dark = 255 - (pixels[n + 1] as number);
        sum += dark;
        x += dark * ((n >> 2) % WIDTH);
        y += dark * Math.floor((n >> 2) / WIDTH);
      }
      return { sum, x: x / sum, y: y / sum };
    });
    // No more than two pixels of blur make: boxes of whole pixels come that near to what was asked for.
    expect(apart(fine, wide)).toBeLessThanOrEqual(2 * apart(less, fine));
    const [a, b] = middle as [{ sum: number; x: number; y: number }, { sum: number; x: number; y: number }];
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(0.3);
    expect(Math.abs(a.sum / b.sum - 1)).toBeLessThan(0.02);
  });
  it('spread widely is in parts what it is whole, to the byte, wherever what is in it moves', () => {
    const [width, height] = [480, 270];
    const moving = (x: number, y: number): Picture => ({
      width,
      height,
      background: '#e8f0e4',
      planes: [
        plane('soft', [square('a', x, y, 9, '#d02020'), square('b', 300, 40, 60, '#2040d0'), square('c', 12, 200, 30, '#10a050')], { blur: 13, blend: 'screen', alpha: 0.8 }),
        plane('still', [square('d', 200, 150, 20, '#204020')]),
      ],
    });
    const incremental = new IncrementalPainter(painter, width, height);
    let share = 0;
    for (let n = 0; n < 14; n++) {
      const picture = moving(100 + n * 13.3, 60 + n * 7.7);
      const rects = incremental.paint(picture);
      if (n) share += rects.reduce((sum, { left, top, right, bottom }) => sum + ((right - left) * (bottom - top)) / (width * height), 0) / 13;
      const surface = paintFully(painter, picture, width, height);
      expect(Buffer.compare(Buffer.from(incremental.surface.pixels()), Buffer.from(surface.pixels())), `step ${n}`).toBe(0);
      surface.dispose();
    }
    expect(share).toBeLessThan(0.5);
    incremental.dispose();
  });
  it('blends alike at every place of a row, four pixels at a time or one', () => {
    for (const blend of BLENDS)
      for (const alpha of [1, 0.6]) {
        const row = (width: number): number[][] => {
          const pixels = whole(
            pictureOf([plane('below', [square('g', 0, 0, 128, '#6f9bd0')]), plane('over', [item('b', rect(40, 20, width, 6), '#c8803a', { alpha: 0.7 })], { blend, alpha })]),
          );
          return Array.from({ length: width }, (_, n) => at(pixels, 40 + n, 22));
        };
        const [first] = row(1);
        for (const width of [2, 3, 4, 5, 7, 8, 13]) expect(row(width), `${blend} ${width}`).toEqual(Array.from({ length: width }, () => first));
      }
  });
  it('spreads by its blur and loses nothing of it', () => {
    const sum = (pixels: Uint8Array): number => {
      let all = 0;
      for (let n = 3; n < pixels.length; n += 4) all += pixels[n] as number;
      return all;
    };
    const sharp = whole(pictureOf([plane('p', [square('a', 50, 24, 20, '#204060')])], null));
    const soft = whole(pictureOf([plane('p', [square('a', 50, 24, 20, '#204060')], { blur: 4 })], null));
    expect(Math.abs(sum(soft) / sum(sharp) - 1)).toBeLessThan(0.02);
    expect(at(soft, 46, 34)[3]).toBeGreaterThan(30);
  });
  it.each(BLENDS)('is laid over by %s as the compositing standard says', (blend) => {
    const [under, over] = ['#8040c0', '#30a0ff'];
    const pixels = whole(pictureOf([plane('u', [square('u', 0, 0, 128, under)]), plane('o', [square('o', 0, 0, 128, over)], { blend })]));
    const formula = (b: number, s: number): number => {
      if (blend === 'multiply') return b * s;
      if (blend === 'screen') return b + s - b * s;
      if (blend === 'overlay') return b <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s);
      if (blend === 'add') return Math.min(1, b + s);
      if (blend === 'soft light') {
        const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
        return s <= 0.5 ? b - (1 - 2 * s) * b * (1 - b) : b + (2 * s - 1) * (d - b);
      }
      return s;
    };
    for (const channel of [0, 1, 2]) {
      const level = (text: string): number => Number.parseInt(text.slice(1 + channel * 2, 3 + channel * 2), 16) / 255;
      expect(Math.abs((at(pixels, 60, 30)[channel] as number) - 255 * formula(level(under), level(over)))).toBeLessThanOrEqual(2);
    }
  });
});

describe('a picture under a matrix', () => {
  const shown = (view: Matrix, values: Partial<Item> = {}): Uint8Array =>
    whole(pictureOf([plane('p', [{ id: 'i', matrix: IDENTITY, image: { media: 'chart', x: -8, y: -6, width: 16, height: 12 }, ...values }], { view })], null));
  it('lies where the matrix sends it, the right way up', () => {
    const upright = shown(translation(60, 30));
    for (const [x, y] of [
      [54, 26],
      [60, 30],
      [66, 34],
    ] as const) {
      expect(at(upright, x, y)).toEqual([(x - 52) * 16, (y - 24) * 20, x - 52 < 4 && y - 24 < 3 ? 255 : 0, 255]);
    }
  });
  it('mirrored is itself mirrored, pixel for pixel', () => {
    const upright = shown(translation(64, 36));
    const mirrored = shown([-1, 0, 0, 1, 64, 36]);
    for (let y = 30; y < 42; y++) for (let x = 56; x < 72; x++) expect(at(mirrored, 127 - x, y)).toEqual(at(upright, x, y));
  });
  it('turned by quarters is itself turned', () => {
    const upright = shown(translation(64, 36));
    const turned = shown(multiply(translation(64, 36), rotation(Math.PI / 2)));
    for (let y = 31; y < 41; y++)
      for (let x = 57; x < 71; x++)
        for (const [n, level] of at(turned, 64 - (y - 36) - 1, 36 + (x - 64)).entries()) expect(Math.abs(level - (at(upright, x, y)[n] as number))).toBeLessThanOrEqual(2);
  });
  it('turned by any angle covers just its own ground, with a smooth edge', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6.28, noNaN: true }), fc.double({ min: 0.8, max: 3, noNaN: true }), (angle, k) => {
        const pixels = shown(multiply(translation(64, 36), multiply(rotation(angle), scaling(k))));
        let sum = 0;
        for (let n = 3; n < pixels.length; n += 4) sum += pixels[n] as number;
        expect(Math.abs(sum / 255 / (16 * 12 * k * k) - 1)).toBeLessThan(0.02);
      }),
      { numRuns: 60 },
    );
  });
  it('side by side with its other half leaves no seam', () => {
    const halves = [0, 1].map((n): Item => ({ id: `h${n}`, matrix: IDENTITY, image: { media: 'moving', frame: 2, x: -20 + n * 20, y: -15, width: 20, height: 30 } }));
    const pixels = whole(pictureOf([plane('p', halves, { view: multiply(translation(64, 36), scaling(1.37)) })], '#000000'));
    for (let x = 40; x < 88; x++) expect(at(pixels, x, 36)[0]).toBeGreaterThan(150);
  });
  it('grows and shrinks evenly: from step to step no pixel jumps', () => {
    let before = shown(multiply(translation(64, 36), scaling(0.9)));
    for (let k = 0.895; k > 0.2; k -= 0.005) {
      const now = shown(multiply(translation(64, 36), scaling(k)));
      let most = 0;
      for (let n = 0; n < now.length; n += 4)
        if ((now[n + 3] as number) === 255 && (before[n + 3] as number) === 255) most = Math.max(most, Math.abs((now[n] as number) - (before[n] as number)));
      expect(most).toBeLessThan(24);
      before = now;
    }
  });
  it('that moves shows the frame that is asked for', () => {
    const frame = (n: number): number =>
      at(whole(pictureOf([plane('p', [{ id: 'i', matrix: IDENTITY, image: { media: 'moving', frame: n, x: 0, y: 0, width: 128, height: 72 } }])])), 60, 30)[0] as number;
    expect([frame(0), frame(1), frame(2)]).toEqual([0, 80, 160]);
  });
});

describe('a gradient', () => {
  const stops = [
    { at: 0, colour: '#808080' },
    { at: 1, colour: '#848484' },
  ];
  const wall = (kind: 'linear' | 'radial' | 'steep'): Item['fill'] =>
    kind === 'radial' ? { kind: 'radial', centre: [64, 36], radius: 80, stops } : { kind: 'linear', from: [0, 0], to: kind === 'steep' ? [0, 72] : [128, 0], stops };
  it.each(['linear', 'steep', 'radial'] as const)('of few levels has no rings: each stretch has the mean that it should (%s)', (kind) => {
    const pixels = whole(pictureOf([plane('p', [item('wall', rect(0, 0, 128, 72), wall(kind))])]));
    // Means over tiles of the pattern follow the ramp within a fifth of a level; without a pattern they stand still for 32 pixels.
    for (let y = 0; y + 8 <= 72; y += 8)
      for (let x = 0; x + 8 <= 128; x += 8) {
        let sum = 0;
        let should = 0;
        for (let dy = 0; dy < 8; dy++)
          for (let dx = 0; dx < 8; dx++) {
            sum += at(pixels, x + dx, y + dy)[0] as number;
            const [px, py] = [x + dx + 0.5, y + dy + 0.5];
            const t = kind === 'radial' ? Math.min(1, Math.hypot(px - 64, py - 36) / 80) : kind === 'steep' ? py / 72 : px / 128;
            should += 128 + 4 * t;
          }
        expect(Math.abs(sum - should) / 64).toBeLessThan(0.2);
      }
  });
  it('whose ends are one colour is that colour everywhere', () => {
    const flat = {
      kind: 'linear',
      from: [0, 0],
      to: [128, 0],
      stops: [
        { at: 0, colour: '#4d7a9c' },
        { at: 1, colour: '#4d7a9c' },
      ],
    } as const;
    const pixels = whole(pictureOf([plane('p', [item('wall', rect(0, 0, 128, 72), flat)])]));
    for (let x = 0; x < 128; x += 5) expect(at(pixels, x, 40)).toEqual([0x4d, 0x7a, 0x9c, 255]);
  });
});

describe('a picture without ground', () => {
  it('is clear where nothing is', () => {
    const pixels = whole(pictureOf([plane('p', [square('a', 20, 10, 40, '#c04030')])], null));
    expect(at(pixels, 5, 5)).toEqual([0, 0, 0, 0]);
    expect(at(pixels, 30, 30)).toEqual([0xc0, 0x40, 0x30, 255]);
  });
});
