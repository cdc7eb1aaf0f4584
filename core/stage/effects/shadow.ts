import { IDENTITY } from '../../draw/matrix.ts';
import { toneMatrix } from '../../draw/tone.ts';
import { type EffectKind, movedPlane } from './effect.ts';

/** A soft shadow on what lies behind. */
export const shadow: EffectKind = {
  id: 'shadow',
  label: 'Shadow',
  icon: 'M4 4h11v11H4zM8 19h11V8',
  on: 'layer',
  fields: [
    { name: 'x', label: 'Across', control: 'number', unit: 'units', least: -400, most: 400, rest: 10, step: 1 },
    { name: 'y', label: 'Down', control: 'number', unit: 'units', least: -400, most: 400, rest: 14, step: 1 },
    { name: 'blur', label: 'Softness', control: 'number', unit: 'units', least: 0, most: 100, rest: 9, step: 1 },
    { name: 'strength', label: 'Strength', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.35, step: 0.05 },
    { name: 'colour', label: 'Colour', control: 'colour', rest: '#1b2430' },
  ],
  apply(planes, { id, values, scale, strength }) {
    const colour = toneMatrix({ brightness: 0, contrast: 0, saturation: 0, temperature: 0, tint: values.colour('colour'), tintAmount: 1 });
    const cast = planes.map((plane) => movedPlane(plane, values.number('x') * scale, values.number('y') * scale));
    return [
      {
        id: `${id}.shadow`,
        view: IDENTITY,
        nodes: NOTHING,
        planes: cast,
        alpha: values.number('strength') * strength,
        blur: values.number('blur') * scale,
        ...(colour ? { colour } : {}),
      },
      ...planes,
    ];
  },
};
const NOTHING = [] as const;
