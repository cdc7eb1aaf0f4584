import type { ReadyScene } from './ready.ts';

export const handOver: ReadyScene = {
  id: 'hand-over',
  name: 'Handing something over',
  says: 'One gives something to the other, who is surprised.',
  backdrop: { kind: 'set', set: 'harbour-low-tide', light: 0.5 },
  places: [
    { x: -0.14, turn: 0.35 },
    { x: 0.14, turn: -0.35 },
  ],
  pieces: [],
  lines: [
    {
      who: 0,
      text: 'This is for you.',
      acts: [
        { word: 0, shot: 'two-shot', on: [0, 1] },
        { word: 1, action: 'hand-over', seconds: 1.6 },
      ],
    },
    {
      who: 1,
      text: 'For me? What is it?',
      acts: [
        { word: 1, face: 'surprised' },
        { word: 0, action: 'take', hand: 'left', seconds: 1.6 },
      ],
    },
    { who: 0, text: 'Open it!', acts: [{ word: 0, face: 'joyful' }] },
  ],
};
