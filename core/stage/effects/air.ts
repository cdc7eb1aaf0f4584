import { avalanche, dice } from '../../draw/hash.ts';
import { IDENTITY, type Matrix } from '../../draw/matrix.ts';
import { ellipse, joined, type Path, pen, polygon } from '../../draw/path.ts';
import type { Node, Plane } from '../../draw/picture.ts';
import type { EffectKind } from './effect.ts';
import { kept, laid, multiplied, NOTHING, over, screened, secondsOf, veil } from './veil.ts';

const amount = (rest: number) => ({ name: 'amount', label: 'Amount', control: 'number', unit: 'share', least: 0, most: 1, rest, step: 0.05 }) as const;
const speed = { name: 'speed', label: 'Speed', control: 'number', unit: 'times', least: 0.1, most: 3, rest: 1, step: 0.1 } as const;

/** A number 0..1 of a thing by its place in the list. */
const chance = (n: number, k: number): number => avalanche(n * 7919 + k * 104_729 + 11) / 2 ** 32;
const wrapped = (value: number, size: number): number => ((value % size) + size) % size;

const TILE = 540;
/** Sheets of flakes: radius, how many a tile, units a second, how far they swing. */
const FLAKES = [
  [4, 8, 16, 110, 26],
  [7, 10, 9, 150, 34],
  [10, 16, 4, 210, 44],
] as const;

export const snow: EffectKind = {
  id: 'snow',
  label: 'Snow',
  icon: 'M12 3v18M4 7.5l16 9M20 7.5l-16 9M9.5 4.5L12 7l2.5-2.5M9.5 19.5L12 17l2.5 2.5',
  on: 'below',
  moving: true,
  fields: [amount(0.4), speed, { name: 'drift', label: 'Drift', control: 'number', unit: 'units', least: -200, most: 200, rest: 40, step: 5 }],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const t = secondsOf(tick) * values.number('speed');
    const share = values.number('amount');
    const sheets = FLAKES.flatMap(([least, most, count, fall, swing], sheet): Plane[] => {
      const some = Math.max(1, Math.round(count * (0.3 + 1.4 * share)));
      const nodes = kept(`snow ${sheet} ${some}`, () => {
        const die = dice(900 + sheet);
        return [
          {
            id: 'flakes',
            matrix: IDENTITY,
            fill: '#fdfeff',
            alpha: 0.86,
            path: joined(...Array.from({ length: some }, () => ellipse(die.between(0, TILE), die.between(0, TILE), die.between(least, most)))),
          },
        ];
      });
      const [dx, dy] = [wrapped(t * values.number('drift') * (0.6 + sheet * 0.3) + swing * Math.sin(t * 0.9 + sheet * 2), TILE), wrapped(t * fall, TILE)];
      const out: Plane[] = [];
      for (let y = dy - TILE; y < height; y += TILE)
        for (let x = dx - TILE; x < width; x += TILE) out.push({ id: `${id}.${sheet}.${out.length}`, view: [1, 0, 0, 1, Math.round(x * 4) / 4, Math.round(y * 4) / 4], nodes });
      return out;
    });
    const cold = screened('#7f97a3', 1);
    return [
      ...planes,
      laid(
        `${id}.cold`,
        veil('snow', width, height, () => cold.colour),
        cold.alpha * 0.22 * share * strength,
      ),
      { id: `${id}.snow`, view: IDENTITY, nodes: NOTHING, planes: sheets, alpha: Math.min(1, 0.5 + share) * strength },
    ];
  },
};

export const haze: EffectKind = {
  id: 'haze',
  label: 'Haze',
  icon: 'M4 8h12M8 12h12M3 16h14M10 20h9M10 4h8',
  on: 'below',
  moving: true,
  fields: [amount(0.5), { name: 'height', label: 'How high', control: 'number', unit: 'share', least: 0.1, most: 1, rest: 0.55, step: 0.05 }, speed],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const t = secondsOf(tick) * values.number('speed');
    const [top, low] = [height * (0.66 - values.number('height')), height * 0.92];
    const ground = veil(`haze ${values.number('height')}`, width, height, () => ({
      kind: 'linear',
      from: [0, top],
      to: [0, low],
      stops: [
        { at: 0, colour: '#eef3ef', alpha: 0.06 },
        { at: 0.42, colour: '#eef3ef', alpha: 0.74 },
        { at: 0.66, colour: '#eef3ef', alpha: 0.5 },
        { at: 1, colour: '#eef3ef', alpha: 0.04 },
      ],
    }));
    const swathe = (n: number): Plane => {
      const nodes = kept(`swathe ${n} ${width} ${height}`, () => [
        {
          id: 'swathe',
          matrix: IDENTITY,
          path: ellipse(0, 0, width * 0.62, height * 0.07),
          fill: {
            kind: 'radial',
            centre: [0, 0],
            radius: width * 0.6,
            stops: [
              { at: 0, colour: '#f6f9f6', alpha: 0.6 },
              { at: 1, colour: '#f6f9f6', alpha: 0 },
            ],
          },
        },
      ]);
      const x = wrapped(n * width * 0.6 + t * (n ? 18 : 12), width * 2) - width * 0.5;
      return { id: `${id}.swathe${n}`, view: [1, 0, 0, 1, Math.round(x), Math.round(height * (n ? 0.62 : 0.5))], nodes };
    };
    return [...planes, { id: `${id}.haze`, view: IDENTITY, nodes: ground, planes: [swathe(0), swathe(1)], alpha: values.number('amount') * strength }];
  },
};

/** Things that fall, turn and are seen from their edge at times. */
function fluttering(id: string, count: number, place: (n: number) => Matrix, look: (n: number) => Pick<Extract<Node, { matrix: unknown }>, 'fill' | 'path'>): readonly Node[] {
  return Array.from({ length: count }, (_, n) => ({ id: `${id}${n}`, matrix: place(n), ...look(n) }) as Node);
}
const turned = (x: number, y: number, angle: number, flat: number): Matrix => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [c, s, -s * flat, c * flat, x, y];
};

const CUTTINGS = ['#ee6114', '#27348c', '#f8cc2f', '#04706a', '#d767a3', '#1796eb'] as const;
const cutting = polygon([-26, -14, 30, -14, 18, 14, -26, 14]);

export const confetti: EffectKind = {
  id: 'confetti',
  label: 'Confetti',
  icon: 'M5 5l4 2-2 3zM15 4l3 3-4 1zM12 11l4 1-2 3zM5 14l3 2-3 2zM16 17l4 1-3 3z',
  on: 'below',
  moving: true,
  fields: [amount(0.5), speed],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const t = secondsOf(tick) * values.number('speed');
    const count = Math.round(140 * values.number('amount'));
    const nodes = fluttering(
      'cut',
      count,
      (n) => {
        const y = wrapped(chance(n, 1) * (height + 120) + t * (240 + 160 * chance(n, 2)), height + 120) - 60;
        const x = wrapped(chance(n, 3) * width + 46 * Math.sin(t * 1.7 + n), width);
        return turned(x, y, t * (1 + 4 * chance(n, 4)) + n, 0.35 + 0.65 * Math.abs(Math.cos(t * (2 + 3 * chance(n, 5)) + n)));
      },
      (n) => ({ path: cutting, fill: CUTTINGS[n % CUTTINGS.length] as string }),
    );
    return [...planes, over(`${id}.confetti`, nodes, strength)];
  },
};

const BROWNS = ['#b5652c', '#c98a3a', '#8f4a26', '#d8a24a', '#a0572f'] as const;
const leaf = pen().move(0, -50).cubic(34, -26, 30, 26, 0, 50).cubic(-30, 26, -34, -26, 0, -50).close().done();

export const leaves: EffectKind = {
  id: 'leaves',
  label: 'Leaves',
  icon: 'M5 19c0-8 5-13 14-14-1 9-6 14-14 14zM5 19l7-7',
  on: 'below',
  moving: true,
  fields: [amount(0.4), { name: 'wind', label: 'Wind', control: 'number', unit: 'times', least: -3, most: 3, rest: 1, step: 0.1 }],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const t = secondsOf(tick);
    const count = Math.round(65 * values.number('amount'));
    const nodes = fluttering(
      'leaf',
      count,
      (n) => {
        const x = wrapped(chance(n, 1) * (width + 160) + t * 160 * values.number('wind') * (0.7 + 0.6 * chance(n, 2)), width + 160) - 80;
        const y = wrapped(chance(n, 3) * (height + 160) + t * (90 + 60 * chance(n, 4)) + 40 * Math.sin(t * 1.3 + n * 2), height + 160) - 80;
        const k = 0.6 + 0.7 * chance(n, 5);
        const [a, b, c, d, e, f] = turned(x, y, Math.sin(t * 1.6 + n) * 1.2 + n, 0.3 + 0.7 * Math.abs(Math.cos(t * 1.9 + n)));
        return [a * k, b * k, c * k, d * k, e, f];
      },
      (n) => ({ path: leaf, fill: BROWNS[n % BROWNS.length] as string }),
    );
    return [...planes, over(`${id}.leaves`, nodes, strength)];
  },
};

export const bubbles: EffectKind = {
  id: 'bubbles',
  label: 'Bubbles',
  icon: 'M13 15a4 4 0 1 1-8 0 4 4 0 0 1 8 0M19 8a3 3 0 1 1-6 0 3 3 0 0 1 6 0M18 17a1.5 1.5 0 1 1-3 0 1.5 1.5 0 0 1 3 0',
  on: 'below',
  moving: true,
  fields: [amount(0.4), speed],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const t = secondsOf(tick) * values.number('speed');
    const count = Math.round(75 * values.number('amount'));
    const ball = kept('bubble', () => [
      { id: 'ball', matrix: IDENTITY, path: ellipse(0, 0, 20), fill: '#e6f6fa', alpha: 0.42 },
      { id: 'spark', matrix: IDENTITY, path: ellipse(-7, -7, 4), fill: '#ffffff', alpha: 0.9 },
    ]);
    const all = Array.from({ length: count }, (_, n): Plane => {
      const k = 0.5 + 1.3 * chance(n, 5);
      const y = height + 60 - wrapped(chance(n, 1) * (height + 120) + t * (90 + 60 * chance(n, 2)), height + 120);
      const x = chance(n, 3) * width + 18 * Math.sin(t * 1.6 + n);
      return { id: `${id}.b${n}`, view: [k, 0, 0, k, x, y], nodes: ball };
    });
    return [...planes, { id: `${id}.bubbles`, view: IDENTITY, nodes: NOTHING, planes: all, alpha: strength }];
  },
};

const balls = new Map<number, Path>();
/** A disc of a radius, the same path each time. */
function sized(radius: number): Path {
  let path = balls.get(radius);
  if (!path) balls.set(radius, (path = ellipse(0, 0, radius)));
  return path;
}

export const dust: EffectKind = {
  id: 'dust',
  label: 'Dust in light',
  icon: 'M4 3l10 18M10 3l10 18M9 12h.01M12 9h.01M12 15h.01M15 13h.01',
  on: 'below',
  moving: true,
  fields: [
    amount(0.45),
    { name: 'angleDeg', label: 'Angle', control: 'number', unit: 'degrees', least: -60, most: 60, rest: 24, step: 1 },
    { name: 'width', label: 'Width', control: 'number', unit: 'share', least: 0.05, most: 0.8, rest: 0.26, step: 0.01 },
  ],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const share = values.number('amount') * strength;
    const t = secondsOf(tick);
    const slope = Math.tan((values.number('angleDeg') * Math.PI) / 180);
    const wide = values.number('width') * width;
    const left = width * 0.3;
    const shaft = kept(`shaft ${slope} ${wide} ${width} ${height}`, () => [
      {
        id: 'shaft',
        matrix: IDENTITY,
        path: polygon([left, -20, left + wide * 0.6, -20, left + wide * 1.2 + slope * height, height + 20, left - wide * 0.1 + slope * height, height + 20]),
        fill: {
          kind: 'linear',
          from: [0, 0],
          to: [0, height],
          stops: [
            { at: 0, colour: '#fff0b8', alpha: 0.72 },
            { at: 1, colour: '#fff0b8', alpha: 0 },
          ],
        },
      },
    ]);
    const motes = Array.from({ length: 60 }, (_, n) => {
      const y = wrapped(chance(n, 1) * height + t * (6 + 12 * chance(n, 2)), height);
      const x = left + slope * y + (chance(n, 3) * 0.9 - 0.02) * (wide * (0.6 + (0.7 * y) / height)) + 10 * Math.sin(t * 0.7 + n);
      return { id: `mote${n}`, matrix: [1, 0, 0, 1, x, y] as const, path: sized(Math.round(3 + 5 * chance(n, 4))), fill: '#fff6d8' };
    });
    const dim = multiplied('#a9a6b4', 1);
    return [
      ...planes,
      laid(
        `${id}.dim`,
        veil('dust', width, height, () => dim.colour),
        dim.alpha * 0.5 * share,
      ),
      laid(`${id}.shaft`, shaft, share),
      laid(`${id}.motes`, motes, 0.8 * share),
    ];
  },
};
