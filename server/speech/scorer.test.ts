import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CEPSTRA } from '#core/speech/features';
import { DENSITIES, Scorer, STATES, STREAMS } from '#core/speech/senones';
import { speechResources } from './resources.ts';

const { model } = speechResources();
const NUMBERS = CEPSTRA * STREAMS;

/**
 * The score as its definition says it: per stream the four best densities, weighed and added. Densities that are alike to
 * one in thirty thousand may stand for each other: the least and the greatest score.
 */
function byDefinition(x: readonly number[], phone: number, state: number): { least: number; most: number } {
  const { means, halves, constants } = model.senones;
  let least = 0;
  let most = 0;
  for (let stream = 0; stream < STREAMS; stream++) {
    const row = phone * STREAMS + stream;
    const densities = Array.from({ length: DENSITIES }, (_, d) => {
      let sum = constants[row * DENSITIES + d] as number;
      for (let k = 0; k < CEPSTRA; k++) {
        const at = (row * CEPSTRA + k) * DENSITIES + d;
        sum -= ((x[stream * CEPSTRA + k] as number) - (means[at] as number)) ** 2 * (halves[at] as number);
      }
      return { sum, weight: model.weights[((phone * STATES + state) * STREAMS + stream) * DENSITIES + d] as number };
    }).sort((p, q) => q.sum - p.sum);
    const fourth = (densities[3] as { sum: number }).sum;
    const alike = Math.abs(fourth) / 30_000;
    const sure = densities.filter(({ sum }) => sum > fourth + alike);
    const maybe = densities.filter(({ sum }) => Math.abs(sum - fourth) <= alike).sort((p, q) => q.weight - p.weight);
    const total = (best: readonly { sum: number; weight: number }[]): number => {
      const top = Math.max(...best.map(({ sum, weight }) => sum + weight));
      return top + Math.log(best.reduce((all, { sum, weight }) => all + Math.exp(sum + weight - top), 0));
    };
    const places = 4 - sure.length;
    most += total([...sure, ...maybe.slice(0, places)]);
    least += total([...sure, ...maybe.slice(-places)]);
  }
  return { least, most };
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
          const { least, most } = byDefinition([...features.subarray(t * NUMBERS, (t + 1) * NUMBERS)], phone, state);
          const slack = 0.002 + Math.abs(most) * 1e-4;
          expect(scorer.score(phone, state)).toBeGreaterThan(least - slack);
          expect(scorer.score(phone, state)).toBeLessThan(most + slack);
        }
      },
    ),
    { numRuns: 40 },
  );
});
