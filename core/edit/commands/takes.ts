import { failure } from '../../document/failure.ts';
import type { CleaningStep, Line, Take } from '../../document/schema.ts';
import type { Recipe } from '../change.ts';
import { lineOf, sceneOf } from './lines.ts';

const takeIn = (line: Line, id: string): Take => {
  const take = line.takes[id];
  if (!take) throw failure('no-take', 'That take is gone. Choose another one.');
  return take;
};

export const renameTake =
  (scene: string, lineId: string, takeId: string, name: string): Recipe =>
  (draft) => {
    takeIn(lineOf(sceneOf(draft, scene), lineId), takeId).name = name;
  };

/** Shortest take in ticks. */
const SHORTEST = 2400;

/** Trims a take to a stretch of its sound (ticks of the media): what was heard in it stays where it is in the sound. */
export const trimTake =
  (scene: string, lineId: string, takeId: string, from: number, to: number): Recipe =>
  (draft) => {
    const take = takeIn(lineOf(sceneOf(draft, scene), lineId), takeId);
    if (to - from < SHORTEST || from < 0) throw failure('too-short', 'That leaves too little of the take. Keep at least a twentieth of a second.');
    const shift = from - take.from;
    const length = to - from;
    const heard = take.heardFrom ?? take.from;
    for (const [word, time] of Object.entries(take.times)) {
      const [start, end] = [Math.max(0, time.start - shift), Math.min(length, time.end - shift)];
      if (end > start) take.times[word] = { start, end };
      else delete take.times[word];
    }
    take.from = from;
    take.length = length;
    if (take.analysis) take.heardFrom = heard;
  };

/** Moves a word's edges by hand (ticks of the take). Its neighbours give way as far as they must. */
export const setWordTimes =
  (scene: string, lineId: string, takeId: string, times: Readonly<Record<string, { start: number; end: number }>>): Recipe =>
  (draft) => {
    const take = takeIn(lineOf(sceneOf(draft, scene), lineId), takeId);
    for (const [word, { start, end }] of Object.entries(times)) {
      if (end <= start) throw failure('bad-times', 'A word ends after it begins. Drag its edge the other way.');
      take.times[word] = { start: Math.max(0, Math.round(start)), end: Math.min(take.length, Math.round(end)) };
    }
  };

/** Puts a cleaned sound in the place of a take's own (the same length and times); no steps give the recording back. */
export const setCleaned =
  (scene: string, lineId: string, takeId: string, steps: readonly CleaningStep[], media: string): Recipe =>
  (draft) => {
    const take = takeIn(lineOf(sceneOf(draft, scene), lineId), takeId);
    const original = take.cleaned?.media ?? take.media;
    if (steps.length) {
      take.media = media;
      take.cleaned = { steps: [...steps], media: original };
    } else {
      take.media = original;
      delete take.cleaned;
    }
  };

/** Plays a take louder or softer; 0 is as recorded. */
export const setGain =
  (scene: string, gains: readonly { readonly line: string; readonly take: string; readonly gainDb: number }[]): Recipe =>
  (draft) => {
    for (const { line, take: id, gainDb } of gains) {
      const take = takeIn(lineOf(sceneOf(draft, scene), line), id);
      const rounded = Math.round(gainDb * 10) / 10;
      if (rounded === 0) delete take.gainDb;
      else take.gainDb = Math.max(-40, Math.min(40, rounded));
    }
  };
