import { bell, glide, hump, marimba, noise, pluck, Score, type Stereo, shaped, struck } from './synth.ts';

type Make = () => Stereo;
const one =
  (seconds: number, seed: number, write: (score: Score) => void, peak = 0.6): Make =>
  () => {
    const score = new Score(seconds, seed);
    write(score);
    return score.done(peak);
  };

/** Short sounds, each a few lines: noise and tones with a shape. */
export const EFFECTS: readonly { readonly id: string; readonly name: string; readonly words: readonly string[]; readonly seconds: number; readonly make: Make }[] = [
  {
    id: 'whoosh',
    name: 'Whoosh',
    words: ['swish', 'pass', 'air', 'change'],
    seconds: 0.7,
    make: one(0.7, 1, (s) =>
      s.lay(
        shaped(
          noise(0.7, s.chance, (t) => 0.93 - 0.4 * Math.sin((Math.PI * t) / 0.7)),
          hump(0.45),
        ),
        0,
      ),
    ),
  },
  { id: 'pop', name: 'Pop', words: ['appear', 'bubble', 'plop'], seconds: 0.16, make: one(0.16, 2, (s) => s.lay(glide(420, 1150, 0.09, struck(3)), 0)) },
  {
    id: 'click',
    name: 'Click',
    words: ['button', 'press', 'switch'],
    seconds: 0.08,
    make: one(0.08, 3, (s) => s.lay(shaped(noise(0.02, s.chance, 0.2), struck(6)), 0).lay(glide(2400, 1800, 0.03, struck(7)), 0.004, 0.5)),
  },
  { id: 'ding', name: 'Ding', words: ['bell', 'right', 'notice'], seconds: 1.6, make: one(1.6, 4, (s) => s.lay(bell(86, 1.6, 0.4), 0)) },
  {
    id: 'chime-up',
    name: 'Chime up',
    words: ['success', 'idea', 'magic', 'right'],
    seconds: 1.9,
    make: one(1.9, 5, (s) => [72, 76, 79, 84].forEach((note, n) => s.lay(bell(note, 1.4, 0.6), n * 0.11, 0.7, (n - 1.5) * 0.3))),
  },
  {
    id: 'chime-down',
    name: 'Chime down',
    words: ['end', 'close', 'sad'],
    seconds: 1.9,
    make: one(1.9, 6, (s) => [84, 79, 76, 72].forEach((note, n) => s.lay(bell(note, 1.4, 0.6), n * 0.12, 0.7, (1.5 - n) * 0.3))),
  },
  {
    id: 'wrong',
    name: 'Wrong',
    words: ['no', 'error', 'mistake', 'buzz'],
    seconds: 0.6,
    make: one(0.6, 7, (s) =>
      [0, 0.22].forEach((at, n) =>
        s.lay(
          glide(196 - n * 36, 190 - n * 40, 0.2, (x) => Math.min(1, x * 20, (1 - x) * 8), 0.6),
          at,
        ),
      ),
    ),
  },
  {
    id: 'knock',
    name: 'Knock',
    words: ['door', 'wood', 'enter'],
    seconds: 0.8,
    make: one(0.8, 8, (s) => [0, 0.19, 0.38].forEach((at) => s.lay(marimba(45, 0.22), at).lay(shaped(noise(0.05, s.chance, 0.8), struck(6)), at, 0.6))),
  },
  {
    id: 'paper',
    name: 'Paper',
    words: ['page', 'sheet', 'turn', 'book'],
    seconds: 0.5,
    make: one(0.5, 9, (s) => [0, 0.06, 0.15, 0.24].forEach((at, n) => s.lay(shaped(noise(0.16, s.chance, 0.25 + n * 0.08), hump(0.3)), at, 0.5 + 0.2 * (n % 2), (n - 1.5) * 0.3))),
  },
  {
    id: 'splash',
    name: 'Splash',
    words: ['water', 'drop', 'fall in'],
    seconds: 1,
    make: one(1, 10, (s) => {
      s.lay(
        shaped(
          noise(0.8, s.chance, (t) => 0.4 + t * 0.6),
          struck(6),
        ),
        0.04,
      );
      for (let n = 0; n < 6; n++)
        s.lay(glide(s.chance.between(500, 900), s.chance.between(1100, 1900), 0.05, hump(0.4)), 0.1 + s.chance.next() * 0.5, 0.25, s.chance.between(-0.7, 0.7));
    }),
  },
  {
    id: 'waves',
    name: 'Waves',
    words: ['sea', 'shore', 'water', 'beach'],
    seconds: 8,
    make: one(
      8,
      11,
      (s) => {
        for (let n = 0; n < 3; n++)
          s.lay(
            shaped(
              noise(4.4, s.chance, (t) => 0.97 - 0.1 * Math.sin((Math.PI * t) / 4.4)),
              hump(0.4),
            ),
            n * 1.9,
            0.8,
            (n - 1) * 0.5,
          );
      },
      0.4,
    ),
  },
  {
    id: 'wind',
    name: 'Wind',
    words: ['air', 'storm', 'gust'],
    seconds: 6,
    make: one(
      6,
      12,
      (s) => {
        for (const pan of [-0.5, 0.5])
          s.lay(
            shaped(
              noise(6, s.chance, (t) => 0.975 + 0.015 * Math.sin(t * 1.7 + pan * 3)),
              (x) => Math.sin(Math.PI * x) * (0.7 + 0.3 * Math.sin(x * 17 + pan)),
            ),
            0,
            1,
            pan,
          );
      },
      0.4,
    ),
  },
  {
    id: 'rain',
    name: 'Rain',
    words: ['drops', 'weather', 'wet'],
    seconds: 6,
    make: one(
      6,
      13,
      (s) => {
        s.lay(
          shaped(noise(6, s.chance, 0.3), (x) => Math.min(1, x * 8, (1 - x) * 8)),
          0,
          0.4,
        );
        for (let n = 0; n < 260; n++)
          s.lay(glide(s.chance.between(1800, 4200), 1500, 0.012, struck(4)), s.chance.next() * 5.9, s.chance.between(0.1, 0.5), s.chance.between(-1, 1));
      },
      0.36,
    ),
  },
  {
    id: 'gull',
    name: 'Gull',
    words: ['bird', 'sea', 'cry'],
    seconds: 1.6,
    make: one(1.6, 14, (s) => [0, 0.42, 0.78].forEach((at, n) => s.lay(glide(1500, 950 - n * 60, 0.3, hump(0.25), 0.7), at, 0.8 - n * 0.15, 0.3))),
  },
  {
    id: 'horn',
    name: 'Ship’s horn',
    words: ['fog', 'boat', 'harbour'],
    seconds: 2.4,
    make: one(
      2.4,
      15,
      (s) =>
        [46, 53].forEach((note) =>
          s.lay(
            glide(440 * 2 ** ((note - 69) / 12), 438 * 2 ** ((note - 69) / 12), 2.3, (x) => Math.min(1, x * 9, (1 - x) * 5), 0.7),
            0,
            0.6,
          ),
        ),
      0.5,
    ),
  },
  {
    id: 'steps',
    name: 'Footsteps',
    words: ['walk', 'feet', 'floor'],
    seconds: 2.2,
    make: one(2.2, 16, (s) =>
      [0, 0.54, 1.08, 1.62].forEach((at, n) =>
        s.lay(shaped(noise(0.1, s.chance, 0.86), struck(6)), at, 0.9, n % 2 ? 0.2 : -0.2).lay(shaped(noise(0.06, s.chance, 0.5), struck(7)), at + 0.09, 0.3),
      ),
    ),
  },
  {
    id: 'robot',
    name: 'Robot beeps',
    words: ['beep', 'machine', 'think', 'computer'],
    seconds: 0.9,
    make: one(0.9, 17, (s) => [880, 1320, 990, 1760].forEach((f, n) => s.lay(glide(f, f * (n % 2 ? 0.9 : 1.15), 0.13, hump(0.3), 0.3), n * 0.19, 0.7, (n - 1.5) * 0.25))),
  },
  {
    id: 'tick',
    name: 'Clock',
    words: ['time', 'tick', 'wait', 'second'],
    seconds: 4,
    make: one(4, 18, (s) => {
      for (let n = 0; n < 8; n++) s.lay(glide(n % 2 ? 2100 : 2700, 1700, 0.02, struck(5)), n * 0.5, 0.8);
    }),
  },
  {
    id: 'strum',
    name: 'Strum',
    words: ['guitar', 'chord', 'open', 'start'],
    seconds: 2.4,
    make: one(2.4, 19, (s) => [43, 50, 55, 59, 62, 67].forEach((note, n) => s.lay(pluck(note, 2.2, s.chance, 0.6), n * 0.03, 0.6, (n - 2.5) * 0.15))),
  },
  {
    id: 'drum',
    name: 'Drum roll',
    words: ['tension', 'before', 'ta-da', 'surprise'],
    seconds: 1.8,
    make: one(1.8, 20, (s) => {
      for (let n = 0; n < 34; n++) s.lay(shaped(noise(0.07, s.chance, 0.35), struck(6)), n * 0.036, 0.25 + n * 0.014, n % 2 ? 0.12 : -0.12);
      s.lay(shaped(noise(0.5, s.chance, 0.15), struck(5)), 1.26, 1);
    }),
  },
];
