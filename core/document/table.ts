import { dsvFormat } from 'd3-dsv';

/** A row of a small table: what it is called, its numbers, and each as it was written. */
export interface TableRow {
  readonly label: string;
  readonly values: readonly number[];
  readonly texts: readonly string[];
}
export interface SmallTable {
  /** Names of the columns of numbers, where the first row has them. */
  readonly columns: readonly string[];
  readonly rows: readonly TableRow[];
}

/** A number as people write it: thousands parted, a comma for the point, a unit behind it. NaN where there is none. */
export function numberIn(text: string): number {
  const found = /-?\d[\d\s.,'’]*/.exec(text.replace(/[−–]/g, '-'))?.[0]?.replace(/[\s'’]/g, '');
  if (!found) return Number.NaN;
  const [comma, point] = [found.lastIndexOf(','), found.lastIndexOf('.')];
  const plain = found.replace(/[.,]$/, '');
  // What comes last parts the fraction, unless just three digits follow and it comes more than once or alone after one to three.
  if (comma > point) return Number(comma >= 0 && /^-?\d{1,3}(,\d{3})+$/.test(plain) ? plain.replace(/,/g, '') : plain.replace(/\./g, '').replace(',', '.'));
  return Number(comma >= 0 || /^-?\d{1,3}(\.\d{3}){2,}$/.test(plain) ? (comma >= 0 ? plain.replace(/,/g, '') : plain.replace(/\./g, '')) : plain);
}

const MOST_ROWS = 60;

/** A table as it was pasted or written: cells by tabs, semicolons or commas, a row a line. */
export function readTable(text: string): SmallTable {
  const mark = text.includes('\t') ? '\t' : text.includes(';') ? ';' : ',';
  const cells = dsvFormat(mark)
    .parseRows(text.replace(/\r\n?/g, '\n').trim())
    .map((row) => row.map((cell) => cell.trim()))
    .filter((row) => row.some(Boolean))
    .slice(0, MOST_ROWS + 1);
  const [first = []] = cells;
  const counts = (cell: string): boolean => !Number.isNaN(numberIn(cell));
  // A head names columns that have numbers below it; a table of words alone has none.
  const headed = cells.length > 1 && first.length > 1 && !first.slice(1).some(counts) && cells.slice(1).some((row) => row.slice(1).some(counts));
  return {
    columns: headed ? first.slice(1) : [],
    rows: (headed ? cells.slice(1) : cells).map(([label = '', ...texts]) => ({ label, texts, values: texts.map(numberIn).map((value) => (Number.isFinite(value) ? value : 0)) })),
  };
}
