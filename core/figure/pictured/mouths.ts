import type { PictureFigure } from '../../document/schema.ts';
import { multiply, translation } from '../../draw/matrix.ts';
import { type Item, isGroup, type Node } from '../../draw/picture.ts';

interface Look {
  readonly lip: string;
  readonly dark: string;
  /** Thickness of lines about the chart's own; 1 as it was drawn. */
  readonly line: number;
}

/** Draws over each item of a mouth; what is inside a group stays inside it. */
const each = (nodes: readonly Node[], change: (item: Item) => readonly Item[]): Node[] =>
  nodes.flatMap((node): Node[] => (isGroup(node) ? [{ ...node, items: each(node.items, change) }] : [...change(node)]));

const thicker = (item: Item, by: number): Item => (item.stroke ? { ...item, stroke: { ...item.stroke, width: item.stroke.width * by } } : item);

/** How a mouth is drawn on a picture, by the hand that the picture is of: one entry a style. */
export const MOUTH_MAKERS: Readonly<Record<PictureFigure['mouth']['style'], (nodes: readonly Node[], look: Look) => readonly Node[]>> = {
  /** A drawn line round every shape. */
  ink: (nodes, { dark, line }) =>
    each(nodes, (item) => (item.id.endsWith('.lips') ? [{ ...item, fill: dark, stroke: { paint: dark, width: 3.4 * line } }] : [thicker(item, line)])),
  /** Two strokes that do not quite agree, as a brush leaves them. */
  brush: (nodes, { lip, line }) =>
    each(nodes, (item) => {
      if (item.id.endsWith('.lips'))
        return [
          { ...item, stroke: { paint: lip, width: 4.2 * line } },
          { ...item, id: `${item.id}~again`, matrix: multiply(translation(0.5, 0.7), item.matrix), stroke: { paint: lip, width: 2.2 * line }, alpha: 0.55 },
        ];
      return item.stroke
        ? [
            thicker(item, line * 1.25),
            { ...thicker(item, line * 0.7), id: `${item.id}~again`, matrix: multiply(translation(0.3, 0.8), item.matrix), alpha: (item.alpha ?? 1) * 0.5 },
          ]
        : [item];
    }),
  /** Cut out and laid on, with the shade that paper throws. */
  paper: (nodes, { line }) => {
    const cut = each(nodes, (item) => [thicker(item, line)]);
    const first = nodes.find((node): node is Item => !isGroup(node) && node.id.endsWith('.lips'));
    return first
      ? [
          {
            ...first,
            id: `${first.id}~shade`,
            fill: '#2b2430',
            stroke: { paint: '#2b2430', width: 1.5 },
            alpha: 0.28,
            blur: 0.8,
            matrix: multiply(translation(0.8, 1.4), first.matrix),
          },
          ...cut,
        ]
      : cut;
  },
  /** Without lines, its edge a little soft, as on a photo. */
  soft: (nodes, { lip, line }) =>
    each(nodes, (item) => {
      if (item.id.endsWith('.lips')) return [{ ...item, fill: lip, stroke: { paint: lip, width: 2.6 * line }, blur: 0.7 }];
      return [item.stroke ? { ...thicker(item, line), blur: 0.45 } : item];
    }),
};
