import { ellipse, joined, type Path, pathOf, smoothLoop } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp } from '../time/easing.ts';
import { drawEars, headPath } from './face.ts';
import type { FigureModel } from './model.ts';
import { mirrored, type Points, pairs, plait, rope } from './parts/hairKit.ts';
import type { HeadPart } from './parts/part.ts';
import { belowBrim } from './parts/sideHair.ts';
import { Sketch } from './sketch.ts';

/** The back of the head: ears at its sides, hair over all of it, a hat over that. */
export function backOfHead(model: FigureModel, hair: HeadPart | undefined, headwear: HeadPart | undefined): Node[] {
  const s = new Sketch('headBack');
  const k = model.p.headWidth / 41.5;
  const q = model.p.headHeight / 49;
  const X = (x: number): number => x * k;
  const Y = (y: number): number => y * q;
  const covered = headwear?.hides === 'hair';
  const wrapped = headwear?.id === 'headscarf';
  if (!wrapped) s.nodes.push(...drawEars(model, 0, false));
  s.shaded('skull', headPath(model, 0, -6), model.skinTone, [-4.5, -3.2]);
  const grown = hair && !covered ? hairBehind(model, hair, headwear?.hides === 'crown') : [];
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
          return s.lineItem(`fold${n}`, pathOf([0, ...a, 2, ...b, ...c]), model.seam(behind.cloth), 2.2, 0.7);
        }),
      );
    } else s.nodes.push(...(headwear.front?.(model, 0, false) ?? []));
  }
  return s.nodes;
}

/** How wide the skull is to either side, and how far it reaches behind. */
const SKULL = { half: 42.5, behind: 46.6, crown: 51 } as const;

/** Hair from behind, by what it is from the side: as high, as long, and as far to the sides as it stands off behind. */
function hairBehind(model: FigureModel, part: HeadPart, covered: boolean): Node[] {
  const make = part.side;
  if (!make) return [];
  const s = new Sketch('hairBack');
  const k = model.p.headWidth / 41.5;
  const q = model.p.headHeight / 49;
  const X = (x: number): number => x * k;
  const Y = (y: number): number => y * q;
  const { hair } = model;
  const at = (points: Points): [number, number][] => pairs(points).map(([x, y]) => [X(x), Y(y)]);
  if (make.shade) s.inside('shaved', headPath(model, 0, -6), [s.fillItem('shade', massOf(make.shade.outer, 0, X, Y).path, hair.base, 0.5)]);
  if (make.behind) s.shaded('fall', massOf([...make.behind, 0, SKULL.crown * -1.2], 0.9, X, Y).path, hair, [-4.5, -2.5]);
  if (make.outer) {
    const { path, top, low, half } = massOf(make.outer, 0.85, X, Y, make.crest);
    const whole = make.pointed ? joined(path, ...locks(half, top, low, X, Y)) : make.curls ? joined(path, ...curls(half, top, low, make.curls, X, Y)) : path;
    const strands = [-0.5, -0.16, 0.2, 0.52].map((share, n) =>
      s.lineItem(
        `strand${n}`,
        pathOf([0, X(half * share * 0.5), Y(top + 12), 2, X(half * share * 1.2), Y(-10), X(half * share), Y(low - 6)]),
        n === 1 ? hair.sheen : hair.deep,
        2,
        0.5,
      ),
    );
    s.clipped('mass', whole, hair, [-4.5, -2.6], make.curls || make.crest ? [] : strands);
  }
  for (const [n, tail] of (make.ropes ?? []).entries()) {
    const list = pairs(covered ? belowBrim(tail.points) : tail.points);
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

type Scale = (value: number) => number;

interface Mass {
  readonly path: Path;
  readonly top: number;
  readonly low: number;
  readonly half: number;
}

/** A mass of hair from behind by its outline from the side: as high and low, to the sides by a share of how far it stands off behind. `crest` is a narrow one's half width. */
function massOf(outer: Points, share: number, X: Scale, Y: Scale, crest?: number): Mass {
  const list = pairs(outer);
  const top = Math.min(...list.map(([, y]) => y));
  const low = Math.max(...list.map(([, y]) => y));
  if (crest !== undefined) return { path: mirrored([0, top, crest * 0.9, top + 8, crest, -30, crest, -4, crest * 0.6, 6, 0, 8], X, Y), top, low, half: crest };
  const off = Math.max(0, -Math.min(...list.map(([x]) => x)) - SKULL.behind);
  const half = SKULL.half + off * share;
  const long = low > 40;
  const bald = top > -45;
  const crown = [0, top + (bald ? 8 : 0), half * 0.62, top + (bald ? 4 : 8), half * 0.97, Math.min(-20, top + 30), half + 1, 4];
  const ends = long ? [half + 2, low * 0.6, half * 0.9, low - 4, half * 0.45, low + 1, 0, low] : [half * 0.93, low * 0.62, half * 0.6, low + 1, 0, low + 4];
  return { path: mirrored([...crown, ...ends], X, Y), top, low, half };
}

/** Straight locks that stand off a mass of hair, over the crown and down its sides. */
function locks(half: number, top: number, low: number, X: Scale, Y: Scale): Path[] {
  const middle = (top + low) / 2;
  const tall = (low - top) / 2;
  const on = (angle: number, far: number): [number, number] => [X(Math.sin(angle) * half * far), Y(middle - Math.cos(angle) * tall * far)];
  return Array.from({ length: 13 }, (_, n) => {
    const angle = ((n - 6) / 6) * 2;
    const [a, b, c] = [on(angle - 0.24, 0.9), on(angle + 0.08, n % 2 ? 1.2 : 1.1), on(angle + 0.24, 0.9)];
    return pathOf([0, ...a, 1, ...b, 1, ...c, 4]);
  });
}

/** Curls round a mass of hair, crown to nape on both sides. */
function curls(half: number, top: number, low: number, r: number, X: Scale, Y: Scale): Path[] {
  const out: Path[] = [];
  const middle = (top + low) / 2;
  const count = Math.max(14, Math.round((half + (low - top) / 2) / r) * 3);
  for (let n = 0; n < count; n++) {
    const angle = (n / count) * Math.PI * 2;
    out.push(ellipse(X(Math.sin(angle) * half * 0.98), Y(middle - Math.cos(angle) * (low - top) * 0.49), r * (n % 3 ? 1 : 1.15)));
  }
  return out;
}
