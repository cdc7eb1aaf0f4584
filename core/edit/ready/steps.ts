import type { ReadyScene } from './ready.ts';

export const steps: ReadyScene = {
  id: 'steps',
  name: 'How-to in steps',
  says: 'Steps come one by one while they are named.',
  backdrop: { kind: 'colour', colour: '#eaf2f0' },
  places: [{ x: 0.32, turn: -0.25, lift: 0.1, size: 1.08 }],
  pieces: [
    { form: 'ellipse', x: -0.36, y: -0.24, width: 0.07, height: 0.125, fill: '#04585f', behind: true, comes: { line: 0, word: 0, by: 'pop' } },
    { text: '1', size: 64, x: -0.36, y: -0.24, behind: true, colour: '#ffffff', comes: { line: 0, word: 0, by: 'pop' } },
    { text: 'Gather what you need', font: 'label', size: 54, x: -0.12, y: -0.24, behind: true, comes: { line: 0, word: 1, by: 'slide' } },
    { form: 'ellipse', x: -0.36, y: 0, width: 0.07, height: 0.125, fill: '#ee6114', behind: true, comes: { line: 1, word: 0, by: 'pop' } },
    { text: '2', size: 64, x: -0.36, y: 0, behind: true, colour: '#ffffff', comes: { line: 1, word: 0, by: 'pop' } },
    { text: 'Do it slowly', font: 'label', size: 54, x: -0.16, y: 0, behind: true, comes: { line: 1, word: 1, by: 'slide' } },
    { form: 'ellipse', x: -0.36, y: 0.24, width: 0.07, height: 0.125, fill: '#551d44', behind: true, comes: { line: 2, word: 0, by: 'pop' } },
    { text: '3', size: 64, x: -0.36, y: 0.24, behind: true, colour: '#ffffff', comes: { line: 2, word: 0, by: 'pop' } },
    { text: 'Look at it again', font: 'label', size: 54, x: -0.15, y: 0.24, behind: true, comes: { line: 2, word: 1, by: 'slide' } },
  ],
  lines: [
    { who: 0, text: 'First, gather what you need.', acts: [{ word: 0, action: 'count' }] },
    { who: 0, text: 'Second, do it slowly.', acts: [{ word: 3, action: 'stop' }] },
    {
      who: 0,
      text: 'Third, look at it again.',
      acts: [
        { word: 1, action: 'look-around' },
        { word: 0, face: 'warm' },
      ],
    },
  ],
};
