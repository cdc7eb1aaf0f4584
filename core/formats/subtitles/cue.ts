/** One caption of a film; times in seconds from its start. */
export interface Subtitle {
  readonly start: number;
  readonly end: number;
  /** Rows as they stand, without marks. */
  readonly text: string;
  readonly speaker?: string;
}

/** Marks of emphasis and voice taken out; entities written out. */
export const plainText = (text: string): string =>
  text
    .replace(/<[^>]*>/g, '')
    .replace(/\{\\[^}]*\}/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&nbsp;/g, ' ')
    .replace(/&lrm;|&rlm;/g, '')
    .replace(/&amp;/g, '&')
    .replace(/[ \t]+/g, ' ')
    .trim();

/** Seconds of `1:02:03.450`, hours left out or not, a comma or a point. */
export function secondsOf(text: string): number | undefined {
  const found = /^(?:(\d{1,3}):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})$/.exec(text.trim());
  if (!found) return undefined;
  const [, hours = '0', minutes, seconds, part] = found;
  return (Number(hours) * 3_600_000 + Number(minutes) * 60_000 + Number(seconds) * 1000 + Number((part as string).padEnd(3, '0'))) / 1000;
}

export function clock(seconds: number, point: string): string {
  const ms = Math.max(0, Math.round(seconds * 1000));
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}:${two(Math.floor(ms / 1000) % 60)}${point}${String(ms % 1000).padStart(3, '0')}`;
}

/** Blocks of rows with a timing row; what lies outside of them is left out. */
export function timedBlocks(source: string): { start: number; end: number; rows: string[] }[] {
  return source
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split(/\n{2,}/)
    .flatMap((block) => {
      const rows = block.split('\n');
      const at = rows.findIndex((row) => row.includes('-->'));
      if (at < 0) return [];
      const [from, to] = (rows[at] as string).split('-->');
      const [start, end] = [secondsOf(from ?? ''), secondsOf((to ?? '').trim().split(/\s+/)[0] ?? '')];
      return start === undefined || end === undefined || end <= start ? [] : [{ start, end, rows: rows.slice(at + 1) }];
    })
    .sort((a, b) => a.start - b.start);
}
