import { duplicateScene, joinScenes, splitScene } from '#core/edit/commands/scenes';
import { deleteScene } from '#core/edit/commands/stage';
import { addSceneAfter } from '#core/edit/create';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { pasteScene } from './clipboard.ts';

type Go = (scene: string) => void;

const order = (): string[] => inOrder(useProduction.getState().document?.scenes ?? {}).map(([id]) => id);

/** A new scene after this one, with its cast. */
export function addScene(scene: string, go: Go): void {
  const id = makeId('scene');
  if (run('New scene', addSceneAfter(scene, id, `Scene ${order().length + 1}`, makeId))) go(id);
}

export function sceneAgain(scene: string, go: Go): void {
  const id = makeId('scene');
  if (run('Scene once more', duplicateScene(scene, id, makeId))) go(id);
}

/** Cuts the scene in two at the playhead. */
export function splitHere(scene: string, go: Go): void {
  const id = makeId('scene');
  if (run('Split the scene', splitScene(scene, Math.round(useView.getState().tick), id, makeId))) go(id);
}

export const joinNext = (scene: string): void => void run('Join with the next scene', joinScenes(scene, makeId));

export function removeScene(scene: string, go: Go): void {
  const all = order();
  const at = all.indexOf(scene);
  const next = all[at === 0 ? 1 : at - 1];
  if (next && run('Delete a scene', deleteScene(scene))) go(next);
}

export async function pasteAfter(scene: string, go: Go): Promise<void> {
  const id = await pasteScene(scene);
  if (id) go(id);
}
