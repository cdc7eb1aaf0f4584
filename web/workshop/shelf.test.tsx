import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Backdrop, Document, Kept, LayerOf } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addLayer } from '#core/edit/commands/layers';
import { sampleDocument } from '#core/testing/samples';
import { BackdropWorkshop } from '../screens/BackdropWorkshop.tsx';
import { PropWorkshop } from '../screens/PropWorkshop.tsx';
import { undo, useProduction } from '../state/production.ts';
import { useShelf } from '../state/shelf.ts';
import { opened } from '../testing/opened.ts';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('../stage/client.ts', () => ({
  stage: () => ({ show: () => {}, backdrop: async () => new Promise(() => {}), piece: async () => new Promise(() => {}), fetched: async () => {} }),
}));

const made = sampleDocument();
const { scene } = made;
const harbour: Backdrop = { kind: 'set', set: 'harbour-low-tide', light: 0.5 };
const withBackdrop = (backdrop: Backdrop): Document => ({
  ...made.document,
  scenes: { ...made.document.scenes, [scene]: { ...(made.document.scenes[scene] as Document['scenes'][string]), backdrop } },
});
type Sets = Extract<Backdrop, { kind: 'set' }>;
const backdrop = (): Sets => useProduction.getState().document?.scenes[scene]?.backdrop as Sets;
const sent: { method: string; url: string; body: unknown }[] = [];
let kept: Kept[] = [];
let shelfFails = false;

async function show(behind: Backdrop = harbour): Promise<void> {
  const document = withBackdrop(behind);
  const { id } = document.production;
  opened(document, id);
  const router = createMemoryRouter([{ path: '/p/:production/workshop/backdrop/:scene?', element: <BackdropWorkshop /> }], { initialEntries: [`/p/${id}/workshop/backdrop`] });
  await act(async () =>
    render(
      <Tooltip.Provider>
        <RouterProvider router={router} />
      </Tooltip.Provider>,
    ),
  );
}
const plane = (name: string): HTMLElement => screen.getByRole('slider', { name: `Distance of ${name}` });

beforeEach(() => {
  HTMLElement.prototype.scrollIntoView = () => {};
  vi.stubGlobal(
    'ResizeObserver',
    class {
      private readonly told: (entries: unknown[]) => void;
      constructor(told: (entries: unknown[]) => void) {
        this.told = told;
      }
      observe(): void {
        this.told([{ contentRect: { width: 780, height: 440 } }]);
      }
      unobserve(): void {}
      disconnect(): void {}
    },
  );
  [sent.length, kept, shelfFails] = [0, [], false];
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    if (!url.includes('/shelf')) return Response.json({ revisions: {} });
    const method = init.method ?? 'GET';
    if (method === 'GET') return Response.json(kept);
    if (shelfFails) return Response.json({ code: 'full', detail: 'There is no room on the shelf.' }, { status: 507 });
    const id = url.split('/').at(-1) as string;
    const body = init.body ? (JSON.parse(String(init.body)) as object) : undefined;
    sent.push({ method, url, body });
    kept = method === 'DELETE' ? kept.filter((one) => one.id !== id) : [{ ...body, id } as Kept, ...kept.filter((one) => one.id !== id)];
    return Response.json({ id });
  });
});
afterEach(() => {
  cleanup();
  useShelf.setState({ kept: undefined });
  vi.unstubAllGlobals();
});

describe('the depth shelf', () => {
  it('holds the planes from far to near, and brings one nearer or farther by arrow keys, each a step of undo', async () => {
    await show();
    const names = within(screen.getByRole('region', { name: 'Depth' }))
      .getAllByRole('slider')
      .map((one) => one.getAttribute('aria-valuetext'));
    expect(names.slice(0, 3)).toEqual(['far', '300 m', '160 m']);
    fireEvent.keyDown(plane('Sand'), { key: 'ArrowLeft' });
    expect(backdrop().planes?.sand?.distance).toBeGreaterThan(14);
    const far = backdrop().planes?.sand?.distance as number;
    fireEvent.keyDown(plane('Sand'), { key: 'ArrowRight', shiftKey: true });
    expect(backdrop().planes?.sand?.distance).toBeLessThan(far);
    await act(() => undo());
    expect(backdrop().planes?.sand?.distance).toBe(far);
    await act(() => undo());
    expect(backdrop().planes).toBeUndefined();
  });
  it('leaves a floor where people stand, and says so', async () => {
    await show();
    expect(plane('Quay').getAttribute('aria-valuetext')).toContain('fixed');
    fireEvent.keyDown(plane('Quay'), { key: 'ArrowLeft' });
    expect(backdrop().planes).toBeUndefined();
  });
});

describe('the parts of a backdrop', () => {
  it('and its planes are hidden and shown again', async () => {
    await show();
    fireEvent.click(screen.getByRole('button', { name: 'Hide Life ring' }));
    fireEvent.click(screen.getByRole('button', { name: 'Hide the plane Hills' }));
    expect([Object.keys(backdrop().parts ?? {}).length, backdrop().planes]).toEqual([1, { 'far-300': { hidden: true } }]);
    fireEvent.click(screen.getByRole('button', { name: 'Show the plane Hills' }));
    fireEvent.click(screen.getByRole('button', { name: 'Show Life ring' }));
    expect(backdrop()).toEqual(harbour);
  });
  it('are chosen and moved by keys alone: Page keys go through them, Delete hides one', async () => {
    await show();
    const bench = screen.getByRole('application');
    fireEvent.keyDown(bench, { key: 'PageDown' });
    const name = (): string => bench.getAttribute('aria-label') ?? '';
    const first = name();
    expect(first).toContain('is chosen');
    fireEvent.keyDown(bench, { key: 'PageDown' });
    expect(name()).not.toBe(first);
    fireEvent.keyDown(bench, { key: 'ArrowRight' });
    fireEvent.keyDown(bench, { key: 'ArrowDown', shiftKey: true });
    const [id, change] = Object.entries(backdrop().parts ?? {})[0] as [string, { dx: number; dy: number }];
    expect([change.dx > 0, change.dy]).toEqual([true, change.dx * 10]);
    fireEvent.keyDown(bench, { key: 'Delete' });
    expect(backdrop().parts?.[id]).toMatchObject({ hidden: true });
  });
});

describe('things that are put in', () => {
  it('are found by name, stand on the chosen plane as large as things are there, and go by Delete', async () => {
    await show();
    fireEvent.pointerDown(plane('Sand'), { button: 0 });
    fireEvent.change(screen.getByLabelText('Find something to put in'), { target: { value: 'clock' } });
    fireEvent.click(screen.getByRole('button', { name: 'Put in Clock' }));
    expect(backdrop().pieces).toMatchObject([{ name: 'Clock', plane: 'sand', what: { kind: 'prop', prop: 'clock' } }]);
    // 14 m away things are 6 / 20 of their size.
    expect(backdrop().pieces?.[0]?.size).toBeCloseTo(0.3, 2);
    fireEvent.click(screen.getByRole('button', { name: 'Flip' }));
    expect(backdrop().pieces?.[0]).toMatchObject({ flipped: true });
    fireEvent.keyDown(screen.getByRole('application'), { key: 'Delete' });
    expect(backdrop()).toEqual(harbour);
  });
  it('that nobody has are said not to be there', async () => {
    await show();
    fireEvent.change(screen.getByLabelText('Find something to put in'), { target: { value: 'zeppelin' } });
    expect(screen.getByText(/Nothing is called “zeppelin”/)).toBeTruthy();
  });
});

describe('the shelf of all productions', () => {
  it('keeps what is shown under a name, puts it behind a scene, and lets it go', async () => {
    await show({ ...harbour, planes: { sand: { distance: 30 } } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep on the shelf' }));
    fireEvent.change(screen.getByLabelText('Its name on the shelf'), { target: { value: ' Wide sands ' } });
    await act(async () => fireEvent.click(screen.getByRole('button', { name: 'Keep it' })));
    expect(sent).toMatchObject([{ method: 'PUT', body: { kind: 'backdrop', name: 'Wide sands', value: { set: 'harbour-low-tide', planes: { sand: { distance: 30 } } } } }]);
    cleanup();
    await show({ kind: 'set', set: 'study', light: 0.5 });
    await act(async () => fireEvent.click(await screen.findByRole('button', { name: 'Put Wide sands behind this scene' })));
    expect(backdrop()).toMatchObject({ set: 'harbour-low-tide', planes: { sand: { distance: 30 } } });
  });
  it('says why something could not be kept, and keeps the name that was typed', async () => {
    shelfFails = true;
    await show();
    fireEvent.click(screen.getByRole('button', { name: 'Keep on the shelf' }));
    fireEvent.change(screen.getByLabelText('Its name on the shelf'), { target: { value: 'Mine' } });
    await act(async () => fireEvent.click(screen.getByRole('button', { name: 'Keep it' })));
    expect((await screen.findByRole('alert')).textContent).toBe('There is no room on the shelf.');
    expect((screen.getByLabelText('Its name on the shelf') as HTMLInputElement).value).toBe('Mine');
  });
});

describe('a backdrop that is not drawn', () => {
  it('says so and offers drawn ones', async () => {
    await show({ kind: 'colour', colour: '#cfe0dc' });
    expect(screen.getByText(/Behind this scene is one colour/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Another one …' }));
    const list = await screen.findAllByRole('listitem');
    fireEvent.click(within(list.find((one) => one.textContent?.includes('Study')) as HTMLElement).getByRole('button'));
    expect(backdrop()).toMatchObject({ kind: 'set', set: 'study' });
  });
});

describe('the workshop for props', () => {
  const screenId = made.makeId('layer');
  const place = { x: 0, y: 390, locked: false, hidden: false } as const;
  const { document: stood } = edit(made.document, 'x', made.makeId('change'), addLayer(scene, screenId, { kind: 'prop', prop: 'screen', name: 'Old screen', ...place }));
  const layer = (id = screenId): LayerOf<'prop'> => useProduction.getState().document?.scenes[scene]?.layers[id] as LayerOf<'prop'>;
  async function showProps(document = stood): Promise<void> {
    const { id } = document.production;
    opened(document, id);
    const router = createMemoryRouter([{ path: '/p/:production/workshop/prop/:scene?/:layer?', element: <PropWorkshop /> }], { initialEntries: [`/p/${id}/workshop/prop`] });
    await act(async () =>
      render(
        <Tooltip.Provider>
          <RouterProvider router={router} />
        </Tooltip.Provider>,
      ),
    );
  }

  it('turns one off, colours it, writes on it, each a step of undo', async () => {
    await showProps();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Old screen');
    fireEvent.click(screen.getByRole('button', { name: 'Off' }));
    const metal = screen.getByLabelText('Metal') as HTMLInputElement;
    fireEvent.input(metal, { target: { value: '#aa5533' } });
    expect(useProduction.getState().preview?.scenes[scene]?.layers[screenId]).toMatchObject({ colours: { metal: '#aa5533' } });
    act(() => void metal.dispatchEvent(new Event('change')));
    fireEvent.change(screen.getByLabelText('Words on it'), { target: { value: 'Low tide: 14:20' } });
    fireEvent.blur(screen.getByLabelText('Words on it'));
    expect(layer()).toMatchObject({ state: 'off', colours: { metal: '#aa5533' }, writes: 'Low tide: 14:20' });
    fireEvent.click(screen.getByRole('button', { name: 'As drawn' }));
    expect(layer()).not.toHaveProperty('colours');
    await act(() => undo());
    expect(layer().colours).toEqual({ metal: '#aa5533' });
  });
  it('keeps it for all productions, and brings what is kept on the stage of another', async () => {
    await showProps();
    fireEvent.click(screen.getByRole('button', { name: 'Keep on the shelf' }));
    await act(async () => fireEvent.click(screen.getByRole('button', { name: 'Keep it' })));
    expect(sent).toMatchObject([{ method: 'PUT', body: { kind: 'thing', name: 'Old screen', value: { root: screenId } } }]);
    cleanup();
    await showProps(made.document);
    expect(screen.getByText(/No prop is on its stage yet/)).toBeTruthy();
    await act(async () => fireEvent.click(await screen.findByRole('button', { name: 'Bring Old screen on the stage' })));
    const [, brought] = Object.entries(useProduction.getState().document?.scenes[scene]?.layers ?? {}).find(([, { kind }]) => kind === 'prop') ?? [];
    expect(brought).toMatchObject({ prop: 'screen', name: 'Old screen', x: 0, y: 390 });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Old screen');
  });
  it('brings on any prop of the house by its name', async () => {
    await showProps(made.document);
    const find = screen.getByLabelText('Find something to put in');
    fireEvent.change(find, { target: { value: 'clock' } });
    await act(async () => void fireEvent.keyDown(find, { key: 'Enter' }));
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Clock');
  });
});
