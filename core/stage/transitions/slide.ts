import { translation } from '../../draw/matrix.ts';
import { eased } from '../../time/easing.ts';
import { FROM } from '../entrances/entrance.ts';
import { shifted, type Transition } from './transition.ts';

/** The next scene pushes the one before out of the frame. */
export const slide: Transition = {
  id: 'slide',
  label: 'Slide',
  icon: 'M3 6h8v12H3zM14 12h7M18 9l3 3-3 3',
  fields: [FROM],
  at(share, { before, after, width, height }, values) {
    const angle = (values.number('from') * Math.PI) / 180;
    const t = eased('both', share);
    const [x, y] = [Math.cos(angle) * width, Math.sin(angle) * height];
    return [shifted(before, translation(x * t, y * t)), shifted(after, translation(x * (t - 1), y * (t - 1)))];
  },
};
