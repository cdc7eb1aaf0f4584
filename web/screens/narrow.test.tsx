import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document } from '#core/document/schema';
import { everything } from '#core/testing/everything';
import { useFilm } from '../composer/film.ts';
import { useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { Narrow } from './Narrow.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('../composer/transport.ts', () => ({
  seek: (tick: number) => view({ tick }),
  playLine: (id: string) => view({ line: id, playing: true }),
  togglePlay: () => view({ playing: !useView.getState().playing }),
  stop: () => view({ playing: false }),
  useClock: () => {},
}));
vi.mock('../composer/StageView.tsx', () => ({ StageView: () => <div data-testid="stage" /> }));
vi.mock('../script/Recorder.tsx', () => ({ Recorder: ({ recording }: { recording: { line?: string } }) => <div data-testid="recorder">{recording.line}</div> }));

const made = everything();
function Page() {
  const found = useFilm();
  return found ? (
    <MemoryRouter>
      <Tooltip.Provider>
        <Narrow found={found} />
      </Tooltip.Provider>
    </MemoryRouter>
  ) : null;
}
const now = (): Document => useProduction.getState().document as Document;
const lines = () => now().scenes[made.scene]?.lines ?? {};

beforeEach(() => {
  HTMLElement.prototype.scrollIntoView = () => {};
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  opened(made.document);
  act(() => view({ tick: 0, line: undefined, playing: false }));
  render(<Page />);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('the studio on a phone', () => {
  const second = (): HTMLElement => document.querySelectorAll<HTMLElement>('[data-narrow-line]')[1] as HTMLElement;

  it('goes to a line that is tapped and opens its words', () => {
    fireEvent.click(second().querySelector('button') as HTMLElement);
    const chosen = useView.getState().line as string;
    expect(lines()[chosen]).toBeDefined();
    expect(useView.getState().tick).toBeGreaterThan(0);
    expect((screen.getByLabelText('Words of the line') as HTMLTextAreaElement).value).toBe(lines()[chosen]?.text);
  });

  it('keeps words that are typed', () => {
    fireEvent.click(second().querySelector('button') as HTMLElement);
    const chosen = useView.getState().line as string;
    const words = screen.getByLabelText('Words of the line');
    fireEvent.focus(words);
    fireEvent.change(words, { target: { value: 'Said on the train.' } });
    fireEvent.blur(words);
    expect(lines()[chosen]?.text).toBe('Said on the train.');
  });

  it('walks through the script with the playhead', () => {
    fireEvent.click(second().querySelector('button') as HTMLElement);
    const [chosen, tick] = [useView.getState().line, useView.getState().tick];
    act(() => view({ tick: 0, line: undefined }));
    act(() => view({ tick: tick + 100 }));
    expect(useView.getState().line).toBe(chosen);
  });

  it('records the chosen line from its own button', () => {
    fireEvent.click(second().querySelector('button') as HTMLElement);
    fireEvent.click(within(screen.getByRole('navigation', { name: 'Pages' })).getByRole('button', { name: 'Record' }));
    fireEvent.click(screen.getByRole('button', { name: /^Record line/ }));
    expect(screen.getByTestId('recorder').textContent).toBe(useView.getState().line);
  });

  it('adds a line at the end, said by the one who answers', () => {
    const before = Object.keys(lines()).length;
    fireEvent.click(screen.getByRole('button', { name: 'Next line' }));
    expect(Object.keys(lines()).length).toBe(before + 1);
    expect(screen.getByLabelText('Words of the line')).toBeDefined();
  });

  it('stays with a new line while it is written, though the playhead is in another one', () => {
    fireEvent.click(second().querySelector('button') as HTMLElement);
    act(() => view({ tick: useView.getState().tick + 100 }));
    const before = Object.keys(lines());
    fireEvent.click(screen.getByRole('button', { name: 'Next line' }));
    const made_ = Object.keys(lines()).find((id) => !before.includes(id)) as string;
    const words = screen.getByLabelText('Words of the line') as HTMLTextAreaElement;
    expect(useView.getState().line).toBe(made_);
    fireEvent.focus(words);
    fireEvent.change(words, { target: { value: 'And then?' } });
    fireEvent.blur(words);
    expect(useView.getState().line).toBe(made_);
    expect(lines()[made_]?.text).toBe('And then?');
  });

  it('plays the film from its start when it is watched, and nothing else then', () => {
    act(() => view({ tick: 50_000 }));
    fireEvent.click(screen.getByRole('button', { name: 'Watch' }));
    expect(useView.getState()).toMatchObject({ tick: 0, playing: true });
    expect(document.querySelector('[data-narrow-line]')).toBeNull();
  });
});
