import { drawOn } from './drawOn.ts';
import { drop } from './drop.ts';
import type { Entrance } from './entrance.ts';
import { fade } from './fade.ts';
import { grow } from './grow.ts';
import { iris } from './iris.ts';
import { pop } from './pop.ts';
import { slide } from './slide.ts';
import { wipe } from './wipe.ts';

/** Every way to come and to go: one file each, one line here. */
export const ENTRANCES: readonly Entrance[] = [fade, slide, grow, pop, drop, wipe, iris, drawOn];

export const entranceOf = (id: string): Entrance | undefined => ENTRANCES.find((entrance) => entrance.id === id);
