import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter, Route, Routes } from 'react-router';
import { Toaster } from 'sonner';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FilmFormatChoice, FilmProgress, ListedProduction } from '#core/document/answers';
import type { Document } from '#core/document/schema';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { useProduction } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { choose } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { Export } from './Export.tsx';
import { Home } from './Home.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
const thumb = vi.hoisted(() => vi.fn(async (..._: unknown[]) => undefined));
vi.mock('../stage/client.ts', () => ({ stage: () => ({ show: () => {}, thumb, portrait: async () => undefined }) }));
vi.mock('../state/production.ts', async (original) => ({ ...(await original<typeof import('../state/production.ts')>()), openProduction: async () => {} }));

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}
let asked: Asked[] = [];
let answers: Record<string, unknown> = {};
const DOWN = new Error('down');

const listed = (values: Partial<ListedProduction> = {}): ListedProduction => ({
  id: 'pr_000000000001',
  slug: 'a',
  title: 'Ferries',
  frame: '16:9',
  scenes: 1,
  length: 48_000 * 20,
  cast: [{ name: 'Anna', colour: 1 }],
  ribbon: [{ start: 0, end: 48_000, colour: 1, draft: true }],
  drafts: 3,
  lines: 3,
  createdAt: new Date().toISOString(),
  changedAt: new Date().toISOString(),
  exportedAt: null,
  ...values,
});
const film = (values: Partial<FilmProgress> = {}): FilmProgress => ({
  id: 'fi_000000000001',
  name: 'Ferries.mp4',
  state: 'done',
  error: null,
  frames: 500,
  done: 500,
  media: 'a'.repeat(64),
  reused: 2,
  segments: 3,
  secondsLeft: null,
  ...values,
});

beforeEach(() => {
  asked = [];
  answers = {};
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    const method = init.method ?? 'GET';
    const path = url.replace('/api', '').replace(/^\/productions\?.*find=([^&]*).*$/, (_, find: string) => `/productions${find ? ` with ${find}` : ''}`);
    asked.push({ method, path, body: typeof init.body === 'string' ? JSON.parse(init.body) : undefined });
    const answer = answers[`${method} ${path}`];
    if (answer === DOWN) throw new TypeError('refused');
    return answer === undefined ? Response.json({ detail: 'That is not here any more.' }, { status: 404 }) : Response.json(answer);
  });
  vi.stubGlobal(
    'EventSource',
    class {
      onmessage: unknown;
      close(): void {}
    },
  );
});
afterEach(() => {
  cleanup();
  localStorage.clear();
});

const home = (list: ListedProduction[]) => {
  answers['GET /productions'] ??= { productions: list, total: list.length };
  render(
    <MemoryRouter>
      <Toaster />
      <Routes>
        <Route path="/" element={<Home />} />
        <Route path="/p/:production" element={<p>opened</p>} />
      </Routes>
    </MemoryRouter>,
  );
};

describe('home', () => {
  it('tells of each production what is left to do', async () => {
    home([listed(), listed({ id: 'b', title: 'Tides', drafts: 0 }), listed({ id: 'c', title: 'Nothing', lines: 0, ribbon: [], cast: [] })]);
    expect(await screen.findByText('3 lines speak with a draft voice')).toBeTruthy();
    expect(screen.getByText('Ready to export')).toBeTruthy();
    expect(screen.getByText('Nobody in it yet')).toBeTruthy();
    expect(screen.getByText('3 productions')).toBeTruthy();
  });
  it('finds a production by what is said in it, and says when nothing is', async () => {
    home([listed(), listed({ id: 'b', title: 'Tides' })]);
    const find = await screen.findByRole('textbox', { name: 'Find a production or a line' });
    await screen.findByText('Tides');
    answers['GET /productions with moon+PULLS'] = { productions: [listed({ id: 'b', title: 'Tides' })], total: 1 };
    answers['GET /productions with volcano'] = { productions: [], total: 0 };
    fireEvent.change(find, { target: { value: 'moon PULLS' } });
    await vi.waitFor(() => expect(screen.queryByText('Ferries')).toBeNull(), 20_000);
    expect(screen.getByText('Tides')).toBeTruthy();
    fireEvent.change(find, { target: { value: 'volcano' } });
    expect(await screen.findByText('No production and no line contains “volcano”.')).toBeTruthy();
  });
  it('shows a long list page by page', async () => {
    answers['GET /productions'] = { productions: [listed()], total: 2 };
    home([]);
    const more = await screen.findByRole('button', { name: 'Show more (1 left)' });
    answers['GET /productions'] = { productions: [listed({ id: 'b', title: 'Tides' })], total: 2 };
    fireEvent.click(more);
    expect(await screen.findByText('Tides')).toBeTruthy();
    expect(screen.getByText('Ferries')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Show more/ })).toBeNull();
  });
  it('keeps a script that is being written over a reload, and lets it go when the production is made', async () => {
    home([]);
    fireEvent.change(await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' }), { target: { value: 'ANNA: Half a scr' } });
    cleanup();
    home([]);
    answers['POST /productions'] = { id: 'pr_new' };
    const area = (await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' })) as HTMLTextAreaElement;
    expect(area.value).toBe('ANNA: Half a scr');
    fireEvent.keyDown(area, { key: 'Enter', ctrlKey: true });
    await screen.findByText('opened');
    cleanup();
    home([]);
    expect(((await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' })) as HTMLTextAreaElement).value).toBe('');
  });
  it('has its caret after the name that it offers before the next letter can be typed', async () => {
    home([]);
    const area = (await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' })) as HTMLTextAreaElement;
    fireEvent.change(area, { target: { value: 'Marit: Good morning.\nTully: Who drank it?' } });
    area.setSelectionRange(20, 20);
    // No frame comes between Enter and the next key.
    const frames = vi.spyOn(window, 'requestAnimationFrame').mockImplementation(() => 0);
    fireEvent.keyDown(area, { key: 'Enter' });
    expect([area.value, area.selectionStart]).toEqual(['Marit: Good morning.\nMarit: \nTully: Who drank it?', 28]);
    frames.mockRestore();
  });
  it('offers who speaks next, and gives way to a name that is typed over it, but not to a word with a colon', async () => {
    home([]);
    const area = (await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' })) as HTMLTextAreaElement;
    /** As a keyboard does: what no key handler takes goes into the text. */
    const type = (words: string): void => {
      for (const letter of words) {
        const key = letter === '\n' ? 'Enter' : letter;
        area.setSelectionRange(area.value.length, area.value.length);
        if (fireEvent.keyDown(area, { key })) fireEvent.change(area, { target: { value: area.value + letter } });
      }
    };
    type('Marit: Good morning.\nTully: Who drank it?\nListen: nobody did.\nMarit: Twice.');
    expect(area.value.split('\n')).toEqual(['Marit: Good morning.', 'Tully: Who drank it?', 'Marit: Listen: nobody did.', 'Marit: Twice.']);
  });
  it('keeps what is typed when an empty production is made beside it', async () => {
    home([]);
    answers['POST /productions'] = { id: 'pr_new' };
    fireEvent.change(await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' }), { target: { value: 'ANNA: Not yet.' } });
    fireEvent.click(screen.getByRole('button', { name: 'Start empty' }));
    await screen.findByText('opened');
    cleanup();
    home([]);
    expect(((await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' })) as HTMLTextAreaElement).value).toBe('ANNA: Not yet.');
  });
  it('reads a script while it is pasted, and makes and opens the production', async () => {
    home([]);
    answers['POST /productions'] = { id: 'pr_new' };
    const area = await screen.findByRole('textbox', { name: 'Paste a script, or type the first line' });
    fireEvent.change(area, { target: { value: 'ANNA: Have you seen the new ferry?\nBEN: Twice.' } });
    expect(screen.getByText(/Anna, Ben speak/)).toBeTruthy();
    choose(screen.getByRole('combobox', { name: 'Frame' }), '9:16');
    fireEvent.keyDown(area, { key: 'Enter', ctrlKey: true });
    expect(await screen.findByText('opened')).toBeTruthy();
    const [sent] = asked.filter(({ method }) => method === 'POST') as [Asked];
    const { document } = sent.body as { document: Document };
    expect(document.production.frame).toBe('9:16');
    expect(document.production.title).toBe('Have you seen the new ferry?');
    expect(Object.values(document.scenes).flatMap((scene) => Object.values(scene.lines).map((line) => line.text))).toEqual(['Have you seen the new ferry?', 'Twice.']);
  });
  it('asks for a script when none is there, and makes nothing', async () => {
    home([]);
    fireEvent.click(await screen.findByRole('button', { name: /^Make this film/ }));
    expect(await screen.findByText(/Write or paste the first line, such as/)).toBeTruthy();
    expect(asked.some(({ method }) => method === 'POST')).toBe(false);
  });
  it('says that the server is away, and tries again', async () => {
    home([]);
    cleanup();
    answers['GET /productions'] = DOWN;
    render(
      <MemoryRouter>
        <Home />
      </MemoryRouter>,
    );
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('does not answer');
    answers['GET /productions'] = { productions: [listed()], total: 1 };
    fireEvent.click(within(alert).getByRole('button', { name: 'Try again' }));
    expect(await screen.findByText('Ferries')).toBeTruthy();
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('renames where the name stands', async () => {
    home([listed()]);
    answers['POST /productions/pr_000000000001/changes'] = {};
    fireEvent.click(await screen.findByRole('button', { name: /Name of the production/ }));
    const box = screen.getByRole('textbox', { name: 'Name of the production' });
    fireEvent.change(box, { target: { value: 'Two ferries' } });
    fireEvent.keyDown(box, { key: 'Enter' });
    await waitFor(() => expect(asked.some(({ path }) => path.endsWith('/changes'))).toBe(true));
    expect(JSON.stringify(asked.find(({ path }) => path.endsWith('/changes'))?.body)).toContain('"value":"Two ferries"');
  });
});

describe('the export screen', () => {
  const { document, scene } = sampleDocument();
  const id = document.production.id;
  const MP4: FilmFormatChoice = { id: 'mp4', name: 'Video (MP4)', extension: 'mp4' };
  const open = async (films: FilmProgress[] = [], formats = [MP4]): Promise<void> => {
    answers['GET /film-formats'] = formats;
    answers[`GET /productions/${id}/films`] = films;
    opened(document, id);
    render(
      <MemoryRouter initialEntries={[`/p/${id}/export`]}>
        <Toaster />
        <Routes>
          <Route
            path="/p/:production/export"
            element={
              <Tooltip.Provider>
                <Export />
              </Tooltip.Provider>
            }
          />
        </Routes>
      </MemoryRouter>,
    );
    await screen.findByText('Export film', { selector: 'button' });
    await act(async () => {});
  };
  const made = (): { name: string; options: Record<string, unknown> } | undefined => asked.find(({ method, path }) => method === 'POST' && path.endsWith('/films'))?.body as never;

  it('makes a film of the whole with good values at one press', async () => {
    await open();
    answers[`POST /productions/${id}/films`] = { id: 'fi_000000000001' };
    answers['GET /films/fi_000000000001'] = film({ state: 'rendering', done: 125, secondsLeft: 40 });
    fireEvent.click(screen.getByText('Export film', { selector: 'button' }));
    expect(await screen.findByText('25 %, 40 s left')).toBeTruthy();
    expect(made()?.name).toBe(`${document.production.title}.mp4`);
    expect(made()?.options).toMatchObject({ width: 1920, height: 1080, fps: document.production.fps, from: 0, to: null, captions: true });
    expect((screen.getByText('Being made …') as HTMLButtonElement).disabled).toBe(true);
  });
  it('offers the kinds of file that the server can write, and names the file by the one that was chosen', async () => {
    await open([], [MP4, { id: 'stills', name: 'Frames', extension: 'zip' }]);
    answers[`POST /productions/${id}/films`] = { id: 'fi_000000000001' };
    answers['GET /films/fi_000000000001'] = film();
    await waitFor(() => expect(screen.getByLabelText('Kind of file').textContent).toBe('Video (MP4)'));
    choose(screen.getByLabelText('Kind of file'), 'stills');
    fireEvent.click(screen.getByText('Export film', { selector: 'button' }));
    await waitFor(() => expect(made()).toBeTruthy());
    expect(made()).toMatchObject({ name: `${document.production.title}.zip`, options: { format: 'stills' } });
  });
  it('says what a viewer would notice, and goes there', async () => {
    await open();
    const [first] = within(screen.getByRole('heading', { name: 'Before you export' }).parentElement as HTMLElement).getAllByRole('link');
    const said = first?.closest('li') as HTMLElement;
    expect(said.textContent).toContain('has no voice yet');
    fireEvent.click(first as HTMLElement);
    const line = inOrder(document.scenes[scene]?.lines ?? {})[0]?.[0];
    expect(useView.getState()).toMatchObject({ scene, line });
  });
  it('takes size, rate, range, captions and a name, which always ends in .mp4', async () => {
    await open();
    answers[`POST /productions/${id}/films`] = { id: 'fi_000000000001' };
    answers['GET /films/fi_000000000001'] = film();
    choose(screen.getByLabelText('Size'), '720');
    choose(screen.getByLabelText('Frames a second'), '50');
    fireEvent.click(screen.getByLabelText(/Picture and voices alone/));
    for (const [label, value] of [
      ['From', '0:01'],
      ['To', '0:02.5'],
    ] as const) {
      const box = screen.getByLabelText(label);
      fireEvent.change(box, { target: { value } });
      fireEvent.keyDown(box, { key: 'Enter' });
    }
    fireEvent.change(screen.getByLabelText('File name'), { target: { value: 'Cut one' } });
    expect(screen.getByText(/^75 frames, about/)).toBeTruthy();
    fireEvent.click(screen.getByText('Export film', { selector: 'button' }));
    await waitFor(() => expect(made()).toBeTruthy());
    expect(made()?.name).toBe('Cut one.mp4');
    expect(made()?.options).toMatchObject({ width: 1280, height: 720, fps: 50, from: 48_000, to: 120_000, captions: false });
  });
  it('shows a frame as the film will have it, with captions or without', async () => {
    thumb.mockClear();
    await open();
    expect(thumb.mock.lastCall?.[3]).toBe(true);
    fireEvent.click(screen.getByLabelText(/Picture and voices alone/));
    await waitFor(() => expect(thumb.mock.lastCall?.[3]).toBe(false));
    fireEvent.click(screen.getByLabelText(/The words are in the picture/));
    await waitFor(() => expect(thumb.mock.lastCall?.[3]).toBe(true));
  });
  it('refuses a range that ends before it starts, in words, and keeps what is typed', async () => {
    await open();
    const to = screen.getByLabelText('To') as HTMLInputElement;
    fireEvent.change(to, { target: { value: 'soon' } });
    fireEvent.keyDown(to, { key: 'Enter' });
    expect(screen.getByText('A time after the start.')).toBeTruthy();
    expect(to.value).toBe('soon');
  });
  it('lists the films made: to download, cancelled, or failed with the reason', async () => {
    await open([film(), film({ id: 'b', state: 'cancelled', media: null }), film({ id: 'c', state: 'failed', media: null, error: 'The encoder ended at frame 12.' })]);
    expect(await screen.findByText('500 frames, 2 of 3 segments reused')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Download' }).getAttribute('href')).toContain('download=Ferries.mp4');
    expect(screen.getByText(/^cancelled/)).toBeTruthy();
    expect(screen.getByText('The encoder ended at frame 12.')).toBeTruthy();
  });
  it('stops a film that is being made', async () => {
    await open([film({ state: 'rendering', done: 10, media: null })]);
    answers['POST /films/fi_000000000001/cancel'] = film({ state: 'cancelled', media: null });
    fireEvent.click(await screen.findByRole('button', { name: 'Cancel' }));
    expect(await screen.findByText(/^cancelled/)).toBeTruthy();
    expect(screen.queryByRole('progressbar')).toBeNull();
  });
  it('waits until everything is saved', async () => {
    await open();
    act(() => useProduction.setState({ save: 'unsaved' }));
    expect((screen.getByText('Waiting for the server to save') as HTMLButtonElement).disabled).toBe(true);
  });
});
