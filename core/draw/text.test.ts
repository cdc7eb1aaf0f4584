import { describe, expect, it } from 'vitest';
import { hull } from './path.ts';
import { layoutLine, type OutlineFont } from './text.ts';

/** A font of boxes: every glyph is a square as wide as it is told. */
const boxes = (letters: string, advance = 500): OutlineFont => ({
  unitsPerEm: 1000,
  ascent: 800,
  descent: -200,
  hasGlyphForCodePoint: (code) => letters.includes(String.fromCodePoint(code)),
  layout: (text) => ({
    glyphs: [...text].map(() => ({
      path: {
        commands: [
          { command: 'moveTo', args: [0, 0] },
          { command: 'lineTo', args: [advance, 0] },
          { command: 'lineTo', args: [advance, 700] },
          { command: 'closePath', args: [] },
        ],
      },
    })),
    positions: [...text].map(() => ({ xAdvance: advance, yAdvance: 0, xOffset: 0, yOffset: 0 })),
  }),
});
const latin = boxes('abc .');
const hebrew = boxes('אבג', 300);

describe('a line of film text', () => {
  it('is as wide as its letters, stands on its baseline and scales with its size', () => {
    const line = layoutLine('abc', [latin], 40);
    expect(line.width).toBeCloseTo(60, 6);
    expect(hull(line.path)).toMatchObject({ left: 0, right: 60, top: -28 });
    expect(Math.abs(hull(line.path).bottom)).toBe(0);
    expect(layoutLine('abc', [latin], 80).width).toBeCloseTo(120, 6);
    expect([line.ascent, line.descent]).toEqual([32, 8]);
  });
  it('takes letters that the first font lacks from the next', () => expect(layoutLine('aא', [latin, hebrew], 100).width).toBeCloseTo(80, 6));
  it('leaves out a letter that no font has, and never asks the system for it', () => expect(layoutLine('a漢b', [latin], 100).width).toBeCloseTo(100, 6));
  it('sets right-to-left words in visual order', () => {
    const order: string[] = [];
    const spy = (font: OutlineFont): OutlineFont => ({
      ...font,
      layout: (text) => {
        order.push(text);
        return font.layout(text);
      },
    });
    layoutLine('אב ab', [spy(latin), spy(hebrew)], 100);
    expect(order.findIndex((text) => text.includes('a'))).toBeLessThan(order.findIndex((text) => text.includes('א')));
  });
  it('is laid out once and remembered', () => expect(layoutLine('cab', [latin], 33)).toBe(layoutLine('cab', [latin], 33)));
  it('of no letters is empty', () => expect(layoutLine('', [latin], 40)).toMatchObject({ width: 0 }));
  it('without any font says so', () => expect(() => layoutLine('a', [], 40)).toThrow('needs a font'));
});
