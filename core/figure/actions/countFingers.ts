import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 10, elbowA: 146, wristA: 6, pointA: 1, headTilt: 2, gazeY: 0.2 };

/** One hand counts before the chest, a beat for each. */
export const countFingers: Action = {
  id: 'count',
  name: 'Count on fingers',
  group: 'talk',
  words: ['count', 'first', 'second', 'list', 'one two three', 'steps'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(
    1.5,
    POSE,
    { upperA: 10, elbowA: 136, wristA: -2, pointA: 0.6, openA: 0.4, headTilt: 1.4, gazeY: 0.2 },
    { upperA: 11, elbowA: 146, wristA: 6, openA: 0.6, pointA: 0.4, headTilt: 2.4, headPitch: 0.14 },
    { upperA: 10, elbowA: 136, wristA: -2, openA: 1, headTilt: 1.4 },
  ),
  release: 0.55,
  seconds: 2,
};
