import { GROUNDS } from './grounds.ts';
import { OUTSIDE } from './outdoors.ts';
import { ROOMS } from './rooms.ts';
import type { StageSet } from './set.ts';

/** Every drawn backdrop: what stands first is offered first. */
export const SETS: readonly StageSet[] = [...OUTSIDE.filter(({ id }) => id === 'harbour-low-tide'), ...ROOMS, ...OUTSIDE.filter(({ id }) => id !== 'harbour-low-tide'), ...GROUNDS];
const byId = new Map(SETS.map((set) => [set.id, set]));
export const setOf = (id: string): StageSet | undefined => byId.get(id);
