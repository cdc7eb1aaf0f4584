import type { PresentWindow } from '#core/document/answers';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { upgradedChanges } from '#core/document/versions';
import { type Change, inverted } from '#core/edit/change';
import type { Conflict } from '#core/edit/conflict';
import { laid, meet, merged, same } from '#core/edit/fit';
import { type Replica, replicaOf, type TakenChange, withEdit, withoutEdit, withTaken } from '#core/edit/replica';
import { type LoggedChange, stacksOf } from '#core/edit/undo';
import type { Answer, LiveEvent, Opened, Ports, SessionState, SetAside } from './sessionPorts.ts';

/** Edits and edits set aside that the browser's store holds, each with its key. */
interface Kept {
  readonly waiting: readonly { readonly key: string; readonly change: Change }[];
  readonly aside: readonly SetAside[];
}

const RETRY_MS = 1000;
const LONGEST_RETRY_MS = 10_000;
/** The same edit failing this often on a server that answers will never be taken. */
const MOST_FAILURES = 5;

const editPrefix = (production: string): string => `edit ${production} `;
const asidePrefix = (production: string): string => `aside ${production} `;

/** What is kept of an edit in the browser: by its time, so that edits of closed windows come in their order. */
const editKey = (production: string, window: string, count: number): string =>
  `${editPrefix(production)}${String(Date.now()).padStart(15, '0')} ${String(count).padStart(6, '0')} ${window}`;
const windowOfKey = (key: string): string => key.split(' ').at(-1) as string;

/** What may pass by itself: no answer, a server in trouble, a browser that is asked to wait. */
const mayPass = (status: number): boolean => status === 0 || status >= 500 || status === 408 || status === 425 || status === 429 || status === 499;

/**
 * One open production in one window: the document as the server confirmed it with own edits on top (core/edit/replica.ts),
 * each edit kept in the browser until the server has it. Edits go one after the other; others' come in as they happen.
 */
export class Session {
  readonly production: string;
  private readonly ports: Ports;
  private tell: (state: SessionState) => void = () => {};
  private replica: Replica;
  private log: LoggedChange[];
  private conflicts: readonly Conflict[];
  private aside: SetAside[] = [];
  private windows: readonly PresentWindow[] = [];
  private readonly window: string;
  /** Where each edit on its way is kept. */
  private readonly keys = new Map<string, string>();
  /** Writes to the browser's store that are not done. */
  private writing: Promise<unknown> = Promise.resolve();
  /** Edits whose content is here, oldest first: this window's, and what the machine made for any window. */
  private readonly known = new Map<string, Change>();
  /** Steps that can no longer be taken back: Undo passes over them. */
  private readonly passed = new Set<string>();
  /** Lines that other windows changed, and when. */
  private readonly elsewhere = new Map<string, number>();
  private count = 0;
  private sending = false;
  private failures = 0;
  private pause: number;
  private stuck = false;
  private trouble: string | undefined;
  private savedAt: number | undefined;
  private closed = false;
  private hush: () => void = () => {};
  private timer: ReturnType<typeof setTimeout> | undefined;
  private fetching: Promise<void> | undefined;

  /** From what the server gave and what was kept here; `window` is this one. */
  constructor(production: string, ports: Ports, window: string, opened: Opened, kept: Kept = { waiting: [], aside: [] }) {
    this.production = production;
    this.ports = ports;
    this.window = window;
    this.pause = ports.retry ?? RETRY_MS;
    this.conflicts = opened.conflicts;
    this.aside = [...kept.aside];
    const changes = kept.waiting.map(({ change }) => change);
    this.replica = replicaOf(opened.document, opened.revision, changes);
    this.log = opened.log.map(({ id, label, undoes, follows }) => ({ id, label, undoes, follows }));
    for (const { key, change } of kept.waiting) {
      this.keys.set(change.id, key);
      this.known.set(change.id, change);
      if (!this.log.some(({ id }) => id === change.id)) this.log.push(change);
    }
  }

  /** Opens a production: what is stored, then whatever this browser has not sent yet, also of windows that were closed. */
  static async open(production: string, ports: Ports): Promise<Session> {
    const window = await ports.windows.own();
    const [opened, others, keys] = await Promise.all([ports.server.open(production), ports.windows.open(), ports.local.keys()]);
    const mine = (owner: string): boolean => owner === window || !others.has(owner);
    const kept: { waiting: { key: string; change: Change }[]; aside: SetAside[] } = { waiting: [], aside: [] };
    for (const key of keys.filter((one) => one.startsWith(editPrefix(production)) && mine(windowOfKey(one))).sort()) {
      const change = (await ports.local.get(key)) as Change | undefined;
      // It may have been made before Kipzo was updated.
      if (change) kept.waiting.push({ key, change: { ...change, parts: upgradedChanges(change.parts) } });
    }
    for (const key of keys.filter((one) => one.startsWith(asidePrefix(production)))) {
      const aside = (await ports.local.get(key)) as Omit<SetAside, 'key'> | undefined;
      if (aside) kept.aside.push({ ...aside, key });
    }
    return new Session(production, ports, window, { ...opened, log: opened.log.filter((change) => mine(change.window)) }, kept);
  }

  /** Begins to listen and to send; `tell` hears of every change from now on, and of how things stand at once. */
  start(tell: (state: SessionState) => void): void {
    this.tell = tell;
    this.hush = this.ports.server.listen(
      this.production,
      () => this.replica.revision,
      (event) => this.heard(event),
    );
    this.say();
    void this.send();
  }

  get document(): Document {
    return this.replica.document;
  }

  /** The last revision whose content is here. */
  get revision(): number {
    return this.replica.revision;
  }

  get state(): SessionState {
    return {
      document: this.replica.document,
      log: this.log,
      waiting: this.replica.pending.length,
      stuck: this.stuck,
      trouble: this.trouble,
      savedAt: this.savedAt,
      conflicts: this.conflicts,
      aside: this.aside,
      windows: this.windows,
    };
  }

  /** An edit of this window: shown at once, kept in the browser, sent in its turn. `next` is undefined where it was made on what is no longer shown. */
  take(made: Change, next: Document | undefined): void {
    const change: Change = { ...made, base: this.replica.revision };
    const key = editKey(this.production, this.window, this.count++);
    this.keys.set(change.id, key);
    this.known.set(change.id, change);
    this.write(() => this.ports.local.set(key, change));
    this.replica = withEdit(this.replica, change, next);
    this.log = [...this.log, { id: change.id, label: change.label, undoes: change.undoes, follows: change.follows }];
    this.say();
    void this.send();
  }

  /** Settles when everything that was taken is in the browser's store. */
  get kept(): Promise<unknown> {
    return this.writing;
  }

  /** Listens no more and shows nothing more; what is on its way is still sent. */
  close(): void {
    this.closed = true;
    this.hush();
  }

  /** Like a page that is gone: nothing happens any more. For tests. */
  kill(): void {
    this.close();
    clearTimeout(this.timer);
    this.sending = true;
  }

  /** Tries to send now: the server may be back. */
  retry(): void {
    clearTimeout(this.timer);
    this.pause = this.ports.retry ?? RETRY_MS;
    void this.send();
  }

  stacks(): ReturnType<typeof stacksOf> {
    const { undo, redo } = stacksOf(this.log);
    return { undo: undo.filter((id) => !this.passed.has(id)), redo: redo.filter((id) => !this.passed.has(id)) };
  }

  /**
   * The change that takes another one back, with everything the machine made upon it since, for whichever edit; undefined
   * where what it did was changed again from elsewhere: then Undo passes over it from now on.
   */
  async takenBack(target: string): Promise<{ label: string; parts: Change['parts']; next: Document } | undefined> {
    const { change, followers } = await this.changeWithFollowers(target);
    let next = this.replica.document;
    const parts: Change['parts'][number][] = [];
    for (const follower of followers.toReversed()) {
      const back = inverted(follower, follower.id).parts;
      const without = laid(next, back);
      if (!without && !follower.byMachine) return this.passOver(target);
      if (!without || same(without, next)) continue;
      next = without;
      parts.push(...back);
    }
    const back = inverted(change, change.id).parts;
    const without = laid(next, back);
    if (!without) return this.passOver(target);
    return { label: change.label, parts: merged([...parts, ...back]), next: without };
  }

  /** Whether an edit of this window at a place, or inside it, stands beside what is stored or will. */
  isApart(path: string): boolean {
    const touches = (change: { readonly parts: Change['parts'] }): boolean =>
      change.parts.some(({ part, forward }) => forward.some((operation) => `${part}${operation.path}/`.startsWith(`${path}/`)));
    return this.replica.pending.some(({ change, after }) => !after && touches(change)) || this.conflicts.some((conflict) => conflict.window === this.window && touches(conflict));
  }

  /** When a line was last changed by another window (milliseconds since 1970); undefined where it was not. */
  changedElsewhere(line: string): number | undefined {
    return this.elsewhere.get(line);
  }

  private passOver(target: string): undefined {
    this.passed.add(target);
    this.say();
  }

  /** A change with what belongs to it and what the machine made upon it since, oldest first. */
  private async changeWithFollowers(id: string): Promise<{ change: Change; followers: readonly Change[] }> {
    const here = [...this.known.values()];
    const upon = (change: Change, later: readonly Change[]): readonly Change[] =>
      later.filter((one) => one.id !== id && (one.follows === id || (one.byMachine && meet(one.parts, change.parts))));
    const change = this.known.get(id);
    if (change && this.log.every((one) => one.follows !== id || this.known.has(one.id))) return { change, followers: upon(change, here.slice(here.indexOf(change) + 1)) };
    const stored = await this.ports.server.change(this.production, id);
    const unheard = here.filter((one) => !stored.followers.some((follower) => follower.id === one.id));
    return { change: stored.change, followers: [...stored.followers, ...upon(stored.change, unheard)] };
  }

  /** What the others have stays; mine is let go. */
  async keepTheirs(conflict: string): Promise<void> {
    this.conflicts = (await this.ports.server.theirs(this.production, conflict)).conflicts;
    this.say();
  }

  /** Lets go of an edit that could not be saved. */
  discard(key: string): void {
    this.aside = this.aside.filter((one) => one.key !== key);
    this.write(() => this.ports.local.del(key));
    this.say();
  }

  private say(): void {
    if (!this.closed) this.tell(this.state);
  }

  private write(work: () => Promise<unknown>): void {
    // A store that refuses (full, private) must not stop the edit on its way to the server.
    this.writing = this.writing.then(work, work).catch(() => {});
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    clearTimeout(this.timer);
    try {
      for (let head = this.replica.pending[0]; head; head = this.replica.pending[0]) await this.sendOne(head.change);
      this.stuck = false;
      this.trouble = undefined;
      this.pause = this.ports.retry ?? RETRY_MS;
      if (this.count) this.savedAt = Date.now();
      this.say();
    } catch (thrown) {
      this.stuck = true;
      const { code } = thrown as { code?: string };
      this.trouble = code === 'offline' ? undefined : sentenceOf(thrown);
      this.say();
      this.timer = setTimeout(() => void this.send(), this.pause);
      this.pause = Math.min(LONGEST_RETRY_MS, this.pause * 1.7);
    } finally {
      this.sending = false;
    }
  }

  private async sendOne(change: Change): Promise<void> {
    let answer: Answer;
    try {
      answer = await this.ports.server.send(this.production, change, this.replica.revision);
    } catch (thrown) {
      const { status = 0, code = '' } = thrown as { status?: number; code?: string };
      this.failures = code === 'server-error' ? this.failures + 1 : 0;
      if ((mayPass(status) && this.failures < MOST_FAILURES) || code === 'no-production' || code.startsWith('foreign-')) throw thrown;
      this.failures = 0;
      this.setAside(change, sentenceOf(thrown));
      return;
    }
    this.failures = 0;
    this.pause = this.ports.retry ?? RETRY_MS;
    if (answer.missed) this.receive(answer.missed);
    else await this.reload();
    if (answer.outcome === 'taken' && answer.revision > this.replica.revision) await this.catchUp();
    // It came with the whole production, or before: what is confirmed holds it.
    if (answer.outcome === 'taken' && this.replica.pending.some((one) => one.change.id === change.id)) this.replica = withoutEdit(this.replica, change.id);
    if (answer.outcome !== 'taken') {
      this.forget(change);
      if (answer.conflict) this.conflicts = [...this.conflicts.filter(({ id }) => id !== answer.conflict?.id), answer.conflict];
    } else if (change.settles) this.conflicts = this.conflicts.filter(({ id }) => id !== change.settles);
    this.release(change.id);
    this.stuck = false;
    this.say();
  }

  /** Takes an edit out of what is on its way: it is not in the document. */
  private forget(change: Change): void {
    this.replica = withoutEdit(this.replica, change.id);
    this.log = this.log.filter(({ id }) => id !== change.id);
  }

  private release(id: string): void {
    const key = this.keys.get(id);
    this.keys.delete(id);
    if (key) this.write(() => this.ports.local.del(key));
  }

  private setAside(change: Change, reason: string): void {
    this.forget(change);
    if (!change.byMachine) {
      const key = `${asidePrefix(this.production)}${change.id}`;
      this.aside = [...this.aside, { key, change, reason }];
      this.write(() => this.ports.local.set(key, { change, reason }));
    }
    this.release(change.id);
    this.say();
  }

  /** Takes what the server took; asks for what lies between where something is missing. */
  private receive(changes: readonly TakenChange[]): void {
    const next = withTaken(this.replica, changes);
    if (!next) {
      // What fails here is asked for again with the next answer.
      void this.catchUp().catch(() => {});
      return;
    }
    for (const { window, revision, parts } of changes)
      if (window !== this.window && revision > this.replica.revision)
        for (const { forward } of parts) for (const { path } of forward) for (const [line] of path.matchAll(/ln_\w+/g)) this.elsewhere.set(line, Date.now());
    for (const change of changes) if (change.byMachine && !this.known.has(change.id)) this.known.set(change.id, change);
    for (const { id } of changes) if (this.keys.has(id) && !next.pending.some(({ change }) => change.id === id)) this.release(id);
    if (next !== this.replica) {
      this.replica = next;
      this.say();
    }
  }

  private catchUp(): Promise<void> {
    this.fetching ??= (async () => {
      try {
        const { changes, conflicts } = await this.ports.server.missed(this.production, this.replica.revision);
        this.conflicts = conflicts;
        if (changes) this.receive(changes);
        else await this.reload();
        this.say();
      } finally {
        this.fetching = undefined;
      }
    })();
    return this.fetching;
  }

  /** The whole production anew, with what is on its way on top. */
  private async reload(): Promise<void> {
    const { document, revision, conflicts } = await this.ports.server.open(this.production);
    if (revision <= this.replica.revision) return;
    this.conflicts = conflicts;
    this.replica = replicaOf(
      document,
      revision,
      this.replica.pending.map(({ change }) => change),
    );
    this.say();
  }

  private heard(event: LiveEvent): void {
    if (this.closed) return;
    switch (event.kind) {
      case 'change':
        return this.receive([event.change]);
      case 'conflicts':
        this.conflicts = event.conflicts;
        return this.say();
      case 'windows':
        this.windows = event.windows.filter(({ window }) => window !== this.window);
        return this.say();
      case 'reload':
        void this.reload().catch(() => {});
        return;
      case 'line':
        if (event.open) {
          void this.catchUp().catch(() => {});
          if (this.stuck) this.retry();
        }
    }
  }
}
