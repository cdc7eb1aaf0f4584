import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { Garment } from '../part.ts';

/** A long tunic with a coloured hem; over it the drape of a headscarf where one is worn. */
export const tunic: Garment = {
  id: 'tunic',
  slot: 'top',
  name: 'Long tunic',
  colours: ['primary', 'accent'],
  cloth: 'primary',
  cuff: 'accent',
  sleeve: [3.5, 2.8, 3.4],
  grow: 3,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.86, out: 16 }),
  details({ model, place, halfAt }) {
    const s = new Sketch('tunic');
    const hem = model.p.torso * 1.86;
    const q = (x: number, y: number): [number, number] => {
      const at = place(x, y);
      return [at.x, at.y];
    };
    const wide = halfAt(hem) + 30;
    s.fill(
      'trim',
      pen()
        .move(...q(-wide, hem - 14))
        .quad(...q(0, hem - 8), ...q(wide, hem - 14))
        .line(...q(wide, hem - 6))
        .quad(...q(0, hem), ...q(-wide, hem - 6))
        .close()
        .done(),
      model.colour('accent'),
    );
    s.line(
      'folds',
      pen()
        .move(...q(10, 92))
        .cubic(...q(14, 132), ...q(18, 172), ...q(21, hem - 14))
        .move(...q(-22, 124))
        .cubic(...q(-26, 156), ...q(-29, 180), ...q(-31, hem - 14))
        .done(),
      model.seam('primary'),
      2.6,
    );
    return s.nodes;
  },
};
