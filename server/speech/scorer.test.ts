import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CEPSTRA } from '#core/speech/features';
import { DENSITIES, Scorer, STATES, STREAMS } from '#core/speech/senones';
import { speechResources } from './resources.ts';

const { model } = speechResources();
const NUMBERS = CEPSTRA * STREAMS;

/** The score as its definition says it: per stream the four best densities, weighed and added. */
function byDefinition(x: readonly number[], phone: number, state: number): number {
  const { means, halves, constants } = model.senones;
  let total = 0;
  for (let stream = 0; stream < STREAMS; stream++) {
    const row = phone * STREAMS + stream;
    const densities = Array.from({ length: DENSITIES }, (_, d) => {
      let sum = constants[row * DENSITIES + d] as number;
      for (let k = 0; k < CEPSTRA; k++) {
        const at = (row * CEPSTRA + k) * DENSITIES + d;
        sum -= ((x[stream * CEPSTRA + k] as number) - (means[at] as number)) ** 2 * (halves[at] as number);
      }
      return { sum, weight: model.weights[((phone * STATES + state) * STREAMS + stream) * DENSITIES + d] as number };
    });
    const best = densities.sort((a, b) => b.sum - a.sum).slice(0, 4);
    const top = Math.max(...best.map(({ sum, weight }) => sum + weight));
    total += top + Math.log(best.reduce((all, { sum, weight }) => all + Math.exp(sum + weight - top), 0));
  }
  return total;
}

it('the compiled scorer hears what the definition of a score says, whatever frame comes when', () => {
  const frame = fc.array(fc.double({ min: -40, max: 40, noNaN: true }), { minLength: NUMBERS, maxLength: NUMBERS });
  fc.assert(
    fc.property(
      fc.array(frame, { minLength: 1, maxLength: 9 }),
      fc.array(fc.record({ at: fc.nat(8), phone: fc.nat(model.phones.length - 1), state: fc.nat(STATES - 1) }), { minLength: 1, maxLength: 12 }),
      (frames, asked) => {
        const features = Float32Array.from(frames.flat());
        const scorer = new Scorer(model, features);
        for (const { at, phone, state } of asked) {
          const t = at % frames.length;
          scorer.at(t);
          const wanted = byDefinition([...features.subarray(t * NUMBERS, (t + 1) * NUMBERS)], phone, state);
          expect(Math.abs(scorer.score(phone, state) - wanted)).toBeLessThan(0.002 + Math.abs(wanted) * 1e-5);
        }
      },
    ),
    { numRuns: 40 },
  );
});
