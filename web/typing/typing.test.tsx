import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { deleteLines, setLineText } from '#core/edit/commands/lines';
import { renameProduction } from '#core/edit/commands/stage';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { stacks, undo, useProduction } from '../state/production.ts';
import type { LiveEvent } from '../state/sessionPorts.ts';
import { opened } from '../testing/opened.ts';
import { TypedName } from './TypedName.tsx';
import { AlsoOpen, Undecided } from './Undecided.tsx';
import { keepAllTyped, recoverTyped, useTyped } from './useTyped.ts';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  get: async (key: string) => structuredClone(kept.get(key)),
  set: async (key: string, value: unknown) => void kept.set(key, structuredClone(value)),
  del: async (key: string) => void kept.delete(key),
  keys: async () => [...kept.keys()],
}));

const made = sampleDocument();
const { scene } = made;
const [line] = inOrder(made.document.scenes[scene]?.lines ?? {})[0] as [string, unknown];
const target = { kind: 'words', scene, line } as const;
const now = (): Document => useProduction.getState().document as Document;
const text = (): string | undefined => now().scenes[scene]?.lines[line]?.text;
const FIRST = 'Good morning, Tully. It is low tide.';

function Field() {
  const stored = useProduction((state) => state.document?.scenes[scene]?.lines[line]?.text ?? '');
  const words = useTyped(target, stored);
  return (
    <textarea
      aria-label="words"
      value={words.text}
      onChange={(event) => words.type(event.target.value)}
      onBlur={() => words.leave()}
      onKeyDown={(event) => event.key === 'Escape' && words.restore()}
    />
  );
}
const field = (): HTMLTextAreaElement => screen.getByLabelText('words') as HTMLTextAreaElement;
const type = (value: string): void => void fireEvent.change(field(), { target: { value } });
const paused = async (): Promise<void> => {
  await act(() => vi.advanceTimersByTimeAsync(400));
};
/** Another window's change, as the server tells of it. */
let tell: (event: LiveEvent) => void;
const elsewhere = (recipe: Parameters<typeof edit>[3], revision = 2): void => {
  const { change } = edit(made.document, 'Theirs', makeId('change'), recipe);
  act(() => tell({ kind: 'change', change: { ...(change as NonNullable<typeof change>), revision, window: 'other' } }));
};
const open = (): void => {
  opened(made.document, 'pr_000000000001', {
    listen: (_id, _after, onEvent) => {
      tell = onEvent;
      return () => {};
    },
    // Answers come when a test wants them: edits stay on their way.
    send: () => new Promise(() => {}),
  });
};

beforeEach(() => {
  vi.useFakeTimers();
  kept.clear();
  open();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('a field whose words are kept while they are typed', () => {
  it('stores each letter in the browser, and makes an edit after a pause', async () => {
    render(<Field />);
    type('Good evening');
    expect([...kept.values()]).toMatchObject([{ value: 'Good evening', seen: FIRST, target }]);
    expect(useProduction.getState().save).toBe('saving');
    expect(text()).toBe(FIRST);
    await paused();
    expect(text()).toBe('Good evening');
    expect([...kept.keys()].filter((key) => key.startsWith('typed'))).toEqual([]);
  });
  it('keeps what is typed without a pause at the latest after some seconds', async () => {
    render(<Field />);
    for (let n = 0; n < 30; n++) {
      type(`Word ${n}`);
      await act(() => vi.advanceTimersByTimeAsync(100));
    }
    expect(text()).not.toBe(FIRST);
  });
  it('keeps everything at once when the page may be gone', () => {
    render(<Field />);
    type('Unfinished bus');
    act(() => keepAllTyped());
    expect(text()).toBe('Unfinished bus');
  });
  it('is one step of Undo until it is left, and the next one after that', async () => {
    render(<Field />);
    for (const words of ['One', 'One two', 'One two three']) {
      type(words);
      await paused();
    }
    expect(stacks().undo).toHaveLength(1);
    fireEvent.blur(field());
    type('Four');
    await paused();
    expect(stacks().undo).toHaveLength(2);
    await act(() => undo());
    expect(text()).toBe('One two three');
    await act(() => undo());
    expect(text()).toBe(FIRST);
    expect(field().value).toBe(FIRST);
  });
  it('does not eat the space at the end while somebody goes on', async () => {
    render(<Field />);
    type('Good ');
    await paused();
    expect(field().value).toBe('Good ');
    expect(text()).toBe('Good');
  });
  it('takes brackets out as how it is said, once they are closed', async () => {
    render(<Field />);
    type('(worried) Who pulls');
    await paused();
    expect(text()).toBe('Who pulls');
    expect(now().scenes[scene]?.lines[line]?.direction).toBe('worried');
    expect(field().value).toBe('Who pulls');
  });
  it('is as it was before it was entered after Esc', async () => {
    render(<Field />);
    type('Something else');
    await paused();
    fireEvent.keyDown(field(), { key: 'Escape' });
    expect(text()).toBe(FIRST);
    expect(field().value).toBe(FIRST);
  });
  it('shows what another window writes, as long as nobody types here', () => {
    render(<Field />);
    elsewhere(setLineText(scene, line, 'From elsewhere.', makeId));
    expect(field().value).toBe('From elsewhere.');
  });
  it('never takes words away from under somebody who types: both versions go to the server', async () => {
    render(<Field />);
    type('Mine is growing');
    elsewhere(setLineText(scene, line, 'From elsewhere.', makeId));
    expect(field().value).toBe('Mine is growing');
    await paused();
    expect(text()).toBe('From elsewhere.');
    expect(field().value).toBe('Mine is growing');
    expect(useProduction.getState().log.at(-1)?.label).toBe('Change the words');
    type('Mine is growing on');
    await paused();
    expect(field().value).toBe('Mine is growing on');
    fireEvent.blur(field());
    expect(field().value).toBe('From elsewhere.');
  });
  it('of a line that another window deletes keeps its words all the same', async () => {
    render(<Field />);
    type('Still being wri');
    elsewhere(deleteLines(scene, [line]));
    await paused();
    expect(now().scenes[scene]?.lines[line]).toBeUndefined();
    expect(useProduction.getState().log.at(-1)?.label).toBe('Change the words');
  });
});

describe('words that a page lost', () => {
  const lost = (value: string, seen: string, window = 'gone'): void => void kept.set(`typed pr_000000000001 words ${scene} ${line} ${window}`, { target, value, seen });
  const mine = (window: string): boolean => window === 'gone';
  it('become an edit when the production is opened again', async () => {
    lost('Half a senten', FIRST);
    await act(() => recoverTyped('pr_000000000001', mine));
    expect(text()).toBe('Half a senten');
    expect([...kept.keys()].filter((key) => key.startsWith('typed'))).toEqual([]);
  });
  it('of a window that is still open are left to it', async () => {
    lost('Half a senten', FIRST, 'alive');
    await act(() => recoverTyped('pr_000000000001', mine));
    expect(text()).toBe(FIRST);
    expect(kept.size).toBe(1);
  });
  it('stand beside what was written there meanwhile', async () => {
    lost('Half a senten', 'What it said before that.');
    await act(() => recoverTyped('pr_000000000001', mine));
    expect(text()).toBe(FIRST);
    expect(useProduction.getState().log.at(-1)?.label).toBe('Change the words');
  });
  it('are given back where their line is gone for good', async () => {
    kept.set(`typed pr_000000000001 words ${scene} ln_zzzzzzzzzzzz gone`, { target: { ...target, line: 'ln_zzzzzzzzzzzz' }, value: 'Orphaned words', seen: '' });
    const recovering = recoverTyped('pr_000000000001', mine);
    await act(() => vi.advanceTimersByTimeAsync(6000));
    expect(await recovering).toEqual(['Orphaned words']);
  });
});

describe('a name', () => {
  it('is kept while it is typed, and never becomes empty', async () => {
    render(<TypedName target={{ kind: 'production' }} value={now().production.title} label="Name" />);
    fireEvent.click(screen.getByRole('button'));
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Ebb' } });
    await paused();
    expect(now().production.title).toBe('Ebb');
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: '   ' } });
    fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'Enter' });
    expect(now().production.title).toBe('Ebb');
  });
});

describe('what waits for a decision', () => {
  const theirs = edit(made.document, 'Theirs', 'cg_000000000001', renameProduction('Theirs'));
  const mine = edit(made.document, 'Rename', 'cg_000000000002', renameProduction('Mine')).change as NonNullable<ReturnType<typeof edit>['change']>;
  const conflict = { id: mine.id, label: mine.label, window: 'somebody', at: '', parts: mine.parts, theirs: [] };
  it('is nothing while nothing is open', () => {
    const { container } = render(<Undecided document={made.document} conflicts={[]} aside={[]} />);
    expect(container.textContent).toBe('');
  });
  it('shows both versions and what could not be saved, with the reason', () => {
    render(
      <Tooltip.Provider>
        <Undecided document={theirs.document} conflicts={[conflict]} aside={[{ key: 'k', change: mine, reason: 'It holds half a character. Type it again.' }]} />
      </Tooltip.Provider>,
    );
    fireEvent.click(screen.getByRole('button', { name: '1 in two versions, 1 not saved' }));
    const panel = screen.getByRole('dialog');
    for (const words of ['Mine', 'Theirs', 'Keep both', '“Rename” could not be saved', 'It holds half a character. Type it again.']) expect(panel.textContent).toContain(words);
  });
  it('other windows are counted and said to be writing', () => {
    render(
      <Tooltip.Provider>
        <AlsoOpen document={made.document} windows={[{ window: 'b', client: 'c', line }]} />
      </Tooltip.Provider>,
    );
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain('also open in another window; line 1 (“Good morning');
    expect(screen.getByRole('img').textContent).toBe('2');
  });
});
