import type { Entry } from './kind.ts';

/** A look over all that lies below it; what it does is said by its effect (../effects). */
export const effect: Entry = { label: 'Effect', icon: 'M12 3v4M12 17v4M3 12h4M17 12h4M6 6l2.5 2.5M15.5 15.5L18 18M18 6l-2.5 2.5M8.5 15.5L6 18', fields: [] };
