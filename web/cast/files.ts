import type { Character } from '#core/document/schema';
import type { PartialPose } from '#core/figure/pose';
import { readCharacterFile, writeCharacterFile } from '#core/formats/character/file';
import { characterSvg } from '#core/formats/svg/character';
import { readTextFile } from '../textFile.ts';

function save(name: string, type: string, data: BlobPart): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([data], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** Names of files keep letters and digits of any script. */
const fileName = (name: string): string => name.replace(/[^\p{L}\p{N} _-]/gu, '').trim() || 'character';

export const saveSvg = (character: Character, pose: PartialPose): void => save(`${fileName(character.name)}.svg`, 'image/svg+xml', characterSvg(character, pose));
export const saveCharacter = (character: Character): void => save(`${fileName(character.name)}.character.json`, 'application/json', writeCharacterFile(character));
export const savePicture = (character: Character, picture: Blob): void => save(`${fileName(character.name)}.png`, 'image/png', picture);

/** Opens a character file that the user chooses; undefined where none was chosen. */
export function openCharacter(id: string, order: string): Promise<Character | undefined> {
  return new Promise((resolve, reject) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = '.json,application/json';
    input.onchange = () => {
      const [file] = input.files ?? [];
      if (!file) return resolve(undefined);
      readTextFile(file)
        .then((text) => resolve(readCharacterFile(text, id, order)))
        .catch(reject);
    };
    input.oncancel = () => resolve(undefined);
    input.click();
  });
}
