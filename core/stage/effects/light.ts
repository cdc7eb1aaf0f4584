import { avalanche } from '../../draw/hash.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { polygon } from '../../draw/path.ts';
import type { EffectKind } from './effect.ts';
import { laid, multiplied, over, secondsOf, veil } from './veil.ts';

const share = (name: string, label: string, rest: number, least = 0, most = 1) => ({ name, label, control: 'number', unit: 'share', least, most, rest, step: 0.02 }) as const;
const place = [share('x', 'Left to right', 0.5, -0.5, 1.5), share('y', 'Up and down', 0.42, -0.5, 1.5)] as const;

export const dusk: EffectKind = {
  id: 'dusk',
  label: 'Dusk over all',
  icon: 'M3 18h18M6 14a6 6 0 0 1 12 0M12 4v3M4.5 8l2 2M19.5 8l-2 2',
  on: 'below',
  fields: [share('warmth', 'Warmth', 0.85)],
  apply(planes, { id, values, strength, frame: { width, height } }) {
    const nodes = veil('dusk', width, height, () => ({
      kind: 'linear',
      from: [0, 0],
      to: [0, height],
      stops: [
        { at: 0, colour: '#a495c6' },
        { at: 0.52, colour: '#ffbfa2' },
        { at: 1, colour: '#b3a4c0' },
      ],
    }));
    return [...planes, over(`${id}.dusk`, nodes, values.number('warmth') * strength, 'multiply')];
  },
};

export const spotlight: EffectKind = {
  id: 'spotlight',
  label: 'Spotlight',
  icon: 'M9 3h6l4 14H5zM5 20h14',
  on: 'below',
  fields: [...place, share('reach', 'Reach', 0.27, 0.05, 1), share('dark', 'Dark around', 0.66)],
  apply(planes, { id, values, strength, frame: { width, height } }) {
    const [x, y, r] = [values.number('x') * width, values.number('y') * height, values.number('reach') * width];
    const nodes = veil(`spot ${x} ${y} ${r}`, width, height, () => ({
      kind: 'radial',
      centre: [x, y],
      radius: r * 1.5,
      stops: [
        { at: 0.58, colour: '#0f2126', alpha: 0 },
        { at: 0.7, colour: '#0f2126', alpha: 1 },
        { at: 1, colour: '#0f2126', alpha: 1 },
      ],
    }));
    return [...planes, laid(`${id}.spot`, nodes, values.number('dark') * strength)];
  },
};

export const beam: EffectKind = {
  id: 'beam',
  label: 'Turning beam',
  icon: 'M4 12l16-6v12zM3 10v4',
  on: 'below',
  moving: true,
  fields: [
    ...place,
    { name: 'seconds', label: 'A round takes', control: 'number', unit: 'times', least: 2, most: 60, rest: 12, step: 1 },
    { name: 'widthDeg', label: 'Width', control: 'number', unit: 'degrees', least: 4, most: 60, rest: 16, step: 1 },
  ],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const [x, y] = [values.number('x') * width, values.number('y') * height];
    const a = (secondsOf(tick) / values.number('seconds')) * 2 * Math.PI;
    const half = (values.number('widthDeg') * Math.PI) / 360;
    const far = Math.hypot(width, height) * 1.3;
    const at = (angle: number): [number, number] => [x + far * Math.cos(angle), y + far * Math.sin(angle)];
    const wedge = [
      {
        id: 'wedge',
        matrix: IDENTITY,
        path: polygon([x, y, ...at(a - half), ...at(a + half)]),
        fill: {
          kind: 'radial',
          centre: [x, y],
          radius: far,
          stops: [
            { at: 0, colour: '#fff2c0', alpha: 0.85 },
            { at: 1, colour: '#fff2c0', alpha: 0.05 },
          ],
        },
      },
    ] as const;
    const dim = multiplied('#6f7fae', 0.62);
    return [
      ...planes,
      laid(
        `${id}.dim`,
        veil('beam', width, height, () => dim.colour),
        dim.alpha * strength,
      ),
      laid(`${id}.wedge`, wedge, strength),
    ];
  },
};

/** A lamp that is not sure: dips, one to three a second, never more. */
export const flicker: EffectKind = {
  id: 'flicker',
  label: 'Flicker',
  icon: 'M13 2L5 14h6l-1 8 9-13h-6z',
  on: 'below',
  moving: true,
  fields: [share('depth', 'Depth', 0.4), share('rate', 'How often', 0.5)],
  apply(planes, { id, values, strength, frame: { width, height }, tick }) {
    const t = secondsOf(tick);
    const second = Math.floor(t);
    const count = 1 + Math.round(2 * values.number('rate'));
    const dim = multiplied('#8f98bd', 1);
    let dark = 0.12;
    for (let n = 0; n < count; n++) {
      const at = second + (n + 0.2 + 0.5 * (avalanche(second * 31 + n) / 2 ** 32)) / count;
      const away = Math.abs(t - at - 0.06);
      if (away < 0.06) dark = Math.max(dark, values.number('depth') * (1 - away / 0.06));
    }
    return [
      ...planes,
      laid(
        `${id}.dark`,
        veil('flicker', width, height, () => dim.colour),
        dim.alpha * (Math.round(dark * 50) / 50) * strength,
      ),
    ];
  },
};
