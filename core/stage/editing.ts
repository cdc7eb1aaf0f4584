import type { Document } from '../document/schema.ts';
import { meanScale } from '../draw/matrix.ts';
import { rect } from '../draw/path.ts';
import { type Colour, type Group, type Item, isGroup, type Node, type Picture, type Plane } from '../draw/picture.ts';
import type { Fonts } from '../draw/text.ts';
import { toneMatrix } from '../draw/tone.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { evaluate, type StageOptions } from './evaluate.ts';

/** A layer that is shown as chosen: a line round its silhouette, behind it. */
export interface Mark {
  readonly id: string;
  /** Of the inner line; the outer one is white. */
  readonly colour: Colour;
}

/** A layer as it is at another moment, faint: a neighbouring key. */
export interface Ghost {
  readonly id: string;
  readonly tick: number;
}

export interface Editing {
  readonly marks: readonly Mark[];
  readonly ghosts: readonly Ghost[];
  /** Widths of the inner line and of the white one about it, in the picture's units. */
  readonly line: number;
  readonly rim: number;
  /** The layer whose pictures are shown as what their key leaves of them. */
  readonly matte?: string | undefined;
}

const WHITE = '#ffffff';
const GHOST_ALPHA = 0.22;
const GHOST_COLOUR = toneMatrix({ brightness: 0, contrast: 0, saturation: -0.5, temperature: 0, tintAmount: 0, tint: WHITE });
/** What is fainter than this casts no outline: shadows, blush, sheen. */
const FAINT = 0.6;

/** A picture with what only the composer shows: silhouettes of what is chosen, ghosts of neighbouring keys. */
export function withEditing(picture: Picture, editing: Editing, document: Document, scene: SceneSchedule, fonts: Fonts, options: StageOptions): Picture {
  const { marks, ghosts, line, rim } = editing;
  if (!marks.length && !ghosts.length && !editing.matte) return picture;
  let { planes } = picture;
  if (editing.matte) planes = replaced(planes, editing.matte, asMatte);
  for (const { id, tick } of ghosts) {
    const then = planeOf(evaluate(document, scene, tick, fonts, options).planes, id);
    if (then) planes = under(planes, id, [{ ...asGhost(then), alpha: GHOST_ALPHA, ...(GHOST_COLOUR ? { colour: GHOST_COLOUR } : {}) }]);
  }
  for (const { id, colour } of marks) {
    const plane = planeOf(planes, id);
    if (plane) planes = under(planes, id, [outlined(plane, WHITE, rim, 'rim'), outlined(plane, colour, line, 'line')]);
  }
  return planes === picture.planes ? picture : { ...picture, planes };
}

/** The plane that shows a layer, wherever it lies in the tree; with its look, if that is a plane of its own. */
export function planeOf(planes: readonly Plane[], id: string): Plane | undefined {
  for (const plane of planes) {
    if (plane.id === id || plane.id === `${id}.look`) return plane;
    const inner = plane.planes && planeOf(plane.planes, id);
    if (inner) return inner;
  }
  return undefined;
}

const asMatte = (plane: Plane): Plane => ({
  ...plane,
  nodes: plane.nodes.map((node) => (!isGroup(node) && node.image?.keying ? { ...node, image: { ...node.image, keying: { ...node.image.keying, matte: true } } } : node)),
});

/** Planes with a layer's own changed, wherever it lies in the tree. */
const replaced = (planes: readonly Plane[], id: string, change: (plane: Plane) => Plane): readonly Plane[] =>
  planes.map((plane) => (plane.id === id ? change(plane) : plane.planes && planeOf(plane.planes, id) ? { ...plane, planes: replaced(plane.planes, id, change) } : plane));

/** Planes with some more right below a layer's own, wherever that lies in the tree. */
function under(planes: readonly Plane[], id: string, more: readonly Plane[]): readonly Plane[] {
  const index = planes.findIndex((plane) => planeOf([plane], id));
  const found = planes[index];
  if (!found) return planes;
  const own = found.id === id || found.id === `${id}.look` || !found.planes;
  const inner = own ? [...more, found] : [{ ...found, planes: under(found.planes, id, more) }];
  return [...planes.slice(0, index), ...inner, ...planes.slice(index + 1)];
}

const asGhost = (plane: Plane): Plane => ({ ...plane, id: `${plane.id}.ghost`, ...(plane.planes ? { planes: plane.planes.map(asGhost) } : {}) });

function outlined({ id, view, nodes, planes }: Plane, colour: Colour, width: number, name: string): Plane {
  const scale = meanScale(view);
  return {
    id: `${id}.${name}`,
    view,
    nodes: scale > 1e-6 ? linesOf(nodes, colour, (width * 2) / scale) : [],
    ...(planes ? { planes: planes.map((plane) => outlined(plane, colour, width, name)) } : {}),
  };
}

const known = new WeakMap<readonly Node[], Map<string, readonly Node[]>>();

/** The outlines of nodes, the same list while they are the same. */
function linesOf(nodes: readonly Node[], colour: Colour, width: number): readonly Node[] {
  let lists = known.get(nodes);
  if (!lists) known.set(nodes, (lists = new Map()));
  const key = `${colour} ${width.toFixed(3)}`;
  let lines = lists.get(key);
  if (!lines) lists.set(key, (lines = nodes.flatMap((node) => lineOf(node, colour, width))));
  return lines;
}

function lineOf(node: Node, colour: Colour, width: number): Node[] {
  if ((node.alpha ?? 1) < FAINT || (node.blur ?? 0) > 0) return [];
  if (!isGroup(node)) return itemLine(node, colour, width);
  // What is kept inside a base reaches no farther than the base.
  if (node.base) return lineOf(node.base, colour, width);
  const items = node.items.flatMap((item) => lineOf(item, colour, width));
  return items.length ? [{ id: node.id, ...(node.mask ? { mask: node.mask } : {}), items } satisfies Group] : [];
}

function itemLine(item: Item, colour: Colour, width: number): Node[] {
  const { id, matrix, image, evenOdd } = item;
  const path = item.path ?? (image && rect(image.x, image.y, image.width, image.height));
  if (!path || (!item.fill && !item.stroke && !image)) return [];
  const own = width / Math.max(1e-6, meanScale(matrix)) + (item.stroke?.width ?? 0);
  return [{ id, path, matrix, ...(item.fill ? { fill: colour } : {}), stroke: { paint: colour, width: own, cap: item.stroke?.cap ?? 'round' }, ...(evenOdd ? { evenOdd } : {}) }];
}
