import { wordsLook } from '../stage/words/looks.ts';
import { TICKS_PER_SECOND, toTicks } from '../time/ticks.ts';
import { type Check, inSeconds } from './check.ts';

/** What is on the screen is read twice aloud: so many characters a second, and so long to find it (words.md, 2), unless its look is read otherwise. */
const PER_SECOND = 15;
const FIND = 0.4;
/** And stays so long after its last word. */
const AFTER = toTicks(1.2);
/** A tenth of a second less is not noticed. */
const SLACK = toTicks(0.1);

/** Titles, lists and quotes that go before they can be read. */
export const briefWords: Check = {
  id: 'brief-words',
  find: (scene) =>
    [...scene.layers.values()].flatMap(({ layer, start, end, words }) => {
      if (layer.kind !== 'text' || !layer.look || layer.hidden || !layer.text.trim()) return [];
      const beats = words?.beats ?? [];
      const [first, last] = [beats[0] ?? start, beats.at(-1) ?? start];
      const letters = layer.text.replace(/\s+/g, ' ').trim().length;
      const read = wordsLook(layer.look)?.read ?? (2 * letters) / PER_SECOND + FIND;
      const until = Math.max(last + AFTER, read === 'points' ? 0 : first + read * TICKS_PER_SECOND);
      const missing = Math.round(until - end);
      const name = layer.text.trim().split('\n')[0]?.slice(0, 30) ?? '';
      return missing > SLACK
        ? [{ scene: scene.id, tick: Math.max(start, end - 1), text: `“${name}” goes before it can be read: ${inSeconds(missing)} are missing. Let it stay longer, or write less.` }]
        : [];
    }),
};
