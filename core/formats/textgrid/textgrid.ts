import { failure } from '../../document/failure.ts';

/** A tier of spans (seconds), as Praat has them: they cover the whole time, silence as empty text. */
export interface Tier {
  readonly name: string;
  readonly spans: readonly { readonly start: number; readonly end: number; readonly text: string }[];
}
export interface TextGrid {
  readonly end: number;
  readonly tiers: readonly Tier[];
}

const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`;
const number = (value: number): string => String(Math.round(value * 1e6) / 1e6);

/** Spans that cover 0..end, gaps filled with empty text. */
export function covering(spans: Tier['spans'], end: number): Tier['spans'] {
  const out: { start: number; end: number; text: string }[] = [];
  let at = 0;
  for (const span of [...spans].sort((a, b) => a.start - b.start)) {
    const start = Math.max(at, span.start);
    if (span.end <= start || start >= end) continue;
    if (start > at) out.push({ start: at, end: start, text: '' });
    at = Math.min(end, span.end);
    out.push({ start, end: at, text: span.text });
  }
  if (at < end || !out.length) out.push({ start: at, end, text: '' });
  return out;
}

/** Praat's TextGrid in its long text form. */
export function writeTextGrid({ end, tiers }: TextGrid): string {
  const rows = ['File type = "ooTextFile"', 'Object class = "TextGrid"', '', 'xmin = 0', `xmax = ${number(end)}`, 'tiers? <exists>', `size = ${tiers.length}`, 'item []:'];
  tiers.forEach(({ name, spans }, n) => {
    const all = covering(spans, end);
    rows.push(
      `    item [${n + 1}]:`,
      '        class = "IntervalTier"',
      `        name = ${quoted(name)}`,
      '        xmin = 0',
      `        xmax = ${number(end)}`,
      `        intervals: size = ${all.length}`,
    );
    all.forEach((span, k) => {
      rows.push(`        intervals [${k + 1}]:`, `            xmin = ${number(span.start)}`, `            xmax = ${number(span.end)}`, `            text = ${quoted(span.text)}`);
    });
  });
  return `${rows.join('\n')}\n`;
}

/** Reads a TextGrid, long or short. Throws `no-textgrid` for anything else. */
export function readTextGrid(source: string): TextGrid {
  const text = source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  if (!/ooTextFile/.test(text.slice(0, 200)) || !/TextGrid/.test(text.slice(0, 300)))
    throw failure('no-textgrid', 'This is no TextGrid of Praat. Save it from Praat as a text file.');
  // Numbers and texts in order are all that both forms share; names of fields and counters in brackets are left out.
  const tokens = [...text.matchAll(/"((?:[^"]|"")*)"|\[\d*\]|(?<![\w.])(-?\d+(?:\.\d+)?(?:e-?\d+)?)(?![\w.])|<(\w+)>/gi)].filter(([whole]) => !whole.startsWith('['));
  const values = tokens.map(([, quote, digits, flag]) => (quote !== undefined ? quote.replace(/""/g, '"') : digits !== undefined ? Number(digits) : `<${flag}>`));
  let at = values.indexOf('TextGrid') + 1;
  const next = (): string | number => {
    if (at >= values.length) throw failure('no-textgrid', 'This TextGrid ends too early. Save it from Praat once more.');
    return values[at++] as string | number;
  };
  next();
  const end = Number(next());
  if (next() !== '<exists>') return { end, tiers: [] };
  const count = Number(next());
  const tiers: Tier[] = [];
  if (!(count >= 0 && count < 500) || !Number.isFinite(end)) throw failure('no-textgrid', 'This TextGrid is damaged. Save it from Praat once more.');
  for (let n = 0; n < count; n++) {
    const kind = next();
    const name = String(next());
    next();
    next();
    const size = Number(next());
    if (!(size >= 0 && size < 1e6)) throw failure('no-textgrid', 'This TextGrid is damaged. Save it from Praat once more.');
    const spans: { start: number; end: number; text: string }[] = [];
    for (let k = 0; k < size; k++) {
      const start = Number(next());
      // Points have one time, intervals two.
      const stop = kind === 'IntervalTier' ? Number(next()) : start;
      spans.push({ start, end: stop, text: String(next()) });
    }
    if (kind === 'IntervalTier') tiers.push({ name, spans: spans.filter((span) => span.text.trim()) });
  }
  return { end, tiers };
}
