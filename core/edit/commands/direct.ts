import type { Cue, Scene } from '../../document/schema.ts';
import { speakerLayer } from '../../schedule/casting.ts';
import { inOrder, orderAtEnd } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { bracketCues, type Proposal } from '../direct/propose.ts';
import { deleteCues } from './cues.ts';
import { sceneOf } from './lines.ts';

/** Whether a cue is only proposed. */
export const isProposed = (cue: Cue): boolean => cue.proposed === true;
const proposedIn = (scene: Pick<Scene, 'cues'>, ids?: readonly string[]): string[] =>
  Object.entries(scene.cues).flatMap(([id, cue]) => (isProposed(cue) && (!ids || ids.includes(id)) ? [id] : []));

/** Hangs proposals in place of those that hung before; what was set by hand, or kept, stays as it is. */
export const hangProposals =
  (scene: string, proposals: readonly Proposal[], makeId: (kind: 'cue') => string, replaced?: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    deleteCues(scene, proposedIn(target as Scene, replaced))(draft);
    for (const proposal of proposals) target.cues[makeId('cue')] = { ...proposal, proposed: true, order: orderAtEnd(target.cues) } as Cue;
  };

/** Proposals become ordinary cues; their notes stay. */
export const keepProposals =
  (scene: string, ids?: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    for (const id of proposedIn(target as Scene, ids)) delete target.cues[id]?.proposed;
  };

export const takeOutProposals =
  (scene: string, ids?: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    return deleteCues(scene, proposedIn(target as Scene, ids))(draft);
  };

/** What brackets of lines ask for hangs from them at once, as proposals: the script acts at its first play. */
export const proposeBrackets =
  (scene: string, lineIds: readonly string[], makeId: (kind: 'cue') => string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    for (const id of lineIds) {
      const line = target.lines[id];
      const layer = line && speakerLayer(draft, target as Scene, line);
      if (!line || layer === undefined) continue;
      const words = inOrder(line.words).map(([word, { text }]) => ({ id: word, text, start: 0, end: 0 }));
      for (const { proposal } of bracketCues({ line, words, start: 0, end: 0 }, layer))
        target.cues[makeId('cue')] = { ...proposal, proposed: true, order: orderAtEnd(target.cues) } as Cue;
    }
  };
