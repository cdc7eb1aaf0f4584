import type { Character, Document, Line, Scene, Take } from '../document/schema.ts';
import { type Analysis, analysisFrom } from '../speech/analysis.ts';
import { estimateSpeech } from '../speech/estimate.ts';
import { inOrder } from '../time/order.ts';
import { playerOf, speakerLayer } from './casting.ts';
import type { Resolved } from './resolve.ts';
import { takeOf } from './timing.ts';

export interface ScheduledLine {
  readonly id: string;
  readonly index: number;
  readonly line: Line;
  readonly start: number;
  readonly end: number;
  /** Silence before it in ticks, negative where it overlaps; undefined for the first. */
  readonly gap: number | undefined;
  readonly layer: string | undefined;
  readonly player: Character | undefined;
  readonly analysis: Analysis;
  readonly words: readonly { readonly id: string; readonly text: string; readonly start: number; readonly end: number }[];
}

export type AnalysisOf = (hash: string) => Analysis | undefined;

const spoken = new WeakMap<Line, { readonly heard: Analysis | undefined; readonly analysis: Analysis }>();

/** What is heard in a line, estimated where nothing was listened to yet: the same object for the same line. */
function spokenIn(line: Line, take: Take | undefined, heard: Analysis | undefined): Analysis {
  const known = spoken.get(line);
  if (known && known.heard === heard) return known.analysis;
  const analysis = heard && take ? analysisFrom(heard, take.from - (take.heardFrom ?? take.from), take.length) : estimateSpeech(inOrder(line.words).map(([, { text }]) => text));
  spoken.set(line, { heard, analysis });
  return analysis;
}

/** The scene's lines in order, with what is heard in them. */
export function scheduledLines(document: Document, scene: Scene, resolved: Resolved, analysis: AnalysisOf): ScheduledLine[] {
  let latest = Number.NEGATIVE_INFINITY;
  return inOrder(scene.lines).map(([id, line], index) => {
    const { start, end } = resolved.lines.get(id) as { start: number; end: number };
    const take = takeOf(line);
    const heard = take?.analysis ? analysis(take.analysis) : undefined;
    const words = inOrder(line.words).map(([wordId, word]) => ({ id: wordId, text: word.text, ...(resolved.words.get(wordId) as { start: number; end: number }) }));
    const gap = Number.isFinite(latest) ? start - latest : undefined;
    if (!line.aside) latest = Math.max(latest, end);
    return {
      id,
      index,
      line,
      start,
      end,
      gap,
      layer: speakerLayer(document, scene, line),
      player: playerOf(document, scene, line.role),
      analysis: spokenIn(line, take, heard),
      words,
    };
  });
}

/** A stretch of the scene's clock; of a line, or of silence. */
export interface ClockSpan {
  readonly id: string;
  readonly start: number;
  readonly end: number;
  readonly line?: ScheduledLine;
}

/** Stretches of the scene's clock that by-default motion is seeded by: lines and the gaps between them. */
export function clockSpans(scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[]): ClockSpan[] {
  const out: ClockSpan[] = [];
  let at = 0;
  for (const line of [...lines].filter((l) => !l.line.aside).sort((a, b) => a.start - b.start)) {
    if (line.start > at) out.push({ id: `gap ${line.id}`, start: at, end: line.start });
    const from = Math.max(at, line.start);
    if (line.end > from) out.push({ id: line.id, start: from, end: line.end, line });
    at = Math.max(at, line.end);
  }
  if (resolved.length > at) out.push({ id: `tail ${scene.id}`, start: at, end: resolved.length });
  return out;
}

/** Where two lines are said at once: the earlier, the later, and from when to when, in ticks. */
export function overlapsOf(lines: readonly ScheduledLine[]): { a: ScheduledLine; b: ScheduledLine; from: number; to: number }[] {
  const out: { a: ScheduledLine; b: ScheduledLine; from: number; to: number }[] = [];
  const sorted = [...lines].filter((line) => line.line.kind === 'line').sort((p, q) => p.start - q.start);
  sorted.forEach((a, index) => {
    for (const b of sorted.slice(index + 1)) {
      if (b.start >= a.end) break;
      out.push({ a, b, from: b.start, to: Math.min(a.end, b.end) });
    }
  });
  return out;
}
