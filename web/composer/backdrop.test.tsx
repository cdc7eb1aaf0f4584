import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Backdrop, Document, LayerOf } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addLayer } from '#core/edit/commands/layers';
import { setBackdrop } from '#core/edit/commands/stage';
import { sampleDocument } from '#core/testing/samples';
import { useProduction } from '../state/production.ts';
import { choose, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { useFilm } from './film.ts';
import { Inspector } from './Inspector.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ seek: () => {}, playLine: () => {} }));
vi.mock('../stage/client.ts', () => ({
  stage: () => ({
    backdrop: async () => new Promise(() => {}),
    piece: async () => new Promise(() => {}),
    matching: async () => new Promise(() => {}),
    portrait: async () => new Promise(() => {}),
  }),
}));

const made = sampleDocument();
function Card() {
  const shown = useFilm();
  return shown ? (
    <MemoryRouter>
      <Tooltip.Provider>
        <Inspector scene={shown.scene} />
      </Tooltip.Provider>
    </MemoryRouter>
  ) : null;
}
const show = (document: Document, layer = 'backdrop'): void => {
  opened(document);
  render(<Card />);
  act(() => choose({ kind: 'layer', id: layer }));
};
const standing = (backdrop: Backdrop): Document => edit(made.document, 'x', made.makeId('change'), setBackdrop(made.scene, backdrop)).document;
const scene = () => useProduction.getState().document?.scenes[made.scene];
const backdrop = () => scene()?.backdrop;
const unfold = (title: string): HTMLElement => {
  const summary = [...document.querySelectorAll('summary')].find((one) => one.textContent?.includes(title));
  if (!summary?.parentElement) throw new Error(`no ${title}`);
  (summary.parentElement as HTMLDetailsElement).open = true;
  return summary.parentElement;
};

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  HTMLElement.prototype.scrollIntoView = () => {};
});
afterEach(() => {
  cleanup();
  view({ line: undefined, cue: undefined });
});

describe('the card of a drawn backdrop', () => {
  it('puts it into an hour by one press, and tells which it is', () => {
    show(standing({ kind: 'set', set: 'street', light: 0.5 }));
    expect(screen.getByRole('button', { name: 'Day' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Night' }));
    expect(backdrop()).toEqual({ kind: 'set', set: 'street', light: 1 });
    expect(screen.getByRole('button', { name: 'Night' }).getAttribute('aria-pressed')).toBe('true');
  });
  it('hides a part and shows it again, as it was before', () => {
    const start: Backdrop = { kind: 'set', set: 'study', light: 0.5 };
    show(standing(start));
    const parts = unfold('Parts');
    fireEvent.click(within(parts).getByRole('button', { name: 'Hide Globe' }));
    expect(backdrop()).toMatchObject({ parts: { globe: { hidden: true } } });
    fireEvent.click(within(parts).getByRole('button', { name: 'Show Globe' }));
    expect(backdrop()).toEqual(start);
  });
  it('names a part by what was swapped for it, and takes it back', () => {
    show(standing({ kind: 'set', set: 'study', light: 0.5, parts: { globe: { swap: 'trophy', dx: 20 } } }));
    const parts = unfold('Parts');
    expect(within(parts).getByRole('button', { name: 'Cup of a winner' })).toBeTruthy();
    fireEvent.click(within(parts).getByRole('button', { name: 'Cup of a winner as drawn' }));
    expect(backdrop()).not.toHaveProperty('parts');
  });
  it('offers the production’s own colours only where it has some', () => {
    const document = standing({ kind: 'set', set: 'study', light: 0.5 });
    show({ ...document, production: { ...document.production, palette: ['#884422', '#225588', '#447733'] } });
    fireEvent.click(within(unfold('Colours')).getByRole('button', { name: 'From the production' }));
    expect(backdrop()).toMatchObject({ colours: { accent: '#447733', second: '#225588', green: '#884422' } });
    fireEvent.click(within(unfold('Colours')).getByRole('button', { name: 'As drawn' }));
    expect(backdrop()).not.toHaveProperty('colours');
  });
  it('shows a picture closer and another part of it by its sliders, and as it was again', () => {
    const picture: Backdrop = { kind: 'picture', media: 'a'.repeat(64), width: 1600, height: 1200, fit: 'fill', name: 'Pier' };
    show(standing(picture));
    const press = (label: string, key: string): void => void fireEvent.keyDown(screen.getByRole('slider', { name: label }), { key });
    press('Closer', 'ArrowRight');
    press('Up and down', 'End');
    expect(backdrop()).toEqual({ ...picture, closer: 1.05, down: 1 });
    press('Closer', 'Home');
    fireEvent.click(screen.getByRole('button', { name: 'Fit' }));
    expect(backdrop()).toEqual({ ...picture, fit: 'fit', down: 1 });
  });
  it('lets one colour run into another, and back', () => {
    show(standing({ kind: 'colour', colour: '#334455' }));
    fireEvent.click(screen.getByRole('button', { name: 'Let it run into another' }));
    expect(backdrop()).toMatchObject({ kind: 'colour', colour: '#334455', to: '#f6f1e6' });
    fireEvent.click(screen.getByRole('button', { name: 'One colour' }));
    expect(backdrop()).toEqual({ kind: 'colour', colour: '#334455' });
  });
});

describe('the card of a prop', () => {
  const LAYER = made.makeId('layer');
  const bring = (prop: string): Document =>
    edit(made.document, 'x', made.makeId('change'), addLayer(made.scene, LAYER, { kind: 'prop', prop, x: 0, y: 390, locked: false, hidden: false } as never)).document;
  const layer = () => scene()?.layers[LAYER] as LayerOf<'prop'>;
  it('chooses what it is doing', () => {
    show(bring('traffic-light'), LAYER);
    expect(screen.getByRole('button', { name: 'Red' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Green' }));
    expect(layer().state).toBe('green');
  });
  it('takes words for its board, and forgets them when they are gone', () => {
    show(bring('board'), LAYER);
    const field = screen.getByLabelText('Words on it');
    fireEvent.change(field, { target: { value: 'Low tide at noon' } });
    fireEvent.blur(field);
    expect(layer().writes).toBe('Low tide at noon');
    fireEvent.change(field, { target: { value: '  ' } });
    fireEvent.blur(field);
    expect(layer()).not.toHaveProperty('writes');
  });
  it('has nothing of this where there is nothing to choose', () => {
    show(bring('orange'), LAYER);
    expect(document.querySelector('[data-prop-part]')).toBeNull();
  });
});
