import { harbour } from './harbour.ts';
import type { StageSet } from './set.ts';
import { studio } from './studio.ts';

/** Every drawn backdrop: one file each, one line here. */
export const SETS: readonly StageSet[] = [harbour, studio];
export const setOf = (id: string): StageSet | undefined => SETS.find((set) => set.id === id);
