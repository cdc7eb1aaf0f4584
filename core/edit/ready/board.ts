import type { ReadyScene } from './ready.ts';

export const board: ReadyScene = {
  id: 'board',
  name: 'Presenter with a board',
  says: 'Somebody explains what stands on a board, point by point.',
  backdrop: { kind: 'set', set: 'study', light: 0.5 },
  places: [{ x: -0.32, turn: 0.3, size: 1.05 }],
  pieces: [
    { form: 'rounded', x: 0.15, y: -0.12, width: 0.56, height: 0.56, fill: '#f8fcfb', line: 14, lineColour: '#8a6136', behind: true },
    { text: 'How it works', size: 76, x: 0.15, y: -0.3, behind: true },
    { text: '1  Look closely', font: 'label', size: 52, x: 0.15, y: -0.16, behind: true, comes: { line: 0, word: 5, by: 'wipe' } },
    { text: '2  Ask why', font: 'label', size: 52, x: 0.15, y: -0.06, behind: true, comes: { line: 1, word: 0, by: 'wipe' } },
    { text: '3  Try it', font: 'label', size: 52, x: 0.15, y: 0.04, behind: true, comes: { line: 2, word: 0, by: 'wipe' } },
  ],
  lines: [
    {
      who: 0,
      text: 'It takes three steps. First, look closely.',
      acts: [
        { word: 2, action: 'count' },
        { word: 5, action: 'present' },
      ],
    },
    { who: 0, text: 'Then ask why.', acts: [{ word: 2, action: 'shrug' }] },
    {
      who: 0,
      text: 'And then try it yourself!',
      acts: [
        { word: 4, action: 'hand-out' },
        { word: 3, face: 'joyful' },
      ],
    },
  ],
};
