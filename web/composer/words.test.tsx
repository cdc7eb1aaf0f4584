import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, LayerOf } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addLayer } from '#core/edit/commands/layers';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { useProduction } from '../state/production.ts';
import { choose } from '../state/view.ts';
import { choose as pick } from '../testing/fields.ts';
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
const LAYER = made.makeId('layer');
const [who] = inOrder(made.document.scenes[made.scene]?.layers ?? {})[0] as [string, unknown];
const bring = (layer: object): Document =>
  edit(made.document, 'x', made.makeId('change'), addLayer(made.scene, LAYER, { x: 0, y: 0, locked: false, hidden: false, ...layer } as never)).document;
const stored = <K extends 'text' | 'balloon' | 'chart' | 'mark'>(): LayerOf<K> => useProduction.getState().document?.scenes[made.scene]?.layers[LAYER] as LayerOf<K>;
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
const show = (document: Document): void => {
  opened(document);
  render(<Card />);
  act(() => choose({ kind: 'layer', id: LAYER }));
};

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  HTMLElement.prototype.scrollIntoView = () => {};
});
afterEach(cleanup);

describe('the card of words', () => {
  it('gives them a look and takes it away again', () => {
    show(bring({ kind: 'text', text: 'Low tide', font: 'title', align: 'middle' }));
    pick(screen.getByRole('combobox', { name: 'Look' }), 'cut-strip');
    expect(stored<'text'>().look).toBe('cut-strip');
    pick(screen.getByRole('combobox', { name: 'Look' }), 'plain');
    expect(stored<'text'>()).not.toHaveProperty('look');
  });
  it('makes them somebody’s, in their colour, or in one of its own', () => {
    show(bring({ kind: 'text', text: 'Marit', font: 'title', align: 'middle', look: 'name-ribbon' }));
    pick(screen.getByRole('combobox', { name: 'Whose words' }), who);
    expect(stored<'text'>().of).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Colour 5' }));
    expect(stored<'text'>().tone).toBe(5);
    fireEvent.click(screen.getByRole('button', { name: 'Colour 5' }));
    expect(stored<'text'>()).not.toHaveProperty('tone');
  });
});

describe('the card of a balloon', () => {
  it('says who says it, how, and what', () => {
    show(bring({ kind: 'balloon', text: 'Gone!', form: 'speech', of: who }));
    pick(screen.getByRole('combobox', { name: 'How it is said' }), 'shout');
    expect(stored<'balloon'>().form).toBe('shout');
    pick(screen.getByRole('combobox', { name: 'Who says it' }), 'nobody');
    expect(stored<'balloon'>()).not.toHaveProperty('of');
  });
});

describe('the card of a chart', () => {
  it('takes a table, and says what it cannot show', () => {
    show(bring({ kind: 'chart', form: 'ring', title: 'Pull', table: 'Moon, 68', width: 1000, height: 600 }));
    const table = screen.getByLabelText(/^Table/);
    fireEvent.change(table, { target: { value: 'A, 1\nB, 2\nC, 3\nD, 4\nE, 5' } });
    fireEvent.blur(table);
    expect(stored<'chart'>().table).toContain('E, 5');
    expect(screen.getByRole('status').textContent).toContain('shows 4 rows; 1 are left out');
    fireEvent.change(table, { target: { value: '' } });
    fireEvent.blur(table);
    expect(screen.getByRole('status').textContent).toContain('empty');
    pick(screen.getByRole('combobox', { name: 'Kind' }), 'bars');
    expect(stored<'chart'>().form).toBe('bars');
  });
});

describe('the card of a mark', () => {
  const mark = { kind: 'mark', form: 'callout', text: 'The wall', width: 300, height: 200 };
  it('takes what it points at and where on it, and lets go of it again', () => {
    show(bring(mark));
    pick(screen.getByRole('combobox', { name: 'What it points at' }), who);
    expect(stored<'mark'>().to).toBe(who);
    pick(screen.getByRole('combobox', { name: 'Where on it' }), 'top');
    expect(stored<'mark'>().aimY).toBeLessThan(-0.3);
    pick(screen.getByRole('combobox', { name: 'Where on it' }), 'whole');
    expect(stored<'mark'>()).not.toHaveProperty('aimY');
    pick(screen.getByRole('combobox', { name: 'What it points at' }), 'nothing');
    expect(stored<'mark'>()).not.toHaveProperty('to');
  });
  it('takes its words, and its colour', () => {
    show(bring(mark));
    const words = screen.getByLabelText('What it says');
    fireEvent.change(words, { target: { value: 'The quay' } });
    fireEvent.blur(words);
    expect(stored<'mark'>().text).toBe('The quay');
    fireEvent.click(screen.getByRole('button', { name: 'Colour 5' }));
    expect(stored<'mark'>().tone).toBe(5);
  });
  it('of a ring has no place on the thing, and a word on which it comes', () => {
    show(bring({ ...mark, form: 'ring', to: who }));
    expect(screen.queryByRole('combobox', { name: 'Where on it' })).toBeNull();
    expect(screen.getByLabelText('Comes on the word')).toBeTruthy();
  });
});
