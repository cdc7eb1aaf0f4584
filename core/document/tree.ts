import { byOrder } from '../time/order.ts';
import { failure } from './failure.ts';
import type { Layer, Scene } from './schema.ts';

type Layers = Pick<Scene, 'layers'>;

/** Layers of one parent (undefined: the stage itself), back to front. */
export const childrenOf = ({ layers }: Layers, parent: string | undefined): [string, Layer][] =>
  Object.entries(layers)
    .filter(([, layer]) => layer.parent === parent)
    .sort((a, b) => byOrder(a[1], b[1]) || (a[0] < b[0] ? -1 : 1));

/** The layers that a layer is in, from its own parent outwards. */
export function parentsOf({ layers }: Layers, id: string): string[] {
  const out: string[] = [];
  for (let at = layers[id]?.parent; at !== undefined && !out.includes(at); at = layers[at]?.parent) out.push(at);
  return out;
}

/** A layer and all that is in it. */
export function withinOf(scene: Layers, id: string): string[] {
  const out = [id];
  for (let n = 0; n < out.length; n++) for (const [child] of childrenOf(scene, out[n])) if (!out.includes(child)) out.push(child);
  return out;
}

/** All layers as they are painted: back to front, what is in a group after the group. */
export function* inTreeOrder(scene: Layers, parent?: string): Generator<[string, Layer, number]> {
  for (const [id, layer] of childrenOf(scene, parent)) {
    yield [id, layer, parentsOf(scene, id).length];
    yield* inTreeOrder(scene, id);
  }
}

const nameOf = (layer: Layer | undefined): string => (layer?.name ? `“${layer.name}”` : `this ${layer?.kind ?? 'layer'}`);

/**
 * Checks that the layers of a scene are a tree and masks lead somewhere.
 * @throws Failure `layer-parent`, `layer-ring`, `mask-layer` with what is wrong.
 */
export function checkTree(scene: Layers): void {
  const { layers } = scene;
  for (const [id, layer] of Object.entries(layers)) {
    if (layer.parent !== undefined) {
      const parent = layers[layer.parent];
      if (!parent) throw failure('layer-parent', `${nameOf(layer)} is in a group that is gone. Take it out of the group first.`);
      if (parent.kind === 'character' && layer.kind !== 'prop' && layer.kind !== 'picture' && layer.kind !== 'clip' && layer.kind !== 'text' && layer.kind !== 'shape')
        throw failure('layer-parent', `A figure can hold a prop, a picture, words or a shape, not ${nameOf(layer)}.`);
      if (parent.kind !== 'group' && parent.kind !== 'character') throw failure('layer-parent', `${nameOf(parent)} is no group: nothing can be put into it.`);
      for (let at: string | undefined = layer.parent, steps = 0; at !== undefined; at = layers[at]?.parent, steps++)
        if (at === id || steps > Object.keys(layers).length) throw failure('layer-ring', `${nameOf(layer)} cannot be in a group that is in it. Choose another group.`);
    }
    if (layer.mask && 'layer' in layer.mask) {
      const by = layer.mask.layer;
      if (!layers[by]) throw failure('mask-layer', `What masks ${nameOf(layer)} is gone. Take the mask off first.`);
      if (by === id || parentsOf(scene, id).includes(by) || parentsOf(scene, by).includes(id))
        throw failure('mask-layer', `${nameOf(layer)} cannot be masked by itself or by what it is in. Choose another layer.`);
      if (layers[by]?.mask) throw failure('mask-layer', `${nameOf(layers[by])} has a mask of its own and cannot be one. Choose another layer.`);
    }
  }
}
