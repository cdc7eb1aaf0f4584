import { roundedRect } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const phone: Thing = {
  id: 'phone',
  name: 'Phone',
  words: ['call', 'telephone', 'mobile', 'message'],
  along: true,
  draw(s) {
    s.shaded('case', roundedRect(-12, -22, 24, 46, 5), { base: '#3a4656', shadow: '#27303d' }, [-2.4, -2]);
    s.fill('glass', roundedRect(-9, -18, 18, 36, 2.4), '#8fc3cf');
  },
};
