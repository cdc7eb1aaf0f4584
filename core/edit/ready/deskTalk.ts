import type { ReadyScene } from './ready.ts';

export const deskTalk: ReadyScene = {
  id: 'desk-talk',
  name: 'At a desk, with microphone and screen',
  says: 'Somebody records at a desk; a screen stands beside.',
  backdrop: { kind: 'colour', colour: '#dbe6e4' },
  places: [{ x: -0.12, turn: 0.15, lift: 0.02, size: 1.1 }],
  pieces: [
    { form: 'rounded', x: 0.24, y: -0.14, width: 0.36, height: 0.42, fill: '#1a2f34', line: 10, lineColour: '#0f2126', behind: true },
    { text: 'What is on\nthe screen', font: 'label', size: 54, x: 0.24, y: -0.16, colour: '#eaf2f1', behind: true, comes: { line: 0, word: 5, by: 'fade' } },
    { form: 'rounded', x: 0, y: 0.47, width: 0.94, height: 0.22, fill: '#b98a55', line: 6, lineColour: '#8a6136' },
    { form: 'rectangle', x: -0.3, y: 0.24, width: 0.008, height: 0.26, fill: '#3d5559' },
    { form: 'ellipse', x: -0.3, y: 0.1, width: 0.035, height: 0.09, fill: '#0f2b30', line: 4, lineColour: '#6f8586' },
    { prop: 'cup', x: 0.08, y: -0.045, scale: 2 },
  ],
  lines: [
    {
      who: 0,
      text: 'Welcome back. Today we look at the screen together.',
      acts: [
        { word: 0, action: 'wave' },
        { word: 6, action: 'present' },
        { word: 0, face: 'warm', seconds: 3 },
      ],
    },
    {
      who: 0,
      text: 'Watch what happens next.',
      acts: [
        { word: 0, look: 'viewer' },
        { word: 1, action: 'point-up' },
        { word: 0, shot: 'medium', on: [0], over: 0.8 },
      ],
    },
  ],
};
