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

describe('what two versions differ in', () => {
  const [layer, stands] = Object.entries(document.scenes[scene]?.layers ?? {}).find(([, one]) => one.kind === 'character') as [string, { character: string }];
  const player = document.characters[stands.character] as Document['characters'][string];
  const word = inOrder(document.scenes[scene]?.lines[first]?.words ?? {})[0]?.[0] as string;
  const CUE = 'cu_000000000001';
  const TEXT = 'la_00000000000a';
  const based = edit(document, 'B', 'cg_000000000009', (draft) => {
    hangCue(scene, CUE, gestureOn(layer, word))(draft);
    const one = draft.scenes[scene] as Document['scenes'][string];
    one.layers[TEXT] = { kind: 'text', name: 'Title', text: 'Low tide', font: 'title', align: 'middle', size: 30, x: 1, y: 2, order: 'zz', locked: false, hidden: false } as never;
  }).document;
  const at =
    (change: (one: Document['scenes'][string], draft: Document) => void): Recipe =>
    (draft) =>
      change(draft.scenes[scene] as Document['scenes'][string], draft as Document);
  const side = (mine: Recipe, theirs: Recipe, on = based) => {
    const { conflict, stored } = met(mine, theirs, on);
    return sidesOf(stored, conflict);
  };
  it('is named for the eye: whose it is, what of it, where', () => {
    expect(
      side(
        at((one) => void ((one.layers[layer] as { x: number }).x = 1.23456)),
        at((one) => void ((one.layers[layer] as { x: number }).x = 2)),
      ),
    ).toEqual([{ what: `${player.name}, place across in “Scene 1”`, mine: '1.235', theirs: '2', text: false }]);
    expect(
      side(
        at((one) => void ((one.layers[TEXT] as { y: number }).y = 5)),
        at((one) => void ((one.layers[TEXT] as { y: number }).y = 6)),
      )[0]?.what,
    ).toBe('Title, place in depth in “Scene 1”');
    expect(
      side(
        at((one) => void ((one.layers[TEXT] as { locked: boolean }).locked = true)),
        at((one) => void delete one.layers[TEXT]),
      ),
    ).toEqual([{ what: 'a layer, locked in “Scene 1”', mine: 'yes', theirs: 'deleted', text: false }]);
    const strength = (value: number): Recipe => at((one) => void ((one.cues[CUE] as { strength: number }).strength = value));
    expect(side(strength(0.5), strength(0.7))).toEqual([{ what: 'a gesture cue, strength in “Scene 1”', mine: '0.5', theirs: '0.7', text: false }]);
    expect(
      side(
        strength(0.5),
        at((one) => void delete one.cues[CUE]),
      )[0]?.what,
    ).toBe('a cue, strength in “Scene 1”');
    expect(
      side(
        at((one) => void delete one.cues[CUE]),
        strength(0.7),
      ),
    ).toEqual([{ what: 'a gesture cue in “Scene 1”', mine: 'deleted', theirs: 'changed', text: false }]);
    expect(
      side(
        at((one) => void Object.assign(one, { captions: false, title: 'Mine' })),
        at((one) => void (one.title = 'Theirs')),
      ),
    ).toEqual([
      { what: 'captions in “Theirs”', mine: 'no', theirs: 'yes', text: false },
      { what: 'title in “Theirs”', mine: 'Mine', theirs: 'Theirs', text: true },
    ]);
    const backdrop = (colour: string): Recipe => at((one) => void (one.backdrop = { kind: 'colour', colour }));
    expect(side(backdrop('#000000'), backdrop('#ffffff')).every(({ what }) => /backdrop/.test(what))).toBe(true);
  });
  it('of characters and the production is named too', () => {
    const named = (name: string): Recipe => at((_, draft) => void ((draft.characters[player.id] as { name: string }).name = name));
    expect(side(named('Mine'), named('Theirs'))).toEqual([{ what: 'Theirs: name', mine: 'Mine', theirs: 'Theirs', text: true }]);
    const ordered = (order: string): Recipe => at((_, draft) => void ((draft.characters[player.id] as { order: string }).order = order));
    expect(side(ordered('x1'), ordered('x2'))[0]).toMatchObject({ what: `${player.name}: place in the order`, mine: 'x1', text: false });
    const fps = (value: 25 | 30): Recipe => at((_, draft) => void (draft.production.fps = value));
    expect(side(fps(25), fps(30))).toEqual([{ what: 'the production’s fps', mine: '25', theirs: '30', text: false }]);
  });
  it('of a scene that is gone is the scene', () => {
    const other = 'sc_000000000009';
    const two = edit(
      based,
      'B',
      'cg_000000000009',
      (draft) =>
        void (draft.scenes[other] = {
          ...structuredClone(document.scenes[scene] as Document['scenes'][string]),
          id: other,
          order: 'zz',
          title: 'Two',
          layers: {},
          lines: {},
          cues: {},
        }),
    ).document;
    const title: Recipe = (draft) => void ((draft.scenes[other] as { title: string }).title = 'Mine');
    const gone: Recipe = (draft) => void delete draft.scenes[other];
    expect(side(title, gone, two)).toEqual([{ what: 'title in a scene', mine: 'Mine', theirs: 'deleted', text: true }]);
    expect(side(gone, title, two)).toEqual([{ what: '“Mine”', mine: 'deleted', theirs: 'Mine', text: false }]);
    // Mine brings the scene back with all that was in it.
    const { conflict, stored } = met(title, gone, two);
    const after = decided(stored, keepMine(conflict, ids));
    expect(after.scenes[other]).toEqual({ ...two.scenes[other], title: 'Mine' });
  });
  it('takes the place of theirs when mine is kept, and nothing else', () => {
    const { conflict, stored } = met(
      at((one) => void Object.assign(one.layers[TEXT] as object, { x: 5, hidden: true })),
      at((one) => void Object.assign(one.layers[TEXT] as object, { x: 6, size: 99 })),
      based,
    );
    const after = decided(stored, keepMine(conflict, ids)).scenes[scene]?.layers[TEXT];
    expect(after).toMatchObject({ x: 5, hidden: true, size: 99 });
    const gone = met(
      at((one) => void delete one.layers[TEXT]),
      at((one) => void ((one.layers[TEXT] as { x: number }).x = 6)),
      based,
    );
    expect(decided(gone.stored, keepMine(gone.conflict, ids)).scenes[scene]?.layers[TEXT]).toBeUndefined();
    const back = met(
      at((one) => void ((one.layers[TEXT] as { x: number }).x = 6)),
      at((one) => void delete one.layers[TEXT]),
      based,
    );
    expect(decided(back.stored, keepMine(back.conflict, ids)).scenes[scene]?.layers[TEXT]).toMatchObject({ x: 6, text: 'Low tide' });
    // What they deleted and mine says nothing of stays away.
    const apart = met(
      at((one) => void ((one.layers[TEXT] as { x: number }).x = 6)),
      at((one) => {
        delete one.layers[TEXT];
        delete one.cues[CUE];
      }),
      based,
    );
    const kept = decided(apart.stored, keepMine(apart.conflict, ids)).scenes[scene];
    expect(kept?.layers[TEXT]).toBeDefined();
    expect(kept?.cues[CUE]).toBeUndefined();
  });
  it('gives up cues where they no longer hang from anything, and keeps the words', () => {
    const { conflict, stored } = met(
      (draft) => {
        setLineText(scene, first, 'Mine it is.', ids)(draft);
        const mine = inOrder(draft.scenes[scene]?.lines[second]?.words ?? {})[0]?.[0] as string;
        hangCue(scene, 'cu_000000000007', gestureOn(layer, mine))(draft);
      },
      (draft) => {
        setLineText(scene, first, 'Theirs it is.', ids)(draft);
        deleteLines(scene, [second])(draft);
      },
    );
    const after = decided(stored, keepMine(conflict, ids));
    expect(text(after, first)).toBe('Mine it is.');
    expect(after.scenes[scene]?.cues.cu_000000000007).toBeUndefined();
  });
  it('both kept leaves numbers, deletions and lines without a speaker as mine', () => {
    const silent = edit(
      document,
      'B',
      'cg_000000000009',
      at((one) => void ((one.lines[first] as { role: string | null }).role = null)),
    ).document;
    const { conflict, stored } = met(setLineText(scene, first, 'Mine.', ids), setLineText(scene, first, 'Theirs.', ids), silent);
    expect(sidesOf(stored, conflict)[0]?.what).toBe('A line');
    const after = decided(stored, keepBoth(conflict, ids));
    expect(Object.keys(after.scenes[scene]?.lines ?? {})).toHaveLength(lines.length);
    const long = met(renameProduction('M'.repeat(100)), renameProduction('T'.repeat(100)));
    expect(decided(long.stored, keepBoth(long.conflict, ids)).production.title).toBe(`${'T'.repeat(100)} / ${'M'.repeat(17)}`);
  });
});
