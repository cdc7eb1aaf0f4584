import type { Entrance } from './entrance.ts';

/** Words are written letter by letter, lines are drawn along their way. */
export const drawOn: Entrance = { id: 'draw on', label: 'Draw on', icon: 'M4 18c4-8 6 4 9-2s2-8 7-10', fields: [], at: (share) => ({ reveal: share }) };
