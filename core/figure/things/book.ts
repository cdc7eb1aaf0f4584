import { pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

/** A book, open towards its reader. */
export const book: Thing = {
  id: 'book',
  name: 'Book',
  words: ['read', 'novel', 'manual', 'study'],
  between: true,
  draw(s) {
    s.shaded(
      'cover',
      pen().move(-45, -26).quad(-22, -32, 0, -25).quad(22, -32, 45, -26).line(47, 23).quad(24, 18, 0, 27).quad(-24, 18, -47, 23).close().done(),
      { base: '#2f6b6a', shadow: '#1f4f50' },
      [-4, -3],
    );
    s.fill('pages', pen().move(-41, -30).quad(-20, -36, 0, -28).quad(20, -36, 41, -30).line(41, -25).quad(20, -30, 0, -23).quad(-20, -30, -41, -25).close().done(), '#fbf6ea');
    s.line('spine', pen().move(0, -25).line(0, 26).done(), '#184144', 2.4);
    s.line('title', pen().move(-33, -12).quad(-22, -15, -12, -12).move(-30, -4).quad(-22, -6, -15, -4).done(), '#e9c46a', 2.6);
  },
};
