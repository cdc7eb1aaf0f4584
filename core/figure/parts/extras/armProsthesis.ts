import type { Extra } from '../part.ts';

/** An artificial forearm and hand on the right of the picture. */
export const armProsthesis: Extra = { id: 'arm-prosthesis', name: 'Arm prosthesis', words: ['artificial', 'disability'], colours: ['metal'], limb: 'armR' };
