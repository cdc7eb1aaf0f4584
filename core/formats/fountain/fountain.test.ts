import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromScript } from '../../edit/create.ts';
import { seededIds } from '../../testing/samples.ts';
import { inOrder } from '../../time/order.ts';
import { readScript } from '../script/read.ts';
import { isFountain, readFountain } from './read.ts';
import { writeFountain } from './write.ts';

const SCREENPLAY = `Title:
    _**How tides work**_
Credit: Written by
Author: The Keeper

INT. LIGHTHOUSE - DUSK

Marit trims the lamp. Tully rolls in.

MARIT
(without turning)
You are late, *Tully*.

TULLY (V.O.)
The tide was out.
(beat)
All of it.

> CUT TO:

.The wall

[[remember the gulls]]
/* not
this */
@McNab
I saw it go.

MARIT ^
So did I.

!THE LAMP GOES OUT.

MARIT (CONT'D)
Again.
`;

describe('Fountain', () => {
  it('is read with its scenes, cues, parentheticals, voices over and things said at once', () => {
    const script = readFountain(SCREENPLAY);
    expect(script.title).toBe('How tides work');
    expect(script.scenes.map(({ title }) => title)).toEqual(['INT. LIGHTHOUSE - DUSK', 'The wall']);
    expect(script.lines).toEqual([
      { speaker: 'Marit', text: 'You are late, Tully.', directions: ['without turning'], staging: 'Marit trims the lamp. Tully rolls in.' },
      { speaker: 'Tully', text: 'The tide was out. All of it.', directions: ['beat'], offStage: true },
      { speaker: 'McNab', text: 'I saw it go.', directions: [] },
      { speaker: 'Marit', text: 'So did I.', directions: [], together: true },
      { speaker: 'Marit', text: 'Again.', directions: [], staging: 'THE LAMP GOES OUT.' },
    ]);
  });
  it('is told apart from a list of names and from prose', () => {
    expect(isFountain(SCREENPLAY)).toBe(true);
    expect(isFountain('MARIT: Good morning.\nTULLY: Who pulls the plug out?')).toBe(false);
    expect(isFountain('The sea rises.\n\nIt falls again. NASA says so.\n')).toBe(false);
    expect(readScript('MARIT\nGood morning.\n\nTULLY\nOh no.').speakers).toEqual(['Marit', 'Tully']);
  });
  it('comes back as it was written: speakers, words, scenes, how and where it is said', () => {
    const word = fc.stringMatching(/^[A-Za-z][a-z']{0,8}[,.!?]?$/);
    const text = fc.array(word, { minLength: 1, maxLength: 9 }).map((words) => words.join(' '));
    const line = fc.record({
      speaker: fc.constantFrom('Marit', 'Tully', 'McNab', "Anne-Marie O'Neil", 'dr. Noor', 'Émile'),
      text,
      directions: fc.array(fc.constantFrom('waves', 'worried', 'to the sea'), { maxLength: 2 }),
      offStage: fc.boolean(),
      staging: fc.option(fc.constantFrom('The lamp goes out.', 'TULLY ROLLS AWAY', 'A gull lands: it stares.'), { nil: undefined }),
    });
    fc.assert(
      fc.property(
        fc.array(fc.record({ title: fc.constantFrom('The wall', 'INT. LAMP ROOM - NIGHT', 'Why twice a day?'), lines: fc.array(line, { minLength: 1, maxLength: 5 }) }), {
          minLength: 1,
          maxLength: 3,
        }),
        (scenes) => {
          const lines = scenes.flatMap((scene) =>
            scene.lines.map(({ staging, offStage, ...rest }) => ({ ...rest, ...(staging ? { staging } : {}), ...(offStage ? { offStage: true as const } : {}) })),
          );
          let at = 0;
          const script = {
            title: 'A film',
            lines,
            speakers: [...new Set(lines.map(({ speaker }) => speaker))],
            scenes: scenes.map(({ title, lines: own }) => ({ title, lines: lines.slice(at, (at += own.length)) })),
          };
          const document = fromScript(script, { title: 'A film', slug: 'a', frame: '16:9', fps: 24 }, seededIds(2));
          const back = readFountain(writeFountain(document));
          expect(back.title).toBe('A film');
          expect(back.scenes.map(({ title }) => title)).toEqual(script.scenes.map(({ title }) => title));
          expect(back.lines).toEqual(lines);
        },
      ),
      { numRuns: 150 },
    );
  });
  it('of any letters is read without failing, and never more is said than was written', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: fc.constantFrom(...'AB(c)\n\n .:^@>~!*_[]#='.split('')) }), (source) => {
        const { lines } = readFountain(source);
        expect(lines.map(({ text }) => text).join('').length).toBeLessThanOrEqual(source.length);
      }),
      { numRuns: 400 },
    );
  });
});

describe('a script with headings', () => {
  it('is a film of as many scenes, only those on a stage who are seen there', () => {
    const document = fromScript(readScript(SCREENPLAY), { title: 'T', slug: 't', frame: '16:9', fps: 24 }, seededIds(4));
    const scenes = inOrder(document.scenes).map(([, scene]) => scene);
    expect(scenes.map(({ title }) => title)).toEqual(['INT. LIGHTHOUSE - DUSK', 'The wall']);
    expect(Object.values(document.production.roles).map(({ name }) => name)).toEqual(['Marit', 'Tully', 'McNab']);
    expect(scenes.map(({ layers }) => Object.keys(layers).length)).toEqual([1, 2]);
    const [, second] = inOrder(scenes[0]?.lines ?? {})[1] as [string, { offStage: boolean; direction?: string }];
    expect(second).toMatchObject({ offStage: true, direction: 'beat' });
    const together = inOrder(scenes[1]?.lines ?? {})[1]?.[1];
    expect(together?.pin).toMatchObject({ to: 'previous' });
    expect(together?.pin.offset).toBeLessThan(0);
  });
});
