import { takeOf } from '../schedule/timing.ts';
import type { Check } from './check.ts';

/** A mouth without a voice: a line with words whose voice is not there. */
export const mute: Check = {
  id: 'mute',
  find: (scene) =>
    scene.lines
      .filter(({ line }) => line.kind === 'line' && line.text.trim() && !takeOf(line))
      .map(({ id, index, start }) => ({ scene: scene.id, tick: start, line: id, text: `Line ${index + 1} has no voice yet: it would be silent.` })),
};
