import type { ReadyScene } from './ready.ts';

export const panel: ReadyScene = {
  id: 'panel',
  name: 'Panel of three',
  says: 'Three give their views, one after the other.',
  backdrop: { kind: 'set', set: 'study', light: 0.5 },
  places: [
    { x: -0.3, turn: 0.25 },
    { x: 0, turn: 0 },
    { x: 0.3, turn: -0.25 },
  ],
  pieces: [{ form: 'rounded', x: 0, y: 0.44, width: 0.94, height: 0.16, fill: '#27425e', line: 6, lineColour: '#14283d' }],
  lines: [
    {
      who: 0,
      text: 'We should start at once.',
      acts: [
        { word: 0, shot: 'wide' },
        { word: 4, action: 'fist-pump' },
      ],
    },
    {
      who: 1,
      text: 'I think we should count first.',
      acts: [
        { word: 0, shot: 'medium', on: [1] },
        { word: 1, action: 'think' },
        { word: 0, look: 1, as: 0 },
      ],
    },
    {
      who: 2,
      text: 'Why not both?',
      acts: [
        { word: 0, shot: 'close', on: [2] },
        { word: 0, action: 'shrug' },
      ],
    },
    {
      who: 0,
      text: 'That is a good idea.',
      acts: [
        { word: 0, shot: 'wide' },
        { word: 4, action: 'nod' },
        { word: 2, action: 'nod', as: 1 },
      ],
    },
  ],
};
