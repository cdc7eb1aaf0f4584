import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edit } from '../edit/change.ts';
import { addTake, setGap } from '../edit/commands/lines.ts';
import { schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { type Clip, FADE_SAMPLES, mix, voiceClips } from './mix.ts';

const clip = (values: Partial<Clip>): Clip => ({ media: 'a', line: 'ln_1', from: 0, at: 0, length: 4800, gain: 1, ...values });
const level = (value: number, length = 48_000) => new Float32Array(length).fill(value);

describe('a mix', () => {
  it('lays every clip at its sample, silence between', () => {
    const out = mix([clip({ at: 1000 }), clip({ at: 20_000 })], () => level(0.5), 0, 30_000);
    expect(out[999]).toBe(0);
    expect(out[1000 + FADE_SAMPLES]).toBe(0.5);
    expect(out[10_000]).toBe(0);
    expect(out[20_000 + 2400]).toBe(0.5);
    expect(out[24_800]).toBe(0);
  });

  it('fades both ends of a cut, so that it does not click', () => {
    const out = mix([clip({ length: 4800 })], () => level(0.8), 0, 6000);
    for (let n = 1; n < 6000; n++) expect(Math.abs((out[n] as number) - (out[n - 1] as number))).toBeLessThan(0.01);
  });

  it('is the same whole as cut into pieces', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ at: fc.integer({ min: -2000, max: 9000 }), length: fc.integer({ min: 500, max: 5000 }) }), { maxLength: 3 }),
        fc.integer({ min: 1, max: 9999 }),
        (places, cut) => {
          const clips = places.map((place) => clip({ ...place, gain: 0.3 }));
          const sound = () => level(0.9);
          const whole = mix(clips, sound, 0, 10_000);
          const parts = [...mix(clips, sound, 0, cut), ...mix(clips, sound, cut, 10_000 - cut)];
          expect(parts).toEqual([...whole]);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('of two loud voices at once stays under full scale', () => {
    const out = mix([clip({}), clip({})], () => level(0.9), 0, 4800);
    expect(Math.max(...out)).toBeLessThanOrEqual(0.971);
  });

  it('leaves out a sound that is missing and goes on', () => {
    const out = mix([clip({ media: 'gone' }), clip({ media: 'here' })], (media) => (media === 'here' ? level(0.4) : undefined), 0, 4800);
    expect(out[2400]).toBeCloseTo(0.4, 6);
  });

  it('does not read past the end of a sound that is shorter than its clip', () => {
    const out = mix([clip({ length: 20_000 })], () => level(0.4, 6000), 0, 20_000);
    expect(out.every(Number.isFinite)).toBe(true);
    expect(out[6001]).toBe(0);
  });
});

describe('the voices of a film', () => {
  const made = sampleDocument();
  const lines = inOrder(made.document.scenes[made.scene]?.lines ?? {});
  const voiced = (): typeof made.document => {
    let { document } = made;
    for (const [id] of lines)
      document = edit(
        document,
        'take',
        made.makeId('change'),
        addTake(made.scene, id, made.makeId('take'), {
          order: 'a0',
          name: 'Take 1',
          kind: 'recorded',
          media: 'b'.repeat(64),
          analysis: null,
          from: 480,
          length: 60_000,
          times: {},
        }),
      ).document;
    return document;
  };

  it('are one clip a line where the line lies, from where its take begins', () => {
    const film = schedule(voiced(), () => undefined);
    const clips = voiceClips(film);
    expect(clips.map(({ line }) => line)).toEqual(lines.map(([id]) => id));
    for (const { at, line, from, length } of clips) {
      const place = film.scenes[0]?.lines.find(({ id }) => id === line);
      expect(at).toBe(place?.start);
      expect(length).toBe((place?.end ?? 0) - (place?.start ?? 0));
      expect(from).toBe(480);
    }
  });

  it('move with their line, and all later ones with them', () => {
    const before = voiceClips(schedule(voiced(), () => undefined));
    const after = voiceClips(schedule(edit(voiced(), 'gap', 'cg_000000000009', setGap(made.scene, lines[1]?.[0] as string, 48_000)).document, () => undefined));
    const shift = (after[1] as Clip).at - (before[1] as Clip).at;
    expect(shift).toBeGreaterThan(0);
    expect((after[0] as Clip).at).toBe((before[0] as Clip).at);
    expect((after[3] as Clip).at - (before[3] as Clip).at).toBe(shift);
  });
});
