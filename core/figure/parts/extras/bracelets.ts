import { wristBand } from '../extraKit.ts';
import type { Extra } from '../part.ts';

/** Bracelets on both wrists. */
export const bracelets: Extra = {
  id: 'bracelets',
  name: 'Bracelets',
  words: ['jewellery', 'bangles'],
  colours: ['accent'],
  wrist: ({ model, s, arm, cover }) => wristBand(s, arm, model.tone('accent'), 5, cover),
};
