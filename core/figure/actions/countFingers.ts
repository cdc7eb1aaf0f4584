import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { phased } from './phases.ts';

const COUNTING: ActionPose = { ...weightOn(0.8), ...atTrunk('O', 0.3, 0.7, -95, { fore: 0.35, fist: 0.5 }), headTilt: 4, headTurn: 0.05, gazeX: 0.35, gazeY: 0.3, ...brows(-1.6) };
const at = (fore: number, shape: ActionPose): ActionPose => ({ ...COUNTING, ...arm('A', 30, fore, fore + 14), ...shape });
const ONE = at(164, { pointA: 1 });

/** One hand counts before the chest, a beat for each. */
export const countFingers: Action = {
  id: 'count',
  name: 'Count on fingers',
  group: 'talk',
  words: ['count', 'first', 'second', 'list', 'one two three', 'steps'],
  moods: ['calm'],
  handed: true,
  keys: phased(ONE),
  cycle: {
    seconds: 3.2,
    keys: [
      { at: 0.5, pose: ONE },
      { at: 0.64, pose: { ...at(150, { twoA: 1 }), headPitch: 0.14 } },
      { at: 0.8, pose: at(164, { twoA: 1 }), ease: 'out' },
      { at: 1.3, pose: at(164, { twoA: 1 }) },
      { at: 1.44, pose: { ...at(150, { threeA: 1 }), headPitch: 0.14 } },
      { at: 1.6, pose: at(164, { threeA: 1 }), ease: 'out' },
      { at: 2.1, pose: at(164, { threeA: 1 }) },
      { at: 2.24, pose: { ...at(150, { fourA: 1 }), headPitch: 0.14 } },
      { at: 2.4, pose: at(164, { fourA: 1 }), ease: 'out' },
      { at: 2.9, pose: at(164, { fourA: 1 }) },
      { at: 3.2, pose: ONE },
    ],
  },
  release: 0.55,
  seconds: 3,
};
