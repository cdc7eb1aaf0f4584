import { redo, stacks, undo } from '../../state/production.ts';
import { view } from '../../state/view.ts';
import type { Command } from './command.ts';

const page = (id: string, name: string, path: string, also = ''): Command => ({
  id,
  name,
  group: 'Pages and versions',
  also,
  run: ({ document, to }) => to(`/p/${document.production.id}${path}`),
});

export const PAGES: readonly Command[] = [
  { id: 'undo', name: 'Undo', group: 'Pages and versions', keys: ['Ctrl+Z'], fixed: true, ready: () => stacks().undo.length > 0, run: () => void undo() },
  { id: 'redo', name: 'Redo', group: 'Pages and versions', keys: ['Ctrl+Y', 'Ctrl+Shift+Z'], fixed: true, ready: () => stacks().redo.length > 0, run: () => void redo() },
  { id: 'versions', name: 'Versions: as it was before', group: 'Pages and versions', also: 'history restore back', run: () => view({ versions: true }) },
  page('page-cast', 'Go to Cast', '/cast', 'characters'),
  page('page-script', 'Go to Script & voices', '/script', 'record'),
  page('page-export', 'Go to Export', '/export', 'render film video'),
  { id: 'page-home', name: 'Go to your productions', group: 'Pages and versions', also: 'home', run: ({ to }) => to('/') },
];
