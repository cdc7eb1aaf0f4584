import type { ReadyScene } from './ready.ts';

export const phoneCall: ReadyScene = {
  id: 'phone-call',
  name: 'Phone call',
  says: 'Two speak on the phone, each in a place of their own.',
  backdrop: { kind: 'colour', colour: '#f3e3d2' },
  places: [
    { x: -0.25, turn: 0.2, lift: 0.06 },
    { x: 0.25, turn: -0.2, lift: 0.06 },
  ],
  pieces: [
    { form: 'rectangle', x: 0.25, y: 0, width: 0.56, height: 1.04, fill: '#c1cffd', behind: true },
    { form: 'rectangle', x: -0.03, y: 0, width: 0.012, height: 1.04, fill: '#ffffff', behind: true },
  ],
  lines: [
    {
      who: 0,
      text: 'Hello? Can you hear me?',
      acts: [
        { word: 0, action: 'phone', seconds: 9 },
        { word: 0, shot: 'wide' },
      ],
    },
    {
      who: 1,
      text: 'Loud and clear. What is the news?',
      acts: [
        { word: 0, action: 'phone', seconds: 7, hand: 'left' },
        { word: 4, face: 'surprised', strength: 0.5 },
      ],
    },
    { who: 0, text: 'You will not believe it!', acts: [{ word: 0, face: 'joyful' }] },
  ],
};
