import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cue, Document, Scene } from '../document/schema.ts';
import { edit, type Recipe } from '../edit/change.ts';
import { addCaptionTrack, colourCaptions } from '../edit/commands/captions.ts';
import { setAside } from '../edit/commands/lines.ts';
import { setCaptions, setProduction } from '../edit/commands/stage.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { CAPTION_RULES, type CaptionSpan, captionWords, lineLimit, twoRows } from './captions.ts';
import { schedule } from './schedule.ts';

const timed = (text: string) => text.split(' ').map((word, n) => ({ text: word, start: n * 1000, end: n * 1000 + 900 }));
const cut = (text: string, limit = 30): string[] => captionWords(timed(text), limit).map(({ words }) => words.map((word) => word.text).join(' '));

describe('rows', () => {
  it('are one where it fits, to the letter, else two of about a length, else none', () => {
    expect(twoRows(['1234', '6789'], 9)).toEqual(['1234 6789']);
    expect(twoRows(['1234', '6789'], 8)).toEqual(['1234', '6789']);
    expect(twoRows(['1234', '6789'], 3)).toBeUndefined();
    expect(twoRows(['12345678901'], 10)).toBeUndefined();
    expect(twoRows('one three five seven'.split(' '), 12)).toEqual(['one three', 'five seven']);
    expect(twoRows([], 10)).toEqual(['']);
  });
  it('break before a joining word and after a mark, and never leave an article at an end', () => {
    expect(twoRows('we saw ten boats with nets'.split(' '), 20)).toEqual(['we saw ten boats', 'with nets']);
    expect(twoRows('it is so, listen to me now'.split(' '), 20)).toEqual(['it is so,', 'listen to me now']);
    expect(twoRows('she fed them all the bread'.split(' '), 20)).toEqual(['she fed them all', 'the bread']);
  });
  it('fill both rows to the letter, and are as long as each other where nothing else tells', () => {
    expect(twoRows(['12345', '67890'], 5)).toEqual(['12345', '67890']);
    expect(twoRows(['12345', '678901'], 5)).toBeUndefined();
    expect(twoRows(['123456', '67890'], 5)).toBeUndefined();
    expect(twoRows('aa bb cc dd ee ff'.split(' '), 12)).toEqual(['aa bb cc', 'dd ee ff']);
  });
  it('break at a mark that ends a word, not at one within it, and before a joining word in quotes, too', () => {
    expect(twoRows('x.y cc dd ee ff'.split(' '), 11)).toEqual(['x.y cc', 'dd ee ff']);
    expect(twoRows('xy. cc dd ee ff'.split(' '), 11)).toEqual(['xy.', 'cc dd ee ff']);
    expect(twoRows('aaaaa “and bb cc dd'.split(' '), 13)).toEqual(['aaaaa', '“and bb cc dd']);
  });
  it('of a tall frame are short', () => {
    expect([lineLimit('16:9'), lineLimit('9:16'), lineLimit('1:1'), lineLimit('4:5')]).toEqual([42, 24, 30, 30]);
  });
});

describe('a line’s words as captions', () => {
  it('end with a sentence where it is long enough, else at a comma, never behind an article', () => {
    expect(cut('The tide comes in every day. Nobody pushes it at all, and it goes away again every single night.')).toEqual([
      'The tide comes in every day.',
      'Nobody pushes it at all,',
      'and it goes away again every single night.',
    ]);
    expect(cut('Yes. The tide comes in.')).toEqual(['Yes. The tide comes in.']);
    const commas = cut('When the Moon stands high above the harbour wall, the water follows it slowly towards the shore every night');
    expect(commas[0]).toBe('When the Moon stands high above the harbour wall,');
    for (const part of cut('We went out with the boats and the nets and the ropes and the lamps and came home to the fire with the fish of the day', 20))
      expect(part).not.toMatch(/ (the|and|with|of|to)$/);
  });
  it('end with a sentence or at a comma only where enough has been said', () => {
    expect(cut('Tides is. Every day it comes and it goes.', 20)[0]).toBe('Tides is.');
    expect(cut('Tide is. Every day it comes and it goes.', 20)[0]).not.toBe('Tide is.');
    expect(cut('High tides, every day they come and go.', 20)[0]).toBe('High tides,');
    expect(cut('Low tides, every day they come and go.', 20)[0]).not.toBe('Low tides,');
    expect(cut('He called out “Come in.” and then went away.', 20)[0]).toBe('He called out “Come in.”');
    expect(cut('Walls of 3.5 metres stand there all day long', 20)[0]).not.toBe('Walls of 3.5');
    expect(cut('There were 1,000 boats here all day long', 20)[0]).not.toBe('There were 1,000');
  });
  it('are as long as they can be where nothing else tells, but for a last word', () => {
    expect(cut('aaaa bbbb cccc dddd eeee ffff', 10)).toEqual(['aaaa bbbb cccc dddd', 'eeee ffff']);
    expect(cut('aaaa bbbb cccc dddd eeee', 10)).toEqual(['aaaa bbbb cccc', 'dddd eeee']);
    // Two full rows and the space between them.
    expect(cut('123456789 123456789 123456789 aaaa bbbb', 9)[0]).toBe('123456789 123456789');
    expect(cut('aaaa bbbb “the ccccccccc dddd', 10)[0]).toBe('aaaa bbbb');
  });
  it('leave no last word alone', () => {
    for (const text of ['The water is rising over the old stone steps by the harbour wall today', 'One two three four five six seven eight nine ten eleven twelve'])
      expect((cut(text, 20).at(-1) as string).split(' ').length).toBeGreaterThan(1);
  });
  it('are all of them, in order, in two rows within the limit; a word that is longer stands alone', () => {
    const word = fc.constantFrom('a', 'tide', 'the', 'harbour,', 'Moon.', 'pulls', 'and', 'extraordinarily', 'so?');
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 40 }), fc.integer({ min: 16, max: 42 }), (words, limit) => {
        const parts = captionWords(timed(words.join(' ')), limit);
        expect(parts.flatMap((part) => part.words.map(({ text }) => text))).toEqual(words);
        for (const { words: own, rows } of parts) {
          expect(rows.join(' ')).toBe(own.map(({ text }) => text).join(' '));
          expect(rows.length).toBeLessThanOrEqual(2);
          for (const row of rows) expect(row.length).toBeLessThanOrEqual(limit);
        }
      }),
    );
    expect(captionWords(timed('short Donaudampfschifffahrtsgesellschaft short'), 20).map(({ rows }) => rows)).toContainEqual(['Donaudampfschifffahrtsgesellschaft']);
    expect(captionWords([], 30)).toEqual([]);
  });
});

describe('a scene’s captions', () => {
  const { document, scene } = sampleDocument();
  const run = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => edit(now, 'x', 'cg_000000000001', recipe).document, document);
  const captionsOf = (of: Document): readonly CaptionSpan[] => schedule(of, () => undefined).scenes[0]?.captions ?? [];
  const linesOf = (of: Document) => schedule(of, () => undefined).scenes[0]?.lines ?? [];
  const [first, second] = inOrder((document.scenes[scene] as Scene).lines).map(([id]) => id) as [string, string];
  const text = (span: CaptionSpan | undefined): string => span?.rows.join(' ') ?? '';
  const words = (of: Document): string => captionsOf(of).map(text).join(' ');
  const cue =
    (start: number, end: number, says: string): Recipe =>
    (draft) =>
      void ((draft.scenes[scene] as Scene).cues.cu_00000000000a = {
        kind: 'caption',
        order: 'a0',
        text: says,
        start: { to: 'scene', edge: 'start', offset: start },
        end: { ticks: end - start },
      } as Cue);

  it('begin with their words, stay a breath longer, as long as one reads, and not into the next', () => {
    const captions = captionsOf(document);
    expect(words(document)).toBe(
      inOrder((document.scenes[scene] as Scene).lines)
        .map(([, line]) => line.text)
        .join(' '),
    );
    const lines = linesOf(document);
    for (const span of captions) {
      const line = lines.find(({ id }) => id === span.line);
      expect(line?.words.some(({ start }) => start === span.start)).toBe(true);
      expect(span.end - span.start).toBeLessThanOrEqual(CAPTION_RULES.mostTicks);
    }
    captions.slice(1).forEach((span, n) => expect(span.start - (captions[n]?.end as number)).toBeGreaterThanOrEqual(2 * 2000));
    const [only] = captionsOf(
      run((draft) => {
        const at = draft.scenes[scene] as Scene;
        for (const id of Object.keys(at.lines)) if (id !== first) delete at.lines[id];
        at.tail = toTicks(9);
      }),
    );
    const said = linesOf(document)[0]?.words.at(-1)?.end as number;
    expect((only?.end as number) - (only?.start as number)).toBe(Math.max(said + toTicks(0.3) - (only?.start as number), toTicks(1), toTicks(text(only).length / 17)));
  });
  it('end with the scene', () => {
    const short = run((draft) => void ((draft.scenes[scene] as Scene).tail = 0));
    const length = schedule(short, () => undefined).scenes[0]?.length as number;
    expect(captionsOf(short).at(-1)?.end).toBe(length);
  });
  it('are left out where the scene has none, those by hand are not', () => {
    expect(captionsOf(run(setCaptions(scene, false)))).toEqual([]);
    const byHand = run(setCaptions(scene, false), cue(toTicks(1), toTicks(2), 'By hand'));
    expect(captionsOf(byHand)).toEqual([{ start: toTicks(1), end: toTicks(2), rows: ['By hand'], cue: 'cu_00000000000a' }]);
    const long = run(setCaptions(scene, false), cue(0, toTicks(2), `${'word '.repeat(30)}\nend`));
    expect(captionsOf(long)[0]?.rows).toHaveLength(2);
  });
  it('give way to one by hand that stands at their time', () => {
    const [before] = captionsOf(document) as [CaptionSpan];
    const over = run(cue(before.start + 10, before.start + 20_000, 'By hand'));
    expect(words(over)).not.toContain(text(before));
    expect(words(over)).toContain('By hand');
    const apart = run(cue(0, before.start, 'By hand'));
    expect(words(apart)).toContain(text(before));
  });
  it('have the colour of who speaks when that is wanted, and the name of who is not seen', () => {
    expect(captionsOf(document).every(({ colour }) => colour === undefined)).toBe(true);
    expect(captionsOf(run(colourCaptions(true))).map(({ colour }) => colour)).toEqual(expect.arrayContaining([1, 2]));
    const off = captionsOf(run(setAside(scene, second, { offStage: true }))).filter(({ line }) => line === second);
    expect(off[0]?.rows[0]).toMatch(/^Tully: /);
    expect(off.slice(1).some(({ rows }) => rows[0]?.startsWith('Tully'))).toBe(false);
  });
  it('of another language move with the lines, each word as long as it has letters', () => {
    const German = { name: 'Deutsch', language: 'de', lines: { [first]: 'Guten Morgen, Tully. Es ist Ebbe, und der Strand ist breit und leer bis an die Mole.' } };
    const track = run(addCaptionTrack('ct_00000000000a', German));
    const spans = captionsOf(track);
    expect(spans.map(text).join(' ')).toBe(German.lines[first]);
    const line = linesOf(track)[0] as { start: number; end: number };
    expect(spans[0]?.start).toBe(line.start);
    if (spans[1]) {
      const letters = German.lines[first]?.split(' ').reduce((sum, word) => sum + word.length + 1, 0) as number;
      const before = text(spans[0])
        .split(' ')
        .reduce((sum, word) => sum + word.length + 1, 0);
      expect(spans[1].start).toBe(line.start + Math.round(((line.end - line.start) * before) / letters));
    }
    expect(spans.every((span) => span.line === first)).toBe(true);
  });
  it('of a tall frame are cut shorter', () => {
    const tall = captionsOf(run(setProduction({ frame: '9:16' })));
    expect(Math.max(...tall.flatMap(({ rows }) => rows.map((row) => row.length)))).toBeLessThanOrEqual(24);
    expect(tall.length).toBeGreaterThanOrEqual(captionsOf(document).length);
  });
});
