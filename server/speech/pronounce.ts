import { phonesOfIpa } from '#core/speech/phones';
import { runProgram } from './run.ts';

const known = new Map<string, readonly string[]>();

/** Phones of words that the dictionary lacks, by espeak-ng's rules, one call for all of them. */
export async function pronounce(words: readonly string[]): Promise<Record<string, readonly string[]>> {
  const missing = words.filter((word) => !known.has(word) && /^[\p{L}\p{N}'.-]{1,60}$/u.test(word)).slice(0, 400);
  if (missing.length) {
    const { stdout } = await runProgram(
      'espeak-ng',
      ['-q', '--ipa', '-v', 'en-us', '--', missing.join('\n')],
      'The words could not be turned into sounds. Check that espeak-ng is installed.',
      { limit: 20 },
    );
    const rows = stdout
      .toString('utf8')
      .split('\n')
      .map((row) => row.trim())
      .filter(Boolean);
    for (const [index, word] of missing.entries()) known.set(word, phonesOfIpa(rows[index] ?? ''));
  }
  return Object.fromEntries(words.flatMap((word) => (known.get(word)?.length ? [[word, known.get(word) as readonly string[]]] : [])));
}
