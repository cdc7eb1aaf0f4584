import type { Action, ActionPose } from './action.ts';
import { atHead, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipY: 26,
  kneeL: -0.2,
  kneeR: -0.2,
  toeL: 20,
  toeR: -20,
  bow: 26,
  lean: -5,
  ...atHead('A', 22, 42, -150, { near: 0.5, flat: 0.6, back: 0.4, over: 1 }),
  ...atHead('O', 26, 54, -148, { near: 0.5, flat: 0.6, back: 0.4 }),
  headPitch: 0.34,
  headY: 12,
  headTilt: -6,
  headTurn: -0.12,
  liftL: 12,
  liftR: 12,
  lid: 1,
  ...brows(-6, 2.4),
  bare: 0.8,
  smile: -0.9,
};

/** Shoulders up, hands before the face. */
export const cower: Action = {
  id: 'cower',
  name: 'Shrink back',
  group: 'feel',
  words: ['afraid', 'fear', 'cower', 'hide', 'scared'],
  moods: ['low'],
  standing: true,
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.28, POSE, { ...POSE, headX: 1.2, headY: 13, liftL: 13, liftR: 13 }),
  release: 0.7,
  seconds: 1.4,
};
