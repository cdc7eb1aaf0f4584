import type { Node } from '../../draw/picture.ts';
import { type Glow, Hand } from '../world/hand.ts';
import { type Slot, type Tones, tonesOf } from '../world/tones.ts';

/** How a thing looks: its colours, what it is doing, and at which second of it. */
export interface PropLook {
  readonly tones: Tones;
  readonly state: string;
  readonly seconds: number;
}

/** A thing that stands on the stage. Drawn in its own units, standing on y 0; 290 units are a metre. */
export interface Prop {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Where a hand takes it, in its own units; its top if left out. */
  readonly grip?: readonly [number, number];
  /** What it can be, the first as it is brought on. */
  readonly states?: readonly (readonly [id: string, name: string])[];
  /** Does something by itself as time goes on; in these states only, where some are named. */
  readonly moves?: true | readonly string[];
  /** Where own words or an own picture show: left, top, width, height. */
  readonly screen?: readonly [number, number, number, number];
  /** Colours that a palette replaces. */
  readonly slots?: readonly Slot[];
  draw(look?: Partial<PropLook>): Node[];
  /** Lamps in it. */
  glows?(look?: Partial<PropLook>): readonly Glow[];
}

type Drawing = (hand: Hand, tones: Tones, look: PropLook) => void;
type More = Omit<Prop, 'id' | 'name' | 'words' | 'draw' | 'glows'>;

const HOUSE_TONES = tonesOf();

/** A prop by how it is drawn. */
export function thing(id: string, name: string, words: string, draw: Drawing, more: More = {}): Prop {
  const drawn = ({ tones = HOUSE_TONES, state = more.states?.[0]?.[0] ?? '', seconds = 0 }: Partial<PropLook> = {}): Hand => {
    const hand = new Hand(id);
    draw(hand, tones, { tones, state, seconds });
    return hand;
  };
  return { id, name, words: words.split(' '), ...more, draw: (look) => drawn(look).nodes, glows: (look) => drawn(look).glows };
}

/** Whether a prop changes by itself in a state. */
export const isMoving = ({ moves }: Prop, state: string): boolean => moves === true || !!moves?.includes(state);
