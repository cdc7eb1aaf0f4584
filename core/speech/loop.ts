import type { AcousticModel } from './model.ts';
import { type PlacedPhone, survivors } from './search.ts';
import { Scorer, STATES } from './senones.ts';

/** Weight of the phone trigram against the sound, and width of the search (speech.md, step 8). */
const TRIGRAM_WEIGHT = 3;
const BEAM = 50;
const NEVER = Number.NEGATIVE_INFINITY;

/**
 * Phones without a text: a loop over the model's phones, node = (phone before, phone), joined by the trigram. Decodes
 * frames `from`..`to` of the features (39 numbers a frame) and gives what it heard, silence included.
 */
export function phoneLoop(model: AcousticModel, features: Float32Array, from: number, to: number): PlacedPhone[] {
  if (to - from < 4) return [];
  const { loopPhones, phones, transitions, trigram } = model;
  const scorer = new Scorer(model, features);
  const n = loopPhones.length;
  const total = n * n * STATES;
  const silence = loopPhones.findIndex((phone) => phones[phone] === 'SIL');
  // Phones that a path began: node, frame, the one before.
  const records: number[] = [];
  const record = (node: number, frame: number, before: number): number => records.push(node, frame, before) / 3 - 1;
  let score = new Float64Array(total).fill(NEVER);
  let next = new Float64Array(total).fill(NEVER);
  let history = new Int32Array(total);
  let nextHistory = new Int32Array(total);
  let active = new Int32Array(total);
  let touched = new Int32Array(total);
  let living = 0;
  scorer.at(from);
  for (let q = 0; q < n; q++) {
    const state = (silence * n + q) * STATES;
    // Starting in silence is always possible, whatever the trigram says of it.
    const before = q === silence ? 0 : TRIGRAM_WEIGHT * (trigram[(silence * n + silence) * n + q] as number);
    score[state] = before + scorer.score(loopPhones[q] as number, 0);
    history[state] = record(silence * n + q, from, -1);
    active[living++] = state;
  }
  for (let t = from + 1; t < to; t++) {
    let top = NEVER;
    for (let a = 0; a < living; a++) top = Math.max(top, score[active[a] as number] as number);
    let reached = 0;
    for (let a = 0; a < living; a++) {
      const state = active[a] as number;
      const value = score[state] as number;
      score[state] = NEVER;
      const node = (state / STATES) | 0;
      const s = state - node * STATES;
      const q = node % n;
      const transition = ((loopPhones[q] as number) * STATES + s) * 2;
      const stay = value + (transitions[transition] as number);
      const onward = value + (transitions[transition + 1] as number);
      if (next[state] === NEVER) touched[reached++] = state;
      if (stay > (next[state] as number)) {
        next[state] = stay;
        nextHistory[state] = history[state] as number;
      }
      if (s < STATES - 1) {
        if (next[state + 1] === NEVER) touched[reached++] = state + 1;
        if (onward > (next[state + 1] as number)) {
          next[state + 1] = onward;
          nextHistory[state + 1] = history[state] as number;
        }
      } else if (onward > top - BEAM) {
        for (let r = 0; r < n; r++) {
          if (r === silence && q === silence) continue;
          const step = onward + TRIGRAM_WEIGHT * (trigram[node * n + r] as number);
          const onto = (q * n + r) * STATES;
          if (step < top - BEAM * 1.2 || step <= (next[onto] as number)) continue;
          if (next[onto] === NEVER) touched[reached++] = onto;
          next[onto] = step;
          // Negative: this phone begins here, after that one.
          nextHistory[onto] = -1 - (history[state] as number);
        }
      }
    }
    scorer.at(t);
    let best = NEVER;
    for (let a = 0; a < reached; a++) {
      const state = touched[a] as number;
      const node = (state / STATES) | 0;
      const value = (next[state] as number) + scorer.score(loopPhones[node % n] as number, state - node * STATES);
      next[state] = value;
      if (value > best) best = value;
    }
    living = survivors(touched, reached, next, nextHistory, best - BEAM, (state, before) => record((state / STATES) | 0, t, before));
    [score, next] = [next, score];
    [history, nextHistory] = [nextHistory, history];
    [active, touched] = [touched, active];
  }
  let end = -1;
  for (let a = 0; a < living; a++) if (end < 0 || (score[active[a] as number] as number) > (score[end] as number)) end = active[a] as number;
  const out: PlacedPhone[] = [];
  let until = to;
  for (let at = end < 0 ? -1 : (history[end] as number); at >= 0; at = records[at * 3 + 2] as number) {
    const start = records[at * 3 + 1] as number;
    out.push({ phone: phones[loopPhones[(records[at * 3] as number) % n] as number] as string, from: start, to: until, word: -1, pronunciation: 0 });
    until = start;
  }
  return out.reverse();
}
