import { type Listening, snapped } from './analyse.ts';
import { isSaid } from './analysis.ts';

/** One stretch of a recording in which one person says one thing, in seconds. */
export interface Part {
  readonly start: number;
  readonly end: number;
  /** 0, 1, … by first appearance. */
  readonly speaker: number;
  readonly confidence: number;
  /** The script's line that it is, where the script is known and fits. */
  readonly line: string | undefined;
}

export interface ScriptPart {
  readonly id: string;
  readonly role: string;
  readonly words: readonly string[];
}

/** Pauses inside one person's line are shorter than this. */
const PAUSE = 0.4;
/** Pieces are cut at pauses this long before it is known who speaks. */
const PIECE = 0.15;
/** Words a second outside of which nobody speaks: text that does not fit the sound. */
const SLOWEST = 0.7;
const QUICKEST = 7.5;

/**
 * Parts one recording of everybody: along the script's words where they fit it, else at its silences, with voices told
 * apart; pieces of one speaker with a short pause between are one part. Of several `scripts` (all lines, or those alone
 * that are not recorded yet) the one that fits best counts. `count` is how many speak, if that is known; `likely` how many names the
 * script has, which counts for more than what voices alone tell.
 */
export function partRecording(listening: Listening, scripts: readonly (readonly ScriptPart[])[], count?: number, likely?: number): Part[] {
  const [along] = scripts
    .filter((script) => script.length > 0)
    .map((script) => alongScript(listening, script))
    .filter((found) => found !== undefined)
    .sort((a, b) => b.fit - a.fit);
  if (along) return along.parts;
  const pieces = listening.turns(PIECE);
  const told = listening.speakers(pieces, count ?? (likely && likely > 1 ? likely : undefined));
  const out: { start: number; end: number; speaker: number; confidence: number; line: undefined }[] = [];
  pieces.forEach(({ start, end }, n) => {
    const { speaker, confidence } = told[n] ?? { speaker: 0, confidence: 0 };
    const last = out.at(-1);
    if (last && last.speaker === speaker && start - last.end < PAUSE) {
      last.end = end;
      last.confidence = Math.min(last.confidence, confidence);
    } else out.push({ start, end, speaker, confidence, line: undefined });
  });
  return out;
}

/** Share of a line's words that have to be said for it to be in a recording. */
const SAID_SHARE = 0.4;

/**
 * The lines of a script that are said in a recording, with the times of their words that are. Those of which too little
 * is said are taken out, and the rest is heard once more: the few words that they had may be another line's.
 */
function saidLines(listening: Listening, script: readonly ScriptPart[]): { lines: readonly ScriptPart[]; said: { start: number; end: number }[][] } {
  let lines = script;
  while (lines.length) {
    const heard = listening.hear(lines.flatMap(({ words }) => words));
    if (!heard.aligned) break;
    let at = 0;
    const said = lines.map(({ words }) => heard.words.slice(at, (at += words.length)).filter(isSaid));
    const enough = lines.filter(({ words }, n) => (said[n] as unknown[]).length >= Math.max(1, words.length * SAID_SHARE));
    if (enough.length === lines.length) return { lines, said };
    lines = enough;
  }
  return { lines: [], said: [] };
}

/** The lines of a script in order along the recording; undefined where they do not fit it. */
function alongScript(listening: Listening, script: readonly ScriptPart[]): { parts: Part[]; fit: number } | undefined {
  const { lines, said: spans } = saidLines(
    listening,
    script.filter(({ words }) => words.length),
  );
  if (!lines.length) return undefined;
  const sounding = listening.utterances(PIECE);
  const spoken = (from: number, to: number): number => sounding.reduce((sum, one) => sum + Math.max(0, Math.min(to, one.end) - Math.max(from, one.start)), 0);
  const names = new Map<string, number>();
  let fits = 0;
  const parts = lines.map(({ id, role, words }, n): Part => {
    const said = spans[n] as (typeof spans)[number];
    const { start } = said[0] as { start: number };
    const { end } = said.at(-1) as { end: number };
    const rate = said.length / Math.max(0.05, end - start);
    const share = spoken(start, end) / Math.max(0.05, end - start);
    const good = rate > SLOWEST && rate < QUICKEST && share > 0.5 && said.length > words.length / 2;
    if (good) fits++;
    if (!names.has(role)) names.set(role, names.size);
    const confidence = good ? Math.round(Math.min(1, share) * (said.length / words.length) * 100) / 100 : 0.1;
    return { ...snapped({ start, end }, sounding, listening.noisy), speaker: names.get(role) as number, confidence, line: id };
  });
  // Sound that no line has is kept as parts of its own, so that nothing said is lost.
  const left = sounding.filter(({ start, end }) => end - start > 0.5 && parts.every((part) => Math.min(part.end, end) - Math.max(part.start, start) < 0.2));
  const length = (list: readonly { start: number; end: number }[]): number => list.reduce((sum, { start, end }) => sum + end - start, 0);
  const unmatched = length(left) / Math.max(0.01, length(sounding));
  if (fits < lines.length * 0.6 || unmatched > 0.4) return undefined;
  const extra = left.length ? listening.speakers([...parts, ...left], names.size).slice(parts.length) : [];
  const more = left.map(({ start, end }, n): Part => ({ start, end, speaker: extra[n]?.speaker ?? 0, confidence: 0.2, line: undefined }));
  return { parts: [...parts, ...more].sort((a, b) => a.start - b.start), fit: fits / script.length - unmatched };
}
