import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { VersionList } from '#core/document/answers';
import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { setLineText } from '#core/edit/commands/lines';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { undo, useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { byDay, dayOf } from './days.ts';
import { Versions } from './Versions.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
const server = vi.hoisted(() => ({
  listVersions: vi.fn(),
  documentOf: vi.fn(),
  stepsOf: vi.fn(),
  nameVersion: vi.fn(async () => ({ id: 've_1' })),
  renameVersion: vi.fn(async () => {}),
  forgetVersion: vi.fn(async () => {}),
  openAsNew: vi.fn(async (document: Document) => ({ id: document.production.id })),
  pictureOf: (_: string, revision: number, scene: string) => `/${revision}/${scene}.png`,
}));
vi.mock('./api.ts', () => server);

const made = sampleDocument();
const [line] = inOrder(made.document.scenes[made.scene]?.lines ?? {}).map(([id]) => id) as [string];
const now = edit(made.document, 'Words', 'cg_000000000009', setLineText(made.scene, line, 'Good evening.', made.makeId)).document;
const NOON = new Date(2026, 10, 28, 12, 0).toISOString();
const list: VersionList = {
  revision: 5,
  named: [{ id: 've_9', revision: 2, at: NOON, name: 'First cut', changes: 0, labels: [] }],
  moments: [
    { revision: 5, at: NOON, changes: 3, labels: ['Change words', 'Move a cue'] },
    { revision: 2, at: new Date(2026, 10, 27, 9, 30).toISOString(), changes: 1, labels: ['New production'] },
  ],
};
const show = async (): Promise<void> => {
  opened(now);
  view({ versions: true });
  render(
    <Tooltip.Provider>
      <MemoryRouter>
        <Routes>
          <Route path="/" element={<Versions />} />
          <Route path="/p/:id" element={<p>Another production</p>} />
        </Routes>
      </MemoryRouter>
    </Tooltip.Provider>,
  );
  await screen.findByText('First cut');
};
const words = (): string | undefined => useProduction.getState().document?.scenes[made.scene]?.lines[line]?.text;

beforeEach(() => {
  vi.clearAllMocks();
  server.listVersions.mockResolvedValue(list);
  server.documentOf.mockResolvedValue(structuredClone(made.document));
  server.stepsOf.mockResolvedValue([{ revision: 4, at: NOON, changes: 1, labels: ['Move a cue'] }]);
});
afterEach(cleanup);

describe('days', () => {
  it('are called as people call them, and hold their moments in order', () => {
    const today = new Date(2026, 10, 28, 20, 0);
    expect(dayOf(NOON, today)).toBe('Today');
    expect(byDay(list.moments, today).map(({ name, versions }) => [name, versions.length])).toEqual([
      ['Today', 1],
      ['Yesterday', 1],
    ]);
    expect(dayOf(new Date(2025, 0, 2).toISOString(), today)).toBe('2 January 2025');
  });
});

describe('versions', () => {
  it('show one beside today with what became of it, and go back to it as one step of Undo', async () => {
    await show();
    fireEvent.click(screen.getByText('First cut'));
    await screen.findByText('“Good morning, Tully. It is low tide.” became “Good evening.”.');
    const pictures = screen.getAllByRole('img', { hidden: true }).map((picture) => picture.getAttribute('src'));
    expect(pictures).toEqual([`/2/${made.scene}.png`, `/5/${made.scene}.png`]);
    fireEvent.click(screen.getByRole('button', { name: 'Go back to this' }));
    expect(words()).toBe('Good morning, Tully. It is low tide.');
    expect(useView.getState().versions).toBe(false);
    await undo();
    await waitFor(() => expect(words()).toBe('Good evening.'));
  });
  it('say where nothing has changed since', async () => {
    server.documentOf.mockResolvedValue(structuredClone(now));
    await show();
    fireEvent.click(screen.getByText('First cut'));
    await screen.findByText(/Nothing has changed since/);
    expect(screen.getByRole('button', { name: 'Go back to this' })).toHaveProperty('disabled', true);
  });
  it('unfold a moment into its changes, each of which can be gone back to', async () => {
    await show();
    fireEvent.click(screen.getByRole('button', { name: 'Each change until 12:00' }));
    fireEvent.click(await screen.findByRole('button', { name: /^Move a cue/ }));
    expect(server.stepsOf).toHaveBeenCalledWith(made.document.production.id, 2, 5);
    expect(server.documentOf).toHaveBeenLastCalledWith(made.document.production.id, 4);
  });
  it('keep a name for how it is now, and change or take away that of an older one', async () => {
    await show();
    const field = screen.getByLabelText('Name of this version');
    fireEvent.change(field, { target: { value: 'Before the client' } });
    fireEvent.submit(field);
    await waitFor(() => expect(server.nameVersion).toHaveBeenCalledWith(made.document.production.id, 5, 'Before the client'));
    fireEvent.click(screen.getByText('First cut'));
    fireEvent.click(await screen.findByRole('button', { name: /^Name of this version: First cut/ }));
    const name = screen.getAllByLabelText('Name of this version').at(-1) as HTMLInputElement;
    fireEvent.change(name, { target: { value: 'Rough cut' } });
    fireEvent.keyDown(name, { key: 'Enter' });
    await waitFor(() => expect(server.renameVersion).toHaveBeenCalledWith(made.document.production.id, 've_9', 'Rough cut'));
    fireEvent.click(screen.getByRole('button', { name: 'Take the name away' }));
    await waitFor(() => expect(server.forgetVersion).toHaveBeenCalledWith(made.document.production.id, 've_9'));
  });
  it('open one as a production of its own', async () => {
    await show();
    fireEvent.click(screen.getByText('First cut'));
    fireEvent.click(await screen.findByRole('button', { name: 'Open as a new production' }));
    await screen.findByText('Another production');
    const [document] = server.openAsNew.mock.calls[0] as [Document];
    expect(document.production.id).not.toBe(made.document.production.id);
    expect(document.production.title).toBe('How tides work (First cut)');
  });
  it('say what is wrong where they cannot be had, and are asked for again', async () => {
    server.listVersions.mockRejectedValueOnce(new Error('Kipzo’s server does not answer.'));
    opened(now);
    view({ versions: true });
    render(
      <Tooltip.Provider>
        <MemoryRouter>
          <Versions />
        </MemoryRouter>
      </Tooltip.Provider>,
    );
    await screen.findByText(/does not answer/);
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await screen.findByText('First cut');
  });
});
