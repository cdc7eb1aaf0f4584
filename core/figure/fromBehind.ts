import { stepped } from '../draw/colour.ts';
import { pathOf, smoothLoop } from '../draw/path.ts';
import { moved, type Node } from '../draw/picture.ts';
import { drawArm } from './arms.ts';
import { backOfHead } from './backOfHead.ts';
import { drawShadow } from './drawn.ts';
import { headMatrix } from './face.ts';
import { drawLeg, drawSeatOfTrousers } from './legs.ts';
import type { FigureModel } from './model.ts';
import { type Points, pairs } from './parts/hairKit.ts';
import type { Garment, HeadPart } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import type { Skeleton } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import { drawSkirt, drawTorso, plainOf, torsoFrame } from './trunk.ts';
import type { Wear } from './wear.ts';

/** Somebody who has turned away: the same masses without what is on their front (bodies.md, 7, Backs). `head` is one that is not seen from behind. */
export function drawFromBehind(
  model: FigureModel,
  sk: Skeleton,
  pose: Pose,
  wear: Wear,
  hair: HeadPart | undefined,
  headwear: HeadPart | undefined,
  head?: readonly Node[],
): Node[] {
  const plain = { ...wear, layers: wear.layers.map(plainOf), ...(wear.skirt ? { skirt: plainOf(wear.skirt) } : {}) };
  const outer = torsoFrame(model, sk, plain.layers.at(-1) as Garment);
  // A hand before the body is hidden by it, one behind the back is seen.
  const hidden = (side: Side): boolean => pose[`behind${side}`] < 0.5 && inwards(sk, side);
  const sides = ['L', 'R'] as const;
  const shown = sides.filter((side) => !hidden(side));
  const at = headMatrix(sk.head.x, sk.head.y, sk.headAngle);
  return [
    ...drawShadow(sk, model),
    ...sides.filter(hidden).flatMap((side) => drawArm(model, sk, pose, plain, side)),
    ...sides.flatMap((side) => drawLeg(model, sk, plain, side)),
    ...drawSeatOfTrousers(model, sk, plain),
    ...drawSkirt(model, sk, plain),
    ...drawTorso(model, sk, plain, shown, true),
    ...backSeam(model, wear, outer),
    ...(wear.layers.at(-1)?.nape?.(outer) ?? napeBand(model, wear, outer)),
    ...wear.extras.flatMap((extra) => extra.behind?.(outer) ?? []),
    ...shown.flatMap((side) => drawArm(model, sk, pose, plain, side)),
    ...(head ?? backOfHead(model, hair, headwear).map((node) => moved(node, at))),
  ];
}

/** Whether a hand lies nearer to the middle than its shoulder: it is before the body. */
const inwards = (sk: Skeleton, side: Side): boolean => {
  const out = side === 'L' ? -1 : 1;
  return (sk.arms[side].wrist.x - sk.arms[side].shoulder.x) * out < -6;
};

type Frame = ReturnType<typeof torsoFrame>;

/** The seam down the back of what opens in front. */
function backSeam(model: FigureModel, wear: Wear, { place }: Frame): Node[] {
  const worn = wear.layers.at(-1);
  if (!worn?.open) return [];
  const s = new Sketch('back');
  const { y } = worn.hem(model);
  const [a, b, c] = [place(0, 6), place(0, y * 0.5), place(0, y - 3)];
  return s.line('seam', pathOf([0, a.x, a.y, 2, b.x, b.y, c.x, c.y]), model.seam(worn.cloth), 2, 0.7).nodes;
}

/** A collar from behind: a band round the neck, where the garment has one. */
function napeBand(model: FigureModel, wear: Wear, { place }: Frame): Node[] {
  const collared = wear.layers.findLast(({ collar }) => collar);
  if (!collared) return [];
  const s = new Sketch('back');
  const half = model.p.neckHalf + 4;
  const base = model.colour(collared.cloth);
  const on = (points: Points): number[] =>
    pairs(points).flatMap(([x, y]) => {
      const at = place(x, y);
      return [at.x, at.y];
    });
  return s.shaded(
    'nape',
    smoothLoop(on([-half, -14, 0, -10, half, -14, half + 3, -4, 0, 3, -half - 3, -4])),
    { base: stepped(base, -0.02), shadow: model.tone(collared.cloth).shadow },
    [-3, -1.6],
  ).nodes;
}
