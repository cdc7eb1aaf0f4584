import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isStorable, shortened, storable, unstorable } from './text.ts';

describe('a text for the store', () => {
  it('keeps emoji and every other character, and loses NUL and half a pair', () => {
    expect(storable('Low tide 🌊 — öß')).toBe('Low tide 🌊 — öß');
    expect(storable('a\u0000b\ud83cc')).toBe('ab\ufffdc');
  });
  it('of anything that can be typed can be stored afterwards', () => {
    fc.assert(fc.property(fc.string({ unit: fc.integer({ min: 0, max: 0xffff }).map((code) => String.fromCharCode(code)) }), (text) => isStorable(storable(text))));
  });
  it('is found wherever it lies in plain data, keys too', () => {
    expect(unstorable({ a: ['x', { b: 'y' }] })).toBeUndefined();
    expect(unstorable({ a: ['x', { b: '\ud800' }] })).toBe('\ud800');
    expect(unstorable({ 'k\u0000': 1 })).toBe('k\u0000');
  });
});

describe('a text cut short', () => {
  it('never ends in half a character, family emoji and accents included', () => {
    const family = '👩‍👩‍👧';
    expect(shortened(`ab${family}`, 5)).toBe('ab');
    expect(shortened('ae\u0301x', 2)).toBe('a');
    expect(shortened('abc', 2)).toBe('ab');
    expect(shortened('abc', 3)).toBe('abc');
  });
  it('is well formed, no longer than asked, and where the text begins', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), fc.nat(60), (text, most) => {
        const cut = shortened(text, most);
        expect(cut.length).toBeLessThanOrEqual(most);
        expect(text.startsWith(cut)).toBe(true);
        expect(cut.isWellFormed()).toBe(true);
      }),
    );
  });
});
