import { shortened } from '../../document/text.ts';

/** One spoken line of a script as it was read. */
export interface ScriptLine {
  readonly speaker: string;
  readonly text: string;
  /** Parentheticals that stood with the line. */
  readonly directions: readonly string[];
  /** What the script says happens before it. */
  readonly staging?: string;
  /** Heard, but not seen: a voice over, a radio. */
  readonly offStage?: boolean;
  /** Said at the same time as the line before. */
  readonly together?: boolean;
}

export interface ScriptScene {
  /** Undefined for lines before the first heading. */
  readonly title: string | undefined;
  readonly lines: readonly ScriptLine[];
}

export interface ReadScript {
  readonly title?: string;
  readonly scenes: readonly ScriptScene[];
  /** All lines of all scenes, and who speaks them, by first appearance. */
  readonly lines: readonly ScriptLine[];
  readonly speakers: readonly string[];
}

/** Gathers lines into scenes while a script is read. */
export class ScriptWriter {
  private readonly scenes: { title: string | undefined; lines: ScriptLine[] }[] = [];
  title: string | undefined;

  scene(title: string): void {
    this.scenes.push({ title, lines: [] });
  }

  line(line: ScriptLine): void {
    if (!this.scenes.length) this.scenes.push({ title: undefined, lines: [] });
    this.scenes.at(-1)?.lines.push(line);
  }

  get last(): ScriptLine | undefined {
    return this.scenes.at(-1)?.lines.at(-1);
  }

  /** Puts another line in the place of the last one. */
  replaceLast(line: ScriptLine): void {
    this.scenes.at(-1)?.lines.splice(-1, 1, line);
  }

  get empty(): boolean {
    return this.scenes.every(({ lines }) => !lines.length);
  }

  /** The script; lines in which nothing is said and scenes without a line are left out. */
  done(): ReadScript {
    const scenes = this.scenes.map((scene) => ({ ...scene, lines: scene.lines.filter(({ text }) => /[\p{L}\p{N}]/u.test(text)) })).filter(({ lines }) => lines.length);
    const lines = scenes.flatMap((scene) => scene.lines);
    const speakers = [...new Set(lines.map((line) => line.speaker))];
    return { ...(this.title === undefined ? {} : { title: this.title }), scenes, lines, speakers };
  }
}

/** `MARIT` and `marit` are both Marit; a name that mixes cases stays as it was written. */
export function tidyName(name: string): string {
  const clean = shortened(name.replace(/\s+/g, ' ').trim(), 120);
  if (clean !== clean.toUpperCase() && clean !== clean.toLowerCase()) return clean;
  return clean.toLowerCase().replace(/(^|[\s\-.'’])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase());
}

/** Takes what stands in (round) or [square] brackets out of what is said. */
export function withoutDirections(row: string): { text: string; directions: string[] } {
  const directions: string[] = [];
  const text = row
    .replace(/\(([^)]{1,200})\)|\[([^\]]{1,200})\]/g, (_, round: string | undefined, square: string | undefined) => {
      directions.push((round ?? square ?? '').trim());
      return ' ';
    })
    .replace(/\s+/g, ' ')
    .trim();
  return { text, directions: directions.filter(Boolean) };
}

/** Marks of emphasis at a word's edges, as Fountain writes them: *one*, **one**, _one_. */
const OPENS = /^([^\p{L}\p{N}*_]*)[*_]+/u;
const CLOSES = /(?<![*_])[*_]+([^\p{L}\p{N}*_]*)$/u;

/** A text in three: what stands before its first letter or digit, what lies between, what stands behind its last one. */
function hulled(text: string): [before: string, core: string, after: string] {
  const first = text.search(/[\p{L}\p{N}]/u);
  if (first < 0) return [text, '', ''];
  let last = first;
  for (const { index, 0: letter } of text.matchAll(/[\p{L}\p{N}]/gu)) last = index + letter.length;
  return [text.slice(0, first), text.slice(first, last), text.slice(last)];
}

/** A text's words without their marks of emphasis, and which of them stand between marks. */
export function emphasisedWords(text: string): { text: string; emphasised: boolean }[] {
  let open = false;
  return text
    .trim()
    .split(/\s+/)
    .flatMap((word) => {
      if (!/[\p{L}\p{N}]/u.test(word)) {
        // Signs alone are no word; a mark among them may still close what is open.
        open &&= !CLOSES.test(word);
        return [];
      }
      const opens = OPENS.test(word);
      const closes = CLOSES.test(word);
      const emphasised = open || opens;
      open = emphasised && !closes;
      return [{ text: word.replace(OPENS, '$1').replace(CLOSES, '$1'), emphasised }];
    });
}

/** Words written as a text again, those with emphasis between marks: what emphasisedWords reads back. */
export const withMarks = (words: readonly { readonly text: string; readonly emphasised: boolean }[]): string =>
  words.map(({ text, emphasised }) => (emphasised ? marked(text) : text)).join(' ');

/** A text without those of its words (by their place, from 0); the stop of one that ends a sentence goes to the word before. */
export function withoutWords(text: string, dropped: ReadonlySet<number>): string {
  // Signs that stand alone are no words and stay, unless marks of emphasis have to be put anew.
  const tokens = /[*_]/.test(text)
    ? emphasisedWords(text)
    : text
        .trim()
        .split(/\s+/)
        .map((token) => ({ text: token, emphasised: false }));
  const kept: { text: string; emphasised: boolean }[] = [];
  let index = -1;
  for (const token of tokens) {
    if (/[\p{L}\p{N}]/u.test(token.text)) index++;
    const last = kept.at(-1);
    if (!dropped.has(index) || !/[\p{L}\p{N}]/u.test(token.text)) kept.push({ ...token });
    else if (last) {
      const stop = /(?<![.?!…])[.?!…]+["”’)]?$/.exec(token.text)?.[0];
      const [before, core] = hulled(last.text);
      if (stop) last.text = before + core + stop;
    }
  }
  return withMarks(kept);
}

/** Marks of emphasis round words, within the quotes and stops that stand round them. */
export const marked = (text: string): string => {
  const [before, core, after] = hulled(text);
  return `${before}*${core}*${after}`;
};

/** Words as they stand in the text, punctuation kept with the word it follows, marks of emphasis taken off. */
export const splitWords = (text: string): string[] => emphasisedWords(text).map((word) => word.text);

/** Voice over, off screen: the trade's abbreviations. */
export const OFF_STAGE = /^(v\.?\s?o\.?|o\.?\s?s\.?|o\.?\s?c\.?|voice[ -]?over|off[ -]?(screen|stage))$/i;
