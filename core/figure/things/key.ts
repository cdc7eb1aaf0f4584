import { ellipse, pen } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

export const key: Thing = {
  id: 'key',
  name: 'Key',
  words: ['open', 'door', 'answer', 'secret'],
  draw(s) {
    s.line('shade', pen().move(1, -4).line(1, -42).move(1, -40).line(11, -40).move(1, -32).line(9, -32).done(), '#9c7420', 5.4);
    s.line('shaft', pen().move(0, -4).line(0, -42).move(0, -41).line(10, -41).move(0, -33).line(8, -33).done(), '#dcae45', 4);
    s.line('bow', ellipse(0, 4, 9.4), '#c4963a', 5.4);
  },
};
