import { avalanche } from '../../draw/hash.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { ellipse, joined, pen, polygon, rect } from '../../draw/path.ts';
import type { Paint } from '../../draw/picture.ts';
import { type EffectKind, movedPlane } from './effect.ts';
import { graded, kept, laid, multiplied, NOTHING, onTwos, secondsOf, veil } from './veil.ts';

const amount = (rest: number, label = 'How much') => ({ name: 'amount', label, control: 'number', unit: 'share', least: 0, most: 1, rest, step: 0.05 }) as const;
const chance = (n: number): number => avalanche(n * 7919 + 5) / 2 ** 32;
const round = (x: number, y: number, radius: number, stops: readonly (readonly [number, string, number])[]): Paint => ({
  kind: 'radial',
  centre: [x, y],
  radius,
  stops: stops.map(([at, colour, alpha]) => ({ at, colour, alpha })),
});

export const memory: EffectKind = {
  id: 'memory',
  label: 'Memory',
  icon: 'M5 5h14v14H5zM8 8h8v8H8z',
  on: 'below',
  fields: [amount(0.6)],
  apply(planes, { id, values, strength, frame: { width, height } }) {
    const share = values.number('amount') * strength;
    const edge = veil('memory', width, height, () =>
      round(width / 2, height / 2, Math.hypot(width, height) / 2, [
        [0.52, '#fbf3e2', 0],
        [0.92, '#fbf3e2', 1],
        [1, '#fbf3e2', 1],
      ]),
    );
    return [
      { id: `${id}.faded`, view: IDENTITY, nodes: NOTHING, planes, colour: graded(0.42, [1.02, 0.97, 0.88], [0.09, 0.075, 0.05], share) },
      laid(`${id}.edge`, edge, share * 1.3),
    ];
  },
};

export const dream: EffectKind = {
  id: 'dream',
  label: 'Dream',
  icon: 'M7 15a4 4 0 1 1 1-8 5 5 0 0 1 9 2 3 3 0 0 1 0 6zM8 19h.01M12 20h.01',
  on: 'below',
  fields: [amount(0.5)],
  apply(planes, { id, values, strength, scale, frame: { width, height } }) {
    const share = values.number('amount') * strength;
    const tint = veil('dream', width, height, () => ({
      kind: 'linear',
      from: [0, 0],
      to: [width, height],
      stops: [
        { at: 0, colour: '#d9b8ff' },
        { at: 1, colour: '#9ce0ff' },
      ],
    }));
    return [
      ...planes,
      { id: `${id}.glow`, view: IDENTITY, nodes: NOTHING, planes, alpha: 0.9 * share, blur: 26 * Math.min(1.2, scale), blend: 'screen' },
      laid(`${id}.tint`, tint, 0.26 * share),
    ];
  },
};

/** A picture that comes from afar: paler, rows over it, and at times a strip of it slips. */
export const signal: EffectKind = {
  id: 'signal',
  label: 'Received signal',
  icon: 'M4 6h16v10H4zM9 20h6M12 16v4M7 9h6M10 12h7',
  on: 'both',
  moving: true,
  fields: [amount(0.4), { name: 'slip', label: 'Slip', control: 'number', unit: 'units', least: 0, most: 160, rest: 58, step: 2 }],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const share = values.number('amount') * strength;
    const rows = kept(`rows ${width} ${height}`, () => [
      { id: 'rows', matrix: IDENTITY, path: joined(...Array.from({ length: Math.ceil(height / 36) }, (_, n) => rect(0, n * 36, width, 13))), fill: '#0f2b30' },
    ]);
    const pale = { id: `${id}.pale`, view: IDENTITY, nodes: NOTHING, planes, colour: graded(0.45, [0.92, 1.02, 1.02], [0.02, 0.05, 0.05], Math.min(1, share * 2)) };
    const t = secondsOf(tick);
    const turn = Math.floor(t / 2.2);
    const since = t - turn * 2.2 - 1.1 * chance(turn);
    const slipping = since > 0 && since < 0.08;
    const slips = slipping
      ? [0, 1].map((n) => {
          const top = height * (n ? 0.7 : 0.16) + 60 * chance(turn + n);
          const strip = kept(`slip ${Math.round(top)} ${n} ${width}`, () => [{ id: 'slip', matrix: IDENTITY, path: rect(-40, top, width + 80, n ? 46 : 70), fill: '#000000' }]);
          return {
            ...movedPlane({ ...pale, id: `${id}.slip${n}` }, (n ? -1 : 0.7) * values.number('slip'), 0),
            masks: [{ planes: [{ id: `${id}.strip${n}`, view: IDENTITY, nodes: strip }], invert: false, feather: 0 }],
          };
        })
      : [];
    return [pale, ...slips, laid(`${id}.rows`, rows, 0.38 * share)];
  },
};

export const oldFilm: EffectKind = {
  id: 'old-film',
  label: 'Old film',
  icon: 'M4 5h16v14H4zM7 5v14M17 5v14M4 9h3M4 15h3M17 9h3M17 15h3',
  on: 'below',
  moving: true,
  fields: [amount(0.6)],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const share = values.number('amount') * strength;
    const step = onTwos(tick);
    const specks = kept(`specks ${Math.floor(step / 4)} ${width}`, () => [
      {
        id: 'specks',
        matrix: IDENTITY,
        path: joined(
          ...Array.from({ length: 22 }, (_, n) => ellipse(chance(step * 31 + n) * width, chance(step * 17 + n * 3) * height, 1.5 + 3.5 * chance(n), 1 + 2.5 * chance(n + 9))),
        ),
        fill: '#2a2016',
      },
    ]);
    const scratch = (n: number): number => width * (0.2 + 0.6 * chance(Math.floor(step / 9) + n * 50)) + 3 * chance(step + n);
    const lines = kept(`scratch ${step} ${width}`, () => [
      { id: 'scratches', matrix: IDENTITY, path: joined(rect(scratch(0), 0, 2, height), rect(scratch(1), 0, 1.4, height)), fill: '#f3ead2' },
    ]);
    const edge = veil('old film', width, height, () =>
      round(width / 2, height / 2, Math.hypot(width, height) / 2, [
        [0.55, '#1a120a', 0],
        [1, '#1a120a', 0.78],
      ]),
    );
    // The picture jumps in its gate now and then: to move all of it at every step would be to paint all of it.
    const jumps = step % 27 < 2 ? share : 0;
    const [dx, dy] = [3 * (chance(step) - 0.5) * jumps, 7 * (chance(step + 7) - 0.5) * jumps];
    const grey = {
      id: `${id}.grey`,
      view: IDENTITY,
      nodes: NOTHING,
      planes: jumps ? planes.map((plane) => movedPlane(plane, dx, dy)) : planes,
      colour: graded(0.06, [1, 0.9, 0.72], [0.03, 0.02, 0], Math.min(1, share * 1.6)),
    };
    return [grey, laid(`${id}.specks`, specks, 0.7 * share), laid(`${id}.scratches`, lines, 0.5 * share), laid(`${id}.edge`, edge, share)];
  },
};

export const night: EffectKind = {
  id: 'night',
  label: 'Night over all',
  icon: 'M20 14a8 8 0 1 1-10-10 7 7 0 0 0 10 10z',
  on: 'below',
  fields: [amount(0.7)],
  apply: (planes, { id, values, strength }) => [
    { id: `${id}.night`, view: IDENTITY, nodes: NOTHING, planes, colour: graded(0.66, [0.47, 0.58, 0.86], [0, 0.01, 0.04], values.number('amount') * strength) },
  ],
};

export const underwater: EffectKind = {
  id: 'underwater',
  label: 'Underwater',
  icon: 'M3 8c3-3 6 3 9 0s6 3 9 0M3 14c3-3 6 3 9 0s6 3 9 0M3 20c3-3 6 3 9 0s6 3 9 0',
  on: 'below',
  moving: true,
  fields: [amount(0.6), { name: 'speed', label: 'Speed', control: 'number', unit: 'times', least: 0.1, most: 3, rest: 1, step: 0.1 }],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const share = values.number('amount') * strength;
    const t = Math.floor(secondsOf(tick) * values.number('speed') * 12) / 12;
    const deep = veil('underwater', width, height, () => ({
      kind: 'linear',
      from: [0, 0],
      to: [0, height],
      // By what multiplied colours would leave of white: the deep is a haze, too.
      stops: [
        { at: 0, ...multiplied('#8fe0dc', 0.9) },
        { at: 1, ...multiplied('#1d5f86', 0.9) },
      ],
    }));
    const net = (n: number): Float32Array => {
      const path = pen();
      const y0 = height * (0.08 + n * 0.2);
      for (let x = -60; x <= width + 60; x += 60) {
        const y = y0 + 20 * Math.sin(x / 130 + t * (0.9 + n * 0.2) + n * 2) + 12 * Math.sin(x / 57 - t * 1.3 + n);
        if (x < 0) path.move(x, y);
        else path.line(x, y);
      }
      return path.done();
    };
    const nets = Array.from({ length: 5 }, (_, n) => ({
      id: `net${n}`,
      matrix: IDENTITY,
      path: net(n),
      stroke: { paint: '#dff7f4', width: 6 - n * 0.7, cap: 'round' as const },
      alpha: 0.34 - n * 0.05,
    }));
    return [...planes, laid(`${id}.deep`, deep, share), laid(`${id}.nets`, nets, share)];
  },
};

/** The picture shakes, and comes to rest. */
export const shake: EffectKind = {
  id: 'shake',
  label: 'Shake',
  icon: 'M5 8v8M9 5v14M15 5v14M19 8v8M12 10v4',
  on: 'both',
  moving: true,
  fields: [
    { name: 'size', label: 'Size', control: 'number', unit: 'units', least: 0, most: 60, rest: 8, step: 1 },
    { name: 'seconds', label: 'For seconds', control: 'number', unit: 'times', least: 0.1, most: 10, rest: 0.6, step: 0.1 },
  ],
  apply(planes, { values, strength, scale, tick }) {
    const t = secondsOf(tick);
    const left = 1 - t / values.number('seconds');
    if (left <= 0) return planes;
    const size = values.number('size') * strength * scale * left;
    const [dx, dy] = [size * Math.sin(2 * Math.PI * 7 * t), size * 0.7 * Math.sin(2 * Math.PI * 11 * t + 1)];
    return planes.map((plane) => movedPlane(plane, dx, dy));
  },
};

export const speedLines: EffectKind = {
  id: 'speed-lines',
  label: 'Speed lines',
  icon: 'M3 12h5M16 12h5M5 5l4 4M19 5l-4 4M5 19l4-4M19 19l-4-4',
  on: 'below',
  moving: true,
  fields: [
    amount(0.5),
    { name: 'x', label: 'Left to right', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.5, step: 0.02 },
    { name: 'y', label: 'Up and down', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.45, step: 0.02 },
  ],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const step = onTwos(tick);
    const [x, y] = [values.number('x') * width, values.number('y') * height];
    const nodes = kept(`speed ${step % 24} ${x} ${y} ${width}`, () => {
      const far = Math.hypot(width, height);
      const wedges = Array.from({ length: 28 }, (_, n) => {
        const a = ((n + 0.7 * chance((step % 24) * 40 + n)) / 28) * 2 * Math.PI;
        const from = Math.min(width, height) * (0.46 + 0.16 * chance((step % 24) * 13 + n));
        const half = 0.006 + 0.016 * chance(n + step);
        return polygon([
          x + from * Math.cos(a),
          y + from * Math.sin(a),
          x + far * Math.cos(a - half),
          y + far * Math.sin(a - half),
          x + far * Math.cos(a + half),
          y + far * Math.sin(a + half),
        ]);
      });
      return [{ id: 'wedges', matrix: IDENTITY, path: joined(...wedges), fill: '#fbfdfc' }];
    });
    return [...planes, laid(`${id}.lines`, nodes, Math.min(1, values.number('amount') * 1.5) * strength)];
  },
};
