import type { Backdrop, Character, Layer } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import type { Landmark } from '#core/stage/snapping';

export const SHELVES = ['script', 'people', 'new', 'props', 'words', 'shapes', 'air', 'backdrops', 'kept', 'own'] as const;
export type Shelf = (typeof SHELVES)[number];
export const SHELF_NAMES: Readonly<Record<Shelf, string>> = {
  script: 'From the script',
  people: 'Your cast',
  new: 'Somebody new',
  props: 'Props',
  words: 'Words',
  shapes: 'Shapes',
  air: 'Air and light',
  backdrops: 'Backdrops',
  kept: 'Your shelf',
  own: 'Own pictures',
};

/** How somebody or something comes on. */
export const COMINGS = ['there', 'walks', 'fades', 'pops'] as const;
export type Coming = (typeof COMINGS)[number];

/** Something that can be brought on the stage. */
export interface DoorItem {
  readonly key: string;
  readonly shelf: Shelf;
  readonly name: string;
  /** The line under the name: what it is, or why it is offered. */
  readonly line: string;
  /** A word of the script that it is offered for. */
  readonly spoken?: string;
  /** Everything else that it is found by. */
  readonly words: string;
  readonly look: { readonly character: Character } | { readonly layer: Layer } | { readonly backdrop: Backdrop } | { readonly letters: string } | { readonly effect: string };
  /** The layer that it becomes; none for a backdrop. */
  readonly layer?: string;
  readonly person?: boolean;
  /** What brings it on, where `present` stand already. */
  bring(present: readonly Landmark[], how: { readonly coming: Coming; readonly tick: number; readonly fromHere: boolean }): Recipe;
}
