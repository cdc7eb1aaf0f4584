import { describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { setLineText } from '#core/edit/commands/lines';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { opened } from '../testing/opened.ts';
import { castByName, typed, withEmphasis } from './writing.ts';

describe('a row that is typed', () => {
  it('has its speaker before a colon and in brackets how it is said', () => {
    expect(typed('Marit: (softly) It is low tide.')).toEqual({ speaker: 'Marit', text: 'It is low tide.', direction: 'softly' });
  });
  it('keeps a colon after somebody who is not of the cast: nobody is cast by a pause in typing', () => {
    const cast = (name: string): boolean => name === 'Marit';
    expect(typed('Remember: the Moon pulls.', cast)).toEqual({ text: 'Remember: the Moon pulls.' });
    expect(typed('Marit: the Moon pulls.', cast)).toEqual({ speaker: 'Marit', text: 'the Moon pulls.' });
  });
});

describe('emphasis by key', () => {
  it.each([
    ['a word at the caret', 'The Moon pulls.', 5, 5, 'The *Moon* pulls.'],
    ['a selection over two words, stops left outside', 'Not far away.', 5, 12, 'Not *far away*.'],
    ['what is marked, off again', 'The *Moon* pulls.', 6, 6, 'The Moon pulls.'],
    ['nothing where no word is', 'a  ?', 4, 4, 'a  ?'],
  ])('marks %s', (_, text, from, to, marked) => {
    expect(withEmphasis(text, from, to).text).toBe(marked);
  });
});

describe('a new line that begins with a name', () => {
  const made = sampleDocument();
  const line = inOrder(made.document.scenes[made.scene]?.lines ?? {})[0]?.[0] as string;
  const now = (): Document => useProduction.getState().document as Document;
  const speaker = (): string | undefined => now().production.roles[now().scenes[made.scene]?.lines[line]?.role ?? '']?.name;
  it('casts whoever is named and not there yet, who says the rest', () => {
    opened(made.document);
    const edit = run('Words', setLineText(made.scene, line, 'NOOR: Do you hear me?', makeId));
    castByName(made.scene, line, 'NOOR: Do you hear me?', edit);
    expect(speaker()).toBe('Noor');
    expect(now().scenes[made.scene]?.lines[line]?.text).toBe('Do you hear me?');
    expect(useProduction.getState().log.filter(({ follows }) => !follows)).toHaveLength(1);
  });
  it('casts nobody where no name stands, or somebody of the cast', () => {
    opened(made.document);
    expect(castByName(made.scene, line, 'Good morning.', undefined)).toBeUndefined();
    expect(castByName(made.scene, line, 'Tully: Good morning.', undefined)).toBeUndefined();
    expect(now()).toBe(made.document);
  });
});
