import { IDENTITY } from '../../draw/matrix.ts';
import { toneMatrix } from '../../draw/tone.ts';
import type { EffectKind } from './effect.ts';

/** Light that comes off a thing. */
export const glow: EffectKind = {
  id: 'glow',
  label: 'Glow',
  icon: 'M15 12a3 3 0 1 1-6 0 3 3 0 0 1 6 0M12 3v3M12 18v3M3 12h3M18 12h3M5.5 5.5l2 2M16.5 16.5l2 2M18.5 5.5l-2 2M7.5 16.5l-2 2',
  on: 'layer',
  fields: [
    { name: 'size', label: 'Reach', control: 'number', unit: 'units', least: 1, most: 120, rest: 22, step: 1 },
    { name: 'strength', label: 'Strength', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.8, step: 0.05 },
    { name: 'colour', label: 'Colour', control: 'colour', rest: '#ffe9a8' },
  ],
  apply(planes, { id, values, scale, strength }) {
    const colour = toneMatrix({ brightness: 0, contrast: 0, saturation: 0, temperature: 0, tint: values.colour('colour'), tintAmount: 1 });
    const light = {
      view: IDENTITY,
      nodes: NOTHING,
      planes,
      alpha: values.number('strength') * strength,
      blur: values.number('size') * scale,
      blend: 'screen',
      ...(colour ? { colour } : {}),
    } as const;
    return [{ ...light, id: `${id}.glow` }, ...planes];
  },
};
const NOTHING = [] as const;
