import { along, type Point } from '../draw/matrix.ts';
import { joined, type Path, pen } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp, mix, smooth } from '../time/easing.ts';
import { contour, cornerAt, fleshed, type Knot, knotAt, leaf } from './contour.ts';
import { drawHand, handWeights } from './hand.ts';
import type { FigureModel } from './model.ts';
import type { Garment, HandFrame } from './parts/part.ts';
import type { Pose, Side } from './pose.ts';
import type { Proportions } from './proportions.ts';
import { middleAt, type Skeleton, tiltAt } from './skeleton.ts';
import { Sketch, type Tone } from './sketch.ts';
import type { Wear } from './wear.ts';

/** An arm's outlines: the upper arm grows out of the shoulder line; the forearm begins round at the elbow. Either may be missing. */
export interface ArmShape {
  readonly upper: readonly Knot[][];
  readonly fore: readonly Knot[][];
  /** At shoulder, elbow and wrist. */
  readonly radii: readonly [number, number, number];
}

/** Shade along an arm: none on the shoulder line, whole from the elbow on, so that no disc lies over the chest (bodies.md, 4). */
const litAlong = (share: number): number => smooth((share - 0.02) / 0.62);
const lit = ({ x, y }: Point, share: number, corner = false): Knot => knotAt(x, y, share, corner);
/** How wide an arm's shade is, units. */
const SHADE = 5;
/** Sleeves bulge this much at their end. */
const CUT = 2.4;
/** A short sleeve stands off the arm. */
const FLARE = 2.6;

/** Radii of the bare arm at shoulder, elbow and wrist. */
const bare = (p: Proportions): readonly [number, number, number] => [p.armTop, p.armTop * 0.5 + p.armEnd * 0.46, p.armEnd];

/** One arm's outline as a garment makes it, or bare; up to the end of the sleeve. */
export function armShape(model: FigureModel, sk: Skeleton, side: Side, worn: Garment | undefined, vested = false): ArmShape {
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const { shoulder, elbow, wrist } = sk.arms[side];
  const length = worn ? (worn.sleeveLength ?? 1) : 1;
  const skin = bare(p);
  const radii = (worn ? skin.map((r, n) => r + (worn.sleeve[n] as number)) : skin) as unknown as readonly [number, number, number];
  const [r0, r1, r2] = radii;
  const bone = Math.max(1e-3, Math.hypot(elbow.x - shoulder.x, elbow.y - shoulder.y));
  const [ux, uy] = [(elbow.x - shoulder.x) / bone, (elbow.y - shoulder.y) / bone];
  // The side that looks away from the trunk while the arm hangs.
  const [nx, ny] = [uy * out, -ux * out];
  const cut = length <= 0.5 ? length * 2 : 1;
  const at = (share: number, off: number): Point => ({ x: shoulder.x + (elbow.x - shoulder.x) * share + nx * off, y: shoulder.y + (elbow.y - shoulder.y) * share + ny * off });
  const radiusAt = (share: number): number => mix(r0, r1, smooth(share)) * 0.98;
  const knot = (share: number, off: number, corner = false): Knot => lit(at(share, off), litAlong(share), corner);
  const tilt = tiltAt(sk, 20);
  const [sx, sy] = [Math.sin(tilt), -Math.cos(tilt)];
  // The cap of the shoulder looks up and outwards, whichever way the arm goes.
  const [cx, cy] = [nx * 0.8 + sx * 0.75, ny * 0.8 + sy * 0.75];
  const cap = Math.max(0.2, Math.hypot(cx, cy));
  const raised = smooth((Math.atan2(ux * out, uy) * (180 / Math.PI) - 30) / 60);
  const middle = middleAt(sk, p.torso * 0.02);
  // Under a vest the sleeve comes out of the armhole.
  const from = vested ? 0.86 : 0.66;
  const start: Point = { x: mix(middle.x, shoulder.x, from), y: mix(middle.y, shoulder.y - r0 * 0.86, from) };
  const chest = middleAt(sk, p.torso * 0.36);
  const side0: Point = { x: chest.x + out * Math.hypot(p.chest * Math.cos(sk.bodyYaw), p.chest * 0.62 * Math.sin(sk.bodyYaw)) * 0.95, y: chest.y };
  const inner = at(0.42, -radiusAt(0.42) * 0.9);
  const armpit: Point = { x: mix(inner.x, side0.x, raised), y: mix(inner.y, side0.y, raised) };
  const deep = vested ? 0.14 : 0.3;
  const heart: Point = { x: mix(shoulder.x, chest.x, deep), y: mix(shoulder.y, chest.y, deep) };
  const knots: Knot[] = [lit(start, 0), knotAt(shoulder.x + (cx / cap) * r0 * 0.98, shoulder.y + (cy / cap) * r0 * 0.98, 0.05), knot(0.14, r0 * 0.97)];
  if (cut >= 1) {
    knots.push(knot(0.58, radiusAt(0.58)));
    const round = [
      [1, 0],
      [0.71, 0.71],
      [0, 1],
      [-0.71, 0.71],
      [-1, 0],
    ] as const;
    for (const [off, beyond] of round)
      knots.push(knotAt(elbow.x + (nx * off + ux * beyond) * r1, elbow.y + (ny * off + uy * beyond) * r1, 1, false, beyond === 0 ? { x: ux * off, y: uy * off } : undefined));
    knots.push(knot(0.58, -radiusAt(0.58) * 0.96));
  } else {
    const wide = radiusAt(cut) + FLARE;
    if (cut > 0.45) knots.push(knot(cut * 0.6, mix(r0 * 0.97, wide, 0.5)));
    knots.push(cornerAt(at(cut, wide)), lit(at(cut + 3.2 / bone, 0), 1), cornerAt(at(cut, -wide)));
  }
  // A short sleeve that ends above the armpit's knot does without it.
  if (cut > 0.5) knots.push(lit(armpit, 0.25 * (1 - raised)));
  else if (raised > 0) knots.push(lit(side0, 0));
  knots.push(lit(heart, 0));
  const fore: Knot[][] = [];
  if (length > 0.5) {
    const t = length >= 1 ? 1 : length * 2 - 1;
    const end = along(elbow, wrist, t);
    const re = mix(r1, r2, t) + (t < 1 ? 0.6 : 0);
    fore.push(fleshed(elbow, end, [[0, r1, r1], ...(t > 0.55 ? [[0.42 / t, mix(r1, r2, 0.32), mix(r1, r2, 0.36)] as const] : []), [1, re, re]], { side: out, cut: CUT }));
  }
  return { upper: [knots], fore, radii };
}

/** Draws an arm's outlines in a tone: both as one, and a forearm that lies over its upper arm once more, with an edge of its own. */
function paint(s: Sketch, id: string, shape: ArmShape, tone: Tone, bend: number, scale: number): void {
  const pieces = [...shape.upper, ...shape.fore];
  if (!pieces.length) return;
  const shade = SHADE * scale;
  s.outlined(id, pieces, tone, shade);
  const folded = clamp((Math.abs(bend) - 84) / 30, 0, 1);
  if (folded === 0 || !shape.fore.length || !shape.upper.length) return;
  const alpha = folded === 1 ? undefined : Math.round(folded * 32) / 32;
  s.outlined(`${id}.fore`, shape.fore, tone, shade, alpha);
}

/** Folds that start in the crease of a bent elbow: two leaves from 42 degrees on, a third from 95 (bodies.md, 4). */
function creases({ shoulder, elbow, wrist }: Skeleton['arms']['L'], bend: number, r: number): Path | undefined {
  const turn = Math.abs(bend);
  const grown = clamp((turn - 42) / 43, 0, 1);
  if (grown < 0.02) return undefined;
  const a = Math.max(1e-3, Math.hypot(shoulder.x - elbow.x, shoulder.y - elbow.y));
  const b = Math.max(1e-3, Math.hypot(wrist.x - elbow.x, wrist.y - elbow.y));
  const bx = (shoulder.x - elbow.x) / a + (wrist.x - elbow.x) / b;
  const by = (shoulder.y - elbow.y) / a + (wrist.y - elbow.y) / b;
  const inward = Math.atan2(by, bx);
  const start: Point = { x: elbow.x + Math.cos(inward) * r * 0.92, y: elbow.y + Math.sin(inward) * r * 0.92 };
  const fold = (degrees: number, long: number, thick: number): Path => {
    const way = inward + Math.PI + (degrees * Math.PI) / 180;
    return leaf(
      start,
      { x: start.x + Math.cos(way) * r * long * (0.5 + 0.5 * grown), y: start.y + Math.sin(way) * r * long * (0.5 + 0.5 * grown) },
      thick * grown + 0.3,
      degrees > 0 ? 1.2 : -1.2,
    );
  };
  const list = [fold(-38, 1.3, 1.9), fold(32, 1.2, 1.7)];
  if (turn > 95) list.push(fold(-4, 0.95 * clamp((turn - 95) / 25, 0.3, 1), 1.5));
  return joined(...list);
}

/** A sleeve's end: a band with thickness where it has a cuff, a seam where it has none. */
function drawCuff(s: Sketch, id: string, from: Point, to: Point, r: number, colour: string, seam: string | undefined): void {
  const long = Math.max(1, Math.hypot(to.x - from.x, to.y - from.y));
  const [ux, uy] = [(to.x - from.x) / long, (to.y - from.y) / long];
  const at = (back: number, off: number): Point => ({ x: to.x - ux * back + uy * off, y: to.y - uy * back - ux * off });
  if (seam) {
    s.fill(`${id}.seam`, contour([cornerAt(at(6, -r)), at(3.8, 0), cornerAt(at(6, r)), cornerAt(at(7.4, r)), at(5.4, 0), cornerAt(at(7.4, -r))]), seam);
    return;
  }
  const w = r + 1.2;
  s.fill(`${id}.cuff`, contour([cornerAt(at(7.5, -w)), cornerAt(at(-0.4, -w)), at(-2.9, 0), cornerAt(at(-0.4, w)), cornerAt(at(7.5, w)), at(5.2, 0)]), colour);
}

/** One arm with its hand and sleeves; or its forearm alone, for a hand that comes before a collar or a scarf while the shoulder stays under it. */
export function drawArm(model: FigureModel, sk: Skeleton, pose: Pose, wear: Wear, side: Side, part: 'whole' | 'fore' = 'whole'): Node[] {
  const s = new Sketch(part === 'fore' ? `arm${side}.over` : `arm${side}`);
  const vested = wear.layers.at(-1)?.sleeveLength === 0 && wear.layers.at(-1)?.from === undefined;
  const shapeOf = (worn: Garment | undefined): ArmShape => {
    const shape = armShape(model, sk, side, worn, vested);
    return part === 'fore' ? { ...shape, upper: [] } : shape;
  };
  const { p } = model;
  const out = side === 'L' ? -1 : 1;
  const arm = sk.arms[side];
  const { shoulder, elbow, wrist, handAngle, bend, nearer } = arm;
  const artificial = wear.artificial.has(`arm${side}`);
  const hidden = clamp(pose[`pocket${side}`], 0, 1);
  // A hand that comes towards the viewer lies over its own cuff.
  const before = nearer > 1.2;
  const hand = (): void => {
    if (hidden === 1) return;
    drawHand(
      s,
      'hand',
      { wrist, angle: handAngle, thumbSide: out < 0 ? 1 : -1, size: p.hand * nearer, palm: pose[`palm${side}`] },
      handWeights(pose, side),
      artificial ? model.tone('metal') : wear.gloves ? model.tone('gloves') : model.skinTone,
    );
  };
  if (!before) hand();
  const scale = clamp(p.armTop / 15.6, 0.7, 1.15);
  const sleeved = wear.layers.filter((worn) => (worn.sleeveLength ?? 1) > 0);
  const full = sleeved.findLastIndex((worn) => (worn.sleeveLength ?? 1) >= 1);
  const radii = bare(p);
  if (full < 0) {
    paint(s, 'skin', shapeOf(undefined), model.skinTone, bend, scale);
    if (artificial) {
      const socket = along(elbow, wrist, 0.12);
      s.limb('rod', [socket, wrist], [radii[1] * 0.7, radii[2] * 0.8], model.tone('metal'), 3.4, true);
      s.limb('socket', [elbow, socket], [radii[1] + 1.6, radii[1] + 1], model.tone('metal'), 3.4, true);
    } else if (wear.gloves) s.limb('glove', [along(elbow, wrist, 0.62), wrist], [radii[1] * 0.35 + radii[2] * 0.65 + 2.2, radii[2] + 2.2], model.tone('gloves'), 3.4, true);
  }
  const shown = (full < 0 ? sleeved : sleeved.slice(full)).filter((worn) => part === 'whole' || (worn.sleeveLength ?? 1) > 0.5);
  for (const worn of shown) {
    const shape = shapeOf(worn);
    const cloth = worn.sleeves ?? worn.cloth;
    const id = worn === shown.at(-1) ? 'sleeve' : `sleeve.${worn.slot}`;
    paint(s, id, shape, model.tone(cloth), bend, scale);
    const length = worn.sleeveLength ?? 1;
    if (length > 0.5) {
      const t = length >= 1 ? 1 : length * 2 - 1;
      const end = along(elbow, wrist, t);
      drawCuff(s, id, elbow, end, mix(shape.radii[1], shape.radii[2], t) + (t < 1 ? 0.6 : 0), worn.cuff ? model.colour(worn.cuff) : '', worn.cuff ? undefined : model.seam(cloth));
    } else {
      const end = along(shoulder, elbow, length * 2);
      drawCuff(
        s,
        id,
        shoulder,
        end,
        mix(shape.radii[0], shape.radii[1], smooth(length * 2)) + FLARE,
        worn.cuff ? model.colour(worn.cuff) : '',
        worn.cuff ? undefined : model.seam(cloth),
      );
    }
  }
  const outer = shown.at(-1);
  for (const extra of wear.extras) {
    const frame: HandFrame = { model, s, arm, side, cover: outer && (outer.sleeveLength ?? 1) >= 0.97 ? outer.sleeve[2] + 1 : 0 };
    extra.wrist?.(frame);
    extra.hand?.(frame);
  }
  if (!outer || (outer.sleeveLength ?? 1) > 0.5) {
    const folds = creases(arm, bend, radii[1] + (outer?.sleeve[1] ?? 0));
    if (folds) s.fill('fold', folds, outer ? model.tone(outer.sleeves ?? outer.cloth).shadow : model.skin.shadow);
  }
  if (before) hand();
  return s.nodes;
}

/** From this share of its way on a hand goes into its pocket, fingers first. */
const ENTERS = 0.6;
/** Along a hand from the wrist: where the opening lies once it is in, and the tips. */
const OPENING = -2;
const TIPS = 35;

/** A hand in a pocket: the cloth that lies over it, bulging, and the pocket's edge. */
export function drawPocket(model: FigureModel, sk: Skeleton, pose: Pose, wear: Wear, side: Side): Node[] {
  const hidden = clamp((pose[`pocket${side}`] - ENTERS) / (1 - ENTERS), 0, 1);
  if (hidden < 0.02) return [];
  const s = new Sketch(`pocket${side}`);
  const { wrist, handAngle } = sk.arms[side];
  const out = side === 'L' ? -1 : 1;
  const below = wrist.y - sk.neck.y;
  const outer = wear.layers.findLast((worn) => worn.hem(model).y > below + 18 && (worn.from ?? 0) * model.p.torso < below - 10);
  const cloth = outer?.cloth ?? wear.skirt?.cloth ?? wear.legs?.cloth;
  const tone = cloth ? model.tone(cloth) : model.skinTone;
  const k = model.p.hand;
  const [ux, uy] = [Math.sin(handAngle), Math.cos(handAngle)];
  // The opening passes from the tips to the wrist.
  const opening = mix(TIPS - 5, OPENING, hidden);
  const at = (on: number, off: number): Point => {
    const along = (opening + ((on - OPENING) / (TIPS - OPENING)) * (TIPS - opening)) * k;
    return { x: wrist.x + ux * along + uy * off * k, y: wrist.y + uy * along - ux * off * k };
  };
  const knots: Knot[] = [cornerAt(at(-2, -15)), cornerAt(at(-4, 15)), at(16, 15), at(30, 11), at(35, 0), at(30, -11), at(16, -15)];
  s.outlined('cloth', [knots.map(({ x, y, corner }) => knotAt(x, y, out > 0 ? 0.9 : 0.75, corner))], tone, 4);
  const [a, b] = [at(-2, -16), at(-4, 16)];
  s.line('edge', pen().move(a.x, a.y).line(b.x, b.y).done(), cloth ? model.seam(cloth) : model.skin.line, 2.4);
  return s.nodes;
}
