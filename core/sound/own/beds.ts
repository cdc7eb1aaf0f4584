import { bass, bell, marimba, noise, pad, pluck, Score, type Stereo, shaped, struck } from './synth.ts';

/** Seconds of a beat. */
const beat = (perMinute: number): number => 60 / perMinute;

/** Harbour: a guitar's arpeggio over slow strings, D Bm G A, with a bell now and then. */
export function harbour(): Stereo {
  const b = beat(72);
  const score = new Score(b * 32, 11, true);
  const { chance } = score;
  const chords = [
    [50, 57, 62, 66, 69, 64],
    [47, 54, 59, 62, 66, 61],
    [43, 50, 55, 59, 62, 57],
    [45, 52, 57, 61, 64, 59],
  ];
  for (let bar = 0; bar < 8; bar++) {
    const chord = chords[bar % 4] as number[];
    const at = bar * 4 * b;
    for (const note of chord.slice(1, 4)) score.lay(pad(note, 4.4 * b, 1.2), at, 0.16, chance.between(-0.4, 0.4));
    score.lay(bass((chord[0] as number) - 12 < 33 ? (chord[0] as number) : (chord[0] as number) - 12, 2 * b), at, 0.42);
    for (let step = 0; step < 8; step++) {
      const note = chord[[0, 2, 3, 4, 2, 5, 4, 3][step] as number] as number;
      score.lay(pluck(note, 1.7, chance, 0.35), at + step * b * 0.5 + chance.between(0, 0.014), chance.between(0.34, 0.5), step % 2 ? 0.25 : -0.2);
    }
    if (bar % 2 === 1) score.lay(bell((chord[3] as number) + 12, 3, 0.8), at + 2 * b, 0.14, 0.5);
  }
  return score.done(0.5);
}

/** Light steps: marimba and short strings at a walking pace, for explaining. */
export function lightSteps(): Stereo {
  const b = beat(108);
  const score = new Score(b * 32, 23, true);
  const { chance } = score;
  const chords = [
    [48, 60, 64, 67],
    [45, 57, 60, 64],
    [53, 57, 60, 65],
    [43, 55, 59, 62],
  ];
  const tune = [67, 0, 64, 67, 0, 72, 71, 67, 69, 0, 64, 60, 0, 64, 62, 0];
  for (let bar = 0; bar < 8; bar++) {
    const chord = chords[bar % 4] as number[];
    const at = bar * 4 * b;
    score.lay(bass((chord[0] as number) - 12, b * 0.9), at, 0.5).lay(bass((chord[0] as number) - 5, b * 0.8), at + 2 * b, 0.36);
    for (let step = 0; step < 4; step++)
      for (const [n, note] of chord.slice(1).entries()) score.lay(pluck(note, 0.5, chance, 0.7), at + (step + 0.5) * b + n * 0.006, 0.2, -0.3 + n * 0.2);
    for (let step = 0; step < 8; step++) {
      const note = tune[(bar % 2) * 8 + step] as number;
      if (note) score.lay(marimba(note + (bar > 3 && step > 4 ? 12 : 0)), at + step * b * 0.5 + chance.between(0, 0.01), chance.between(0.4, 0.55), 0.22);
    }
    for (let step = 0; step < 8; step++) score.lay(shaped(noise(0.06, chance, 0.1), struck(9)), at + step * b * 0.5, step % 2 ? 0.05 : 0.025, 0.4);
  }
  return score.done(0.5);
}

/** Night lamp: long strings and single bells, for thinking and for dusk. */
export function nightLamp(): Stereo {
  const b = beat(56);
  const score = new Score(b * 28, 37, true);
  const { chance } = score;
  const chords = [
    [45, 52, 57, 60, 64],
    [41, 53, 57, 60, 65],
    [48, 52, 55, 60, 64],
    [43, 50, 55, 59, 62],
    [45, 52, 57, 60, 64],
    [41, 53, 57, 60, 67],
    [40, 52, 56, 59, 64],
  ];
  chords.forEach((chord, bar) => {
    const at = bar * 4 * b;
    for (const [n, note] of chord.entries()) score.lay(pad(note, 4.8 * b, 1.8), at, n ? 0.17 : 0.26, (n - 2) * 0.22);
    for (const step of [1, 2.5])
      score.lay(
        bell((chord[Math.floor(chance.between(2, 5))] as number) + 12, 4.4, 0.9),
        at + step * b + chance.between(0, 0.05),
        chance.between(0.1, 0.16),
        chance.between(-0.6, 0.6),
      );
  });
  return score.done(0.46);
}

/** Bright morning: strummed strings and a little drum, for beginnings and endings. */
export function brightMorning(): Stereo {
  const b = beat(100);
  const score = new Score(b * 32, 41, true);
  const { chance } = score;
  const chords = [
    [43, 55, 59, 62, 67],
    [48, 55, 60, 64, 67],
    [50, 57, 62, 66, 69],
    [43, 55, 59, 62, 71],
  ];
  const tune = [74, 71, 67, 71, 76, 74, 72, 0, 69, 74, 78, 74, 79, 0, 74, 0];
  for (let bar = 0; bar < 8; bar++) {
    const chord = chords[bar % 4] as number[];
    const at = bar * 4 * b;
    for (const step of [0, 1.5, 2, 3, 3.5])
      for (const [n, note] of chord.entries())
        score.lay(pluck(note, 1.2, chance, 0.75), at + step * b + n * (step % 1 ? 0.009 : 0.016), (step % 1 ? 0.16 : 0.24) * chance.between(0.85, 1.1), (n - 2) * 0.16);
    score.lay(bass((chord[0] as number) - 12, b * 1.6), at, 0.4).lay(bass((chord[0] as number) - 12, b), at + 2.5 * b, 0.28);
    for (const step of [0, 2])
      score.lay(
        Float32Array.from({ length: 9600 }, (_, n) => Math.sin((2 * Math.PI * (52 + 60 * Math.exp(-n / 900)) * n) / 48_000) * Math.exp(-n / 2400)),
        at + step * b,
        0.4,
      );
    for (const step of [1, 3]) score.lay(shaped(noise(0.12, chance, 0.25), struck(7)), at + step * b, 0.14, 0.1);
    if (bar % 2 === 0) continue;
    for (let step = 0; step < 8; step++) {
      const note = tune[((bar >> 1) % 2) * 8 + step] as number;
      if (note) score.lay(bell(note, 1.3, 0.75), at + step * b * 0.5, 0.2, -0.25);
    }
  }
  return score.done(0.52);
}
