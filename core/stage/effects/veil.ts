import { IDENTITY } from '../../draw/matrix.ts';
import { rect } from '../../draw/path.ts';
import type { Blend, ColourMatrix, Node, Paint, Plane } from '../../draw/picture.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';

/** Empty list that is always the same. */
export const NOTHING: readonly Node[] = [];

const made = new Map<string, readonly Node[]>();

/** Nodes by a name: the same list for the same name. */
export function kept(name: string, make: () => readonly Node[]): readonly Node[] {
  let nodes = made.get(name);
  if (!nodes) {
    if (made.size > 400) made.clear();
    made.set(name, (nodes = make()));
  }
  return nodes;
}

/** All of the picture in a paint; the same nodes for the same name. */
export const veil = (name: string, width: number, height: number, fill: () => Paint): readonly Node[] =>
  kept(`${name} ${width} ${height}`, () => [{ id: 'veil', path: rect(-20, -20, width + 40, height + 40), matrix: IDENTITY, fill: fill() }]);

/** A plane over all of the picture. */
export const over = (id: string, nodes: readonly Node[], alpha: number, blend?: Blend): Plane => ({ id, view: IDENTITY, nodes, alpha, ...(blend ? { blend } : {}) });

const laidBefore = new WeakMap<readonly Node[], Map<number, readonly Node[]>>();

/**
 * Nodes laid over the picture as they are, their strength in each of them: painted straight onto what lies below, where `over`
 * with less than all of its strength or a blend needs a surface as large as the picture. For nodes that do not overlap.
 */
export function laid(id: string, nodes: readonly Node[], strength: number): Plane {
  const alpha = Math.round(Math.min(1, strength) * 255) / 255;
  if (alpha === 1) return { id, view: IDENTITY, nodes };
  let known = laidBefore.get(nodes);
  if (!known) laidBefore.set(nodes, (known = new Map()));
  let own = known.get(alpha);
  if (!own) {
    if (known.size > 64) known.clear();
    known.set(alpha, (own = nodes.map((node) => ({ ...node, alpha: (node.alpha ?? 1) * alpha }))));
  }
  return { id, view: IDENTITY, nodes: own };
}

const channels = (colour: string): [number, number, number] => [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255) as [number, number, number];
const written = (values: readonly number[]): string =>
  `#${values
    .map((value) =>
      Math.round(Math.min(1, Math.max(0, value)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/**
 * A colour and how much of it to lay over a picture so that white becomes what `share` of a multiplied `colour` makes of it:
 * c (1 - share (1 - colour)) by an ordinary mix. Black is lifted a little where the colour is one.
 */
export function multiplied(colour: string, share: number): { readonly colour: string; readonly alpha: number } {
  const left = channels(colour).map((value) => 1 - share * (1 - value));
  const alpha = 1 - Math.min(...left);
  return { colour: alpha > 0 ? written(left.map((value) => (value - (1 - alpha)) / alpha)) : colour, alpha };
}

/** The same for a `colour` that is screened: black becomes what it makes of it, c + share colour (1 - c). */
export function screened(colour: string, share: number): { readonly colour: string; readonly alpha: number } {
  const added = channels(colour).map((value) => share * value);
  const alpha = Math.max(...added);
  return { colour: alpha > 0 ? written(added.map((value) => value / alpha)) : colour, alpha };
}

/** Less or more colour, each channel so many times as strong, and so much added. */
export function graded(saturation: number, [kr, kg, kb]: readonly [number, number, number], [or, og, ob]: readonly [number, number, number], share: number): ColourMatrix {
  // Weights of what a picture is in grey (ITU-R BT.709).
  const [wr, wg, wb] = [0.2126, 0.7152, 0.0722];
  const s = saturation;
  const row = (n: 0 | 1 | 2, k: number, o: number): number[] => {
    const own = [wr * (1 - s), wg * (1 - s), wb * (1 - s)];
    own[n] = (own[n] as number) + s;
    // Only so far from the picture itself.
    return [...own.map((value, m) => value * k * share + (m === n ? 1 - share : 0)), o * share];
  };
  return [...row(0, kr, or), ...row(1, kg, og), ...row(2, kb, ob)] as unknown as ColourMatrix;
}

export const secondsOf = (tick: number): number => tick / TICKS_PER_SECOND;
/** Steps in which what flutters is drawn: on twos. */
export const onTwos = (tick: number): number => Math.floor(secondsOf(tick) * 12 + 1e-6);
