import { dice, hashText } from '../../draw/hash.ts';
import type { PoseKey } from '../../figure/pose.ts';
import type { Analysis } from '../../speech/analysis.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { MOTION } from './figures.ts';
import type { SpanKeys } from './idle.ts';

export interface SpeakingInput {
  readonly id: string;
  readonly layer: string;
  readonly length: number;
  readonly lively: number;
  readonly tense: number;
  readonly analysis: Analysis;
  /** Word texts with their times from the line's start. */
  readonly words: readonly { readonly text: string; readonly start: number; readonly end: number; readonly stress: number }[];
  /** The arm that makes small beats, unless a gesture uses it. */
  readonly hand: 'L' | 'R';
}

/** Seconds of speech after which a word is beaten, however weak it is. */
const LONGEST_STILL = 1.3;

/**
 * What a speaker's body does by itself on a line: a breath before it (in the gap before), head dips and lifted brows
 * on stressed words, brows up at a question's end, small beats of one hand. Neutral at both ends.
 */
export function speakingKeys(input: SpeakingInput): SpanKeys {
  const chance = dice(hashText(`${input.id} ${input.layer} speaking`));
  const out: Partial<Record<PoseKey, Key[]>> = {};
  const put = (channel: PoseKey, key: Key): void => {
    if (key.at > input.length) return;
    const keys = (out[channel] ??= [{ at: 0, value: 0 }]);
    if ((keys.at(-1) as Key).at < key.at) keys.push(key);
  };
  // Who is tense keeps the arms in and the hands shut; the head says as much as ever.
  const power = 0.6 + 0.6 * input.lively;
  const freedom = 1.1 - 0.5 * input.tense;
  let lastBeat = -toTicks(2);
  let side = chance.next() < 0.5 ? -1 : 1;
  const last = input.words.at(-1);
  const asked = last && /\?/.test(last.text) ? last : undefined;
  for (const said of input.words) {
    const at = said.start + Math.round((said.end - said.start) * 0.3);
    // Who speaks evenly beats now and then all the same.
    const word = at - lastBeat > toTicks(LONGEST_STILL) ? { ...said, stress: Math.max(said.stress, 0.5) } : said;
    if (word.stress < 0.4) continue;
    const reach = toTicks(0.16);
    if (at - lastBeat > toTicks(0.5)) {
      const dip = chance.between(...MOTION.beatHead) * power * (0.5 + word.stress);
      put('headPitch', { at: at - reach, value: 0 });
      put('headPitch', { at, value: dip, ease: 'both' });
      put('headPitch', { at: at + toTicks(0.3), value: -dip * 0.15 });
      put('headPitch', { at: at + toTicks(0.5), value: 0 });
      put('headTilt', { at: at - reach, value: 0 });
      put('headTilt', { at: at + toTicks(0.08), value: side * chance.between(1, 2.6) * power });
      put('headTilt', { at: at + toTicks(0.55), value: 0 });
      side = chance.next() < 0.7 ? -side : side;
    }
    // The brows of the word that a question ends with belong to the question.
    if (chance.next() < 0.55 + 0.3 * input.lively && said !== asked) {
      const lift = -chance.between(...MOTION.browLift) * power;
      for (const key of ['browInL', 'browInR', 'browOutL', 'browOutR'] as const) {
        put(key, { at: at - toTicks(0.12), value: 0 });
        put(key, { at: at + toTicks(0.04), value: lift * (key.startsWith('browOut') ? 0.8 : 1) });
        put(key, { at: at + toTicks(0.36), value: 0 });
      }
    }
    if (at - lastBeat > toTicks(0.6) && word.stress > 0.45) {
      const hand = input.hand;
      const rise = toTicks(0.26);
      const size = power * freedom * chance.between(0.7, 1.1);
      // A small beat of whatever the hand does: hanging it comes up a little, at the waist it dips (motion.md: 3-6 % of the height).
      const beat = (channel: PoseKey, value: number, back = 0.7): void => {
        put(channel, { at: at - rise, value: 0 });
        put(channel, { at, value: value * size, ease: 'out' });
        put(channel, { at: at + toTicks(0.12), value: value * 0.8 * size });
        put(channel, { at: at + toTicks(back), value: 0 });
      };
      beat(`elbow${hand}`, hand === 'L' ? -22 : -19);
      beat(`upper${hand}`, 6);
      beat(`trunkY${hand}`, -0.05, 0.5);
      beat(`aim${hand}`, 7, 0.5);
      beat(`lift${hand}`, 1.4);
      beat('shoulderTilt', (hand === 'L' ? 1 : -1) * 1.4);
      put('hipY', { at: at - toTicks(0.2), value: 0 });
      put('hipY', { at: at + toTicks(0.03), value: 1.2 * size });
      put('hipY', { at: at + toTicks(0.4), value: 0 });
    }
    if (at - lastBeat > toTicks(0.5)) lastBeat = at;
  }
  if (asked)
    for (const key of ['browInL', 'browInR', 'browOutL', 'browOutR'] as const) {
      put(key, { at: asked.start - toTicks(0.1), value: 0 });
      put(key, { at: asked.start + toTicks(0.15), value: -3 * power });
      put(key, { at: Math.min(input.length, asked.end + toTicks(0.1)), value: -2.4 * power });
    }
  for (const keys of Object.values(out)) {
    const end = keys.at(-1) as Key;
    if (end.value !== 0) {
      if (end.at > input.length - toTicks(0.05)) end.value = 0;
      else keys.push({ at: input.length, value: 0 });
    }
  }
  return out;
}
