import { smooth } from '../../../time/easing.ts';
import { capPath, headFrame, onSkin, pairs, runs, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** A crest from brow to nape, sides shaved. */
export const mohawk: HeadPart = {
  id: 'mohawk',
  slot: 'hair',
  excludes: ['hard-hat', 'fire-helmet', 'cycle-helmet', 'bowler', 'mortarboard', 'chef-hat', 'skipper-cap', 'peaked-cap'],
  name: 'Crest',
  side: {
    crest: 9,
    outer: [31, -40, 41, -62, 27, -80, 2, -88, -28, -79, -50, -56, -58, -24, -50, 6],
    line: [-43, 4, -45, -15, -38, -33, -22, -45.5, 0, -50, 20, -46, 31, -40],
    shade: { outer: [33.5, -31, 32, -52, 0, -60, -34, -52, -56, -14, -50, 12, -34, 24], line: CLEARS_EAR },
  },
  words: ['punk', 'shaved', 'spiky', 'mohawk'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const shape = {
      outer: [-46, -4, -48, -22, -38, -46, -17, -56, 0, -58, 17, -56, 38, -46, 48, -22, 46, -4],
      line: [37, -14, 33, -27, 16, -36, 0, -38, -16, -36, -33, -27, -37, -14],
    };
    onSkin(f, [f.s.fillItem('shade', capPath(f, shape), model.hair.base, 0.26)]);
    const lean = f.slide(0);
    // The crest leans with the turn at its root, and less the higher it stands.
    const p = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [x + lean * (1 - 0.6 * smooth((-y - 34) / 30)), f.y(y)]);
    const path = runs(
      p([-12, -37, -16, -52, -22, -70]),
      p([-14, -66, -10, -84]),
      p([-3, -70, 6, -88]),
      p([10, -70, 21, -78]),
      p([17, -60, 15, -48, 12, -37]),
      p([0, -34, -12, -37]),
    );
    f.s.clipped('crest', path, model.hair, [-4, -2], [strand(f, 'a', [-5, -40, -5, -56, -7, -74], 'deep', 2, 0.5), strand(f, 'b', [5, -40, 6, -54, 9, -70], 'deep', 2, 0.5)]);
    return f.s.nodes;
  },
};
