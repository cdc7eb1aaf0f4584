import { stepped } from '../draw/colour.ts';
import type { Point } from '../draw/matrix.ts';
import { ellipse, joined, type Path } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { clamp, mix, smooth } from '../time/easing.ts';
import { type ArmShape, armShape } from './arms.ts';
import { contour, cornerAt, type Knot, knotAt, leaf } from './contour.ts';
import type { FigureModel } from './model.ts';
import type { Garment, TorsoFrame } from './parts/part.ts';
import type { Side } from './pose.ts';
import { depthAt, leadAt, levelPoint, type Skeleton, shoulderLevel, trunkPoint } from './skeleton.ts';
import { Sketch } from './sketch.ts';
import { isProfile, profileShare } from './turn.ts';
import type { Wear } from './wear.ts';

/** Half width of a garment at a height below the neck, both in units. */
type Row = readonly [half: number, y: number];

/** Details never lie on less than this half width, so that collars keep their place. */
const NARROWEST = 30;

/** Where the hem hangs: a long garment of somebody who sits lies on the lap instead. */
function hemOf(model: FigureModel, sk: Skeleton, worn: Garment): { y: number; out: number } {
  const { y, out } = worn.hem(model);
  const onLap = model.p.torso + 16;
  return sk.seat > 0 && y > onLap ? { y: mix(y, onLap, sk.seat), out: out * (1 - sk.seat) } : { y, out };
}

/** Half widths of a garment's outline, neck to hem (`grow` included). */
function rowsOf(model: FigureModel, sk: Skeleton, worn: Garment): readonly Row[] {
  const { p } = model;
  const g = worn.grow;
  const { y: hemY, out } = hemOf(model, sk, worn);
  const t = p.torso;
  const hip = Math.min(t * 0.97, hemY - 12);
  const sleeveless = worn.sleeveLength === 0 && !worn.open;
  // The shoulder line is a soft slope: trapezius, then the round of the shoulder (bodies.md, 3).
  const rows: Row[] = sleeveless
    ? [
        [21, -11],
        [31 + g * 0.4, -5],
        [Math.max(33, p.shoulder * 0.64), 12],
        [p.chest * 0.8 + g * 0.5, t * 0.27],
        [p.chest * 0.99 + g * 0.9, t * 0.42],
      ]
    : [
        [Math.min(p.neckHalf + 3, 17) + g * 0.2, -13],
        [p.shoulder * 0.56 + g * 0.4, t * 0.015 - 1],
        [p.shoulder * 0.86 + g * 0.8, t * 0.095],
        [p.shoulder * 0.97 + g, t * 0.19],
        [p.chest + g, t * 0.37],
      ];
  rows.push([p.waist + g * (1.1 - (worn.fits ?? 0) * 0.6) - (worn.fits ?? 0) * 2.4, t * 0.64], [p.hip + g, hip]);
  const shown = worn.from === undefined ? rows : rows.filter(([, y]) => y > (worn.from as number) * t + 4);
  if (worn.from !== undefined) {
    const y = worn.from * t;
    const below = rows.findIndex(([, at]) => at > y + 4);
    const [w1, y1] = rows[below] as Row;
    const [w0, y0] = (rows[below - 1] ?? rows[below]) as Row;
    shown.unshift([worn.width === undefined ? w0 + ((w1 - w0) * (y - y0)) / Math.max(1, y1 - y0) : worn.width, y]);
  }
  if (hemY > t * 1.3) shown.push([p.hip + g + out * 0.7, t * 1.0 + (hemY - t) * 0.62]);
  shown.push([p.hip + g + out, hemY - 4]);
  return shown;
}

/** Reads a half width between rows. */
function halfOf(rows: readonly Row[], y: number): number {
  for (let index = 1; index < rows.length; index++) {
    // By index: this is asked some thousand times a frame, and taking pairs apart makes rubbish.
    const below = rows[index] as Row;
    if (y > below[1]) continue;
    const above = rows[index - 1] as Row;
    return above[0] + ((below[0] - above[0]) * clamp(y - above[1], 0, below[1] - above[1])) / (below[1] - above[1]);
  }
  return (rows.at(-1) as Row)[0];
}

/** Where the garment's points lie: on levels that are ellipses, turned about the spine, tilted with shoulders and hips. */
export function torsoFrame(model: FigureModel, sk: Skeleton, worn: Garment): TorsoFrame {
  const rows = rowsOf(model, sk, worn);
  const halfAt = (y: number): number => halfOf(rows, y);
  const place = (x: number, y: number): Point => trunkPoint(model.p, sk, Math.max(halfAt(y), NARROWEST) + 1, x, y);
  return { model, sk, halfAt, place };
}

/** The edge of a level as seen, on one side: the ellipse of width and depth, its middle led by chest and belly. */
function edge(model: FigureModel, sk: Skeleton, half: number, y: number, out: 1 | -1): Point {
  const share = y / model.p.torso;
  const [sin, cos] = [Math.sin(sk.bodyYaw), Math.cos(sk.bodyYaw)];
  const seen = Math.hypot(half * cos, half * depthAt(share) * sin);
  return levelPoint(sk, out * seen + leadAt(model.p, share) * sin * 0.8, y);
}

/** How far a hem hangs in its middle: 5 units of a shirt, 9 of a coat (bodies.md, 3). */
const sagOf = (model: FigureModel, hemY: number): number => 5 + 4 * clamp((hemY - model.p.torso) / 80, 0, 1);

/** How much of a lifted shoulder the outline's rows from the neck down go along with. */
const LIFTED = [0, 0.4, 0.85, 1];

/** The garment's two sides, top to hem, the corners of its hem among them. */
function sidesOf(model: FigureModel, sk: Skeleton, worn: Garment): { right: Knot[]; left: Knot[] } {
  const rows = rowsOf(model, sk, worn);
  const { p } = model;
  const knees = { 1: Math.max(0, Math.max(sk.legs.R.knee.x, sk.legs.L.knee.x) - sk.hip.x), [-1]: Math.max(0, sk.hip.x - Math.min(sk.legs.L.knee.x, sk.legs.R.knee.x)) };
  const { y: hemY } = hemOf(model, sk, worn);
  const long = clamp((hemY - p.torso) / 100, 0, 1);
  const whole = worn.from === undefined;
  const side = (out: 1 | -1): Knot[] =>
    rows.map(([w, y], index) => {
      const seen = Math.hypot(Math.cos(sk.bodyYaw), depthAt(y / p.torso) * Math.sin(sk.bodyYaw)) * w;
      const kneeRoom = index >= rows.length - 2 ? Math.max(0, knees[out] + p.legTop * 0.72 - seen) * long * 0.7 : 0;
      const lift = whole && worn.sleeveLength !== 0 && index >= 1 && index <= 3 ? sk.arms[out > 0 ? 'R' : 'L'].shoulder.y - shoulderRest(model, sk, out) : 0;
      const at = edge(model, sk, w + kneeRoom, y, out);
      return knotAt(at.x, at.y + lift * (LIFTED[index] ?? 0), 1, index === 0 || index === rows.length - 1);
    });
  return { right: side(1), left: side(-1) };
}

/** Where a shoulder would be if nothing lifted it. */
function shoulderRest({ p }: FigureModel, sk: Skeleton, out: 1 | -1): number {
  const down = shoulderLevel(p);
  return levelPoint(sk, out * (p.shoulder - p.armTop + 2.5) * Math.cos(sk.bodyYaw), down).y;
}

/** Outline of a garment; an open one is two fronts beside its opening. */
function clothPaths(model: FigureModel, sk: Skeleton, worn: Garment, frame: TorsoFrame): Path[] {
  const { right, left } = sidesOf(model, sk, worn);
  const { y: hemY } = hemOf(model, sk, worn);
  const sag = sagOf(model, hemY);
  const [endR, endL] = [right.at(-1) as Knot, left.at(-1) as Knot];
  const foot = levelPoint(sk, 0, hemY - 4 + sag);
  if (worn.open) {
    const [top, bottom] = worn.open;
    // From the side the far front is behind the near one: what is seen there is the inside.
    const seen = ([1, -1] as const).filter((out) => out * Math.sin(sk.bodyYaw) < 0.8);
    return seen.map((out) => {
      const side = out > 0 ? right : left;
      const corner = side.at(-1) as Knot;
      const low = frame.place(out * bottom, hemY - 4 + sag * 0.9);
      const mid = frame.place(out * (top + bottom) * 0.5, hemY * 0.45);
      const high = frame.place(out * top, -12);
      return contour([...side, { x: mix(corner.x, low.x, 0.5), y: mix(corner.y, low.y, 0.62) + sag * 0.2 }, cornerAt(low), mid, cornerAt(high)]);
    });
  }
  const between = (t: number): Knot => ({ x: mix(endR.x, endL.x, t), y: mix(mix(endR.y, endL.y, t), foot.y, 0.78) });
  return [contour([...right, between(0.24), { x: mix(endR.x, endL.x, 0.5), y: foot.y }, between(0.76), ...left.toReversed()])];
}

/** The bare trunk's upper half, for what has no sleeves. */
const BARE: Garment = { id: 'bare', slot: 'under', name: 'bare', cloth: 'skin', sleeve: [0, 0, 0], grow: 0, hem: ({ p }) => ({ y: p.torso, out: 0 }) };

/**
 * Trunk with all that is worn on it, inner layers first, each under the next one's cloth with its own collar; the
 * outermost one's collar comes later, over the arms (drawCollar). Arms that lie over it leave their shade. From `behind`
 * there is no neckline.
 */
export function drawTorso(model: FigureModel, sk: Skeleton, wear: Wear, frontArms: readonly Side[], behind = false): Node[] {
  const nodes: Node[] = [];
  const { layers } = wear;
  if (layers.every((worn) => worn.sleeveLength === 0)) nodes.push(...drawLayer(model, sk, BARE, []));
  layers.forEach((worn, index) => {
    const last = index === layers.length - 1;
    // What lies wholly below a closed garment is not seen: its collar and sleeves are, and come by themselves.
    if (!layers.slice(index + 1).some((over) => covers(model, over, worn))) nodes.push(...drawLayer(model, sk, worn, last ? frontArms : []));
    if (index === 0) nodes.push(...drawNeck(model, sk, torsoFrame(model, sk, layers.at(-1) as Garment), behind));
    if (!last) nodes.push(...(worn.collar?.(torsoFrame(model, sk, worn)) ?? []));
  });
  return nodes;
}

/** Whether a garment hides the cloth of another one below it. */
function covers(model: FigureModel, over: Garment, under: Garment): boolean {
  if (over.open || over.from !== undefined || (over.sleeveLength === 0 && under.sleeveLength !== 0)) return false;
  const [a, b] = [over.hem(model), under.hem(model)];
  return over.grow >= under.grow && a.y >= b.y && a.y - model.p.torso > 0 && a.out >= Math.min(b.out, 0);
}

/** How far a sleeve's shade falls beside it on the cloth (bodies.md, 4). */
const CAST = { x: 5, y: 5.5 } as const;

/** The shade that an arm leaves on a trunk: its own outline, moved, as far as there is cloth behind it. */
function armShade(s: Sketch, model: FigureModel, sk: Skeleton, worn: Garment, frame: TorsoFrame, side: Side, colour: string, inside: boolean): Node[] {
  const arm = sk.arms[side];
  const shape: ArmShape = armShape(model, sk, side, worn);
  if (inside) return [s.fillItem(`contact${side}`, joined(...shape.upper.concat(shape.fore).map((knots) => contour(knots, CAST.x, CAST.y))), colour)];
  // Without a clip the shade may lie only where cloth is behind it; it fades as an arm leaves the trunk.
  const { y: hemY } = hemOf(model, sk, worn);
  const room = (at: Point, r: number): number => {
    const y = at.y - sk.neck.y;
    const right = edge(model, sk, frame.halfAt(y), y, 1).x;
    return Math.min(right - 6 - (at.x + CAST.x + r), hemY - 14 - (y + CAST.y + r * 0.5));
  };
  const elbow = room(arm.elbow, shape.radii[1]);
  const wrist = room(arm.wrist, shape.radii[2]);
  const middle = room({ x: (arm.shoulder.x + arm.elbow.x) / 2, y: (arm.shoulder.y + arm.elbow.y) / 2 }, shape.radii[0]);
  const share = (value: number): number => Math.round(clamp(value / 5, 0, 1) * 32) / 32;
  const upper = share(Math.min(elbow, middle));
  if (upper === 0) return [];
  const fore = Math.min(upper, share(wrist));
  const nodes = [s.fillItem(`contact${side}`, joined(...shape.upper.map((knots) => contour(knots, CAST.x, CAST.y))), colour, upper)];
  if (fore > 0) nodes.push(s.fillItem(`contactFore${side}`, joined(...shape.fore.map((knots) => contour(knots, CAST.x, CAST.y))), colour, fore));
  return nodes;
}

/** Cloth that gives where the trunk is pressed: two folds at the waist on the shorter side, one from the stretched armpit (bodies.md, 3). */
function drape(model: FigureModel, sk: Skeleton, frame: TorsoFrame): Path | undefined {
  const pressed = (sk.spine.shoulderTilt - sk.spine.hipTilt) * (180 / Math.PI) - sk.spine.bow * 0.7;
  const strength = clamp((Math.abs(pressed) - 3) / 11, 0, 1);
  if (strength === 0) return undefined;
  // Shoulders that fall to the right against the hips press the right side.
  const out = pressed > 0 ? 1 : -1;
  const t = model.p.torso;
  const at = (x: number, y: number): Point => frame.place(x, y);
  const w = frame.halfAt(t * 0.66);
  const [a, b] = [t * 0.6, t * 0.72];
  return joined(
    leaf(at(out * w * 0.9, a), at(out * (w * 0.9 - 22 * (0.6 + 0.4 * strength)), a + 5), 2.6 * strength + 0.6, out * 2),
    leaf(at(out * w * 0.88, b), at(out * (w * 0.88 - 17 * (0.6 + 0.4 * strength)), b - 1), 2.2 * strength + 0.5, out * 1.4),
    leaf(at(-out * frame.halfAt(t * 0.38) * 0.72, t * 0.38), at(-out * w * 0.42, t * 0.56), 2 * strength + 0.4, -out * 1.5),
  );
}

function drawLayer(model: FigureModel, sk: Skeleton, worn: Garment, frontArms: readonly Side[]): Node[] {
  const s = new Sketch(`torso.${worn.slot}`);
  const frame = torsoFrame(model, sk, worn);
  const tone = worn === BARE ? model.skinTone : model.tone(worn.cloth);
  const paths = clothPaths(model, sk, worn, frame);
  const clips = worn.clips || worn.open !== undefined;
  const shades = frontArms.flatMap((side) => armShade(s, model, sk, worn, frame, side, tone.shadow, clips));
  const folds = worn === BARE || worn.from !== undefined || worn.open ? undefined : drape(model, sk, frame);
  const details = [...(folds ? [s.fillItem('drape', folds, tone.shadow)] : []), ...(worn.details?.(frame) ?? []), ...shades];
  if (worn.open) {
    // Both fronts are one shape, so that details may run over either.
    s.clipped('cloth', joined(...paths), tone, [-4, -2.2], details);
  } else if (clips) s.clipped('cloth', paths[0] as Path, tone, [-7, -2.2], details);
  else s.shaded('cloth', paths[0] as Path, tone, [-7, -2.2], details);
  return s.nodes;
}

const plains = new WeakMap<Garment, Garment>();
/** A garment without what is on its front: closed, without details and collar, as it is behind. */
export function plainOf(worn: Garment): Garment {
  let plain = plains.get(worn);
  if (!plain) {
    const { details: _details, collar: _collar, open: _open, clips: _clips, ...rest } = worn;
    // A garment that is worn open keeps the shoulders of one that covers them.
    plains.set(worn, (plain = worn.open && rest.sleeveLength === 0 ? { ...rest, sleeveLength: 0.01 } : rest));
  }
  return plain;
}

/** The inside of what is worn open, behind all that it is open over. */
export function drawLining(model: FigureModel, sk: Skeleton, wear: Wear): Node[] {
  return wear.layers.flatMap((worn) => {
    if (!worn.open) return [];
    const plain = plainOf(worn);
    const [path] = clothPaths(model, sk, plain, torsoFrame(model, sk, plain));
    return [new Sketch(`lining.${worn.slot}`).fillItem('cloth', path as Path, stepped(model.tone(worn.cloth).shadow, -0.07))];
  });
}

/** A skirt: from the waist over the legs, under whatever covers the trunk. */
export const drawSkirt = (model: FigureModel, sk: Skeleton, wear: Wear): Node[] => (wear.skirt ? drawLayer(model, sk, wear.skirt, []) : []);

/** Collar of the outermost layer. */
export const drawCollar = (model: FigureModel, sk: Skeleton, wear: Wear): Node[] => {
  const worn = wear.layers.at(-1) as Garment;
  return worn.collar?.(torsoFrame(model, sk, worn)) ?? [];
};

/** The neck: from under the jaw in a hollow to the collar and down into the neckline (bodies.md, 3, Neck joins). */
function drawNeck(model: FigureModel, sk: Skeleton, frame: TorsoFrame, behind: boolean): Node[] {
  const s = new Sketch('neck');
  const { p } = model;
  const half = p.neckHalf;
  // From the side it runs from nape to throat, and begins where the jaw ends, which is higher (bodies.md, 7).
  const aside = isProfile(sk.headYaw) ? Math.sign(sk.headYaw) * mix(0.6, 1, profileShare(sk.headYaw)) : 0;
  const jaw = { x: sk.head.x - Math.sin(sk.headAngle) * p.headHeight * 0.6, y: sk.head.y + p.headHeight * (aside ? 0.46 : 0.66) };
  const top = { L: half * 0.98 + (aside > 0 ? aside * 13 : aside), R: half * 0.98 + (aside < 0 ? -aside * 13 : -aside) };
  // A neck is round: where the trunk is seen from the side it keeps its width.
  const round = smooth((Math.abs(Math.sin(sk.bodyYaw)) - 0.6) / 0.34);
  // Its root lies on the outermost cloth and turns as its collar does.
  const base = frame.place;
  // No neckline from behind.
  const nape = behind ? 9 : 0;
  const hollow = (out: 1 | -1): Knot => {
    const low = base(out * half, 2);
    return { x: mix(jaw.x + out * half * 0.94, mix(low.x, sk.neck.x + out * half, round), 0.55) - out * half * 0.08, y: mix(jaw.y, low.y, 0.6) };
  };
  const path = contour([
    knotAt(jaw.x - top.L, jaw.y, 1, true),
    knotAt(jaw.x + top.R, jaw.y, 1, true),
    hollow(1),
    base(half + 3.4, 4 - nape),
    cornerAt(base(half + 3, 8 - nape)),
    base(0, 20 - nape * 2.2),
    cornerAt(base(-half - 3, 8 - nape)),
    base(-half - 3.4, 4 - nape),
    hollow(-1),
  ]);
  return s.clipped('neck', path, model.skinTone, [-4, -2], [s.fillItem('chin', ellipse(sk.head.x + 1, sk.head.y + p.headHeight * 0.5, 26, 25), model.skin.shadow)]).nodes;
}
