import type { Action } from './action.ts';

/** Shoulders up, palms out, head to one side. */
export const shrug: Action = {
  id: 'shrug',
  name: 'Shrug',
  group: 'talk',
  words: ['shrug', 'no idea', 'who knows', 'dunno', 'whatever'],
  moods: ['playful', 'thoughtful'],
  handed: true,
  keys: [
    { at: -0.34, pose: {} },
    { at: -0.2, pose: { shoulderLift: -2, hipY: 2, upperA: -2, elbowA: -4 }, ease: 'out' },
    {
      at: 0,
      pose: { shoulderLift: 11, upperA: 12, elbowA: 92, wristA: 26, openA: 0.9, headTilt: 5, headY: 2, browInL: -3, browInR: -3, browOutL: -2, browOutR: -2, press: 0.5 },
      ease: 'out',
    },
    {
      at: 0.16,
      pose: {
        shoulderLift: 9,
        upperA: 10,
        elbowA: 86,
        wristA: 22,
        openA: 0.9,
        headTilt: 4.4,
        headY: 1.6,
        browInL: -2.5,
        browInR: -2.5,
        browOutL: -1.6,
        browOutR: -1.6,
        press: 0.3,
      },
    },
  ],
  release: 0.5,
  seconds: 0.8,
};
