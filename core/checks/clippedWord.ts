import { takeOf } from '../schedule/timing.ts';
import { LOUDNESS_STEP } from '../speech/analysis.ts';
import type { Check } from './check.ts';

/** A voice that fades out is far below this share of its own level (its 90th percentile) in the last steps of its take. */
const STILL_LOUD = 0.5;
/** The end that is looked at: 30 ms, three steps of the level. */
const LAST_STEPS = 3;

/** A last word that is cut: the take ends while the voice is still loud. Draft voices end by themselves. */
export const clippedWord: Check = {
  id: 'clipped-word',
  find: (scene) =>
    scene.lines.flatMap(({ id, index, line, end, words, analysis }) => {
      const take = takeOf(line);
      const last = words.at(-1);
      if (!take || take.kind === 'draft' || !last) return [];
      const levels = analysis.loudness.slice(0, Math.floor(take.length / LOUDNESS_STEP)).slice(-LAST_STEPS);
      const cut = levels.length === LAST_STEPS && levels.every((level) => level > STILL_LOUD);
      return cut
        ? [
            {
              scene: scene.id,
              tick: Math.max(0, end - 48_000),
              line: id,
              text: `The last word of line ${index + 1}, “${last.text}”, is cut off. Let its take end later, or record it again.`,
            },
          ]
        : [];
    }),
};
