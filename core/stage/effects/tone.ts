import { IDENTITY } from '../../draw/matrix.ts';
import { toneMatrix } from '../../draw/tone.ts';
import type { EffectKind } from './effect.ts';

const about = (name: string, label: string) => ({ name, label, control: 'number', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05 }) as const;

/** The colours of everything below. */
export const tone: EffectKind = {
  id: 'tone',
  label: 'Tone',
  icon: 'M20 12a8 8 0 1 1-16 0 8 8 0 0 1 16 0M12 4v16M12 8h5M12 12h7M12 16h5',
  on: 'both',
  fields: [
    about('brightness', 'Brightness'),
    about('contrast', 'Contrast'),
    about('saturation', 'Saturation'),
    about('temperature', 'Warmth'),
    { name: 'tintAmount', label: 'Tint', control: 'number', unit: 'share', least: 0, most: 1, rest: 0, step: 0.05 },
    { name: 'tint', label: 'Tint colour', control: 'colour', rest: '#2d4a7a' },
  ],
  apply(planes, { id, values, strength }) {
    const part = (name: string): number => values.number(name) * strength;
    const colour = toneMatrix({
      brightness: part('brightness'),
      contrast: part('contrast'),
      saturation: part('saturation'),
      temperature: part('temperature'),
      tint: values.colour('tint'),
      tintAmount: part('tintAmount'),
    });
    return colour ? [{ id: `${id}.tone`, view: IDENTITY, nodes: NOTHING, planes, colour }] : planes;
  },
};
const NOTHING = [] as const;
