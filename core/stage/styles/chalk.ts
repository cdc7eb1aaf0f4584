import { oklch, readOklch } from '../../draw/colour.ts';
import { type Colour, type Item, isGroup, type Node, type Paint } from '../../draw/picture.ts';
import { hasEdge, type Style } from './style.ts';

/** The board, and how light chalk of any colour is on it. */
const BOARD = '#27352f';
const WIDTH = { figure: 3.1, prop: 3.1, set: 2.3 } as const;

const chalks = new Map<Colour, Colour>();
function chalkOf(paint: Paint | undefined): Colour {
  const colour = typeof paint === 'string' ? paint : (paint?.stops[0]?.colour ?? '#ffffff');
  let chalk = chalks.get(colour);
  if (!chalk) {
    const { l, c, h } = readOklch(colour);
    chalks.set(colour, (chalk = oklch(0.84 + l * 0.12, Math.min(0.11, c * 0.85), h)));
  }
  return chalk;
}

/** Chalk on a board: every shape is its outline, filled with the board so that it still hides what is behind. */
function drawn(item: Item, kind: keyof typeof WIDTH): Item[] {
  if (item.image) return [item];
  const { fill, stroke, blend: _, ...rest } = item;
  if (stroke && fill === undefined) return [{ ...rest, stroke: { ...stroke, paint: chalkOf(stroke.paint), width: Math.min(3, Math.max(1.5, stroke.width)) } }];
  if (fill === undefined) return [];
  if (!hasEdge(item))
    return /pupil|iris$/.test(item.id)
      ? [{ ...rest, fill: /pupil/.test(item.id) ? '#f3f1e6' : BOARD, ...(/iris/.test(item.id) ? { stroke: { paint: chalkOf(fill), width: 1.4 } } : {}) }]
      : [];
  // The line first, then the board inside it: a shape of several limbs has one outline, its joints none.
  const line = chalkOf(fill);
  return [
    { ...rest, id: `${rest.id}~chalk`, fill: line, stroke: { paint: line, width: WIDTH[kind] * 1.7 } },
    { ...rest, fill: BOARD },
  ];
}

export const chalk: Style = {
  id: 'chalk',
  name: 'Chalk on a board',
  background: () => BOARD,
  node(node, kind): readonly Node[] {
    if (!isGroup(node)) return drawn(node, kind);
    const outline = node.base ? drawn(node.base, kind) : [];
    const base = outline.at(-1);
    const items = node.items.flatMap((item) => chalk.node?.(item, kind) ?? []);
    const { base: _, items: __, ...rest } = node;
    return base ? [...outline.slice(0, -1), { ...rest, base, items }] : items.length ? [{ ...rest, items }] : [];
  },
};
