import { del, get, keys, set } from 'idb-keyval';
import type { Conflict } from '#core/edit/conflict';
import { clientId, getJson, sendJson } from '../api.ts';
import type { Answer, LiveEvent, LocalPort, Opened, Ports, ServerPort, WindowPort } from './sessionPorts.ts';
import { openWindows, ownWindow, windowId } from './window.ts';

const RECONNECT_MS = 1500;
/** A window that keeps quiet tells this often that it is there. */
const PRESENT_MS = 45_000;

const server: ServerPort = {
  open: (production) => getJson<Opened>(`/productions/${production}`),
  send: (production, change, seen) => sendJson<Answer>('POST', `/productions/${production}/changes`, { ...change, seen }, { lasting: true }),
  missed: (production, after) => getJson(`/productions/${production}/changes?after=${after}`),
  change: (production, id) => getJson(`/productions/${production}/changes/${id}`),
  theirs: (production, conflict) => sendJson<{ conflicts: readonly Conflict[] }>('POST', `/productions/${production}/conflicts/${conflict}/theirs`),
  listen: listenTo,
};

/**
 * Server-sent events of a production. A hidden page lets its line go (a browser has six for all its windows) and catches
 * up when it is seen again.
 */
function listenTo(production: string, after: () => number, onEvent: (event: LiveEvent) => void): () => void {
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const close = (): void => {
    clearTimeout(timer);
    source?.close();
    source = undefined;
  };
  const open = (): void => {
    close();
    if (document.visibilityState === 'hidden') return;
    const query = new URLSearchParams({ after: String(after()), window: windowId(), client: clientId() });
    source = new EventSource(`/api/productions/${production}/events?${query}`);
    const take = (message: MessageEvent<string>): void => onEvent(JSON.parse(message.data) as LiveEvent);
    for (const kind of ['change', 'conflicts', 'windows']) source.addEventListener(kind, take);
    source.addEventListener('reload', () => onEvent({ kind: 'reload' }));
    source.onopen = () => onEvent({ kind: 'line', open: true });
    source.onerror = () => {
      onEvent({ kind: 'line', open: false });
      // The browser would ask with the revision of the first time: this asks with what is here by now.
      close();
      timer = setTimeout(open, RECONNECT_MS);
    };
  };
  const seen = (): void => (document.visibilityState === 'hidden' ? close() : open());
  const present = setInterval(() => void sendJson('POST', `/productions/${production}/windows`, {}).catch(() => {}), PRESENT_MS);
  const gone = (): void => void sendJson('POST', `/productions/${production}/windows`, { gone: true }, { lasting: true }).catch(() => {});
  document.addEventListener('visibilitychange', seen);
  window.addEventListener('pagehide', gone);
  window.addEventListener('pageshow', open);
  open();
  return () => {
    close();
    clearInterval(present);
    document.removeEventListener('visibilitychange', seen);
    window.removeEventListener('pagehide', gone);
    window.removeEventListener('pageshow', open);
    gone();
  };
}

export const local: LocalPort = {
  get: (key) => get(key),
  set: (key, value) => set(key, value),
  del: (key) => del(key),
  keys: async () => (await keys<IDBValidKey>()).map(String),
};

export const windows: WindowPort = { own: ownWindow, open: openWindows };

export const ports: Ports = { server, local, windows };

/** Tells the other windows in which line this one writes. */
export const tellWriting = (production: string, line: string | null): void => void sendJson('POST', `/productions/${production}/windows`, { line }).catch(() => {});
