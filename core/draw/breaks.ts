import LineBreaker from 'linebreak';

const known = new Map<string, readonly string[]>();

/**
 * A text in the pieces between which a row may end, each with the blanks behind it (Unicode Standard Annex 14, by the package
 * `linebreak`): words, and the single letters of scripts that are written without blanks.
 */
export function pieces(text: string): readonly string[] {
  let found = known.get(text);
  if (!found) {
    const out: string[] = [];
    const breaker = new LineBreaker(text);
    let last = 0;
    for (let stop = breaker.nextBreak(); stop; stop = breaker.nextBreak()) {
      if (stop.position > last) out.push(text.slice(last, stop.position));
      last = stop.position;
    }
    if (known.size > 500) known.clear();
    known.set(text, (found = out));
  }
  return found;
}

/** A text in rows, as many of its pieces in each as `fits` lets through; a piece that fits nowhere has a row of its own. */
export function rowsWithin(text: string, fits: (row: string) => boolean): string[] {
  const rows: string[] = [];
  let row = '';
  for (const piece of pieces(text)) {
    if (row.trim() && !fits((row + piece).trimEnd())) {
      rows.push(row.trimEnd());
      row = piece;
    } else row += piece;
  }
  rows.push(row.trimEnd());
  return rows;
}
