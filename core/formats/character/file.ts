import * as v from 'valibot';
import { failure } from '../../document/failure.ts';
import { type Character, CharacterSchema } from '../../document/schema.ts';

/** Version of the file; a newer one is refused in words. */
export const CHARACTER_FILE_VERSION = 1;

/** A character as a JSON file of its own (docs/formats.md). */
export function writeCharacterFile(character: Character): string {
  const { id: _, order: __, ...rest } = character;
  return `${JSON.stringify({ kind: 'character', version: CHARACTER_FILE_VERSION, character: rest }, null, 2)}\n`;
}

/** Reads such a file into a character with the given id and order. Throws with a sentence for what is none. */
export function readCharacterFile(text: string, id: string, order: string): Character {
  let data: { kind?: unknown; version?: unknown; character?: unknown };
  try {
    data = JSON.parse(text) as typeof data;
  } catch {
    throw failure('no-character-file', 'This is no character file: it is not JSON. Choose a file that was saved from the cast.');
  }
  if (data?.kind !== 'character' || typeof data.version !== 'number' || typeof data.character !== 'object')
    throw failure('no-character-file', 'This is no character file. Choose a file that was saved from the cast.');
  if (data.version > CHARACTER_FILE_VERSION)
    throw failure(
      'newer-file',
      `This character was saved by a newer Kipzo (file version ${data.version}, this one reads up to ${CHARACTER_FILE_VERSION}). Update Kipzo and open it again.`,
    );
  const read = v.safeParse(CharacterSchema, { ...data.character, id, order });
  if (!read.success) {
    const [issue] = read.issues;
    throw failure('damaged-file', `This character file is damaged: “${v.getDotPath(issue) ?? 'character'}” ${issue.message}.`);
  }
  return read.output;
}
