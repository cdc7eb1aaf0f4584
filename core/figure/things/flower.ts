import { ellipse, joined, pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const flower: Thing = {
  id: 'flower',
  name: 'Flower',
  words: ['thanks', 'love', 'birthday', 'garden'],
  draw(s) {
    s.line('stem', pen().move(1, 24).quad(-2, -4, 1, -34).done(), '#55803d', 3.4);
    s.fill('leaf', pen().move(0, 0).quad(14, -14, 20, -3).quad(11, 5, 0, 0).close().done(), '#6b9a4b');
    const ring = (r: number, size: number) => joined(...[0, 1, 2, 3, 4, 5].map((n) => ellipse(1 + Math.cos((n * Math.PI) / 3) * r, -40 + Math.sin((n * Math.PI) / 3) * r, size)));
    s.fill('petals.shade', ring(8.6, 6.6), '#c7533f')
      .fill('petals', ring(8, 5.8), '#ea7b62')
      .fill('heart', ellipse(1, -40, 5.6), '#f4cf58');
  },
};
