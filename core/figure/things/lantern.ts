import { ellipse, pen, polygon, roundedRect } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

/** A lamp that hangs from its bail. */
export const lantern: Thing = {
  id: 'lantern',
  name: 'Lantern',
  words: ['light', 'lamp', 'night', 'sun'],
  draw(s) {
    s.fill('glow', ellipse(0, 34, 38, 40), '#ffd873', 0.24);
    s.line('bail', pen().move(-14, 16).cubic(-14, -6, 14, -6, 14, 16).done(), '#3d4653', 3);
    s.shaded('glass', roundedRect(-13, 18, 26, 34, 6), { base: '#fbe3a0', shadow: '#eebf5c' }, [-4, -3]);
    s.fill('flame', pen().move(0, 26).cubic(7, 34, 6, 44, 0, 45).cubic(-6, 44, -7, 34, 0, 26).close().done(), '#f08a2c');
    s.fill('cap', polygon([-15, 20, -8, 12, 8, 12, 15, 20]), '#3d4653').fill('foot', roundedRect(-16, 50, 32, 7, 2.5), '#3d4653');
  },
};
