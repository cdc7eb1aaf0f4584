import type { MouthShape } from '#core/document/schema';
import { GLIDES, PHONE_SHAPES } from '#core/speech/phones';
import type { TruePhone } from './sets.ts';

const LATE = 0.045;
const EARLY = 0.125;
const NEAR = 4;

export interface Tally {
  wordErrors: number[];
  frames: number;
  right: number;
  speechFrames: number;
  speechRight: number;
  near: number;
  nearSpeech: number;
  hits: Record<'closed' | 'bite', { spoken: number; shown: number; drawn: number; true: number }>;
}

export const emptyTally = (): Tally => ({
  wordErrors: [],
  frames: 0,
  right: 0,
  speechFrames: 0,
  speechRight: 0,
  near: 0,
  nearSpeech: 0,
  hits: { closed: { spoken: 0, shown: 0, drawn: 0, true: 0 }, bite: { spoken: 0, shown: 0, drawn: 0, true: 0 } },
});

/** Shapes that may stand at a moment (speech.md: what frames accept). */
function accepted(phones: readonly TruePhone[], seconds: number): ReadonlySet<MouthShape> {
  const index = phones.findIndex((phone) => seconds < phone.end);
  const phone = phones[index < 0 ? phones.length - 1 : index];
  const out = new Set<MouthShape>();
  if (!phone) return out.add('rest');
  const label = phone.label === 'HH' ? (phones[index + 1]?.label ?? 'SIL') : phone.label;
  out.add(PHONE_SHAPES[label] ?? 'rest');
  if (['R', 'SH', 'ZH', 'CH', 'JH'].includes(label)) out.add('teeth').add('pucker');
  if (label === 'ER') out.add('pucker');
  const glide = GLIDES[label];
  if (glide && seconds > (phone.start + phone.end) / 2) out.add(glide);
  return out;
}

/** Adds one recording's result to a tally. */
export function tally(
  into: Tally,
  truth: { phones: readonly TruePhone[]; wordTimes: readonly { start: number; end: number }[] },
  got: { mouth: readonly { shape: MouthShape; start: number; end: number }[]; words: readonly { start: number; end: number }[] },
): void {
  truth.wordTimes.forEach((word, index) => {
    const found = got.words[index];
    if (!found) return;
    into.wordErrors.push(Math.abs(found.start - word.start), Math.abs(found.end - word.end));
  });
  const length = truth.phones.at(-1)?.end ?? 0;
  const steps = Math.floor(length * 100);
  const allowed = Array.from({ length: steps }, (_, n) => accepted(truth.phones, (n + 0.5) / 100));
  for (let n = 0; n < steps; n++) {
    const t = (n + 0.5) / 100;
    const shape = got.mouth.find((m) => t < m.end)?.shape ?? 'rest';
    const right = (allowed[n] as ReadonlySet<MouthShape>).has(shape);
    const speech = truth.phones.find((phone) => t < phone.end)?.label !== 'SIL';
    let near = right;
    for (let d = -NEAR; d <= NEAR && !near; d++) near = allowed[n + d]?.has(shape) ?? false;
    into.frames++;
    if (right) into.right++;
    if (near) into.near++;
    if (speech) {
      into.speechFrames++;
      if (right) into.speechRight++;
      if (near) into.nearSpeech++;
    }
  }
  for (const kind of ['closed', 'bite'] as const) {
    const shown = got.mouth.filter((m) => m.shape === kind);
    const spoken = truth.phones.filter((phone) => PHONE_SHAPES[phone.label] === kind);
    const meets = (m: { start: number; end: number }, p: { start: number; end: number }): boolean => m.start < p.end + LATE && m.end > p.start - EARLY;
    const hit = into.hits[kind];
    hit.spoken += spoken.length;
    hit.shown += spoken.filter((phone) => shown.some((m) => meets(m, phone))).length;
    hit.drawn += shown.length;
    hit.true += shown.filter((m) => spoken.some((phone) => meets(m, phone))).length;
  }
}

/** Percentages of a tally, one decimal. */
export function figures(t: Tally) {
  const sorted = [...t.wordErrors].sort((a, b) => a - b);
  const share = (limit: number): number => percent(sorted.filter((e) => e <= limit + 1e-9).length, sorted.length);
  return {
    wordMedianMs: Math.round((sorted[Math.floor(sorted.length / 2)] ?? 0) * 1000),
    words20: share(0.02),
    words40: share(0.04),
    words80: share(0.08),
    mouthAll: percent(t.right, t.frames),
    mouthSpeech: percent(t.speechRight, t.speechFrames),
    mouth40: percent(t.near, t.frames),
    closuresHit: percent(t.hits.closed.shown, t.hits.closed.spoken),
    closuresPrecision: percent(t.hits.closed.true, t.hits.closed.drawn),
    bitesHit: percent(t.hits.bite.shown, t.hits.bite.spoken),
  };
}

const percent = (part: number, whole: number): number => Math.round((1000 * part) / Math.max(1, whole)) / 10;
