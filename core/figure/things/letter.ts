import { pen, polygon } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

/** A written sheet. */
export const letter: Thing = {
  id: 'letter',
  name: 'Sheet',
  words: ['paper', 'letter', 'document', 'list', 'note'],
  between: true,
  draw(s) {
    s.shaded('paper', polygon([-23, -38, 22, -40, 25, 18, -21, 20]), { base: '#fbf8f0', shadow: '#d9d3c4' }, [-2.4, -2]);
    const text = pen();
    for (const [n, long] of [30, 34, 27, 33, 18].entries()) text.move(-15 + n * 0.4, -29 + n * 9).line(-15 + n * 0.4 + long, -30 + n * 9);
    s.line('text', text.done(), '#8792a0', 2.2);
  },
};
