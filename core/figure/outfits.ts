import type { Character } from '../document/schema.ts';

/** Slots and colours that belong to an outfit; all others are the character's own. */
export const OUTFIT_SLOTS: ReadonlySet<string> = new Set(['headwear', 'under', 'top', 'outer', 'onePiece', 'bottom', 'gloves', 'shoes', 'extras']);
export const OUTFIT_COLOURS: ReadonlySet<string> = new Set(['primary', 'secondary', 'accent', 'accent2', 'trousers', 'shoes', 'metal', 'under', 'outer', 'gloves']);

const memo = new WeakMap<Character, Map<string, Character>>();

/** A character in one of its outfits; itself in everyday clothes, or where the outfit is gone. Equal asks give the same object. */
export function dressed(character: Character, outfit: string | undefined): Character {
  const worn = outfit === undefined ? undefined : character.outfits?.[outfit];
  if (!worn || outfit === undefined) return character;
  let looks = memo.get(character);
  if (!looks) memo.set(character, (looks = new Map()));
  let look = looks.get(outfit);
  if (!look) {
    const { extras: _, ...rest } = character;
    const parts = { ...Object.fromEntries(Object.entries(character.parts).filter(([slot]) => !OUTFIT_SLOTS.has(slot))), ...worn.parts };
    look = { ...rest, parts, colours: { ...character.colours, ...worn.colours }, ...(worn.extras ? { extras: worn.extras } : {}) };
    looks.set(outfit, look);
  }
  return look;
}
