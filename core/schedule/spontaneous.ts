import type { CueOf } from '../document/schema.ts';
import { dice, hashText } from '../draw/hash.ts';
import { needsBothHands } from '../figure/actions/action.ts';
import { actionOf } from '../figure/actions/index.ts';
import { toTicks } from '../time/ticks.ts';
import { GESTURE_WORDS, meaningAt, plainWord } from './lexicon.ts';

/** A word, or a stretch of sound where no words are known: times in scene ticks, how much it stands out 0..1. */
export interface Stressed {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  readonly stress: number;
}

export interface SpontaneousInput {
  /** The line: its seed. */
  readonly id: string;
  readonly layer: string;
  readonly start: number;
  readonly end: number;
  readonly words: readonly Stressed[];
  readonly lively: number;
  readonly tense: number;
  /** The hand on the side of whom or what is spoken to. */
  readonly outer: 'left' | 'right';
  /** Only this hand is free, because the other one carries something. */
  readonly only?: 'left' | 'right';
  /** Where hands are busy already, in scene ticks. */
  readonly busy: readonly { readonly start: number; readonly end: number }[];
  /** Things on the stage by the words that name them, and the hand on whose side each stands. */
  readonly things: readonly { readonly words: readonly string[]; readonly hand: 'left' | 'right' }[];
}

/** What hands do by themselves: a gesture as a cue would be, without its pin. */
export interface Spontaneous {
  readonly action: string;
  readonly hand: CueOf<'gesture'>['hand'];
  readonly strength: number;
  readonly start: number;
  readonly end: number;
}

/** Gestures a minute, calm and lively (motion.md and the literature it names: 6 to 12). */
const A_MINUTE = { calm: 7, lively: 13 } as const;
/** What hands do on a stress that means nothing by itself (McNeill's beats and metaphors). */
export const PLAIN_GESTURES = ['explain', 'open-hands', 'precise', 'beat', 'explain', 'and-so-on'] as const;
/** Heads alone: they need no hand and come as often as they are meant. */
const HEADS: ReadonlySet<string> = new Set(['nod', 'shake-head']);
/** The stroke lands so long before the stressed sound (seconds; Kendon 1980: with it or up to 200 ms before). */
const BEFORE = 0.06;
/** Hands stay up until the phrase ends, within these seconds. */
const HELD = { least: 0.7, most: 2.4 } as const;
/** Seconds into a line from which on there is time for a wind-up. */
const LEAST_LEAD = 0.3;
/** The way back and the next wind-up. */
const CLEAR = 0.9;

/**
 * Gestures of a line without cues: on its stresses, by what a word means where words are known and it means something,
 * else a beat or an open hand; 6 to 12 a minute by temper, never the same twice in a row, none where hands are busy.
 * Depends on the line alone.
 */
export function spontaneous(input: SpontaneousInput): Spontaneous[] {
  const { id, layer, start, end, words, lively, tense, outer, only, busy, things } = input;
  const chance = dice(hashText(`${id} ${layer} hands`));
  const rate = (A_MINUTE.calm + (A_MINUTE.lively - A_MINUTE.calm) * lively) * (1.08 - 0.25 * tense);
  const gap = toTicks(60 / rate);
  const plain = words.map(({ text }) => plainWord(text));
  const wishes = words
    .map((word, index) => {
      const named = things.find((thing) => thing.words.includes(plain[index] as string));
      const meaning = named ? undefined : meaningAt(GESTURE_WORDS, plain, index);
      const meant = named ? 0.6 : meaning ? (meaning.often ? 0.12 : 0.5) : 0;
      return { word, named, meaning, score: word.stress + meant + chance.next() * 0.35 };
    })
    .sort((a, b) => b.score - a.score || a.word.start - b.word.start);
  const taken: Spontaneous[] = [];
  const most = Math.max(1, Math.round((end - start) / gap + 0.2));
  const clear = (from: number, to: number): boolean => !busy.some((one) => one.start < to + toTicks(CLEAR) && one.end > from - toTicks(CLEAR));
  for (const { word, named, meaning, score } of wishes) {
    if (taken.length >= most || score < 0.42) break;
    const sound = word.start - toTicks(BEFORE);
    // The hand comes up with the voice, not before it: a word that means something waits for it.
    const at = meaning || named ? Math.max(sound, start + toTicks(LEAST_LEAD)) : sound;
    const close = Math.min(gap * 0.62, toTicks(4.5));
    if (at - start < toTicks(LEAST_LEAD)) continue;
    if (taken.some((one) => Math.abs(one.start - at) < close)) continue;
    const until = Math.min(end, Math.max(at + toTicks(HELD.least), phraseEnd(words, word.start, at + toTicks(HELD.most))));
    if (!clear(at - toTicks(0.5), until)) continue;
    const one = named ? 'point' : meaning?.action && fits(meaning.action, only) ? meaning.action : undefined;
    // A word that means a gesture which cannot be made gets none, rather than one that says something else.
    if (meaning && !one && !meaning.often) continue;
    taken.push({
      action: one ?? '',
      hand: named ? named.hand : (only ?? (chance.next() < 0.68 ? outer : outer === 'right' ? 'left' : 'right')),
      strength: Math.round((0.74 + 0.3 * lively - 0.2 * tense + 0.22 * (word.stress - 0.5)) * 20) / 20,
      start: at,
      end: one && HEADS.has(one) ? at + toTicks(0.6) : until,
    });
  }
  taken.sort((a, b) => a.start - b.start);
  const choices = PLAIN_GESTURES.filter((action) => fits(action, only));
  let last = '';
  return taken.map((one, n) => {
    let { action } = one;
    const next = taken[n + 1]?.action;
    if (!action || action === last) {
      const others = choices.filter((choice) => choice !== last && choice !== next);
      action = others[Math.floor(chance.next() * others.length)] ?? 'explain';
    }
    last = action;
    return { ...one, action };
  });
}

function fits(id: string, only: SpontaneousInput['only']): boolean {
  const action = actionOf(id);
  return !!action && (!only || !needsBothHands(action));
}

/** The end of the phrase that a moment lies in, no later than `most`: at a comma or full stop, or at a silence. */
function phraseEnd(words: readonly Stressed[], from: number, most: number): number {
  const index = words.findIndex(({ start }) => start >= from);
  for (let n = Math.max(0, index); n < words.length; n++) {
    const word = words[n] as Stressed;
    if (word.end >= most) return most;
    const next = words[n + 1];
    if (/[,;:.!?…]["”’)]*$/.test(word.text) || !next || next.start - word.end > toTicks(0.25)) return word.end;
  }
  return most;
}
