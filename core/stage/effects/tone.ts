import { IDENTITY } from '../../draw/matrix.ts';
import { toneMatrix } from '../../draw/tone.ts';
import type { EffectKind } from './effect.ts';

const about = (name: string, label: string) => ({ name, label, control: 'number', unit: 'share', least: -1, most: 1, rest: 0, step: 0.05 }) as const;

/** Looks of our own over everything: values of a tone, by what they tell. */
export const LOOKS = [
  {
    id: 'evening',
    label: 'Late sun',
    words: 'warm evening gold',
    values: { temperature: 0.42, contrast: 0.06, saturation: 0.08, brightness: 0.02, tint: '#ffb45a', tintAmount: 0.07 },
  },
  {
    id: 'morning',
    label: 'Cold morning',
    words: 'blue fog early',
    values: { temperature: -0.38, contrast: -0.08, saturation: -0.18, brightness: 0.05, tint: '#9fc3dd', tintAmount: 0.08 },
  },
  {
    id: 'moon',
    label: 'By the moon',
    words: 'night dark blue',
    values: { temperature: -0.5, contrast: 0.04, saturation: -0.42, brightness: -0.2, tint: '#1d3561', tintAmount: 0.3 },
  },
  {
    id: 'remembered',
    label: 'Remembered',
    words: 'memory old faded past',
    values: { temperature: 0.2, contrast: -0.16, saturation: -0.5, brightness: 0.07, tint: '#e7d3ae', tintAmount: 0.16 },
  },
  { id: 'strong', label: 'Full colours', words: 'vivid strong bright', values: { contrast: 0.12, saturation: 0.34 } },
  { id: 'soft', label: 'Soft colours', words: 'pastel calm pale', values: { contrast: -0.14, saturation: -0.22, brightness: 0.06 } },
  { id: 'grey', label: 'Without colour', words: 'black white grey', values: { saturation: -1, contrast: 0.08 } },
] as const;

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
