import type { Action } from './action.ts';

/** Talks with the hands: an open palm that opens and turns with each thought. */
export const explain: Action = {
  id: 'explain',
  name: 'Talk with hands',
  group: 'talk',
  words: ['explain', 'talk', 'tell', 'open hand', 'present'],
  moods: ['calm'],
  handed: true,
  keys: [
    { at: -0.42, pose: {} },
    { at: -0.28, pose: { upperA: -3, elbowA: -8, flatA: 0.2, headTilt: -0.6 }, ease: 'out' },
    { at: 0, pose: { upperA: 12, elbowA: 112, wristA: -14, openA: 0.9, shoulderTilt: -1.6, headTilt: 1.8, lean: 1 }, ease: 'out' },
    { at: 0.14, pose: { upperA: 10, elbowA: 104, wristA: -4, openA: 0.8, shoulderTilt: -1.3, headTilt: 1.4, lean: 0.8 }, ease: 'both' },
  ],
  cycle: {
    seconds: 1.7,
    keys: [
      { at: 0.5, pose: { upperA: 15, elbowA: 96, wristA: -18, openA: 0.9, shoulderTilt: -1.8, headTilt: 0.6, lean: 1.3 } },
      { at: 1.1, pose: { upperA: 6, elbowA: 118, wristA: 4, openA: 0.7, flatA: 0.2, shoulderTilt: -1, headTilt: 2, lean: 0.5 } },
      { at: 1.7, pose: { upperA: 10, elbowA: 104, wristA: -4, openA: 0.8, shoulderTilt: -1.3, headTilt: 1.4, lean: 0.8 } },
    ],
  },
  release: 0.55,
  seconds: 1.6,
};
