import { shadowOf } from '../../draw/colour.ts';
import { ellipse, pen, rect, roundedRect } from '../../draw/path.ts';
import { Sketch } from '../../figure/sketch.ts';
import type { Prop } from './prop.ts';

/** A harbour radio with an aerial, on a wooden crate. */
export const radio: Prop = {
  id: 'radio',
  name: 'Radio on a crate',
  words: ['radio', 'crate', 'set', 'call'],
  grip: [0, -206],
  draw() {
    const s = new Sketch('radio');
    s.fill('shade', ellipse(2, 0, 88, 9), '#4d483f', 0.32);
    s.shaded(
      'crate',
      rect(-76, -112, 152, 112),
      { base: '#b98a55', shadow: shadowOf('#b98a55') },
      [-9, -4],
      [
        s.lineItem('slats', pen().move(-76, -76).line(76, -76).move(-76, -38).line(76, -38).done(), '#8d6439', 4),
        s.lineItem('posts', pen().move(-66, -112).line(-66, 0).move(66, -112).line(66, 0).done(), '#9c7245', 14),
        s.fillItem('nail', ellipse(-66, -94, 3), '#6e4d2b'),
        s.fillItem('nail2', ellipse(66, -94, 3), '#6e4d2b'),
      ],
    );
    s.line('aerial', pen().move(48, -188).line(86, -286).done(), '#8d969e', 4);
    s.fill('tip', ellipse(86, -288, 5), '#d8533e');
    s.shaded(
      'case',
      roundedRect(-66, -190, 132, 78, 12),
      { base: '#2f6b6a', shadow: shadowOf('#2f6b6a') },
      [-6, -4],
      [
        s.fillItem('speaker', ellipse(-26, -150, 26), '#1d4c4e'),
        s.lineItem('grille', pen().move(-44, -160).line(-8, -160).move(-48, -150).line(-4, -150).move(-44, -140).line(-8, -140).done(), '#7fb1ac', 3),
        s.fillItem('dial', roundedRect(12, -178, 42, 24, 4), '#f8e6b4'),
        s.lineItem('needle', pen().move(30, -175).line(34, -157).done(), '#c9503f', 3),
        s.fillItem('knob', ellipse(22, -134, 8), '#e0b354'),
        s.fillItem('knob2', ellipse(44, -134, 8), '#e0b354'),
      ],
    );
    s.line('handle', pen().move(-40, -190).cubic(-40, -212, 40, -212, 40, -190).done(), '#24525f', 7);
    return s.nodes;
  },
};
