import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LayerOf, Scene } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { bringClip } from '#core/edit/commands/clips';
import { sampleDocument } from '#core/testing/samples';
import { useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { choose, slide } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { type PlacedScene, useFilm } from './film.ts';
import { ChromaPart } from './LayerChroma.tsx';
import { ClipPart } from './LayerClip.tsx';
import { Harmony, MatchPart } from './LayerMatch.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
const found = vi.hoisted(() => ({ apart: 0.4, word: 'warmer', matched: { brightness: -0.1, contrast: 0.2, saturation: -0.3, temperature: 0.4 } }));
vi.mock('../stage/client.ts', () => ({
  stage: () => ({
    piece: async () => ({}),
    matching: async (_scene: string, _tick: number, layers: string[]) => layers.map((id) => ({ id, ...found })),
  }),
}));
const said = vi.hoisted(() => [] as string[]);
vi.mock('sonner', () => ({ toast: Object.assign((text: string) => said.push(text), { error: (text: string) => said.push(text) }) }));

const { document: bare, scene, makeId } = sampleDocument();
const layer = makeId('layer');
const CLIP = { kind: 'clip', name: 'Wave', media: 'a'.repeat(64), width: 1600, height: 900, frames: 100, rate: 25, after: 'hold', locked: false, hidden: false } as const;
const { document } = edit(bare, 'Bring on', makeId('change'), bringClip(scene, layer, CLIP));
const part = (): Scene => useProduction.getState().document?.scenes[scene] as Scene;
const clip = (): LayerOf<'clip'> => part().layers[layer] as LayerOf<'clip'>;
const shown = (): LayerOf<'clip'> => (useProduction.getState().preview ?? useProduction.getState().document)?.scenes[scene]?.layers[layer] as LayerOf<'clip'>;

/** The left half is the painted wall, the right half somebody in purple; edges all round are the wall's. */
const wall = (x: number, y: number, width: number, height: number): number[] =>
  x > width * 0.3 && x < width * 0.7 && y > height * 0.2 && y < height * 0.9 ? [122, 59, 143] : [34, 176, 74];

function Screen() {
  const now = useFilm();
  if (!now) return null;
  const placed = now.scene as PlacedScene;
  const one = placed.scene.layers[layer] as LayerOf<'clip'>;
  return (
    <Tooltip.Provider>
      <ClipPart id={layer} layer={one} scene={placed} />
      <ChromaPart id={layer} layer={one} scene={placed} />
      <MatchPart id={layer} scene={placed} />
      <Harmony scene={placed} />
    </Tooltip.Provider>
  );
}
const settle = (ms = 0): Promise<void> => act(async () => void (await new Promise((next) => setTimeout(next, ms))));
const type = (label: string, value: string): void => {
  const field = screen.getByLabelText(new RegExp(`^${label}`));
  fireEvent.change(field, { target: { value } });
  fireEvent.keyDown(field, { key: 'Enter' });
};

beforeEach(async () => {
  said.length = 0;
  vi.stubGlobal(
    'OffscreenCanvas',
    class {
      constructor(
        readonly width: number,
        readonly height: number,
      ) {}
      getContext() {
        return {
          drawImage: () => {},
          getImageData: () => ({
            data: Uint8ClampedArray.from(
              { length: this.width * this.height * 4 },
              (_, n) => wall((n >> 2) % this.width, Math.floor((n >> 2) / this.width), this.width, this.height)[n & 3] ?? 255,
            ),
          }),
        };
      }
    },
  );
  HTMLCanvasElement.prototype.getContext = (() => ({ drawImage: () => {} })) as never;
  opened(document);
  view({ scene, tick: 0, playing: false, line: undefined, matte: undefined });
  render(<Screen />);
  await settle();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('the card of a clip', () => {
  it('trims, slips and speeds it by numbers; what cannot be is refused and said', () => {
    expect(screen.getByText('4.00 s once through, 100 frames at 25 a second.')).toBeDefined();
    type('From', '1');
    type('Speed', '2');
    expect(clip()).toMatchObject({ into: 48_000, speed: 2 });
    expect(screen.getByText(/^1.50 s once through/)).toBeDefined();
    type('To', '9');
    expect(screen.getByText('Write seconds from 0 to 4.00.')).toBeDefined();
    expect(clip().until).toBeUndefined();
    type('To', '3');
    expect(clip().until).toBe(144_000);
    type('From', '0');
    expect('into' in clip()).toBe(false);
  });

  it('steps by frames with the arrow keys', () => {
    fireEvent.keyDown(screen.getByLabelText('From'), { key: 'ArrowUp' });
    expect(clip().into).toBe(1920);
    fireEvent.keyDown(screen.getByLabelText('From'), { key: 'ArrowDown' });
    expect('into' in clip()).toBe(false);
  });

  it('lasts as itself, as a line, or the whole scene, and does at its end what is chosen', () => {
    fireEvent.click(screen.getByRole('button', { name: 'As long as itself' }));
    expect(clip().span?.end).toEqual({ ticks: 192_000 });
    fireEvent.click(screen.getByRole('button', { name: 'As long as line 1' }));
    expect(clip().span?.start).toMatchObject({ to: 'line' });
    fireEvent.click(screen.getByRole('button', { name: 'The whole scene' }));
    expect(clip().span).toBeUndefined();
    choose(screen.getByRole('combobox', { name: 'When it is over' }), 'back');
    expect(clip().after).toBe('back');
  });
});

describe('a colour that is taken out', () => {
  const take = (): void => void fireEvent.click(screen.getByRole('button', { name: 'Take a colour out' }));

  it('is guessed from the edges, tried while a slider moves, and one step when it is let go', () => {
    take();
    const [red, green, blue] = [1, 3, 5].map((at) => Number.parseInt((clip().chroma?.colour ?? '').slice(at, at + 2), 16)) as [number, number, number];
    expect(Math.hypot(red - 34, green - 176, blue - 74)).toBeLessThan(6);
    const steps = useProduction.getState().log.length;
    slide(screen.getByRole('slider', { name: 'Softness' }), 0.8);
    expect(clip().chroma?.softness).toBeCloseTo(0.8, 2);
    expect(useProduction.getState().log.length).toBe(steps + 1);
    fireEvent.click(screen.getByRole('button', { name: 'Leave its colours' }));
    expect('chroma' in clip()).toBe(false);
  });

  it('is picked as the average of a box; what stays is shown in white, and no longer when the card goes', () => {
    take();
    fireEvent.click(screen.getByRole('button', { name: 'Pick' }));
    const canvas = screen.getByLabelText('The picture as it came') as HTMLCanvasElement;
    canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 292, height: 164, right: 292, bottom: 164, x: 0, y: 0, toJSON: () => ({}) });
    fireEvent.pointerDown(canvas, { pointerId: 1, clientX: 130, clientY: 60 });
    fireEvent.pointerMove(canvas, { pointerId: 1, clientX: 160, clientY: 90 });
    fireEvent.pointerUp(canvas, { pointerId: 1 });
    expect(clip().chroma?.colour).toBe('#7a3b8f');
    fireEvent.click(screen.getByRole('checkbox'));
    expect(useView.getState().matte).toBe(layer);
    cleanup();
    expect(useView.getState().matte).toBeUndefined();
  });

  it('only inside an outline that is clicked around what stays; Enter closes it, Esc leaves it', () => {
    take();
    fireEvent.click(screen.getByRole('button', { name: 'Keep only inside' }));
    const canvas = screen.getByLabelText('The picture as it came') as HTMLCanvasElement;
    canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 292, height: 164, right: 292, bottom: 164, x: 0, y: 0, toJSON: () => ({}) });
    const click = (x: number, y: number): void => void fireEvent.pointerDown(canvas, { pointerId: 1, clientX: x, clientY: y });
    click(29.2, 16.4);
    click(262.8, 16.4);
    fireEvent.keyDown(canvas, { key: 'Enter' });
    expect(clip().chroma?.rough).toBeUndefined();
    fireEvent.click(screen.getByRole('button', { name: 'Keep only inside' }));
    for (const [x, y] of [
      [29.2, 16.4],
      [262.8, 16.4],
      [146, 147.6],
    ] as const)
      click(x, y);
    fireEvent.keyDown(canvas, { key: 'Enter' });
    expect(clip().chroma?.rough?.map(([x, y]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10])).toEqual([
      [0.1, 0.1],
      [0.9, 0.1],
      [0.5, 0.9],
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Everything again' }));
    expect(clip().chroma).toBeDefined();
    expect(clip().chroma?.rough).toBeUndefined();
  });
});

describe('colours that fit', () => {
  it('say how far they are apart and by what; matched by as much as is asked, seen before while it is held', async () => {
    await settle(420);
    expect(screen.getByText('Sticks out: 40 % apart from what is behind it, warmer.')).toBeDefined();
    const before = screen.getByRole('button', { name: 'Before' });
    fireEvent.click(screen.getByRole('button', { name: 'Match what is behind' }));
    expect(clip()).toMatchObject({ brightness: -0.1, contrast: 0.2, saturation: -0.3, temperature: 0.4 });
    fireEvent.pointerDown(before);
    expect(shown()).toMatchObject({ brightness: 0, saturation: 0 });
    fireEvent.pointerUp(before);
    expect(shown()).toMatchObject({ brightness: -0.1, saturation: -0.3 });
    slide(screen.getByRole('slider', { name: /Match by/ }), 0.5);
    expect(clip().temperature).toBeCloseTo(0.2, 2);
  });

  it('of a whole scene: who sticks out is listed, and matched where it stands', async () => {
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Look who sticks out' })));
    await settle();
    const row = screen.getAllByText(/warmer, 40 % apart/);
    expect(row.length).toBe(Object.values(part().layers).filter(({ parent, kind }) => parent === undefined && kind !== 'text' && kind !== 'effect').length);
    await act(async () => void fireEvent.click(screen.getAllByRole('button', { name: 'Match' })[0] as HTMLElement));
    expect(Object.values(part().layers).some((one) => 'saturation' in one && one.saturation === -0.3)).toBe(true);
  });
});
