import { ellipse, pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const cup: Thing = {
  id: 'cup',
  name: 'Cup',
  words: ['drink', 'coffee', 'tea', 'mug'],
  draw(s) {
    s.line('ear', pen().move(12, -10).cubic(26, -12, 26, 10, 11, 8).done(), '#b9462f', 4.4);
    s.shaded(
      'cup',
      pen().move(-15, -20).line(15, -20).cubic(15, 6, 11, 15, 0, 15).cubic(-11, 15, -15, 6, -15, -20).close().done(),
      { base: '#d8533e', shadow: '#ab3c2b' },
      [-4, -2],
    );
    s.fill('rim', ellipse(0, -20, 15, 3.6), '#f1d9c6').fill('drink', ellipse(0, -19.6, 12.4, 2.5), '#5b3a26');
  },
};
