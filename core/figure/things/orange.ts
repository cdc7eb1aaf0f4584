import { ellipse, pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const orange: Thing = {
  id: 'orange',
  name: 'Orange',
  words: ['fruit', 'ball', 'earth', 'round'],
  draw(s) {
    s.shaded('peel', ellipse(0, -8, 19, 18.4), { base: '#f0902c', shadow: '#c76a17' }, [-5, -4]);
    s.fill('gleam', ellipse(-6, -15, 4.4, 2.8), '#f9b765');
    s.fill('navel', ellipse(3, -23, 3, 1.6), '#7d5a1f').fill('leaf', pen().move(3, -24).quad(12, -34, 21, -28).quad(14, -21, 3, -24).close().done(), '#5c8a3f');
  },
};
