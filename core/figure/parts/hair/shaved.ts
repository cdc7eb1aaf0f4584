import { capPath, headFrame, onSkin } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** A shaved head: only a shade where hair would grow. */
export const shaved: HeadPart = {
  id: 'shaved',
  slot: 'hair',
  name: 'Shaved',
  side: { shade: { outer: [33.5, -31, 32, -52, 0, -60, -34, -52, -56, -14, -50, 12, -34, 24], line: CLEARS_EAR } },
  words: ['bald', 'buzz', 'none', 'short'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const shape = {
      outer: [-46, -4, -48, -22, -38, -46, -17, -56, 0, -58, 17, -56, 38, -46, 48, -22, 46, -4],
      line: [37, -14, 33, -27, 16, -35, 0, -37, -16, -35, -33, -27, -37, -14],
    };
    onSkin(f, [f.s.fillItem('shade', capPath(f, shape), model.hair.base, 0.26)]);
    return f.s.nodes;
  },
};
