import type { Entry } from './kind.ts';

/** Layers that have a place and a look together. It draws nothing itself. */
export const group: Entry = { label: 'Group', icon: 'M4 4h7v7H4zM13 13h7v7h-7zM14 4h6v6M4 14v6h6', fields: [] };
