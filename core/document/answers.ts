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
}

/** A production as the list gives it, with its dates in ISO 8601. */
export interface ListedProduction extends Summary {
  readonly createdAt: string;
  readonly changedAt: string;
  readonly exportedAt: string | null;
}

/** A page of the list. */
export interface ProductionList {
  readonly productions: readonly ListedProduction[];
  /** How many there are in all. */
  readonly total: number;
}

/** A window that has a production open, and the line whose words are being written in it. */
export interface PresentWindow {
  readonly window: string;
  readonly client: string;
  readonly line: string | null;
}

/** Work that a worker process does for a request. */
export interface JobAnswer {
  readonly id: string;
  readonly state: 'waiting' | 'working' | 'done' | 'failed' | 'cancelled';
  /** 0..1 */
  readonly progress: number;
  readonly result: unknown;
  readonly error: { readonly code: string; readonly detail: string; readonly status: number } | null;
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

/** A format that films can be exported in: its id, its name for people, and what its files end in. */
export interface FilmFormatChoice {
  readonly id: string;
  readonly name: string;
  readonly extension: string;
}

/** A state that a production was in, which it can go back to. */
export interface ListedVersion {
  /** The last change in it. */
  readonly revision: number;
  /** When that was made, ISO 8601. */
  readonly at: string;
  /** Of a named one. */
  readonly id?: string;
  readonly name?: string;
  /** Of a moment: how many changes led to it since the one before, and what some of them were called. */
  readonly changes: number;
  readonly labels: readonly string[];
}

export interface VersionList {
  readonly revision: number;
  readonly named: readonly ListedVersion[];
  /** Newest first. */
  readonly moments: readonly ListedVersion[];
}
