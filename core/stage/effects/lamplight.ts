import { IDENTITY } from '../../draw/matrix.ts';
import { rect } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import type { EffectKind } from './effect.ts';
import { laid, multiplied } from './veil.ts';

/** What a multiplied dark blue leaves of a picture. */
const night = multiplied('#141c33', 1);
const memo = new Map<string, readonly Node[]>();

/** A pool of light on everything below, and the rest a little darker. */
export const lamplight: EffectKind = {
  id: 'lamplight',
  label: 'Lamplight',
  icon: 'M9 3h6l3 8H6zM12 11v6M8 21h8M12 17v4',
  on: 'below',
  fields: [
    { name: 'x', label: 'Left to right', control: 'number', unit: 'share', least: -0.5, most: 1.5, rest: 0.5, step: 0.01 },
    { name: 'y', label: 'Up and down', control: 'number', unit: 'share', least: -0.5, most: 1.5, rest: 0.4, step: 0.01 },
    { name: 'size', label: 'Reach', control: 'number', unit: 'share', least: 0.05, most: 2, rest: 0.5, step: 0.05 },
    { name: 'dark', label: 'Dark around', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.55, step: 0.05 },
    { name: 'colour', label: 'Colour', control: 'colour', rest: '#ffdf9e' },
  ],
  apply(planes, { id, values, strength, frame: { width, height } }) {
    const [x, y, size, colour] = [values.number('x') * width, values.number('y') * height, values.number('size') * width, values.colour('colour')];
    const key = `${x} ${y} ${size} ${colour} ${width} ${height}`;
    let nodes = memo.get(key);
    if (!nodes) {
      if (memo.size > 200) memo.clear();
      const pool = (from: string, to: string, alpha: readonly [number, number]) =>
        ({
          kind: 'radial',
          centre: [x, y],
          radius: size,
          stops: [
            { at: 0, colour: from, alpha: alpha[0] },
            { at: 1, colour: to, alpha: alpha[1] },
          ],
        }) as const;
      const path = rect(0, 0, width, height);
      nodes = [
        { id: 'dark', path, matrix: IDENTITY, fill: pool(night.colour, night.colour, [0, 1]) },
        { id: 'light', path, matrix: IDENTITY, fill: pool(colour, colour, [0.24, 0]) },
      ];
      memo.set(key, nodes);
    }
    const [dark, light] = nodes as [Node, Node];
    return [...planes, laid(`${id}.dark`, one(dark), night.alpha * values.number('dark') * strength), laid(`${id}.light`, one(light), strength)];
  },
};

const lists = new WeakMap<Node, readonly Node[]>();
function one(node: Node): readonly Node[] {
  let list = lists.get(node);
  if (!list) lists.set(node, (list = [node]));
  return list;
}
