import type { Node, Plane } from '../draw/picture.ts';
import { type StagedLayer, valueAt } from '../schedule/staged.ts';
import type { Moment } from './moment.ts';
import { styledPlane } from './styles/index.ts';
import { castShade } from './world/castShade.ts';
import { edged } from './world/edges.ts';
import { inLight } from './world/planes.ts';
import type { Daylight } from './world/tones.ts';

const lists = new WeakMap<readonly Node[], { readonly light: Daylight; readonly nodes: readonly Node[] }>();

/** A plane of people or things in a set's light; the same nodes give the same nodes. */
export function litPlane(plane: Plane, light: Daylight | undefined): Plane {
  if (!light || !plane.nodes.length) return plane;
  let known = lists.get(plane.nodes);
  if (known?.light !== light) lists.set(plane.nodes, (known = { light, nodes: plane.nodes.map((node) => inLight(node, light)) }));
  return { ...plane, nodes: known.nodes };
}

/** A figure's plane in the set's light and the production's style. */
export const figurePlane = ({ light, style }: Moment, plane: Plane): Plane => styledPlane(litPlane(plane, light), style, 'figure');

/** A figure's nodes as it stands in a set: its shade falls away from the light there, and it is parted from what is behind it. */
export function inPlace({ backdrop: { about }, style, tick }: Moment, staged: StagedLayer, nodes: readonly Node[]): readonly Node[] {
  if (!about) return nodes;
  const side = valueAt(staged, 'scaleX', tick) < 0 ? -1 : 1;
  const shaded = castShade(nodes, about.light.low, side);
  // Other styles have their own way to part what lies before each other.
  return style.id === 'flat' ? edged(shaded, about, side) : shaded;
}
