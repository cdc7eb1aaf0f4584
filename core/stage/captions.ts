import { FRAMES, type FrameShape } from '../document/schema.ts';
import { toneOf } from '../document/tones.ts';
import { translation } from '../draw/matrix.ts';
import { roundedRect } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { type Fonts, layoutLine } from '../draw/text.ts';

const PLAIN = '#f8fcfb';
/** By the letters that were there: more of them may come. */
const memo = new WeakMap<Fonts['caption'], Map<string, readonly Node[]>>();

/** A caption at the foot of the frame: serif, since it is spoken; on a dark plate, in the speaker's colour if one is given. Frame units. */
export function captionNodes(rows: readonly string[], shape: FrameShape, fonts: Fonts, colour?: number): readonly Node[] {
  let known = memo.get(fonts.caption);
  if (!known) memo.set(fonts.caption, (known = new Map()));
  const key = `${shape} ${colour}\n${rows.join('\n')}`;
  let nodes = known.get(key);
  if (!nodes) {
    if (known.size > 400) known.clear();
    known.set(key, (nodes = build(rows, shape, fonts, colour === undefined ? PLAIN : toneOf(colour).mid)));
  }
  return nodes;
}

function build(rows: readonly string[], shape: FrameShape, fonts: Fonts, ink: string): readonly Node[] {
  const [width, height] = FRAMES[shape];
  const size = shape === '9:16' ? 48 : 40;
  const leading = size * 1.3;
  const laid = rows.map((row) => layoutLine(row, fonts.caption, size));
  const widest = Math.max(...laid.map((row) => row.width));
  const plateWidth = Math.round(widest + size * 1.5);
  const plateHeight = Math.round(leading * rows.length + size * 0.7);
  const left = Math.round((width - plateWidth) / 2);
  const bottom = Math.round(height - height * (shape === '9:16' ? 0.12 : 0.05));
  const top = bottom - plateHeight;
  return [
    { id: 'caption.plate', path: roundedRect(left, top, plateWidth, plateHeight, 10), matrix: translation(0, 0), fill: '#0f2126', alpha: 0.8 },
    ...laid.map((row, index) => ({
      id: `caption.row${index}`,
      path: row.path,
      matrix: translation(Math.round((width - row.width) / 2), Math.round(top + size * 0.35 + leading * index + leading * 0.5 + size * 0.34)),
      fill: ink,
    })),
  ];
}
