import type { FrameShape } from './schema.ts';

/** What the server tells of a production in the list; times in ticks. */
export interface Summary {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly frame: FrameShape;
  readonly scenes: number;
  readonly length: number;
  readonly cast: readonly { readonly name: string; readonly colour: number }[];
  /** The whole conversation in miniature: start and end in ticks, speaker's colour. */
  readonly ribbon: readonly { readonly start: number; readonly end: number; readonly colour: number; readonly draft: boolean }[];
  readonly drafts: number;
  readonly lines: number;
  /** Spoken text, for finding a line. */
  readonly texts: readonly string[];
}

/** A production as the list gives it, with its dates in ISO 8601. */
export interface ListedProduction extends Summary {
  readonly createdAt: string;
  readonly changedAt: string;
  readonly exportedAt: string | null;
}

/** Where a film stands. */
export interface FilmProgress {
  readonly id: string;
  readonly name: string;
  readonly state: 'rendering' | 'done' | 'failed' | 'cancelled';
  readonly error: string | null;
  readonly frames: number;
  readonly done: number;
  /** Hash of the finished film. */
  readonly media: string | null;
  readonly reused: number;
  readonly segments: number;
  readonly secondsLeft: number | null;
}
