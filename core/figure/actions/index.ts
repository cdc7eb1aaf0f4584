import type { Action } from './action.ts';
import { explain } from './explain.ts';
import { nod } from './nod.ts';
import { point } from './point.ts';
import { shrug } from './shrug.ts';
import { think } from './think.ts';
import { wave } from './wave.ts';

/** Every action: one data file each, one line here. Walking belongs to moves (schedule/walk.ts). */
export const ACTIONS: readonly Action[] = [explain, wave, point, shrug, nod, think];

export const actionOf = (id: string): Action | undefined => ACTIONS.find((action) => action.id === id);
