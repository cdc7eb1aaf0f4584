import { useEffect, useRef, useState } from 'react';
import type { Document } from '#core/document/schema';
import { local } from '../state/ports.ts';
import { isApart, keptHere, sendNow, stacks, typed, useProduction } from '../state/production.ts';
import { windowId } from '../state/window.ts';
import { keepTyped, pathOf, sameWords, storedAt, type Target, targetKey } from './targets.ts';

/** A pause in typing after which words are kept and sent. */
export const PAUSE_MS = 250;
/** What is typed without a pause is kept at least this often. */
const LONGEST_MS = 2000;

const prefix = (production: string): string => `typed ${production} `;

/** What a field holds that is no edit yet, in the browser's store since its last letter. */
interface Kept {
  readonly target: Target;
  readonly value: string;
  readonly seen: string;
}

/** Keeps of all fields in which somebody types. */
const open = new Map<string, () => void>();
/** All of it at once: the page may be gone in a moment. */
export function keepAllTyped(): void {
  for (const keep of [...open.values()]) keep();
}
if (typeof window !== 'undefined') {
  const leaving = (): void => {
    keepAllTyped();
    sendNow();
  };
  window.addEventListener('pagehide', leaving);
  document.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && leaving());
}

/** The step of Undo that typing at a place goes on, as long as it is the last one. */
const steps = new Map<string, string>();
/** What is typed at a target from now on belongs to an edit that has just been made. */
export const goOnWith = (target: Target, edit: string): void => void steps.set(targetKey(target), edit);

export interface Typed {
  readonly text: string;
  /** Something was typed. */
  type(value: string): void;
  /** Keeps what was typed now. Gives the edit, if there was any. */
  keep(): string | undefined;
  /** The field is left: what comes next is a step of its own. */
  leave(): string | undefined;
  /** Everything typed since the field was entered is taken back. */
  restore(): void;
}

/**
 * Words of a field that belong to a place in the document: in the browser's store at each letter, an edit after a pause,
 * one step of Undo as long as the field is not left. What comes from elsewhere is shown unless it would take words away.
 * `onKept` is told of each edit.
 */
export function useTyped(target: Target, stored: string, onKept?: (edit: string) => void): Typed {
  const key = targetKey(target);
  const [text, setText] = useState(stored);
  const state = useRef({
    value: stored,
    seen: stored,
    entered: stored,
    dirty: false,
    since: 0,
    timer: undefined as ReturnType<typeof setTimeout> | undefined,
    document: undefined as Document | undefined,
  });
  const at = state.current;
  const now = useProduction.getState().document;
  if (now && storedAt(now, target) !== undefined) at.document = now;

  const keep = (): string | undefined => {
    clearTimeout(at.timer);
    if (!at.dirty) return undefined;
    at.dirty = false;
    at.since = 0;
    const before = steps.get(key);
    const follows = before !== undefined && stacks().undo.at(-1) === before ? before : undefined;
    const { edit, gone } = keepTyped(target, at.value, { seen: at.seen, follows, document: at.document });
    if (edit && !follows) steps.set(key, edit);
    if (edit) onKept?.(edit);
    const production = useProduction.getState().id;
    // The edit is in the store before what it was made of goes.
    if (production && !gone)
      void keptHere()
        .then(() => (at.dirty ? undefined : local.del(`${prefix(production)}${key} ${windowId()}`)))
        .catch(() => {});
    const after = useProduction.getState().document;
    const result = after && storedAt(after, target);
    const mine = edit !== undefined && result !== undefined && !sameWords(result, at.value) && useProduction.getState().log.at(-1)?.id === edit;
    // Brackets and names before a colon are taken out of the words; what another window wrote is not put in their place.
    if (mine && result !== undefined && at.value.length > result.length && at.value.replace(/\s+/g, ' ').includes(result)) {
      at.value = /\s$/.test(at.value) ? `${result} ` : result;
      setText(at.value);
    }
    at.seen = at.value;
    open.delete(key);
    typed(key, false);
    return edit ?? (follows && steps.get(key));
  };
  const latest = useRef(keep);
  latest.current = keep;

  // biome-ignore lint/correctness/useExhaustiveDependencies: only what is stored brings other words
  useEffect(() => {
    if (sameWords(stored, at.seen) || at.dirty) return;
    // Whoever is writing here goes on with the own version: both are kept, and shown below the field.
    if (steps.has(key) && isApart(pathOf(target))) return;
    at.seen = stored;
    at.value = stored;
    at.entered = stored;
    setText(stored);
  }, [stored, at]);
  useEffect(
    () => () => {
      latest.current();
      steps.delete(key);
    },
    [key],
  );

  const type = (value: string): void => {
    at.value = value;
    setText(value);
    if (!at.dirty) at.since = Date.now();
    at.dirty = true;
    open.set(key, () => latest.current());
    typed(key, true);
    const production = useProduction.getState().id;
    if (production) void local.set(`${prefix(production)}${key} ${windowId()}`, { target, value, seen: at.seen } satisfies Kept).catch(() => {});
    clearTimeout(at.timer);
    at.timer = setTimeout(() => latest.current(), Math.max(0, Math.min(PAUSE_MS, at.since + LONGEST_MS - Date.now())));
  };
  return {
    text,
    type,
    keep,
    leave() {
      const edit = keep();
      steps.delete(key);
      // With both versions kept, the field shows what is stored.
      const result = useProduction.getState().document && storedAt(useProduction.getState().document as Document, target);
      if (result !== undefined && !sameWords(result, at.value)) {
        at.value = result;
        setText(result);
      }
      if (result !== undefined) {
        at.seen = result;
        at.entered = result;
      }
      return edit;
    },
    restore() {
      if (!sameWords(at.entered, at.value)) type(at.entered);
      keep();
      steps.delete(key);
    },
  };
}

/** A line that was on its way when the page was lost may come in a moment. */
const WAIT_MS = 300;
const TRIES = 15;

/** Words that a page lost before they were an edit: brought in again. Gives those whose place is gone for good. */
export async function recoverTyped(production: string, mine: (window: string) => boolean): Promise<string[]> {
  const lost: string[] = [];
  const here = (): boolean => useProduction.getState().id === production;
  for (const key of (await local.keys()).filter((one) => one.startsWith(prefix(production)))) {
    const owner = key.split(' ').at(-1) as string;
    if (!mine(owner) || [...open.keys()].some((field) => key === `${prefix(production)}${field} ${windowId()}`)) continue;
    const kept = (await local.get(key)) as Kept | undefined;
    let gone = false;
    for (let tries = 0; kept && here(); tries++) {
      gone = keepTyped(kept.target, kept.value, { seen: kept.seen }).gone === true;
      if (!gone || tries >= TRIES) break;
      await new Promise((resolve) => setTimeout(resolve, WAIT_MS));
    }
    if (!here()) return lost;
    if (kept && gone) lost.push(kept.value);
    await keptHere();
    await local.del(key);
  }
  return lost;
}
