import { csvFormatRows } from 'd3-dsv';
import type { ScheduledLine } from '../../schedule/lines.ts';
import type { FilmSchedule } from '../../schedule/schedule.ts';
import { toSeconds } from '../../time/ticks.ts';
import type { Subtitle } from '../subtitles/cue.ts';
import { type Tier, writeTextGrid } from '../textgrid/textgrid.ts';

const spoken = (film: FilmSchedule) =>
  film.scenes.flatMap((scene) =>
    scene.lines
      .filter(({ line }) => line.kind === 'line')
      .map((line) => ({ scene, line, at: scene.start, speaker: (line.line.role && film.document.production.roles[line.line.role]?.name) || 'Presenter' })),
  );

/** A film's captions as they are shown, each with who speaks. */
export function subtitlesOf(film: FilmSchedule): Subtitle[] {
  return film.scenes.flatMap((scene) =>
    scene.captions.map(({ start, end, rows, line }) => {
      const owner = line ? scene.lines.find(({ id }) => id === line)?.line.role : undefined;
      const speaker = owner ? film.document.production.roles[owner]?.name : undefined;
      return { start: toSeconds(scene.start + start), end: toSeconds(scene.start + end), text: rows.join('\n'), ...(speaker ? { speaker } : {}) };
    }),
  );
}

/** Words and phones of all lines as a TextGrid: two tiers a speaker. */
export function filmTextGrid(film: FilmSchedule): string {
  const tiers = new Map<string, { words: { start: number; end: number; text: string }[]; phones: { start: number; end: number; text: string }[] }>();
  for (const { line, at, speaker } of spoken(film)) {
    const own = tiers.get(speaker) ?? { words: [], phones: [] };
    tiers.set(speaker, own);
    own.words.push(...line.words.filter(({ start, end }) => end > start).map(({ text, start, end }) => ({ text, start: toSeconds(at + start), end: toSeconds(at + end) })));
    own.phones.push(
      ...line.analysis.phones
        .filter(({ label }) => label !== 'SIL')
        .map(({ label, start, end }) => ({ text: label, start: toSeconds(at + line.start + start), end: toSeconds(at + line.start + end) })),
    );
  }
  const list = [...tiers].flatMap(([name, { words, phones }]): Tier[] => [
    { name: `${name} words`, spans: words },
    { name: `${name} phones`, spans: phones },
  ]);
  return writeTextGrid({ end: toSeconds(film.length), tiers: list });
}

/** Words of all lines as a table: scene, line, speaker, word, start and end in seconds of the film. */
export function filmWordsCsv(film: FilmSchedule): string {
  const rows = spoken(film).flatMap(({ scene, line, at, speaker }) =>
    line.words.map(({ text, start, end }) => [scene.scene.title, String(line.index + 1), speaker, text, toSeconds(at + start).toFixed(3), toSeconds(at + end).toFixed(3)]),
  );
  return `${csvFormatRows([['scene', 'line', 'speaker', 'word', 'start', 'end'], ...rows])}\n`;
}

const bare = (word: string): string => word.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/**
 * Times of a line's words (ticks of its take) from spans along the film, such as those of a TextGrid's tier: spans
 * that lie within the line, matched to its words in order. Words that are not among them keep their times.
 */
export function wordTimesFrom(line: ScheduledLine, sceneStart: number, spans: Tier['spans']): Record<string, { start: number; end: number }> {
  const from = toSeconds(sceneStart + line.start) - 0.05;
  const to = toSeconds(sceneStart + line.end) + 0.05;
  const inside = spans.filter(({ start, end, text }) => start >= from && end <= to && bare(text));
  const out: Record<string, { start: number; end: number }> = {};
  let at = 0;
  for (const { id, text } of line.words) {
    const found = inside.findIndex((span, n) => n >= at && n < at + 4 && bare(span.text) === bare(text));
    if (found < 0) continue;
    const span = inside[found] as Tier['spans'][number];
    out[id] = { start: Math.round(span.start * 48_000) - sceneStart - line.start, end: Math.round(span.end * 48_000) - sceneStart - line.start };
    at = found + 1;
  }
  return out;
}
