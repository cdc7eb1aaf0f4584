import type { Slot } from '#core/stage/world/tones';

/** Colours of the world as they are called. */
export const SLOT_NAMES: Readonly<Record<Slot, string>> = {
  wall: 'Wall',
  floor: 'Floor',
  wood: 'Wood',
  metal: 'Metal',
  green: 'Green',
  accent: 'Accent',
  second: 'Second',
  paper: 'Paper',
};
