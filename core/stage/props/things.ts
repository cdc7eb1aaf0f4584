import { translation } from '../../draw/matrix.ts';
import { hull } from '../../draw/path.ts';
import { isGroup, moved, type Node } from '../../draw/picture.ts';
import { Sketch } from '../../figure/sketch.ts';
import { THINGS } from '../../figure/things/index.ts';
import type { Thing } from '../../figure/things/thing.ts';
import type { Prop } from './prop.ts';

/** How far nodes reach down, in their own units. */
function lowest(nodes: readonly Node[]): number {
  let bottom = Number.NEGATIVE_INFINITY;
  for (const node of nodes) {
    if (isGroup(node)) bottom = Math.max(bottom, lowest(node.base ? [node.base] : node.items));
    else if (node.path?.length) bottom = Math.max(bottom, hull(node.path).bottom + node.matrix[5] + (node.stroke?.width ?? 0) / 2);
  }
  return bottom;
}

/** Something that hands hold, standing by itself; taken up, it is held where hands hold it. */
function standing(thing: Thing): Prop {
  const sketch = new Sketch(thing.id);
  thing.draw(sketch);
  const down = lowest(sketch.nodes);
  return { id: thing.id, name: thing.name, words: thing.words, grip: [0, -down], draw: () => sketch.nodes.map((node) => moved(node, translation(0, -down))) };
}

/** Things of the house that has a larger one of its own among the props are left to hands. */
const ONLY_HELD: readonly string[] = ['lantern'];

/** Everything that can be held, as something that stands on the stage. */
export const THING_PROPS: readonly Prop[] = THINGS.filter(({ id }) => !ONLY_HELD.includes(id)).map(standing);
