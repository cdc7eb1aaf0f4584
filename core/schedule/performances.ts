import type { CueOf } from '../document/schema.ts';
import { actingHand, poseForHand } from '../figure/actions/action.ts';
import { actionOf } from '../figure/actions/index.ts';
import { expressionOf } from '../figure/expressions/index.ts';
import type { PoseKey } from '../figure/pose.ts';
import { toTicks } from '../time/ticks.ts';
import type { Performance } from './channels.ts';

const MS = toTicks(0.001);

/** Brows first, then eyes, then mouth, 60 ms apart; fades in a second (motion.md, Poses and easing). */
export function facePerformance(cue: Pick<CueOf<'face'>, 'expression' | 'strength'>, start: number, end: number): Performance {
  const face = expressionOf(cue.expression)?.face ?? {};
  const stage = (test: RegExp): Partial<Record<PoseKey, number>> =>
    Object.fromEntries(
      Object.entries(face)
        .filter(([key]) => test.test(key))
        .map(([key, value]) => [key, (value as number) * cue.strength]),
    );
  const brow = stage(/^(brow|crease|forehead)/);
  const eyes = stage(/^(lid|gaze|eye|happy|bags|cheek|flush)/);
  const rest = stage(/^(?!brow|crease|forehead|lid|gaze|eye|happy|bags|cheek|flush)/);
  const zero = (values: object): Partial<Record<PoseKey, number>> => Object.fromEntries(Object.keys(values).map((key) => [key, 0]));
  const onset = 300 * MS;
  // All channels share their keys' times but for the delays: brows lead, the mouth comes last.
  const keys = [
    { at: start, values: zero({ ...brow, ...eyes, ...rest }), ease: 'both' as const },
    { at: start + 60 * MS, values: { ...zero({ ...eyes, ...rest }), ...scaled(brow, 0.2) }, ease: 'both' as const },
    { at: start + 120 * MS, values: { ...zero(rest), ...scaled(brow, 0.55), ...scaled(eyes, 0.25) }, ease: 'both' as const },
    { at: start + onset, values: { ...brow, ...eyes, ...scaled(rest, 0.62) }, ease: 'both' as const },
    { at: start + onset + 130 * MS, values: { ...brow, ...eyes, ...rest }, ease: 'both' as const },
  ];
  return { keys, until: Math.max(end, start + onset + 130 * MS), release: toTicks(0.9) };
}

const scaled = (values: Partial<Record<PoseKey, number>>, by: number): Partial<Record<PoseKey, number>> =>
  Object.fromEntries(Object.entries(values).map(([key, value]) => [key, value * by]));

type Temper = Readonly<{ lively: number; tense: number }>;
const MIDDLING: Temper = { lively: 0.5, tense: 0.3 };

/** Seconds by which parts lead (below 0) or follow the arm: eyes, then head, then trunk, then arm, wrist and fingers late (motion.md, Gestures). */
const FOLLOWS: readonly (readonly [RegExp, number])[] = [
  [/^(gaze|lid|brow|eye)/, -0.09],
  [/^head/, -0.055],
  [/^(hip|spine|lean|bodyTurn|bow|chest)/, -0.035],
  [/^(shoulder|lift)/, -0.015],
  [/^elbow/, 0.02],
  [/^(wrist|aim)/, 0.045],
  [/^(fist|point|open|flat|thumb|back|edge|pinch|two|three|four|five|hook)/, 0.06],
];
const lateness = new Map<PoseKey, number>();
function lateIn(channel: PoseKey): number {
  let late = lateness.get(channel);
  if (late === undefined) lateness.set(channel, (late = toTicks(FOLLOWS.find(([test]) => test.test(channel))?.[1] ?? 0)));
  return late;
}

/**
 * A gesture's keys about its cue's start, its cycle repeated to the cue's end; times in scene ticks. Of a gesture of one
 * hand, `full` is the hand that carries something and takes no part.
 */
export function gesturePerformance(
  cue: Pick<CueOf<'gesture'>, 'action' | 'hand' | 'strength' | 'speed'>,
  start: number,
  end: number,
  temper: Temper = MIDDLING,
  full?: 'left' | 'right',
): Performance {
  const action = actionOf(cue.action);
  if (!action) return { keys: [], until: start, release: 0 };
  // Lively people act wider and quicker; tense ones keep it small, and start it sharply.
  const wide = 1 + (temper.lively - MIDDLING.lively) * 0.24 - (temper.tense - MIDDLING.tense) * 0.22;
  const quick = 1 + (temper.lively - MIDDLING.lively) * 0.2 + (temper.tense - MIDDLING.tense) * 0.1;
  const hand = actingHand(action, cue.hand);
  const alone = action.handed && full !== undefined && hand !== full;
  const pose = (values: Parameters<typeof poseForHand>[0]): Partial<Record<PoseKey, number>> => poseForHand(values, hand, cue.strength * wide, alone);
  const ticks = (seconds: number): number => toTicks(seconds / ((cue.speed ?? 1) * quick));
  const keys = action.keys.map((key) => ({ at: start + ticks(key.at), values: pose(key.pose), ease: key.ease ?? ('both' as const) }));
  const { cycle } = action;
  const last = keys.at(-1);
  if (cycle && last)
    for (let round = 0; last.at + ticks(cycle.seconds * (round + 1)) <= end + ticks(cycle.seconds * 0.3) && round < 400; round++)
      for (const key of cycle.keys) keys.push({ at: last.at + ticks(cycle.seconds * round + key.at), values: pose(key.pose), ease: key.ease ?? ('both' as const) });
  return { keys, until: Math.max(end, keys.at(-1)?.at ?? end), release: ticks(action.release), late: lateIn };
}
