import { stepped } from '../../../draw/colour.ts';
import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { Garment } from '../part.ts';

/** A soft hooded sweater with a front pocket and two cords. */
export const hoodie: Garment = {
  id: 'hoodie',
  slot: 'top',
  name: 'Hooded sweater',
  colours: ['primary'],
  words: ['casual', 'hood', 'sweater'],
  cloth: 'primary',
  sleeve: [5, 4.6, 4.6],
  grow: 5,
  hem: ({ p }) => ({ y: p.torso * 1.2, out: 1 }),
  details({ model, place, halfAt }) {
    const s = new Sketch('hoodie');
    const rib = halfAt(model.p.torso * 1.1) - 3;
    const t = model.p.torso;
    const q = (x: number, y: number): [number, number] => {
      const at = place(x, y);
      return [at.x, at.y];
    };
    s.line(
      'pocket',
      pen()
        .move(...q(-31, t * 1.02))
        .cubic(...q(-29, t * 0.84), ...q(-22, t * 0.77), ...q(0, t * 0.77))
        .cubic(...q(22, t * 0.77), ...q(29, t * 0.84), ...q(31, t * 1.02))
        .done(),
      model.seam('primary'),
      2.8,
    );
    s.line(
      'rib',
      pen()
        .move(...q(-rib, t * 1.1))
        .quad(...q(0, t * 1.14), ...q(rib, t * 1.1))
        .done(),
      model.seam('primary'),
      2.4,
    );
    return s.nodes;
  },
  nape({ model, place }) {
    const s = new Sketch('hood');
    const q = (x: number, y: number): [number, number] => {
      const at = place(x, y);
      return [at.x, at.y];
    };
    const base = model.colour('primary');
    return s.shaded(
      'down',
      pen()
        .move(...q(-32, -14))
        .cubic(...q(-48, 2), ...q(-40, 34), ...q(-18, 46))
        .cubic(...q(-8, 51), ...q(8, 51), ...q(18, 46))
        .cubic(...q(40, 34), ...q(48, 2), ...q(32, -14))
        .cubic(...q(18, -6), ...q(-18, -6), ...q(-32, -14))
        .close()
        .done(),
      { base: stepped(base, -0.035), shadow: stepped(model.tone('primary').shadow, -0.03) },
      [-4, -2.5],
    ).nodes;
  },
  collar({ model, place }) {
    const s = new Sketch('hood');
    const q = (x: number, y: number): [number, number] => {
      const at = place(x, y);
      return [at.x, at.y];
    };
    const base = model.colour('primary');
    s.line(
      'cords',
      pen()
        .move(...q(-11, 26))
        .cubic(...q(-13, 42), ...q(-11, 52), ...q(-10, 58))
        .move(...q(9, 26))
        .cubic(...q(11, 40), ...q(11, 46), ...q(10, 52))
        .done(),
      '#fbf4e2',
      3,
    );
    return s.shaded(
      'hood',
      pen()
        .move(...q(-30, -12))
        .cubic(...q(-46, -2), ...q(-46, 14), ...q(-34, 20))
        .cubic(...q(-22, 28), ...q(-10, 32), ...q(0, 32))
        .cubic(...q(10, 32), ...q(24, 27), ...q(35, 19))
        .cubic(...q(46, 12), ...q(45, -4), ...q(30, -13))
        .cubic(...q(20, -6), ...q(10, 2), ...q(0, 2))
        .cubic(...q(-10, 2), ...q(-20, -5), ...q(-30, -12))
        .close()
        .done(),
      { base: stepped(base, -0.035), shadow: stepped(model.tone('primary').shadow, -0.03) },
      [-4, -2.5],
    ).nodes;
  },
};
