import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';

const NO: ActionPose = { ...brows(3.4, 0), smile: -0.8, press: 0.4, lid: 0.5, ...arm('A', 34, 62, 60, { flat: 0.8, palm: -1 }) };

/** No, twice, dying away. */
export const shakeHead: Action = {
  id: 'shake-head',
  name: 'Shake the head',
  group: 'talk',
  words: ['no', 'shake', 'disagree', 'never', 'wrong'],
  moods: ['firm'],
  handed: false,
  keys: [
    { at: -0.34, pose: {} },
    { at: -0.17, pose: { ...NO, headTurn: 0.12 }, ease: 'out' },
    { at: 0, pose: { ...NO, headTurn: -0.3, headTilt: -3, bodyTurn: -0.03, ...arm('A', 30, 50, 46, { flat: 0.8, palm: -1 }) }, ease: 'both' },
    { at: 0.22, pose: { ...NO, headTurn: 0.26, headTilt: 2, bodyTurn: 0.03, ...arm('A', 38, 72, 70, { flat: 0.8, palm: -1 }) }, ease: 'both' },
    { at: 0.44, pose: { ...NO, headTurn: -0.2, headTilt: -2 }, ease: 'both' },
    { at: 0.66, pose: { ...NO, headTurn: 0.1 }, ease: 'both' },
    { at: 0.84, pose: { ...NO, headTurn: 0 }, ease: 'both' },
  ],
  release: 0.35,
  seconds: 0.9,
};
