/** A closed line round part of a mask: corners as shares of its width and height. */
export type Outline = readonly (readonly [number, number])[];

/**
 * The outlines of a plate where it crosses one half, one for each piece and hole (marching squares, Lorensen and Cline
 * 1987, in two dimensions), thinned to `tolerance` pixels. The plate is taken as clear outside of itself.
 */
export function outlinesOf(width: number, height: number, value: (x: number, y: number) => number, tolerance = 0.4): Outline[] {
  const at = (x: number, y: number): number => (x < 0 || y < 0 || x >= width || y >= height ? 0 : value(x, y));
  /** Where the line leads from each crossing: keys are crossings on edges between pixel middles. */
  const next = new Map<number, { readonly to: number; readonly x: number; readonly y: number }>();
  const stride = 2 * (width + 3);
  const horizontal = (x: number, y: number): number => (y + 1) * stride + (x + 1) * 2;
  const vertical = (x: number, y: number): number => (y + 1) * stride + (x + 1) * 2 + 1;
  const spots = new Map<number, readonly [number, number]>();
  const crossing = (x0: number, y0: number, x1: number, y1: number): number => {
    const [a, b] = [at(x0, y0), at(x1, y1)];
    const t = (0.5 - a) / (b - a);
    const key = y0 === y1 ? horizontal(x0, y0) : vertical(x0, y0);
    spots.set(key, [x0 + (x1 - x0) * t + 0.5, y0 + (y1 - y0) * t + 0.5]);
    return key;
  };
  const link = (from: number, to: number): void => {
    const [x, y] = spots.get(from) as readonly [number, number];
    next.set(from, { to, x, y });
  };
  for (let y = -1; y < height; y++)
    for (let x = -1; x < width; x++) {
      const [a, b, c, d] = [at(x, y) >= 0.5, at(x + 1, y) >= 0.5, at(x + 1, y + 1) >= 0.5, at(x, y + 1) >= 0.5];
      if (a === b && b === c && c === d) continue;
      const top = (): number => crossing(x, y, x + 1, y);
      const right = (): number => crossing(x + 1, y, x + 1, y + 1);
      const below = (): number => crossing(x, y + 1, x + 1, y + 1);
      const left = (): number => crossing(x, y, x, y + 1);
      // The inside stays on the right hand.
      const code = (a ? 8 : 0) + (b ? 4 : 0) + (c ? 2 : 0) + (d ? 1 : 0);
      const cases: Readonly<Record<number, () => void>> = {
        1: () => link(below(), left()),
        2: () => link(right(), below()),
        3: () => link(right(), left()),
        4: () => link(top(), right()),
        5: () => (link(top(), left()), link(below(), right())),
        6: () => link(top(), below()),
        7: () => link(top(), left()),
        8: () => link(left(), top()),
        9: () => link(below(), top()),
        10: () => (link(left(), below()), link(right(), top())),
        11: () => link(right(), top()),
        12: () => link(left(), right()),
        13: () => link(below(), right()),
        14: () => link(left(), below()),
      };
      cases[code]?.();
    }
  const out: Outline[] = [];
  while (next.size) {
    const [start] = next.keys() as IterableIterator<number> & Iterable<number>;
    const line: [number, number][] = [];
    for (let key = start as number; ; ) {
      const step = next.get(key);
      if (!step) break;
      next.delete(key);
      line.push([step.x, step.y]);
      key = step.to;
    }
    const thin = thinned(line, tolerance);
    if (thin.length > 2) out.push(thin.map(([x, y]) => [x / width, y / height] as const));
  }
  return out;
}

/** A line without the points that lie nearer to it than a tolerance (Douglas and Peucker 1973). */
export function thinned(line: readonly (readonly [number, number])[], tolerance: number): (readonly [number, number])[] {
  if (line.length < 4) return [...line];
  const keep = new Uint8Array(line.length);
  keep[0] = keep[line.length - 1] = 1;
  const stack: [number, number][] = [[0, line.length - 1]];
  for (let part = stack.pop(); part; part = stack.pop()) {
    const [from, to] = part;
    const [ax, ay] = line[from] as readonly [number, number];
    const [bx, by] = line[to] as readonly [number, number];
    const long = Math.hypot(bx - ax, by - ay);
    let [far, most] = [-1, tolerance];
    for (let n = from + 1; n < to; n++) {
      const [x, y] = line[n] as readonly [number, number];
      const away = long > 1e-9 ? Math.abs((bx - ax) * (ay - y) - (ax - x) * (by - ay)) / long : Math.hypot(x - ax, y - ay);
      if (away > most) [far, most] = [n, away];
    }
    if (far < 0) continue;
    keep[far] = 1;
    stack.push([from, far], [far, to]);
  }
  return line.filter((_, n) => keep[n]);
}
