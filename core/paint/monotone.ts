import { CLOSE, CUBIC, LINE, MOVE, QUAD } from '../draw/path.ts';

/**
 * Curves cut where they turn in y. The rasteriser does the same in 32-bit floats on the coordinates that it is given,
 * so the cut would fall a little elsewhere on a moved canvas; curves that turn nowhere are left to it as they are,
 * and a part of a picture is then painted the same on a small canvas as on the whole one.
 */
export class MonotonePen {
  readonly out: number[] = [];
  left = Number.POSITIVE_INFINITY;
  top = Number.POSITIVE_INFINITY;
  right = Number.NEGATIVE_INFINITY;
  bottom = Number.NEGATIVE_INFINITY;
  private x = 0;
  private y = 0;
  private readonly snap: (value: number) => number;

  constructor(snap: (value: number) => number) {
    this.snap = snap;
  }

  private put(x: number, y: number): void {
    const sx = this.snap(x);
    const sy = this.snap(y);
    this.out.push(sx, sy);
    if (sx < this.left) this.left = sx;
    if (sx > this.right) this.right = sx;
    if (sy < this.top) this.top = sy;
    if (sy > this.bottom) this.bottom = sy;
  }

  move(x: number, y: number): void {
    this.out.push(MOVE);
    this.put(x, y);
    this.x = x;
    this.y = y;
  }

  line(x: number, y: number): void {
    this.out.push(LINE);
    this.put(x, y);
    this.x = x;
    this.y = y;
  }

  close(): void {
    this.out.push(CLOSE);
  }

  quad(cx: number, cy: number, x: number, y: number): void {
    const t = (this.y - cy) / (this.y - 2 * cy + y);
    if (t > EDGE && t < 1 - EDGE) {
      const ax = this.x + (cx - this.x) * t;
      const bx = cx + (x - cx) * t;
      const mx = ax + (bx - ax) * t;
      const ay = this.y + (cy - this.y) * t;
      const my = ay + (cy + (y - cy) * t - ay) * t;
      this.out.push(QUAD);
      this.put(ax, my);
      this.put(mx, my);
      this.out.push(QUAD);
      this.put(bx, my);
      this.put(x, y);
    } else {
      this.out.push(QUAD);
      this.put(cx, cy);
      this.put(x, y);
    }
    this.x = x;
    this.y = y;
  }

  cubic(ax: number, ay: number, bx: number, by: number, x: number, y: number): void {
    const turns = extrema(this.y, ay, by, y);
    let [x0, y0, x1, y1, x2, y2] = [this.x, this.y, ax, ay, bx, by];
    let done = 0;
    for (const turn of turns) {
      const t = (turn - done) / (1 - done);
      const [p01x, p01y] = [x0 + (x1 - x0) * t, y0 + (y1 - y0) * t];
      const [p12x, p12y] = [x1 + (x2 - x1) * t, y1 + (y2 - y1) * t];
      const [p23x, p23y] = [x2 + (x - x2) * t, y2 + (y - y2) * t];
      const [p012x, p012y] = [p01x + (p12x - p01x) * t, p01y + (p12y - p01y) * t];
      const [p123x, p123y] = [p12x + (p23x - p12x) * t, p12y + (p23y - p12y) * t];
      const mx = p012x + (p123x - p012x) * t;
      const my = p012y + (p123y - p012y) * t;
      this.out.push(CUBIC);
      this.put(p01x, p01y);
      // The tangent at a turn is level: both handles lie on its height.
      this.put(p012x, my);
      this.put(mx, my);
      [x0, y0, x1, y1, x2, y2] = [mx, my, p123x, my, p23x, p23y];
      done = turn;
    }
    this.out.push(CUBIC);
    this.put(x1, y1);
    this.put(x2, y2);
    this.put(x, y);
    this.x = x;
    this.y = y;
  }
}

const EDGE = 1e-4;

/** Places (0..1, ascending) where a cubic's y turns. */
function extrema(y0: number, y1: number, y2: number, y3: number): number[] {
  if ((y0 <= y1 && y1 <= y2 && y2 <= y3) || (y0 >= y1 && y1 >= y2 && y2 >= y3)) return [];
  const a = y3 - y0 + 3 * (y1 - y2);
  const b = 2 * (y0 - 2 * y1 + y2);
  const c = y1 - y0;
  const out: number[] = [];
  const add = (t: number): void => {
    if (t > EDGE && t < 1 - EDGE) out.push(t);
  };
  if (Math.abs(a) < 1e-9) {
    if (Math.abs(b) > 1e-9) add(-c / b);
  } else {
    const under = b * b - 4 * a * c;
    if (under > 0) {
      const root = Math.sqrt(under);
      add((-b - root) / (2 * a));
      add((-b + root) / (2 * a));
    }
  }
  return out.sort((p, q) => p - q);
}
