import { failure } from '../../document/failure.ts';
import { clock, plainText, type Subtitle, timedBlocks } from './cue.ts';

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** Captions as WebVTT (W3C): a voice span for each speaker, in the speaker's colour where `colours` names one. */
export function writeVtt(subtitles: readonly Subtitle[], colours: Readonly<Record<string, string>> = {}): string {
  const styles = Object.entries(colours).map(([speaker, colour]) => `::cue(v[voice="${speaker.replace(/["\\]/g, '')}"]) { color: ${colour} }`);
  const head = ['WEBVTT', '', ...(styles.length ? ['STYLE', ...styles, ''] : [])];
  const blocks = subtitles.flatMap(({ start, end, text, speaker }) => {
    const rows = escaped(text).replace(/\n{2,}/g, '\n');
    return [`${clock(start, '.')} --> ${clock(end, '.')}`, speaker ? `<v ${escaped(speaker.replace(/[\n>]/g, ' '))}>${rows}</v>` : rows, ''];
  });
  return [...head, ...blocks].join('\n');
}

/** Reads WebVTT; the first voice of a block is its speaker. Throws `no-captions` where no block has a time. */
export function readVtt(source: string): Subtitle[] {
  const found = timedBlocks(source).flatMap(({ start, end, rows }): Subtitle[] => {
    const raw = rows.join('\n');
    const speaker = /<v(?:\.[^ >]*)?\s+([^>]+)>/.exec(raw)?.[1];
    const text = rows.map(plainText).filter(Boolean).join('\n');
    return text ? [{ start, end, text, ...(speaker ? { speaker: plainText(speaker) } : {}) }] : [];
  });
  if (!found.length) throw failure('no-captions', 'No caption with a time was found in it. Choose an SRT or WebVTT file.');
  return found;
}
