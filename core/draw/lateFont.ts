import type { OutlineFont } from './text.ts';

/** Code points from one to another, both of them in it. */
export type LetterRange = readonly [from: number, to: number];

const NONE: ReturnType<OutlineFont['layout']> = { glyphs: [], positions: [] };

/**
 * A font of a script that few films need: `open` is asked for it when one of its letters first comes up, and may say that it is not
 * there yet. Until then it has no letters.
 */
export function lateFont(ranges: readonly LetterRange[], open: () => OutlineFont | undefined): OutlineFont {
  let font: OutlineFont | undefined;
  const opened = (): OutlineFont | undefined => {
    font ??= open();
    return font;
  };
  return {
    get unitsPerEm() {
      return font?.unitsPerEm ?? 1000;
    },
    get ascent() {
      return font?.ascent ?? 800;
    },
    get descent() {
      return font?.descent ?? -200;
    },
    hasGlyphForCodePoint: (code) => ranges.some(([from, to]) => code >= from && code <= to) && (opened()?.hasGlyphForCodePoint(code) ?? false),
    layout: (text) => opened()?.layout(text) ?? NONE,
  };
}
