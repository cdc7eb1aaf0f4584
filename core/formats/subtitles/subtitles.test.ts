import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Scene } from '../../document/schema.ts';
import { edit } from '../../edit/change.ts';
import { addCaptionTrack, captionsByLine, deleteCaptionTrack, setCaptionText, showCaptions } from '../../edit/commands/captions.ts';
import { setGap } from '../../edit/commands/lines.ts';
import { schedule } from '../../schedule/schedule.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { inOrder } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import { covering, readTextGrid, writeTextGrid } from '../textgrid/textgrid.ts';
import { filmTextGrid, filmWordsCsv, subtitlesOf, wordTimesFrom } from '../times/film.ts';
import { readSrt, writeSrt } from './srt.ts';
import { readVtt, writeVtt } from './vtt.ts';

const made = sampleDocument();
const film = schedule(made.document, () => undefined);
const lines = inOrder((made.document.scenes[made.scene] as Scene).lines).map(([id]) => id);
const TRACK = 'ct_000000000001';
const run = (document: typeof made.document, recipe: Parameters<typeof edit>[3]) => edit(document, 'x', 'cg_000000000001', recipe).document;

const subtitle = fc
  .record({
    start: fc.integer({ min: 0, max: 5_000_000 }),
    length: fc.integer({ min: 1, max: 9000 }),
    rows: fc.array(fc.stringMatching(/^[A-Za-zé&<>'][A-Za-z é&<>.,'!?]{0,30}[A-Za-z.!?]$/), { minLength: 1, maxLength: 2 }),
    speaker: fc.constantFrom('Marit', 'Tully', 'Anne & Bo'),
  })
  .map(({ start, length, rows, speaker }) => ({ start: start / 1000, end: (start + length) / 1000, text: rows.map((row) => row.replace(/\s+/g, ' ').trim()).join('\n'), speaker }));

describe('captions as files', () => {
  it('come back from WebVTT with times, rows and speakers', () => {
    fc.assert(
      fc.property(fc.array(subtitle, { minLength: 1, maxLength: 8 }), (list) => {
        const back = readVtt(writeVtt(list, { Marit: '#c1cffd' }));
        const wanted = [...list].sort((a, b) => a.start - b.start);
        expect(back.map(({ start }) => start)).toEqual(wanted.map(({ start }) => start));
        expect(new Set(back.map((one) => JSON.stringify(one)))).toEqual(new Set(list.map(({ start, end, text, speaker }) => JSON.stringify({ start, end, text, speaker }))));
      }),
    );
  });
  it('come back from SubRip with times and rows', () => {
    fc.assert(
      fc.property(fc.array(subtitle, { minLength: 1, maxLength: 8 }), (list) => {
        const plain = list.map(({ start, end, text }) => ({ start, end, text: text.replace(/[<>&]/g, 'x') }));
        expect(new Set(readSrt(writeSrt(plain)).map((one) => JSON.stringify(one)))).toEqual(new Set(plain.map((one) => JSON.stringify(one))));
      }),
    );
  });
  it('of other programs are read too: comments, places on the screen, marks, hours left out', () => {
    expect(readVtt('WEBVTT - a film\n\nNOTE a comment\n\nintro\n00:01.500 --> 00:03.000 line:80% align:start\n<v Marit><i>Good</i> morning,\nTully.</v>\n')).toEqual([
      { start: 1.5, end: 3, text: 'Good morning,\nTully.', speaker: 'Marit' },
    ]);
    expect(readSrt('\uFEFF1\r\n00:00:01,5 --> 00:00:02,25\r\n{\\an8}<b>Oh</b> no!\r\n')).toEqual([{ start: 1.5, end: 2.25, text: 'Oh no!' }]);
    expect(() => readSrt('Good morning')).toThrow(/Choose an SRT or WebVTT/);
  });
  it('of a film keep the reading rules: two rows, one after the other, each with its speaker', () => {
    const list = subtitlesOf(film);
    expect(list.length).toBeGreaterThanOrEqual(4);
    list.forEach((one, n) => {
      expect(one.text.split('\n').length).toBeLessThanOrEqual(2);
      for (const row of one.text.split('\n')) expect(row.length).toBeLessThanOrEqual(42);
      expect(one.speaker).toMatch(/Marit|Tully/);
      const next = list[n + 1];
      if (next) expect(next.start).toBeGreaterThanOrEqual(one.end);
    });
  });
});

describe('a track of captions', () => {
  const german = Object.fromEntries(lines.map((id, n) => [id, `Zeile ${n + 1}, die etwas anderes sagt.`]));
  const tracked = run(made.document, addCaptionTrack(TRACK, { name: 'German', language: 'German', lines: german }));
  const rows = (document: typeof made.document): string[] => schedule(document, () => undefined).scenes[0]?.captions.map((one) => one.rows.join(' ')) ?? [];
  it('is shown in the place of the words, and moves with its lines', () => {
    expect(rows(tracked).join(' ')).toContain('Zeile 2, die etwas anderes sagt.');
    expect(rows(run(tracked, showCaptions(null))).join(' ')).not.toContain('Zeile');
    const start = (document: typeof made.document): number => schedule(document, () => undefined).scenes[0]?.captions.find((one) => one.line === lines[3])?.start ?? -1;
    expect(start(run(tracked, setGap(made.scene, lines[3] as string, toTicks(4))))).toBeGreaterThan(start(tracked) + toTicks(3));
  });
  it('comes from a file by the lines that its captions lie over, none lost', () => {
    const back = captionsByLine(film, subtitlesOf(schedule(tracked, () => undefined)));
    expect(back).toEqual(german);
    const late = captionsByLine(film, [{ start: 9999, end: 10_000, text: 'after everything' }]);
    expect(Object.keys(late)).toEqual([lines.at(-1)]);
  });
  it('is changed line by line, and deleted back to the words', () => {
    const changed = run(tracked, setCaptionText(TRACK, lines[0] as string, 'Guten Morgen.'));
    expect(rows(changed)[0]).toBe('Guten Morgen.');
    expect(run(changed, setCaptionText(TRACK, lines[0] as string, ' ')).production.captionTracks?.[TRACK]?.lines[lines[0] as string]).toBeUndefined();
    const gone = run(tracked, deleteCaptionTrack(TRACK));
    expect(gone.production.shownCaptions).toBeUndefined();
    expect(() => run(gone, showCaptions(TRACK))).toThrow(/gone/);
  });
});

describe('times as files', () => {
  it('come back from a TextGrid, gaps filled and quotes kept', () => {
    const span = fc.record({
      at: fc.integer({ min: 0, max: 900 }),
      text: fc.string({ maxLength: 12 }).filter((text) => text.trim() === text && text.length > 0 && !/[\r\n]/.test(text)),
    });
    fc.assert(
      fc.property(fc.uniqueArray(span, { selector: ({ at }) => at, maxLength: 8 }), (list) => {
        const spans = list.sort((a, b) => a.at - b.at).map(({ at, text }) => ({ start: at / 10, end: at / 10 + 0.05, text }));
        const back = readTextGrid(writeTextGrid({ end: 100, tiers: [{ name: 'Marit "words"', spans }] }));
        expect(back.end).toBe(100);
        expect(back.tiers[0]?.name).toBe('Marit "words"');
        expect(back.tiers[0]?.spans).toEqual(spans.map(({ start, end, text }) => ({ start: Math.round(start * 1e6) / 1e6, end: Math.round(end * 1e6) / 1e6, text })));
      }),
    );
    const bracketed = [{ start: 1, end: 2, text: 'what [12] [] says' }];
    expect(readTextGrid(writeTextGrid({ end: 3, tiers: [{ name: 'A', spans: bracketed }] })).tiers[0]?.spans).toEqual(bracketed);
    expect(covering([], 3)).toEqual([{ start: 0, end: 3, text: '' }]);
  });
  it('of a film hold every word, and give them back to their lines', () => {
    const { tiers } = readTextGrid(filmTextGrid(film));
    expect(tiers.map(({ name }) => name)).toEqual(['Marit words', 'Marit phones', 'Tully words', 'Tully phones']);
    for (const line of film.scenes[0]?.lines ?? []) {
      const name = line.line.role ? made.document.production.roles[line.line.role]?.name : '';
      const spans = tiers.find((tier) => tier.name === `${name} words`)?.spans ?? [];
      const times = wordTimesFrom(line, film.scenes[0]?.start ?? 0, spans);
      for (const word of line.words) {
        expect(times[word.id]?.start).toBeCloseTo(word.start - line.start, -1);
        expect(times[word.id]?.end).toBeCloseTo(word.end - line.start, -1);
      }
    }
    const csv = filmWordsCsv(film).trim().split('\n');
    expect(csv[0]).toBe('scene,line,speaker,word,start,end');
    expect(csv.length - 1).toBe(film.scenes[0]?.lines.reduce((sum, { words }) => sum + words.length, 0));
  });
});
