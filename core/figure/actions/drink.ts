import type { Action } from './action.ts';

/** A cup to the mouth. */
export const drink: Action = {
  id: 'drink',
  name: 'Drink',
  group: 'work',
  words: ['drink', 'cup', 'coffee', 'tea', 'sip'],
  moods: ['calm'],
  handed: true,
  holds: 'cup',
  keys: [
    { at: -0.6, pose: {} },
    { at: -0.3, pose: { upperA: -8, elbowA: -96, gripA: 1 }, ease: 'out' },
    { at: 0, pose: { upperA: -34, elbowA: -140, wristA: -10, gripA: 1, headPitch: -0.16, lid: 0.3, nearA: 0.8 }, ease: 'both' },
    { at: 0.7, pose: { upperA: -33, elbowA: -143, wristA: -16, gripA: 1, headPitch: -0.24, lid: 0.4, nearA: 0.8 }, ease: 'both' },
  ],
  release: 0.7,
  seconds: 1.6,
};
