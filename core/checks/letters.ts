import type { Layer } from '../document/schema.ts';
import { hasLetter } from '../resources.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { type Check, titled } from './check.ts';

/** What is written on a layer. */
function writtenOn(layer: Layer): string {
  switch (layer.kind) {
    case 'text':
    case 'balloon':
    case 'mark':
      return layer.text;
    case 'chart':
      return `${layer.title} ${layer.table}`;
    case 'prop':
      return layer.writes ?? '';
    default:
      return '';
  }
}

/** The first few letters of a text that no shipped font has. */
const lacking = (text: string): string => [...new Set([...text].filter((letter) => !hasLetter(letter.codePointAt(0) as number)))].slice(0, 4).join('');

const sentence = (letters: string, where: string): string =>
  `“${letters}” ${where} cannot be drawn: no font of the film has such letters. Write it otherwise, or bring it in as a picture.`;

/** Words with letters that are left out of the film since no shipped font has them (Korean, Thai, emoji and others). */
export const letters: Check = {
  id: 'letters',
  find: (scene: SceneSchedule) => [
    ...[...scene.layers.values()].flatMap(({ layer, start }) => {
      const none = layer.hidden ? '' : lacking(writtenOn(layer));
      return none ? [{ scene: scene.id, tick: start, text: sentence(none, `in ${titled(scene)}`) }] : [];
    }),
    ...scene.captions.flatMap(({ rows, start }) => {
      const none = lacking(rows.join(''));
      return none ? [{ scene: scene.id, tick: start, text: sentence(none, `in the captions of ${titled(scene)}`) }] : [];
    }),
  ],
};
