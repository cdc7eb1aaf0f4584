import type { Document, Scene } from '../document/schema.ts';
import { type FrameRate, ticksPerFrame, toTicks } from '../time/ticks.ts';
import { CAPTION_RULES, type CaptionSpan, captionWords, lineLimit, twoRows } from './captions.ts';
import type { ScheduledLine } from './lines.ts';
import type { Resolved } from './resolve.ts';

/** Words of another text along a line, each as long as it has letters. */
function spreadWords(text: string, { start, end }: ScheduledLine): { text: string; start: number; end: number }[] {
  const words = text.split(/\s+/).filter(Boolean);
  const letters = words.reduce((sum, word) => sum + word.length + 1, 0);
  let at = 0;
  return words.map((word) => {
    const from = start + Math.round(((end - start) * at) / letters);
    at += word.length + 1;
    return { text: word, start: from, end: start + Math.round(((end - start) * at) / letters) };
  });
}

interface LineSpan {
  readonly start: number;
  /** When its last word has been said; it is shown for longer. */
  readonly said: number;
  readonly end: number;
  readonly rows: string[];
}

const known = new WeakMap<object, { readonly key: string; readonly words: ScheduledLine['words']; readonly spans: LineSpan[] }>();

/** Captions of one line, of its words or another text; kept as long as it is said the same at the same time. */
function spansOf(line: ScheduledLine, text: string | undefined, limit: number, name: string): LineSpan[] {
  const key = `${line.start} ${line.end} ${limit} ${name} ${text}`;
  const before = known.get(line.line);
  if (before?.key === key && sameWords(before.words, line.words)) return before.spans;
  const spans = captionWords(text === undefined ? line.words : spreadWords(text, line), limit - name.length).map(({ words, rows }, index): LineSpan => {
    const start = (words[0] as { start: number }).start;
    const said = (words.at(-1) as { end: number }).end;
    const letters = rows.join(' ').length;
    const end = Math.min(
      start + CAPTION_RULES.mostTicks,
      Math.max(said + toTicks(0.3), start + CAPTION_RULES.leastTicks, start + toTicks(letters / CAPTION_RULES.charactersPerSecond)),
    );
    return { start, said, end, rows: index === 0 && name ? [name + rows[0], ...rows.slice(1)] : rows };
  });
  known.set(line.line, { key, words: line.words, spans });
  return spans;
}

const sameWords = (a: ScheduledLine['words'], b: ScheduledLine['words']): boolean =>
  a === b || (a.length === b.length && a.every((word, index) => word.text === b[index]?.text && word.start === b[index]?.start && word.end === b[index]?.end));

/** A scene's captions in order: those set by hand, and between them the words as they are said or another track's. */
export function captionSpans(document: Document, scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[], fps: FrameRate): CaptionSpan[] {
  const limit = lineLimit(document.production.frame);
  const byHand: CaptionSpan[] = [];
  for (const [id, cue] of Object.entries(scene.cues)) {
    if (cue.kind !== 'caption') continue;
    const { start, end } = resolved.cues.get(id) as { start: number; end: number };
    byHand.push({ start, end, rows: twoRows(cue.text.split(/\s+/), limit) ?? cue.text.split('\n'), cue: id });
  }
  const track = document.production.captionTracks?.[document.production.shownCaptions ?? ''];
  const out: CaptionSpan[] = [...byHand];
  if (scene.captions)
    for (const line of lines) {
      const role = line.line.role ? document.production.roles[line.line.role] : undefined;
      const colour = document.production.captionColours && role ? { colour: role.colour } : {};
      const name = line.line.offStage && role ? `${role.name}: ` : '';
      for (const span of spansOf(line, track ? (track.lines[line.id] ?? '') : undefined, limit, name))
        if (!byHand.some((b) => b.start < span.said && b.end > span.start)) out.push({ start: span.start, end: span.end, rows: span.rows, line: line.id, ...colour });
    }
  const shown = out.filter(({ start }) => start < resolved.length).sort((a, b) => a.start - b.start);
  const room = CAPTION_RULES.betweenFrames * ticksPerFrame(fps);
  return shown.map((span, index) => {
    const next = shown[index + 1];
    const end = next ? Math.max(span.start + room, next.start - room) : resolved.length;
    return { ...span, end: Math.min(span.end, end, resolved.length) };
  });
}
