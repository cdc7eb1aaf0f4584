import { beforeEach, describe, expect, it } from 'vitest';
import { COMMANDS } from '../composer/commands/index.ts';
import { bindKeys, byKeys, hintOf, keysFor, keysOf, restoreKeys, shownKeys, useBoundKeys } from './boundKeys.ts';

const pressed = (key: string, code: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}): string | undefined =>
  keysOf({ key, code, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held });
const MADE = [{ id: 'one', keys: ['A'] }, { id: 'two', keys: ['B', 'Ctrl+B'] }, { id: 'three' }];

beforeEach(() => restoreKeys());

describe('keys that are pressed', () => {
  it('are called the same whatever is held and however the keyboard says it', () => {
    expect(pressed('h', 'KeyH')).toBe('H');
    expect(pressed('H', 'KeyH', { shiftKey: true })).toBe('Shift+H');
    expect(pressed(' ', 'Space', { shiftKey: true })).toBe('Shift+Space');
    expect(pressed('v', 'KeyV', { ctrlKey: true })).toBe('Ctrl+V');
    expect(pressed('V', 'KeyV', { metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+V');
    expect(pressed('Delete', 'Delete', { shiftKey: true })).toBe('Shift+Delete');
    expect(pressed('ArrowUp', 'ArrowUp', { altKey: true })).toBe('Alt+ArrowUp');
  });
  it('are the sign that is typed, wherever it lies', () => {
    expect(pressed('?', 'Slash', { shiftKey: true })).toBe('?');
    expect(pressed('?', 'Minus', { shiftKey: true })).toBe('?');
    expect(pressed('+', 'BracketRight')).toBe('+');
  });
  it('are letters by their place where the language has others, or Alt types signs', () => {
    expect(pressed('р', 'KeyH')).toBe('H');
    expect(pressed('∆', 'KeyJ', { altKey: true })).toBe('Alt+J');
  });
  it('are none while only Shift or Ctrl is held', () => {
    for (const key of ['Shift', 'Control', 'Alt', 'Meta', 'Dead']) expect(pressed(key, '')).toBeUndefined();
  });
});

describe('keys of commands', () => {
  it('are no other command’s, as they come', () => {
    const seen = new Map<string, string>();
    for (const command of COMMANDS)
      for (const keys of command.keys ?? []) {
        expect(seen.get(keys), `${keys} of ${command.name}`).toBeUndefined();
        seen.set(keys, command.name);
      }
    expect(new Set(COMMANDS.map(({ id }) => id)).size).toBe(COMMANDS.length);
  });
  it('are those that somebody chose, until they are as they came', () => {
    bindKeys(MADE, 'three', 'Ctrl+3');
    expect(byKeys(MADE, useBoundKeys.getState().changed).get('Ctrl+3')?.id).toBe('three');
    bindKeys(MADE, 'one', undefined);
    expect(keysFor(MADE[0] as (typeof MADE)[number])).toEqual([]);
    restoreKeys('one');
    expect(keysFor(MADE[0] as (typeof MADE)[number])).toEqual(['A']);
    expect(Object.keys(useBoundKeys.getState().changed)).toEqual(['three']);
  });
  it('are taken from the one that had them, which keeps its others', () => {
    bindKeys(MADE, 'one', 'B');
    expect(byKeys(MADE, useBoundKeys.getState().changed).get('B')?.id).toBe('one');
    expect(keysFor(MADE[1] as (typeof MADE)[number])).toEqual(['Ctrl+B']);
    expect(byKeys(MADE, useBoundKeys.getState().changed).has('A')).toBe(false);
  });
  it('are told as caps, and as a hint', () => {
    expect(shownKeys('Ctrl+Shift+V')).toEqual(['Ctrl', 'Shift', 'V']);
    expect(shownKeys('+')).toEqual(['+']);
    expect(shownKeys('Ctrl++')).toEqual(['Ctrl', '+']);
    expect(shownKeys('Alt+ArrowUp')).toEqual(['Alt', '↑']);
    expect(hintOf('one', 'A')).toBe('A');
    bindKeys(MADE, 'one', 'Alt+Q');
    expect(hintOf('one', 'A')).toBe('Alt+Q');
    bindKeys(MADE, 'one', undefined);
    expect(hintOf('one', 'A')).toBe('');
  });
  it('come back with the browser, and what is stored wrongly does no harm', async () => {
    bindKeys(MADE, 'one', 'Alt+Q');
    expect(localStorage.getItem('kipzo-keys')).toContain('Alt+Q');
    localStorage.setItem('kipzo-keys', JSON.stringify({ state: { changed: { one: 'Alt+Q' } }, version: 0 }));
    await useBoundKeys.persist.rehydrate();
    expect(keysFor(MADE[0] as (typeof MADE)[number])).toEqual(['Alt+Q']);
    localStorage.setItem('kipzo-keys', JSON.stringify({ state: { changed: { one: ['Alt+W'] } }, version: 0 }));
    await useBoundKeys.persist.rehydrate();
    expect(keysFor(MADE[0] as (typeof MADE)[number])).toEqual(['Alt+W']);
  });
});
