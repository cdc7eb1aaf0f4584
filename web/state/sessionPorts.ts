import type { PresentWindow } from '#core/document/answers';
import type { Document } from '#core/document/schema';
import type { Change } from '#core/edit/change';
import type { Conflict } from '#core/edit/conflict';
import type { TakenChange } from '#core/edit/replica';
import type { LoggedChange } from '#core/edit/undo';

/** What the server says of a production when it is opened. */
export interface Opened {
  readonly document: Document;
  readonly revision: number;
  readonly log: readonly (LoggedChange & { readonly window: string })[];
  readonly conflicts: readonly Conflict[];
}

/** What it says to a change. */
export interface Answer {
  readonly outcome: 'taken' | 'conflict' | 'dropped';
  readonly revision: number;
  readonly missed: readonly TakenChange[] | null;
  readonly conflict?: Conflict;
}

export type LiveEvent =
  | { readonly kind: 'change'; readonly change: TakenChange }
  | { readonly kind: 'conflicts'; readonly conflicts: readonly Conflict[] }
  | { readonly kind: 'windows'; readonly windows: readonly PresentWindow[] }
  /** More was missed than is sent one by one. */
  | { readonly kind: 'reload' }
  /** The line to the server is open (again), or not. */
  | { readonly kind: 'line'; readonly open: boolean };

/** The way to the server. Calls fail with a `status` (0: it does not answer) and a `code`. */
export interface ServerPort {
  open(production: string): Promise<Opened>;
  send(production: string, change: Change, seen: number): Promise<Answer>;
  missed(production: string, after: number): Promise<{ changes: readonly TakenChange[] | null; conflicts: readonly Conflict[] }>;
  change(production: string, id: string): Promise<{ change: Change; followers: readonly Change[] }>;
  theirs(production: string, conflict: string): Promise<{ conflicts: readonly Conflict[] }>;
  listen(production: string, after: () => number, onEvent: (event: LiveEvent) => void): () => void;
}

/** What stays in this browser over reloads and crashes. */
export interface LocalPort {
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  del(key: string): Promise<void>;
  keys(): Promise<string[]>;
}

/** The window that this is, and those of the same browser that are open. */
export interface WindowPort {
  own(): Promise<string>;
  open(): Promise<ReadonlySet<string>>;
}

export interface Ports {
  readonly server: ServerPort;
  readonly local: LocalPort;
  readonly windows: WindowPort;
  /** Milliseconds of the pauses between tries; shorter in tests. */
  readonly retry?: number;
}

/** An edit that the server can never take: kept here, shown with the reason. */
export interface SetAside {
  readonly key: string;
  readonly change: Change;
  readonly reason: string;
}

export interface SessionState {
  readonly document: Document;
  readonly log: readonly LoggedChange[];
  /** Edits on their way. */
  readonly waiting: number;
  /** The last try to send did not get through. */
  readonly stuck: boolean;
  /** Why, where there is more to say than that the server is away. */
  readonly trouble: string | undefined;
  readonly savedAt: number | undefined;
  readonly conflicts: readonly Conflict[];
  readonly aside: readonly SetAside[];
  /** Other windows on this production. */
  readonly windows: readonly PresentWindow[];
}
