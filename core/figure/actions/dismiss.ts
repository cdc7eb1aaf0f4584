import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';

const AWAY: ActionPose = {
  hipX: -6,
  hipTilt: 4,
  spine: 4,
  shoulderTilt: 4,
  ...arm('A', 62, 74, 36, { back: 0.8 }),
  ...arm('O', 22, -24, -16),
  headTilt: -8,
  headTurn: -0.22,
  headPitch: -0.1,
  lid: 0.5,
  gazeX: -0.4,
  lean: -4,
  ...brows(-1.6, -1),
  smile: -0.6,
  skew: -0.5,
};

/** A flick of the hand: never mind. */
export const dismiss: Action = {
  id: 'dismiss',
  name: 'Wave away',
  group: 'talk',
  words: ['never mind', 'dismiss', 'forget it', 'whatever', 'go away'],
  moods: ['playful', 'firm'],
  handed: true,
  keys: [
    { at: -0.52, pose: {} },
    { at: -0.2, pose: { ...arm('A', 12, 128, 176, { back: 0.8 }), hipX: 3, headTilt: 2 }, ease: 'out' },
    { at: 0, pose: { ...AWAY, ...arm('A', 70, 84, 28, { back: 0.9 }) }, ease: 'out' },
    { at: 0.18, pose: AWAY, ease: 'both' },
  ],
  release: 0.5,
  seconds: 0.8,
};
