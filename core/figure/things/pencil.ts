import { pen, polygon } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const pencil: Thing = {
  id: 'pencil',
  name: 'Pencil',
  words: ['write', 'draw', 'note', 'pen'],
  along: true,
  draw(s) {
    s.line('wood', pen().move(-9, -22).line(5, 12).done(), '#e0a63a', 5.6);
    s.line('lit', pen().move(-9.6, -21).line(4, 11).done(), '#f0c565', 2.2);
    s.fill('tip', polygon([2.4, 13.4, 8, 11, 8.8, 20.5]), '#f1dcbc').fill('lead', polygon([6.5, 17, 8.3, 16.2, 8.8, 20.5]), '#39424e');
    s.line('rubber', pen().move(-9.6, -23.4).line(-10.4, -25.6).done(), '#d97a72', 5.6);
  },
};
