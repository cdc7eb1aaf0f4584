import type { Pronunciation } from './dictionary.ts';
import type { AcousticModel } from './model.ts';
import { Scorer, STATES } from './senones.ts';

/** A phone as the search placed it, in frames, end exclusive. `word` is -1 for silence. */
export interface PlacedPhone {
  readonly phone: string;
  readonly from: number;
  readonly to: number;
  readonly word: number;
  readonly pronunciation: number;
}

interface Instance {
  readonly phone: number;
  readonly word: number;
  readonly pronunciation: number;
  readonly next: number[];
}

const BEAM = 100;
const TRIES = 4;

/**
 * Forced alignment (speech.md, step 5): one Viterbi search over the recording through optional silence and each
 * word's pronunciations in order, three states a phone. Gives undefined where no beam reaches the end: the text is
 * longer than the sound.
 */
export function align(model: AcousticModel, features: Float32Array, frames: number, words: readonly (readonly Pronunciation[])[]): PlacedPhone[] | undefined {
  const phoneId = new Map(model.phones.map((name, index) => [name, index]));
  const silence = phoneId.get('SIL') as number;
  const instances: Instance[] = [];
  const add = (phone: number, word: number, pronunciation: number): number => instances.push({ phone, word, pronunciation, next: [] }) - 1;

  let open = [add(silence, -1, 0)];
  const starts = [...open];
  words.forEach((pronunciations, word) => {
    const ends: number[] = [];
    const firsts: number[] = [];
    pronunciations.forEach((pronunciation, which) => {
      let before = -1;
      for (const name of pronunciation.phones) {
        const id = phoneId.get(name);
        if (id === undefined) continue;
        const instance = add(id, word, which);
        if (before < 0) firsts.push(instance);
        else (instances[before] as Instance).next.push(instance);
        before = instance;
      }
      if (before >= 0) ends.push(before);
    });
    for (const from of open) (instances[from] as Instance).next.push(...firsts);
    if (word === 0) starts.push(...firsts);
    const pause = add(silence, -1, 0);
    for (const from of ends) (instances[from] as Instance).next.push(pause);
    open = [...ends, pause];
  });
  const finals = new Set(open);

  for (let attempt = 0, beam = BEAM; attempt < TRIES; attempt++, beam *= 3) {
    const placed = search(model, features, frames, instances, starts, finals, beam);
    if (placed) return placed;
  }
  return undefined;
}

function search(
  model: AcousticModel,
  features: Float32Array,
  frames: number,
  instances: readonly Instance[],
  starts: readonly number[],
  finals: ReadonlySet<number>,
  beam: number,
): PlacedPhone[] | undefined {
  const scorer = new Scorer(model, features);
  const total = instances.length * STATES;
  let score = new Float64Array(total).fill(Number.NEGATIVE_INFINITY);
  let next = new Float64Array(total).fill(Number.NEGATIVE_INFINITY);
  let history = new Int32Array(total);
  let nextHistory = new Int32Array(total);
  let active: number[] = [];
  // Histories: state entered, frame, history before; written only where a state changes.
  let states = new Int32Array(1 << 16);
  let entered = new Int32Array(1 << 16);
  let before = new Int32Array(1 << 16);
  let records = 0;
  const record = (state: number, frame: number, previous: number): number => {
    if (records === states.length) {
      const grow = (old: Int32Array): Int32Array<ArrayBuffer> => {
        const bigger = new Int32Array(old.length * 2);
        bigger.set(old);
        return bigger;
      };
      states = grow(states);
      entered = grow(entered);
      before = grow(before);
    }
    states[records] = state;
    entered[records] = frame;
    before[records] = previous;
    return records++;
  };
  scorer.at(0);
  for (const instance of starts) {
    const state = instance * STATES;
    score[state] = scorer.score((instances[instance] as Instance).phone, 0);
    history[state] = record(state, 0, -1);
    active.push(state);
  }
  const from = new Int32Array(total);
  for (let t = 1; t < frames; t++) {
    scorer.at(t);
    const touched: number[] = [];
    const reach = (state: number, value: number, source: number): void => {
      const old = next[state] as number;
      if (old === Number.NEGATIVE_INFINITY) touched.push(state);
      if (value > old) {
        next[state] = value;
        from[state] = source;
      }
    };
    for (const state of active) {
      const value = score[state] as number;
      const instance = (state / STATES) | 0;
      const s = state - instance * STATES;
      const { phone, next: followers } = instances[instance] as Instance;
      const transition = (phone * STATES + s) * 2;
      reach(state, value + (model.transitions[transition] as number), state);
      const onward = value + (model.transitions[transition + 1] as number);
      if (s < STATES - 1) reach(state + 1, onward, state);
      else for (const follower of followers) reach(follower * STATES, onward, state);
    }
    let best = Number.NEGATIVE_INFINITY;
    for (const state of touched) {
      const instance = (state / STATES) | 0;
      const value = (next[state] as number) + scorer.score((instances[instance] as Instance).phone, state - instance * STATES);
      next[state] = value;
      if (value > best) best = value;
    }
    for (const state of active) score[state] = Number.NEGATIVE_INFINITY;
    const kept: number[] = [];
    for (const state of touched) {
      if ((next[state] as number) < best - beam) {
        next[state] = Number.NEGATIVE_INFINITY;
        continue;
      }
      const source = from[state] as number;
      nextHistory[state] = source === state ? (history[state] as number) : record(state, t, history[source] as number);
      kept.push(state);
    }
    [score, next] = [next, score];
    [history, nextHistory] = [nextHistory, history];
    active = kept;
  }
  let end = -1;
  for (const instance of finals) {
    const state = instance * STATES + STATES - 1;
    if (score[state] !== Number.NEGATIVE_INFINITY && (end < 0 || (score[state] as number) > (score[end] as number))) end = state;
  }
  if (end < 0) return undefined;
  const out: { phone: string; from: number; to: number; word: number; pronunciation: number; instance: number }[] = [];
  let until = frames;
  for (let at = history[end] as number; at >= 0; at = before[at] as number) {
    const instance = ((states[at] as number) / STATES) | 0;
    const start = entered[at] as number;
    const last = out.at(-1);
    if (last && last.instance === instance) last.from = start;
    else {
      const { phone, word, pronunciation } = instances[instance] as Instance;
      out.push({ phone: model.phones[phone] as string, from: start, to: until, word, pronunciation, instance });
    }
    until = start;
  }
  return out.reverse().map(({ instance: _, ...phone }) => phone);
}
