import type { Character } from '../document/schema.ts';
import { clothing, EXTRAS, optionsOf, partIn, SLOTS, type Slot } from './parts/index.ts';
import type { PartInfo } from './parts/part.ts';

type Worn = Pick<Character, 'parts' | 'extras' | 'figure'>;

export interface Misfit {
  /** Why it cannot be worn as things are. */
  readonly sentence: string;
  /** What has to go for it: slots and extras. */
  readonly slots: readonly Slot[];
  readonly extras: readonly string[];
  /** The nearest thing that can be worn with all the rest. */
  readonly nearest?: PartInfo;
}

const lower = (name: string): string => name.slice(0, 1).toLowerCase() + name.slice(1);

/** Whether two things exclude each other, by id or by slot. */
const clash = (a: PartInfo, aSlot: string, b: PartInfo, bSlot: string): boolean =>
  !!(a.excludes?.includes(b.id) || a.excludes?.includes(bSlot) || b.excludes?.includes(a.id) || b.excludes?.includes(aSlot));

/** What is worn beside a slot. */
function others(worn: Worn, slot: string): { slot: Slot | 'extras'; part: PartInfo }[] {
  const out: { slot: Slot | 'extras'; part: PartInfo }[] = [];
  for (const other of SLOTS) {
    const part = other === slot ? undefined : partIn(other, worn.parts[other]);
    if (part) out.push({ slot: other, part });
  }
  for (const extra of EXTRAS) if (worn.extras && extra.id in worn.extras) out.push({ slot: 'extras', part: extra });
  return out;
}

/**
 * Why a part cannot be worn in a slot as a character is dressed, and what could be done about it; undefined where it
 * fits. Nothing is ever dropped in silence: whoever takes the part anyway also takes off what the answer names.
 */
export function misfit(worn: Worn, slot: Slot | 'extras', id: string): Misfit | undefined {
  const part = partIn(slot, id);
  if (!part) return undefined;
  const against = others(worn, slot).filter(
    (other) => other.part.id !== id && (clash(part, slot, other.part, other.slot) || clothing.sameCloth(slot, part, other.slot, other.part)),
  );
  if (slot === 'facialHair' && worn.figure.age < 15)
    return { sentence: `Nobody of ${worn.figure.age} has a ${lower(part.name)}. Make the figure older than 15.`, slots: [], extras: [] };
  if (!against.length) return undefined;
  const likeness = (other: PartInfo): number =>
    (other.words ?? []).filter((word) => part.words?.includes(word)).length +
    other.name
      .toLowerCase()
      .split(' ')
      .filter((word) => part.name.toLowerCase().split(' ').includes(word)).length;
  const goes = (other: PartInfo): boolean => !others(worn, slot).some((o) => clash(other, slot, o.part, o.slot) || clothing.sameCloth(slot, other, o.slot, o.part));
  const nearest = optionsOf(slot)
    .filter((other) => other.id !== id && likeness(other) > 0 && goes(other))
    .sort((a, b) => likeness(b) - likeness(a))[0];
  const names = against.map((other) => lower(other.part.name)).join(' and ');
  return {
    sentence: `${part.name} does not go with ${names}.`,
    slots: against.flatMap(({ slot: s }) => (s === 'extras' ? [] : [s])),
    extras: against.flatMap(({ slot: s, part: p }) => (s === 'extras' ? [p.id] : [])),
    ...(nearest ? { nearest } : {}),
  };
}

/** A character with a part put on and what does not go with it taken off: what the command gives. */
export function dressedWith<T extends Worn>(character: T, slot: Slot | 'extras', id: string | null): T {
  const found = id === null ? undefined : misfit(character, slot, id);
  const parts = { ...character.parts };
  const extras: Record<string, true> = { ...character.extras };
  for (const other of found?.slots ?? []) delete parts[other];
  for (const other of found?.extras ?? []) delete extras[other];
  if (slot === 'extras') {
    if (id !== null) extras[id] = true;
  } else if (id === null) delete parts[slot];
  else parts[slot] = id;
  const comesIn = id === null || slot === 'extras' ? undefined : partIn(slot, id)?.comesIn;
  const coloured = comesIn && 'colours' in character ? { colours: { ...(character.colours as object), ...comesIn } } : {};
  return { ...character, parts, extras, ...coloured };
}
