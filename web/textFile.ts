import { detect } from 'chardet';

/** Marks at the start of a text that tell how it is written. */
const MARKS: readonly (readonly [encoding: string, mark: readonly number[]])[] = [
  ['utf-8', [0xef, 0xbb, 0xbf]],
  ['utf-16le', [0xff, 0xfe]],
  ['utf-16be', [0xfe, 0xff]],
];

/** What programs write where they say nothing and it is no UTF-8. */
const OTHERWISE = 'windows-1252';

/**
 * Bytes as the text that they are: by their mark, else UTF-8 where they are well-formed, else UTF-16 by its many zeros,
 * else what a detector takes them for.
 */
export function textOf(bytes: Uint8Array): string {
  for (const [encoding, mark] of MARKS) if (mark.every((byte, n) => bytes[n] === byte)) return new TextDecoder(encoding).decode(bytes);
  const zeros = [0, 0];
  const some = Math.min(bytes.length, 4000);
  for (let n = 0; n < some; n++) if (bytes[n] === 0) (zeros[n & 1] as number) = (zeros[n & 1] as number) + 1;
  // Latin letters in UTF-16 have a zero at every other byte.
  if ((zeros[1] as number) > some / 5) return new TextDecoder('utf-16le').decode(bytes);
  if ((zeros[0] as number) > some / 5) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // Older files of this job are Western ones: a detector alone is too free with a short text.
    const found = detect(bytes);
    const western = !found || /^(ISO-8859-(1|9|15)|windows-1252)$/i.test(found);
    return western ? fromWindows(bytes) : new TextDecoder(known(found)).decode(bytes);
  }
}

/** Windows-1252 (WHATWG, Encoding): Latin-1, with these signs from 0x80 to 0x9f. Some decoders leave them out. */
const SIGNS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
const fromWindows = (bytes: Uint8Array): string => new TextDecoder(OTHERWISE).decode(bytes).replace(/[\u0080-\u009f]/g, (sign) => SIGNS[sign.charCodeAt(0) - 0x80] as string);

function known(encoding: string): string {
  try {
    return new TextDecoder(encoding).encoding;
  } catch {
    return OTHERWISE;
  }
}

/** A file that somebody chose, as text. */
export const readTextFile = async (file: Blob): Promise<string> => textOf(new Uint8Array(await file.arrayBuffer()));
