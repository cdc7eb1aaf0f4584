import { pen, roundedRect } from '../../draw/path.ts';
import type { Thing } from './thing.ts';

/** A screen with a chart on it. */
export const tablet: Thing = {
  id: 'tablet',
  name: 'Tablet',
  words: ['screen', 'chart', 'computer', 'figures'],
  between: true,
  draw(s) {
    s.shaded('case', roundedRect(-36, -32, 72, 52, 6), { base: '#3a4656', shadow: '#27303d' }, [-3, -2.4]);
    s.fill('screen', roundedRect(-31, -27, 62, 42, 3), '#f4f8f7');
    s.line('axes', pen().move(-24, -20).line(-24, 8).line(24, 8).done(), '#8792a0', 2);
    s.line('rise', pen().move(-20, 2).line(-8, -4).line(4, -6).line(20, -19).done(), '#d8533e', 3.6);
  },
};
