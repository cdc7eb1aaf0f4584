import type { Action } from './action.ts';

/** The hand falls on the word. */
export const beat: Action = {
  id: 'beat',
  name: 'Stress a point',
  group: 'talk',
  words: ['stress', 'emphasise', 'important', 'beat', 'must'],
  moods: ['firm'],
  handed: true,
  keys: [
    { at: -0.39, pose: {} },
    { at: -0.16, pose: { upperA: 14, elbowA: 116, wristA: 16, flatA: 0.8, headPitch: -0.14 }, ease: 'out' },
    { at: 0, pose: { upperA: 9, elbowA: 78, wristA: -10, flatA: 1, headPitch: 0.26, headY: 2, lean: 1.6 }, ease: 'in' },
    { at: 0.14, pose: { upperA: 10, elbowA: 84, wristA: -4, flatA: 0.9, headPitch: 0.12, lean: 1.2 }, ease: 'both' },
  ],
  release: 0.45,
  seconds: 0.7,
};
