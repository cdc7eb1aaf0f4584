import { toTicks } from '../time/ticks.ts';
import { type Check, inSeconds } from './check.ts';

/** A gap between two turns that is longer than this is dead air. */
export const LONG_GAP = toTicks(2);

export const silence: Check = {
  id: 'silence',
  find: (scene) =>
    scene.lines.flatMap(({ id, index, start, gap }) =>
      gap !== undefined && gap > LONG_GAP ? [{ scene: scene.id, tick: start - gap, line: id, text: `${inSeconds(gap)} of silence before line ${index + 1}.` }] : [],
    ),
};
