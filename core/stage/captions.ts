import { type CaptionLook, type CaptionPlace, FRAMES, type FrameShape, type Production } from '../document/schema.ts';
import { type SpeakerTone, toneOf } from '../document/tones.ts';
import { IDENTITY, translation } from '../draw/matrix.ts';
import { rect, roundedRect } from '../draw/path.ts';
import type { Node } from '../draw/picture.ts';
import { type Fonts, layoutLine } from '../draw/text.ts';
import { stripPath } from './words/kit.ts';

const PLAIN = '#f8fcfb';
const PLATE = '#0f2126';
/** By the letters that were there: more of them may come. */
const memo = new WeakMap<Fonts['caption'], Map<string, readonly Node[]>>();

/** How a production's captions look and where they stand. */
export interface CaptionStyle {
  readonly look: CaptionLook;
  readonly place: CaptionPlace;
}
export const captionStyle = ({ captionLook = 'plate', captionPlace = 'foot' }: Pick<Production, 'captionLook' | 'captionPlace'>): CaptionStyle => ({
  look: captionLook,
  place: captionPlace,
});

/** A caption at the foot or the head of the frame: serif, since it is spoken; in the speaker's colour if one is given. Frame units. */
export function captionNodes(rows: readonly string[], shape: FrameShape, fonts: Fonts, colour: number | undefined, style: CaptionStyle): readonly Node[] {
  let known = memo.get(fonts.caption);
  if (!known) memo.set(fonts.caption, (known = new Map()));
  const key = `${shape} ${colour} ${style.look} ${style.place}\n${rows.join('\n')}`;
  let nodes = known.get(key);
  if (!nodes) {
    if (known.size > 400) known.clear();
    known.set(key, (nodes = build(rows, shape, fonts, colour === undefined ? undefined : toneOf(colour), style)));
  }
  return nodes;
}

function build(rows: readonly string[], shape: FrameShape, fonts: Fonts, tone: SpeakerTone | undefined, { look, place }: CaptionStyle): readonly Node[] {
  const [width, height] = FRAMES[shape];
  const ink = tone?.mid ?? PLAIN;
  const size = shape === '9:16' ? 48 : 40;
  const leading = size * 1.3;
  const laid = rows.map((row) => layoutLine(row, fonts.caption, size));
  const widest = Math.max(...laid.map((row) => row.width));
  // A ribbon has a bar before its words and a cut behind them.
  const [before, behind] = look === 'ribbon' ? [size * 1.1, size * 1.3] : [size * 0.75, size * 0.75];
  const plateWidth = Math.round(widest + before + behind);
  const plateHeight = Math.round(leading * rows.length + size * 0.7);
  const left = Math.round((width - plateWidth) / 2);
  const away = Math.round(height * (shape === '9:16' ? 0.12 : 0.05));
  const top = place === 'head' ? away : Math.round(height - away) - plateHeight;
  const words = laid.map((row, index) => ({
    id: `caption.row${index}`,
    path: row.path,
    matrix: translation(Math.round(look === 'ribbon' ? left + before : (width - row.width) / 2), Math.round(top + size * 0.35 + leading * index + leading * 0.5 + size * 0.34)),
    fill: ink,
  }));
  if (look === 'letters')
    // No ground: each letter has a dark edge, which is as good over snow as over night.
    return [...words.map(({ id, path, matrix }) => ({ id: `${id}.edge`, path, matrix, stroke: { paint: PLATE, width: size * 0.2, cap: 'round' as const } })), ...words];
  if (look === 'ribbon')
    return [
      { id: 'caption.plate', path: stripPath(left, top, plateWidth, plateHeight, tone?.cut ?? 'slant'), matrix: IDENTITY, fill: PLATE, alpha: 0.88 },
      { id: 'caption.bar', path: rect(left, top, 14, plateHeight), matrix: IDENTITY, fill: ink },
      ...words,
    ];
  return [{ id: 'caption.plate', path: roundedRect(left, top, plateWidth, plateHeight, 10), matrix: IDENTITY, fill: PLATE, alpha: 0.8 }, ...words];
}
