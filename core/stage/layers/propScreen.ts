import type { LayerOf } from '../../document/schema.ts';
import { rowsWithin } from '../../draw/breaks.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { rect } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import { type Fonts, layoutLine, type OutlineFont } from '../../draw/text.ts';
import type { Prop } from '../props/prop.ts';

/** Words keep this share of a screen's sides free in all. */
const MARGIN = 0.14;
/** Largest and smallest letters on a screen, units. */
const SIZES = [96, 84, 72, 62, 54, 46, 40, 34, 28, 24, 20] as const;
const LEADING = 1.24;
const INK = '#1d3238';

interface Rows {
  readonly size: number;
  readonly rows: readonly string[];
}

/** Rows of a text as large as they fit in a box. */
function fitted(text: string, fonts: readonly OutlineFont[], width: number, height: number): Rows {
  let last: Rows = { size: SIZES[SIZES.length - 1] as number, rows: [text] };
  for (const size of SIZES) {
    const rows: string[] = [];
    let wide = 0;
    for (const written of text.split('\n')) {
      const own = rowsWithin(written.replace(/\s+/g, ' ').trim(), (row) => layoutLine(row, fonts, size).width <= width);
      for (const row of own) wide = Math.max(wide, layoutLine(row, fonts, size).width);
      rows.push(...own);
    }
    last = { size, rows };
    if (wide <= width && rows.length * size * LEADING <= height) return last;
  }
  return last;
}

/** What an own text or picture makes of a prop's screen or board; nothing where it has none of either. */
export function screenNodes({ screen }: Prop, { writes, shows }: Pick<LayerOf<'prop'>, 'writes' | 'shows'>, fonts: Fonts): readonly Node[] {
  if (!screen || !(writes || shows)) return [];
  const [x, y, width, height] = screen;
  const inside = { id: 'screen.mask', matrix: IDENTITY, path: rect(x, y, width, height), fill: '#000000' };
  if (shows) {
    const k = Math.max(width / shows.width, height / shows.height);
    const [w, h] = [shows.width * k, shows.height * k];
    const image = { media: shows.media, x: x + (width - w) / 2, y: y + (height - h) / 2, width: w, height: h };
    return [{ id: 'screen', mask: inside, items: [{ id: 'screen.picture', matrix: IDENTITY, image }] }];
  }
  const own = fonts.label;
  const ground: Node = { id: 'screen.ground', matrix: IDENTITY, path: rect(x, y, width, height), fill: '#f3f8f6' };
  if (!own.length) return [ground];
  const { size, rows } = fitted(writes ?? '', own, width * (1 - MARGIN), height * (1 - MARGIN));
  const first = y + height / 2 - ((rows.length - 1) * size * LEADING) / 2 + size * 0.35;
  const items = rows.map((row, n): Node => {
    const { path, width: wide } = layoutLine(row, own, size);
    return { id: `screen.row${n}`, path, matrix: [1, 0, 0, 1, x + (width - wide) / 2, first + n * size * LEADING], fill: INK };
  });
  return [ground, { id: 'screen', mask: inside, items }];
}
