import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { isText, takesKeys, usePointerKeepsNoFocus, useUndoKeys } from './undoKeys.ts';

const steps = vi.hoisted(() => ({ undo: vi.fn(async () => {}), redo: vi.fn(async () => {}) }));
vi.mock('./production.ts', () => steps);

function Page({ own = false }: { own?: boolean }) {
  useUndoKeys();
  usePointerKeepsNoFocus();
  return (
    <main data-testid="page">
      <input aria-label="Name" />
      <input aria-label="Share" type="range" />
      <textarea aria-label="Words" />
      <div data-testid="slider" role="slider" aria-valuenow={1} tabIndex={0} onKeyDown={(event) => event.stopPropagation()} />
      <div data-testid="list" role="combobox" aria-expanded="false" aria-controls="none" tabIndex={0} />
      <div data-choosing="" data-testid="open">
        <span data-testid="option">One</span>
      </div>
      <button type="button">
        <span>Play</span>
      </button>
      <div data-keeps-focus="">
        <button type="button">Stay</button>
      </div>
      <div role="dialog">
        <button type="button">Close</button>
      </div>
      {own && <div data-own-undo="" />}
    </main>
  );
}
const called = (): string => `${'u'.repeat(steps.undo.mock.calls.length)}${'r'.repeat(steps.redo.mock.calls.length)}`;
const press = (on: Element, values: object): boolean => fireEvent.keyDown(on, { bubbles: true, cancelable: true, ...values });

beforeEach(() => vi.clearAllMocks());
afterEach(cleanup);

describe('the keys of undo', () => {
  it('take back and do again, by either set of keys, and keep the browser from doing so', () => {
    render(<Page />);
    const page = screen.getByTestId('page');
    expect(press(page, { key: 'z', ctrlKey: true })).toBe(false);
    expect(called()).toBe('u');
    press(page, { key: 'Z', ctrlKey: true, shiftKey: true });
    press(page, { key: 'y', metaKey: true });
    expect(called()).toBe('urr');
  });
  it('leave all other keys alone', () => {
    render(<Page />);
    const page = screen.getByTestId('page');
    for (const values of [{ key: 'z' }, { key: 'z', ctrlKey: true, altKey: true }, { key: 'x', ctrlKey: true }, { key: 'Control', ctrlKey: true }])
      expect(press(page, values)).toBe(true);
    expect(called()).toBe('');
  });
  it('are the field’s own where words are typed, and ours on a slider', () => {
    render(<Page />);
    press(screen.getByLabelText('Name'), { key: 'z', ctrlKey: true });
    press(screen.getByLabelText('Words'), { key: 'z', ctrlKey: true });
    expect(called()).toBe('');
    press(screen.getByLabelText('Share'), { key: 'z', ctrlKey: true });
    press(screen.getByTestId('slider'), { key: 'z', ctrlKey: true });
    expect(called()).toBe('uu');
  });
  it('are a screen’s own where it has steps of its own, and nobody’s once it is gone', () => {
    const { rerender, unmount } = render(<Page own />);
    press(screen.getByTestId('page'), { key: 'z', ctrlKey: true });
    expect(called()).toBe('');
    rerender(<Page />);
    press(screen.getByTestId('page'), { key: 'z', ctrlKey: true });
    expect(called()).toBe('u');
    unmount();
    press(document.body, { key: 'z', ctrlKey: true });
    expect(called()).toBe('u');
  });
});

describe('a place on the page', () => {
  it('takes letters, or keys of its own, or neither', () => {
    render(<Page />);
    const places = ['Name', 'Words', 'Share'].map((label) => screen.getByLabelText(label));
    expect(places.map(isText)).toEqual([true, true, false]);
    expect(places.map(takesKeys)).toEqual([true, true, true]);
    expect(['slider', 'list', 'option', 'page'].map((id) => takesKeys(screen.getByTestId(id)))).toEqual([true, true, true, false]);
    expect([isText(null), takesKeys(null), isText(window), takesKeys(window)]).toEqual([false, false, false, false]);
    const editable = document.createElement('div');
    Object.defineProperty(editable, 'isContentEditable', { value: true });
    expect([isText(editable), takesKeys(editable)]).toEqual([true, true]);
    for (const type of ['search', 'url', 'tel', 'email', 'password', 'number']) expect(isText(Object.assign(document.createElement('input'), { type }))).toBe(true);
    for (const type of ['checkbox', 'radio', 'file']) expect(isText(Object.assign(document.createElement('input'), { type }))).toBe(false);
  });
});

describe('a button', () => {
  const pressed = async (name: string, detail: number): Promise<boolean> => {
    const target = screen.getByText(name);
    const button = target.closest('button') as HTMLButtonElement;
    button.focus();
    fireEvent.click(target, { detail });
    await new Promise((next) => setTimeout(next, 5));
    return document.activeElement === button;
  };
  it('pressed with the pointer gives the keyboard back, one pressed by keys keeps it', async () => {
    render(<Page />);
    expect(await pressed('Play', 1)).toBe(false);
    expect(await pressed('Play', 0)).toBe(true);
  });
  it('in a dialog, or where it must, keeps it', async () => {
    render(<Page />);
    expect(await pressed('Close', 1)).toBe(true);
    expect(await pressed('Stay', 1)).toBe(true);
  });
});
