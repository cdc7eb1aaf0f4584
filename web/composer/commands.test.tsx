import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Cue, CueOf, Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { changeCue, hangCue } from '#core/edit/commands/cues';
import { addMarker } from '#core/edit/commands/markers';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { restoreKeys } from '../state/boundKeys.ts';
import { run, undo, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { CommandList } from './CommandList.tsx';
import { useFilm } from './film.ts';
import { LinePart } from './LineCard.tsx';
import { useShortcuts } from './shortcuts.ts';
import { Timeline } from './Timeline.tsx';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  get: async (key: string) => kept.get(key),
  set: async (key: string, value: unknown) => void kept.set(key, value),
  del: async () => {},
  keys: async () => [],
}));
const played = vi.hoisted(() => ({ span: vi.fn(), line: vi.fn(), toggle: vi.fn() }));
vi.mock('./transport.ts', () => ({
  seek: (tick: number) => view({ tick: Math.round(tick) }),
  playLine: played.line,
  playSpan: played.span,
  togglePlay: played.toggle,
  stop: () => {},
  stepLine: () => {},
  stepFrames: () => {},
  stepMarker: () => {},
}));

const S = TICKS_PER_SECOND;
const made = sampleDocument();
const { scene } = made;
const layers = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const lines = inOrder(made.document.scenes[scene]?.lines ?? {}).map(([id]) => id) as [string, string];
const words = inOrder(made.document.scenes[scene]?.lines[lines[0]]?.words ?? {}).map(([id]) => id) as [string, string];
const CUE = 'cu_000000000001';
const MARKER = 'ma_000000000001';
const hung = edit(made.document, 'hang', 'cg_000000000001', (draft) => {
  hangCue(scene, CUE, { ...gestureOn(layers[0], words[0]), end: { ticks: 4 * S } } as Cue)(draft);
  addMarker(scene, MARKER, 3 * S, 'Here')(draft);
}).document;

function Page({ card = false }: { card?: boolean }) {
  const film = useFilm();
  useShortcuts(film?.scene);
  if (!film) return null;
  return (
    <Tooltip.Provider>
      <Timeline scene={film.scene} />
      {card && film.scene.lines[1] && <LinePart scene={film.scene} line={film.scene.lines[1]} />}
      <CommandList scene={film.scene} />
    </Tooltip.Provider>
  );
}
const show = (document: Document = hung, card = false): void => {
  opened(document);
  render(
    <MemoryRouter>
      <Page card={card} />
    </MemoryRouter>,
  );
};
const press = (key: string, more: object = {}): boolean =>
  fireEvent.keyDown(document.body, { key, code: /^[a-z]$/i.test(key) ? `Key${key.toUpperCase()}` : key, bubbles: true, cancelable: true, ...more });
const cues = (): [string, Cue][] => Object.entries(useProduction.getState().document?.scenes[scene]?.cues ?? {});
const cue = (): CueOf<'gesture'> => useProduction.getState().document?.scenes[scene]?.cues[CUE] as CueOf<'gesture'>;
const markers = (): string[] => Object.values(useProduction.getState().document?.scenes[scene]?.markers ?? {}).map(({ name }) => name);
const field = (): HTMLElement => screen.getByPlaceholderText('What do you want to do?');

beforeEach(() => {
  vi.clearAllMocks();
  kept.clear();
  restoreKeys();
  Element.prototype.scrollIntoView = () => {};
  choose(undefined);
  view({ tick: 0, zoom: 100, help: false, marker: undefined, scene });
});
afterEach(cleanup);

describe('the keys of the composer', () => {
  it('cut the chosen cue at the playhead, and Undo makes it whole again', async () => {
    show();
    choose({ kind: 'cue', id: CUE });
    view({ tick: 3 * S });
    press('s');
    expect(cues()).toHaveLength(2);
    await act(undo);
    await waitFor(() => expect(cues()).toHaveLength(1));
    press(']', { altKey: true });
    expect(cue().end).toEqual({ ticks: 2 * S });
  });
  it('paste onto who was chosen since, mirrored if wanted', () => {
    show();
    choose({ kind: 'cue', id: CUE });
    press('c', { ctrlKey: true });
    choose({ kind: 'layer', id: layers[1] });
    view({ tick: 8 * S });
    press('V', { ctrlKey: true, shiftKey: true });
    const [, copy] = cues().find(([id]) => id !== CUE) as [string, CueOf<'gesture'>];
    expect(copy).toMatchObject({ layer: layers[1], hand: 'left' });
    expect(useView.getState().last).toBe('cue');
  });
  it('play what is chosen, and leave a button that has the focus to itself', () => {
    show();
    choose({ kind: 'cue', id: CUE });
    press('Enter');
    expect(played.span).toHaveBeenCalledWith({ from: 1 * S, to: 5 * S });
    choose({ kind: 'line', id: lines[0] });
    press('Enter');
    expect(played.line).toHaveBeenCalledWith(lines[0]);
    const button = screen.getByRole('button', { name: /^Previous line/ });
    fireEvent.keyDown(button, { key: ' ', code: 'Space', bubbles: true, cancelable: true });
    expect(played.toggle).not.toHaveBeenCalled();
    press(' ', { code: 'Space' });
    expect(played.toggle).toHaveBeenCalledOnce();
  });
  it('set a marker at the playhead, and take it away there again', () => {
    show();
    view({ tick: 6 * S });
    press('m');
    expect(markers()).toEqual(['Here', 'Marker 2']);
    press('m');
    expect(markers()).toEqual(['Here']);
    choose(undefined);
    view({ marker: MARKER });
    press('Delete');
    expect(markers()).toEqual([]);
  });
  it('do nothing where there is nothing to do it to', () => {
    show();
    press('s');
    press('d', { ctrlKey: true });
    expect(useProduction.getState().document).toBe(hung);
  });
});

describe('the list of commands', () => {
  it('finds one by what it does, and does it where the focus was', async () => {
    show();
    press('?', { code: 'Slash', shiftKey: true });
    fireEvent.change(field(), { target: { value: 'flag' } });
    expect(document.querySelector('[data-command][data-selected="true"]')?.textContent).toContain('Marker at the playhead');
    view({ tick: 6 * S });
    fireEvent.keyDown(field(), { key: 'Enter' });
    await waitFor(() => expect(markers()).toEqual(['Here', 'Marker 2']));
    expect(useView.getState().help).toBe(false);
    press('k', { ctrlKey: true });
    fireEvent.change(field(), { target: { value: 'zzzz' } });
    screen.getByText(/Nothing is called that/);
  });
  it('chooses other keys, which then do it, and says whose they were before it takes them', () => {
    show();
    press('k', { ctrlKey: true });
    fireEvent.change(field(), { target: { value: 'marker at' } });
    fireEvent.click(screen.getByRole('button', { name: 'Choose keys for Marker at the playhead, or take it away' }));
    const waiting = screen.getByRole('button', { name: /^Press the keys for Marker/ });
    fireEvent.keyDown(waiting, { key: 's', code: 'KeyS' });
    screen.getByText('mean “Cut in two at the playhead”. Press them again to take them');
    fireEvent.keyDown(waiting, { key: 's', code: 'KeyS' });
    expect(document.querySelector('[data-command="marker"] [data-keys]')?.getAttribute('data-keys')).toBe('S');
    fireEvent.change(field(), { target: { value: 'cut in two' } });
    expect(document.querySelector('[data-command="split"] [data-keys]')).toBeNull();
    act(() => view({ help: false, tick: 7 * S }));
    press('s');
    expect(markers()).toEqual(['Here', 'Marker 2']);
    press('m');
    expect(markers()).toHaveLength(2);
  });
  it('never gives away the keys of Undo', () => {
    show();
    press('k', { ctrlKey: true });
    fireEvent.change(field(), { target: { value: 'flip' } });
    fireEvent.click(screen.getByRole('button', { name: 'Choose keys for Flip' }));
    const waiting = screen.getByRole('button', { name: 'Press the keys for Flip' });
    for (let n = 0; n < 2; n++) fireEvent.keyDown(waiting, { key: 'y', code: 'KeyY', ctrlKey: true });
    screen.getByText('always mean “Redo”. Press others');
    expect(screen.queryByRole('button', { name: 'Choose keys for Undo' })).toBeNull();
    fireEvent.keyDown(waiting, { key: 'Escape' });
    expect(document.querySelector('[data-command="flip"] [data-keys]')?.getAttribute('data-keys')).toBe('X');
  });
});

describe('a marker on the ruler', () => {
  const flag = (): HTMLElement => document.querySelector(`[data-marker="${MARKER}"]`) as HTMLElement;
  it('is named by a double click and moved by arrow keys', () => {
    show();
    fireEvent.doubleClick(flag());
    const input = screen.getByLabelText('Name of the marker');
    fireEvent.change(input, { target: { value: 'Low water' } });
    fireEvent.keyDown(input, { key: 'Enter' });
    expect(markers()).toEqual(['Low water']);
    const before = useProduction.getState().document?.scenes[scene]?.markers?.[MARKER]?.at.offset ?? 0;
    fireEvent.keyDown(flag(), { key: 'ArrowRight' });
    const now = useProduction.getState().document?.scenes[scene]?.markers?.[MARKER]?.at.offset ?? 0;
    expect(now - before).toBe(S / 24);
    fireEvent.keyDown(flag(), { key: 'Delete' });
    expect(markers()).toEqual([]);
  });
});

describe('when a line begins', () => {
  const begins = (): HTMLElement => document.querySelector('[data-begins]') as HTMLElement;
  const pin = () => useProduction.getState().document?.scenes[scene]?.lines[lines[1]]?.pin;
  it('is its turn, or the end of a cue, which is then told on card and ribbon', async () => {
    view({ zoom: 20 });
    show(hung, true);
    expect(begins().textContent).toMatch(/^Gap /);
    fireEvent.click(begins());
    fireEvent.keyDown(screen.getByRole('combobox', { name: 'When this line begins' }), { key: 'Enter' });
    fireEvent.click(await screen.findByRole('option', { name: /Wave/ }));
    expect(pin()).toEqual({ to: 'cue', cue: CUE, edge: 'end', offset: 0 });
    expect(begins().textContent).toMatch(/^Waits for .*Wave/);
    expect(document.querySelector(`[data-waits="${lines[1]}"]`)?.textContent).toMatch(/waits for .*Wave/);
    act(() => void run('Another gesture', changeCue(scene, CUE, { action: 'shrug' } as Partial<Cue>)));
    expect(document.querySelector(`[data-waits="${lines[1]}"]`)?.textContent).toMatch(/waits for .*Shrug/);
    const late = screen.getByLabelText('So long after its end (minus: before)');
    fireEvent.change(late, { target: { value: '0.5 s' } });
    fireEvent.blur(late);
    expect(pin()).toMatchObject({ offset: S / 2 });
  });
});
