import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, Layer } from '#core/document/schema';
import { NO_FONTS } from '#core/draw/text';
import { layerBoxes } from '#core/stage/boxes';
import { everything } from '#core/testing/everything';
import { undo, useProduction } from '../state/production.ts';
import { chooseLayer, chosenLayers, useView, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { type PlacedScene, speakerName, useFilm } from './film.ts';
import { Inspector } from './Inspector.tsx';
import { Overlay } from './Overlay.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ seek: (tick: number) => view({ tick }), playLine: () => {}, togglePlay: () => view({ playing: true }), stop: () => view({ playing: false }) }));
const hoisted = vi.hoisted(() => ({ boxes: [] as unknown[] }));
vi.mock('../stage/boxes.ts', () => ({ placedBoxes: () => hoisted.boxes, useBoxes: () => hoisted.boxes, hearBoxes: () => {}, seenAt: () => undefined, coverAt: () => {} }));
vi.mock('../stage/client.ts', () => ({
  stage: () => ({
    backdrop: async () => new Promise(() => {}),
    piece: async () => new Promise(() => {}),
    portrait: async () => new Promise(() => {}),
    matching: async () => new Promise(() => {}),
  }),
}));

const made = everything();
const { layers, scene } = made;

function Screen() {
  const shown = useFilm();
  if (!shown) return null;
  hoisted.boxes = layerBoxes(shown.scene as PlacedScene, useView.getState().tick, NO_FONTS);
  return (
    <MemoryRouter>
      <Tooltip.Provider>
        <Inspector scene={shown.scene} />
        <Overlay scene={shown.scene} size={{ width: 960, height: 540 }} />
      </Tooltip.Provider>
    </MemoryRouter>
  );
}
const show = (document: Document = made.document): void => {
  opened(document);
  render(<Screen />);
};
const now = (): Document => useProduction.getState().document as Document;
const layerNow = (id: string): Layer => now().scenes[scene]?.layers[id] as Layer;
const pick = (id: string): void => act(() => chooseLayer(id, false));
/** A number field of the card, by the words before it. */
const type = (label: string, value: string): void => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value } });
  fireEvent.keyDown(field, { key: 'Enter' });
};

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  HTMLElement.prototype.scrollIntoView = () => {};
});
afterEach(() => {
  cleanup();
  act(() => view({ layer: undefined, layers: [], last: undefined, tick: 0, playing: false, recording: false, entered: undefined }));
});

describe('a colour of the card', () => {
  it('is shown while it is mixed and is one step of undo, however many colours were passed over', async () => {
    show();
    act(() => view({ tick: 0 }));
    pick(layers.title);
    const box = screen.getByLabelText('Colour') as HTMLInputElement;
    for (const value of ['#112233', '#223344', '#334455']) fireEvent.input(box, { target: { value } });
    expect(useProduction.getState().preview?.scenes[scene]?.layers[layers.title]).toMatchObject({ colour: '#334455' });
    expect(useProduction.getState().log).toHaveLength(0);
    act(() => void box.dispatchEvent(new Event('change')));
    expect(layerNow(layers.title)).toMatchObject({ colour: '#334455' });
    expect(useProduction.getState().log).toHaveLength(1);
    await act(() => undo());
    expect(layerNow(layers.title)).not.toHaveProperty('colour', '#334455');
  });
});

describe('the card of a layer', () => {
  it('has a field for each of its properties, and writes what is typed', () => {
    show();
    pick(layers.lamp);
    expect(screen.getByRole('heading', { name: 'Lamp' })).toBeTruthy();
    type('Angle', '15');
    type('Opacity', '40 %');
    expect(layerNow(layers.lamp)).toMatchObject({ angleDeg: 15, opacity: 0.4 });
  });
  it('says what a field can take, and keeps what was there', () => {
    show();
    pick(layers.lamp);
    type('Opacity', '300 %');
    expect(screen.getByText('Opacity goes from 0 % to 100 %.')).toBeTruthy();
    expect(layerNow(layers.lamp)).not.toHaveProperty('opacity');
  });
  it('steps a number by arrow keys, ten steps with Shift', () => {
    show();
    pick(layers.lamp);
    fireEvent.keyDown(screen.getByLabelText('Angle'), { key: 'ArrowUp' });
    fireEvent.keyDown(screen.getByLabelText('Angle'), { key: 'ArrowUp', shiftKey: true });
    expect(layerNow(layers.lamp)).toMatchObject({ angleDeg: 11 });
  });
  it('sets a key at the playhead and takes it away again; Undo brings it back', async () => {
    show();
    pick(layers.lamp);
    act(() => view({ tick: 48_000 }));
    fireEvent.click(screen.getByRole('button', { name: 'Set a key of angle at the playhead' }));
    expect(Object.keys(layerNow(layers.lamp).keys?.angleDeg ?? {})).toHaveLength(1);
    act(() => view({ tick: 96_000 }));
    type('Angle', '30');
    expect(Object.keys(layerNow(layers.lamp).keys?.angleDeg ?? {})).toHaveLength(2);
    fireEvent.click(screen.getByRole('button', { name: 'Take this key of angle away' }));
    expect(Object.keys(layerNow(layers.lamp).keys?.angleDeg ?? {})).toHaveLength(1);
    await act(async () => undo());
    expect(Object.keys(layerNow(layers.lamp).keys?.angleDeg ?? {})).toHaveLength(2);
  });
  it('goes from key to key, and does to all of them what is asked', () => {
    show();
    pick(layers.group);
    fireEvent.click(screen.getByRole('button', { name: 'Next key' }));
    expect(useView.getState().tick).toBe(40_000);
    const before = Object.values(layerNow(layers.group).keys?.x ?? {}).map(({ at }) => at.offset);
    fireEvent.click(screen.getByRole('button', { name: 'Later' }));
    expect(Object.values(layerNow(layers.group).keys?.x ?? {}).map(({ at }) => at.offset)).toEqual(before.map((offset) => offset + 2000));
    fireEvent.click(screen.getByRole('button', { name: 'Take away' }));
    expect(layerNow(layers.group)).not.toHaveProperty('keys');
  });
  it('says when a layer is there; it comes and goes where the playhead is', () => {
    show();
    pick(layers.star);
    expect(screen.getByText('The whole scene.')).toBeTruthy();
    act(() => view({ tick: 60_000 }));
    fireEvent.click(screen.getByRole('button', { name: 'Comes here' }));
    expect(layerNow(layers.star).span?.start.to).toBe('word');
    expect(screen.getByText(/moves with the words/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Whole scene' }));
    expect(layerNow(layers.star)).not.toHaveProperty('span');
  });
  it('puts effects on and takes them off, with their own values', () => {
    show();
    pick(layers.lamp);
    fireEvent.click(screen.getByRole('button', { name: 'Glow' }));
    type('Reach', '40');
    expect(Object.values(layerNow(layers.lamp).effects ?? {})[0]).toMatchObject({ effect: 'glow', values: { size: 40 } });
    fireEvent.click(screen.getByRole('button', { name: 'Take glow off' }));
    expect(layerNow(layers.lamp)).not.toHaveProperty('effects');
  });
  it('of a chart puts it on a board that stands in the scene, in one group and one step', async () => {
    const board = 'la_0000000b0ard';
    const withBoard = { kind: 'prop', prop: 'whiteboard', name: 'Class board', x: 600, y: 380, order: 'aZ', locked: false, hidden: false } as Layer;
    const place = made.document.scenes[scene] as Document['scenes'][string];
    show({ ...made.document, scenes: { ...made.document.scenes, [scene]: { ...place, layers: { ...place.layers, [board]: withBoard } } } });
    const [chart] = Object.entries(place.layers).find(([, { kind }]) => kind === 'chart') as [string, Layer];
    pick(chart);
    fireEvent.click(screen.getByRole('button', { name: 'On Class board' }));
    const group = layerNow(chart).parent as string;
    expect([layerNow(group)?.kind, layerNow(board).parent]).toEqual(['group', group]);
    // It is there: the card offers it no second time.
    expect(screen.queryByRole('button', { name: 'On Class board' })).toBeNull();
    await act(() => undo());
    expect([layerNow(chart).parent, layerNow(board).parent]).toEqual([undefined, undefined]);
  });
  it('of words has the words themselves', () => {
    show();
    pick(layers.title);
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'Another title' } });
    fireEvent.blur(screen.getByLabelText('Words'));
    expect(layerNow(layers.title)).toMatchObject({ text: 'Another title' });
  });
  it('mirrors, orders and takes off', () => {
    show();
    pick(layers.star);
    fireEvent.click(screen.getByRole('button', { name: 'Flip left to right (X)' }));
    expect(layerNow(layers.star)).toMatchObject({ scaleX: -1 });
    const order = layerNow(layers.star).order;
    const menu = (entry: string): void => {
      fireEvent.keyDown(screen.getByRole('button', { name: 'More for Shape' }), { key: 'Enter' });
      fireEvent.click(screen.getByRole('menuitem', { name: new RegExp(entry) }));
    };
    menu('Send back');
    expect(layerNow(layers.star).order < order).toBe(true);
    menu('Take off stage');
    expect(layerNow(layers.star)).toBeUndefined();
  });
  it('of an effect over everything has its values, and no place', () => {
    show();
    pick(layers.tone);
    type('Saturation', '-100 %');
    expect(layerNow(layers.tone)).toMatchObject({ values: { saturation: -1 } });
    expect(screen.queryByLabelText('Angle')).toBeNull();
  });
});

describe('several layers', () => {
  const two = (): void =>
    act(() => {
      chooseLayer(layers.card, false);
      chooseLayer(layers.star, true);
    });
  it('are chosen together, and one is let go by choosing it again', () => {
    show();
    two();
    expect(chosenLayers(useView.getState())).toEqual([layers.card, layers.star]);
    act(() => chooseLayer(layers.card, true));
    expect(chosenLayers(useView.getState())).toEqual([layers.star]);
  });
  it('are lined up, grouped and taken off as one', () => {
    show();
    two();
    const card = within(document.querySelector('[data-many]') as HTMLElement);
    expect(card.getByText('Card, Shape')).toBeTruthy();
    fireEvent.click(card.getByRole('button', { name: 'Middle' }));
    expect(layerNow(layers.star)).not.toMatchObject({ y: -300 });
    expect(card.getByRole('button', { name: 'Across' })).toHaveProperty('disabled', true);
    fireEvent.click(card.getByRole('button', { name: 'Group' }));
    const group = layerNow(layers.card).parent as string;
    expect(layerNow(layers.star).parent).toBe(group);
    expect(useView.getState().layer).toBe(group);
  });
});

describe('a drag on the stage', () => {
  const grab = (id: string): Element => document.querySelector(`[data-grab="${id}"]`) as Element;
  const pointer = (kind: 'pointerDown' | 'pointerMove' | 'pointerUp', target: Element, x: number, y: number, more: object = {}): void =>
    void fireEvent[kind](target, { pointerId: 1, button: 0, clientX: x, clientY: y, ...more });
  const frame = (): Promise<void> => act(async () => void (await new Promise((done) => requestAnimationFrame(done))));
  it('shows on its way what it will be, and is one edit in the end', async () => {
    show();
    pointer('pointerDown', grab(layers.star), 400, 100);
    pointer('pointerMove', grab(layers.star), 450, 60);
    await frame();
    expect(useProduction.getState().preview?.scenes[scene]?.layers[layers.star]).toMatchObject({ x: 100, y: -380 });
    expect(layerNow(layers.star)).toMatchObject({ x: 0, y: -300 });
    pointer('pointerUp', grab(layers.star), 450, 60);
    expect(layerNow(layers.star)).toMatchObject({ x: 100, y: -380 });
    expect(useProduction.getState().log).toHaveLength(1);
  });
  it('is given up by Esc as if nothing had been', async () => {
    show();
    pointer('pointerDown', grab(layers.star), 400, 100);
    pointer('pointerMove', grab(layers.star), 450, 60);
    await frame();
    fireEvent.keyDown(window, { key: 'Escape' });
    pointer('pointerUp', grab(layers.star), 480, 60);
    expect(useProduction.getState().preview).toBeUndefined();
    expect(layerNow(layers.star)).toMatchObject({ x: 0, y: -300 });
  });
  it('takes a group as one, until it was entered', async () => {
    show();
    act(() => view({ tick: 0 }));
    pointer('pointerDown', grab(layers.lamp), 600, 300);
    pointer('pointerUp', grab(layers.lamp), 600, 300);
    expect(useView.getState().layer).toBe(layers.group);
    act(() => view({ entered: layers.group }));
    pointer('pointerDown', grab(layers.lamp), 600, 300);
    pointer('pointerUp', grab(layers.lamp), 600, 300);
    expect(useView.getState().layer).toBe(layers.lamp);
  });
  it('of a thing in a turned group goes where the pointer goes', async () => {
    show();
    act(() => view({ tick: 0, entered: layers.group }));
    pick(layers.lamp);
    type('Angle', '0');
    pointer('pointerDown', grab(layers.lamp), 600, 300);
    pointer('pointerMove', grab(layers.lamp), 640, 300);
    await frame();
    pointer('pointerUp', grab(layers.lamp), 640, 300);
    const placed = made.document.scenes[scene]?.layers[layers.lamp];
    expect((layerNow(layers.lamp) as { x: number }).x).toBeCloseTo(((placed?.kind === 'prop' ? placed.x : undefined) ?? Number.NaN) + 80, 0);
  });
  it('of what is locked moves nothing', async () => {
    const place = made.document.scenes[scene] as Document['scenes'][string];
    const locked: Document = {
      ...made.document,
      scenes: { [scene]: { ...place, layers: { ...place.layers, [layers.star]: { ...(place.layers[layers.star] as Layer), locked: true } } } },
    };
    show(locked);
    pointer('pointerDown', grab(layers.star), 400, 100);
    pointer('pointerMove', grab(layers.star), 450, 60);
    await frame();
    pointer('pointerUp', grab(layers.star), 450, 60);
    expect(layerNow(layers.star)).toMatchObject({ x: 0, y: -300 });
    expect(useView.getState().layer).toBe(layers.star);
  });
  it('while keys are recorded becomes a key at the playhead, though there was none', async () => {
    show();
    act(() => view({ recording: true, tick: 24_000 }));
    pointer('pointerDown', grab(layers.star), 400, 100);
    pointer('pointerMove', grab(layers.star), 430, 60);
    await frame();
    pointer('pointerUp', grab(layers.star), 430, 60);
    expect(Object.values(layerNow(layers.star).keys?.x ?? {})).toHaveLength(1);
    expect(layerNow(layers.star)).toMatchObject({ x: 0, y: -300 });
  });
  it('of a playing scene that is recorded becomes keys along it', async () => {
    show();
    act(() => view({ recording: true, tick: 0, playing: true }));
    pointer('pointerDown', grab(layers.hole), 400, 100);
    for (const [n, x] of [410, 440, 500, 520].entries()) {
      act(() => view({ tick: n * 12_000 }));
      pointer('pointerMove', grab(layers.hole), x, 100 + n * 30);
      await frame();
    }
    pointer('pointerUp', grab(layers.hole), 520, 190);
    expect(Object.keys(layerNow(layers.hole).keys?.x ?? {}).length).toBeGreaterThan(1);
    expect(useProduction.getState().log).toHaveLength(1);
  });
});

describe('who speaks', () => {
  it('is called by the role, and in a scene where somebody else plays it by that one', () => {
    const role = Object.keys(made.document.production.roles)[0] as string;
    const other = Object.values(made.document.characters).find(({ id }) => id !== made.document.production.roles[role]?.character);
    if (!other) throw new Error('nobody else');
    expect(speakerName(made.document, scene, role)).toBe(made.document.production.roles[role]?.name);
    const recast: Document = { ...made.document, scenes: { [scene]: { ...(made.document.scenes[scene] as Document['scenes'][string]), recast: { [role]: other.id } } } };
    expect(speakerName(recast, scene, role)).toBe(other.name);
    expect(speakerName(made.document, scene, null)).toBe('');
  });
});

describe('the joints of a chosen figure', () => {
  const figure = Object.entries(made.document.scenes[scene]?.layers ?? {}).flatMap(([id, { kind }]) => (kind === 'character' ? [id] : []))[0] as string;
  it('open what that part of the body can do at the playhead, by that figure and with that hand', () => {
    show();
    pick(figure);
    const joints = [...document.querySelectorAll('[data-joint]')].map((pin) => pin.getAttribute('data-joint'));
    expect(joints).toEqual(expect.arrayContaining(['head', 'hip', 'wrist left', 'wrist right', 'elbow left', 'shoulder right']));
    fireEvent.click(document.querySelector('[data-joint="wrist left"]') as Element);
    expect(useView.getState().hanging).toMatchObject({ kind: 'gesture', layer: figure, hand: 'left' });
    fireEvent.click(document.querySelector('[data-joint="head"]') as Element);
    expect(useView.getState().hanging).toMatchObject({ kind: 'face', layer: figure });
    act(() => view({ hanging: undefined }));
  });
});

describe('what is cropped on the stage', () => {
  const card = layers.card;
  it('has its edges to be drawn by pointer and keys, each drag one step from where it began', async () => {
    show();
    pick(card);
    act(() => view({ cutting: { layer: card, what: 'crop' } }));
    const edge = document.querySelector('[data-cut="Left"]') as Element;
    const before = (layerNow(card) as { cropLeft?: number }).cropLeft ?? 0;
    fireEvent.keyDown(edge, { key: 'ArrowRight', shiftKey: true });
    expect((layerNow(card) as { cropLeft?: number }).cropLeft).toBeCloseTo(before + 0.1, 3);
    expect(document.querySelector('[data-handles]')).toBeNull();
    const at = (kind: string, clientX: number): void =>
      void fireEvent(edge, Object.assign(new MouseEvent(kind, { bubbles: true, cancelable: true, button: 0, clientX, clientY: 100 }), { pointerId: 1 }));
    const taken = (layerNow(card) as { cropLeft?: number }).cropLeft as number;
    const seen = (): number => (useProduction.getState().preview?.scenes[scene]?.layers[card] as { cropLeft?: number } | undefined)?.cropLeft ?? Number.NaN;
    at('pointerdown', 100);
    at('pointermove', 104);
    await act(() => new Promise<void>((next) => void requestAnimationFrame(() => next())));
    const once = seen() - taken;
    at('pointermove', 108);
    await act(() => new Promise<void>((next) => void requestAnimationFrame(() => next())));
    // Twice as far from where it began, whatever was shown meanwhile.
    expect(once).not.toBe(0);
    expect((seen() - taken) / once).toBeCloseTo(2, 1);
    at('pointerup', 120);
    act(() => view({ cutting: undefined }));
  });
});
