import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: 14,
  hipTilt: -9,
  spine: -8,
  shoulderTilt: 9,
  hipY: 6,
  ...arm('A', 40, 130, 140, { five: 0.8 }),
  ...arm('O', 128, 176, 180, { five: 0.8 }),
  headTilt: 8,
  lean: -4,
  bodyTurn: 0.1,
  footPitchL: 22,
  kneeL: 0.5,
  happyClosed: 0.9,
  smile: 0.9,
  cheek: 0.8,
  jaw: 0.4,
  ...brows(-3),
};

/** Both hands over the middle, from one hip to the other. */
const BETWEEN: ActionPose = {
  ...POSE,
  hipX: 0,
  hipTilt: 0,
  spine: 0,
  shoulderTilt: 0,
  hipY: -1,
  ...arm('A', 70, 130, 130, { five: 0.8 }),
  ...arm('O', 70, 130, 130, { five: 0.8 }),
  headTilt: 0,
  lean: 0,
  bodyTurn: 0,
  footPitchL: 0,
  kneeL: 0,
};

/** Hips one way, arms the other, to a beat. */
export const dance: Action = {
  id: 'dance',
  name: 'Dance',
  group: 'move',
  words: ['dance', 'music', 'groove', 'party'],
  moods: ['playful', 'eager'],
  standing: true,
  handed: false,
  keys: phased(POSE),
  cycle: swing(
    1.06,
    POSE,
    BETWEEN,
    {
      ...POSE,
      hipX: -14,
      hipTilt: 9,
      spine: 8,
      shoulderTilt: -9,
      ...arm('A', 128, 176, 180, { five: 0.8 }),
      ...arm('O', 40, 130, 140, { five: 0.8 }),
      headTilt: -8,
      lean: 4,
      bodyTurn: -0.1,
      footPitchL: 0,
      footPitchR: 22,
      kneeL: 0,
      kneeR: 0.5,
    },
    BETWEEN,
  ),
  release: 0.6,
  seconds: 3,
};
