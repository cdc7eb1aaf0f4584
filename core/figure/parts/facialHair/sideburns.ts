import { profileOf } from '../../profile.ts';
import { Sketch } from '../../sketch.ts';
import { isProfile } from '../../turn.ts';
import { headFrame, onSide, pairs, runs } from '../hairKit.ts';
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
    if (isProfile(yaw)) {
      const side = profileOf(model, yaw, 0);
      const at = (points: readonly number[]): [number, number][] => onSide(side, points);
      return s.shaded('near', runs(at([-1, -8, 0, 6, 1, 22]), at([14, 27, 19, 22, 12, 12, 10, 0, 11, -10, -1, -8])), model.hair, [-2, -1.5]).nodes;
    }
    for (const out of [-1, 1]) {
      const at = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [f.edge(out * x) + model.p.headWidth * 0.1 * Math.sin(yaw), f.y(y)]);
      s.shaded(out < 0 ? 'L' : 'R', runs(at([41, -10, 41.5, 4, 39, 20]), at([33, 26, 26, 22, 33, 12, 35, -2, 34, -10, 41, -10])), model.hair, [-2, -1.5]);
    }
    return s.nodes;
  },
};
