import { cat } from './cat.ts';
import { chalk } from './chalk.ts';
import { moon } from './moon.ts';
import { mug } from './mug.ts';
import { page } from './page.ts';
import type { PictureSample } from './sample.ts';

/** Pictures of our own to try everything on: one file each, one line here. */
export const PICTURE_SAMPLES: readonly PictureSample[] = [page, moon, mug, chalk, cat];
