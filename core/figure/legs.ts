import { along, type Point } from '../draw/matrix.ts';
import { joined, type Path, pen } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp, mix } from '../time/easing.ts';
import { contour, cornerAt, fleshed, type Girth, type Knot, leaf } from './contour.ts';
import { drawFoot } from './foot.ts';
import type { FigureModel } from './model.ts';
import type { LegCover } from './parts/part.ts';
import type { Side } from './pose.ts';
import type { Leg, Skeleton } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import type { Wear } from './wear.ts';

/** How wide a leg's shade is, units. */
const SHADE = 6;
/** Trousers hang this far below the ankle's joint, over the shoe. */
const BREAK = 5;

/** The thigh of somebody who sits, seen from its end: a round of cloth before the hem. */
export function drawLap(model: FigureModel, sk: Skeleton, wear: Wear, side: Side): Node[] {
  const s = new Sketch(`lap${side}`);
  const { hip, knee } = sk.legs[side];
  // A long coat or tunic lies over the thighs; an open one falls to their sides.
  const long = wear.layers.findLast((worn) => !worn.open && worn.hem(model).y > model.p.torso + 30);
  const covered = long ?? wear.skirt ?? (wear.legs && wear.legs.length > 0.2 ? wear.legs : undefined);
  const tone = covered ? model.tone(covered.cloth) : model.skinTone;
  const r = model.p.legTop + (wear.legs?.grow[0] ?? 2);
  const out = side === 'L' ? -1 : 1;
  // Flat where it meets the trunk, round at the knee; the inner sides touch.
  const [inside, outside] = [sk.hip.x + out * 0.6, knee.x + out * r];
  const [top, low] = [hip.y - r * 0.5, knee.y + r * 0.72];
  const mid = (inside + outside) / 2;
  const path = pen()
    .move(inside, top)
    .line(outside - out * 7, top)
    .quad(outside - out * 0.5, top, outside, top + 8)
    .line(outside, low - r * 0.5)
    .cubic(outside, low, mid + out * r * 0.55, low + 1, mid, low + 1)
    .cubic(mid - out * r * 0.6, low + 1, inside, low, inside, low - r * 0.6)
    .close()
    .done();
  return s.shaded('thigh', path, tone, [-5, -3]).nodes;
}

/** The two outlines of a leg, thigh and shin, up to `length` (.5 the knee, 1 the ankle); its far end cut where cloth ends, else round. */
function legShape({ hip, knee, ankle }: Leg, out: 1 | -1, [r0, r1, r2]: readonly [number, number, number], length: number, cut: number): Knot[][] {
  const thigh: Girth = [
    [0, r0 * 0.96, r0 * 0.92],
    [0.34, mix(r0, r1, 0.22), mix(r0, r1, 0.4)],
    [0.72, mix(r0, r1, 0.72), mix(r0, r1, 0.84)],
    [1, r1, r1],
  ];
  if (length <= 0.5) {
    const t = length * 2;
    const end = along(hip, knee, t);
    const at = mix(r0, r1, t);
    return [fleshed(hip, end, [[0, r0 * 0.96, r0 * 0.92], ...(t > 0.5 ? [[0.55, mix(r0, at, 0.45), mix(r0, at, 0.6)] as const] : []), [1, at, at]], { side: out, cut })];
  }
  const t = length >= 1 ? 1 : length * 2 - 1;
  const end = along(knee, ankle, t);
  const last = mix(r1, r2, t);
  // The calf fills the outer side below the knee; a wide hem opens below it.
  const shin: Girth = [[0, r1, r1], ...(t > 0.5 ? [[0.38 / t, mix(r1, r2, 0.22) + 0.6, mix(r1, r2, 0.34)] as const] : []), [1, last, last]];
  return [fleshed(hip, knee, thigh, { side: out }), fleshed(knee, end, shin, { side: out, cut })];
}

/** Folds of trousers: at the bent knee, and two above the hem where the cloth breaks over the shoe (bodies.md, 6). */
function trouserFolds({ hip, knee, ankle, bend }: Leg, out: 1 | -1, r1: number, r2: number, whole: boolean): Path | undefined {
  const list: Path[] = [];
  const long = Math.max(1, Math.hypot(ankle.x - knee.x, ankle.y - knee.y));
  const [ux, uy] = [(ankle.x - knee.x) / long, (ankle.y - knee.y) / long];
  const at = (from: Point, on: number, off: number): Point => ({ x: from.x + ux * on + uy * off, y: from.y + uy * on - ux * off });
  // From the inner side; of a bent knee from the hollow behind it.
  const bowed = Math.sign((ankle.x - hip.x) * (knee.y - hip.y) - (ankle.y - hip.y) * (knee.x - hip.x)) || 1;
  const inner = bend > 20 ? (bowed > 0 ? 1 : -1) : -out;
  const soft = clamp((bend - 4) / 22, 0, 1);
  list.push(leaf(at(knee, 2, inner * r1 * 0.9), at(knee, 6 + soft * 3, inner * r1 * (0.25 - 0.35 * soft)), 1.2 + soft * 1.1, inner * 1.5));
  if (soft > 0.3) list.push(leaf(at(knee, -6, inner * r1 * 0.92), at(knee, -9, inner * r1 * (0.3 - 0.2 * soft)), 1.7 * soft, inner));
  if (whole) {
    list.push(leaf(at(ankle, -9, -out * r2 * 0.86), at(ankle, -7.5, -out * r2 * 0.05), 1.7, -out * 1.6));
    list.push(leaf(at(ankle, -17, out * r2 * 0.9), at(ankle, -14, out * r2 * 0.25), 1.4, out * 1.4));
  }
  return list.length ? joined(...list) : undefined;
}

/** The seat of trousers: what joins both legs down to the crotch (bodies.md, 6). */
export function drawSeatOfTrousers(model: FigureModel, sk: Skeleton, wear: Wear): Node[] {
  const cover = wear.legs;
  if (!cover || cover.length < 0.1) return [];
  const s = new Sketch('seat');
  const { p } = model;
  const tone = model.tone(cover.cloth);
  const g = cover.grow[0];
  const r = p.legTop + g;
  const { L, R } = sk.legs;
  const tilt = Math.atan2(R.hip.y - L.hip.y, Math.max(1, R.hip.x - L.hip.x));
  const across = (from: Point, x: number, y: number): Point => ({ x: from.x + x * Math.cos(tilt) - y * Math.sin(tilt), y: from.y + x * Math.sin(tilt) + y * Math.cos(tilt) });
  const crotch = { x: (L.hip.x + R.hip.x) / 2 + (L.knee.x + R.knee.x - L.hip.x - R.hip.x) * 0.1, y: (L.hip.y + R.hip.y) / 2 + p.thigh * 0.24 };
  const knots: Knot[] = [
    cornerAt(across(L.hip, -r * 0.9, -8)),
    cornerAt(across(R.hip, r * 0.9, -8)),
    across(R.hip, r * 0.86, 6),
    along(R.hip, R.knee, 0.26),
    cornerAt(crotch),
    along(L.hip, L.knee, 0.26),
    across(L.hip, -r * 0.86, 6),
  ];
  s.fill('cloth', contour(knots), tone.base);
  return s.nodes;
}

interface LegMemo {
  readonly numbers: readonly number[];
  readonly nodes: Node[];
}
const legs = new WeakMap<FigureModel, Map<string, LegMemo>>();

/**
 * One leg with shoe, skin and what covers it; of somebody who sits from the knee down, since the lap has the rest. The
 * same nodes as long as the leg stands as it did: people stand more than they walk.
 */
export function drawLeg(model: FigureModel, sk: Skeleton, wear: Wear, side: Side, fromKnee = false): Node[] {
  const { hip, knee, ankle, toeAngle, pitch, bend } = sk.legs[side];
  const numbers = [hip.x, hip.y, knee.x, knee.y, ankle.x, ankle.y, toeAngle, pitch, bend];
  let known = legs.get(model);
  if (!known) legs.set(model, (known = new Map()));
  const key = fromKnee ? `${side} knee` : side;
  const memo = known.get(key);
  if (memo?.numbers.every((value, n) => value === numbers[n])) return memo.nodes;
  const nodes = legNodes(model, sk, wear, side, fromKnee);
  known.set(key, { numbers, nodes });
  return nodes;
}

function legNodes(model: FigureModel, sk: Skeleton, wear: Wear, side: Side, fromKnee: boolean): Node[] {
  const s = new Sketch(`leg${side}`);
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const whole = sk.legs[side];
  const leg = fromKnee ? { ...whole, hip: along(whole.hip, whole.knee, 0.7) } : whole;
  const cover = wear.legs;
  const length = cover?.length ?? 0;
  const kneeR = p.legTop * 0.46 + p.legEnd * 0.46;
  const metal = wear.artificial.has(`leg${side}`);
  const scale = clamp(p.legTop / 25.4, 0.75, 1.1);
  const ankle = { x: leg.ankle.x, y: leg.ankle.y + 1 };
  const skin = { ...leg, ankle };
  if (length < 0.97) {
    if (metal) {
      s.limb('rod', [along(leg.knee, ankle, 0.2), ankle], [p.legEnd * 0.5, p.legEnd * 0.42], model.tone('metal'), 3, true);
      s.outlined(
        'socket',
        [
          fleshed(
            leg.hip,
            leg.knee,
            [
              [0, p.legTop - 1, p.legTop - 2],
              [0.5, p.legTop * 0.8, p.legTop * 0.78],
              [1, kneeR, kneeR],
            ],
            { side: out },
          ),
          fleshed(
            leg.knee,
            along(leg.knee, ankle, 0.24),
            [
              [0, kneeR, kneeR],
              [1, kneeR - 2, kneeR - 2],
            ],
            { side: out },
          ),
        ],
        model.skinTone,
        SHADE * scale,
      );
      s.limb('cup', [along(leg.hip, leg.knee, 0.86), along(leg.knee, ankle, 0.26)], [kneeR + 1, kneeR - 2.5], model.tone('metal'), 4, true);
    } else s.outlined('skin', legShape(skin, out, [p.legTop - 1, kneeR - 0.5, p.legEnd * 0.82], 1, 0), model.skinTone, SHADE * scale);
  }
  // A tall boot takes a narrow trouser in.
  const over = wear.shoes.top < -20 && (cover?.grow[2] ?? 0) < 9;
  if (!over) drawFoot(s, model, leg, wear.shoes, side);
  if (cover && length > 0.02) drawCover(s, model, leg, side, cover, kneeR, scale);
  if (over) drawFoot(s, model, leg, wear.shoes, side);
  return s.nodes;
}

function drawCover(s: Sketch, model: FigureModel, leg: Leg, side: Side, cover: LegCover, kneeR: number, scale: number): void {
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const tone = model.tone(cover.cloth);
  const [g0, g1, g2] = cover.grow;
  const whole = cover.length >= 0.97;
  const long = Math.max(1, Math.hypot(leg.ankle.x - leg.knee.x, leg.ankle.y - leg.knee.y));
  const hem: Point = { x: leg.ankle.x + ((leg.ankle.x - leg.knee.x) / long) * BREAK, y: leg.ankle.y + ((leg.ankle.y - leg.knee.y) / long) * BREAK };
  const radii = [p.legTop + g0, kneeR + g1, p.legEnd * (whole ? 0.94 : 1) + g2] as const;
  s.outlined(
    'trouser',
    legShape(whole ? { ...leg, ankle: hem } : leg, out, cover.length <= 0.5 ? [radii[0], radii[1] + g2, 0] : radii, cover.length, whole ? 3.4 : 2.6),
    tone,
    SHADE * scale,
  );
  if (cover.length > 0.6 && g1 > -0.4) {
    const folds = trouserFolds({ ...leg, ankle: hem }, out, radii[1], radii[2], whole && g2 > 2);
    if (folds) s.fill('folds', folds, tone.shadow);
  }
  s.nodes.push(...(cover.details?.({ model, s, leg, side }) ?? []));
}
