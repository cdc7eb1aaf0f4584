import type { Character } from '../document/schema.ts';
import { bottom, extrasOf, garment, shoes } from './parts/index.ts';
import type { Extra, Garment, LegCover, Seat, ShoeStyle } from './parts/part.ts';

/** What a character has on, sorted for drawing. */
export interface Wear {
  /** On the trunk, the inner first. */
  readonly layers: readonly Garment[];
  readonly skirt?: Garment;
  readonly legs?: LegCover;
  readonly shoes: ShoeStyle;
  readonly gloves: boolean;
  readonly extras: readonly Extra[];
  readonly artificial: ReadonlySet<string>;
  /** What is sat on. */
  readonly seat?: Seat;
}

const memo = new WeakMap<object, Wear>();

/** Sorts a character's clothes; who has nothing on the trunk wears a vest, and trousers on bare legs. */
export function wearOf(character: Pick<Character, 'parts' | 'extras'>): Wear {
  let known = memo.get(character);
  if (known) return known;
  const { parts } = character;
  const extras = extrasOf(character.extras);
  const whole = garment('onePiece', parts.onePiece);
  // Dungarees go over a top; any other one-piece is worn instead of it.
  const layers = [garment('under', parts.under), garment('top', parts.top), whole, garment('outer', parts.outer)].filter((worn) => worn !== undefined);
  // A bib or an open coat needs something below it.
  if (!layers.some((worn) => worn.from === undefined && !worn.open)) layers.unshift(garment('under', 'vest') as Garment);
  const below = whole && !parts.bottom ? undefined : bottom(parts.bottom);
  const legs = whole?.legs ?? below?.legs;
  known = {
    layers,
    ...(below?.skirt ? { skirt: below.skirt } : {}),
    ...(legs ? { legs } : {}),
    shoes: shoes(parts.shoes),
    gloves: parts.gloves !== undefined,
    extras,
    ...(extras.some(({ seat }) => seat) ? { seat: extras.find(({ seat }) => seat)?.seat as Seat } : {}),
    artificial: new Set(extras.flatMap(({ limb }) => (limb ? [limb] : []))),
  };
  memo.set(character, known);
  return known;
}
