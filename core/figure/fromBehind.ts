import { stepped } from '../draw/colour.ts';
import { ellipse, joined, type Path, smoothLoop } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp } from '../time/easing.ts';
import { drawArm } from './arms.ts';
import { drawShadow } from './drawn.ts';
import { drawEars, headMatrix, headPath, moved } from './face.ts';
import { drawLeg, drawSeatOfTrousers } from './legs.ts';
import type { FigureModel } from './model.ts';
import { mirrored, type Points, pairs, plait, rope } from './parts/hairKit.ts';
import type { Garment, HeadPart } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import type { Skeleton } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import { drawSkirt, drawTorso, torsoFrame } from './trunk.ts';
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

const memo = new WeakMap<Garment, Garment>();
/** A garment without what is on its front. */
function plainOf(worn: Garment): Garment {
  let plain = memo.get(worn);
  if (!plain) {
    const { details: _details, collar: _collar, open: _open, clips: _clips, ...rest } = worn;
    // A garment that is worn open keeps the shoulders of one that covers them.
    memo.set(worn, (plain = worn.open && rest.sleeveLength === 0 ? { ...rest, sleeveLength: 0.01 } : rest));
  }
  return plain;
}

type Frame = ReturnType<typeof torsoFrame>;

/** The seam down the back of what opens in front. */
function backSeam(model: FigureModel, wear: Wear, { place }: Frame): Node[] {
  const worn = wear.layers.at(-1);
  if (!worn?.open) return [];
  const s = new Sketch('back');
  const { y } = worn.hem(model);
  const [a, b, c] = [place(0, 6), place(0, y * 0.5), place(0, y - 3)];
  return s.line('seam', Float32Array.from([0, a.x, a.y, 2, b.x, b.y, c.x, c.y]), model.seam(worn.cloth), 2, 0.7).nodes;
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

/** The back of the head: ears at its sides, hair over all of it, a hat over that. */
function backOfHead(model: FigureModel, hair: HeadPart | undefined, headwear: HeadPart | undefined): Node[] {
  const s = new Sketch('headBack');
  const k = model.p.headWidth / 41.5;
  const q = model.p.headHeight / 49;
  const X = (x: number): number => x * k;
  const Y = (y: number): number => y * q;
  const covered = headwear?.hides === 'hair';
  const wrapped = headwear?.id === 'headscarf';
  if (!wrapped) s.nodes.push(...drawEars(model, 0, false));
  s.shaded('skull', headPath(model, 0, -6), model.skinTone, [-4.5, -3.2]);
  const grown = hair && !covered ? hairBehind(model, hair) : [];
  if (headwear?.hides === 'crown' && grown.length) s.inside('underHat', smoothLoop([-150, Y(-34), 0, Y(-46), 150, Y(-34), 150, 320, -150, 320]), grown);
  else s.nodes.push(...grown);
  if (headwear) {
    const { behind } = headwear;
    if (behind) {
      const cloth = model.tone(behind.cloth);
      const dome = mirrored(behind.dome, X, Y);
      s.clipped(
        'hat',
        dome,
        cloth,
        [-4.5, -3],
        (behind.folds ?? []).map((fold, n) => {
          const [a, b, c] = pairs(fold).map(([x, y]): [number, number] => [X(x), Y(y)]) as [[number, number], [number, number], [number, number]];
          return s.lineItem(`fold${n}`, Float32Array.from([0, ...a, 2, ...b, ...c]), model.seam(behind.cloth), 2.2, 0.7);
        }),
      );
    } else s.nodes.push(...(headwear.front?.(model, 0, false) ?? []));
  }
  return s.nodes;
}

/** How wide the skull is to either side, and how far it reaches behind. */
const SKULL = { half: 42.5, behind: 46.6, crown: 51 } as const;

/** Hair from behind, by what it is from the side: as high, as long, and as far to the sides as it stands off behind. */
function hairBehind(model: FigureModel, part: HeadPart): Node[] {
  const make = part.side;
  if (!make) return [];
  const s = new Sketch('hairBack');
  const k = model.p.headWidth / 41.5;
  const q = model.p.headHeight / 49;
  const X = (x: number): number => x * k;
  const Y = (y: number): number => y * q;
  const { hair } = model;
  const at = (points: Points): [number, number][] => pairs(points).map(([x, y]) => [X(x), Y(y)]);
  const shape = make.outer ?? make.shade?.outer;
  const loop = (points: Points, width: number, narrow?: number): { path: Path; top: number; low: number; half: number } => {
    const list = pairs(points);
    const top = Math.min(...list.map(([, y]) => y));
    const low = Math.max(...list.map(([, y]) => y));
    const back = Math.max(0, -Math.min(...list.map(([x]) => x)) - SKULL.behind);
    const half = narrow ?? SKULL.half + back * width;
    const long = low > 40;
    const bald = top > -45;
    const right: number[] = narrow
      ? [0, top, narrow * 0.9, top + 8, narrow, -30, narrow, -4, narrow * 0.6, 6, 0, 8]
      : [
          0,
          top + (bald ? 8 : 0),
          half * 0.62,
          top + (bald ? 4 : 8),
          half * 0.97,
          Math.min(-20, top + 30),
          half + 1,
          4,
          ...(long ? [half + 2, low * 0.6, half * 0.9, low - 4, half * 0.45, low + 1] : [half * 0.93, low * 0.62, half * 0.6, low + 1]),
          0,
          low + (long ? 0 : 4),
        ];
    return { path: mirrored(right, X, Y), top, low, half };
  };
  if (make.shade) s.inside('shaved', headPath(model, 0, -6), [s.fillItem('shade', loop(make.shade.outer, 0).path, hair.base, 0.5)]);
  if (make.behind) s.shaded('fall', loop([...make.behind, 0, SKULL.crown * -1.2], 0.9).path, hair, [-4.5, -2.5]);
  if (make.outer && shape) {
    const { path, top, low, half } = loop(make.outer, 0.85, make.crest);
    const whole = make.pointed ? joined(path, ...locks(half, top, low, X, Y)) : make.curls ? joined(path, ...curls(half, top, low, make.curls, X, Y)) : path;
    const strands = [-0.5, -0.16, 0.2, 0.52].map((share, n) =>
      s.lineItem(
        `strand${n}`,
        Float32Array.from([0, X(half * share * 0.5), Y(top + 12), 2, X(half * share * 1.2), Y(-10), X(half * share), Y(low - 6)]),
        n === 1 ? hair.sheen : hair.deep,
        2,
        0.5,
      ),
    );
    s.clipped('mass', whole, hair, [-4.5, -2.6], make.curls || make.crest ? [] : strands);
  }
  for (const [n, tail] of (make.ropes ?? []).entries()) {
    const list = pairs(tail.points);
    const [root, end] = [list[0] as [number, number], list.at(-1) as [number, number]];
    const single = (make.ropes ?? []).length === 1 && !tail.before;
    // What hangs at the side is there twice; a tail hangs down the middle.
    const places = single ? [0] : tail.before ? [-1, 1] : [n % 2 ? 1 : -1];
    for (const out of places) {
      const x = single ? 0 : out * (make.ropes?.length === 1 || tail.before ? 30 : 10 + n * 8);
      const points = at([x, clamp(root[1], -40, 24), x * 1.15 + 3, (root[1] + end[1]) / 2, x * 1.1, end[1] + (single ? 10 : 0)]);
      if (tail.plaited) plait({ model, s }, `tail${n}${out}`, points, tail.root, tail.plaited);
      else s.shaded(`tail${n}${out}`, rope(points, tail.root, tail.tip), hair, [-3.6, -2.4]);
      const [px, py] = points[0] as [number, number];
      if (tail.band) s.fill(`band${n}${out}`, ellipse(px, py, 9, 6), model.colour('accent'));
    }
  }
  for (const [n, [, y, r]] of (make.knots ?? []).entries())
    s.shaded(`knot${n}`, ellipse(0, Y(y), r, r * 0.94), hair, [-4, -2.6], [s.lineItem(`turn${n}`, ellipse(-2, Y(y), r * 0.5, r * 0.46), hair.deep, 2, 0.5)]);
  return s.nodes;
}

/** Straight locks that stand off a mass of hair, over the crown and down its sides. */
function locks(half: number, top: number, low: number, X: (x: number) => number, Y: (y: number) => number): Path[] {
  const middle = (top + low) / 2;
  const tall = (low - top) / 2;
  const on = (angle: number, far: number): [number, number] => [X(Math.sin(angle) * half * far), Y(middle - Math.cos(angle) * tall * far)];
  return Array.from({ length: 13 }, (_, n) => {
    const angle = ((n - 6) / 6) * 2;
    const [a, b, c] = [on(angle - 0.24, 0.9), on(angle + 0.08, n % 2 ? 1.2 : 1.1), on(angle + 0.24, 0.9)];
    return Float32Array.from([0, ...a, 1, ...b, 1, ...c, 4]);
  });
}

/** Curls round a mass of hair, crown to nape on both sides. */
function curls(half: number, top: number, low: number, r: number, X: (x: number) => number, Y: (y: number) => number): Path[] {
  const out: Path[] = [];
  const middle = (top + low) / 2;
  const count = Math.max(14, Math.round((half + (low - top) / 2) / r) * 3);
  for (let n = 0; n < count; n++) {
    const angle = (n / count) * Math.PI * 2;
    out.push(ellipse(X(Math.sin(angle) * half * 0.98), Y(middle - Math.cos(angle) * (low - top) * 0.49), r * (n % 3 ? 1 : 1.15)));
  }
  return out;
}
