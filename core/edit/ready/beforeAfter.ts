import type { ReadyScene } from './ready.ts';

export const beforeAfter: ReadyScene = {
  id: 'before-after',
  name: 'Before and after',
  says: 'The same person on both sides of a line: how it was, and how it is.',
  backdrop: { kind: 'colour', colour: '#cfd8d7' },
  places: [
    { x: -0.25, turn: 0.1 },
    { x: 0.25, turn: -0.1 },
  ],
  pieces: [
    { form: 'rectangle', x: 0.25, y: 0, width: 0.56, height: 1.04, fill: '#d2efee', behind: true },
    { text: 'Before', size: 84, x: -0.25, y: -0.4, behind: true, colour: '#3d5559' },
    { text: 'After', size: 84, x: 0.25, y: -0.4, behind: true, colour: '#04585f', comes: { line: 1, word: 0, by: 'pop' } },
  ],
  lines: [
    {
      who: 0,
      text: 'Before, everything took so long.',
      acts: [
        { word: 0, face: 'tired', seconds: 4 },
        { word: 3, action: 'sigh' },
      ],
    },
    {
      who: 1,
      text: 'And now it is done in no time!',
      acts: [
        { word: 0, face: 'joyful', seconds: 3 },
        { word: 3, action: 'thumbs-up' },
      ],
    },
  ],
};
