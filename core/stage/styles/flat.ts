import type { Style } from './style.ts';

/** Flat colour with one shadow tone: as parts are drawn. */
export const flat: Style = { id: 'flat', name: 'Flat' };
