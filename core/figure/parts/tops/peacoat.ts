import { stepped } from '../../../draw/colour.ts';
import { ellipse, pen, smoothLoop } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { Garment } from '../part.ts';

/** A double-breasted sailor's coat with a rolled scarf at the neck. */
export const peacoat: Garment = {
  id: 'peacoat',
  slot: 'top',
  name: 'Peacoat',
  colours: ['primary', 'secondary', 'accent'],
  words: ['sailor', 'wool', 'winter'],
  cloth: 'primary',
  cuff: 'accent',
  sleeve: [4, 3.6, 4],
  grow: 5,
  hem: ({ p }) => ({ y: p.torso * 1.56, out: 13 }),
  details(frame) {
    const { model, place, halfAt } = frame;
    const s = new Sketch('coat');
    const seam = model.seam('primary');
    const t = model.p.torso;
    const hem = t * 1.58;
    const low = t * 1.18;
    // Pockets end within the cloth, however narrow it is.
    const side = Math.min(57, halfAt(low) - 10);
    const line = (...points: [number, number][]): ReturnType<typeof pen> =>
      points.reduce((p, [x, y], index) => (index ? p.line(place(x, y).x, place(x, y).y) : p.move(place(x, y).x, place(x, y).y)), pen());
    s.line('placket', line([25, t * 0.41], [26, t * 0.74], [27, hem]).done(), seam, 2.4);
    s.line(
      'pockets',
      line([9 - side, low], [26 - side, low + 2])
        .add(line([side - 14, low], [side, low - 2]).done())
        .done(),
      seam,
      3,
    );
    const gold = model.tone('accent');
    for (const [row, y] of [t * 0.545, t * 0.77, t * 0.99].entries())
      for (const x of [-16, 19]) {
        const at = place(x, y);
        s.shaded(`button${row}${x}`, ellipse(at.x, at.y, 5), gold, [-1.2, -1]);
      }
    return s.nodes;
  },
  collar(frame) {
    const { model, place } = frame;
    const s = new Sketch('collar');
    const wool = model.tone('secondary');
    const lapel = { base: stepped(model.colour('primary'), 0.06), shadow: stepped(model.colour('primary'), -0.01) };
    const q = (x: number, y: number): [number, number] => {
      const at = place(x, y);
      return [at.x, at.y];
    };
    const loop = (...points: [number, number][]): Float32Array => smoothLoop(points.flatMap(([x, y]) => q(x, y)));
    s.shaded(
      'lapel',
      pen()
        .move(...q(-18, -9))
        .cubic(...q(-28, 9), ...q(-19, 30), ...q(1, 50))
        .cubic(...q(23, 30), ...q(29, 9), ...q(18, -9))
        .cubic(...q(10, 1), ...q(-10, 1), ...q(-18, -9))
        .close()
        .done(),
      lapel,
      [-3, -2.5],
    );
    s.shaded(
      'front',
      pen()
        .move(...q(-16, -11))
        .cubic(...q(-12, 13), ...q(-6, 29), ...q(2, 39))
        .cubic(...q(10, 29), ...q(14, 13), ...q(16, -11))
        .close()
        .done(),
      wool,
      [-4, -2.5],
      [
        s.lineItem(
          'rib1',
          pen()
            .move(...q(-5, -5))
            .line(...q(-2, 33))
            .done(),
          stepped(wool.base, -0.09),
          2,
        ),
        s.lineItem(
          'rib2',
          pen()
            .move(...q(6, -5))
            .line(...q(5, 33))
            .done(),
          stepped(wool.base, -0.09),
          2,
        ),
      ],
    );
    s.shaded(
      'roll',
      loop([-20, -13], [-23, 1], [0, 9], [23, 1], [20, -13], [0, -18]),
      wool,
      [-5, -3],
      [
        s.lineItem(
          'fold',
          pen()
            .move(...q(-17, -4))
            .quad(...q(0, 4), ...q(17, -5))
            .done(),
          stepped(wool.base, -0.07),
          1.8,
          0.8,
        ),
      ],
    );
    return s.nodes;
  },
};
