import { takeOf } from '../schedule/timing.ts';
import { type Check, titled } from './check.ts';

/** Lines that still speak with a draft voice. */
export const drafts: Check = {
  id: 'drafts',
  find(scene) {
    const found = scene.lines.filter(({ line }) => line.kind === 'line' && takeOf(line)?.kind === 'draft');
    const [first] = found;
    return first
      ? [{ scene: scene.id, tick: first.start, line: first.id, text: `${found.length} line${found.length === 1 ? ' speaks' : 's speak'} with a draft voice in ${titled(scene)}.` }]
      : [];
  },
};
