import { dice, hashText } from '../../draw/hash.ts';
import type { PoseKey } from '../../figure/pose.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { MOTION } from './figures.ts';
import type { SpanKeys } from './idle.ts';

export interface ReactingInput {
  /** The line that is listened to, and who listens: the seed. */
  readonly id: string;
  readonly layer: string;
  /** From the line's first sound until its reaction has died away, in ticks. */
  readonly length: number;
  readonly lively: number;
  /** Ends of phrases, from the line's start. */
  readonly pauses: readonly number[];
  /** How the line feels: what is glad is smiled at, what is bad is frowned at, a question is leant in to. */
  readonly mood: 'glad' | 'bad' | 'funny' | 'question' | 'plain';
  /** Where who speaks is: 1 to the picture's right, -1 to its left, 0 before it. */
  readonly towards: -1 | 0 | 1;
}

/** What a listener's face does at a mood, in pose units. */
const MOODS: Readonly<Record<ReactingInput['mood'], Partial<Record<PoseKey, number>>>> = {
  glad: { smile: 0.4, lidLower: 0.2, cheek: 0.3, browInL: -1.6, browInR: -1.6, browOutL: -1.6, browOutR: -1.6 },
  funny: { smile: 0.6, lidLower: 0.4, cheek: 0.7, jaw: 0.25, shoulderLift: 2, headPitch: -0.08 },
  bad: { smile: -0.5, browInL: -4, browInR: -4, browOutL: 1.2, browOutR: 1.2, forehead: 0.4 },
  question: { browInL: -2.6, browInR: -2.6, browOutL: -2.4, browOutR: -2.4, headY: 1.4 },
  plain: { browInL: -1.6, browInR: -1.6, browOutL: -1.8, browOutR: -1.8, smile: 0.08 },
};

/**
 * What somebody does who listens: within each line one real reaction (brows, a tilt of the head, a lean towards who
 * speaks), its mood on the face until the end, nods at the ends of phrases that die away, a second glance of the head in a long
 * line. Neutral at both ends.
 */
export function reactingKeys({ id, layer, length, lively, pauses, mood, towards }: ReactingInput): SpanKeys {
  const chance = dice(hashText(`${id} ${layer} listening`));
  const out: Partial<Record<PoseKey, Key[]>> = {};
  const put = (channel: PoseKey, ...keys: readonly (readonly [at: number, value: number])[]): void => {
    const list = (out[channel] ??= [{ at: 0, value: 0 }]);
    for (const [at, value] of keys) if (at > (list.at(-1) as Key).at && at < length) list.push({ at, value });
  };
  const power = 0.65 + 0.6 * lively;
  const end = length - toTicks(0.9);
  // The first reaction comes when the thought is taken, a second into the line or in its first half.
  const first = Math.round(Math.min(toTicks(chance.between(0.7, 1.3)), end * 0.45));
  const rise = toTicks(chance.between(0.28, 0.45));
  const until = Math.max(first + rise + toTicks(0.3), end);
  for (const [channel, value] of Object.entries(MOODS[mood]) as [PoseKey, number][])
    put(channel, [first, 0], [first + rise, value * power * chance.between(0.85, 1.1)], [until - toTicks(0.1), value * power * 0.8], [until + toTicks(0.6), 0]);
  const side = towards || (chance.next() < 0.5 ? -1 : 1);
  const tilt = side * chance.between(2.4, 5) * power;
  const back = Math.min(until, first + toTicks(chance.between(1.6, 3.4)));
  put('headTilt', [first + toTicks(0.06), 0], [first + rise + toTicks(0.1), tilt], [back, tilt * 0.8], [back + toTicks(0.7), 0]);
  if (towards) {
    const lean = towards * chance.between(0.8, 2.2) * power * (mood === 'bad' ? -0.8 : 1);
    put('lean', [first + toTicks(0.12), 0], [first + rise + toTicks(0.4), lean], [until - toTicks(0.2), lean * 0.7], [until + toTicks(0.7), 0]);
  }
  nods(put, { pauses, length, lively, chance });
  for (const keys of Object.values(out)) if ((keys.at(-1) as Key).value !== 0) keys.push({ at: length, value: 0 });
  return out;
}

/** Nods at the speaker's pauses and phrase ends, dying away (motion.md, Turns). */
function nods(
  put: (channel: PoseKey, ...keys: readonly (readonly [number, number])[]) => void,
  { pauses, length, lively, chance }: { pauses: readonly number[]; length: number; lively: number; chance: ReturnType<typeof dice> },
): void {
  const swing = toTicks(0.5 / MOTION.nodHertz);
  let latest = -toTicks(1);
  for (const pause of pauses) {
    if (chance.next() > 0.35 + 0.4 * lively) continue;
    let at = pause + toTicks(chance.between(0.05, 0.3));
    if (at <= latest + toTicks(0.8)) continue;
    const count = Math.round(chance.between(...MOTION.nodSwings));
    if (at + swing * 2 * count > length - toTicks(0.1)) continue;
    let size = chance.between(...MOTION.nodPitch) * (0.7 + 0.5 * lively);
    put('headPitch', [at, 0]);
    for (let n = 0; n < count; n++) {
      put('headPitch', [at + swing, size], [at + swing * 2, 0]);
      at += swing * 2;
      size *= 0.6;
    }
    latest = at;
  }
}
