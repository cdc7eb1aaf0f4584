import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, Key } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addKey, layerKeys } from '#core/edit/commands/keys';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { CurveLane } from './CurveLane.tsx';
import { useFilm } from './film.ts';
import { speeded } from './SpeedTop.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ seek: (tick: number) => view({ tick }), playLine: () => {} }));

const made = sampleDocument();
const [layer] = inOrder(made.document.scenes[made.scene]?.layers ?? {}).map(([id]) => id) as [string];
const ZOOM = 100;
let count = 0;
const key = (): string => `ke_${String(count++).padStart(12, '0')}`;
const keyed = (...keys: [number, number][]): Document =>
  edit(made.document, 'keys', 'cg_000000000001', (draft) => {
    for (const [at, value] of keys) addKey(made.scene, layerKeys(layer), 'angleDeg', at, value, key)(draft);
  }).document;

function Shown() {
  const shown = useFilm();
  return shown ? (
    <Tooltip.Provider>
      <CurveLane scene={shown.scene} layer={layer} property="angleDeg" zoom={ZOOM} width={3000} visible={{ from: 0, to: 3000 }} />
    </Tooltip.Provider>
  ) : null;
}
const show = (document: Document): void => {
  opened(document);
  render(<Shown />);
};
const keys = (): Key[] => Object.values((useProduction.getState().document?.scenes[made.scene]?.layers[layer]?.keys?.angleDeg ?? {}) as Record<string, Key>);
const pin = (n: number): HTMLElement => document.querySelectorAll<HTMLElement>('[data-curve-key]')[n] as HTMLElement;
const frame = (): Promise<void> => act(() => new Promise<void>((next) => void requestAnimationFrame(() => next())));
async function pull(element: Element, dx: number, dy: number, more: object = {}): Promise<void> {
  fireEvent.pointerDown(element, { pointerId: 1, button: 0, clientX: 100, clientY: 100 });
  fireEvent.pointerMove(element, { pointerId: 1, button: 0, clientX: 100 + dx, clientY: 100 + dy, ...more });
  await frame();
  fireEvent.pointerUp(element, { pointerId: 1, button: 0, clientX: 100 + dx, clientY: 100 + dy, ...more });
}

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  view({ keys: [], tick: 0, curve: { layer, property: 'angleDeg' } });
});
afterEach(cleanup);

describe('an open curve', () => {
  it('says each key’s value and moment, and the fastest that it goes', () => {
    show(keyed([48_000, 0], [96_000, 40]));
    expect(pin(0).getAttribute('aria-label')).toBe('Key, angle, 0°, at 0:01.00');
    expect(screen.getByText(/^fastest \d+/)).toBeTruthy();
  });
  it('shapes the stretch after the chosen key by name, and into the last one', () => {
    show(keyed([48_000, 0], [96_000, 40]));
    fireEvent.focus(pin(0));
    fireEvent.click(screen.getByRole('button', { name: 'Hold' }));
    expect(keys()[0]?.ease).toBe('hold');
    fireEvent.focus(pin(1));
    fireEvent.click(screen.getByRole('button', { name: 'Settle' }));
    expect(keys()[0]?.ease).toMatchObject({ bezier: [0.42, 0.02, 0.34, 1.5] });
    expect(screen.getByText(/past, settles$/)).toBeTruthy();
    expect(keys()[1]?.ease).toBe('both');
  });
  it('shapes by number keys, too', () => {
    show(keyed([48_000, 0], [96_000, 40]));
    fireEvent.focus(pin(0));
    fireEvent.keyDown(pin(0), { key: '4' });
    expect(keys()[0]?.ease).toBe('linear');
  });
  it('moves a key in time and value by a drag, one step of undo; with Shift in one of both', async () => {
    show(keyed([48_000, 0], [96_000, 40]));
    const before = keys()[1]?.at.offset as number;
    await pull(pin(1), 50, 20, { altKey: true });
    const [, moved] = keys();
    expect(moved?.at.offset).toBeGreaterThan(before + 20_000);
    expect(moved?.value as number).toBeLessThan(40);
    expect(useProduction.getState().log).toHaveLength(1);
    const { value } = moved as Key;
    await pull(pin(1), 40, 3, { shiftKey: true, altKey: true });
    expect(keys()[1]?.value).toBe(value);
  });
  it('keeps keys in their order, however far one is dragged', async () => {
    show(keyed([48_000, 0], [96_000, 40]));
    await pull(pin(1), -900, 0, { altKey: true });
    const labels = [...document.querySelectorAll('[data-curve-key]')].map((one) => one.getAttribute('aria-label'));
    expect(labels[0]).toContain('0°');
    expect(labels[1]).toContain('40°');
  });
  it('nudges a key by arrows: a frame across, a step up', () => {
    show(keyed([48_000, 0], [96_000, 40]));
    fireEvent.focus(pin(1));
    const before = keys()[1]?.at.offset as number;
    fireEvent.keyDown(pin(1), { key: 'ArrowUp' });
    fireEvent.keyDown(pin(1), { key: 'ArrowRight' });
    expect(keys()[1]).toMatchObject({ value: 41 });
    expect((keys()[1]?.at.offset as number) - before).toBe(48_000 / made.document.production.fps);
  });
  it('bends by its handles, by pointer and by arrows', async () => {
    show(keyed([48_000, 0], [96_000, 40]));
    fireEvent.focus(pin(0));
    const handles = screen.getAllByRole('slider');
    expect(handles[0]?.getAttribute('aria-valuetext')).toBe('reach 42 per cent, rise 0 per cent');
    await pull(handles[0] as Element, 10, 0);
    expect(keys()[0]?.ease).toMatchObject({ bezier: [0.52, 0, 0.38, 1] });
    fireEvent.keyDown(screen.getAllByRole('slider')[1] as Element, { key: 'ArrowUp', shiftKey: true });
    const ease = keys()[0]?.ease as { bezier: number[] } | undefined;
    expect(ease?.bezier[3]).toBeCloseTo(1.1);
  });
  it('with one key offers another at the playhead', () => {
    show(keyed([48_000, 12]));
    act(() => view({ tick: 120_000 }));
    fireEvent.click(screen.getByText('Set a second key here to make it move'));
    expect(keys().map(({ value }) => value)).toEqual([12, 12]);
  });
  it('takes a key out by Delete', () => {
    show(keyed([48_000, 0], [96_000, 40]));
    fireEvent.focus(pin(1));
    fireEvent.keyDown(pin(1), { key: 'Delete' });
    expect(keys()).toHaveLength(1);
    expect(useView.getState().curve).toBeTruthy();
  });
});

describe('the top of the speed', () => {
  const bezier = (): readonly number[] => keys().flatMap(({ ease }) => (typeof ease === 'object' ? [ease.bezier] : []))[0] ?? [];
  const top = (): Element => document.querySelector('[data-speed-top]') as Element;
  const chosen = (): void => {
    show(keyed([48_000, 0], [96_000, 40]));
    fireEvent.click(pin(0));
    const first = Object.keys(useProduction.getState().document?.scenes[made.scene]?.layers[layer]?.keys?.angleDeg ?? {})[0];
    act(() => view({ keys: [`${layer}/angleDeg/${first}`], layer, last: 'key' }));
  };
  it('is drawn up: faster in the middle, slower at both ends, by the same keys', async () => {
    chosen();
    await pull(top(), 0, -11);
    const [x1, y1, x2, y2] = bezier() as [number, number, number, number];
    expect([y1, y2]).toEqual([0, 1]);
    await pull(top(), 0, -11);
    const [x3, , x4] = bezier() as [number, number, number, number];
    expect(x3).toBeCloseTo(x1 + 0.1, 2);
    expect(x4).toBeCloseTo(x2 - 0.1, 2);
    expect(keys().map(({ value }) => value)).toEqual([0, 40]);
  });
  it('is drawn aside: sooner or later, and by arrow keys', async () => {
    chosen();
    await pull(top(), 10, 0);
    const [x1, , x2] = bezier() as [number, number, number, number];
    fireEvent.keyDown(top(), { key: 'ArrowRight' });
    expect((bezier()[0] as number) - x1).toBeCloseTo(0.01, 3);
    expect((bezier()[2] as number) - x2).toBeCloseTo(0.01, 3);
  });
  it('never bends time back', () => {
    for (const [faster, later] of [
      [9, 0],
      [-9, 0],
      [0, 9],
      [0, -9],
    ] as const)
      for (const share of [0, 2]) {
        const value = speeded([0.3, 0, 0.6, 1], faster, later)[share] as number;
        expect(value).toBeGreaterThanOrEqual(0);
        expect(value).toBeLessThanOrEqual(1);
      }
  });
});
