import type { Colour } from '../../draw/picture.ts';
import { propOf } from '../props/index.ts';
import type { Hand } from '../world/hand.ts';
import type { Daylight, Slot, Tones } from '../world/tones.ts';

/** What a part of a set is drawn with. */
export interface PartLook {
  readonly tones: Tones;
  readonly light: Daylight;
  /** Of its own motion, seconds; 0 while the air is still. */
  readonly seconds: number;
  /** How far to either side of the middle the frame shows the set. */
  readonly half: number;
}

/** How air moves a part (world.md, 7). */
export type Air = 'crown' | 'grass' | 'cloud' | 'curtain' | 'pendulum' | 'bob' | 'glide' | 'glint';

/** Something of a backdrop that has a name: it can be moved, hidden, coloured and swapped. Drawn about its own place. */
export interface SetPart {
  readonly id: string;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  /** Its size at its distance; 1 if left out. */
  readonly k?: number;
  /** Stays where it is in every shape of frame: walls, houses, floors. */
  readonly stays?: true;
  /** Stands or hangs so that it may be swapped for another prop. */
  readonly prop?: string;
  readonly air?: Air;
  /** The colour that is replaced when the part is given one. */
  readonly slot?: Slot;
  draw(hand: Hand, look: PartLook): void;
}

/** A layer of a set by its distance. */
export interface SetPlane {
  readonly id: string;
  readonly name: string;
  /** Metres behind the stage line; negative before it. */
  readonly distance: number;
  /** A floor: from the stage line back to `distance`, where it is seen at this height. */
  readonly floorTop?: number;
  readonly parts: readonly SetPart[];
}

/**
 * A drawn backdrop, of planes from far to near (world.md): one eye height at y -20, feet on y 390, drawn over ±970 both ways, so
 * that every shape of frame is a crop of it.
 */
export interface StageSet {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Indoors, in the open, or a ground for words. */
  readonly place: 'indoors' | 'outdoors' | 'ground';
  /** Where feet stand, in stage units below the middle. */
  readonly floor: number;
  readonly background: Colour;
  /** The light it is meant for; by day if left out. */
  readonly light?: number;
  /** Its own colours in the place of the house's. */
  readonly colours?: Partial<Record<Slot, Colour>>;
  /** No air lies over what is far. */
  readonly airless?: true;
  readonly planes: readonly SetPlane[];
}

export { vertical } from '../world/hand.ts';

/** Where a set reaches to, each way from the middle. */
export const REACH = 970;
/** Eye height of all sets, and where feet stand. */
export const HORIZON = -20;
export const FEET = 390;

/** The size of what stands so many metres behind the stage line. */
export const sizeAt = (metres: number): number => 6 / (6 + metres);
/** Where the floor is seen there. */
export const floorAt = (metres: number): number => HORIZON + 410 * sizeAt(metres);

type Draw = SetPart['draw'];
type More = Partial<Omit<SetPart, 'id' | 'name' | 'x' | 'y' | 'draw'>>;

/** A part that fills its plane: a wall, a sky, a floor. */
export const whole = (id: string, name: string, draw: Draw, more: More = {}): SetPart => ({ id, name, x: 0, y: 0, stays: true, draw, ...more });
/** A part at a place. */
export const part = (id: string, name: string, x: number, y: number, draw: Draw, more: More = {}): SetPart => ({ id, name, x, y, draw, ...more });
/** A prop that belongs to the set. */
export function fitted(prop: string, x: number, y: number, k = 1, more: More & { readonly id?: string; readonly state?: string; readonly flipped?: true } = {}): SetPart {
  const { id = prop, state, flipped, ...rest } = more;
  return {
    id,
    name: propOf(prop)?.name ?? prop,
    x,
    y,
    k,
    prop,
    draw(hand, { tones, seconds }) {
      const own = propOf(prop);
      const look = { tones, seconds, ...(state ? { state } : {}) };
      if (own) hand.put(own.draw(look), own.glows?.(look), flipped);
    },
    ...rest,
  };
}
