import { brows, type Expression } from './expression.ts';

export const annoyed: Expression = {
  id: 'annoyed',
  name: 'Annoyed',
  words: ['annoyed', 'cross', 'angry', 'grumpy'],
  face: { ...brows(4.2, -2.5), lid: 0.28, gazeX: 0.35, smile: -0.5, lidInner: 0.16 },
};
