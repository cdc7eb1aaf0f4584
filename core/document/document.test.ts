import { describe, expect, it } from 'vitest';
import { refusalOf } from '../testing/refused.ts';
import { sampleDocument, seededIds } from '../testing/samples.ts';
import { Failure, failure, sentenceOf } from './failure.ts';
import { ID_PREFIXES, type IdKind, idMaker } from './ids.ts';
import { assemble, partKeys, readPart, together, validPart } from './parts.ts';
import { colourOf, propertiesOf, propertyInfo, restOf } from './properties.ts';
import { fits } from './schema.ts';
import { NEUTRAL, toneOf } from './tones.ts';

const { document, scene } = sampleDocument();
const parts = (): Record<string, unknown> => Object.fromEntries(partKeys(document).map((key) => [key, structuredClone(readPart(document, key))]));

const codeOf = (act: () => unknown): string => refusalOf(act)[0];

describe('a document in parts', () => {
  it('is its title page, its characters and its scenes, and is put together again the same', () => {
    expect(partKeys(document)).toHaveLength(1 + 2 + 1);
    expect(assemble(parts())).toEqual(document);
  });
  it('without a title page is refused in a sentence', () => {
    const { production: _, ...rest } = parts();
    expect(() => assemble(rest)).toThrow(/no title page/);
  });
  it('names the part and the field that is wrong', () => {
    const all = parts();
    (all[`scenes/${scene}`] as { lead: unknown }).lead = 'soon';
    expect(() => assemble(all)).toThrow(new RegExp(`scenes/${scene}: lead `));
  });
  it('drops nothing silently: an unknown part is refused', () => {
    expect(() => validPart('sounds/so_1', {})).toThrow(new Failure('unknown-part', '"sounds/so_1" is no part of a production.'));
    expect(codeOf(() => validPart('sounds/so_1', {}))).toBe('unknown-part');
  });
  it('says of what is no part at all that all of it is wrong', () => {
    expect(() => validPart('production', 7)).toThrow(/^production: the whole part /);
    expect(codeOf(() => validPart('production', 7))).toBe('invalid-part');
    expect(codeOf(() => assemble({}))).toBe('no-production');
  });
  it('has no name of blanks alone, and no longer one than a name may be', () => {
    const [key] = Object.keys(document.characters).map((id) => `characters/${id}`) as [string];
    const named = (name: string) => () => validPart(key, { ...(structuredClone(readPart(document, key)) as object), name });
    expect(named(' \t ')).toThrow(/name needs at least one character/);
    expect(named('')).toThrow(/name needs at least one character/);
    expect(named(' a ')).not.toThrow();
    expect(named('a'.repeat(121))).toThrow(/name is longer than 120/);
  });
  it('is put together as it lies where it was checked before', () => {
    expect(together(parts())).toEqual(document);
  });
  it('keeps ids to their kind', () => {
    const all = parts();
    const page = all.production as { id: string };
    page.id = page.id.replace('pr_', 'sc_');
    expect(() => assemble(all)).toThrow(/production: id/);
  });
  it('gives nothing for a part that is not there', () => {
    expect(readPart(document, 'scenes/sc_000000000000')).toBeUndefined();
    expect(readPart(document, 'sounds/so_1')).toBeUndefined();
  });
});

describe('ids', () => {
  it('tell their kind and do not repeat', () => {
    const makeId = seededIds(5);
    const kinds = Object.keys(ID_PREFIXES) as IdKind[];
    const made = Array.from({ length: 2000 }, (_, n) => makeId(kinds[n % kinds.length] as IdKind));
    expect(new Set(made).size).toBe(made.length);
    made.forEach((id, n) => {
      expect(id).toMatch(new RegExp(`^${ID_PREFIXES[kinds[n % kinds.length] as IdKind]}_[0-9a-z]{12}$`));
    });
  });
  it('have no letters that are taken for each other', () => {
    const every = idMaker((count) => Uint8Array.from({ length: count }, (_, n) => n * 3));
    expect(every('line').slice(3)).not.toMatch(/[ilou]/);
  });
});

describe('a value of a property', () => {
  it('is a number within its bounds, and of a colour a word', () => {
    const { least, most } = propertyInfo('opacity');
    for (const value of [least, most, (least + most) / 2]) expect(fits('opacity', value)).toBe(true);
    for (const value of [least - 0.01, most + 0.01, '#102030']) expect(fits('opacity', value)).toBe(false);
    expect([fits('fill', '#102030'), fits('fill', 3), fits('no such property', 3)]).toEqual([true, false, false]);
  });
  it('belongs to the kinds that have it', () => {
    expect(propertiesOf('camera')).not.toContain('opacity');
    expect(propertiesOf('text')).toContain('opacity');
  });
  it('rests where its kind stands: at its foot or at its middle', () => {
    expect([restOf('character', 'anchorY'), restOf('prop', 'anchorY'), restOf('picture', 'anchorY'), restOf('character', 'anchorX')]).toEqual([1, 1, 0.5, 0.5]);
  });
  it('is a colour of its own, or the one of the table', () => {
    expect(colourOf({ kind: 'shape', fill: '#102030' }, 'fill')).toBe('#102030');
    expect(colourOf({ kind: 'shape' }, 'fill')).toMatch(/^#[0-9a-f]{6}$/);
  });
});

describe('the tone of a speaker', () => {
  it('is the next one of eight, and nobody has none of them', () => {
    expect(toneOf(undefined)).toBe(NEUTRAL);
    expect(new Set([1, 2, 3, 4, 5, 6, 7, 8].map(toneOf)).size).toBe(8);
    expect(toneOf(9)).toBe(toneOf(1));
    expect(toneOf(1)).not.toBe(NEUTRAL);
  });
});

describe('a failure', () => {
  it('carries a code for programs and a sentence for people', () => {
    const thrown = failure('no-line', 'That line is gone. Choose another one.', 404);
    expect(thrown).toBeInstanceOf(Failure);
    expect(thrown.name).toBe('Failure');
    expect([thrown.code, thrown.status, sentenceOf(thrown)]).toEqual(['no-line', 404, 'That line is gone. Choose another one.']);
    expect(sentenceOf('plain')).toBe('plain');
  });
});
