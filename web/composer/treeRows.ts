import type { Layer, Scene } from '#core/document/schema';
import { childrenOf, withinOf } from '#core/document/tree';

/** One row of the tree: a layer, how deep it lies, whether anything lies in it and is shown. */
export interface TreeRow {
  readonly id: string;
  readonly layer: Layer;
  readonly depth: number;
  readonly holds: boolean;
  readonly open: boolean;
}

type Folds = Readonly<Record<string, boolean>>;

/** Layers from front to back, what is in a group after it; what is in a folded group (`open[id]` false) is left out. */
export function treeRows(scene: Pick<Scene, 'layers'>, open: Folds): TreeRow[] {
  const out: TreeRow[] = [];
  const visit = (parent: string | undefined, depth: number): void => {
    for (const [id, layer] of childrenOf(scene, parent).reverse()) {
      const holds = layer.kind === 'group' || childrenOf(scene, id).length > 0;
      const shown = holds && open[id] !== false;
      out.push({ id, layer, depth, holds, open: shown });
      if (shown) visit(id, depth + 1);
    }
  };
  visit(undefined, 0);
  return out;
}

/** Where a dragged row comes to lie: in which group, in front of which of its layers (null: behind all of them). */
export interface Landing {
  readonly parent: string | undefined;
  readonly after: string | null;
  readonly depth: number;
}

/**
 * Where rows that are dragged land, let go above the row `gap` (their number: below all) at a depth wished for. Depths
 * that the rows above and below do not allow give the nearest that they do; undefined where it would lie in itself.
 */
export function landingAt(scene: Pick<Scene, 'layers'>, rows: readonly TreeRow[], dragged: string, gap: number, wished: number): Landing | undefined {
  const itself = new Set(withinOf(scene, dragged));
  const above = rows.slice(0, gap).findLast(({ id }) => !itself.has(id));
  const below = rows.slice(gap).find(({ id }) => !itself.has(id));
  const deepest = above ? above.depth + (above.open && above.layer.kind === 'group' ? 1 : 0) : 0;
  const depth = Math.min(deepest, Math.max(below?.depth ?? 0, wished));
  // The parent is the nearest row above that lies one less deep.
  const own = scene.layers[dragged]?.parent;
  const parent = depth === 0 ? undefined : rows.slice(0, gap).findLast((row) => row.depth === depth - 1)?.id;
  if (parent !== undefined && (itself.has(parent) || (scene.layers[parent]?.kind !== 'group' && parent !== own))) return undefined;
  const behind = rows.slice(gap).find((row) => !itself.has(row.id) && row.layer.parent === parent)?.id ?? null;
  return { parent, after: behind, depth };
}
