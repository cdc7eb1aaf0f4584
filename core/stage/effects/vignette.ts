import { IDENTITY } from '../../draw/matrix.ts';
import { rect } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import type { EffectKind } from './effect.ts';

const memo = new Map<string, readonly Node[]>();

/** Darker towards the corners of the picture. */
export const vignette: EffectKind = {
  id: 'vignette',
  label: 'Vignette',
  icon: 'M3 5h18v14H3zM19 12c0 3-3 5-7 5s-7-2-7-5 3-5 7-5 7 2 7 5',
  on: 'below',
  fields: [
    { name: 'amount', label: 'Amount', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.5, step: 0.05 },
    { name: 'size', label: 'Clear middle', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.45, step: 0.05 },
    { name: 'colour', label: 'Colour', control: 'colour', rest: '#101820' },
  ],
  apply(planes, { id, values, strength, frame: { width, height } }) {
    const [size, colour] = [values.number('size'), values.colour('colour')];
    const key = `${size} ${colour} ${width} ${height}`;
    let nodes = memo.get(key);
    if (!nodes) {
      if (memo.size > 100) memo.clear();
      const stops = [
        { at: Math.min(0.98, size), colour, alpha: 0 },
        { at: 1, colour, alpha: 1 },
      ];
      const fill = { kind: 'radial', centre: [width / 2, height / 2], radius: Math.hypot(width, height) / 2, stops } as const;
      memo.set(key, (nodes = [{ id: 'vignette', path: rect(0, 0, width, height), matrix: IDENTITY, fill }]));
    }
    return [...planes, { id: `${id}.vignette`, view: IDENTITY, nodes, alpha: values.number('amount') * strength, blend: 'multiply' }];
  },
};
