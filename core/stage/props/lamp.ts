import { shadowOf } from '../../draw/colour.ts';
import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import { Sketch } from '../../figure/sketch.ts';
import type { Prop } from './prop.ts';

/** A ship's lantern. */
export const lamp: Prop = {
  id: 'lantern',
  name: 'Lantern',
  words: ['lamp', 'lantern', 'light'],
  grip: [0, -116],
  draw() {
    const s = new Sketch('lantern');
    s.fill('shade', ellipse(0, 0, 40, 6), '#4d483f', 0.3);
    const brass = { base: '#d0a044', shadow: shadowOf('#d0a044') };
    s.nodes.push(
      s.item('glow', {
        path: ellipse(0, -48, 80),
        fill: {
          kind: 'radial',
          centre: [0, -48],
          radius: 80,
          stops: [
            { at: 0, colour: '#ffe9a8', alpha: 0.75 },
            { at: 1, colour: '#ffe9a8', alpha: 0 },
          ],
        },
      }),
    );
    s.shaded(
      'glass',
      roundedRect(-24, -82, 48, 66, 16),
      { base: '#fff1c4', shadow: '#f5d487' },
      [-5, -3],
      [s.fillItem('flame', pen().move(0, -64).cubic(12, -46, 10, -34, 0, -30).cubic(-10, -34, -12, -46, 0, -64).close().done(), '#f2a03c')],
    );
    s.shaded('foot', roundedRect(-30, -18, 60, 18, 5), brass, [-4, -3]);
    s.shaded('cap', pen().move(-28, -80).quad(0, -112, 28, -80).close().done(), brass, [-4, -3]);
    s.line('ring', ellipse(0, -106, 11), '#8d6a2a', 4);
    return s.nodes;
  },
};
