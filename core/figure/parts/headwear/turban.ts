import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { headFrame, pairs, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A wrapped turban: a dome with folds that run from one crossing point over the brow. */
export const turban: HeadPart = {
  id: 'turban',
  slot: 'headwear',
  behind: {
    cloth: 'accent2',
    dome: [0, -82, 38, -72, 54, -48, 52, -20, 41, 2, 0, 7],
    folds: [
      [-50, -30, 0, -66, 48, -56],
      [-50, -16, 4, -40, 52, -34],
      [-42, -2, 6, -14, 50, -16],
      [-38, -66, 10, -50, 46, -6],
    ],
  },
  name: 'Turban',
  words: ['wrap', 'cloth', 'sikh'],
  colours: ['accent2'],
  hides: 'hair',
  // The inside of the wrap, seen beside a cheek that is turned away.
  back(model, yaw) {
    const f = headFrame(model, yaw, 'turbanBack');
    const edge = pairs([-41, -5, -47, -24, 0, -44, 47, -24, 41, -5, 0, 4]).map(([x, y]): [number, number] => [f.edge(x), f.y(y)]);
    return f.s.fill('inside', runs([...edge, edge[0] as [number, number]]), stepped(model.tone('accent2').shadow, -0.08)).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'turban');
    const cloth = model.tone('accent2');
    const fold = stepped(cloth.base, -0.1);
    const at = (points: readonly number[], over = true): [number, number][] => pairs(points).map(([x, y]) => [over ? f.edge(x) : f.slide(x), f.y(y)]);
    const path = runs(at([-42, -6, -52, -22, -54, -48, -38, -72, 0, -82, 38, -72, 54, -48, 52, -22, 42, -6]), at([36, -20, 18, -29, 0, -33, -18, -29, -36, -20, -42, -6], false));
    const crease = (id: string, points: readonly number[]) => {
      const [a, b, c] = at(points, false) as [[number, number], [number, number], [number, number]];
      return f.s.lineItem(id, pathOf([0, ...a, 2, ...b, ...c]), fold, 2.4, 0.75);
    };
    f.s.clipped(
      'dome',
      path,
      cloth,
      [-5, -3],
      [
        crease('c1', [0, -35, -26, -38, -48, -16]),
        crease('c2', [0, -38, -34, -52, -53, -34]),
        crease('c3', [1, -42, -28, -70, -44, -62]),
        crease('c4', [0, -35, 26, -38, 48, -16]),
        crease('c5', [0, -38, 34, -52, 53, -34]),
        crease('c6', [1, -42, 28, -68, 42, -64]),
        f.s.lineItem('sheen', pathOf([0, f.slide(-30), f.y(-58), 2, f.slide(-18), f.y(-72), f.slide(2), f.y(-74)]), stepped(cloth.base, 0.08), 5, 0.5),
      ],
    );
    f.s.shaded(
      'knot',
      runs(at([-8, -34, -4, -50, 2, -58, 8, -48, 9, -34], false), at([0, -29, -8, -34], false)),
      { base: stepped(cloth.base, 0.02), shadow: cloth.shadow },
      [-2, -1.5],
    );
    return f.s.nodes;
  },
};
