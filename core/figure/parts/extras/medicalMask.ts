import { pen } from '../../../draw/path.ts';
import type { Node } from '../../../draw/picture.ts';
import { jawHalf } from '../../face.ts';
import type { FigureModel } from '../../model.ts';
import { profileOf } from '../../profile.ts';
import { Sketch } from '../../sketch.ts';
import { isProfile, slide } from '../../turn.ts';
import { pairs, runs } from '../hairKit.ts';
import type { Extra } from '../part.ts';

const CLOTH = { base: '#bfe0e4', shadow: '#8fb9c2' };

/** A medical mask over nose and mouth; the jaw still moves under it. */
export const medicalMask: Extra = {
  id: 'medical-mask',
  name: 'Medical mask',
  words: ['doctor', 'nurse', 'health'],
  head: (model, yaw, drop) => {
    const s = new Sketch('mask');
    const w = model.p.headWidth;
    const at = (angle: number): number => slide(w, 0.99, angle, yaw).x;
    if (isProfile(yaw)) return aside(model, yaw, drop);
    const low = (jawHalf(model, yaw, drop, 1)[7] as [number, number])[1] - 1;
    const mid = at(0);
    for (const out of [-1, 1])
      s.line(
        `loop${out}`,
        pen()
          .move(at(out * 0.8), 18)
          .quad(at(out * 1.1), 6, at(out * 1.35), 4)
          .done(),
        '#e9eef0',
        2,
      );
    return s.shaded(
      'cloth',
      pen()
        .move(at(-0.86), 16)
        .cubic(at(-0.5), 13, mid - 8, 9, mid, 9)
        .cubic(mid + 8, 9, at(0.5), 13, at(0.86), 16)
        .cubic(at(0.84), 30, at(0.5), low - 4, mid + 3, low + 2)
        .cubic(mid - 3, low + 2, at(-0.84), 30, at(-0.86), 16)
        .close()
        .done(),
      CLOTH,
      [-3, -2],
      folds(s, [at(-0.6), 0], [mid, 4], [at(0.6), 0]),
    ).nodes;
  },
};

/** From the side: it stands off the nose and closes under the chin. */
function aside(model: FigureModel, yaw: number, drop: number): Node[] {
  const s = new Sketch('mask');
  const side = profileOf(model, yaw, drop);
  const X = (value: number): number => side.facing * value;
  const low = 52 + model.features.head.drop + drop;
  const on = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [X(x), y]);
  for (const [id, y, to] of [
    ['above', 17, -2],
    ['below', 40, 12],
  ] as const)
    s.line(`loop${id}`, pen().move(X(19), y).line(side.x(-6), to).done(), '#e9eef0', 2);
  const front = side.tip[0] + 2.4;
  return s.shaded(
    'cloth',
    runs(on([18, 16, 30, 12, side.edge(9) + 0.8, 8.4, front, side.tip[1] + 1, front - 2.4, 34, side.edge(44) + 2.4, low - 4, 32, low + 1]), on([22, low - 7, 18, 32, 18, 16])),
    CLOTH,
    [-3, -2],
    folds(s, [X(20), 0], [X(34), 2], [X(front - 3), 1]),
  ).nodes;
}

/** Two folds across the cloth, each through points that lie so far beside its height. */
const folds = (s: Sketch, from: readonly [number, number], through: readonly [number, number], to: readonly [number, number]): Node[] =>
  [24, 32].map((y, n) =>
    s.lineItem(
      `fold${n}`,
      pen()
        .move(from[0], y + from[1])
        .quad(through[0], y + through[1], to[0], y + to[1])
        .done(),
      CLOTH.shadow,
      1.8,
      0.8,
    ),
  );
