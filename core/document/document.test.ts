import { describe, expect, it } from 'vitest';
import { sampleDocument, seededIds } from '../testing/samples.ts';
import { Failure, failure, sentenceOf } from './failure.ts';
import { ID_PREFIXES, type IdKind, idMaker } from './ids.ts';
import { assemble, partKeys, readPart, validPart } from './parts.ts';

const { document, scene } = sampleDocument();
const parts = (): Record<string, unknown> => Object.fromEntries(partKeys(document).map((key) => [key, structuredClone(readPart(document, key))]));

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
  it('drops nothing silently: an unknown part is refused', () => expect(() => validPart('sounds/so_1', {})).toThrow('is no part of a production'));
  it('keeps ids to their kind', () => {
    const all = parts();
    const page = all.production as { id: string };
    page.id = page.id.replace('pr_', 'sc_');
    expect(() => assemble(all)).toThrow(/production: id/);
  });
  it('gives nothing for a part that is not there', () => expect(readPart(document, 'scenes/sc_000000000000')).toBeUndefined());
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

describe('a failure', () => {
  it('carries a code for programs and a sentence for people', () => {
    const thrown = failure('no-line', 'That line is gone. Choose another one.', 404);
    expect(thrown).toBeInstanceOf(Failure);
    expect([thrown.code, thrown.status, sentenceOf(thrown)]).toEqual(['no-line', 404, 'That line is gone. Choose another one.']);
    expect(sentenceOf('plain')).toBe('plain');
  });
});
