import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: -40,
  elbowA: -142,
  wristA: -8,
  flatA: 0.8,
  shoulderLift: 7,
  headTilt: 6,
  headPitch: 0.1,
  happyClosed: 0.8,
  lidLower: 0.5,
  smile: 0.7,
  nearA: 0.85,
};

/** A hand before the mouth, shoulders up. */
export const giggle: Action = {
  id: 'giggle',
  name: 'Giggle',
  group: 'feel',
  words: ['giggle', 'shy', 'funny', 'tee hee'],
  moods: ['playful'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.32, POSE, {
    upperA: -40,
    elbowA: -142,
    wristA: -8,
    flatA: 0.8,
    shoulderLift: 3,
    headTilt: 5,
    headY: 2,
    headPitch: 0.12,
    happyClosed: 0.8,
    lidLower: 0.5,
    smile: 0.7,
    nearA: 0.85,
  }),
  release: 0.55,
  seconds: 1.3,
};
