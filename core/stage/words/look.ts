import type { SpeakerTone } from '../../document/tones.ts';
import type { Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';

/** What a look draws its words from. */
export interface LookInput {
  /** Rows as they are written; what each means is the look's. */
  readonly rows: readonly string[];
  readonly fonts: Fonts;
  /** Colours of the speaker that it is of, or of the production. */
  readonly tone: SpeakerTone;
  /** Milliseconds since a word (counted over all rows) came; negative while it has not. */
  since(word: number): number;
  /** Milliseconds since it came on the stage. */
  readonly ms: number;
  /** Sides of the frame, stage units. */
  readonly frame: { readonly width: number; readonly height: number };
}

/** What a look has drawn, about its own middle. */
export interface LookDrawn {
  readonly nodes: readonly Node[];
  readonly width: number;
  readonly height: number;
}

/** Where a look likes to be. */
export type LookPlace = 'third' | 'foot' | 'whole' | 'side';

/** A way in which words are on the screen. */
export interface WordsLook {
  readonly id: string;
  readonly name: string;
  /** What it is for, as it is listed. */
  readonly use: string;
  /** What is written in it as it comes, rows by line breaks. */
  readonly sample: string;
  readonly place: LookPlace;
  /** How long after its last word it is still moving, milliseconds. */
  readonly moves?: number;
  /** How it is read: point by point as these are said, or within so many seconds; twice aloud if left out (words.md, 2). */
  readonly read?: 'points' | number;
  draw(input: LookInput): LookDrawn;
}
