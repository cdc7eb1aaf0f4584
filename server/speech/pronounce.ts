import { phonesOfIpa } from '#core/speech/phones';
import { runProgram } from './run.ts';

const known = new Map<string, readonly string[]>();

/** Phones of words that the dictionary lacks, by espeak-ng's rules for the language (a BCP 47 tag), one call for all of them. */
export async function pronounce(words: readonly string[], language = 'en-us'): Promise<Record<string, readonly string[]>> {
  const missing = words.filter((word) => !known.has(`${language} ${word}`) && /^[\p{L}\p{N}'.-]{1,60}$/u.test(word)).slice(0, 400);
  if (missing.length) {
    const { stdout } = await runProgram(
      'espeak-ng',
      ['-q', '--ipa', '-v', language, '--', missing.join('\n')],
      'The words could not be turned into sounds. Check that espeak-ng is installed.',
      { limit: 20 },
    );
    const rows = stdout
      .toString('utf8')
      .split('\n')
      .map((row) => row.trim())
      .filter(Boolean);
    for (const [index, word] of missing.entries()) known.set(`${language} ${word}`, phonesOfIpa(rows[index] ?? ''));
  }
  return Object.fromEntries(
    words.flatMap((word) => {
      const phones = known.get(`${language} ${word}`);
      return phones?.length ? [[word, phones]] : [];
    }),
  );
}
