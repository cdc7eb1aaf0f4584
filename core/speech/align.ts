import type { Pronunciation } from './dictionary.ts';
import type { AcousticModel } from './model.ts';
import { type Graph, type Instance, type PlacedPhone, SOMETHING, search } from './search.ts';
import { Scorer, STATES } from './senones.ts';

/** Width of the search in nats: enough for a line that is left out, or that the text lacks. */
const BEAM = 200;
const TRIES = 3;
const PASSES = 3;

/**
 * A text is not always what is said. Nats that it costs to leave out a word, to hear something else, and to leave out
 * one more word beside that; how far (nats a frame) what is heard instead lies below the best of a broad choice of phones,
 * and by how many deviations more.
 */
interface Doubt {
  readonly leftOut: number;
  readonly somethingElse: number;
  readonly oneMore: number;
  readonly belowBest: number;
  readonly byDeviation: number;
  /** Words that lie this far (nats a frame) below the best of that choice, all in all, are another text. */
  readonly another: number;
}
/** Tuned on the tuning half of `kipzo bench speech`: there no word of a right script is lost by it. */
const ENGLISH: Doubt = { leftOut: 40, somethingElse: 40, oneMore: 10, belowBest: 2.3, byDeviation: 1, another: 3.8 };
/** In other languages the model has only the nearest phones: words have to fit far worse before they are doubted. */
const OTHER_LANGUAGE: Doubt = { leftOut: 80, somethingElse: 80, oneMore: 20, belowBest: 5, byDeviation: 2, another: 4.3 };
/** How well words fit that surely are said: of all, ordered from the best, these shares. */
const SURE = { low: 0.15, typical: 0.3 };
/** A word this much worse (nats) than something else would be lets the script be doubted. */
const DOUBTFUL = 3;
/** Fewer words, or fewer frames of them, do not tell whether it is another text. */
const LEAST_WORDS = 3;
const LEAST_FRAMES = 40;
/** Words before and after it that are doubted with it. */
const ROUND = 2;
const BROAD = ['AA', 'AH', 'AO', 'EH', 'ER', 'IH', 'IY', 'UW', 'M', 'N', 'L', 'S', 'F', 'T', 'K', 'B'];

/** What is known of a text: surely what is said, or words of a language that may differ from what is said. */
export type Script = 'certain' | 'english' | 'other-language';

/**
 * Forced alignment (speech.md, step 5): one Viterbi search over the recording through optional silence and each
 * word's pronunciations in order, three states a phone. Where a word fits far worse than the others the script is
 * doubted, and a second search may leave out words and hear something else between them, which stands as OTHER. Gives
 * undefined where no beam reaches the end, and where the words are other ones altogether.
 */
export function align(
  model: AcousticModel,
  features: Float32Array,
  frames: number,
  words: readonly (readonly Pronunciation[])[],
  script: Script = 'english',
): PlacedPhone[] | undefined {
  const scorer = new Scorer(model, features);
  const doubt = script === 'other-language' ? OTHER_LANGUAGE : ENGLISH;
  const others = new BroadChoice(model, scorer, frames, doubt);
  const tried = (graph: Graph): PlacedPhone[] | undefined => {
    for (let attempt = 0, beam = BEAM; attempt < TRIES; attempt++, beam *= 3) {
      const placed = search(model, scorer, frames, graph, beam, others);
      if (placed) return placed;
    }
    return undefined;
  };
  let placed = tried(graphOf(model, words));
  if (script === 'certain') return placed;
  // Each search leaves more of what does not fit, and so tells better what does.
  const open = new Set<number>(placed ? [] : words.keys());
  for (let pass = 0; pass < PASSES; pass++) {
    const doubtful = placed ? others.doubtful(placed, words.length) : [];
    if (placed && pass === 0 && others.isAnother) return undefined;
    if (placed && !doubtful.length) break;
    for (const word of doubtful) for (let n = word - ROUND; n <= word + ROUND; n++) open.add(n);
    const again = tried(graphOf(model, words, (word) => (open.has(word) ? doubt : undefined)));
    // Where most of a script would be left out, it is another one, or a voice that the model does not know: nothing is.
    if (!again || (placed && new Set(again.map(({ word }) => word)).size - 1 < words.length / 2)) break;
    const same = again.length === placed?.length && again.every((phone, n) => phone.phone === placed?.[n]?.phone && phone.from === placed[n]?.from);
    placed = again;
    if (same) break;
  }
  return placed;
}

/** The phones of words in order, with silence between; in doubt also of what else could have been said. */
function graphOf(model: AcousticModel, words: readonly (readonly Pronunciation[])[], doubtOf: (word: number) => Doubt | undefined = () => undefined): Graph {
  const phoneId = new Map(model.phones.map((name, index) => [name, index]));
  const silence = phoneId.get('SIL') as number;
  const instances: Instance[] = [];
  const add = (phone: number, word: number, pronunciation: number): number => instances.push({ phone, word, pronunciation, next: [], cost: [] }) - 1;
  const join = (from: readonly number[], to: number, cost = 0): void => {
    for (const one of from) {
      const { next, cost: costs } = instances[one] as Instance;
      next.push(to);
      costs.push(cost);
    }
  };
  const first = add(silence, -1, 0);
  const starts = [first];
  // Ways into the next word and into the one before it, by its words and pauses or by something else.
  let open = [first];
  let openBefore: readonly number[] = [];
  let other: number[] = [];
  // What may be heard before a word, or after the last one, instead of those beside it.
  const orElse = (word: number): void => {
    const doubt = doubtOf(word) ?? doubtOf(word - 1);
    if (!doubt) {
      other = [];
      return;
    }
    const next = add(SOMETHING, -1, 0);
    join(open, next, doubt.somethingElse);
    if (doubtOf(word - 1)) {
      join(openBefore, next, doubt.somethingElse + doubt.oneMore);
      join(other, next, doubt.oneMore);
    }
    // It may pause, and go on.
    const rest = add(silence, -1, 0);
    join([next], rest);
    join([rest], next);
    other = [next, rest];
  };
  orElse(0);
  words.forEach((pronunciations, word) => {
    const firsts: number[] = [];
    const ends: number[] = [];
    pronunciations.forEach((pronunciation, which) => {
      let before: number[] = [];
      for (const name of pronunciation.phones) {
        const id = phoneId.get(name);
        if (id === undefined) continue;
        const instance = add(id, word, which);
        if (!before.length) firsts.push(instance);
        join(before, instance);
        before = [instance];
      }
      ends.push(...before);
    });
    for (const to of firsts) {
      join([...open, ...other], to);
      const doubt = doubtOf(word - 1);
      if (doubt) join(openBefore, to, doubt.leftOut);
    }
    if (word === 0) starts.push(...firsts);
    const pause = add(silence, -1, 0);
    join(ends, pause);
    openBefore = open;
    open = [...ends, pause];
    orElse(word + 1);
  });
  return { instances, starts, finals: new Set([...open, ...other]) };
}

/**
 * Sound of no known phone: as the best of a broad choice of phones less a margin (after the filler of Bourlard, D'hoore &
 * Boite 1994). The margin follows how well this recording's words fit, so that an accent, a noise or another language
 * is not taken for other words.
 */
class BroadChoice {
  private readonly model: AcousticModel;
  private readonly scorer: Scorer;
  private readonly broad: readonly number[];
  private readonly known: Float64Array;
  private readonly doubt: Doubt;
  private margin: number;
  /** Whether what was placed last is another text, as a whole. */
  isAnother = false;

  constructor(model: AcousticModel, scorer: Scorer, frames: number, doubt: Doubt) {
    this.doubt = doubt;
    this.margin = doubt.belowBest + doubt.byDeviation;
    this.model = model;
    this.scorer = scorer;
    this.broad = BROAD.map((name) => model.phones.indexOf(name));
    this.known = new Float64Array(frames).fill(Number.NaN);
  }

  at(frame: number): number {
    return this.best(frame) - this.margin;
  }

  private best(frame: number): number {
    let best = this.known[frame] as number;
    if (Number.isNaN(best)) {
      this.scorer.at(frame);
      best = Number.NEGATIVE_INFINITY;
      for (const phone of this.broad) for (let state = 0; state < STATES; state++) best = Math.max(best, this.scorer.score(phone, state));
      this.known[frame] = best;
    }
    return best;
  }

  /** Sets the margin by how well words fit where they were placed, and gives those that do not. */
  doubtful(placed: readonly PlacedPhone[], words: number): number[] {
    const below = new Float64Array(words);
    const frames = new Float64Array(words);
    for (const { phone, from, to, word } of placed) {
      if (word < 0) continue;
      const id = this.model.phones.indexOf(phone);
      frames[word] = (frames[word] as number) + to - from;
      for (let t = from; t < to; t++) {
        const best = this.best(t);
        this.scorer.at(t);
        let own = Number.NEGATIVE_INFINITY;
        for (let state = 0; state < STATES; state++) own = Math.max(own, this.scorer.score(id, state));
        below[word] = (below[word] as number) + best - own;
      }
    }
    const total = frames.reduce((sum, count) => sum + count, 0);
    this.isAnother = words >= LEAST_WORDS && total >= LEAST_FRAMES && below.reduce((sum, one) => sum + one, 0) / total > this.doubt.another;
    const rates = [...below].flatMap((sum, n) => (frames[n] ? [sum / (frames[n] as number)] : [])).sort((a, b) => a - b);
    const at = (share: number): number => rates[Math.floor(share * (rates.length - 1))] ?? 0;
    // Of few words the best tell little: none makes what else was said likelier than no deviation at all.
    this.margin = Math.max(0, at(SURE.typical)) + this.doubt.belowBest + this.doubt.byDeviation * (at(SURE.typical) - at(SURE.low));
    return [...below.keys()].filter((n) => (below[n] as number) - this.margin * (frames[n] as number) > DOUBTFUL);
  }
}
