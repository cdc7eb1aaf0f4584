import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FilmSound } from '#core/document/schema';
import { sampleDocument } from '#core/testing/samples';
import { undo, useProduction } from '../state/production.ts';
import { choose, slide } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { FilmMusic } from './FilmMusic.tsx';
import { useFilm } from './film.ts';

const { chosen, stored } = vi.hoisted(() => ({ chosen: { files: [] as File[] }, stored: { fails: '' } }));
vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ audition: () => {}, stop: () => {} }));
vi.mock('../voices.ts', () => ({ chooseFiles: async () => chosen.files, SOUND_TYPES: '' }));
vi.mock('../api.ts', async (original) => ({
  ...(await original<typeof import('../api.ts')>()),
  uploadMedia: async () => {
    if (stored.fails) throw new Error(stored.fails);
    return { hash: 'c'.repeat(64), facts: { seconds: 30 } };
  },
}));

function Menu() {
  const shown = useFilm();
  return shown ? (
    <Tooltip.Provider>
      <FilmMusic production={shown.document.production} film={shown.film} />
    </Tooltip.Provider>
  ) : null;
}
const sounds = (): FilmSound[] => Object.values(useProduction.getState().document?.production.sounds ?? {});
const only = (): FilmSound => sounds()[0] as FilmSound;
beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  HTMLElement.prototype.scrollIntoView = () => {};
  Object.assign(chosen, { files: [] });
  stored.fails = '';
  opened(sampleDocument().document);
  render(<Menu />);
  fireEvent.click(screen.getByRole('button', { name: 'Music' }));
});
afterEach(cleanup);
const lay = (): void => void fireEvent.click(screen.getByRole('button', { name: 'Harbour' }));
const write = (label: string, text: string): void => {
  fireEvent.change(screen.getByLabelText(new RegExp(`^${label}`)), { target: { value: text } });
  fireEvent.keyDown(screen.getByLabelText(new RegExp(`^${label}`)), { key: 'Enter' });
};
const turn = (label: RegExp, value: number): void => {
  slide(screen.getByLabelText(label), value);
};

describe('music under the whole film', () => {
  it('is laid from the first frame to the last, gives way to voices, and is taken back by undo', async () => {
    expect(screen.getByText(/No music yet/)).toBeTruthy();
    lay();
    expect(only()).toMatchObject({ name: 'Harbour', source: 'own:harbour', start: 0, end: null, muted: false });
    expect(only().duck?.amountDb).toBeGreaterThan(0);
    await act(() => undo());
    expect(sounds()).toEqual([]);
  });
  it('is as loud, as far to a side and as far under voices as its dials say', () => {
    lay();
    turn(/^Level/, -12);
    turn(/^In the middle/, 0.5);
    turn(/^Under voices/, 18);
    expect(only()).toMatchObject({ gainDb: -12, pan: 0.5, duck: { amountDb: 18 } });
    expect(screen.getByText('50 % right')).toBeTruthy();
    turn(/^Under voices/, 0);
    expect(only().duck).toBeNull();
  });
  it('begins and ends where it is written, and what is no time stays to be mended', () => {
    lay();
    write('Begins at', '0:02.5');
    expect(only().start).toBe(2.5 * 48_000);
    write('Ends at', '0:08');
    expect(only().end).toBe(8 * 48_000);
    write('Ends at', 'at the end');
    expect(only().end).toBe(8 * 48_000);
    expect(screen.getByText(/Write a time/)).toBeTruthy();
    write('Ends at', '');
    expect(only().end).toBeNull();
  });
  it('is muted, heard alone, looped or not', () => {
    lay();
    for (const [label, key] of [
      ['Mute', 'muted'],
      ['Only this', 'solo'],
      ['Again and again', 'loop'],
    ] as const) {
      const before = only()[key];
      fireEvent.click(screen.getByLabelText(label));
      expect(only()[key]).toBe(!before);
    }
  });
  it('is another one when another is chosen, and several lie over each other', () => {
    lay();
    choose(screen.getByLabelText('Sound'), 'own:night-lamp');
    expect(only()).toMatchObject({ name: 'Night lamp', source: 'own:night-lamp' });
    fireEvent.click(screen.getByRole('button', { name: 'Bright morning' }));
    expect(
      sounds()
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['Bright morning', 'Night lamp']);
    fireEvent.click(within(screen.getByRole('region', { name: 'Night lamp' })).getByRole('button', { name: 'Take Night lamp out' }));
    expect(sounds().map(({ name }) => name)).toEqual(['Bright morning']);
  });
  it('may be a file of one’s own; one that is no sound leaves all as it was', async () => {
    chosen.files = [new File(['x'], 'Sea song.mp3')];
    fireEvent.click(screen.getByRole('button', { name: 'Your own file' }));
    await vi.waitFor(() => expect(sounds()).toMatchObject([{ name: 'Sea song', source: 'c'.repeat(64) }]), 20_000);
    stored.fails = 'This is no sound.';
    fireEvent.click(screen.getAllByRole('button', { name: 'Your own file' }).at(-1) as HTMLElement);
    await new Promise((next) => setTimeout(next, 20));
    expect(sounds()).toHaveLength(1);
  });
});
