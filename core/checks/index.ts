import type { FilmSchedule } from '../schedule/schedule.ts';
import { briefWords } from './briefWords.ts';
import type { Check, Finding } from './check.ts';
import { clippedWord } from './clippedWord.ts';
import { cutEdges } from './cutEdges.ts';
import { drafts } from './drafts.ts';
import { letters } from './letters.ts';
import { mute } from './mute.ts';
import { overlaps } from './overlaps.ts';
import { quickCaptions } from './quickCaptions.ts';
import { silence } from './silence.ts';
import { unseen } from './unseen.ts';

/** All that is looked for before a film is made, what hurts most first: one file each, one line here. */
export const CHECKS: readonly Check[] = [mute, unseen, clippedWord, letters, overlaps, cutEdges, briefWords, silence, quickCaptions, drafts];

/** What a viewer of the film would notice, in the order of CHECKS, within one by time. */
export const checked = (film: FilmSchedule): (Finding & { readonly check: string })[] =>
  CHECKS.flatMap(({ id, find }) => film.scenes.flatMap((scene) => find(scene, film.document).map((finding) => ({ ...finding, check: id }))));
