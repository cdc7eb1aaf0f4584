import type { ScheduledLine } from '#core/schedule/lines';
import { takeOf } from '#core/schedule/timing';
import type { Part } from '#core/speech/parting';

/** A part as it is reviewed. */
export interface Piece {
  readonly key: number;
  readonly start: number;
  readonly end: number;
  readonly role: string;
  readonly line: string | undefined;
  readonly confidence: number;
  readonly dropped: boolean;
}

/** Parts as pieces: roles by the script where a line is known, else in the order of first appearance. */
export function given(parts: readonly Part[], roles: readonly string[], lines: readonly Pick<ScheduledLine, 'id' | 'line'>[]): Piece[] {
  const byLine = new Map(lines.map(({ id, line }) => [id, line.role] as const));
  const bySpeaker = new Map<number, string>();
  for (const { line, speaker } of parts) {
    const role = line ? byLine.get(line) : undefined;
    if (role && !bySpeaker.has(speaker)) bySpeaker.set(speaker, role);
  }
  // Voices without a line take the roles that are left, those who speak in the scene first.
  const order = [...new Set([...lines.flatMap(({ line }) => (line.role ? [line.role] : [])), ...roles])];
  for (const { speaker } of parts) {
    if (bySpeaker.has(speaker)) continue;
    const free = order.find((role) => ![...bySpeaker.values()].includes(role)) ?? order[speaker % Math.max(1, order.length)];
    if (free) bySpeaker.set(speaker, free);
  }
  // Without a script's words the lines of each role are taken in order.
  const open = new Map(order.map((role) => [role, lines.filter(({ line }) => line.role === role && (takeOf(line)?.kind ?? 'draft') === 'draft').map(({ id }) => id)] as const));
  const matched = parts.some(({ line }) => line);
  const counts = new Map<string, number>();
  for (const part of parts) counts.set(bySpeaker.get(part.speaker) ?? '', (counts.get(bySpeaker.get(part.speaker) ?? '') ?? 0) + 1);
  return parts.map(({ start, end, speaker, confidence, line }, key) => {
    const role = (line && byLine.get(line)) || bySpeaker.get(speaker) || (roles[0] as string);
    // Only where there are as many parts as lines is the order worth believing.
    const own = !matched && open.get(role)?.length === counts.get(role) ? open.get(role)?.shift() : undefined;
    if (own) counts.set(role, (counts.get(role) ?? 1) - 1);
    return { key, start, end, role, line: line ?? own, confidence, dropped: false };
  });
}

/** A piece given to somebody by the user: no longer in doubt. */
export const giveTo = (list: readonly Piece[], index: number, role: string): Piece[] => list.map((piece, n) => (n === index ? { ...piece, role, confidence: 1 } : piece));

/** A piece left out, or taken again. */
export const dropOrKeep = (list: readonly Piece[], index: number): Piece[] => list.map((piece, n) => (n === index ? { ...piece, dropped: !piece.dropped } : piece));

/** A piece and the one after it as one, of the first one's speaker. */
export const joinNext = (list: readonly Piece[], index: number): readonly Piece[] => {
  const [a, b] = [list[index], list[index + 1]];
  return a && b ? list.flatMap((piece, n) => (n === index ? [{ ...a, end: b.end, line: a.line ?? b.line }] : n === index + 1 ? [] : [piece])) : list;
};

/** A piece as two at its quietest moment, by its levels; the second is no known line. Pieces under .3 s stay whole. */
export const splitAtQuietest = (list: readonly Piece[], index: number, levels: readonly number[], key: number): readonly Piece[] =>
  list.flatMap((piece, n) => {
    if (n !== index || piece.end - piece.start < 0.3) return [piece];
    const middle = quietest(levels, piece.start, piece.end);
    return [
      { ...piece, end: middle },
      { ...piece, key, start: middle, line: undefined },
    ];
  });

/** A piece said to be a line, or no known one: its speaker is the line's, and no other piece is that line. */
export const asLine = (list: readonly Piece[], index: number, line: string | undefined, role: string | null | undefined): Piece[] =>
  list.map((piece, n) => (n === index ? { ...piece, line, role: role || piece.role } : line && piece.line === line ? { ...piece, line: undefined } : piece));

/** Lines with words that no kept piece is, where some are: said by nobody in this recording. */
export const unsaidLines = <T extends { readonly id: string; readonly line: { readonly text: string } }>(list: readonly Piece[], lines: readonly T[]): T[] => {
  const found = new Set(list.flatMap(({ line, dropped }) => (line && !dropped ? [line] : [])));
  return found.size ? lines.filter(({ id, line }) => line.text.trim() && !found.has(id)) : [];
};

/** The quietest moment in the middle of a piece. */
export function quietest(peaks: readonly number[], start: number, end: number): number {
  if (peaks.length < 6) return (start + end) / 2;
  const [low, high] = [Math.floor(peaks.length * 0.15), Math.ceil(peaks.length * 0.85)];
  let best = low;
  const level = (n: number): number => (peaks[n - 1] ?? 0) + (peaks[n] as number) + (peaks[n + 1] ?? 0);
  for (let n = low; n < high; n++) if (level(n) < level(best)) best = n;
  return start + ((best + 0.5) / peaks.length) * (end - start);
}
