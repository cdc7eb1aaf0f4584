import { failure } from '../../document/failure.ts';
import type { Layer, Scene, Thing } from '../../document/schema.ts';
import { childrenOf, withinOf } from '../../document/tree.ts';
import { orderAtEnd } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { layerIn } from './layers.ts';
import { sceneOf } from './lines.ts';

/** What only means something among the words of its own scene, and is left there. */
const OF_ITS_SCENE = ['span', 'enter', 'exit', 'keys', 'solo', 'hand'] as const;

/** A layer with all that is in it as it stands, without times, for the shelf. @throws Failure where people are in it. */
export function thingOf(scene: Pick<Scene, 'layers'>, root: string): Thing {
  const ids = withinOf(scene, root);
  const layers: Record<string, Layer> = {};
  for (const id of ids) {
    const source = scene.layers[id];
    if (!source) continue;
    if (source.kind === 'character') throw failure('people', 'People are kept from the cast, each with their look. Take them out of the group to keep the rest.');
    const copy = JSON.parse(JSON.stringify(source)) as Layer & Record<string, unknown>;
    for (const field of OF_ITS_SCENE) delete copy[field];
    for (const effect of Object.values(copy.effects ?? {})) delete effect.keys;
    if (id === root) delete copy.parent;
    if (copy.mask && 'layer' in copy.mask && !ids.includes(copy.mask.layer)) delete copy.mask;
    for (const field of ['of', 'to']) if (typeof copy[field] === 'string' && !ids.includes(copy[field])) delete copy[field];
    layers[id] = copy;
  }
  return { root, layers };
}

/** Brings something of the shelf on a scene's stage where it stood when it was kept, in front of all, its outermost layer under `rootId` with `values` of its own. */
export const bringThing =
  (scene: string, { root, layers }: Thing, rootId: string, makeId: (kind: 'layer') => string, values: Partial<Layer> = {}): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const order = orderAtEnd(Object.fromEntries(childrenOf(target, undefined)));
    const ids = new Map(Object.keys(layers).map((id) => [id, id === root ? rootId : makeId('layer')]));
    for (const [id, layer] of Object.entries(layers)) {
      const made = JSON.parse(JSON.stringify(layer)) as Layer & Record<string, unknown>;
      if (made.parent !== undefined) made.parent = ids.get(made.parent) ?? rootId;
      if (made.mask && 'layer' in made.mask) made.mask.layer = ids.get(made.mask.layer) ?? made.mask.layer;
      for (const field of ['of', 'to']) if (typeof made[field] === 'string') made[field] = ids.get(made[field]);
      target.layers[ids.get(id) as string] = made;
    }
    Object.assign(layerIn(target, rootId), values, { order });
  };
