import type { MakeId } from '../document/ids.ts';
import type { Line } from '../document/schema.ts';
import { splitWords } from '../formats/script/read.ts';
import { inOrder, ordersBetween } from '../time/order.ts';

const bare = (word: string): string => word.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/**
 * Words of a text, keeping the ids of words that stay: aligned by edit distance (Wagner & Fischer 1974), where
 * replacing a word by another keeps its id, so that what hangs from it stays at its place in the sentence.
 */
export function reword(old: Line['words'], text: string, makeId: MakeId): Line['words'] {
  const before = inOrder(old);
  const after = splitWords(text);
  const n = before.length;
  const m = after.length;
  const cost: Float64Array[] = Array.from({ length: n + 1 }, () => new Float64Array(m + 1));
  for (let i = 0; i <= n; i++) (cost[i] as Float64Array)[0] = i;
  for (let j = 0; j <= m; j++) (cost[0] as Float64Array)[j] = j;
  const swap = (i: number, j: number): number => {
    const a = bare((before[i - 1] as [string, { text: string }])[1].text);
    const b = bare(after[j - 1] as string);
    return a === b ? 0 : 1.2;
  };
  const at = (i: number, j: number): number => (cost[i] as Float64Array)[j] as number;
  for (let i = 1; i <= n; i++) for (let j = 1; j <= m; j++) (cost[i] as Float64Array)[j] = Math.min(at(i - 1, j) + 1, at(i, j - 1) + 1, at(i - 1, j - 1) + swap(i, j));
  const ids: (string | undefined)[] = new Array(m).fill(undefined);
  for (let i = n, j = m; i > 0 && j > 0; ) {
    if (Math.abs(at(i, j) - (at(i - 1, j - 1) + swap(i, j))) < 1e-9) {
      ids[j - 1] = (before[i - 1] as [string, unknown])[0];
      i--;
      j--;
    } else if (Math.abs(at(i, j) - (at(i - 1, j) + 1)) < 1e-9) i--;
    else j--;
  }
  const orders = ordersBetween(null, null, m);
  return Object.fromEntries(after.map((word, index) => [ids[index] ?? makeId('word'), { order: orders[index] as string, text: word }]));
}
