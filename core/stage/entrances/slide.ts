import { eased } from '../../time/easing.ts';
import { type Entrance, FROM } from './entrance.ts';

/** From outside the frame to its place, fast at first. */
export const slide: Entrance = {
  id: 'slide',
  label: 'Slide',
  icon: 'M3 12h12M11 8l4 4-4 4M20 5v14',
  fields: [FROM],
  at(share, values, _box, { width, height }) {
    const away = 1 - eased('out', share);
    const angle = (values.number('from') * Math.PI) / 180;
    return { dx: -Math.cos(angle) * width * away, dy: -Math.sin(angle) * height * away };
  },
};
