import type { Action } from './action.ts';

/** A flick of the hand: never mind. */
export const dismiss: Action = {
  id: 'dismiss',
  name: 'Wave away',
  group: 'talk',
  words: ['never mind', 'dismiss', 'forget it', 'whatever', 'go away'],
  moods: ['playful', 'firm'],
  handed: true,
  keys: [
    { at: -0.4, pose: {} },
    { at: -0.18, pose: { upperA: 6, elbowA: 112, wristA: 36, flatA: 0.6, headTilt: -3 }, ease: 'out' },
    { at: 0, pose: { upperA: 26, elbowA: 62, wristA: -34, openA: 0.7, headTilt: 3, headTurn: -0.08, lid: 0.25 }, ease: 'out' },
    { at: 0.18, pose: { upperA: 22, elbowA: 54, wristA: -20, openA: 0.5, headTilt: 3, headTurn: -0.08, lid: 0.2 }, ease: 'both' },
  ],
  release: 0.5,
  seconds: 0.8,
};
