import { smooth } from '../../time/easing.ts';
import { flat, type Transition } from './transition.ts';

/** The scene before goes into a colour, the next one comes out of it. */
export const dip: Transition = {
  id: 'dip',
  label: 'Dip to a colour',
  icon: 'M4 5h16v14H4zM4 5l16 14',
  fields: [{ name: 'colour', label: 'Colour', control: 'colour', rest: '#0f2126' }],
  at: (share, pair, values) => [share < 0.5 ? pair.before : pair.after, flat('dip', pair, values.colour('colour'), smooth(1 - Math.abs(share * 2 - 1)))],
};
