import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cue, FilmSound, Scene } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { addTake, setGap } from '../edit/commands/lines.ts';
import { addFilmSound, changeFilmSound, deleteFilmSound, SOUND_DEFAULTS } from '../edit/commands/sounds.ts';
import { schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { integratedLoudness } from './loudness.ts';
import { type Clip, ducked, FILM_LOUDNESS, filmSound, gainOf, mixStereo, soundClips } from './mix.ts';
import { BEDS, OWN_SOUNDS, ownSamples, ownSource } from './own/index.ts';

const clip = (values: Partial<Clip> = {}): Clip => ({ media: 'a', line: '', from: 0, at: 0, length: 48_000, gain: 1, ...values });
const level = (value: number, length = 48_000): Float32Array[] => [new Float32Array(length).fill(value)];
const bed = (values: Partial<Omit<FilmSound, 'order'>> = {}): Omit<FilmSound, 'order'> => ({
  source: ownSource('harbour'),
  name: 'Harbour',
  ...SOUND_DEFAULTS.bed,
  start: 0,
  end: null,
  ...values,
});

describe('a mix in two channels', () => {
  it('puts a sound where it is panned to; the middle is whole on both sides', () => {
    const at = (pan: number): number[] => mixStereo([clip({ pan })], () => level(0.4), 0, 9000).map((side) => side[5000] as number);
    expect(at(0)[0]).toBeCloseTo(0.4, 5);
    expect(at(0)[1]).toBeCloseTo(0.4, 5);
    expect(at(-1)[1]).toBe(0);
    expect(at(1)[0]).toBe(0);
    expect(at(0.5)[0]).toBeCloseTo(0.2, 5);
  });
  it('loops without a hole or a jump, for as long as it is asked to', () => {
    const wave = [Float32Array.from({ length: 24_000 }, (_, n) => Math.sin((2 * Math.PI * 3 * n) / 24_000) * 0.5 + 0.2)];
    const [left] = mixStereo([clip({ length: 200_000, loop: true })], () => wave, 0, 200_000);
    let jump = 0;
    for (let n = 300; n < 199_000; n++) jump = Math.max(jump, Math.abs((left[n] as number) - (left[n - 1] as number)));
    expect(jump).toBeLessThan(0.004);
    expect(Math.max(...left.subarray(150_000, 180_000))).toBeGreaterThan(0.3);
  });
  it('is the same whole as cut into pieces, with fades, loops and ducking', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 29_999 }), fc.boolean(), fc.integer({ min: -4000, max: 8000 }), (cut, loop, at) => {
        const clips = [
          clip({ at, length: 26_000, loop, fadeIn: 3000, fadeOut: 5000, pan: 0.3, levels: ducked([{ at: 6000, length: 4000 }], { amountDb: 12, attack: 1000, release: 3000 }) }),
        ];
        const sound = () => [Float32Array.from({ length: 9000 }, (_, n) => Math.sin(n / 20) * 0.3)];
        const whole = mixStereo(clips, sound, 0, 30_000);
        const parts = [mixStereo(clips, sound, 0, cut), mixStereo(clips, sound, cut, 30_000 - cut)];
        for (const side of [0, 1] as const) expect([...(parts[0]?.[side] ?? []), ...(parts[1]?.[side] ?? [])]).toEqual([...whole[side]]);
      }),
      { numRuns: 30 },
    );
  });
});

describe('music under voices', () => {
  it('is down before the first sound of a voice, stays down over short gaps, and comes up again after the last', () => {
    const duck = { amountDb: 12, attack: 4800, release: 24_000 };
    const clips = [
      clip({
        length: 400_000,
        loop: true,
        levels: ducked(
          [
            { at: 100_000, length: 30_000 },
            { at: 140_000, length: 20_000 },
          ],
          duck,
        ),
      }),
    ];
    const [left] = mixStereo(clips, () => level(0.5), 0, 400_000);
    expect(left[90_000]).toBeCloseTo(0.5, 3);
    for (const at of [100_000, 120_000, 135_000, 159_000]) expect(left[at]).toBeCloseTo(0.5 * gainOf(-12), 3);
    expect(left[190_000]).toBeCloseTo(0.5, 3);
    expect(left[172_000]).toBeGreaterThan(0.2);
    expect(left[172_000]).toBeLessThan(0.45);
  });
  it('moves with its voices: what is re-timed is ducked anew', () => {
    const made = sampleDocument();
    const lines = inOrder((made.document.scenes[made.scene] as Scene).lines).map(([id]) => id);
    let { document } = made;
    for (const id of lines)
      document = edit(
        document,
        't',
        made.makeId('change'),
        addTake(made.scene, id, made.makeId('take'), { order: 'a0', name: 'T', kind: 'recorded', media: 'b'.repeat(64), analysis: null, from: 0, length: 60_000, times: {} }),
      ).document;
    document = edit(document, 's', made.makeId('change'), addFilmSound('so_000000000001', bed())).document;
    const levels = (one: typeof document) => soundClips(schedule(one, () => undefined))[0]?.levels ?? [];
    const later = edit(document, 'g', made.makeId('change'), setGap(made.scene, lines[2] as string, toTicks(6))).document;
    expect(levels(later).length).toBeGreaterThan(levels(document).length);
  });
});

describe('sounds of a film', () => {
  const made = sampleDocument();
  const run = (document: typeof made.document, recipe: Parameters<typeof edit>[3]) => edit(document, 'x', 'cg_000000000001', recipe).document;
  const clipsOf = (document: typeof made.document): Clip[] => soundClips(schedule(document, () => undefined));
  it('run to its end, or to their own; a mute is silent, and only what is solo is heard', () => {
    const one = run(made.document, addFilmSound('so_000000000001', bed()));
    const two = run(one, addFilmSound('so_000000000002', bed({ start: 4800, end: 96_000 })));
    const film = schedule(two, () => undefined);
    expect(soundClips(film).map(({ at, length }) => [at, length])).toEqual([
      [0, film.length],
      [4800, 91_200],
    ]);
    expect(clipsOf(run(two, changeFilmSound('so_000000000001', { muted: true }))).length).toBe(1);
    expect(clipsOf(run(two, changeFilmSound('so_000000000002', { solo: true }))).map(({ at }) => at)).toEqual([4800]);
    expect(clipsOf(run(two, deleteFilmSound('so_000000000001'))).length).toBe(1);
    expect(() => run(two, changeFilmSound('so_000000000002', { end: 100 }))).toThrow(/ends after it begins/);
    expect(() => run(made.document, addFilmSound('so_000000000003', bed({ source: 'https://elsewhere' })))).toThrow();
  });
  it('that hang from a word lie where the word is said', () => {
    const line = inOrder((made.document.scenes[made.scene] as Scene).lines)[2]?.[1];
    const word = inOrder(line?.words ?? {})[1]?.[0] as string;
    const cue = {
      kind: 'sound',
      source: ownSource('ding'),
      name: 'Ding',
      ...SOUND_DEFAULTS.sound,
      order: 'a0',
      start: { to: 'word', word, edge: 'start', offset: 0 },
      end: { ticks: 48_000 },
    } as Cue;
    const document = run(made.document, hangCue(made.scene, 'cu_000000000001', cue));
    const film = schedule(document, () => undefined);
    expect(soundClips(film)[0]?.at).toBe((film.scenes[0]?.start ?? 0) + (film.scenes[0]?.resolved.words.get(word)?.start ?? -1));
  });
  it('come to one loudness, whatever they are made of, and never past full scale', () => {
    for (const gainDb of [-30, -6, 6]) {
      const film = schedule(run(made.document, addFilmSound('so_000000000001', bed({ gainDb, duck: null }))), () => undefined);
      const out = filmSound(film, ownSamples, 0, Math.min(film.length, toTicks(20)));
      const peak = Math.max(...out.map((side) => side.reduce((most, value) => Math.max(most, Math.abs(value)), 0)));
      expect(peak).toBeLessThan(0.98);
      if (gainDb > -30) expect(Math.abs(integratedLoudness(out) - FILM_LOUDNESS)).toBeLessThan(3.2);
    }
  });
});

describe('our own sounds', () => {
  it('are four beds and at least sixteen sounds, each with a name and words of its own', () => {
    expect(BEDS.length).toBe(4);
    expect(OWN_SOUNDS.length - BEDS.length).toBeGreaterThanOrEqual(16);
    expect(new Set(OWN_SOUNDS.map(({ id }) => id)).size).toBe(OWN_SOUNDS.length);
    for (const { words } of OWN_SOUNDS) expect(words.length).toBeGreaterThan(1);
  });
  it.each(OWN_SOUNDS.map((own) => [own.id, own] as const))('%s is heard, is not clipped, and is as long as it says', (id, own) => {
    const [left, right] = ownSamples(ownSource(id)) as readonly [Float32Array, Float32Array];
    expect(left.length).toBe(right.length);
    expect(Math.abs(left.length / 48_000 - own.seconds)).toBeLessThan(0.01);
    let peak = 0;
    for (const side of [left, right]) for (const value of side) peak = Math.max(peak, Math.abs(value));
    expect(peak).toBeGreaterThan(0.2);
    expect(peak).toBeLessThanOrEqual(0.95);
    if (own.kind === 'bed') {
      // The last sample leads to the first as any sample leads to the next.
      expect(Math.abs((left[0] as number) - (left.at(-1) as number))).toBeLessThan(0.03);
      expect(integratedLoudness([left, right])).toBeCloseTo(-18, 0);
    }
  });
  it('are the same every time', () => {
    const pop = OWN_SOUNDS.find(({ id }) => id === 'pop');
    expect(pop?.make().left).toEqual(pop?.make().left);
    expect(ownSamples('own:nothing-of-ours')).toBeUndefined();
  });
});
