/** This window of the browser: an id that stays over reloads, and that no other window has at the same time. */
const KEY = 'kipzo-window';
const lockName = (id: string): string => `kipzo window ${id}`;

/** Web Locks are there where the page is served safely, as on loopback; without them every window counts as closed. */
const locks = (): LockManager | undefined => (typeof navigator === 'undefined' ? undefined : navigator.locks);

let own: string | undefined;

/** Takes the lock of an id for as long as the page lives; false where another window (a duplicated tab) has it. */
const taken = (id: string): Promise<boolean> =>
  new Promise((resolve) => {
    const manager = locks();
    if (!manager) return resolve(true);
    void manager.request(lockName(id), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      // Held until the page is gone.
      return lock ? new Promise(() => {}) : undefined;
    });
  });

/** The id, before the page has made sure that it is alone with it. */
export function windowId(): string {
  own ??= sessionStorage.getItem(KEY) ?? crypto.randomUUID();
  sessionStorage.setItem(KEY, own);
  return own;
}

let ready: Promise<string> | undefined;

/** The id, once it is surely this window's alone. */
export function ownWindow(): Promise<string> {
  ready ??= (async () => {
    if (!(await taken(windowId()))) {
      own = crypto.randomUUID();
      sessionStorage.setItem(KEY, own);
      await taken(own);
    }
    return windowId();
  })();
  return ready;
}

/** Windows of this browser that are open now. */
export async function openWindows(): Promise<ReadonlySet<string>> {
  const held = (await locks()?.query())?.held ?? [];
  const prefix = lockName('');
  return new Set(held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : [])));
}
