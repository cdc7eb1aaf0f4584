import { ellipse } from '../../draw/path.ts';
import { eased } from '../../time/easing.ts';
import { type Transition, within } from './transition.ts';

const SOFT = 0.012;

/** A circle opens on the next scene. */
export const iris: Transition = {
  id: 'iris',
  label: 'Iris',
  icon: 'M4 5h16v14H4zM16 12a4 4 0 1 1-8 0 4 4 0 0 1 8 0',
  fields: [
    { name: 'x', label: 'Across', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.5, step: 0.05 },
    { name: 'y', label: 'Down', control: 'number', unit: 'share', least: 0, most: 1, rest: 0.5, step: 0.05 },
  ],
  at(share, { before, after, width, height }, values) {
    const [x, y] = [values.number('x') * width, values.number('y') * height];
    const far = Math.hypot(Math.max(x, width - x), Math.max(y, height - y)) * 1.05;
    return [before, within(after, ellipse(x, y, Math.max(1, far * eased('in', share))), width * SOFT)];
  },
};
