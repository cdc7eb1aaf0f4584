import type { Action } from './action.ts';

/** Gets up from sitting; whoever sits by default sits down again at the cue's end. */
export const standUp: Action = {
  id: 'stand-up',
  name: 'Stand up',
  group: 'move',
  words: ['stand', 'get up', 'rise', 'leave'],
  moods: ['eager'],
  handed: false,
  seated: true,
  keys: [
    { at: -0.7, pose: {} },
    { at: -0.4, pose: { seat: -0.02, lean: 7, headPitch: 0.14, upperA: 8, upperO: 6, elbowA: -20, elbowO: -18 }, ease: 'both' },
    { at: 0, pose: { seat: -0.97, lean: 3, headPitch: 0.02, upperA: 4, upperO: 3, elbowA: -8, elbowO: -7 }, ease: 'both' },
    { at: 0.25, pose: { seat: -1 }, ease: 'out' },
  ],
  release: 0.75,
  seconds: 2,
};
