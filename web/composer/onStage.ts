import type { Layer, Scene } from '#core/document/schema';
import { inTreeOrder, parentsOf } from '#core/document/tree';
import { standsOn } from '#core/stage/arrival';
import type { LayerBox } from '#core/stage/boxes';
import type { Landmark, StageExtent } from '#core/stage/snapping';

/** What is looked at, and the pixels it is shown on. */
export interface Screen {
  /** Pixels of a stage unit. */
  readonly k: number;
  readonly width: number;
  readonly height: number;
  readonly sx: (x: number) => number;
  readonly sy: (y: number) => number;
  /** Back to stage units. */
  readonly ux: (px: number) => number;
  readonly uy: (px: number) => number;
}

export function screenOf(size: { readonly width: number; readonly height: number }, view: { readonly x: number; readonly y: number; readonly width: number }): Screen {
  const k = size.width / view.width;
  return {
    ...size,
    k,
    sx: (x) => (x - view.x) * k + size.width / 2,
    sy: (y) => (y - view.y) * k + size.height / 2,
    ux: (px) => (px - size.width / 2) / k + view.x,
    uy: (px) => (px - size.height / 2) / k + view.y,
  };
}

export const extentOf = ({ corners }: Pick<LayerBox, 'corners'>): StageExtent => ({
  left: Math.min(...corners.map(({ x }) => x)),
  top: Math.min(...corners.map(({ y }) => y)),
  right: Math.max(...corners.map(({ x }) => x)),
  bottom: Math.max(...corners.map(({ y }) => y)),
});

/** Room beside a figure's body in its box that is air, stage units at scale 1. */
const AIR = 34;

/** What of a figure counts as standing there: its box without the room for its arms. */
export function bodyOf(box: LayerBox, layer: Layer): StageExtent {
  const extent = extentOf(box);
  if (layer.kind !== 'character') return extent;
  const air = Math.min((extent.right - extent.left) / 4, AIR * Math.abs(layer.scaleX ?? 1));
  return { ...extent, left: extent.left + air, right: extent.right - air };
}

/** Something as others line up with it. */
export function landmarkOf(box: LayerBox, layer: Layer, name: string): Landmark {
  const stands = standsOn(layer);
  const extent = bodyOf(box, layer);
  return { id: box.id, name, extent, stands, anchor: stands ? box.anchor : { x: (extent.left + extent.right) / 2, y: (extent.top + extent.bottom) / 2 } };
}

/** What is taken hold of instead of a layer: the group or the hand that it is in, up to the group that was entered. */
export function heldBy(scene: Pick<Scene, 'layers'>, id: string, entered: string | undefined): string {
  const chain = [id, ...parentsOf(scene, id)];
  const at = entered === undefined ? -1 : chain.indexOf(entered);
  return (at > 0 ? chain[at - 1] : chain.at(-1)) as string;
}

/** Layers front first, as they are painted. */
export const frontFirst = (scene: Pick<Scene, 'layers'>): string[] => [...inTreeOrder(scene)].map(([id]) => id).reverse();

/** Whether a point lies in a box, however that is turned. */
export function isIn({ corners }: Pick<LayerBox, 'corners'>, x: number, y: number): boolean {
  let inside = true;
  let sign = 0;
  corners.forEach((a, n) => {
    const b = corners[(n + 1) % 4] as { x: number; y: number };
    const side = Math.sign((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x));
    if (side !== 0 && sign !== 0 && side !== sign) inside = false;
    if (side !== 0) sign = side;
  });
  return inside;
}

/**
 * What a press at a place takes hold of. What is chosen and lies there keeps it, so that it can be dragged though it is
 * covered; pressed again without a drag, the next one deeper is meant (`deeper`).
 */
export function heldAt(under: readonly string[], chosen: readonly string[]): { readonly hold: string | undefined; readonly deeper: string | undefined } {
  const at = under.findIndex((id) => chosen.includes(id));
  if (at < 0) return { hold: under[0], deeper: undefined };
  return { hold: under[at], deeper: under.length > 1 ? under[(at + 1) % under.length] : undefined };
}
