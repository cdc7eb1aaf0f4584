import { get, set } from 'idb-keyval';
import { toast } from 'sonner';
import type { Recipe } from '#core/edit/change';
import { pasteCues } from '#core/edit/commands/bars';
import { bringScene, type CarriedScene, carried } from '#core/edit/commands/bring';
import { copyKeys, type KeyRef, layerKeys } from '#core/edit/commands/keys';
import { makeId, newKey } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { heldCues, heldKeys } from './commands/held.ts';
import type { PlacedScene } from './film.ts';
import { freeFrom, nameOfLayer } from './lanes.ts';

/** What was copied: cues or keys, by their ids. Values and lengths are read when they are put down. */
let cues: readonly string[] = [];
let keys: readonly KeyRef[] = [];

/** Whether something lies ready to be pasted here. */
export const hasCopied = (scene: PlacedScene): boolean => keys.length > 0 || cues.some((id) => scene.scene.cues[id]);

export function copyChosen(scene: PlacedScene): void {
  const [chosen, chosenKeys] = [heldCues(scene), heldKeys(scene)];
  if (useView.getState().last === 'key' && chosenKeys.length) [keys, cues] = [chosenKeys.map(({ ref }) => ref), []];
  else if (chosen.length) [cues, keys] = [chosen, []];
}

/** Copies of cues at a moment, or after what lies there; on their own layers or all on another one, mirrored if wanted. */
export function putDown(scene: PlacedScene, ids: readonly string[], at: number, onto?: string, mirrored = false): void {
  const start = (id: string): number => scene.resolved.cues.get(id)?.start ?? 0;
  const sources = ids.filter((id) => scene.scene.cues[id]);
  if (!sources.length) return;
  const first = Math.min(...sources.map(start));
  const place = freeFrom(scene, sources, at, first, onto);
  const copies = sources.map((source) => ({ source, id: makeId('cue'), at: place + start(source) - first }));
  const { document } = useProduction.getState();
  const whom = onto !== undefined && document ? ` onto ${nameOfLayer(document, scene, onto)}` : '';
  const label = `${copies.length === 1 ? 'Copy a cue' : 'Copy cues'}${whom}${mirrored ? ', mirrored' : ''}`;
  if (run(label, pasteCues(scene.id, copies, onto, mirrored))) view({ cue: copies[0]?.id, together: copies.map(({ id }) => id), last: 'cue' });
}

/** Puts down what was copied at the playhead: onto the layer that was chosen since, if one was. */
export function pasteCopied(scene: PlacedScene, mirrored = false): void {
  const { tick, layer, last } = useView.getState();
  const onto = layer !== undefined && scene.scene.layers[layer] && (last === 'layer' || last === 'key') ? layer : undefined;
  if (!keys.length) return putDown(scene, cues, tick, onto, mirrored);
  const there = keys.filter(({ of, property, key }) => {
    const lists = scene.scene.layers[of.layer ?? '']?.keys as Record<string, Record<string, unknown>> | undefined;
    return lists?.[property]?.[key];
  });
  if (there.length) run('Copy keys', copyKeys(scene.id, there, tick, newKey, layer !== undefined && scene.scene.layers[layer] ? layerKeys(layer) : undefined));
}

const SCENE_KEY = 'kipzo copied scene';

/** Keeps a scene with its cast in this browser, for this production or any other. */
export async function copyScene(id: string): Promise<void> {
  const { document } = useProduction.getState();
  const scene = document && carried(document, id);
  if (!scene) return;
  try {
    await set(SCENE_KEY, scene);
    toast.success(`“${scene.scene.title}” is copied. Open this or another production and paste it there.`);
  } catch {
    toast.error('This browser has no room to keep the scene. Free some, then copy it again.');
  }
}

/** Puts the scene that was copied behind `after`. Gives its id; undefined where none was, which is said. */
export async function pasteScene(after: string): Promise<string | undefined> {
  const scene = (await get(SCENE_KEY).catch(() => undefined)) as CarriedScene | undefined;
  if (!scene) {
    toast('No scene was copied in this browser yet. Copy one in the strip of its film first.');
    return undefined;
  }
  const id = makeId('scene');
  const recipe: Recipe = bringScene(scene, id, after, makeId);
  return run(`Paste “${scene.scene.title}”`, recipe) ? id : undefined;
}
