import type { ReadyScene } from './ready.ts';

export const table: ReadyScene = {
  id: 'table',
  name: 'Two at a table',
  says: 'Two talk across a table with something on it.',
  backdrop: { kind: 'set', set: 'study', light: 0.5 },
  places: [
    { x: -0.26, turn: 0.35 },
    { x: 0.26, turn: -0.35 },
  ],
  pieces: [
    { form: 'rounded', x: 0, y: 0.2, width: 0.36, height: 0.055, fill: '#c99a63', line: 5, lineColour: '#8a6136' },
    { form: 'rectangle', x: -0.13, y: 0.315, width: 0.02, height: 0.19, fill: '#8a6136' },
    { form: 'rectangle', x: 0.13, y: 0.315, width: 0.02, height: 0.19, fill: '#8a6136' },
    { prop: 'cup', x: -0.07, y: -0.235, scale: 1.8 },
    { prop: 'book', x: 0.07, y: -0.235, scale: 1.8 },
  ],
  lines: [
    {
      who: 0,
      text: 'I read the whole book last night.',
      acts: [
        { word: 0, shot: 'two-shot', on: [0, 1] },
        { word: 4, action: 'present' },
      ],
    },
    {
      who: 1,
      text: 'The whole book? And what is in it?',
      acts: [
        { word: 0, face: 'surprised' },
        { word: 5, action: 'hand-out' },
      ],
    },
    {
      who: 0,
      text: 'Everything we wanted to know.',
      acts: [
        { word: 0, shot: 'medium', on: [0] },
        { word: 0, action: 'so-big' },
        { word: 0, face: 'proud' },
      ],
    },
  ],
};
