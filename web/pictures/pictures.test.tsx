import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, Scene } from '#core/document/schema';
import { sampleDocument } from '#core/testing/samples';
import { type PlacedScene, useFilm } from '../composer/film.ts';
import { useProduction } from '../state/production.ts';
import { view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { AsWhat, bringFiles } from './asWhat.tsx';
import { isForShelf, titleOf } from './bringIn.ts';
import { ownLayer, sidesOnStage } from './onStage.ts';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('../stage/client.ts', () => ({ stage: () => ({ fetched: async () => {} }) }));
const said = vi.hoisted(() => [] as string[]);
vi.mock('sonner', () => ({
  toast: Object.assign((text: string) => said.push(text), { loading: () => 1, dismiss: () => {}, error: (text: string) => said.push(text), success: () => {} }),
}));

const CLIP = 'c'.repeat(64);
const STILL = 'd'.repeat(64);
const SOUND = 'e'.repeat(64);
/** What the server makes of the next file. */
let facts: Record<string, unknown>;
let sentTo: string[];
const { document, scene } = sampleDocument();
const now = (): Document => useProduction.getState().document as Document;
const part = (): Scene => now().scenes[scene] as Scene;

function Screen() {
  const shown = useFilm();
  return (
    <MemoryRouter>
      <AsWhat scene={shown?.scene as PlacedScene} />
    </MemoryRouter>
  );
}
const bring = async (file: File): Promise<void> => {
  await act(async () => bringFiles([file]));
};
const video = new File(['film'], 'My wave.mp4', { type: 'video/mp4' });
const picture = new File(['picture'], 'Card.png', { type: 'image/png' });

beforeEach(() => {
  said.length = 0;
  sentTo = [];
  facts = { width: 1280, height: 720 };
  vi.stubGlobal('fetch', async (url: string) => {
    if (url.includes('/media/')) sentTo.push(url);
    if (url.includes('/jobs/')) return Response.json({ state: 'done', progress: 1, result: { hash: STILL, name: 'x', facts } });
    return Response.json({ job: 'j' });
  });
  opened(document);
  view({ scene, tick: 0 });
  render(<Screen />);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('what comes in', () => {
  it('as a clip is asked what it is, and comes on at the playhead with its sound', async () => {
    facts = { width: 1280, height: 720, clip: CLIP, frames: 100, rate: 25, sound: SOUND };
    act(() => view({ tick: 48_000 }));
    await bring(video);
    expect(sentTo[0]).toContain('/media/clip');
    expect(screen.getByText('What is “My wave”?')).toBeDefined();
    expect(screen.getByText('4.0 s, 25 frames a second')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: /^Clip/ }));
    const layer = Object.values(part().layers).find(({ kind }) => kind === 'clip');
    expect(layer).toMatchObject({ media: CLIP, frames: 100, rate: 25, name: 'My wave', after: 'hold', width: 1920, height: 1080, span: { end: { ticks: 192_000 } } });
    expect(Object.values(part().cues).find((cue) => cue.kind === 'sound')).toMatchObject({ source: SOUND });
    expect(Object.values(now().production.pictures ?? {})[0]).toMatchObject({ name: 'My wave', clip: { media: CLIP, sound: SOUND } });
    expect(screen.queryByText(/What is/)).toBeNull();
  });

  it('without its sound runs on and on for the whole scene', async () => {
    facts = { width: 400, height: 400, clip: CLIP, frames: 10, rate: 10, sound: SOUND };
    await bring(video);
    fireEvent.click(screen.getByRole('checkbox'));
    fireEvent.click(screen.getByRole('button', { name: /^Clip/ }));
    const layer = Object.values(part().layers).find(({ kind }) => kind === 'clip');
    expect(layer?.span).toBeUndefined();
    expect(Object.values(part().cues).some((cue) => cue.kind === 'sound')).toBe(false);
  });

  it('as a picture can stand on the stage, be the backdrop, or stay on the shelf', async () => {
    await bring(picture);
    expect(sentTo[0]).toContain('/media/picture');
    expect(screen.queryByRole('button', { name: /^Clip/ })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: /^On the stage/ }));
    expect(Object.values(part().layers).find(({ kind }) => kind === 'picture')).toMatchObject({ media: STILL, name: 'Card' });
    await bring(picture);
    fireEvent.click(screen.getByRole('button', { name: /^Backdrop/ }));
    expect(part().backdrop).toMatchObject({ kind: 'picture', media: STILL });
    const layers = Object.keys(part().layers).length;
    await bring(picture);
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(Object.keys(part().layers)).toHaveLength(layers);
    expect(Object.keys(now().production.pictures ?? {})).toHaveLength(3);
  });

  it('several at once are asked about one after the other; what is neither is refused in a sentence', async () => {
    await act(async () => bringFiles([picture, new File(['x'], 'notes.txt', { type: 'text/plain' }), new File(['y'], 'Other.png', { type: 'image/png' })]));
    expect(said.some((text) => /“notes.txt” is neither picture nor clip/.test(text))).toBe(true);
    expect(screen.getByText('What is “Card”?')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Only on the shelf' }));
    expect(screen.getByText('What is “Other”?')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Only on the shelf' }));
  });

  it('layers of a layered file are kept with it; what was left out of a drawing is said', async () => {
    facts = {
      width: 40,
      height: 20,
      layers: JSON.stringify({ width: 40, height: 20, layers: [{ name: 'Head', media: STILL, x: 0, y: 0, width: 40, height: 20, opacity: 1, shown: true }] }),
      cleaned: 'script',
    };
    await bring(picture);
    expect(Object.values(now().production.pictures ?? {})[0]?.layered?.layers[0]?.name).toBe('Head');
    expect(said.some((text) => /Left out of “Card.png”.*script/.test(text))).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'Only on the shelf' }));
  });
});

it('a clip fills the frame as far as it fits; a picture takes a part of it and is never enlarged', () => {
  expect(sidesOnStage({ width: 640, height: 480, clip: { media: CLIP, frames: 2, rate: 2 } }, '16:9')).toEqual({ width: 1440, height: 1080 });
  expect(sidesOnStage({ width: 4000, height: 1000 }, '16:9')).toEqual({ width: 1152, height: 288 });
  expect(sidesOnStage({ width: 60, height: 40 }, '9:16')).toEqual({ width: 60, height: 40 });
  expect(ownLayer({ name: 'x', media: STILL, width: 60, height: 40, clip: { media: CLIP, frames: 2, rate: 2 } }, '16:9')).toMatchObject({ kind: 'clip', after: 'again' });
});

it('files are known by type or by name', () => {
  const of = (name: string, type: string): boolean => isForShelf(new File([''], name, { type }));
  expect([of('a.mov', ''), of('b.svg', ''), of('c.ora', ''), of('d', 'image/avif'), of('e.pdf', 'application/pdf'), of('f.txt', '')]).toEqual([
    true,
    true,
    true,
    true,
    false,
    false,
  ]);
  expect(titleOf(new File([''], 'My wave.final.mp4'))).toBe('My wave.final');
});
