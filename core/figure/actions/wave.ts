import type { Action } from './action.ts';

/** A friendly wave beside the head. */
export const wave: Action = {
  id: 'wave',
  name: 'Wave',
  group: 'talk',
  words: ['wave', 'hello', 'hi', 'goodbye', 'bye', 'greet'],
  moods: ['warm'],
  handed: true,
  keys: [
    { at: -0.46, pose: {} },
    { at: -0.3, pose: { upperA: -4, elbowA: -6, hipX: 1 }, ease: 'out' },
    { at: 0, pose: { upperA: 44, elbowA: 126, wristA: 16, openA: 1, shoulderTilt: -4, headTilt: 3, lean: -1.2, hipX: -2.5 }, ease: 'out' },
  ],
  cycle: {
    seconds: 0.52,
    keys: [
      { at: 0.26, pose: { upperA: 42, elbowA: 104, wristA: -16, openA: 1, shoulderTilt: -3.6, headTilt: 2, lean: -1, hipX: -2.5 } },
      { at: 0.52, pose: { upperA: 44, elbowA: 128, wristA: 16, openA: 1, shoulderTilt: -4, headTilt: 3, lean: -1.2, hipX: -2.5 } },
    ],
  },
  release: 0.6,
  seconds: 1.4,
};
