import { BARS } from './bars.ts';
import type { Command } from './command.ts';
import { KEYING } from './keying.ts';
import { PAGES } from './pages.ts';
import { PLAY } from './play.ts';
import { SCENES } from './scenes.ts';
import { SEEN } from './seen.ts';
import { THINGS } from './things.ts';
import { WRITE } from './write.ts';

/** Everything that can be done in the composer, a file a heading. */
export const COMMANDS: readonly Command[] = [...PLAY, ...WRITE, ...BARS, ...KEYING, ...THINGS, ...SEEN, ...SCENES, ...PAGES];

/** Keys that are always the same, as the list of commands tells them. */
export const FIXED_KEYS: readonly (readonly [string, string])[] = [
  ['← →', 'The chosen line, cue or key by a frame (Shift: ten; Alt: this line alone)'],
  ['← → ↑ ↓', 'What is chosen on the stage by a unit (Shift: ten)'],
  ['Del', 'Delete what was chosen last'],
  ['Tab, Esc', 'On the stage from thing to thing; out of a group, a choice, a drag'],
  ['While dragging a bar', 'Shift: all that comes after it on its lane goes along. Alt: nothing draws it. Ctrl, on a sound: another part of it is heard'],
  ['While dragging the tape', 'Shift: over the floor, nearer and farther, at the size that it then is'],
  ['Shift+click, Ctrl+click', 'Choose all up to this one; this one too'],
  ['Ctrl+wheel', 'Zoom the stage, or ribbon and lanes, at the pointer'],
];
