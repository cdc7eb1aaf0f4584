import type { PresentWindow } from '#core/document/answers';
import type { Conflict } from '#core/edit/conflict';
import type { TakenChange } from '#core/edit/replica';

/** What an open page is told as it happens. */
export type LiveEvent =
  | { readonly kind: 'change'; readonly change: TakenChange }
  | { readonly kind: 'conflicts'; readonly conflicts: readonly Conflict[] }
  | { readonly kind: 'windows'; readonly windows: readonly PresentWindow[] };

type Listener = (event: LiveEvent) => void;

/** A window that says nothing for this long, and is not connected, is gone. */
const SILENT_MS = 100_000;

interface Presence extends PresentWindow {
  readonly at: number;
  readonly connected: boolean;
}

/** Pages that have a production open: what changes is told to each of them, and who else is there. */
export class Live {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly windows = new Map<string, Map<string, Presence>>();

  /** Listens to a production as one of its windows. Gives the end of it. */
  join(production: string, window: string, client: string, listener: Listener): () => void {
    const listeners = this.listeners.get(production) ?? new Set();
    this.listeners.set(production, listeners.add(listener));
    this.note(production, { window, client, line: this.windows.get(production)?.get(window)?.line ?? null, connected: true });
    return () => {
      listeners.delete(listener);
      if (!listeners.size) this.listeners.delete(production);
      const known = this.windows.get(production)?.get(window);
      // A window that is hidden keeps quiet and stays for a while.
      if (known) this.note(production, { ...known, connected: false });
    };
  }

  tell(production: string, event: LiveEvent): void {
    for (const listener of this.listeners.get(production) ?? []) listener(event);
  }

  /** A window tells in which line it writes, or that it is there. */
  writing(production: string, window: string, client: string, line: string | null): void {
    this.note(production, { window, client, line, connected: this.windows.get(production)?.get(window)?.connected ?? false });
  }

  leave(production: string, window: string): void {
    if (this.windows.get(production)?.delete(window)) this.tell(production, { kind: 'windows', windows: this.present(production) });
  }

  /** Who has the production open now. */
  present(production: string): PresentWindow[] {
    const windows = this.windows.get(production);
    if (!windows) return [];
    for (const [window, { at, connected }] of windows) if (!connected && Date.now() - at > SILENT_MS) windows.delete(window);
    if (!windows.size) this.windows.delete(production);
    return [...windows.values()].map(({ window, client, line }) => ({ window, client, line }));
  }

  private note(production: string, presence: Omit<Presence, 'at'>): void {
    const windows = this.windows.get(production) ?? new Map<string, Presence>();
    this.windows.set(production, windows);
    const known = windows.get(presence.window);
    windows.set(presence.window, { ...presence, at: Date.now() });
    if (!known || known.line !== presence.line) this.tell(production, { kind: 'windows', windows: this.present(production) });
  }
}
