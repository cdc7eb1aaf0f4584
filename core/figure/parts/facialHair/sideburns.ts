import { Sketch } from '../../sketch.ts';
import { headFrame, pairs, runs } from '../hairKit.ts';
import type { FacialHair } from '../part.ts';

/** Long sideburns down to the jaw. */
export const sideburns: FacialHair = {
  id: 'sideburns',
  slot: 'facialHair',
  name: 'Sideburns',
  words: ['cheeks', 'retro'],
  colours: ['hair'],
  under(model, yaw) {
    const f = headFrame(model, yaw, 'sideburns');
    const s = new Sketch('sideburns');
    for (const out of [-1, 1]) {
      const at = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [f.edge(out * x) + model.p.headWidth * 0.1 * Math.sin(yaw), f.y(y)]);
      s.shaded(out < 0 ? 'L' : 'R', runs(at([41, -10, 41.5, 4, 39, 20]), at([33, 26, 26, 22, 33, 12, 35, -2, 34, -10, 41, -10])), model.hair, [-2, -1.5]);
    }
    return s.nodes;
  },
};
