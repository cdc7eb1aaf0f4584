import type { Action } from './action.ts';

/** A fist pulled down: yes. */
export const fistPump: Action = {
  id: 'fist-pump',
  name: 'Fist of joy',
  group: 'feel',
  words: ['yes', 'success', 'win', 'great', 'finally'],
  moods: ['eager'],
  handed: true,
  keys: [
    { at: -0.42, pose: {} },
    { at: -0.16, pose: { upperA: 74, elbowA: 92, fistA: 1, headPitch: -0.14, hipY: -2 }, ease: 'out' },
    { at: 0, pose: { upperA: 12, elbowA: 108, wristA: 8, fistA: 1, headPitch: 0.2, lean: 2.4, hipY: 4, lid: 0.2, smile: 0.5 }, ease: 'in' },
    { at: 0.18, pose: { upperA: 16, elbowA: 104, wristA: 4, fistA: 1, headPitch: 0.08, lean: 1.8, hipY: 2, smile: 0.5 }, ease: 'both' },
  ],
  release: 0.5,
  seconds: 0.9,
};
