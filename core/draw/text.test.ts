import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import { hasLetter } from '../resources.ts';
import { lateFont } from './lateFont.ts';
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
  it('is laid out once by a list of fonts and remembered', () => {
    const list = [latin];
    expect(layoutLine('cab', list, 33)).toBe(layoutLine('cab', list, 33));
  });
  it('of no letters is empty', () => expect(layoutLine('', [latin], 40)).toMatchObject({ width: 0 }));
  it('without any font says so', () => expect(() => layoutLine('a', [], 40)).toThrow('needs a font'));
  it('turns brackets and blanks with the words that run from right to left', () => {
    const font = boxes('אבג( )');
    const at = (text: string): string => {
      const seen: string[] = [];
      const spy = { ...font, layout: (piece: string) => (seen.push(piece), font.layout(piece)) };
      layoutLine(text, [spy], 71);
      return seen.join('|');
    };
    expect(at('אב (ג)')).toContain('(ג)'.replace(/[()]/g, (one) => (one === '(' ? ')' : '(')));
  });
});

describe('fonts of scripts that few films need', () => {
  it('are opened when one of their letters comes up, and only then', () => {
    let opened = 0;
    const late = lateFont([[0x5d0, 0x5ea]], () => (opened++, hebrew));
    layoutLine('abc', [latin, late], 40);
    expect(opened).toBe(0);
    expect(layoutLine('abא', [latin, late], 40).width).toBeCloseTo(40 + 12, 6);
    expect(opened).toBe(1);
  });
  it('have no letters until they are there, and what was laid out without them is laid out anew from another list', () => {
    let font: OutlineFont | undefined;
    const late = lateFont([[0x5d0, 0x5ea]], () => font);
    const before = [latin, late];
    expect(layoutLine('aא', before, 40).width).toBeCloseTo(20, 6);
    font = hebrew;
    expect(layoutLine('aא', before, 40).width).toBeCloseTo(20, 6);
    expect(layoutLine('aא', [...before], 40).width).toBeCloseTo(32, 6);
  });
});

describe('the shipped fonts', () => {
  const fonts = filmFonts();
  it('have every letter that they are said to have, in titles and in labels', () => {
    const lacking: string[] = [];
    for (let code = 0x20; code < 0x2e80; code++) {
      const letter = String.fromCodePoint(code);
      if (!hasLetter(code) || !/[\p{L}\p{N}\p{P}\p{S}]/u.test(letter)) continue;
      for (const role of ['title', 'label', 'caption'] as const) if (!fonts[role].some((font) => font.hasGlyphForCodePoint(code))) lacking.push(`${role} ${code.toString(16)}`);
    }
    expect(lacking).toEqual([]);
  });
  it.each([
    ['Greek', 'Πώς λειτουργούν'],
    ['Cyrillic', 'Как работают приливы'],
    ['Hebrew', 'איך פועלת הגאות'],
    ['Arabic', 'كيف يعمل المد'],
    ['Devanagari', 'ज्वार कैसे काम करता है'],
    ['Chinese', '潮汐如何运作'],
    ['Japanese', '潮の満ち引き'],
    ['Vietnamese', 'thủy triều'],
  ])('write %s in titles, labels and captions', (_, text) => {
    for (const role of ['title', 'label', 'caption'] as const) {
      const { width, path } = layoutLine(text, fonts[role], 100);
      expect([...path].every(Number.isFinite)).toBe(true);
      expect(width).toBeGreaterThan(text.length * 22);
    }
    expect([...text].every((letter) => hasLetter(letter.codePointAt(0) as number))).toBe(true);
  });
  it('join Arabic letters: a word is narrower than its letters alone', () => {
    const alone = [...'المد'].reduce((sum, letter) => sum + layoutLine(letter, fonts.title, 100).width, 0);
    expect(layoutLine('المد', fonts.title, 100).width).toBeLessThan(alone * 0.95);
  });
});
