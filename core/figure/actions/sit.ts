import type { Action } from './action.ts';

const SITTING = { seat: 1, lean: 0.4 };

/** Sits down on what stands there, and gets up at the cue's end. */
export const sit: Action = {
  id: 'sit',
  name: 'Sit down',
  group: 'move',
  words: ['sit', 'seat', 'chair', 'stool', 'rest'],
  moods: ['calm'],
  handed: false,
  standing: true,
  seated: true,
  keys: [
    { at: -0.7, pose: {} },
    { at: -0.45, pose: { seat: 0.03, lean: 5, headPitch: 0.16, upperA: 6, upperO: 5, elbowA: -14, elbowO: -12 }, ease: 'both' },
    { at: 0, pose: { seat: 0.94, lean: 6, headPitch: 0.1, upperA: 9, upperO: 7, elbowA: -22, elbowO: -20 }, ease: 'both' },
    { at: 0.14, pose: { seat: 1, lean: 4, headPitch: 0.06, upperA: 7, upperO: 6, elbowA: -18, elbowO: -17 }, ease: 'out' },
    { at: 0.6, pose: SITTING, ease: 'both' },
  ],
  release: 0.75,
  seconds: 4,
};
