import type { ReadyScene } from './ready.ts';

export const news: ReadyScene = {
  id: 'news',
  name: 'A voice from the radio',
  says: 'A radio brings news; those who listen react.',
  backdrop: { kind: 'set', set: 'harbour-low-tide', light: 0.5 },
  places: [{ x: -0.26, turn: 0.3 }, { x: 0.26, turn: -0.3 }, { x: 0.9 }],
  pieces: [{ prop: 'radio', x: 0, y: -0.01, scale: 1.02 }],
  lines: [
    {
      who: 2,
      text: 'Attention, this is the harbour office.',
      offStage: true,
      acts: [
        { word: 0, shot: 'wide' },
        { word: 1, action: 'listen', as: 0 },
        { word: 2, face: 'surprised', as: 1 },
      ],
    },
    {
      who: 0,
      text: 'Did you hear that?',
      acts: [
        { word: 0, shot: 'two-shot', on: [0, 1] },
        { word: 2, action: 'point-down' },
      ],
    },
    {
      who: 1,
      text: 'I hear it. What do we do now?',
      acts: [
        { word: 3, action: 'shrug' },
        { word: 3, face: 'worried' },
      ],
    },
  ],
};
