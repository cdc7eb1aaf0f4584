import { smooth } from '../../time/easing.ts';
import type { Transition } from './transition.ts';

/** The next scene comes through the one before. */
export const dissolve: Transition = {
  id: 'dissolve',
  label: 'Dissolve',
  icon: 'M4 5h10v14H4zM10 5h10v14H10',
  fields: [],
  at: (share, { before, after }) => [before, { ...after, alpha: smooth(share) }],
};
