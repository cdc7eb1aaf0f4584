import type { Cut } from '../../document/tones.ts';
import { pieces } from '../../draw/breaks.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { ellipse, type Path, pen, rect } from '../../draw/path.ts';
import type { Colour, Item, Node } from '../../draw/picture.ts';
import { layoutLine, type OutlineFont } from '../../draw/text.ts';

/** Tokens of words in the film (words.md, 1). */
export const INK = '#0f2b30';
export const INK_2 = '#46605f';
export const PAPER = '#fbfdfc';
export const LINE = '#cfdcd9';
export const DEEP = '#0f2126';
export const ON_DEEP = '#e6f2ef';
export const LAMP = '#f8cc2f';
export const ACT = '#04706a';

const SHADOW = { dx: 8, dy: 10, alpha: 0.24 } as const;

/** A share of the way after so many milliseconds of a motion, eased out. */
export const out = (ms: number, long: number): number => {
  const t = Math.min(1, Math.max(0, ms / long));
  return 1 - (1 - t) ** 3;
};
/** The same, beyond its end by 4 % and back. */
export const settle = (ms: number, long: number): number => {
  const t = Math.min(1, Math.max(0, ms / long));
  if (t < 0.7) return 1.04 * (1 - (1 - t / 0.7) ** 3);
  return 1.04 - 0.04 * out((t - 0.7) * 1000, 300);
};

/** A strip from its left to an end that is cut as a speaker's is; `flip` mirrors it. */
export function stripPath(x: number, y: number, width: number, height: number, cut: Cut | 'fold' = 'slant', flip = false): Path {
  const r = Math.min(width * 0.6, cut === 'slant' ? Math.min(58, height * 0.3) : cut === 'round' ? Math.min(78, height * 0.5) : Math.min(60, height * 0.34));
  const [l, right, t, b] = [x, x + width, y, y + height];
  const m = y + height / 2;
  const at = (px: number): number => (flip ? l + right - px : px);
  const p = pen().move(at(l), t);
  const to = (px: number, py: number): void => void p.line(at(px), py);
  switch (cut) {
    case 'slant':
      to(right, t);
      to(right - r, b);
      break;
    case 'swallowtail':
      to(right, t);
      to(right - r, m);
      to(right, b);
      break;
    case 'point':
      to(right - r, t);
      to(right, m);
      to(right - r, b);
      break;
    case 'round':
      to(right - r, t);
      p.cubic(at(right + r * 0.32), t, at(right + r * 0.32), b, at(right - r), b);
      break;
    case 'step':
      to(right, t);
      to(right, m);
      to(right - r, m);
      to(right - r, b);
      break;
    case 'scallop':
      to(right - r * 0.3, t);
      for (let n = 0; n < 3; n++) p.quad(at(right + r * 0.3), t + (height * (n + 0.5)) / 3, at(right - r * 0.3), t + (height * (n + 1)) / 3);
      break;
    case 'notches':
      to(right, t);
      for (let n = 0; n < 3; n++) {
        to(right - r * 0.5, t + (height * (n + 0.5)) / 3);
        to(right, t + (height * (n + 1)) / 3);
      }
      break;
    case 'fold':
      to(right, t);
      to(right, b - r);
      to(right - r, b);
      break;
    default:
      to(right, t);
      to(right, b);
  }
  to(l, b);
  return p.close().done();
}

/** Collects what a look draws. */
export class Sheet {
  readonly nodes: Node[] = [];
  private count = 0;
  item(rest: Omit<Item, 'id' | 'matrix'> & { readonly matrix?: Item['matrix'] }): this {
    this.nodes.push({ matrix: IDENTITY, ...rest, id: `w${this.count++}` });
    return this;
  }
  fill(path: Path, fill: Colour, alpha?: number): this {
    return this.item(alpha === undefined ? { path, fill } : { path, fill, alpha });
  }
  line(path: Path, paint: Colour, width: number): this {
    return this.item({ path, stroke: { paint, width, cap: 'round' } });
  }
  thread(points: readonly number[], paint: Colour, width: number): this {
    const p = pen().move(points[0] as number, points[1] as number);
    for (let n = 2; n + 1 < points.length; n += 2) p.line(points[n] as number, points[n + 1] as number);
    return this.line(p.done(), paint, width);
  }
  ring(x: number, y: number, radius: number, paint: Colour, width: number, inside?: Colour): this {
    if (inside) this.fill(ellipse(x, y, radius), inside);
    return this.line(ellipse(x, y, radius), paint, width);
  }
  /** A strip with its shadow and, along its top, its colour. */
  strip(
    x: number,
    y: number,
    width: number,
    height: number,
    { cut = 'slant', fill = PAPER, head, thick = 16, flip = false }: { cut?: Cut | 'fold'; fill?: Colour; head?: Colour; thick?: number; flip?: boolean } = {},
  ): this {
    if (width < 2) return this;
    const path = stripPath(x, y, width, height, cut, flip);
    this.item({ path, fill: INK, alpha: SHADOW.alpha, matrix: [1, 0, 0, 1, SHADOW.dx, SHADOW.dy] });
    this.fill(path, fill);
    if (!head) return this;
    const band = { id: `w${this.count++}`, path: rect(x - 4, y, width + 8, thick), matrix: IDENTITY, fill: head };
    this.nodes.push({ id: `w${this.count++}`, mask: { id: 'mask', path, matrix: IDENTITY, fill: '#000000' }, items: [band] });
    return this;
  }
  /** A row of words with those that have come; the row's left end and base line are given. */
  row(row: LaidRow, x: number, y: number, fill: Colour, from: number, shown: (word: number) => boolean, most = Number.POSITIVE_INFINITY): this {
    row.words.forEach((word, n) => {
      if (shown(from + n) && word.x + word.width <= most) this.item({ path: word.path, fill, matrix: [1, 0, 0, 1, x + word.x, y] });
    });
    return this;
  }
  turned(degrees: number, x: number, y: number): this {
    const a = (degrees * Math.PI) / 180;
    const [c, s] = [Math.cos(a), Math.sin(a)];
    const items = this.nodes.splice(0);
    this.nodes.push(...items.map((node) => turnedNode(node, [c, s, -s, c, x - c * x + s * y, y - s * x - c * y])));
    return this;
  }
}

function turnedNode(node: Node, m: Item['matrix']): Node {
  if ('items' in node)
    return {
      ...node,
      ...(node.base ? { base: turnedNode(node.base, m) as Item } : {}),
      ...(node.mask ? { mask: turnedNode(node.mask, m) as Item } : {}),
      items: node.items.map((item) => turnedNode(item, m)),
    };
  const [a, b, c, d, e, f] = node.matrix;
  return { ...node, matrix: [m[0] * a + m[2] * b, m[1] * a + m[3] * b, m[0] * c + m[2] * d, m[1] * c + m[3] * d, m[0] * e + m[2] * f + m[4], m[1] * e + m[3] * f + m[5]] };
}

interface LaidWord {
  readonly path: Path;
  readonly x: number;
  readonly width: number;
}
export interface LaidRow {
  readonly words: readonly LaidWord[];
  readonly width: number;
  /** Whether it runs from right to left. */
  readonly mirrored: boolean;
}

const RIGHT_TO_LEFT = /^[^\p{L}]*[\p{Script=Hebrew}\p{Script=Arabic}]/u;
const rows = new WeakMap<readonly OutlineFont[], Map<string, LaidRow>>();

/** A row laid out word by word, in the order in which it is read. */
export function laidRow(text: string, fonts: readonly OutlineFont[], size: number): LaidRow {
  let known = rows.get(fonts);
  if (!known) rows.set(fonts, (known = new Map()));
  const key = `${size} ${text}`;
  let row = known.get(key);
  if (!row) {
    const written = text.trim().split(/\s+/).filter(Boolean);
    const width = fonts.length && written.length ? layoutLine(written.join(' '), fonts, size).width : 0;
    const mirrored = RIGHT_TO_LEFT.test(text);
    const words = !fonts.length
      ? []
      : written.map((word, n) => {
          const laid = layoutLine(word, fonts, size);
          const before = n ? layoutLine(`${written.slice(0, n).join(' ')} `, fonts, size).width : 0;
          return { path: laid.path, width: laid.width, x: mirrored ? width - before - laid.width : before };
        });
    if (known.size > 400) known.clear();
    known.set(key, (row = { words, width, mirrored }));
  }
  return row;
}

/** A text in rows no wider than a width, balanced: no row is under half the widest but where it was written so. */
export function brokenRows(text: string, fonts: readonly OutlineFont[], size: number, most: number): string[] {
  return text.split('\n').flatMap((written) => {
    const words = pieces(written.trim().replace(/\s+/g, ' '));
    if (!words.length || !fonts.length) return [written.trim()];
    const wide = (some: readonly string[]): number => layoutLine(some.join('').trimEnd(), fonts, size).width;
    const within = (limit: number): string[][] => {
      const out: string[][] = [[]];
      for (const word of words) {
        const row = out.at(-1) as string[];
        if (row.length && wide([...row, word]) > limit) out.push([word]);
        else row.push(word);
      }
      return out;
    };
    // As few rows as there must be, and those as narrow as they can be.
    let best = within(most);
    for (let limit = wide(words) / best.length; limit < most; limit *= 1.04) {
      const tried = within(limit);
      if (tried.length > best.length) continue;
      best = tried;
      break;
    }
    return best.map((row) => row.join('').trimEnd());
  });
}
