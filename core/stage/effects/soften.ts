import { IDENTITY } from '../../draw/matrix.ts';
import type { EffectKind } from './effect.ts';

/** Everything below out of focus. */
export const soften: EffectKind = {
  id: 'soften',
  label: 'Soften',
  icon: 'M12 4c4 5 6 7 6 10a6 6 0 1 1-12 0c0-3 2-5 6-10',
  on: 'both',
  fields: [{ name: 'blur', label: 'Softness', control: 'number', unit: 'units', least: 0, most: 100, rest: 8, step: 1 }],
  apply(planes, { id, values, scale, strength }) {
    const blur = values.number('blur') * scale * strength;
    return blur > 0 ? [{ id: `${id}.soft`, view: IDENTITY, nodes: NOTHING, planes, blur }] : planes;
  },
};
const NOTHING = [] as const;
