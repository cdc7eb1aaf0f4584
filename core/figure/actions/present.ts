import type { Action } from './action.ts';

/** An arm sweeps out to show what is there. */
export const present: Action = {
  id: 'present',
  name: 'Present',
  group: 'point',
  words: ['present', 'show', 'introduce', 'look at this', 'welcome'],
  moods: ['eager', 'warm'],
  handed: true,
  keys: [
    { at: -0.5, pose: {} },
    { at: -0.3, pose: { upperA: -20, elbowA: -96, openA: 0.4, bodyTurn: -0.06, lean: -1 }, ease: 'out' },
    { at: 0, pose: { upperA: 56, elbowA: 32, wristA: -22, openA: 1, bodyTurn: 0.1, headTurn: 0.08, shoulderTilt: -2.4, lean: 2, hipX: -2 }, ease: 'out' },
    { at: 0.2, pose: { upperA: 50, elbowA: 36, wristA: -20, openA: 1, bodyTurn: 0.09, headTurn: 0.08, shoulderTilt: -2.2, lean: 1.7, hipX: -2 }, ease: 'both' },
  ],
  release: 0.6,
  seconds: 1.5,
};
