import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Cue, Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { choose, offered } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { CuePalette } from './CuePalette.tsx';
import { useFilm } from './film.ts';
import { Inspector } from './Inspector.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ seek: () => {}, playLine: () => {} }));
vi.mock('./acts.ts', () => ({ ACT_RATE: 12, ACT_SIZE: { width: 136, height: 104 }, actStill: () => new Promise(() => {}), actFrames: () => new Promise(() => {}) }));
vi.mock('../stage/client.ts', () => ({
  stage: () => ({
    backdrop: async () => new Promise(() => {}),
    piece: async () => new Promise(() => {}),
    matching: async () => new Promise(() => {}),
    portrait: async () => new Promise(() => {}),
  }),
}));

const made = sampleDocument();
const lines = inOrder(made.document.scenes[made.scene]?.lines ?? {});
const layers = inOrder(made.document.scenes[made.scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const [line, first] = lines[0] as (typeof lines)[number];
const words = inOrder(first.words).map(([id]) => id);

/** The cards as the composer shows them, always of the newest document. */
function Cards() {
  const shown = useFilm();
  if (!shown) return null;
  return (
    <MemoryRouter>
      <Tooltip.Provider>
        <Inspector scene={shown.scene} />
        <CuePalette scene={shown.scene} />
      </Tooltip.Provider>
    </MemoryRouter>
  );
}
const show = (document: Document = made.document): void => {
  opened(document);
  render(<Cards />);
};
const cues = (): Cue[] => Object.values(useProduction.getState().document?.scenes[made.scene]?.cues ?? {});
const hung = (cue: Partial<Cue> = {}): Document =>
  edit(made.document, 'hang', 'cg_000000000001', hangCue(made.scene, 'cu_000000000001', { ...gestureOn(layers[0], words[1] as string), ...cue } as Cue)).document;
const open = (word = words[2] as string): void => act(() => view({ hanging: { line, word, x: 300, y: 300 } }));

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  HTMLElement.prototype.scrollIntoView = () => {};
});
afterEach(() => {
  cleanup();
  view({ line: undefined, cue: undefined, hanging: undefined });
});

describe('the card of a line', () => {
  it('gives way to the scene while nothing is chosen', () => {
    show();
    expect(document.querySelector('[data-scene-card]')?.textContent).toContain('Lead');
  });

  it('shows who says what, and when', () => {
    show();
    act(() => view({ line }));
    expect(screen.getByText('Line 1,')).toBeTruthy();
    expect(screen.getByLabelText('Who speaks this line').textContent).toBe('Marit');
    expect(screen.getByText('Nothing yet. Click a word, or drag it down onto a lane.')).toBeTruthy();
  });

  it('gives the line to somebody else', () => {
    show();
    act(() => view({ line }));
    const field = screen.getByLabelText('Who speaks this line');
    const tully = offered(field).find(({ label }) => label === 'Tully')?.value as string;
    choose(field, tully);
    expect(useProduction.getState().document?.scenes[made.scene]?.lines[line]?.role).toBe(tully);
  });

  it('takes new words with Enter and leaves them with Esc', () => {
    show();
    act(() => view({ line }));
    const text = (): string | undefined => useProduction.getState().document?.scenes[made.scene]?.lines[line]?.text;
    fireEvent.click(screen.getByLabelText('Change the words'));
    let area = screen.getByLabelText('Words of the line');
    fireEvent.change(area, { target: { value: '  Good   evening, Tully. ' } });
    fireEvent.keyDown(area, { key: 'Enter' });
    expect(text()).toBe('Good evening, Tully.');
    fireEvent.click(screen.getByLabelText('Change the words'));
    area = screen.getByLabelText('Words of the line');
    fireEvent.change(area, { target: { value: 'Never mind' } });
    fireEvent.keyDown(area, { key: 'Escape' });
    expect(text()).toBe('Good evening, Tully.');
  });

  it('lists what hangs from its words, in order of time, and chooses one', () => {
    show(hung());
    act(() => view({ line }));
    const entry = screen.getByText('Wave, right hand').closest('button') as HTMLButtonElement;
    expect(entry.textContent).toContain('morning');
    fireEvent.click(entry);
    expect(useView.getState().cue).toBe('cu_000000000001');
    expect(screen.getByLabelText('The chosen cue')).toBeTruthy();
  });

  it('deletes the line', () => {
    show();
    act(() => view({ line }));
    fireEvent.click(screen.getByLabelText('Delete the line (Delete)'));
    expect(Object.keys(useProduction.getState().document?.scenes[made.scene]?.lines ?? {})).toHaveLength(3);
    expect(useView.getState().line).toBeUndefined();
  });
});

describe('the card of a cue', () => {
  const card = (document = hung()): ReturnType<typeof within> => {
    show(document);
    act(() => view({ line, cue: 'cu_000000000001' }));
    return within(screen.getByLabelText('The chosen cue'));
  };

  it('hangs it from another word of its line', () => {
    choose(card().getByLabelText('Starts at'), words[3] as string);
    expect(cues()[0]?.start).toMatchObject({ to: 'word', word: words[3], offset: 0 });
  });

  it('lets it go to the clock, where it was', () => {
    choose(card().getByLabelText('Starts at'), '');
    expect(cues()[0]?.start).toMatchObject({ to: 'scene' });
    expect(cues()[0]?.start.offset).toBeGreaterThan(0);
    expect(screen.getAllByText('placed by hand').length).toBeTruthy();
  });

  it('nudges it by a frame with the arrows, by ten with Shift', () => {
    const field = card().getByLabelText(/Offset/);
    fireEvent.keyDown(field, { key: 'ArrowUp' });
    expect(cues()[0]?.start.offset).toBe(2000);
    fireEvent.keyDown(screen.getByLabelText(/Offset/), { key: 'ArrowDown', shiftKey: true });
    expect(cues()[0]?.start.offset).toBe(-18_000);
  });

  it('takes a typed offset and refuses what is no time, in words', () => {
    const field = card().getByLabelText(/Offset/) as HTMLInputElement;
    fireEvent.change(field, { target: { value: '0.5' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(cues()[0]?.start.offset).toBe(24_000);
    const again = screen.getByLabelText(/Offset/);
    fireEvent.change(again, { target: { value: 'later' } });
    fireEvent.blur(again);
    expect(cues()[0]?.start.offset).toBe(24_000);
    expect(screen.getByText(/Write a time/)).toBeTruthy();
  });

  it('holds it until a word', () => {
    choose(card().getByLabelText('Hold until'), words[4] as string);
    expect(cues()[0]?.end).toMatchObject({ to: 'word', word: words[4], edge: 'end' });
  });

  it('is deleted with its button', () => {
    fireEvent.click(card().getByLabelText('Delete this cue (Delete)'));
    expect(cues()).toEqual([]);
    expect(useView.getState().cue).toBeUndefined();
  });

  it('gives way to another cue’s card without a fault', () => {
    const two = edit(
      hung(),
      'hang',
      'cg_000000000002',
      hangCue(made.scene, 'cu_000000000002', { ...gestureOn(layers[1], words[3] as string, 'a1'), action: 'nod' } as Cue),
    ).document;
    HTMLElement.prototype.scrollIntoView = (() => Promise.resolve()) as never;
    card(two);
    act(() => view({ cue: 'cu_000000000002' }));
    expect(within(screen.getByLabelText('The chosen cue')).getByRole('heading').textContent).toBe('Nod');
  });
});

describe('hanging a cue from a word', () => {
  it('finds an action by what one would call it, and Enter hangs it at the word', () => {
    show();
    open();
    fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'hello' } });
    fireEvent.keyDown(screen.getByLabelText('Find'), { key: 'Enter' });
    expect(cues()).toHaveLength(1);
    expect(cues()[0]).toMatchObject({ kind: 'gesture', action: 'wave', layer: layers[0], start: { to: 'word', word: words[2], edge: 'start', offset: 0 } });
    expect(useView.getState().hanging).toBeUndefined();
  });

  it('belongs to the speaker unless somebody else is chosen', () => {
    show();
    open();
    choose(screen.getByLabelText('Who'), layers[1] as string);
    fireEvent.click(screen.getByRole('button', { name: 'Surprised' }));
    expect(cues()[0]).toMatchObject({ kind: 'face', expression: 'surprised', layer: layers[1] });
  });

  it('takes the hand that was chosen', () => {
    show();
    open();
    fireEvent.click(screen.getByRole('button', { name: 'Both hands' }));
    fireEvent.click(screen.getByRole('button', { name: 'Shrug' }));
    expect(cues()[0]).toMatchObject({ action: 'shrug', hand: 'both' });
  });

  it.each([
    ['Point', 'At Tully', { kind: 'look', target: { to: 'layer' } }],
    ['Point', 'At the viewer', { kind: 'look', target: { to: 'viewer' } }],
    ['Move', 'To middle', { kind: 'move', walk: true, x: 0 }],
    ['Mouth', 'Closed', { kind: 'mouth', shape: 'closed' }],
    ['Camera', 'Close, Marit', { kind: 'camera', framing: 'close' }],
    ['Camera', 'Over Marit’s shoulder, at Tully', { kind: 'camera', framing: 'shoulder' }],
    ['Camera', 'Ease out to wide', { kind: 'camera', framing: 'wide' }],
  ] as const)('offers %s: %s', (kind, option, cue) => {
    show();
    open();
    fireEvent.click(within(screen.getByRole('region', { name: kind })).getByRole('button', { name: option }));
    expect(cues()[0]).toMatchObject(cue);
  });

  it('looks over the shoulder of who has one, at the other', () => {
    show();
    open();
    expect(screen.queryByRole('button', { name: 'Over Tully’s shoulder, at Marit' })).toBeNull();
    fireEvent.click(within(screen.getByRole('region', { name: 'Camera' })).getByRole('button', { name: 'Close, Marit' }));
    const [id] = Object.keys(useProduction.getState().document?.scenes[made.scene]?.cues ?? {}) as [string];
    act(() => view({ hanging: undefined, cue: id }));
    choose(screen.getByLabelText('Framing'), 'shoulder');
    expect(cues()[0]).toMatchObject({ framing: 'shoulder', subjects: [layers[1], layers[0]] });
    choose(screen.getByLabelText('Framing'), 'wide');
    expect(cues()[0]).toMatchObject({ framing: 'wide', subjects: [] });
  });

  it('gives way to another of its kind chosen at the same word, and stands beside one of another kind', () => {
    show();
    open();
    fireEvent.click(screen.getByRole('button', { name: 'Shrug' }));
    fireEvent.click(screen.getByRole('button', { name: 'Nod' }));
    expect(cues().map((cue) => (cue as { action?: string }).action)).toEqual(['nod']);
    fireEvent.click(screen.getByRole('button', { name: 'Joyful' }));
    expect(cues().map(({ kind }) => kind)).toEqual(['gesture', 'face']);
  });

  it('can be changed in the foot once it hangs: hand, strength, until which word', () => {
    show();
    open();
    fireEvent.click(screen.getByRole('button', { name: 'Wave' }));
    fireEvent.click(screen.getByRole('button', { name: 'Left hand' }));
    expect(cues()[0]).toMatchObject({ hand: 'left' });
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Strength' }), { key: 'ArrowRight' });
    expect((cues()[0] as { strength: number }).strength).toBeGreaterThan(1);
    choose(screen.getByLabelText('Until'), words[3] as string);
    expect(cues()[0]?.end).toMatchObject({ to: 'word', word: words[3] });
  });

  it('is only tried while it is pointed at by keys, and left as it was by Esc', () => {
    show();
    open();
    const option = screen.getByRole('button', { name: 'Wave' });
    option.matches = (() => true) as never;
    fireEvent.focus(option);
    expect(Object.values(useProduction.getState().preview?.scenes[made.scene]?.cues ?? {})).toHaveLength(1);
    expect(cues()).toEqual([]);
    fireEvent.keyDown(option, { key: 'Escape' });
    expect(useProduction.getState().preview).toBeUndefined();
    expect(cues()).toEqual([]);
  });

  it('keeps a character’s favourites at the top', () => {
    show();
    open();
    const option = screen.getByRole('button', { name: 'Bow' });
    option.focus();
    fireEvent.keyDown(option, { key: 'f' });
    expect(within(screen.getByRole('region', { name: 'Yours' })).getByRole('button', { name: 'Bow' })).toBeTruthy();
  });

  it('says when nothing is called so, and hangs nothing', () => {
    show();
    open();
    fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'somersault' } });
    expect(screen.getByText('Nothing is called “somersault”.')).toBeTruthy();
    fireEvent.keyDown(screen.getByLabelText('Find'), { key: 'Enter' });
    expect(cues()).toEqual([]);
  });

  it('closes with Esc', () => {
    show();
    open();
    fireEvent.keyDown(screen.getByLabelText('Find'), { key: 'Escape' });
    expect(useView.getState().hanging).toBeUndefined();
  });
});
