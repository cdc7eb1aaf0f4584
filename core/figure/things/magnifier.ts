import { ellipse, pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const magnifier: Thing = {
  id: 'magnifier',
  name: 'Magnifier',
  words: ['look', 'search', 'examine', 'detail', 'lens'],
  draw(s) {
    s.line('handle', pen().move(0, 16).line(0, -16).done(), '#7a4b35', 7);
    s.fill('glass', ellipse(0, -40, 21), '#d5edf2', 0.72);
    s.line('ring', ellipse(0, -40, 21), '#4a5562', 5);
    s.line('gleam', pen().move(-12, -44).quad(-9, -54, 2, -55).done(), '#ffffff', 3.4, 0.9);
  },
};
