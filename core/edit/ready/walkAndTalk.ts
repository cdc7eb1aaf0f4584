import type { ReadyScene } from './ready.ts';

export const walkAndTalk: ReadyScene = {
  id: 'walk-and-talk',
  name: 'Walk and talk',
  says: 'Two come in walking and talk on the way.',
  backdrop: { kind: 'set', set: 'harbour-low-tide', light: 0.5 },
  places: [
    { x: -0.2, turn: 0.3, from: 'left' },
    { x: 0.04, turn: 0.2, from: 'left' },
  ],
  pieces: [],
  lines: [
    {
      who: 0,
      text: 'Walking is the best way to think.',
      acts: [
        { word: 0, shot: 'wide', push: 0.05 },
        { word: 6, action: 'think' },
      ],
    },
    {
      who: 1,
      text: 'And to talk. Come, over there it is quiet.',
      acts: [
        { word: 3, action: 'point' },
        { word: 4, to: 0.24, seconds: 2.2 },
        { word: 4, to: 0.02, seconds: 2.2, as: 0 },
      ],
    },
    {
      who: 0,
      text: 'Quiet is good.',
      acts: [
        { word: 0, shot: 'two-shot', on: [0, 1], over: 1 },
        { word: 0, face: 'warm' },
      ],
    },
  ],
};
