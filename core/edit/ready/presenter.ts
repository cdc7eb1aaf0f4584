import type { ReadyScene } from './ready.ts';

export const presenter: ReadyScene = {
  id: 'presenter',
  name: 'Presenter with room for words',
  says: 'One speaks to the viewer, off the middle; words come beside.',
  backdrop: { kind: 'colour', colour: '#dcebe6' },
  places: [{ x: -0.24, turn: 0.12, size: 1.12, lift: 0.12 }],
  pieces: [
    { text: 'Three things\nto know', size: 104, x: 0.2, y: -0.16, comes: { line: 0, word: 4, by: 'fade' } },
    { text: 'one at a time', font: 'label', size: 46, x: 0.2, y: 0.06, colour: '#04585f', comes: { line: 1, word: 2, by: 'slide' } },
  ],
  lines: [
    {
      who: 0,
      text: 'Hello! Here are three things worth knowing.',
      acts: [
        { word: 0, action: 'wave' },
        { word: 0, face: 'warm', seconds: 3 },
        { word: 0, shot: 'wide', push: 0.05 },
      ],
    },
    { who: 0, text: 'We take them one at a time.', acts: [{ word: 2, action: 'count' }] },
  ],
};
