import { failure } from '../../document/failure.ts';
import { clock, plainText, type Subtitle, timedBlocks } from './cue.ts';

/** Captions as SubRip: numbered blocks, times to the millisecond. */
export const writeSrt = (subtitles: readonly Subtitle[]): string =>
  subtitles.map(({ start, end, text }, n) => `${n + 1}\n${clock(start, ',')} --> ${clock(end, ',')}\n${text.replace(/-->/g, '→').replace(/\n{2,}/g, '\n')}\n`).join('\n');

/** Reads SubRip. Throws `no-captions` where no block has a time. */
export function readSrt(source: string): Subtitle[] {
  const found = timedBlocks(source).flatMap(({ start, end, rows }): Subtitle[] => {
    const text = rows.map(plainText).filter(Boolean).join('\n');
    return text ? [{ start, end, text }] : [];
  });
  if (!found.length) throw failure('no-captions', 'No caption with a time was found in it. Choose an SRT or WebVTT file.');
  return found;
}
