import type { ReadyScene } from './ready.ts';

export const interview: ReadyScene = {
  id: 'interview',
  name: 'Interview',
  says: 'One asks, one answers; each is seen when it is their turn.',
  backdrop: { kind: 'set', set: 'study', light: 0.5 },
  places: [
    { x: -0.2, turn: 0.35 },
    { x: 0.2, turn: -0.35 },
  ],
  pieces: [{ prop: 'lantern', x: 0.42, y: -0.01, scale: 1.2, behind: true }],
  lines: [
    {
      who: 0,
      text: 'Thank you for coming. How did it begin?',
      acts: [
        { word: 0, shot: 'two-shot', on: [0, 1] },
        { word: 4, action: 'hand-out' },
      ],
    },
    {
      who: 1,
      text: 'With a question that nobody could answer.',
      acts: [
        { word: 0, shot: 'medium', on: [1] },
        { word: 2, face: 'thinking' },
        { word: 4, action: 'shrug' },
      ],
    },
    {
      who: 0,
      text: 'And can you answer it today?',
      acts: [
        { word: 0, shot: 'medium', on: [0] },
        { word: 3, action: 'nod', as: 1 },
      ],
    },
    {
      who: 1,
      text: 'Almost. That is what makes it fun!',
      acts: [
        { word: 0, shot: 'close', on: [1] },
        { word: 6, face: 'joyful' },
      ],
    },
  ],
};
