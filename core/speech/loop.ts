import type { PlacedPhone } from './align.ts';
import { type AcousticModel, Scorer, STATES } from './model.ts';

/** Weight of the phone trigram against the sound, and width of the search (speech.md, step 8). */
const TRIGRAM_WEIGHT = 3;
const BEAM = 50;

/**
 * Phones without a text: a loop over the model's phones, node = (phone before, phone), joined by the trigram.
 * Decodes frames `from`..`to` and gives what it heard, silence included.
 */
export function phoneLoop(model: AcousticModel, features: Float32Array, from: number, to: number): PlacedPhone[] {
  if (to - from < 4) return [];
  const scorer = new Scorer(model, features);
  const n = model.loopPhones.length;
  const nodes = n * n;
  const total = nodes * STATES;
  const silence = model.loopPhones.findIndex((phone) => model.phones[phone] === 'SIL');
  let score = new Float64Array(total).fill(Number.NEGATIVE_INFINITY);
  let next = new Float64Array(total).fill(Number.NEGATIVE_INFINITY);
  let history = new Int32Array(total);
  let nextHistory = new Int32Array(total);
  const source = new Int32Array(total);
  const records: number[] = [];
  const record = (node: number, frame: number, before: number): number => {
    records.push(node, frame, before);
    return records.length / 3 - 1;
  };
  let active: number[] = [];
  scorer.at(from);
  for (let q = 0; q < n; q++) {
    const state = (silence * n + q) * STATES;
    score[state] = scorer.score(model.loopPhones[q] as number, 0) + TRIGRAM_WEIGHT * (model.trigram[(silence * n + silence) * n + q] as number);
    history[state] = record(silence * n + q, from, -1);
    active.push(state);
  }
  // Starting in silence is always possible, whatever the trigram says of it.
  const quiet = (silence * n + silence) * STATES;
  score[quiet] = Math.max(score[quiet] as number, scorer.score(model.loopPhones[silence] as number, 0));
  for (let t = from + 1; t < to; t++) {
    scorer.at(t);
    const touched: number[] = [];
    const reach = (state: number, value: number, by: number): void => {
      const old = next[state] as number;
      if (old === Number.NEGATIVE_INFINITY) touched.push(state);
      if (value > old) {
        next[state] = value;
        source[state] = by;
      }
    };
    let top = Number.NEGATIVE_INFINITY;
    for (const state of active) if ((score[state] as number) > top) top = score[state] as number;
    for (const state of active) {
      const value = score[state] as number;
      const node = (state / STATES) | 0;
      const s = state - node * STATES;
      const q = node % n;
      const transition = ((model.loopPhones[q] as number) * STATES + s) * 2;
      reach(state, value + (model.transitions[transition] as number), state);
      const onward = value + (model.transitions[transition + 1] as number);
      if (s < STATES - 1) reach(state + 1, onward, state);
      else if (onward > top - BEAM) {
        const p = (node / n) | 0;
        const row = (p * n + q) * n;
        for (let r = 0; r < n; r++) {
          if (r === silence && q === silence) continue;
          const step = onward + TRIGRAM_WEIGHT * (model.trigram[row + r] as number);
          if (step > top - BEAM * 1.2) reach((q * n + r) * STATES, step, state);
        }
      }
    }
    let best = Number.NEGATIVE_INFINITY;
    for (const state of touched) {
      const node = (state / STATES) | 0;
      const value = (next[state] as number) + scorer.score(model.loopPhones[node % n] as number, state - node * STATES);
      next[state] = value;
      if (value > best) best = value;
    }
    for (const state of active) score[state] = Number.NEGATIVE_INFINITY;
    const kept: number[] = [];
    for (const state of touched) {
      if ((next[state] as number) < best - BEAM) {
        next[state] = Number.NEGATIVE_INFINITY;
        continue;
      }
      const by = source[state] as number;
      const node = (state / STATES) | 0;
      nextHistory[state] = state % STATES === 0 && by !== state ? record(node, t, history[by] as number) : (history[by] as number);
      kept.push(state);
    }
    [score, next] = [next, score];
    [history, nextHistory] = [nextHistory, history];
    active = kept;
  }
  let end = -1;
  for (const state of active) if (end < 0 || (score[state] as number) > (score[end] as number)) end = state;
  const out: PlacedPhone[] = [];
  let until = to;
  for (let at = end < 0 ? -1 : (history[end] as number); at >= 0; ) {
    const node = records[at * 3] as number;
    const start = records[at * 3 + 1] as number;
    out.push({ phone: model.phones[model.loopPhones[node % n] as number] as string, from: start, to: until, word: -1, pronunciation: 0 });
    until = start;
    at = records[at * 3 + 2] as number;
  }
  return out.reverse();
}
