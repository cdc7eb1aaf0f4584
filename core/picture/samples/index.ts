import { cat } from './cat.ts';
import { chalk } from './chalk.ts';
import { moon } from './moon.ts';
import { mug } from './mug.ts';
import { page } from './page.ts';
import { pixels } from './pixels.ts';
import { portrait } from './portrait.ts';
import { puppet } from './puppet.ts';
import type { PictureSample } from './sample.ts';

/** Pictures of our own to try everything on: one file each, one line here. */
export const PICTURE_SAMPLES: readonly PictureSample[] = [page, moon, mug, puppet, chalk, portrait, pixels, cat];
