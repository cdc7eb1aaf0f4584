import { phonesOfIpa } from '#core/speech/phones';
import { runProgram } from './run.ts';

/** Words that were asked for, the latest last; as many as some long scripts have. */
const known = new Map<string, readonly string[]>();
const MOST_KNOWN = 50_000;

/** Words in one call: espeak-ng answers a line each. */
const TOGETHER = 300;

/**
 * Phones of words that the dictionary lacks, by espeak-ng's rules for the language (a BCP 47 tag). What is no word (signs,
 * over 60 letters) has none.
 */
export async function pronounce(words: readonly string[], language = 'en-us'): Promise<Record<string, readonly string[]>> {
  const missing = words.filter((word) => !known.has(`${language} ${word}`) && /^[\p{L}\p{M}\p{N}'.-]{1,60}$/u.test(word));
  for (let at = 0; at < missing.length; at += TOGETHER) {
    const batch = missing.slice(at, at + TOGETHER);
    const rows = await rowsOf(batch, language);
    batch.forEach((word, n) => known.set(`${language} ${word}`, phonesOfIpa(rows[n] as string)));
  }
  const answer = Object.fromEntries(
    words.flatMap((word) => {
      const phones = known.get(`${language} ${word}`);
      return phones?.length ? [[word, phones]] : [];
    }),
  );
  for (const key of known.keys()) {
    if (known.size <= MOST_KNOWN) break;
    known.delete(key);
  }
  return answer;
}

/** A row for each word. One that is read as two rows, or as none, would shift all that follow: it is found by halves. */
async function rowsOf(words: readonly string[], language: string): Promise<string[]> {
  const rows = await ipaOf(words, language);
  if (rows.length === words.length) return rows;
  if (words.length === 1) return [rows.join(' ')];
  const half = words.length >> 1;
  return [...(await rowsOf(words.slice(0, half), language)), ...(await rowsOf(words.slice(half), language))];
}

async function ipaOf(words: readonly string[], language: string): Promise<string[]> {
  const { stdout } = await runProgram('espeak-ng', ['-q', '--ipa', '-v', language], 'The words could not be turned into sounds. Check that espeak-ng is installed.', {
    input: `${words.join('\n')}\n`,
    limit: 20,
  });
  return stdout
    .toString('utf8')
    .split('\n')
    .map((row) => row.trim())
    .filter(Boolean);
}
