import type { Action, ActionPose } from './action.ts';

const AWAY: ActionPose = { away: 1, hipX: -4, hipTilt: 2.4, shoulderTilt: -2, headTilt: -2 };

/** Turns round to the hand's side, and shows its back until it turns again. */
export const turnAway: Action = {
  id: 'turn-away',
  name: 'Turn away',
  group: 'move',
  words: ['back', 'leave', 'round', 'behind', 'offended'],
  moods: ['annoyed', 'sad'],
  standing: true,
  handed: true,
  keys: [
    { at: -0.75, pose: {} },
    { at: -0.55, pose: { headTurn: 0.16, gazeX: 0.7, hipX: 3, hipY: 1.6, shoulderTilt: 1.2, blink: 0.2 }, ease: 'both' },
    { at: -0.32, pose: { away: 0.46, headTurn: 0.12, gazeX: 0.5, hipX: 2, hipY: 4, lean: 2, blink: 0.9 }, ease: 'both' },
    { at: 0, pose: { ...AWAY, hipX: -7, headTurn: -0.05 }, ease: 'both' },
    { at: 0.35, pose: AWAY, ease: 'both' },
  ],
  cycle: {
    seconds: 4,
    keys: [
      { at: 2, pose: { ...AWAY, hipX: -2, headTilt: 0.6 }, ease: 'both' },
      { at: 4, pose: AWAY, ease: 'both' },
    ],
  },
  release: 0.75,
  seconds: 3,
};
