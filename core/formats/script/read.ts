/** One spoken line of a pasted script. */
export interface ScriptLine {
  readonly speaker: string;
  readonly text: string;
  /** Parentheticals and stage directions that stood with the line. */
  readonly directions: readonly string[];
}

export interface ReadScript {
  readonly title?: string;
  readonly lines: readonly ScriptLine[];
  readonly speakers: readonly string[];
}

const SPEAKER = /^\s*[*_]{0,2}([\p{L}][\p{L}\p{N} .'’-]{0,38}?)[*_]{0,2}\s*(?:\(([^)]{1,60})\))?\s*[:：]\s*(.*)$/u;

/**
 * Reads a dialogue written as `NAME: text`. Lines without a name go on with the speaker before; a text without any
 * name is a monologue of one speaker. Directions in (brackets) or [brackets] are taken out of what is said.
 * A first line like `# Title` is the title.
 */
export function readScript(source: string, fallbackSpeaker = 'Presenter'): ReadScript {
  const lines: { speaker: string; text: string; directions: string[] }[] = [];
  let title: string | undefined;
  let speaker: string | undefined;
  let paragraph = false;
  for (const raw of source.replace(/\r\n?/g, '\n').split('\n')) {
    const row = raw.trim();
    if (!row) {
      paragraph = true;
      continue;
    }
    const heading = /^#+\s+(.+)$/.exec(row) ?? (lines.length === 0 && !title ? /^title:\s*(.+)$/i.exec(row) : null);
    if (heading) {
      title ??= (heading[1] as string).trim();
      continue;
    }
    const named = SPEAKER.exec(row);
    // "Note: …" inside a paragraph is rare; a name is at most four words and is not a whole sentence.
    const name = named && (named[1] as string).trim().split(/\s+/).length <= 4 ? tidyName(named[1] as string) : undefined;
    const { text, directions } = withoutDirections(name ? (named?.[3] ?? '') : row);
    if (name) {
      speaker = name;
      if (named?.[2]) directions.unshift(named[2].trim());
      lines.push({ speaker, text, directions });
    } else {
      const last = lines.at(-1);
      if (last && !paragraph) {
        last.text = `${last.text} ${text}`.trim();
        last.directions.push(...directions);
      } else lines.push({ speaker: speaker ?? fallbackSpeaker, text, directions });
    }
    paragraph = false;
  }
  const spoken = lines.filter((line) => line.text);
  const speakers = [...new Set(spoken.map((line) => line.speaker))];
  return title === undefined ? { lines: spoken, speakers } : { title, lines: spoken, speakers };
}

function withoutDirections(row: string): { text: string; directions: string[] } {
  const directions: string[] = [];
  const text = row
    .replace(/\(([^)]{1,80})\)|\[([^\]]{1,80})\]/g, (_, round: string | undefined, square: string | undefined) => {
      directions.push((round ?? square ?? '').trim());
      return ' ';
    })
    .replace(/\s+/g, ' ')
    .trim();
  return { text, directions };
}

/** `MARIT` and `marit` are both Marit; a name that mixes cases stays as it was written. */
export function tidyName(name: string): string {
  const clean = name.trim().replace(/\s+/g, ' ');
  if (clean !== clean.toUpperCase() && clean !== clean.toLowerCase()) return clean;
  return clean.toLowerCase().replace(/(^|[\s\-.'’])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase());
}

/** Words as they stand in the text, punctuation kept with the word it follows. */
export const splitWords = (text: string): string[] =>
  text
    .trim()
    .split(/\s+/)
    .filter((word) => /[\p{L}\p{N}]/u.test(word));
