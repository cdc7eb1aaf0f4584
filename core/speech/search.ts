import type { AcousticModel } from './model.ts';
import { type Scorer, STATES } from './senones.ts';

/** Label of sound between words that is none of the text's. */
export const OTHER = '+';
/** The phone of an instance that stands for it: one state. */
export const SOMETHING = -1;
const NEVER = Number.NEGATIVE_INFINITY;

/** A phone as the search placed it, in frames, end exclusive. `word` is -1 for what is no word's. */
export interface PlacedPhone {
  readonly phone: string;
  readonly from: number;
  readonly to: number;
  readonly word: number;
  readonly pronunciation: number;
}

export interface Instance {
  readonly phone: number;
  readonly word: number;
  readonly pronunciation: number;
  /** What may follow, and what it costs to go there (nats). */
  readonly next: number[];
  readonly cost: number[];
}

/** What may be said: phones and their followers, where it begins and where it may end. */
export interface Graph {
  readonly instances: readonly Instance[];
  readonly starts: readonly number[];
  readonly finals: ReadonlySet<number>;
}

/** Score of a frame as a sound of no known phone. */
export interface Others {
  at(frame: number): number;
}

/**
 * Of the states that a frame reached, the first `reached` of `touched`, those whose score is not below `least` come to its
 * front; gives how many. A history below 0 says that its state begins here, after history -1 - h: `begun` records it.
 */
export function survivors(
  touched: Int32Array,
  reached: number,
  scores: Float64Array,
  histories: Int32Array,
  least: number,
  begun: (state: number, before: number) => number,
): number {
  let living = 0;
  for (let a = 0; a < reached; a++) {
    const state = touched[a] as number;
    if ((scores[state] as number) < least) {
      scores[state] = NEVER;
      continue;
    }
    const before = histories[state] as number;
    if (before < 0) histories[state] = begun(state, -1 - before);
    touched[living++] = state;
  }
  return living;
}

/**
 * The best path through a graph of phones over all frames (Viterbi), three states a phone, within a beam of nats;
 * undefined where it does not reach the end.
 */
export function search(model: AcousticModel, scorer: Scorer, frames: number, { instances, starts, finals }: Graph, beam: number, others: Others): PlacedPhone[] | undefined {
  const total = instances.length * STATES;
  // By state: its phone and place, what may follow its last, each at what cost.
  const phoneOf = Int32Array.from(instances, ({ phone }) => phone);
  const firstLink = new Int32Array(instances.length + 1);
  instances.forEach(({ next }, n) => (firstLink[n + 1] = (firstLink[n] as number) + next.length));
  const links = Int32Array.from(instances.flatMap(({ next }) => next));
  const costs = Float64Array.from(instances.flatMap(({ cost }) => cost));
  let score = new Float64Array(total).fill(NEVER);
  let next = new Float64Array(total).fill(NEVER);
  let history = new Int32Array(total);
  let nextHistory = new Int32Array(total);
  let active = new Int32Array(total);
  let touched = new Int32Array(total);
  let living = 0;
  let reached = 0;
  // Histories: state entered, frame, history before; written only where a state changes.
  const records: number[] = [];
  const record = (state: number, frame: number, previous: number): number => records.push(state, frame, previous) / 3 - 1;
  const reach = (state: number, value: number, before: number): void => {
    const old = next[state] as number;
    if (old === NEVER) touched[reached++] = state;
    else if (value <= old) return;
    next[state] = value;
    nextHistory[state] = before;
  };
  scorer.at(0);
  for (const instance of starts) {
    const state = instance * STATES;
    score[state] = scorer.score(phoneOf[instance] as number, 0);
    history[state] = record(state, 0, -1);
    active[living++] = state;
  }
  for (let t = 1; t < frames; t++) {
    scorer.at(t);
    reached = 0;
    for (let a = 0; a < living; a++) {
      const state = active[a] as number;
      const value = score[state] as number;
      const before = history[state] as number;
      score[state] = NEVER;
      const instance = (state / STATES) | 0;
      const s = state - instance * STATES;
      const phone = phoneOf[instance] as number;
      const transition = (phone * STATES + s) * 2;
      const other = phone === SOMETHING;
      reach(state, other ? value : value + (model.transitions[transition] as number), before);
      const onward = other ? value : value + (model.transitions[transition + 1] as number);
      // Negative: that state begins here, after this history.
      if (s < STATES - 1 && !other) reach(state + 1, onward, -1 - before);
      else
        for (let link = firstLink[instance] as number; link < (firstLink[instance + 1] as number); link++)
          reach((links[link] as number) * STATES, onward - (costs[link] as number), -1 - before);
    }
    let top = NEVER;
    for (let a = 0; a < reached; a++) {
      const state = touched[a] as number;
      const instance = (state / STATES) | 0;
      const phone = phoneOf[instance] as number;
      const value = (next[state] as number) + (phone === SOMETHING ? others.at(t) : scorer.score(phone, state - instance * STATES));
      next[state] = value;
      if (value > top) top = value;
    }
    living = survivors(touched, reached, next, nextHistory, top - beam, (state, before) => record(state, t, before));
    [score, next] = [next, score];
    [history, nextHistory] = [nextHistory, history];
    [active, touched] = [touched, active];
  }
  let end = -1;
  for (const instance of finals) {
    const state = instance * STATES + ((instances[instance] as Instance).phone === SOMETHING ? 0 : STATES - 1);
    if (score[state] !== NEVER && (end < 0 || (score[state] as number) > (score[end] as number))) end = state;
  }
  if (end < 0) return undefined;
  const out: { phone: string; from: number; to: number; word: number; pronunciation: number; instance: number }[] = [];
  let until = frames;
  for (let at = history[end] as number; at >= 0; at = records[at * 3 + 2] as number) {
    const instance = ((records[at * 3] as number) / STATES) | 0;
    const start = records[at * 3 + 1] as number;
    const last = out.at(-1);
    if (last && last.instance === instance) last.from = start;
    else {
      const { phone, word, pronunciation } = instances[instance] as Instance;
      out.push({ phone: phone === SOMETHING ? OTHER : (model.phones[phone] as string), from: start, to: until, word, pronunciation, instance });
    }
    until = start;
  }
  return out.reverse().map(({ instance: _, ...phone }) => phone);
}
