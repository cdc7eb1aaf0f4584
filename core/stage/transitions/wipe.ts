import { polygon } from '../../draw/path.ts';
import { eased } from '../../time/easing.ts';
import { FROM } from '../entrances/entrance.ts';
import { type Transition, within } from './transition.ts';

/** How soft the edge is, as a share of the frame's width. */
const SOFT = 0.03;

/** An edge crosses the frame; behind it lies the next scene. */
export const wipe: Transition = {
  id: 'wipe',
  label: 'Wipe',
  icon: 'M4 5h16v14H4zM12 5v14',
  fields: [FROM],
  at(share, { before, after, width, height }, values) {
    const angle = (values.number('from') * Math.PI) / 180;
    const [cx, cy] = [Math.cos(angle), Math.sin(angle)];
    // From one side to the other of the frame's extent along the way, and a soft edge more at both ends.
    const half = (Math.abs(cx) * width + Math.abs(cy) * height) / 2 + width * SOFT * 2;
    const at = -half + 2 * half * eased('both', share);
    const far = width + height;
    const [mx, my] = [width / 2 + cx * at, height / 2 + cy * at];
    const path = polygon([
      mx - cy * far,
      my + cx * far,
      mx + cy * far,
      my - cx * far,
      mx + cy * far - cx * far * 2,
      my - cx * far - cy * far * 2,
      mx - cy * far - cx * far * 2,
      my + cx * far - cy * far * 2,
    ]);
    return [before, within(after, path, width * SOFT)];
  },
};
