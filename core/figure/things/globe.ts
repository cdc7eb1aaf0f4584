import { ellipse, pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

/** The Earth as a ball. */
export const globe: Thing = {
  id: 'globe',
  name: 'Globe',
  words: ['earth', 'world', 'planet', 'geography'],
  draw(s) {
    s.shaded('sea', ellipse(0, -14, 24), { base: '#4f9fb8', shadow: '#33758c' }, [-6, -5]);
    s.fill('west', pen().move(-17, -24).cubic(-10, -34, 2, -33, 0, -26).cubic(-2, -20, -8, -22, -9, -14).cubic(-10, -8, -17, -12, -18, -17).close().done(), '#7fae5c');
    s.fill('south', pen().move(3, -14).cubic(10, -20, 18, -16, 16, -8).cubic(14, -1, 9, 5, 6, 3).cubic(5, -4, 0, -8, 3, -14).close().done(), '#7fae5c');
  },
};
