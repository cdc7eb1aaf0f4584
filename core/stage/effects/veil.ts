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
