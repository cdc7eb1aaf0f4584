import type { ReadyScene } from './ready.ts';

export const crowd: ReadyScene = {
  id: 'crowd',
  name: 'Question from the crowd',
  says: 'Somebody in the front row asks, the speaker answers.',
  backdrop: { kind: 'set', set: 'study', light: 0.5 },
  places: [
    { x: 0.22, turn: -0.3, size: 1.05 },
    { x: -0.3, turn: 0.35, lift: 0.22, size: 1.1 },
    { x: -0.06, turn: 0.3, lift: 0.26, size: 1.05 },
  ],
  pieces: [{ form: 'rounded', x: 0.22, y: 0.42, width: 0.3, height: 0.05, fill: '#b98a55', behind: true }],
  lines: [
    {
      who: 0,
      text: 'Are there any questions?',
      acts: [
        { word: 0, shot: 'wide' },
        { word: 3, action: 'hand-out' },
      ],
    },
    {
      who: 1,
      text: 'Yes! How long does it take?',
      acts: [
        { word: 0, action: 'wave' },
        { word: 0, shot: 'medium', on: [1] },
      ],
    },
    {
      who: 0,
      text: 'A day for the first one, an hour for the next.',
      acts: [
        { word: 0, shot: 'medium', on: [0] },
        { word: 1, action: 'count' },
        { word: 5, action: 'tiny' },
      ],
    },
  ],
};
