import type { HandShape } from '../pose.ts';
import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const SHAPES: readonly HandShape[] = ['point', 'two', 'three', 'four', 'five'];
const NAMES = ['One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'] as const;

/** So many fingers: one hand to five, both beyond. */
function shown(count: number): ActionPose {
  const own = SHAPES[(count > 5 ? count - 5 : count) - 1] as HandShape;
  const base: ActionPose = { ...weightOn(0.8), ...arm('A', 34, 164, 176, { [own]: 1 }), headTilt: 4, gazeX: 0.2, ...brows(-2.6) };
  return count > 5 ? { ...base, ...arm('O', 32, 162, 176, { five: 1 }), hipX: 0, spine: 0 } : { ...base, ...atTrunk('O', 0.26, 0.7, -95, { fore: 0.35, fist: 0.5 }) };
}

/** Numbers from one to ten on the fingers. */
export const NUMBERS: readonly Action[] = NAMES.map((name, n) => {
  const pose = shown(n + 1);
  return {
    id: name.toLowerCase(),
    name: `Show ${name.toLowerCase()}`,
    group: 'talk',
    words: [name.toLowerCase(), String(n + 1), 'number'],
    moods: ['calm'],
    handed: n < 5,
    keys: phased(pose),
    cycle: held(pose),
    release: 0.5,
    seconds: 1.1,
  };
});
