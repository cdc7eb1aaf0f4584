import { type Matrix, multiply, rotation, translation } from '../../draw/matrix.ts';
import { moved, type Node } from '../../draw/picture.ts';
import { clamp, smooth } from '../../time/easing.ts';
import type { Action } from '../actions/action.ts';
import type { Pose, Side } from '../pose.ts';
import type { Skeleton } from '../skeleton.ts';
import { Sketch } from '../sketch.ts';
import { thingOf } from './index.ts';

/** What a figure has in its hands at a moment, by the id of the thing. */
export interface Holding {
  readonly thing: string;
  /** In one hand, or between both. */
  readonly hand: Side | 'both';
}

/** How far from the wrist a grip closes, for an adult's hand (units). */
const GRIP = 27;

/** Things are drawn as large as hands are. */
const LARGE = 1.28;

const EMPTY: readonly Holding[] = [];

/** What an action holds, for a hand; `thing` replaces the action's own, `none` leaves the hands empty. */
export function holdingOf(action: Action | undefined, hand: 'left' | 'right' | 'both', thing?: string): readonly Holding[] {
  if (!action?.holds || thing === 'none') return EMPTY;
  const held = thingOf(thing ?? action.holds);
  if (!held) return EMPTY;
  if (!action.handed && held.between) return [{ thing: held.id, hand: 'both' }];
  const side = action.handed && hand === 'left' ? 'L' : 'R';
  const rest = action.other ? [{ thing: action.other, hand: side === 'L' ? ('R' as const) : ('L' as const) }] : [];
  return [...rest, { thing: held.id, hand: side }];
}

/** A drawn figure with what it holds: behind its fingers, before its body. */
export const withThings = (nodes: readonly Node[], sk: Skeleton, pose: Pose, held: readonly Holding[], size: number): readonly Node[] =>
  held.reduce((drawn, holding) => withThing(drawn, sk, pose, holding, size), nodes);

/** A thing comes and goes with the grip that closes on it, so that it never pops. */
function withThing(nodes: readonly Node[], sk: Skeleton, pose: Pose, holding: Holding, size: number): readonly Node[] {
  const thing = thingOf(holding.thing);
  if (!thing) return nodes;
  const sides: readonly Side[] = holding.hand === 'both' ? ['L', 'R'] : [holding.hand];
  const grip = Math.max(...sides.map((side) => pose[`grip${side}`]));
  const shown = smooth(clamp((grip - 0.12) / 0.55, 0, 1));
  if (shown < 0.02) return nodes;
  const grips = sides.map((side) => gripAt(sk, side, size));
  const x = grips.reduce((sum, at) => sum + at.x, 0) / grips.length;
  const y = grips.reduce((sum, at) => sum + at.y, 0) / grips.length;
  // A thing between two hands lies level with them; one that turns with a hand points as the hand does.
  const [first, last] = [grips[0] as (typeof grips)[number], grips.at(-1) as (typeof grips)[number]];
  const angle = grips.length > 1 ? Math.atan2(last.y - first.y, Math.max(20, last.x - first.x)) : thing.along ? Math.PI - first.angle : 0;
  const at: Matrix = multiply(translation(x, y), multiply(rotation(angle), [shown * LARGE, 0, 0, shown * LARGE, 0, 0]));
  const s = new Sketch(`held.${thing.id}`);
  thing.draw(s);
  const drawn = s.nodes.map((node) => moved(node, at));
  const before = fingersAt(nodes, sides);
  return before < 0 ? [...nodes, ...drawn] : [...nodes.slice(0, before), ...drawn, ...nodes.slice(before)];
}

/** Where the grip of a hand closes, in figure units, and the direction of the hand; `size` of the hand. */
export function gripAt(sk: Skeleton, side: Side, size: number): { readonly x: number; readonly y: number; readonly angle: number } {
  const { wrist, handAngle } = sk.arms[side];
  return { x: wrist.x + Math.sin(handAngle) * GRIP * size, y: wrist.y + Math.cos(handAngle) * GRIP * size, angle: handAngle };
}

/** Index of the first node of the hands' fingers: what is held comes before it. -1 where there are none. */
export const fingersAt = (nodes: readonly Node[], sides: readonly Side[]): number => nodes.findIndex(({ id }) => sides.some((side) => id.startsWith(handOf(nodes, side))));

/** A person's arm begins with its hand; a mascot's hand comes after the tube of its arm. */
const handOf = (nodes: readonly Node[], side: Side): string => (nodes.some(({ id }) => id === `arm${side}.tube`) ? `arm${side}.f` : `arm${side}.`);
