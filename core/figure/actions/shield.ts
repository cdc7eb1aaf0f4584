import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 60, elbowA: -186, wristA: 26, flatA: 1, headPitch: -0.08, lean: 2, lid: 0.25, lidLower: 0.3 };

/** A hand over the brow against the light. */
export const shield: Action = {
  id: 'shield',
  name: 'Shade the eyes',
  group: 'feel',
  words: ['far', 'bright', 'look', 'horizon', 'sun'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.6,
};
