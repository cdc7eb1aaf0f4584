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
      captionWords(track ? spreadWords(track.lines[line.id] ?? '', line) : line.words, limit - name.length).forEach(({ words, rows }, index) => {
        const start = (words[0] as { start: number }).start;
        const said = (words.at(-1) as { end: number }).end;
        const letters = rows.join(' ').length;
        const end = Math.min(
          start + CAPTION_RULES.mostTicks,
          Math.max(said + toTicks(0.3), start + CAPTION_RULES.leastTicks, start + toTicks(letters / CAPTION_RULES.charactersPerSecond)),
        );
        if (!byHand.some((b) => b.start < said && b.end > start))
          out.push({ start, end, rows: index === 0 && name ? [name + rows[0], ...rows.slice(1)] : rows, line: line.id, ...colour });
      });
    }
  const shown = out.filter(({ start }) => start < resolved.length).sort((a, b) => a.start - b.start);
  const room = CAPTION_RULES.betweenFrames * ticksPerFrame(fps);
  return shown.map((span, index) => {
    const next = shown[index + 1];
    const end = next ? Math.max(span.start + room, next.start - room) : resolved.length;
    return { ...span, end: Math.min(span.end, end, resolved.length) };
  });
}
