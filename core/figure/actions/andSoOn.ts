import type { Action, ActionPose } from './action.ts';
import { arm, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const turned = (upper: number, fore: number, along: number): ActionPose => ({ ...arm('A', upper, fore, along, { back: 0.8, fore: 0.2 }), ...arm('O', 20, -12, -6) });
const UP: ActionPose = { ...weightOn(0.7), ...turned(34, 128, 120), headTilt: 3, lean: 2 };

/** A hand that rolls on and on. */
export const andSoOn: Action = {
  id: 'and-so-on',
  name: 'And so on',
  group: 'talk',
  words: ['and so on', 'continue', 'process', 'roll', 'around'],
  moods: ['calm', 'eager'],
  handed: true,
  keys: phased(UP),
  cycle: swing(
    0.8,
    UP,
    { ...UP, ...turned(46, 116, 84), headTilt: 2 },
    { ...UP, ...turned(40, 92, 70), headTilt: 2.4, hipY: 1 },
    { ...UP, ...turned(26, 106, 110), headTilt: 3.4 },
  ),
  release: 0.5,
  seconds: 1.4,
};
