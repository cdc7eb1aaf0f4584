import type { Extra } from '../part.ts';

/** An artificial lower leg on the left of the picture. */
export const legProsthesis: Extra = { id: 'leg-prosthesis', name: 'Leg prosthesis', words: ['artificial', 'disability', 'sport'], colours: ['metal'], limb: 'legL' };
