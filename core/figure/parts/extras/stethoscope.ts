import { ellipse } from '../../../draw/path.ts';
import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A stethoscope round the neck. */
export const stethoscope: Extra = {
  id: 'stethoscope',
  name: 'Stethoscope',
  words: ['doctor', 'nurse', 'hospital', 'vet'],
  neck: (frame) => {
    const c = new Tailor(frame, 'stethoscope');
    c.line('tube', '#2f3640', 3.4, [-21, -8, -26, 12, -18, 42], [21, -8, 30, 16, 20, 62]).line('fork', '#8d97a3', 2.6, [-18, 42, -24, 54], [-18, 42, -11, 53]);
    const [x, y] = c.at(20, 64);
    c.s.shaded('disc', ellipse(x, y, 6.5), { base: '#c5ccd4', shadow: '#8d97a3' }, [-1.4, -1.2]);
    return c.s.nodes;
  },
};
