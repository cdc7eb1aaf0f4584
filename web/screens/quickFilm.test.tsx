import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Toaster } from 'sonner';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { failure } from '#core/document/failure';
import { assemble, partKeys, readPart } from '#core/document/parts';
import type { Document } from '#core/document/schema';
import { schedule } from '#core/schedule/schedule';
import type { Analysis } from '#core/speech/analysis';
import { inOrder } from '#core/time/order';
import { QuickFilm } from './QuickFilm.tsx';

const server = vi.hoisted(() => ({ uploadMedia: vi.fn(), doOnServer: vi.fn(), sendJson: vi.fn(), mediaUrl: (hash: string) => `/api/media/${hash}` }));
vi.mock('../api.ts', () => server);
vi.mock('../stage/client.ts', () => ({ stage: () => ({ portrait: async () => undefined }) }));
const chosen = vi.hoisted(() => ({ files: [] as File[] }));
vi.mock('../voices.ts', () => ({ SOUND_TYPES: 'audio/*', chooseFiles: async () => chosen.files }));

const SECOND = 48_000;
/** What listening finds in a file: a word every half second. */
const heard = (words: readonly string[]): Analysis => ({
  version: 1,
  length: 2 * SECOND,
  words: words.map((text, n) => ({ text, start: (n * SECOND) / 2, end: (n * SECOND) / 2 + SECOND / 3 })),
  phones: [],
  mouth: [],
  loudness: [],
  stress: words.map(() => 0.5),
});

let analyses: Map<string, Analysis>;
beforeEach(() => {
  analyses = new Map();
  server.uploadMedia.mockImplementation(async (_, file: File) => ({ hash: (file.name === 'two.wav' ? 'b' : 'a').repeat(64), facts: { seconds: 2 } }));
  server.doOnServer.mockImplementation(async (_, { words }: { words: string[] | null }) => {
    const analysis = String(analyses.size + 1).repeat(64);
    analyses.set(analysis, heard(words ?? []));
    return { analysis, length: 2 * SECOND };
  });
  server.sendJson.mockResolvedValue({ id: 'pr_000000000009' });
  vi.stubGlobal('fetch', async (url: string) => ({ json: async () => analyses.get(url.slice('/api/media/'.length)) }));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.clearAllMocks();
});

const open = (onMade = vi.fn()) => {
  render(
    <>
      <Toaster />
      <QuickFilm open onClose={() => {}} frame="16:9" fps={30} onMade={onMade} />
    </>,
  );
  return onMade;
};
async function choose(...names: string[]): Promise<void> {
  chosen.files = names.map((name) => new File(['sound'], name));
  fireEvent.click(screen.getByText('Choose voice files'));
  await screen.findByLabelText(`What is said in ${names[0]}`);
}
/** The production that was sent: as it will be stored. */
async function made(): Promise<Document> {
  fireEvent.click(screen.getByText('Make the film'));
  await waitFor(() => expect(server.sendJson).toHaveBeenCalled());
  const [, , { document }] = server.sendJson.mock.lastCall as [string, string, { document: Document }];
  return assemble(Object.fromEntries(partKeys(document).map((key) => [key, JSON.parse(JSON.stringify(readPart(document, key)))])));
}
const linesOf = (document: Document) => inOrder(Object.values(document.scenes)[0]?.lines ?? {}).map(([, line]) => line);

describe('a quick film', () => {
  it('of a recording and its words has captions that come as they are said', async () => {
    const onMade = open();
    await choose('one.wav');
    fireEvent.change(screen.getByLabelText('What is said in one.wav'), { target: { value: '  The tide\n comes in. ' } });
    const document = await made();
    const [line] = linesOf(document);
    expect(line?.text).toBe('The tide comes in.');
    const [take] = Object.values(line?.takes ?? {});
    expect(inOrder(line?.words ?? {}).map(([id, { text }]) => [text, take?.times[id]?.start])).toEqual([
      ['The', 0],
      ['tide', SECOND / 2],
      ['comes', SECOND],
      ['in.', SECOND * 1.5],
    ]);
    const film = schedule(document, (hash) => analyses.get(hash));
    expect(film.scenes[0]?.captions.flatMap(({ rows }) => rows.flat()).length).toBeGreaterThan(0);
    expect(film.scenes[0]?.lines[0]).toMatchObject({ end: (film.scenes[0]?.lines[0]?.start ?? 0) + 2 * SECOND });
    expect(onMade).toHaveBeenCalledWith('pr_000000000009?play=1');
  });
  it('of several recordings has a line of each, in order, each with its own words and sound', async () => {
    open();
    await choose('one.wav', 'two.wav');
    fireEvent.change(screen.getByLabelText('What is said in two.wav'), { target: { value: 'And goes.' } });
    const lines = linesOf(await made());
    expect(lines.map(({ text }) => text)).toEqual(['', 'And goes.']);
    expect(lines.map(({ takes }) => Object.values(takes)[0]?.media[0])).toEqual(['a', 'b']);
    // What has no words is listened to without any.
    expect(server.doOnServer.mock.calls.map(([, { words }]) => words)).toEqual([null, ['And', 'goes.']]);
    expect(Object.values(lines[0]?.takes ?? {})[0]?.times).toEqual({});
  });
  it('without a recording says a first sentence', async () => {
    open();
    expect(linesOf(await made()).map(({ text }) => text)).toEqual(['Hello! This is my first film.']);
    expect(server.uploadMedia).not.toHaveBeenCalled();
  });
  it('tells why a file cannot be used, and can be tried again', async () => {
    open();
    await choose('one.wav');
    server.uploadMedia.mockRejectedValueOnce(failure('no-sound', 'This file holds no sound. Choose another one.'));
    fireEvent.click(screen.getByText('Make the film'));
    expect(await screen.findByText('This file holds no sound. Choose another one.')).toBeTruthy();
    await waitFor(() => expect((screen.getByText('Make the film') as HTMLButtonElement).disabled).toBe(false));
    expect(linesOf(await made())).toHaveLength(1);
  });
});
