import { act, cleanup, render } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { schedule } from '#core/schedule/schedule';
import { sampleDocument } from '#core/testing/samples';
import { useOpened } from './opened.ts';
import { useProduction } from './production.ts';
import { useView, view } from './view.ts';
import { windowId } from './window.ts';

const calls = vi.hoisted(() => ({
  openProduction: vi.fn(async (_: string) => {}),
  wantAnalyses: vi.fn(),
  draftsSoon: vi.fn(),
  followFilm: vi.fn(),
  stop: vi.fn(),
  recoverTyped: vi.fn(async (_: string, __: (window: string) => boolean): Promise<string[]> => []),
  openWindows: vi.fn(async () => new Set<string>()),
  warning: vi.fn(),
}));
vi.mock('./production.ts', async (original) => ({ ...(await original<typeof import('./production.ts')>()), openProduction: calls.openProduction }));
vi.mock('./analyses.ts', () => ({ wantAnalyses: calls.wantAnalyses }));
vi.mock('./drafts.ts', () => ({ draftsSoon: calls.draftsSoon }));
vi.mock('../composer/transport.ts', () => ({ followFilm: calls.followFilm, stop: calls.stop }));
vi.mock('../typing/useTyped.ts', () => ({ recoverTyped: calls.recoverTyped }));
vi.mock('./window.ts', async (original) => ({ ...(await original<typeof import('./window.ts')>()), openWindows: calls.openWindows }));
vi.mock('sonner', () => ({ toast: { warning: calls.warning } }));
vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));

const { document, scene } = sampleDocument();
const id = document.production.id;
const film = schedule(document, () => undefined);
const found = { document, film } as unknown as Parameters<typeof useOpened>[2];
let said: string | undefined;
function Screen({ at, filmless = false }: { at?: string; filmless?: boolean }) {
  said = useOpened(id, at, filmless ? undefined : found);
  return null;
}
const settle = (): Promise<void> => act(async () => {});

beforeEach(() => {
  vi.clearAllMocks();
  view(useView.getInitialState(), true);
  useProduction.setState({ id, document });
});
afterEach(cleanup);

describe('a screen of a production', () => {
  it('opens it, asks for what it needs, follows its film, and stops when it is left', async () => {
    const { unmount, rerender } = render(<Screen />);
    await settle();
    expect(calls.openProduction).toHaveBeenCalledWith(id);
    expect(calls.wantAnalyses).toHaveBeenCalledWith(document);
    expect(calls.draftsSoon).toHaveBeenCalled();
    expect(calls.followFilm).toHaveBeenCalledWith(film);
    rerender(<Screen />);
    expect(calls.openProduction).toHaveBeenCalledTimes(1);
    expect(calls.stop).not.toHaveBeenCalled();
    unmount();
    expect(calls.stop).toHaveBeenCalledTimes(1);
  });
  it('chooses the first scene where none is, and the one of its address where that is there', async () => {
    const { rerender } = render(<Screen />);
    await settle();
    expect(useView.getState()).toMatchObject({ scene, tick: 0 });
    // What is chosen in it stays through another edit.
    act(() => view({ tick: 5, line: 'ln_1' }));
    act(() => useProduction.setState({ document: { ...document } }));
    rerender(<Screen />);
    expect(useView.getState()).toMatchObject({ scene, tick: 5, line: 'ln_1' });
    const other = { ...document, scenes: { ...document.scenes, sc_000000000009: { ...document.scenes[scene], id: 'sc_000000000009' } } } as typeof document;
    act(() => useProduction.setState({ document: other }));
    rerender(<Screen at="sc_000000000009" />);
    await settle();
    expect(useView.getState()).toMatchObject({ scene: 'sc_000000000009', tick: 0, line: undefined });
    expect(said).toBeUndefined();
  });
  it('says that the scene of its address is gone', async () => {
    render(<Screen at="sc_000000000000" />);
    await settle();
    expect(said).toMatch(/^This scene is not in the production any more/);
    expect(useView.getState().scene).toBe(scene);
  });
  it('says and asks nothing before the production is there', async () => {
    useProduction.setState({ document: undefined as never });
    render(<Screen at="sc_000000000000" filmless />);
    await settle();
    expect(said).toBeUndefined();
    expect(calls.wantAnalyses).not.toHaveBeenCalled();
    expect(calls.followFilm).not.toHaveBeenCalled();
    expect(calls.recoverTyped).not.toHaveBeenCalled();
    expect(useView.getState().scene).toBeUndefined();
  });
  it('brings back what was typed in this window or a closed one, and shows what has no place any more', async () => {
    calls.openWindows.mockResolvedValueOnce(new Set(['busy']));
    calls.recoverTyped.mockResolvedValueOnce(['Lost words.']);
    render(<Screen />);
    await settle();
    const [of, mine] = calls.recoverTyped.mock.lastCall as unknown as [string, (window: string) => boolean];
    expect(of).toBe(id);
    expect([mine(windowId()), mine('closed'), mine('busy')]).toEqual([true, true, false]);
    const [sentence, options] = calls.warning.mock.lastCall as [string, { duration: number; action: { label: string; onClick: () => void } }];
    expect(sentence).toBe('These words were typed in a line that is gone: “Lost words.”');
    expect(options.duration).toBe(Number.POSITIVE_INFINITY);
    const writeText = vi.fn(async () => {});
    vi.stubGlobal('navigator', { clipboard: { writeText } });
    options.action.onClick();
    expect(writeText).toHaveBeenCalledWith('Lost words.');
    vi.unstubAllGlobals();
  });
});
