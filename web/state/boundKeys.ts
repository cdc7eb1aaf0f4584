import * as v from 'valibot';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/**
 * Keys as they are kept: `Ctrl`, `Alt`, `Shift`, then a key, joined by `+`. Letters and signs as they are typed, large; others
 * by their name (KeyboardEvent.key, `Space` for a blank).
 */
export type Keys = string;

interface Bound {
  /** By command: what somebody chose instead of what it came with; none takes its keys away. */
  readonly changed: Readonly<Record<string, readonly Keys[]>>;
}
const Stored = v.object({ changed: v.record(v.string(), v.array(v.pipe(v.string(), v.maxLength(40)))) });

/** Keys that were chosen in this browser. What is stored and is none is as if nothing were. */
export const useBoundKeys = create<Bound>()(
  persist(() => ({ changed: {} }) as Bound, {
    name: 'kipzo-keys',
    merge: (stored, now) => {
      const read = v.safeParse(Stored, stored);
      return read.success ? read.output : now;
    },
  }),
);

const MODIFIERS: ReadonlySet<string> = new Set(['Control', 'Shift', 'Alt', 'Meta', 'AltGraph', 'CapsLock', 'Dead', 'Process', 'Unidentified']);

/** The keys of an event; undefined while only Shift and the like are held. */
export function keysOf(event: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>): Keys | undefined {
  if (MODIFIERS.has(event.key)) return undefined;
  const typed = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const [, letter] = /^(?:Key|Digit)([A-Z\d])$/.exec(event.code) ?? [];
  // By its place on the keyboard where a language's letters are others, and where Alt types signs.
  const key = letter !== undefined && (event.altKey || /[^\p{ASCII}]/u.test(typed)) ? letter : typed;
  // A sign that Shift makes is that sign: whether with or without Shift it is typed differs by keyboard.
  const shift = event.shiftKey && (key.length > 1 || /[A-Z]/.test(key));
  return [event.ctrlKey || event.metaKey ? 'Ctrl' : '', event.altKey ? 'Alt' : '', shift ? 'Shift' : '', key].filter(Boolean).join('+');
}

const SHOWN: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Delete: 'Del',
  Escape: 'Esc',
  PageUp: 'Page up',
  PageDown: 'Page down',
};

/** Keys in parts as they are shown, each on a cap of its own. */
export const shownKeys = (keys: Keys): string[] =>
  (keys.endsWith('++') ? [...keys.slice(0, -2).split('+'), '+'] : keys === '+' ? ['+'] : keys.split('+')).map((part) => SHOWN[part] ?? part);

/** Keys as words, for hints beside a button. */
export const spokenKeys = (keys: Keys): string => shownKeys(keys).join('+');

interface HasKeys {
  readonly id: string;
  readonly keys?: readonly Keys[];
}

/** The keys of a command now. */
export const keysFor = ({ id, keys = [] }: HasKeys, changed: Bound['changed'] = useBoundKeys.getState().changed): readonly Keys[] => changed[id] ?? keys;

/** Which command answers to which keys; the first one where two would. */
export function byKeys<C extends HasKeys>(commands: readonly C[], changed: Bound['changed']): ReadonlyMap<Keys, C> {
  const map = new Map<Keys, C>();
  for (const command of commands) for (const keys of keysFor(command, changed)) if (!map.has(keys)) map.set(keys, command);
  return map;
}

/** Gives a command these keys, and takes them from whichever had them. */
export function bindKeys(commands: readonly HasKeys[], id: string, keys: Keys | undefined): void {
  const { changed } = useBoundKeys.getState();
  const next: Record<string, readonly Keys[]> = { ...changed };
  const other = keys === undefined ? undefined : byKeys(commands, changed).get(keys);
  if (other && other.id !== id) next[other.id] = keysFor(other, changed).filter((one) => one !== keys);
  next[id] = keys === undefined ? [] : [keys];
  useBoundKeys.setState({ changed: next });
}

/** The keys that a command came with, or all commands. */
export function restoreKeys(id?: string): void {
  const { [id ?? '']: _, ...rest } = useBoundKeys.getState().changed;
  useBoundKeys.setState({ changed: id === undefined ? {} : rest });
}

/** The keys of a command as a hint tells them, ` (B)`; nothing where somebody took them away. `came` is what it came with. */
export function useHint(id: string, came: Keys): string {
  const keys = useBoundKeys((state) => state.changed[id]);
  const [first] = keys ?? [came];
  return first === undefined ? '' : ` (${spokenKeys(first)})`;
}

/** The same without brackets, for a menu. */
export const hintOf = (id: string, came: Keys): string => {
  const [first] = keysFor({ id, keys: [came] });
  return first === undefined ? '' : spokenKeys(first);
};
