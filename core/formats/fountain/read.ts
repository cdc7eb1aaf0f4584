import { shortened } from '../../document/text.ts';
import { OFF_STAGE, type ReadScript, type ScriptLine, ScriptWriter, tidyName, withoutDirections } from '../script/script.ts';

const HEADING = /^(?:\.(?!\.)\s*(.+)|((?:int|ext|est|int\.?\/ext|i\/e)[. ]\s*.+))$/i;
const TRANSITION = /^(?:>\s*(?!.*<\s*$).+|[A-Z ]+ TO:)$/;
/** A character's cue: capitals without a small letter, or forced by an @; extensions in brackets; ^ for both at once. */
const CUE = /^(?:@([^()^]+)|([^\p{Ll}()^]+))(?:\(([^)]*)\))?\s*(\^)?$/u;
/** A longer row is no name. */
const MOST_CUE = 160;

function cueIn(row: string): RegExpExecArray | null {
  const cue = row.length > MOST_CUE ? null : CUE.exec(row);
  return cue && (cue[1] !== undefined || /\p{Lu}/u.test(cue[2] ?? '')) ? cue : null;
}

/** A text without what stands from each `open` to the `close` after it; linear in its length. */
function without(text: string, open: string, close: string): string {
  let out = '';
  let at = 0;
  for (;;) {
    const start = text.indexOf(open, at);
    const end = start < 0 ? -1 : text.indexOf(close, start + open.length);
    if (end < 0) return out + text.slice(at);
    out += text.slice(at, start);
    at = end + close.length;
  }
}

/** A row without space round it, runs of space within it as one. */
const tidyRow = (row: string): string => row.replace(/\s+/g, ' ').trim();

/** Takes comments and emphasis out: notes [[…]], boneyard, *italic*, **bold**, _underline_. */
const plain = (text: string): string =>
  text
    .replace(/\\([*_])/g, '\u0001$1')
    .replace(/\*{1,3}([^*\n]+)\*{1,3}/g, '$1')
    .replace(/_([^_\n]+)_/g, '$1')
    .replaceAll('\u0001', '');

/** Whether a text is written as a screenplay: a heading, or at least two cues in capitals with words right below. */
export function isFountain(source: string): boolean {
  const rows = source.split('\n').map(tidyRow);
  let cues = 0;
  for (let n = 0; n < rows.length; n++) {
    const row = rows[n] as string;
    if ((n === 0 || !rows[n - 1]) && /^(int|ext|est|i\/e)[. ]/i.test(row)) return true;
    const name = row.length < 60 ? cueIn(row) : null;
    if (name && !row.includes(':') && (n === 0 || !rows[n - 1]) && rows[n + 1] && /\p{Lu}{2}|^@/u.test(row)) cues++;
  }
  return cues >= 2 || (cues === 1 && rows.filter(Boolean).length < 6 && !rows.some((row) => /^[\p{L} ]{1,30}:/u.test(row)));
}

/**
 * Reads Fountain (fountain.io, version 1.1): title page, scene headings, cues with extensions and parentheticals, dual
 * dialogue, action, centred text, transitions, notes, boneyard, sections, synopses, lyrics and emphasis. Action is
 * kept as the staging of the line that follows it; transitions, sections and synopses are not part of a film's talk.
 */
export function readFountain(source: string): ReadScript {
  const out = new ScriptWriter();
  const body = without(without(source.replace(/\r\n?/g, '\n'), '/*', '*/'), '[[', ']]');
  const rows = body.split('\n');
  let n = 0;
  // The title page: keys at the very top, up to the first empty row.
  if (/^[A-Za-z][A-Za-z ]*:/.test(rows[0] ?? '') && !/\n\n/.test(body.slice(0, body.indexOf(':') + 1))) {
    let key = '';
    for (; n < rows.length && (rows[n] as string).trim(); n++) {
      const found = /^([A-Za-z][A-Za-z ]*):\s*(.*)$/.exec(rows[n] as string);
      if (found) key = (found[1] as string).toLowerCase();
      const value = plain(found ? (found[2] as string) : (rows[n] as string)).trim();
      if (key === 'title' && value) out.title = shortened([out.title, value].filter(Boolean).join(' '), 120);
    }
  }
  let staging: string[] = [];
  const blank = (at: number): boolean => at < 0 || at >= rows.length || !(rows[at] as string).trim();
  for (; n < rows.length; n++) {
    const row = tidyRow(rows[n] as string);
    if (!row || /^={3,}$/.test(row) || /^#+\s/.test(row) || /^=\s/.test(row)) continue;
    const heading = HEADING.exec(row);
    if (heading && blank(n - 1)) {
      const title = plain((heading[1] ?? heading[2]) as string).replace(/#[^#]+# ?$/, '');
      out.scene(shortened(title.trim(), 120));
      staging = [];
      continue;
    }
    const cue = !row.startsWith('!') && blank(n - 1) && !blank(n + 1) ? cueIn(row) : null;
    if (TRANSITION.test(row) && !(cue && row.startsWith('@'))) continue;
    if (cue) {
      const line = spoken(cue, rows, n + 1);
      out.line({ ...line.line, ...(staging.length ? { staging: shortened(staging.join(' '), 600) } : {}) });
      staging = [];
      n = line.next - 1;
      continue;
    }
    staging.push(plain(row.replace(/^!|^>\s*(.*?)\s*<$/, (all, centred?: string) => (all === '!' ? '' : (centred ?? '')))).trim());
  }
  return out.done();
}

function spoken(cue: RegExpExecArray, rows: readonly string[], from: number): { line: ScriptLine; next: number } {
  const words: string[] = [];
  const directions: string[] = [];
  let n = from;
  for (; n < rows.length; n++) {
    const raw = rows[n] as string;
    // Two spaces keep a row that would else end the speech.
    if (!raw.trim() && raw.length < 2) break;
    const row = plain(tidyRow(raw).replace(/^~ ?/, ''));
    const whole = /^\((.*)\)$/.exec(row);
    if (whole) {
      if (whole[1]?.trim()) directions.push(whole[1].trim());
      continue;
    }
    const inline = withoutDirections(row);
    directions.push(...inline.directions);
    if (inline.text) words.push(inline.text);
  }
  const extension = (cue[3] ?? '').trim();
  const off = extension.split(/[,;/]/).some((part) => OFF_STAGE.test(part.trim()));
  const other = extension && !off && !/^cont(inued|'d|’d|d)?\.?$/i.test(extension) ? [extension.toLowerCase()] : [];
  return {
    line: {
      speaker: tidyName((cue[1] ?? cue[2] ?? '').trim()),
      text: words.join(' '),
      directions: [...other, ...directions],
      ...(off ? { offStage: true } : {}),
      ...(cue[4] ? { together: true } : {}),
    },
    next: n,
  };
}
