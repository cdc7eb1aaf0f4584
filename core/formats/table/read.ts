import { csvParseRows, dsvFormat, tsvParseRows } from 'd3-dsv';
import { shortened } from '../../document/text.ts';
import { type ReadScript, ScriptWriter, tidyName, withoutDirections } from '../script/script.ts';

const SPEAKER_HEAD = /^(speaker|character|name|who|role|voice)s?$/i;
const TEXT_HEAD = /^(text|line|dialogue|dialog|says|speech|words|script|audio)s?$/i;
const DIRECTION_HEAD = /^(direction|note|action|how|emotion|visual|parenthetical|staging)s?$/i;
const SCENE_HEAD = /^(scene|heading|place|section)s?$/i;

/** Rows and columns, if a text is a table: tabs, bars or commas (the last only under a heading that names the columns). */
function rowsOf(source: string): string[][] | undefined {
  const lines = source.split('\n').filter((line) => line.trim());
  if (lines.length < 2) return undefined;
  const share = (test: RegExp): number => lines.filter((line) => test.test(line)).length / lines.length;
  if (share(/\t/) > 0.7) return tsvParseRows(source);
  if (share(/^\s*\|.*\|\s*$/) > 0.8)
    return lines
      .filter((line) => !/^[\s|:-]+$/.test(line))
      .map((line) =>
        line
          .trim()
          .replace(/^\||\|$/g, '')
          .split('|')
          .map((cell) => cell.trim()),
      );
  const head = (lines[0] as string).split(/[,;]/).map((cell) => cell.replace(/"/g, '').trim());
  if (head.length > 1 && head.some((cell) => SPEAKER_HEAD.test(cell)) && head.some((cell) => TEXT_HEAD.test(cell)))
    return (lines[0] as string).includes(';') ? dsvFormat(';').parseRows(source) : csvParseRows(source);
  return undefined;
}

export const isTable = (source: string): boolean => {
  const rows = rowsOf(source);
  return rows !== undefined && rows.filter((row) => row.filter((cell) => cell.trim()).length > 1).length >= 2;
};

/** A table of lines: columns by their headings, else the first is who speaks and the second what is said. */
export function readTable(source: string): ReadScript {
  const rows = rowsOf(source) ?? [];
  const head = rows[0] ?? [];
  const column = (test: RegExp): number => head.findIndex((cell) => test.test(cell.trim()));
  const headed = column(SPEAKER_HEAD) >= 0 && column(TEXT_HEAD) >= 0;
  const at = headed
    ? { speaker: column(SPEAKER_HEAD), text: column(TEXT_HEAD), direction: column(DIRECTION_HEAD), scene: column(SCENE_HEAD) }
    : { speaker: 0, text: 1, direction: 2, scene: -1 };
  const out = new ScriptWriter();
  let speaker = '';
  let scene = '';
  for (const row of headed ? rows.slice(1) : rows) {
    const cell = (index: number): string => (index < 0 ? '' : (row[index] ?? '').trim());
    const title = shortened(cell(at.scene), 120);
    if (title && title !== scene) out.scene((scene = title));
    speaker = tidyName(cell(at.speaker)) || speaker || 'Presenter';
    const { text, directions } = withoutDirections(cell(at.text));
    const more = cell(at.direction);
    out.line({ speaker, text, directions: more ? [more, ...directions] : directions });
  }
  return out.done();
}
