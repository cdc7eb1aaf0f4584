import bidiFactory from 'bidi-js';
import { CLOSE, CUBIC, LINE, MOVE, type Path, QUAD } from './path.ts';

/** The few members of a fontkit font that film text needs. */
export interface OutlineFont {
  readonly unitsPerEm: number;
  readonly ascent: number;
  readonly descent: number;
  hasGlyphForCodePoint(codePoint: number): boolean;
  layout(text: string): {
    readonly glyphs: readonly { readonly path: { readonly commands: readonly { command: string; args: number[] }[] } }[];
    readonly positions: readonly { xAdvance: number; yAdvance: number; xOffset: number; yOffset: number }[];
  };
}

/** Families and weights that ship; each is a list of files by script, searched in order for a glyph. */
export type FontRole = 'caption' | 'captionBold' | 'title' | 'label';
export type Fonts = Readonly<Record<FontRole, readonly OutlineFont[]>>;
/** For whom only what is no text counts: with these, words have no width and no outline. */
export const NO_FONTS: Fonts = { caption: [], captionBold: [], title: [], label: [] };

export interface LaidText {
  /** Outline of the whole line; the pen starts at x 0 on the baseline y 0. */
  readonly path: Path;
  readonly width: number;
  readonly ascent: number;
  readonly descent: number;
}

const bidi = bidiFactory();
const RIGHT_TO_LEFT = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}]/u;
const CODES: Readonly<Record<string, number>> = { moveTo: MOVE, lineTo: LINE, quadraticCurveTo: QUAD, bezierCurveTo: CUBIC, closePath: CLOSE };
/** By the letters that were there: more of them may come. */
const memo = new WeakMap<readonly OutlineFont[], Map<string, LaidText>>();

/**
 * One line of text as outlines at `size` (stage units per em), shaped by the font, right-to-left runs in visual
 * order. A character that no font has is left out; text never falls back to a system font, which the other painter
 * would not have.
 */
export function layoutLine(text: string, fonts: readonly OutlineFont[], size: number): LaidText {
  const first = fonts[0];
  if (!first) throw new Error('Film text needs a font, and none was given.');
  let cache = memo.get(fonts);
  if (!cache) memo.set(fonts, (cache = new Map()));
  const key = `${size} ${text}`;
  const known = cache.get(key);
  if (known) return known;
  const out: number[] = [];
  let x = 0;
  for (const run of runs(text, fonts)) {
    const scale = size / run.font.unitsPerEm;
    const shaped = run.font.layout(run.text);
    shaped.glyphs.forEach((glyph, index) => {
      const place = shaped.positions[index];
      if (!place) return;
      for (const { command, args } of glyph.path.commands) {
        out.push(CODES[command] ?? CLOSE);
        for (let n = 0; n + 1 < args.length; n += 2) out.push(x + ((args[n] as number) + place.xOffset) * scale, -((args[n + 1] as number) + place.yOffset) * scale);
      }
      x += place.xAdvance * scale;
    });
  }
  const laid = { path: Float32Array.from(out), width: x, ascent: (first.ascent / first.unitsPerEm) * size, descent: (-first.descent / first.unitsPerEm) * size };
  if (cache.size > 600) cache.clear();
  cache.set(key, laid);
  return laid;
}

/** Pieces of one direction and one font, in visual order. */
function runs(text: string, fonts: readonly OutlineFont[]): { text: string; font: OutlineFont }[] {
  const levels = bidi.getEmbeddingLevels(text);
  const pieces: { text: string; font: OutlineFont; level: number }[] = [];
  let index = 0;
  for (const character of text) {
    const level = levels.levels[index] ?? 0;
    index += character.length;
    const font = fonts.find((f) => f.hasGlyphForCodePoint(character.codePointAt(0) as number));
    if (!font) continue;
    // Brackets open the other way where the words run the other way.
    const shown = level % 2 ? (bidi.getMirroredCharacter(character) ?? character) : character;
    const last = pieces.at(-1);
    if (last && last.font === font && last.level === level) last.text += shown;
    else pieces.push({ text: shown, font, level });
  }
  // What has no letters of a right-to-left script is laid out from left to right by its font: blanks and brackets between such words.
  for (const piece of pieces) if (piece.level % 2 && !RIGHT_TO_LEFT.test(piece.text)) piece.text = [...piece.text].reverse().join('');
  const highest = pieces.reduce((top, piece) => Math.max(top, piece.level), 0);
  for (let level = highest; level > 0; level--) {
    for (let start = 0; start < pieces.length; start++) {
      if ((pieces[start] as { level: number }).level < level) continue;
      let end = start;
      while (end < pieces.length && (pieces[end] as { level: number }).level >= level) end++;
      pieces.splice(start, end - start, ...pieces.slice(start, end).reverse());
      start = end;
    }
  }
  return pieces;
}
