import type { Document } from '#core/document/schema';
import type { PlacedScene } from '../film.ts';

/** Where a command is given: the scene that is open, and the ways out of it. */
export interface Place {
  readonly document: Document;
  readonly scene: PlacedScene;
  /** Goes to another scene of the film. */
  go(scene: string): void;
  /** Goes to another page. */
  to(path: string): void;
}

/** Headings of the list of commands, in its order. */
export const COMMAND_GROUPS = ['Play', 'Write and hang', 'Bars and time', 'Keys and curves', 'On the stage', 'What is seen', 'Scenes', 'Pages and versions'] as const;

/** One thing that can be done in the composer: by its keys, or found by its name in the list of commands. */
export interface Command {
  /** Kept with the keys that somebody chose; never another one's. */
  readonly id: string;
  readonly name: string;
  readonly group: (typeof COMMAND_GROUPS)[number];
  /** Words by which it is found as well. */
  readonly also?: string;
  /** Keys that it comes with (state/boundKeys.ts). */
  readonly keys?: readonly string[];
  /** They are heard on every screen, and cannot be others. */
  readonly fixed?: true;
  /** A focused button is pressed by these keys instead. */
  readonly presses?: true;
  /** Whether there is something to do it to; always if left out. */
  readonly ready?: (place: Place) => boolean;
  /** `event` where keys gave it. */
  readonly run: (place: Place, event?: KeyboardEvent) => void;
}
