import type { Action } from './action.ts';

/** No, twice, dying away. */
export const shakeHead: Action = {
  id: 'shake-head',
  name: 'Shake the head',
  group: 'talk',
  words: ['no', 'shake', 'disagree', 'never', 'wrong'],
  moods: ['firm'],
  handed: false,
  keys: [
    { at: -0.3, pose: {} },
    { at: -0.16, pose: { headTurn: 0.07 }, ease: 'out' },
    { at: 0, pose: { headTurn: -0.2, headTilt: -1.5, lid: 0.1 }, ease: 'both' },
    { at: 0.2, pose: { headTurn: 0.18, headTilt: 1, lid: 0.15 }, ease: 'both' },
    { at: 0.4, pose: { headTurn: -0.13, headTilt: -1 }, ease: 'both' },
    { at: 0.6, pose: { headTurn: 0.07 }, ease: 'both' },
    { at: 0.76, pose: { headTurn: 0 }, ease: 'both' },
  ],
  release: 0.35,
  seconds: 0.9,
};
