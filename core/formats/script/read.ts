import { shortened } from '../../document/text.ts';
import { isFountain, readFountain } from '../fountain/read.ts';
import { isTable, readTable } from '../table/read.ts';
import { OFF_STAGE, type ReadScript, ScriptWriter, tidyName, withoutDirections } from './script.ts';

export type { ReadScript, ScriptLine } from './script.ts';
export { emphasisedWords, marked, splitWords, tidyName, withMarks } from './script.ts';

const SPEAKER = /^\s*[*_]{0,2}([\p{L}][\p{L}\p{N} .'’-]{0,38}?)[*_]{0,2}\s*(?:\(([^)]{1,60})\))?\s*[:：]\s*(.*)$/u;

/**
 * Reads a dialogue in the shapes that people paste: `NAME: text`, the blocks of a screenplay (Fountain), a table with
 * a column of names. Never throws; what has no speaker is said by `fallbackSpeaker`.
 */
export function readScript(source: string, fallbackSpeaker = 'Presenter'): ReadScript {
  const text = source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  if (isTable(text)) return readTable(text);
  if (isFountain(text)) return readFountain(text);
  return readNamed(text, fallbackSpeaker);
}

/**
 * Lines as `NAME: text`. Lines without a name go on with the speaker before; a text without any name is a monologue
 * of one speaker. Directions in brackets are taken out of what is said. The first heading (`# …`) is the title, all
 * others begin a scene; a paragraph that is wholly in brackets is what happens before the next line.
 */
function readNamed(source: string, fallbackSpeaker: string): ReadScript {
  const out = new ScriptWriter();
  let speaker: string | undefined;
  let paragraph = false;
  let staging: string | undefined;
  for (const raw of source.split('\n')) {
    const row = raw.replace(/\s+/g, ' ').trim();
    if (!row) {
      paragraph = true;
      continue;
    }
    const heading = /^#+\s+(.+)$/.exec(row) ?? (out.empty && out.title === undefined ? /^title:\s*(.+)$/i.exec(row) : null);
    if (heading) {
      const title = shortened((heading[1] as string).trim(), 120);
      if (out.empty && out.title === undefined) out.title = title;
      else out.scene(title);
      paragraph = true;
      continue;
    }
    const named = SPEAKER.exec(row);
    // "Note: …" inside a paragraph is rare; a name is at most four words and is not a whole sentence.
    const name = named && (named[1] as string).trim().split(/\s+/).length <= 4 ? tidyName(named[1] as string) : undefined;
    const { text, directions } = withoutDirections(name ? (named?.[3] ?? '') : row);
    if (!name && !text && directions.length && (paragraph || out.empty)) {
      staging = [...(staging ? [staging] : []), ...directions].join(' ');
      continue;
    }
    if (name) {
      speaker = name;
      const aside = named?.[2] ? [named[2].trim()] : [];
      const heard = aside.filter((word) => !OFF_STAGE.test(word));
      out.line({
        speaker,
        text,
        directions: [...heard, ...directions],
        ...(staging ? { staging } : {}),
        ...(heard.length < aside.length ? { offStage: true } : {}),
      });
      staging = undefined;
    } else {
      const { last } = out;
      if (last && !paragraph)
        out.replaceLast({
          ...last,
          text: last.text && text ? `${last.text} ${text}` : last.text || text,
          directions: directions.length ? [...last.directions, ...directions] : last.directions,
        });
      else {
        out.line({ speaker: speaker ?? fallbackSpeaker, text, directions, ...(staging ? { staging } : {}) });
        staging = undefined;
      }
    }
    paragraph = false;
  }
  return out.done();
}
