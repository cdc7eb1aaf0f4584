import { oklch, readOklch } from '../../draw/colour.ts';
import { dice } from '../../draw/hash.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { pen } from '../../draw/path.ts';
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

/** Pits of the board, which chalk does not reach: dots by the square unit, and the side of a tile (units). */
const PITS = 1 / 150;
const TILE = 120;
const grains = new Map<string, readonly Node[]>();

/** The grain of the board over all that is drawn, in tiles, so that what moves asks only for those that it touches. */
function grain(width: number, height: number): readonly Node[] {
  const key = `${width} ${height}`;
  let nodes = grains.get(key);
  if (!nodes) {
    const chance = dice(97);
    const made: Node[] = [];
    for (let y = -height / 2; y < height / 2; y += TILE)
      for (let x = -width / 2; x < width / 2; x += TILE) {
        const out = pen();
        for (let n = 0; n < TILE * TILE * PITS; n++) {
          const [cx, cy, r] = [x + chance.next() * TILE, y + chance.next() * TILE, chance.between(0.7, 1.9)];
          const slim = chance.between(0.5, 1);
          out
            .move(cx - r, cy)
            .line(cx, cy - r * slim)
            .line(cx + r * slim, cy + r * 0.2)
            .line(cx, cy + r)
            .close();
        }
        made.push({ id: `grain ${x} ${y}`, path: out.done(), fill: BOARD, alpha: 0.75, matrix: IDENTITY });
      }
    grains.set(key, (nodes = made));
  }
  return nodes;
}

export const chalk: Style = {
  id: 'chalk',
  name: 'Chalk on a board',
  reach: 6,
  background: () => BOARD,
  over: grain,
  node(node, kind): readonly Node[] {
    if (!isGroup(node)) return drawn(node, kind);
    const outline = node.base ? drawn(node.base, kind) : [];
    const base = outline.at(-1);
    const items = node.items.flatMap((item) => chalk.node?.(item, kind) ?? []);
    const { base: _, items: __, ...rest } = node;
    return base ? [...outline.slice(0, -1), { ...rest, base, items }] : items.length ? [{ ...rest, items }] : [];
  },
};
