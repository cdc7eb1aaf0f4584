/** Eight neighbours in pairs of opposite ways: right, left, down, up, and the diagonals. */
export const WAYS: readonly (readonly [number, number])[] = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [-1, 1],
  [1, -1],
];

const FREE = 0;
const SOURCE = 1;
const SINK = 2;
const TERMINAL = 8;
const ORPHAN = 9;
const NONE = 10;
const LEAST = 1e-7;

/**
 * The cheapest cut of a grid by growing two trees of paths (Boykov and Kolmogorov 2004, An Experimental Comparison of
 * Min-Cut/Max-Flow Algorithms): `terminal` is what ties each pixel to the source (positive) or to the sink (negative),
 * `between[way][pixel]` what ties it to its neighbour that way (0 over the border). Both are used up.
 * @returns 1 where a pixel stays with the source.
 */
export function cutGrid(width: number, height: number, terminal: Float32Array, between: readonly Float32Array[]): Uint8Array {
  const count = width * height;
  const step = WAYS.map(([x, y]) => y * width + x);
  const tree = new Uint8Array(count);
  const parent = new Uint8Array(count).fill(NONE);
  const stamp = new Int32Array(count);
  const distance = new Int32Array(count);
  const queued = new Uint8Array(count);
  const queue = new Int32Array(count + 1);
  let [head, tail] = [0, 0];
  let orphans: number[] = [];
  let time = 0;

  const activate = (p: number): void => {
    if (queued[p]) return;
    queued[p] = 1;
    queue[tail] = p;
    tail = tail === count ? 0 : tail + 1;
  };
  for (let p = 0; p < count; p++)
    if (Math.abs(terminal[p] as number) > LEAST) {
      tree[p] = (terminal[p] as number) > 0 ? SOURCE : SINK;
      parent[p] = TERMINAL;
      distance[p] = 1;
      activate(p);
    }

  const free = (p: number): void => {
    parent[p] = ORPHAN;
    orphans.push(p);
  };
  /** Sends as much as goes along the path through p (source's side) and its neighbour. */
  const augment = (p: number, way: number): void => {
    const q = p + (step[way] as number);
    const over = between[way] as Float32Array;
    let most = over[p] as number;
    let at = p;
    for (let up = parent[at] as number; up !== TERMINAL; up = parent[at] as number) {
      const above = at + (step[up] as number);
      most = Math.min(most, (between[up ^ 1] as Float32Array)[above] as number);
      at = above;
    }
    most = Math.min(most, terminal[at] as number);
    at = q;
    for (let up = parent[at] as number; up !== TERMINAL; up = parent[at] as number) {
      most = Math.min(most, (between[up] as Float32Array)[at] as number);
      at += step[up] as number;
    }
    most = Math.min(most, -(terminal[at] as number));

    over[p] = (over[p] as number) - most;
    const back = between[way ^ 1] as Float32Array;
    back[q] = (back[q] as number) + most;
    at = p;
    for (let up = parent[at] as number; up !== TERMINAL; up = parent[at] as number) {
      const above = at + (step[up] as number);
      const to = between[up ^ 1] as Float32Array;
      const from = between[up] as Float32Array;
      to[above] = (to[above] as number) - most;
      from[at] = (from[at] as number) + most;
      if ((to[above] as number) <= LEAST) free(at);
      at = above;
    }
    terminal[at] = (terminal[at] as number) - most;
    if ((terminal[at] as number) <= LEAST) free(at);
    at = q;
    for (let up = parent[at] as number; up !== TERMINAL; up = parent[at] as number) {
      const above = at + (step[up] as number);
      const to = between[up] as Float32Array;
      const from = between[up ^ 1] as Float32Array;
      to[at] = (to[at] as number) - most;
      from[above] = (from[above] as number) + most;
      if ((to[at] as number) <= LEAST) free(at);
      at = above;
    }
    terminal[at] = (terminal[at] as number) + most;
    if (-(terminal[at] as number) <= LEAST) free(at);
  };

  /** How far a pixel is from its tree's root; 0 where the path ends in an orphan. */
  const depth = (p: number): number => {
    let at = p;
    let d = 0;
    for (;;) {
      if (stamp[at] === time) {
        d += distance[at] as number;
        break;
      }
      const up = parent[at] as number;
      if (up === TERMINAL) {
        d++;
        stamp[at] = time;
        distance[at] = 1;
        break;
      }
      if (up >= ORPHAN) return 0;
      d++;
      at += step[up] as number;
    }
    const whole = d;
    for (at = p; stamp[at] !== time; at += step[parent[at] as number] as number) {
      stamp[at] = time;
      distance[at] = d--;
    }
    return whole;
  };
  const adopt = (p: number): void => {
    const mine = tree[p] as number;
    let best = NONE;
    let least = Number.MAX_SAFE_INTEGER;
    for (let way = 0; way < 8; way++) {
      const q = p + (step[way] as number);
      const room = mine === SOURCE ? (q >= 0 && q < count ? ((between[way ^ 1] as Float32Array)[q] as number) : 0) : ((between[way] as Float32Array)[p] as number);
      if (room <= LEAST || q < 0 || q >= count || tree[q] !== mine || !tied(p, way)) continue;
      const d = depth(q);
      if (d > 0 && d < least) {
        least = d;
        best = way;
      }
    }
    if (best !== NONE) {
      parent[p] = best;
      stamp[p] = time;
      distance[p] = least + 1;
      return;
    }
    for (let way = 0; way < 8; way++) {
      const q = p + (step[way] as number);
      if (q < 0 || q >= count || tree[q] !== mine || !tied(p, way)) continue;
      const room = mine === SOURCE ? ((between[way ^ 1] as Float32Array)[q] as number) : ((between[way] as Float32Array)[p] as number);
      if (room > LEAST) activate(q);
      if (parent[q] === (way ^ 1)) free(q);
    }
    tree[p] = FREE;
    parent[p] = NONE;
  };
  /** Whether a pixel has a neighbour that way: rows do not go on in the next one. */
  const tied = (p: number, way: number): boolean => {
    const x = (p % width) + ((WAYS[way] as readonly [number, number])[0] as number);
    return x >= 0 && x < width;
  };

  while (head !== tail) {
    const p = queue[head] as number;
    if (tree[p] === FREE) {
      queued[p] = 0;
      head = head === count ? 0 : head + 1;
      continue;
    }
    let grown = false;
    for (let way = 0; way < 8 && tree[p] !== FREE; way++) {
      const q = p + (step[way] as number);
      if (q < 0 || q >= count || !tied(p, way)) continue;
      const mine = tree[p] as number;
      const room = mine === SOURCE ? ((between[way] as Float32Array)[p] as number) : ((between[way ^ 1] as Float32Array)[q] as number);
      if (room <= LEAST) continue;
      if (tree[q] === FREE) {
        tree[q] = mine;
        parent[q] = way ^ 1;
        stamp[q] = stamp[p] as number;
        distance[q] = (distance[p] as number) + 1;
        activate(q);
      } else if (tree[q] !== mine) {
        grown = true;
        time++;
        if (mine === SOURCE) augment(p, way);
        else augment(q, way ^ 1);
        while (orphans.length) {
          const now = orphans;
          orphans = [];
          for (const orphan of now) adopt(orphan);
        }
        break;
      }
    }
    if (!grown) {
      queued[p] = 0;
      head = head === count ? 0 : head + 1;
    }
  }
  const out = new Uint8Array(count);
  for (let p = 0; p < count; p++) out[p] = tree[p] === SOURCE ? 1 : 0;
  return out;
}
