import type { ReadyScene } from './ready.ts';

export const night: ReadyScene = {
  id: 'night',
  name: 'Story at night',
  says: 'Somebody tells a story by the light of a lantern.',
  backdrop: { kind: 'set', set: 'harbour-low-tide', light: 0.5 },
  places: [
    { x: -0.1, turn: 0.2 },
    { x: 0.22, turn: -0.3 },
  ],
  pieces: [
    { prop: 'lantern', x: 0.05, y: -0.005, scale: 1.2 },
    { effect: 'tone', values: { brightness: -0.35, saturation: -0.35, temperature: -0.3 }, x: 0, y: 0 },
    { effect: 'lamplight', values: {}, x: 0, y: 0 },
  ],
  lines: [
    {
      who: 0,
      text: 'One night the sea was as still as glass.',
      acts: [
        { word: 0, shot: 'wide', push: 0.06 },
        { word: 4, action: 'whisper' },
      ],
    },
    {
      who: 1,
      text: 'And then? What came out of it?',
      acts: [
        { word: 0, face: 'afraid', strength: 0.6 },
        { word: 0, shot: 'close', on: [1] },
      ],
    },
    {
      who: 0,
      text: 'Nothing. It was asleep.',
      acts: [
        { word: 0, shot: 'medium', on: [0] },
        { word: 0, face: 'warm' },
      ],
    },
  ],
};
