import { ellipse, pen, rect } from '../../draw/path.ts';
import type { Colour } from '../../draw/picture.ts';
import type { Hand } from '../world/hand.ts';
import { lighter, SPARK, type Tones } from '../world/tones.ts';
import { part, REACH, type SetPart, type StageSet, whole } from './set.ts';

/** A ground for words: two neighbouring tones and at most one spark, its middle empty (world.md, 10). */
const plain = (id: string, name: string, words: string, background: Colour, parts: readonly SetPart[]): StageSet => ({
  id,
  name,
  words: ['ground', 'title', 'plain', 'abstract', ...words.split(' ')],
  place: 'ground',
  floor: 390,
  background,
  planes: [{ id: 'ground', name: 'Ground', distance: 0, parts }],
});
const fill = (tone: (tones: Tones) => Colour, draw: (h: Hand, tones: Tones, half: number) => void = () => {}, slot: SetPart['slot'] = 'second'): SetPart =>
  whole(
    'ground',
    'Ground',
    (h, { tones, half }) => {
      h.flat(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), tone(tones));
      draw(h, tones, half);
    },
    { slot },
  );

const ribbons = plain('ribbon-cuts', 'Ribbon cuts', 'ribbons stripes dark', '#1f6a70', [
  fill(
    ({ second }) => second.shadow,
    (h, { second }, half) => {
      const side = half + 10;
      const share = Math.min(1, half / 960 + 0.12);
      for (let n = 0; n < 14; n++) {
        const y = -REACH + 24 + n * 138;
        const long = (190 + ((n * 97) % 260)) * share;
        h.poly([-side, y, -side + long, y, -side + long - 30, y + 84, -side, y + 84], second.base);
        const other = (170 + ((n * 61) % 240)) * share;
        h.poly([side, y + 54, side - other, y + 54, side - other + 30, y + 138, side, y + 138], second.base);
      }
    },
  ),
  part('spark', 'Spark', 0, -246, (h, { tones: { accent }, half }) => void h.poly([-half - 10, 0, -half * 0.66, 0, -half * 0.66 - 30, 84, -half - 10, 84], accent.base), {
    stays: true,
    slot: 'accent',
  }),
]);

const tideLines = plain('tide-lines', 'Tide lines', 'waves lines light calm', '#dfe8fb', [
  whole('ground', 'Ground', (h) => void h.flat(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), '#dfe6fb')),
  ...[0, 1, 2, 3, 4, 5].map((n) =>
    part(
      `tide-${n}`,
      'Tide line',
      0,
      190 + n * 62,
      (h) => {
        const line = pen().move(-1200, 0);
        for (let x = -1200; x < 1200; x += 300) line.cubic(x + 75, -34 - n * 3, x + 225, 34 + n * 3, x + 300, 0);
        h.line(line.done(), n === 0 ? '#3d56b2' : '#b4c1ee', n === 0 ? 9 : 6);
      },
      { stays: true, air: 'glide' },
    ),
  ),
]);

const threads = plain('threads', 'Threads and rings', 'threads rings light hanging', '#d5efee', [
  fill(
    ({ wall }) => lighter(wall.base, 0.05),
    () => {},
    'wall',
  ),
  ...Array.from({ length: 17 }, (_, n) =>
    part(
      `thread-${n}`,
      'Thread',
      -900 + n * 112,
      -540,
      (h, { tones: { accent, second } }) => {
        const long = 60 + ((n * 83) % 190) + Math.max(0, Math.abs(n - 8) - 2) * 74;
        const colour = n % 3 ? second.base : accent.base;
        h.rod([0, -430, 0, long], lighter(second.base, 0.18), 4);
        h.line(ellipse(0, long + 16, 15), colour, 8);
      },
      { stays: true, air: 'pendulum' },
    ),
  ),
]);

const cutHills = plain('cut-hills', 'Cut hills', 'hills paper warm evening sun', '#f6b9a2', [
  whole('ground', 'Ground', (h) => void h.flat(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), '#f8bda6')),
  part('sun', 'Sun', 560, -290, (h) => void h.flat(ellipse(0, 0, 110), '#fbe3b0')),
  ...(
    [
      ['#f09a78', 210, 130],
      ['#dd6f4c', 310, 150],
      ['#8e3526', 420, 130],
    ] as const
  ).map(([colour, y, high], n) =>
    whole(
      `hill-${n}`,
      'Hill',
      (h) =>
        void h.flat(
          pen()
            .move(-REACH * 1.2, y + high * (n % 2 ? 0.2 : 1))
            .cubic(-500, y - high * (n % 2 ? -0.4 : 0.4), -100, y + high * 0.9, 320, y + 20)
            .cubic(640, y - high * 0.5, 900, y + high * 0.4, REACH * 1.2, y - 20)
            .line(REACH * 1.2, REACH)
            .line(-REACH * 1.2, REACH)
            .close()
            .done(),
          colour,
        ),
    ),
  ),
]);

const lampArcs = plain('lamp-arcs', 'Lamp arcs', 'arcs lamp dark night', '#10262c', [
  whole('ground', 'Ground', (h, { half }) => {
    h.flat(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), '#12262c');
    for (const [r, colour] of [
      [620, '#1a353c'],
      [500, '#23464c'],
      [390, '#8a5a2c'],
      [290, '#d48a32'],
      [190, SPARK.yellow],
      [96, '#fbe3a0'],
    ] as const)
      h.flat(ellipse(-half, 560, r * Math.min(1, half / 960 + 0.2)), colour);
    for (const [r, colour] of [
      [420, '#1a353c'],
      [300, '#23464c'],
      [190, '#2c565c'],
    ] as const)
      h.flat(ellipse(half + 10, -560, r * Math.min(1, half / 960 + 0.2)), colour);
  }),
]);

/** Grounds for titles and lists. */
export const GROUNDS: readonly StageSet[] = [ribbons, tideLines, threads, cutHills, lampArcs];
