import { headFrame, pairs, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A cloth band round the hair, with a small knot. */
export const headband: HeadPart = {
  id: 'headband',
  slot: 'headwear',
  name: 'Head band',
  words: ['ribbon', 'sport', 'hair'],
  colours: ['accent2'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'band');
    const cloth = model.tone('accent2');
    const at = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [f.edge(x), f.y(y)]);
    const sl = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [f.slide(x), f.y(y)]);
    f.s.shaded('band', runs(at([-48, -20, -46, -34]), sl([-24, -52, 0, -56, 24, -52]), at([46, -34, 48, -20]), sl([26, -41, 0, -46, -26, -41]), at([-48, -20])), cloth, [-2.5, -2]);
    f.s.shaded('knot', runs(sl([20, -52, 26, -60, 33, -54]), sl([36, -46, 28, -44, 20, -52])), cloth, [-1.5, -1.5]);
    return f.s.nodes;
  },
};
