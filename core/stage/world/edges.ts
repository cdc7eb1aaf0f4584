import { type Matrix, meanScale } from '../../draw/matrix.ts';
import { type Colour, type Item, itemOf, type Node } from '../../draw/picture.ts';
import { shifted } from '../styles/style.ts';
import { SOURCE } from './hand.ts';
import { silhouette } from './silhouette.ts';
import { type Daylight, distance, lighter, lit, rimOf, shade } from './tones.ts';

/** What parts figures from where they stand. */
export interface Surrounding {
  readonly light: Daylight;
  /** The tone that people mostly stand before, as it is in that light; undefined where nobody knows. */
  readonly behind: Colour | undefined;
}

/** Figure units: how wide the widest rim is across and down, towards the light from the upper left; and the line about what is of the ground's tone. */
const RIM = { x: 2.3, y: 1.3 } as const;
const LINE = 2.4;
/** Tones that are nearer to each other than this (OKLab) run together. */
const NEAR = 0.1;
/** How far the line's tone is from the ground's, and how much of it is seen. */
const STEP = 0.09;
const SEEN = 0.7;

interface Known extends Surrounding {
  readonly side: 1 | -1;
}
const edges = new WeakMap<Item, Known & { readonly nodes: readonly Item[] }>();
const lists = new WeakMap<readonly Node[], Known & { readonly nodes: readonly Node[] }>();
const isSame = (known: Known | undefined, light: Daylight, behind: Colour | undefined, side: 1 | -1): boolean =>
  known !== undefined && known.light === light && known.behind === behind && known.side === side;

/**
 * The nodes of a figure with what parts it from its ground, behind all of it, so that only its silhouette shows it: a
 * rim of the light where that stands low, on the side that it comes from (the picture's left; `side` is -1 for a figure
 * that is mirrored), and a line about parts that are of the ground's tone. The same list gives the same list, the same
 * part the same edges.
 */
export function edged(nodes: readonly Node[], { light, behind }: Surrounding, side: 1 | -1): readonly Node[] {
  const known = lists.get(nodes);
  if (known && isSame(known, light, behind, side)) return known.nodes;
  const under: Item[] = [];
  const floor: Node[] = [];
  const over: Node[] = [];
  // Without a rim it is those alone that run into their ground.
  const takes = rimOf(light) ? undefined : (fill: Colour): boolean => runsInto(fill, light, behind);
  for (const node of nodes) {
    if (node.id.startsWith('floor.')) {
      floor.push(node);
      continue;
    }
    over.push(node);
    for (const item of silhouette(node, takes)) under.push(...edgesOf(item, light, behind, side));
  }
  const made = under.length ? [...floor, ...under, ...over] : nodes;
  lists.set(nodes, { light, behind, side, nodes: made });
  return made;
}

const told = new WeakMap<Daylight, Map<Colour, Map<Colour, boolean>>>();
/** Whether a colour, in a light, is of the tone behind it: asked of every part in every frame, so it is remembered by both colours. */
function runsInto(fill: Colour, light: Daylight, behind: Colour | undefined): boolean {
  if (behind === undefined) return false;
  let grounds = told.get(light);
  if (!grounds) told.set(light, (grounds = new Map()));
  let fills = grounds.get(behind);
  if (!fills) grounds.set(behind, (fills = new Map()));
  let near = fills.get(fill);
  if (near === undefined) fills.set(fill, (near = distance(lit(fill, light, light.people), behind) < NEAR));
  return near;
}

function edgesOf(item: Item, light: Daylight, behind: Colour | undefined, side: 1 | -1): readonly Item[] {
  let known = edges.get(item);
  if (!known || !isSame(known, light, behind, side)) edges.set(item, (known = { light, behind, side, nodes: drawn(item, light, behind, side) }));
  return known.nodes;
}

function drawn(item: Item, light: Daylight, behind: Colour | undefined, side: 1 | -1): readonly Item[] {
  const out: Item[] = [];
  const { path, matrix, evenOdd } = item;
  const rim = rimOf(light);
  if (rim) {
    const at: Matrix = shifted(matrix, -RIM.x * rim.wide * side, -RIM.y * rim.wide);
    out.push(itemOf(`rim.${item.id}.${SOURCE}`, at, { path, fill: rim.colour, evenOdd }));
  }
  if (behind !== undefined && runsInto(item.fill as Colour, light, behind)) {
    const paint = distance(behind, '#ffffff') < 0.5 ? lighter(shade(behind), -STEP / 2) : lighter(behind, STEP);
    const width = (LINE * 2) / Math.max(1e-3, meanScale(matrix));
    out.push(itemOf(`edge.${item.id}.${SOURCE}`, matrix, { path, stroke: { paint, width, cap: 'round' }, alpha: SEEN }));
  }
  return out;
}
