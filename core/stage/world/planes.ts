import type { Backdrop, BackdropPiece, FrameShape } from '../../document/schema.ts';
import { avalanche, hashText } from '../../draw/hash.ts';
import { IDENTITY, type Matrix, multiply } from '../../draw/matrix.ts';
import { ellipse } from '../../draw/path.ts';
import { type Colour, type ColourMatrix, type Item, isGroup, itemOf, type Node, type Paint } from '../../draw/picture.ts';
import { frameSize } from '../frame.ts';
import { propBox } from '../layers/prop.ts';
import { propOf } from '../props/index.ts';
import type { Air, SetPart, SetPlane, StageSet } from '../sets/set.ts';
import { type Glow, Hand, isSource } from './hand.ts';
import { afterwards, lightMatrix } from './lightMatrix.ts';
import { airOnPicture, type Daylight, daylight, isDay, lit, litSide, SLOTS, type Slot, type Tones, throughAir, tonesOf } from './tones.ts';

export type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;

/** One thing that a set is painted from: nodes at a distance, and how they move by themselves. */
export interface WorldPiece {
  readonly id: string;
  readonly distance: number;
  readonly floorTop?: number;
  readonly nodes: readonly Node[];
  /** Light and air on a picture of one's own. */
  readonly colour?: ColourMatrix;
  /** Own motion about a place of the plane, or none. */
  readonly air?: { readonly kind: Air; readonly seed: number; readonly x: number; readonly y: number; readonly tall: number };
}

/** A backdrop as it is painted: pieces far to near, those before people apart, and the lamps that light people. */
export interface World {
  readonly back: readonly WorldPiece[];
  readonly front: readonly WorldPiece[];
  /** Light of lamps on whoever stands there; nothing by day. */
  readonly shine: readonly Node[];
  readonly background: Colour;
  /** The tone that people mostly stand before: a wall, the sky above the ground, a ground for words. */
  readonly behind: Colour;
  readonly light: Daylight;
  /** From the set's own units to the stage's in this shape of frame. */
  readonly fit: Matrix;
  /** What can be taken hold of, from behind to before, in the set's own units. */
  readonly things: readonly WorldThing[];
}

/** A part of a set, or something of one's own in it, as it is drawn. */
export interface WorldThing {
  readonly id: string;
  readonly name: string;
  readonly plane: string;
  readonly own: boolean;
  /** Never moves: walls, floors, skies. */
  readonly stays: boolean;
  readonly nodes: readonly Node[];
}

/** How far parts come towards the middle in a shape of frame; how much of the set it shows, and where. */
const SHAPES: Readonly<Record<FrameShape, { readonly pull: number; readonly k: number; readonly low: number }>> = {
  '16:9': { pull: 1, k: 1, low: 540 },
  '4:3': { pull: 0.8, k: 1, low: 540 },
  '1:1': { pull: 0.62, k: 1, low: 540 },
  '4:5': { pull: 0.56, k: 1.1, low: 520 },
  '9:16': { pull: 0.44, k: 1.42, low: 490 },
} as Readonly<Record<FrameShape, { pull: number; k: number; low: number }>>;

/** How far things come towards the middle in a shape of frame: 1 in a wide one. */
export const pullOf = (shape: FrameShape): number => (SHAPES[shape] ?? SHAPES['16:9']).pull;

/** From a set's units to the stage's: its lower edge on the frame's. */
export function fitOf(shape: FrameShape): Matrix {
  const { k, low } = SHAPES[shape] ?? SHAPES['16:9'];
  return [k, 0, 0, k, 0, frameSize(shape).height / 2 - low * k];
}

/** Where no edge may lie: heads, and what is above a floor between feet. */
const QUIET = { x: 380, top: -200, bottom: 40 } as const;

/** Where a part stands in a shape of frame; undefined where it would come before heads. */
function placeOf(part: SetPart, shape: FrameShape): { x: number; y: number } | undefined {
  const { pull } = SHAPES[shape] ?? SHAPES['16:9'];
  if (part.stays || pull === 1) return { x: part.x, y: part.y };
  const x = part.x * pull;
  const box = part.prop ? propBox(part.prop) : undefined;
  const half = box ? (box.right - box.left) * 0.5 * (part.k ?? 1) : 60;
  const top = box ? part.y + box.top * (part.k ?? 1) : part.y - 60;
  const inWay = Math.abs(part.x) - half >= QUIET.x * pull && Math.abs(x) - half < 200 && top < QUIET.bottom && part.y > QUIET.top;
  return inWay ? undefined : { x, y: part.y };
}

type Change = NonNullable<SetBackdrop['parts']>[string];

function tonesFor(part: SetPart, tones: Tones, change: Change | undefined): Tones {
  if (!change?.colour) return tones;
  const slot: Slot = part.slot ?? (part.prop ? propOf(part.prop)?.slots?.[0] : undefined) ?? 'accent';
  return { ...tones, [slot]: tonesOf({ [slot]: change.colour })[slot] };
}

const paintOf = (paint: Paint, colour: (one: Colour) => Colour): Paint =>
  typeof paint === 'string' ? colour(paint) : { ...paint, stops: paint.stops.map((stop) => ({ ...stop, colour: colour(stop.colour) })) };

/** A node in other colours, which may go by an item's id; what shines by itself keeps its own. */
export function recoloured(node: Node, colour: (one: Colour, id: string) => Colour): Node {
  if (isGroup(node))
    return {
      ...node,
      ...(node.base ? { base: recoloured(node.base, colour) as Item } : {}),
      items: node.items.map((item) => recoloured(item, colour)),
    };
  if (isSource(node)) return node;
  return itemOf(node.id, node.matrix, {
    ...node,
    fill: node.fill && paintOf(node.fill, (one) => colour(one, node.id)),
    stroke: node.stroke && { ...node.stroke, paint: paintOf(node.stroke.paint, (one) => colour(one, node.id)) },
  });
}

const GLOW = '#ffd98a';
/** How much of a lamp's light falls on people. */
const ON_PEOPLE = 0.34;

function glowNodes({ x, y, radius, floor }: Glow, id: string, strength: number): Node[] {
  const disc = (name: string, cx: number, cy: number, rx: number, ry: number, alpha: number): Item => ({
    id: name,
    matrix: ry === rx ? IDENTITY : [1, 0, 0, ry / rx, 0, cy * (1 - ry / rx)],
    path: ellipse(cx, cy, rx, rx),
    blend: 'screen',
    fill: {
      kind: 'radial',
      centre: [cx, cy],
      radius: rx,
      stops: [
        { at: 0, colour: GLOW, alpha: alpha * 0.85 },
        { at: 0.35, colour: GLOW, alpha: alpha * 0.36 },
        { at: 1, colour: GLOW, alpha: 0 },
      ],
    },
  });
  return [disc(`${id}.glow`, x, y, radius, radius, strength), ...(floor === undefined ? [] : [disc(`${id}.pool.glow`, x, floor, radius * 0.9, radius * 0.18, strength * 0.6)])];
}

/** Slots that a backdrop replaces. */
const slotsOf = ({ colours }: SetBackdrop): Partial<Record<Slot, Colour>> =>
  colours ? Object.fromEntries(SLOTS.flatMap((slot) => (colours[slot] ? [[slot, colours[slot]]] : []))) : {};

/** A set's planes as a backdrop has them: those that are there, at their distances, from far to near. */
export function planesOf(set: StageSet, { planes }: Pick<SetBackdrop, 'planes'>): readonly SetPlane[] {
  if (!planes) return set.planes;
  return set.planes
    .filter(({ id }) => !planes[id]?.hidden)
    .map((plane) => ({ ...plane, distance: planes[plane.id]?.distance ?? plane.distance }))
    .sort((a, b) => b.distance - a.distance);
}

/** Something of one's own as it is drawn, in the set's units, in the light of its distance. */
function pieceNodes({ id, what, size, turnDeg = 0, flipped }: BackdropPiece, x: number, y: number, tones: Tones): Hand {
  const hand = new Hand(id);
  const drawn = new Hand('own');
  if (what.kind === 'picture') {
    const { media, width, height } = what;
    drawn.put([{ id: 'picture', matrix: IDENTITY, image: { media, x: -width / 2, y: -height, width, height } }]);
  } else {
    const prop = propOf(what.prop);
    const slot: Slot = prop?.slots?.[0] ?? 'accent';
    const look = { tones: what.colour ? { ...tones, [slot]: tonesOf({ [slot]: what.colour })[slot] } : tones, ...(what.state ? { state: what.state } : {}) };
    if (prop) drawn.put(prop.draw(look), prop.glows?.(look));
  }
  return hand.placed(drawn, x, y, flipped ? -size : size, turnDeg);
}

/** Something drawn in a light: its nodes, what its lamps throw around them, and the lamps that are lit. */
interface Lit {
  readonly own: readonly Node[];
  readonly shining: readonly Node[];
  readonly glows: readonly Glow[];
}

const inLightOf = (hand: Hand, id: string, colour: (one: Colour) => Colour, light: Daylight): Lit => {
  const glows = light.glow > 0 ? hand.glows : [];
  return { own: hand.nodes.map((node) => recoloured(node, colour)), shining: glows.flatMap((glow, n) => glowNodes(glow, `${id}.${n}`, light.glow)), glows };
};

/** So many looks of a part are remembered. */
const LOOKS = 6;
const litBefore = new WeakMap<object, Map<string, Lit>>();

/** A part as it was drawn before in the same look, with the same nodes: what did not change is painted no second time. */
function remembered(part: object, key: string, draw: () => Lit): Lit {
  let looks = litBefore.get(part);
  if (!looks) litBefore.set(part, (looks = new Map()));
  let known = looks.get(key);
  if (known) return known;
  known = draw();
  if (looks.size >= LOOKS) looks.delete(looks.keys().next().value as string);
  looks.set(key, known);
  return known;
}

/** Air and light on a picture of one's own, as near as one matrix comes to what single colours get. */
function pictureMatrix(metres: number, light: Daylight): ColourMatrix | undefined {
  const air = airOnPicture(metres);
  return isDay(light) ? air : afterwards(air, lightMatrix(light, 1));
}

/** A set as it is painted in a shape of frame. A pure function of both. */
export function worldOf(set: StageSet, backdrop: SetBackdrop, shape: FrameShape): World {
  const light = daylight(backdrop.light);
  const tones = tonesOf({ ...set.colours, ...slotsOf(backdrop) });
  const still = !backdrop.air;
  const half = frameSize(shape).width / 2 / fitOf(shape)[0];
  const back: WorldPiece[] = [];
  const front: WorldPiece[] = [];
  const lamps: Glow[] = [];
  const things: WorldThing[] = [];
  const colours = JSON.stringify(slotsOf(backdrop));
  for (const plane of planesOf(set, backdrop)) {
    const key = `${shape} ${backdrop.light} ${plane.distance} ${colours}`;
    const colour = (one: Colour): Colour => lit(set.airless ? one : throughAir(one, plane.distance), light);
    let run: Node[] = [];
    const list = plane.distance < 0 ? front : back;
    const push = (id: string, nodes: readonly Node[], air?: WorldPiece['air'], matrix?: ColourMatrix): void => {
      list.push({
        id: `backdrop.${plane.id}.${id}`,
        distance: plane.distance,
        ...(plane.floorTop === undefined ? {} : { floorTop: plane.floorTop }),
        nodes,
        ...(air ? { air } : {}),
        ...(matrix ? { colour: matrix } : {}),
      });
    };
    const flush = (matrix?: ColourMatrix): void => {
      if (run.length) push(String(list.length), run, undefined, matrix);
      run = [];
    };
    for (const part of plane.parts) {
      const change = backdrop.parts?.[part.id];
      if (change?.hidden) continue;
      const place = placeOf(part, shape);
      if (!place) continue;
      const { x, y } = { x: place.x + (change?.dx ?? 0), y: place.y + (change?.dy ?? 0) };
      const k = part.k ?? 1;
      const swapped = change?.swap && part.prop ? propOf(change.swap) : undefined;
      const { own, shining, glows } = remembered(part, `${key} ${x} ${y} ${change?.colour} ${change?.swap}`, () => {
        const hand = new Hand(`${plane.id}.${part.id}`);
        const drawn = new Hand(part.id);
        const look = { tones: tonesFor(part, tones, change), light, seconds: 0, half };
        if (swapped) drawn.put(swapped.draw({ tones: look.tones }), swapped.glows?.({ tones: look.tones }));
        else part.draw(drawn, look);
        hand.placed(drawn, x, y, k);
        return inLightOf(hand, `${plane.id}.${part.id}`, colour, light);
      });
      if (plane.distance > -0.5 && plane.distance < 4) lamps.push(...glows);
      things.push({ id: part.id, name: swapped?.name ?? part.name, plane: plane.id, own: false, stays: part.stays === true, nodes: own });
      if (part.air && !still) {
        flush();
        push(part.id, [...own, ...shining], { kind: part.air, seed: hashText(part.id), x, y, tall: 300 * k });
      } else run.push(...own, ...shining);
    }
    for (const piece of backdrop.pieces ?? []) {
      if (piece.plane !== plane.id || piece.hidden) continue;
      const x = piece.x * pullOf(shape);
      const picture = piece.what.kind === 'picture';
      const { own, shining, glows } = remembered(piece, key, () => inLightOf(pieceNodes(piece, x, piece.y, tones), piece.id, picture ? (one) => one : colour, light));
      if (plane.distance > -0.5 && plane.distance < 4) lamps.push(...glows);
      things.push({ id: piece.id, name: piece.name, plane: plane.id, own: true, stays: false, nodes: own });
      if (picture) flush();
      run.push(...own, ...shining);
      if (picture) flush(pictureMatrix(set.airless ? 0 : plane.distance, light));
    }
    flush();
  }
  const shine = light.glow > 0 ? lamps.flatMap((glow, n) => glowNodes({ x: glow.x, y: glow.y, radius: glow.radius }, `shine${n}`, light.glow * ON_PEOPLE)) : [];
  const behind = set.place === 'outdoors' ? light.sky[1] : lit(set.place === 'indoors' ? tones.wall.base : set.background, light);
  return { back, front, shine, background: lit(set.background, light), behind, light, fit: fitOf(shape), things };
}

const TAU = 2 * Math.PI;
/** Steps a second in which what air moves is drawn: on twos, as drawn films are. */
export const AIR_STEPS = 12;
/** Clouds that drift come in again on the other side. */
const WRAP = 1200;

/** Where a piece is moved by the air at a time, in its plane's units; `strength` is the dial, 0..1. */
export function airMatrix({ kind, seed, x, y, tall }: NonNullable<WorldPiece['air']>, seconds: number, strength: number): Matrix {
  const chance = (n: number): number => avalanche(seed + n * 7919) / 2 ** 32;
  const wave = (slow: number, fast: number): number => 0.62 * Math.sin(TAU * (slow * seconds + chance(1))) + 0.38 * Math.sin(TAU * (fast * seconds + chance(2)));
  const about = (degrees: number, px: number, py: number): Matrix => {
    const a = (degrees * Math.PI) / 180;
    const [c, s] = [Math.cos(a), Math.sin(a)];
    return [c, s, -s, c, px - c * px + s * py, py - s * px - c * py];
  };
  switch (kind) {
    case 'crown': {
      // Leans from its foot: what is high moves most.
      const lean = ((1.5 * wave(0.19, 0.27) + 0.6 * wave(0.23, 0.3)) * strength * Math.PI) / 180;
      return [1, 0, -lean, 1, lean * y, 0];
    }
    case 'grass': {
      const lean = (4 * wave(0.38, 0.5) * strength * Math.PI) / 180;
      return [1, 0, -lean, 1, lean * y, 0];
    }
    case 'cloud': {
      const speed = (4 + 5 * chance(3)) * strength;
      const at = x + seconds * speed;
      return [1, 0, 0, 1, ((((at + WRAP) % (2 * WRAP)) + 2 * WRAP) % (2 * WRAP)) - WRAP - x, 0];
    }
    case 'curtain': {
      const lean = (6 / tall) * wave(0.21, 0.33) * strength;
      return [1, 0, lean, 1, -lean * y, 0];
    }
    case 'pendulum':
      return about(0.8 * wave(0.42, 0.57) * strength, x, y - tall);
    case 'bob':
      return multiply([1, 0, 0, 1, 0, 3 * wave(0.18, 0.25) * strength], about(1 * wave(0.16, 0.22) * strength, x, y));
    case 'glide':
      return [1, 0, 0, 1, 60 * Math.sin(TAU * (0.05 * seconds + chance(4))) * strength, 12 * wave(0.1, 0.16) * strength];
    case 'glint':
      return [1 + 0.3 * wave(0.3, 0.55) * strength, 0, 0, 1, -x * 0.3 * wave(0.3, 0.55) * strength, 0];
  }
}

/** Shapes that show to the light, but for face and neck: those keep the colours by which they stand out from every backdrop. */
const LIT = /^(?!(.*\.)?(face|neck)\.).*\.lit$/;

const peopleMemo = new WeakMap<Node, Map<string, Node>>();

/** A node of somebody or something on the stage in a set's light: it takes its share of it. The same node gives the same node. */
export function inLight(node: Node, light: Daylight): Node {
  const name = `${light.kL} ${light.h}`;
  let made = peopleMemo.get(node);
  if (!made) peopleMemo.set(node, (made = new Map()));
  let value = made.get(name);
  // What a part shows to the light is its lit shape; the shape in shadow under it takes no more than the tint.
  if (!value) made.set(name, (value = recoloured(node, (one, id) => (LIT.test(id) ? litSide(one, light) : lit(one, light, light.people)))));
  return value;
}
