import { useProduction } from '../../state/production.ts';
import { useView, view } from '../../state/view.ts';
import { copyScene } from '../clipboard.ts';
import { addScene, joinNext, pasteAfter, removeScene, sceneAgain, splitHere } from '../sceneActs.ts';
import type { Command } from './command.ts';

const count = (): number => Object.keys(useProduction.getState().document?.scenes ?? {}).length;

export const SCENES: readonly Command[] = [
  { id: 'strip', name: 'All scenes of the film', group: 'Scenes', also: 'strip', keys: ['Shift+C'], run: () => view({ strip: !useView.getState().strip }) },
  { id: 'new-scene', name: 'New scene after this one', group: 'Scenes', keys: ['Shift+N'], run: ({ scene, go }) => addScene(scene.id, go) },
  { id: 'ready-scenes', name: 'Ready scenes, played by your cast', group: 'Scenes', run: () => view({ ready: true }) },
  { id: 'scene-again', name: 'This scene once more', group: 'Scenes', also: 'duplicate', run: ({ scene, go }) => sceneAgain(scene.id, go) },
  { id: 'copy-scene', name: 'Copy this scene with its cast', group: 'Scenes', run: ({ scene }) => void copyScene(scene.id) },
  { id: 'paste-scene', name: 'Paste the copied scene after this one', group: 'Scenes', run: ({ scene, go }) => void pasteAfter(scene.id, go) },
  { id: 'split-scene', name: 'Split this scene at the playhead', group: 'Scenes', run: ({ scene, go }) => splitHere(scene.id, go) },
  { id: 'join-scene', name: 'Join this scene with the next one', group: 'Scenes', ready: () => count() > 1, run: ({ scene }) => joinNext(scene.id) },
  { id: 'remove-scene', name: 'Delete this scene', group: 'Scenes', ready: () => count() > 1, run: ({ scene, go }) => removeScene(scene.id, go) },
];
