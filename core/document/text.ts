/** Whether every store can hold a text: well-formed Unicode (no lone surrogate), without NUL. */
export const isStorable = (text: string): boolean => !text.includes('\u0000') && text.isWellFormed();

/** A text as every store can hold it: NUL taken out, lone surrogates as U+FFFD. */
export const storable = (text: string): string => (isStorable(text) ? text : text.replaceAll('\u0000', '').toWellFormed());

const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** At most `most` UTF-16 units of a text, cut between whole characters as a reader counts them (UAX #29). */
export function shortened(text: string, most: number): string {
  if (text.length <= most) return text;
  // A character is rarely longer than this; what lies beyond cannot change where the cut falls.
  const near = text.slice(0, most + 64);
  let end = 0;
  for (const { segment, index } of graphemes.segment(near)) {
    if (index + segment.length > most) break;
    end = index + segment.length;
  }
  return near.slice(0, end);
}

/** The first text anywhere in plain data that no store can hold, keys too; undefined where all can be held. */
export function unstorable(data: unknown): string | undefined {
  if (typeof data === 'string') return isStorable(data) ? undefined : data;
  if (typeof data !== 'object' || data === null) return undefined;
  for (const [key, value] of Object.entries(data)) {
    const found = isStorable(key) ? unstorable(value) : key;
    if (found !== undefined) return found;
  }
  return undefined;
}
