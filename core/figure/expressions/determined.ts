import { brows, type Expression } from './expression.ts';

export const determined: Expression = {
  id: 'determined',
  name: 'Determined',
  words: ['determined', 'sure', 'firm', 'serious'],
  face: { ...brows(3.4, -1.5), lidLower: 0.25, smile: -0.2, press: 1 },
};
