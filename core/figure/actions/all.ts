import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const WIDE: ActionPose = {
  ...arm('A', 78, 112, 122, { open: 1 }),
  ...arm('O', 72, 106, 116, { open: 1 }),
  hipX: -3,
  chest: 1.2,
  lean: -2,
  headPitch: -0.1,
  headTilt: 3,
  ...brows(-4),
  smile: 0.3,
  jaw: 0.1,
};

/** Both arms open round everything there is. */
export const all: Action = {
  id: 'all',
  name: 'All of it',
  group: 'talk',
  words: ['all', 'everything', 'everybody', 'whole', 'world'],
  moods: ['eager', 'warm'],
  handed: false,
  keys: phased(WIDE, {
    prepare: 0.6,
    wind: { ...atTrunk('A', 0.2, 0.6, -96, { fore: 0.3, flat: 0.6 }), ...atTrunk('O', 0.2, 0.64, -96, { fore: 0.3, flat: 0.6 }), bow: 6, headPitch: 0.1 },
  }),
  cycle: held(WIDE),
  release: 0.6,
  seconds: 1.4,
};
