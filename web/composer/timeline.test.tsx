import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Cue, Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { deleteCues, hangCue, moveCues, shapeMouth, stretchCue } from '#core/edit/commands/cues';
import { setGap } from '#core/edit/commands/lines';
import { SOUND_DEFAULTS } from '#core/edit/commands/sounds';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { run, undo, useProduction } from '../state/production.ts';
import { chosenCues, useView, view } from '../state/view.ts';
import { dropped } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { useFilm } from './film.ts';
import { Timeline } from './Timeline.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ seek: (tick: number) => view({ tick: Math.round(tick) }), playLine: () => {}, togglePlay: () => {}, stop: () => {}, stepLine: () => {} }));
const brought = vi.hoisted(() => ({ line: vi.fn(), speaker: vi.fn() }));
vi.mock('../voices.ts', () => ({ importOnLine: brought.line, importForSpeaker: brought.speaker, matchWords: () => {} }));

const made = sampleDocument();
const lines = inOrder(made.document.scenes[made.scene]?.lines ?? {});
const layers = inOrder(made.document.scenes[made.scene]?.layers ?? {}).map(([id]) => id);
const words = inOrder(lines[0]?.[1].words ?? {}).map(([id]) => id);
const ZOOM = 100;
const TICKS_IN_PIXEL = TICKS_PER_SECOND / ZOOM;
const CUE = 'cu_000000000001';

function Shown() {
  const shown = useFilm();
  return shown ? (
    <Tooltip.Provider>
      <Timeline scene={shown.scene} />
    </Tooltip.Provider>
  ) : null;
}
const hung = (): Document => edit(made.document, 'hang', 'cg_000000000001', hangCue(made.scene, CUE, gestureOn(layers[0] as string, words[1] as string) as Cue)).document;
const show = (document: Document = hung()): void => {
  opened(document);
  render(<Shown />);
};
const cue = (): Cue => useProduction.getState().document?.scenes[made.scene]?.cues[CUE] as Cue;
const bar = (name = 'button'): HTMLElement => document.querySelector(`[data-cue="${CUE}"] ${name}`) as HTMLElement;
const frame = (): Promise<void> => act(() => new Promise<void>((next) => void requestAnimationFrame(() => next())));
type Way = 'pointerDown' | 'pointerMove' | 'pointerUp';
/** jsdom knows no pointer events of its own. */
const pointer = (way: Way, element: Element, clientX: number, more: object = {}): void =>
  void fireEvent(
    element,
    Object.assign(new MouseEvent(way.toLowerCase(), { bubbles: true, cancelable: true, clientX, clientY: 10, button: 0, buttons: way === 'pointerUp' ? 0 : 1, ...more }), {
      pointerId: 1,
    }),
  );
const pull = async (element: Element, by: number, more: object = {}): Promise<void> => {
  pointer('pointerDown', element, 300);
  pointer('pointerMove', element, 300 + by, more);
  await frame();
  pointer('pointerUp', element, 300 + by, more);
};

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe(): void {}
      disconnect(): void {}
    },
  );
  HTMLElement.prototype.scrollIntoView = () => {};
  view({ zoom: ZOOM, tick: 0, cue: undefined, together: [], line: undefined, linked: true });
});
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

describe('a bar among others', () => {
  const OTHER = 'cu_000000000002';
  const both = (): Document => edit(hung(), 'hang', 'cg_000000000002', hangCue(made.scene, OTHER, gestureOn(layers[0] as string, words[0] as string, 'a1') as Cue)).document;
  const label = (id: string): string => document.querySelector(`[data-cue="${id}"] button`)?.getAttribute('aria-label') ?? '';

  it('shows at once how long it is and when it starts, and the other one stays the same', () => {
    show(both());
    const [own, other] = [label(CUE), label(OTHER)];
    act(() => void run('Stretch', stretchCue(made.scene, CUE, { ticks: 99_999 })));
    expect(label(CUE)).not.toBe(own);
    const stretched = label(CUE);
    act(() => void run('Move', moveCues(made.scene, [CUE], 48_000)));
    expect(label(CUE)).not.toBe(stretched);
    expect(label(OTHER)).toBe(other);
    // A line that moves carries both, though neither cue was touched.
    act(() => void run('Lead', setGap(made.scene, lines[0]?.[0] as string, 96_000)));
    expect(label(OTHER)).not.toBe(other);
  });
  it('bears no name over the one that begins with it', () => {
    const gesture = gestureOn(layers[0] as string, words[1] as string) as Cue;
    const second = 'cu_000000000002';
    show(edit(hung(), 'hang', 'cg_000000000002', hangCue(made.scene, second, { ...gesture, order: 'a9' } as Cue)).document);
    const names = [CUE, second].map((id) => document.querySelector(`[data-cue="${id}"] button`)?.textContent ?? '');
    expect(names.filter((name) => name !== '')).toHaveLength(1);
  });
  it('moves by arrow keys from where it is by now, not from where it was first shown', () => {
    show(both());
    act(() => void run('Move', moveCues(made.scene, [OTHER], 9600)));
    const from = cue().start;
    fireEvent.focus(bar());
    fireEvent.keyDown(bar(), { key: 'ArrowRight' });
    fireEvent.keyDown(bar(), { key: 'ArrowRight' });
    expect((cue().start as { offset: number }).offset - (from as { offset: number }).offset).toBe((2 * TICKS_PER_SECOND) / 24);
  });
});

describe('a cue on its lane', () => {
  it('is moved by a drag, shown while it is dragged, and is one step of undo', async () => {
    show();
    // With Alt it is drawn to nothing.
    pointer('pointerDown', bar(), 300);
    pointer('pointerMove', bar(), 320, { altKey: true });
    await frame();
    expect(cue().start.offset).toBe(0);
    const moved = useProduction.getState().preview?.scenes[made.scene]?.cues[CUE]?.start.offset as number;
    // To the frame that is nearest.
    expect(Math.abs(moved - 20 * TICKS_IN_PIXEL)).toBeLessThanOrEqual(1000);
    pointer('pointerUp', bar(), 320, { altKey: true });
    expect(cue().start.offset).toBe(moved);
    expect(useProduction.getState().log).toHaveLength(1);
    await act(() => undo());
    expect(cue().start.offset).toBe(0);
  });
  it('is drawn to a word that its start comes near, which a line over all lanes shows', async () => {
    show();
    const at = starts().words;
    const [from, to] = [at.get(words[1] as string) as number, at.get(words[3] as string) as number];
    pointer('pointerDown', bar(), 300);
    pointer('pointerMove', bar(), 300 + (to - from) / TICKS_IN_PIXEL + 3);
    await frame();
    expect(useView.getState().snap).toBe(to);
    expect(document.querySelector('[data-snap-line]')).toBeTruthy();
    pointer('pointerUp', bar(), 300 + (to - from) / TICKS_IN_PIXEL + 3);
    expect(cue().start.offset).toBe(to - from);
    expect(useView.getState().snap).toBeUndefined();
  });
  it('stays where it was when the drag is given up with Esc', async () => {
    show();
    pointer('pointerDown', bar(), 300);
    pointer('pointerMove', bar(), 360);
    await frame();
    fireEvent.keyDown(window, { key: 'Escape' });
    expect(useProduction.getState().preview).toBeUndefined();
    pointer('pointerUp', bar(), 360);
    expect(cue().start.offset).toBe(0);
    expect(useProduction.getState().log).toHaveLength(0);
  });
  it('is chosen by a click, which moves nothing', () => {
    show();
    pointer('pointerDown', bar(), 300);
    pointer('pointerUp', bar(), 301);
    expect(chosenCues(useView.getState())).toEqual([CUE]);
    expect(useProduction.getState().log).toHaveLength(0);
  });
  it('is hung from the word that its pin is dragged to, or from the clock with Alt', async () => {
    show();
    const pin = (): HTMLElement => bar('[aria-label^="Hang"]');
    const scene = starts();
    const [from, to] = [words[1], words[2]].map((word) => scene.words.get(word as string) as number);
    await pull(pin(), ((to as number) - (from as number)) / TICKS_IN_PIXEL + 3);
    expect(cue().start).toMatchObject({ to: 'word', word: words[2], offset: 0 });
    await pull(pin(), 50, { altKey: true });
    expect(cue().start).toMatchObject({ to: 'scene' });
  });
  it('is as long as its edge is dragged to', async () => {
    show();
    await pull(bar('[aria-label^="Stretch"]'), 130);
    const before = { ...cue() };
    await pull(bar('[aria-label^="Stretch"]'), 70);
    expect((cue().end as { ticks: number }).ticks).toBeGreaterThan((before.end as { ticks: number }).ticks);
  });
  it('goes by frames with the arrow keys, by ten with Shift, and grows with Alt', () => {
    show();
    const { fps } = made.document.production;
    fireEvent.keyDown(bar(), { key: 'ArrowRight' });
    expect(cue().start.offset).toBe(TICKS_PER_SECOND / fps);
    fireEvent.keyDown(bar(), { key: 'ArrowLeft', shiftKey: true });
    expect(cue().start.offset).toBe((-9 * TICKS_PER_SECOND) / fps);
    const start = cue().start.offset;
    fireEvent.keyDown(bar(), { key: 'ArrowRight', altKey: true });
    expect(cue().start.offset).toBe(start);
    expect(cue().end).toHaveProperty('ticks');
  });
});

describe('a line on the ribbon', () => {
  const piece = (n: number): Element => document.querySelector(`[data-line-index="${n}"]`) as Element;
  it('opens the gap before it when it is dragged away from the line before', async () => {
    show();
    const before = starts().lines;
    await pull(piece(2), 50);
    const after = starts().lines;
    expect(after.map((start, n) => start - (before[n] as number))).toEqual(before.map((_, n) => (n > 0 ? 50 * TICKS_IN_PIXEL : 0)));
  });
  it('is given up with Esc', async () => {
    show();
    const before = starts().lines;
    pointer('pointerDown', piece(2), 300);
    pointer('pointerMove', piece(2), 340);
    await frame();
    fireEvent.keyDown(window, { key: 'Escape' });
    pointer('pointerUp', piece(2), 340);
    expect(starts().lines).toEqual(before);
  });
  it('snaps to the playhead', async () => {
    show();
    const start = starts().lines[1] as number;
    view({ tick: start + 50 * TICKS_IN_PIXEL });
    await pull(piece(2), 54);
    expect(starts().lines[1]).toBe(start + 50 * TICKS_IN_PIXEL);
  });
  it('takes a voice file that is dropped on it', async () => {
    show();
    const file = new File(['RIFF'], 'anna.wav', { type: 'audio/wav' });
    fireEvent.drop(piece(2), dropped(file));
    await waitFor(() => expect(brought.line).toHaveBeenCalledWith(made.scene, lines[1]?.[0], file));
  });
});

describe('the ruler', () => {
  it('carries the playhead where the pointer goes, and back with Esc', async () => {
    show();
    const ruler = document.querySelector('[data-ruler]') as Element;
    view({ tick: 5 });
    pointer('pointerDown', ruler, 100);
    expect(useView.getState().tick).toBe(TICKS_PER_SECOND);
    pointer('pointerMove', ruler, 250);
    await frame();
    expect(useView.getState().tick).toBe(2.5 * TICKS_PER_SECOND);
    fireEvent.keyDown(window, { key: 'Escape' });
    expect(useView.getState().tick).toBe(5);
  });
});

describe('a word on the ribbon', () => {
  it('offers what may hang from it by a click and by Enter, not by a short pull', async () => {
    show();
    const word = screen.getAllByLabelText(/hang a cue/)[1] as HTMLElement;
    pointer('pointerDown', word, 300);
    pointer('pointerUp', word, 300);
    expect(useView.getState().hanging).toMatchObject({ line: lines[0]?.[0], word: words[1] });
    view({ hanging: undefined });
    fireEvent.keyDown(word, { key: 'Enter' });
    expect(useView.getState().hanging).toMatchObject({ word: words[1] });
    view({ hanging: undefined });
  });
});

describe('the voice lane', () => {
  it('takes the voice files that are dropped on it, all of them', async () => {
    show();
    const files = [new File(['RIFF'], '1.wav', { type: 'audio/wav' }), new File(['RIFF'], '2.wav', { type: 'audio/wav' })];
    const lane = screen.getAllByLabelText('Mouth shapes').at(-1)?.closest('[role="group"]') as Element;
    fireEvent.drop(lane, dropped(...files));
    await waitFor(() => expect(brought.speaker).toHaveBeenCalledWith(made.scene, lines[0]?.[1].role, files));
  });
});

/** Starts of lines and of words, ticks, of the document as it stands. */
function starts(): { lines: number[]; words: Map<string, number> } {
  let out: { lines: number[]; words: Map<string, number> } = { lines: [], words: new Map() };
  function Read() {
    const shown = useFilm();
    out = {
      lines: shown?.scene.lines.map((line) => line.start) ?? [],
      words: new Map(shown?.scene.lines.flatMap((line) => line.words.map((word) => [word.id, word.start] as const))),
    };
    return null;
  }
  render(<Read />);
  return out;
}

describe('bars that are dragged with others, or slipped', () => {
  const [OTHER, SOUND] = ['cu_000000000002', 'cu_000000000003'];
  const start = (id: string): number => useProduction.getState().document?.scenes[made.scene]?.cues[id]?.start.offset as number;
  const later = (): Document =>
    edit(hung(), 'more', 'cg_000000000002', (draft) => {
      hangCue(made.scene, OTHER, {
        ...gestureOn(layers[0] as string, words[1] as string, 'a1'),
        start: { to: 'word', word: words[1] as string, edge: 'start', offset: 96_000 },
      } as Cue)(draft);
      hangCue(made.scene, SOUND, {
        ...SOUND_DEFAULTS.sound,
        kind: 'sound',
        source: 'own:rain',
        name: 'Rain',
        order: 'a2',
        start: { to: 'scene', edge: 'start', offset: 0 },
        end: { ticks: 96_000 },
      } as Cue)(draft);
    }).document;
  it('take along what comes after them on their lane, with Shift', async () => {
    show(later());
    const before = [start(CUE), start(OTHER)] as [number, number];
    await pull(bar(), 40, { shiftKey: true, altKey: true });
    const by = start(CUE) - before[0];
    expect(by).toBeGreaterThan(0);
    expect(start(OTHER) - before[1]).toBe(by);
  });
  it('stay where they are with Ctrl, where they sound, and another part of them is heard', async () => {
    show(later());
    const sound = document.querySelector(`[data-cue="${SOUND}"] button`) as HTMLElement;
    await pull(sound, -50, { ctrlKey: true });
    const slipped = useProduction.getState().document?.scenes[made.scene]?.cues[SOUND] as Extract<Cue, { kind: 'sound' }>;
    expect(slipped.start.offset).toBe(0);
    expect(slipped.into).toBe(Math.round(50 * TICKS_IN_PIXEL));
  });
});

describe('the lips under a voice', () => {
  it('show a shape that is set by hand, and the voice’s own again without it', () => {
    show();
    const shapes = (): string[] => [...document.querySelectorAll('[data-shape]')].map((one) => one.getAttribute('data-shape') as string);
    expect(shapes()).not.toContain('pucker');
    act(() => void run('Shape', shapeMouth(made.scene, 'cu_000000000009', layers[0] as string, 'pucker', 0, 48_000)));
    expect(shapes()).toContain('pucker');
    act(() => void run('Shape', deleteCues(made.scene, ['cu_000000000009'])));
    expect(shapes()).not.toContain('pucker');
  });
});
