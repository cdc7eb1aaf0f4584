import { wristBand } from '../extraKit.ts';
import type { Extra } from '../part.ts';

/** A wristwatch. */
export const watch: Extra = {
  id: 'watch',
  name: 'Watch',
  words: ['time', 'wrist'],
  colours: ['shoes', 'accent'],
  wrist: ({ model, s, arm, side, cover }) => (side === 'R' ? wristBand(s, arm, model.tone('shoes'), 7, cover, model.tone('accent')) : undefined),
};
