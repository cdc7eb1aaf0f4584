import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { gestureOn, sampleDocument, seededIds } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { addCaptionTrack } from './commands/captions.ts';
import { hangCue } from './commands/cues.ts';
import { deleteLines, setGap, setLineText } from './commands/lines.ts';
import { renameProduction } from './commands/stage.ts';
import { type Conflict, keepBoth, keepMine, sidesOf } from './conflict.ts';
import { laid } from './fit.ts';

const { document, scene } = sampleDocument();
const lines = inOrder(document.scenes[scene]?.lines ?? {}).map(([id]) => id);
const [first, second] = lines as [string, string];
const ids = seededIds(11);

/** Mine and theirs, both made on the sample: what the server would keep, and the document with theirs. */
function met(mine: Recipe, theirs: Recipe, on = document): { conflict: Conflict; stored: Document } {
  const own = edit(on, 'Mine', 'cg_000000000001', mine);
  const other = edit(on, 'Theirs', 'cg_000000000002', theirs);
  expect(laid(other.document, own.change?.parts ?? [])).toBeUndefined();
  return {
    stored: other.document,
    conflict: {
      id: 'cg_000000000001',
      label: 'Mine',
      window: 'w1',
      at: '2026-11-27T22:00:00Z',
      parts: own.change?.parts ?? [],
      theirs: [{ label: 'Theirs', parts: other.change?.parts ?? [] }],
    },
  };
}
/** The first of the ways that gives a valid document. */
const decided = (on: Document, ways: readonly Recipe[]): Document => {
  for (const way of ways) {
    try {
      return edit(on, 'Decide', 'cg_000000000003', way).document;
    } catch {
      // The next way asks for less.
    }
  }
  throw new Error('No way was left.');
};
const text = (on: Document, line: string): string | undefined => on.scenes[scene]?.lines[line]?.text;

describe('two texts of one line', () => {
  const { conflict, stored } = met(setLineText(scene, first, 'Mine is this.', ids), setLineText(scene, first, 'Theirs is that.', ids));
  it('are shown side by side', () => {
    expect(sidesOf(stored, conflict)).toEqual([{ what: 'A line of Marit', mine: 'Mine is this.', theirs: 'Theirs is that.', text: true, line: { scene, line: first } }]);
  });
  it('become mine, words and all', () => {
    const after = decided(stored, keepMine(conflict, ids));
    expect(text(after, first)).toBe('Mine is this.');
    expect(inOrder(after.scenes[scene]?.lines[first]?.words ?? {}).map(([, word]) => word.text)).toEqual(['Mine', 'is', 'this.']);
  });
  it('are both said: mine in a line of its own after theirs', () => {
    const after = decided(stored, keepBoth(conflict, ids));
    const order = inOrder(after.scenes[scene]?.lines ?? {}).map(([, line]) => line.text);
    expect(order.slice(0, 2)).toEqual(['Theirs is that.', 'Mine is this.']);
    expect(order).toHaveLength(lines.length + 1);
  });
});

it('words that I changed in a line that they deleted come back with the line', () => {
  const { conflict, stored } = met(setLineText(scene, second, 'Still here.', ids), deleteLines(scene, [second]));
  expect(sidesOf(stored, conflict)[0]).toMatchObject({ mine: 'Still here.', theirs: 'deleted' });
  const after = decided(stored, keepMine(conflict, ids));
  expect(text(after, second)).toBe('Still here.');
  expect(inOrder(after.scenes[scene]?.lines ?? {}).map(([id]) => id)).toEqual(lines);
});

it('a line that I deleted and they rewrote goes, if mine is kept', () => {
  const { conflict, stored } = met(deleteLines(scene, [second]), setLineText(scene, second, 'Rewritten.', ids));
  expect(sidesOf(stored, conflict)[0]).toMatchObject({ mine: 'deleted', theirs: 'Rewritten.', text: false });
  expect(text(decided(stored, keepMine(conflict, ids)), second)).toBeUndefined();
});

it('what they hung from a word of mine stays on stage whichever text is kept', () => {
  const layer = Object.keys(document.scenes[scene]?.layers ?? {})[0] as string;
  const { conflict, stored } = met(setLineText(scene, first, 'Entirely other words here.', ids), (draft) => {
    setLineText(scene, first, 'Theirs.', ids)(draft);
    const word = Object.keys(draft.scenes[scene]?.lines[first]?.words ?? {})[0] as string;
    hangCue(scene, 'cu_000000000001', gestureOn(layer, word))(draft);
  });
  const after = decided(stored, keepMine(conflict, ids));
  expect(text(after, first)).toBe('Entirely other words here.');
  expect(after.scenes[scene]?.cues.cu_000000000001).toBeDefined();
});

it('names and captions can stand together, numbers cannot', () => {
  const names = met(renameProduction('Mine'), renameProduction('Theirs'));
  expect(sidesOf(names.stored, names.conflict)).toEqual([{ what: 'the production’s title', mine: 'Mine', theirs: 'Theirs', text: true }]);
  expect(decided(names.stored, keepBoth(names.conflict, ids)).production.title).toBe('Theirs / Mine');
  const gaps = met(setGap(scene, second, 480), setGap(scene, second, 960));
  expect(sidesOf(gaps.stored, gaps.conflict)).toMatchObject([{ what: 'line 2, when it starts in “Scene 1”', text: false }]);
  expect(decided(gaps.stored, keepMine(gaps.conflict, ids)).scenes[scene]?.lines[second]?.pin.offset).toBe(480);
  const track = 'ct_000000000001';
  const based = edit(document, 'T', 'cg_000000000009', addCaptionTrack(track, { name: 'Deutsch', language: 'de', lines: { [first]: 'Eins' } })).document;
  const caption =
    (value: string): Recipe =>
    (draft) => {
      const found = draft.production.captionTracks?.[track];
      if (found) found.lines[first] = value;
    };
  const captions = met(caption('Meins'), caption('Ihres'), based);
  expect(decided(captions.stored, keepBoth(captions.conflict, ids)).production.captionTracks?.[track]?.lines[first]).toBe('Ihres / Meins');
});

it('places that became alike meanwhile are no conflict any more', () => {
  const { conflict, stored } = met(renameProduction('Mine'), renameProduction('Theirs'));
  expect(sidesOf(edit(stored, 'x', 'cg_000000000004', renameProduction('Mine')).document, conflict)).toEqual([]);
});
