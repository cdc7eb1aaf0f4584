import { clampChroma, converter, formatHex, parse } from 'culori';
import { oklch } from '../../draw/colour.ts';
import type { Colour, ColourMatrix } from '../../draw/picture.ts';

/** What colours of the world come from: every tone is worked out from one of these, so that a palette replaces them all. */
export const SLOTS = ['wall', 'floor', 'wood', 'metal', 'green', 'accent', 'second', 'paper'] as const;
export type Slot = (typeof SLOTS)[number];

/** The house's own values. */
export const HOUSE: Readonly<Record<Slot, Colour>> = {
  wall: '#b5d8cf',
  floor: '#cba77c',
  wood: '#b98a5b',
  metal: '#5d727b',
  green: '#5c9460',
  accent: '#d8603f',
  second: '#1f6a70',
  paper: '#f8f4e8',
};
/** Small sparks beside the slots, at most a twelfth of a picture. */
export const SPARK = { yellow: '#eec14a', navy: '#2c456b', plum: '#74395f' } as const;

export interface SlotTones {
  readonly base: Colour;
  readonly shadow: Colour;
  readonly light: Colour;
}
export type Tones = Readonly<Record<Slot, SlotTones>>;

const toOklab = converter('oklab');
interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}
const labs = new Map<Colour, Lab>();
/** A colour in OKLab. @throws Error for text that is no colour. */
function labOf(colour: Colour): Lab {
  let lab = labs.get(colour);
  if (!lab) {
    const parsed = parse(colour);
    if (!parsed) throw new Error(`"${colour}" is not a colour. Write it as #rrggbb.`);
    const { l, a, b } = toOklab(parsed);
    labs.set(colour, (lab = { l, a, b }));
  }
  return lab;
}
const hexOf = ({ l, a, b }: Lab): Colour => formatHex(clampChroma({ mode: 'oklab', l: Math.min(1, Math.max(0, l)), a, b }, 'oklab')) as Colour;

const worked = new Map<string, Colour>();
function remembered(name: string, make: () => Colour): Colour {
  let colour = worked.get(name);
  if (!colour) {
    if (worked.size > 20_000) worked.clear();
    worked.set(name, (colour = make()));
  }
  return colour;
}

/** The shadow tone of a thing of the world, cooler and darker (world.md, 3). */
export const shade = (colour: Colour): Colour =>
  remembered(`shade ${colour}`, () => {
    const { l, a, b } = labOf(colour);
    return l > 0.8 ? hexOf({ l: l * 0.9, a: a * 0.95 + 0.001, b: b * 0.9 - 0.004 }) : hexOf({ l: l * 0.85, a: a * 0.95 + 0.006, b: b * 0.9 - 0.014 });
  });

/** The tone of a thing's lit mark (world.md, 3). */
export const glint = (colour: Colour): Colour =>
  remembered(`glint ${colour}`, () => {
    const { l, a, b } = labOf(colour);
    return hexOf({ l: l + 0.065, a, b });
  });

/** A step of lightness (OKLab), chroma and hue kept. */
export const lighter = (colour: Colour, by: number): Colour =>
  remembered(`${by} ${colour}`, () => {
    const { l, a, b } = labOf(colour);
    return hexOf({ l: l + by, a, b });
  });

/** Air that lies over what is far. */
const AIR = '#cfe4e8';
/** What lies `metres` behind the stage line, as it is seen through the air (world.md, 4). */
export const throughAir = (colour: Colour, metres: number): Colour => {
  if (metres <= 2) return colour;
  return remembered(`air ${Math.round(metres * 10)} ${colour}`, () => blended(labOf(colour), labOf(AIR), airShare(metres)));
};
const airShare = (metres: number): number => (metres <= 2 ? 0 : 0.85 * (1 - Math.exp(-metres / 45)));
/** The same of a picture, mixed in sRGB; undefined where no air is seen. */
export function airOnPicture(metres: number): ColourMatrix | undefined {
  const share = airShare(metres);
  if (!share) return undefined;
  const [r, g, b] = [1, 3, 5].map((at) => (Number.parseInt(AIR.slice(at, at + 2), 16) / 255) * share) as [number, number, number];
  const kept = 1 - share;
  return [kept, 0, 0, r, 0, kept, 0, g, 0, 0, kept, b];
}
const blended = (from: Lab, to: Lab, t: number): Colour => hexOf({ l: from.l + (to.l - from.l) * t, a: from.a + (to.a - from.a) * t, b: from.b + (to.b - from.b) * t });
/** A mixture of two colours in OKLab. */
export const between = (from: Colour, to: Colour, t: number): Colour => remembered(`mix ${t} ${from} ${to}`, () => blended(labOf(from), labOf(to), t));

/** Colours in the place of the house's, held to what a wall and a floor may be (world.md, 5). */
export function tonesOf(slots: Partial<Record<Slot, Colour>> = {}): Tones {
  const out = {} as Record<Slot, SlotTones>;
  for (const slot of SLOTS) {
    const chosen = slots[slot];
    const base = chosen ? held(slot, chosen) : HOUSE[slot];
    out[slot] = { base, shadow: shade(base), light: glint(base) };
  }
  return out;
}

/** Least and most lightness, least and most chroma of slots that lie behind people. */
const HELD: Partial<Record<Slot, readonly [number, number, number, number]>> = { wall: [0.84, 0.88, 0.02, 0.04], floor: [0.62, 0.8, 0, 0.07], accent: [0.4, 0.85, 0, 0.17] };
/** A wall is cool behind a head: hues (degrees) between these. */
const COOL = [160, 260] as const;

function held(slot: Slot, colour: Colour): Colour {
  const limits = HELD[slot];
  if (!limits) return colour;
  const { l, a, b } = labOf(colour);
  const [lowest, highest, least, most] = limits;
  const chroma = Math.hypot(a, b);
  let hue = chroma < 1e-4 ? Math.PI : Math.atan2(b, a);
  if (slot === 'wall') {
    const degrees = ((hue * 180) / Math.PI + 360) % 360;
    if (degrees < COOL[0] || degrees > COOL[1]) {
      const [low, high] = COOL.map((edge) => Math.abs(((degrees - edge + 540) % 360) - 180)) as [number, number];
      hue = ((low < high ? COOL[0] : COOL[1]) * Math.PI) / 180;
    }
  }
  const c = Math.min(most, Math.max(least, chroma));
  return hexOf({ l: Math.min(highest, Math.max(lowest, l)), a: c * Math.cos(hue), b: c * Math.sin(hue) });
}

/** What the light of a time of day does to colours (world.md, 6). */
export interface Daylight {
  readonly kL: number;
  readonly oL: number;
  readonly kC: number;
  readonly t: number;
  /** Degrees. */
  readonly h: number;
  /** The share of it that people take. */
  readonly people: number;
  /** How strongly lamps glow. */
  readonly glow: number;
  /** Top, middle, horizon. */
  readonly sky: readonly [Colour, Colour, Colour];
  /** How low it stands, 0 overhead .. 1: so long are shadows. */
  readonly low: number;
  /** What it adds on the side of people that it falls on: a share of their lightness, and a tint of so much chroma at a hue in degrees (OKLCH). */
  readonly side: { readonly l: number; readonly c: number; readonly h: number };
}

/** Marks of the light dial, and where they lie on it. */
export const MARKS: readonly (Daylight & { readonly at: number; readonly name: string })[] = [
  {
    at: 0,
    name: 'Dawn',
    kL: 0.92,
    oL: 0.03,
    kC: 0.97,
    t: 0.024,
    h: 40,
    people: 1,
    glow: 0.35,
    sky: ['#86a9d2', '#b9bfe0', '#f4dcc6'],
    low: 0.9,
    side: { l: 0.025, c: 0.012, h: 70 },
  },
  { at: 0.5, name: 'Day', kL: 1, oL: 0, kC: 1, t: 0, h: 40, people: 1, glow: 0, sky: ['#84c2dc', '#b5dde6', '#def0ea'], low: 0.35, side: { l: 0, c: 0, h: 70 } },
  {
    at: 0.75,
    name: 'Dusk',
    kL: 0.7,
    oL: 0.035,
    kC: 0.82,
    t: 0.036,
    h: 345,
    people: 0.65,
    glow: 0.7,
    sky: ['#3f477f', '#8a62a0', '#e9a07e'],
    low: 1,
    side: { l: 0.06, c: 0.02, h: 55 },
  },
  {
    at: 1,
    name: 'Night',
    kL: 0.46,
    oL: 0.055,
    kC: 0.55,
    t: 0.04,
    h: 265,
    people: 0.55,
    glow: 1,
    sky: ['#0e1935', '#1b2c52', '#34507c'],
    low: 0.3,
    side: { l: 0.03, c: 0.014, h: 245 },
  },
];
export const DAY = 0.5;

const lights = new Map<number, Daylight>();

/** The light at a place of the dial: 0 dawn, 0.5 day, 0.75 dusk, 1 night, everything between them in a straight line. */
export function daylight(dial: number): Daylight {
  const place = Math.round(Math.min(1, Math.max(0, dial)) * 100) / 100;
  let light = lights.get(place);
  if (!light) {
    const next = Math.max(
      1,
      MARKS.findIndex(({ at }) => at >= place),
    );
    const [from, to] = [MARKS[next - 1], MARKS[next]] as [(typeof MARKS)[number], (typeof MARKS)[number]];
    const k = (place - from.at) / (to.at - from.at);
    const way = (a: number, b: number): number => a + (b - a) * k;
    // Where no tint is, its hue is the neighbour's.
    const [h0, h1] = [from.t === 0 ? to.h : from.h, to.t === 0 ? from.h : to.h];
    light = {
      kL: way(from.kL, to.kL),
      oL: way(from.oL, to.oL),
      kC: way(from.kC, to.kC),
      t: way(from.t, to.t),
      h: way(h0, h1),
      people: way(from.people, to.people),
      glow: way(from.glow, to.glow),
      sky: [0, 1, 2].map((n) => between(from.sky[n] as Colour, to.sky[n] as Colour, k)) as unknown as Daylight['sky'],
      low: way(from.low, to.low),
      side: { l: way(from.side.l, to.side.l), c: way(from.side.c, to.side.c), h: way(from.side.h, to.side.h) },
    };
    lights.set(place, light);
  }
  return light;
}

/** Whether a light changes nothing. */
export const isDay = ({ kL, oL, kC, t }: Daylight): boolean => kL === 1 && oL === 0 && kC === 1 && t === 0;

/** A colour in a light; people and what they hold go only their share of the way. */
export function lit(colour: Colour, light: Daylight, share = 1): Colour {
  if (isDay(light)) return colour;
  return remembered(`lit ${light.kL} ${light.h} ${light.t} ${share} ${colour}`, () => {
    const from = labOf(colour);
    const h = (light.h * Math.PI) / 180;
    const to = { l: light.kL * from.l + light.oL, a: light.kC * from.a + light.t * Math.cos(h), b: light.kC * from.b + light.t * Math.sin(h) };
    return blended(from, to, share);
  });
}

/** How far apart two colours are in OKLab. @throws Error for text that is no colour. */
export function distance(one: Colour, other: Colour): number {
  const [a, b] = [labOf(one), labOf(other)];
  return Math.hypot(a.l - b.l, a.a - b.a, a.b - b.b);
}

/** The strongest light from a side, a share of lightness: its rim is whole. */
const WHOLE_RIM = 0.06;
/** The line of light along somebody's edge, towards a low light: its tone, and how wide it is (0..1); none by day. */
export function rimOf({ side: { l, h } }: Daylight): { readonly colour: Colour; readonly wide: number } | undefined {
  const wide = Math.min(1, l / WHOLE_RIM);
  if (wide < 0.1) return undefined;
  return { colour: oklch(0.9, 0.075, h), wide };
}

/** The lit tone of somebody in a light: brighter and tinted on the side that it comes from, so that a low sun leaves a warm edge. */
export function litSide(colour: Colour, light: Daylight): Colour {
  const { l, c, h } = light.side;
  const tone = lit(colour, light, light.people);
  if (!l && !c) return tone;
  return remembered(`side ${l} ${c} ${h} ${tone}`, () => {
    const from = labOf(tone);
    const hue = (h * Math.PI) / 180;
    return hexOf({ l: from.l * (1 + l), a: from.a + c * Math.cos(hue), b: from.b + c * Math.sin(hue) });
  });
}
