import { pen, polygon, roundedRect } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const parcel: Thing = {
  id: 'parcel',
  name: 'Parcel',
  words: ['box', 'give', 'present', 'delivery'],
  between: true,
  draw(s) {
    s.shaded('box', roundedRect(-27, -30, 54, 44, 4), { base: '#c89660', shadow: '#9d7043' }, [-6, -4]);
    s.fill('tape', polygon([-6, -30, 6, -30, 6, 14, -6, 14]), '#e4c391');
    s.line('lid', pen().move(-26, -17).line(26, -17).done(), '#9d7043', 2);
  },
};
