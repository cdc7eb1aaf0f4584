import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, Take } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { addTake } from '#core/edit/commands/lines';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { useFilm } from '../composer/film.ts';
import { useAnalyses } from '../state/analyses.ts';
import { undo, useProduction } from '../state/production.ts';
import { choose } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { toneOf } from '../ui/speakers.ts';
import { CaptionsMenu } from './Captions.tsx';
import { Recorder } from './Recorder.tsx';
import { WordStrip } from './WordStrip.tsx';

const { matchWords, recordOnLine, importForSpeaker, chosen } = vi.hoisted(() => ({
  matchWords: vi.fn(async () => {}),
  recordOnLine: vi.fn(async () => {}),
  importForSpeaker: vi.fn(async () => {}),
  chosen: { files: [] as File[] },
}));
vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('../composer/transport.ts', () => ({ seek: () => {}, playLine: () => {}, stop: () => {} }));
vi.mock('../voices.ts', () => ({ matchWords, recordOnLine, importForSpeaker, chooseFiles: async () => chosen.files, SOUND_TYPES: '' }));
const { microphone } = vi.hoisted(() => ({ microphone: { seconds: 0, clipped: false, silent: false, level: 0, started: 0, closed: 0, fails: '' } }));
vi.mock('./microphone.ts', () => ({
  SIMULATED: 'simulated',
  LONGEST_SECONDS: 3600,
  devices: async () => [
    { id: 'desk', name: 'Desk' },
    { id: 'simulated', name: 'Simulated microphone' },
  ],
  Microphone: {
    open: async () => {
      if (microphone.fails) throw new Error(microphone.fails);
      return Object.assign(microphone, {
        click: () => {},
        start: () => microphone.started++,
        stop: (name: string) => new File(['x'], `${name}.wav`),
        close: () => microphone.closed++,
      });
    },
  },
}));

const made = sampleDocument();
const scene = made.scene;
const all = inOrder(made.document.scenes[scene]?.lines ?? {});
const [lineId, line] = all[2] as (typeof all)[number];
const words = inOrder(line.words).map(([id, { text }]) => ({ id, text }));
const now = (): Document => useProduction.getState().document as Document;
const open = (document: Document): void => opened(document);

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  vi.stubGlobal('requestAnimationFrame', () => 0);
  HTMLElement.prototype.scrollIntoView = () => {};
  localStorage.clear();
  Object.assign(microphone, { seconds: 0, clipped: false, silent: false, started: 0, closed: 0, fails: '' });
  vi.clearAllMocks();
  chosen.files = [];
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('the words of a take', () => {
  /** A take of the third line in which some of its words are not said. */
  function withUnsaid(...unsaid: number[]): { document: Document; take: Take } {
    const spans = words.map(({ text }, n) => ({ text, start: n * 10_000, end: unsaid.includes(n) ? n * 10_000 : n * 10_000 + 9000 }));
    const take: Take = {
      order: 'a0',
      name: 'Take 1',
      kind: 'imported',
      media: 'a'.repeat(64),
      analysis: 'b'.repeat(64),
      from: 0,
      length: 120_000,
      times: Object.fromEntries(words.flatMap(({ id }, n) => (unsaid.includes(n) ? [] : [[id, { start: n * 10_000, end: n * 10_000 + 9000 }]]))),
    };
    useAnalyses.setState({ byHash: new Map([[take.analysis as string, { version: 1, length: 120_000, words: spans, phones: [], mouth: [], loudness: [], stress: [] }]]) });
    let document = edit(made.document, 'take', 'cg_000000000001', addTake(scene, lineId, 'tk_000000000001', take)).document;
    const layer = Object.keys(document.scenes[scene]?.layers ?? {})[0] as string;
    document = edit(document, 'hang', 'cg_000000000002', hangCue(scene, 'cu_000000000001', gestureOn(layer, words[1]?.id as string))).document;
    return { document, take };
  }
  function Strip() {
    const shown = useFilm();
    const placed = shown?.scene.lines.find(({ id }) => id === lineId);
    const take = placed?.line.takes.tk_000000000001;
    return shown && placed && take ? <WordStrip scene={shown.scene} line={placed} id="tk_000000000001" take={take} tone={toneOf(1)} hung={1} width={300} /> : null;
  }

  it('that are not said in it are told, and one click takes them out of the line', async () => {
    open(withUnsaid(1).document);
    render(<Strip />);
    expect(screen.getByText('pulls.')).toBeTruthy();
    expect(screen.queryByText(/without a time/)).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Take it out of the line' }));
    expect(now().scenes[scene]?.lines[lineId]?.text).toBe('Nobody. The Moon does it from far away.');
    expect(matchWords).toHaveBeenCalledWith(scene, lineId, 'tk_000000000001', expect.any(String));
    // What hung from the word hangs from the nearest one, and undo brings both back.
    expect(Object.values(now().scenes[scene]?.cues ?? {})).toHaveLength(1);
    await act(() => undo());
    expect(now().scenes[scene]?.lines[lineId]?.text).toBe(line.text);
  });
  it('that are not said, several, are taken out together', () => {
    open(withUnsaid(0, 1).document);
    render(<Strip />);
    fireEvent.click(screen.getByRole('button', { name: 'Take them out of the line' }));
    expect(now().scenes[scene]?.lines[lineId]?.text).toBe('The Moon does it from far away.');
  });
  it('are re-timed by their edges: shown while they are dragged, one edit when let go, by frames with the arrow keys', async () => {
    const { document, take } = withUnsaid();
    const frames: FrameRequestCallback[] = [];
    vi.stubGlobal('requestAnimationFrame', (next: FrameRequestCallback) => frames.push(next));
    open(document);
    render(<Strip />);
    const stored = (): Take => now().scenes[scene]?.lines[lineId]?.takes.tk_000000000001 as Take;
    const [word] = Object.keys(take.times) as [string];
    const edge = screen.getAllByRole('button', { name: /^End of/ })[0] as Element;
    const at = (way: string, clientX: number): void =>
      void fireEvent(edge, Object.assign(new MouseEvent(way, { bubbles: true, cancelable: true, clientX, button: 0 }), { pointerId: 1 }));
    at('pointerdown', 100);
    at('pointermove', 96);
    act(() => frames.splice(0).forEach((next) => next(0)));
    expect(stored().times).toEqual(take.times);
    expect(useProduction.getState().preview).toBeDefined();
    at('pointerup', 96);
    const shorter = (take.times[word]?.end as number) - (4 * take.length) / 300;
    expect(stored().times[word]?.end).toBeCloseTo(shorter, -1);
    expect(useProduction.getState().preview).toBeUndefined();
    fireEvent.keyDown(edge, { key: 'ArrowLeft' });
    expect(stored().times[word]?.end).toBeCloseTo(shorter - 48_000 / now().production.fps, -1);
  });
  it('that were typed later have no time yet, and are matched when asked', () => {
    const { document, take } = withUnsaid();
    const [word] = Object.keys(take.times);
    const line2 = document.scenes[scene]?.lines[lineId] as { takes: Record<string, Take> };
    const times = { ...take.times };
    delete times[word as string];
    open({
      ...document,
      scenes: {
        ...document.scenes,
        [scene]: { ...document.scenes[scene], lines: { ...document.scenes[scene]?.lines, [lineId]: { ...line2, takes: { tk_000000000001: { ...take, times } } } } },
      },
    } as Document);
    render(<Strip />);
    fireEvent.click(screen.getByRole('button', { name: '1 word without a time: match them' }));
    expect(matchWords).toHaveBeenCalledTimes(1);
  });
});

describe('captions', () => {
  function Menu() {
    const shown = useFilm();
    return shown ? (
      <Tooltip.Provider>
        <CaptionsMenu document={shown.document} film={shown.film} />
      </Tooltip.Provider>
    ) : null;
  }
  const show = (): void => {
    open(made.document);
    render(<Menu />);
    fireEvent.click(screen.getByRole('button', { name: 'Captions' }));
  };
  const tracks = () => Object.values(now().production.captionTracks ?? {});

  it('in another language are added, shown, and the words again', () => {
    show();
    choose(screen.getByLabelText('Language'), 'Polish');
    fireEvent.click(screen.getByRole('button', { name: 'Add a language' }));
    expect(tracks()).toMatchObject([{ name: 'Polish', language: 'Polish', lines: {} }]);
    expect(now().production.shownCaptions).toBeDefined();
    fireEvent.click(screen.getByRole('radio', { name: /The words/ }));
    expect(now().production.shownCaptions).toBeUndefined();
    fireEvent.click(screen.getByRole('button', { name: 'Delete Polish' }));
    expect(tracks()).toEqual([]);
  });
  it('come in from a file and hang from the lines over which they lie', async () => {
    chosen.files = [new File(['1\n00:00:00,000 --> 00:00:01,500\nGuten Morgen.\n'], 'deutsch.srt')];
    show();
    fireEvent.click(screen.getByRole('button', { name: 'Bring in' }));
    await waitFor(() => expect(tracks()).toHaveLength(1));
    expect(tracks()[0]).toMatchObject({ name: 'deutsch', lines: { [all[0]?.[0] as string]: 'Guten Morgen.' } });
  });
  it('of a file that is none say so, and nothing is added', async () => {
    chosen.files = [new File(['nothing of the kind'], 'notes.srt')];
    show();
    fireEvent.click(screen.getByRole('button', { name: 'Bring in' }));
    await new Promise((next) => setTimeout(next, 20));
    expect(tracks()).toEqual([]);
  });
  it('stand in the colours of who speaks when asked', () => {
    show();
    fireEvent.click(screen.getByRole('checkbox', { name: /colours of who speaks/ }));
    expect(now().production.captionColours).toBe(true);
    fireEvent.click(screen.getByRole('checkbox', { name: /colours of who speaks/ }));
    expect(now().production.captionColours).toBeUndefined();
  });
});

describe('the recorder', () => {
  const close = vi.fn();
  function Room({ through }: { through?: string }) {
    const shown = useFilm();
    return shown ? (
      <Tooltip.Provider>
        <Recorder document={shown.document} scene={shown.scene} recording={through ? { kind: 'through', role: through } : { kind: 'line', line: lineId }} onClose={close} />
      </Tooltip.Provider>
    ) : null;
  }
  const step = (): string | null | undefined => document.querySelector('[data-recorder]')?.getAttribute('data-recorder');
  const press = (key: string): void => void fireEvent.keyDown(window, { key });
  const ready = async (through?: string): Promise<void> => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'setInterval', 'clearInterval', 'clearTimeout'] });
    localStorage.setItem('kipzo-answering', 'no');
    open(made.document);
    render(<Room {...(through ? { through } : {})} />);
    await act(() => vi.advanceTimersByTimeAsync(10));
    expect(step()).toBe('ready');
  };
  const record = async (): Promise<void> => {
    press('r');
    await act(() => vi.advanceTimersByTimeAsync(0));
    expect(step()).toBe('count');
    await act(() => vi.advanceTimersByTimeAsync(3 * 640 + 10));
    expect(step()).toBe('recording');
  };

  it('shows the line large, counts in, and keeps the take by the same key', async () => {
    await ready();
    expect(screen.getByText(line.text)).toBeTruthy();
    await record();
    microphone.seconds = 2;
    press('r');
    await act(() => vi.advanceTimersByTimeAsync(10));
    expect(recordOnLine).toHaveBeenCalledWith(scene, lineId, expect.objectContaining({ name: 'Marit 3.wav' }));
    expect(close).toHaveBeenCalled();
  });
  it('takes again at once, with nothing kept of the first', async () => {
    await ready();
    await record();
    press('t');
    await act(() => vi.advanceTimersByTimeAsync(100));
    expect(step()).toBe('count');
    await act(() => vi.advanceTimersByTimeAsync(3 * 640 + 10));
    expect(step()).toBe('recording');
    expect(microphone.started).toBe(2);
    expect(recordOnLine).not.toHaveBeenCalled();
  });
  it('goes on recording while an earlier take of the line is listened to and trimmed', async () => {
    await ready();
    await record();
    const take: Take = { order: 'a0', name: 'Take 1', kind: 'recorded', media: 'e'.repeat(64), analysis: null, from: 0, length: 90_000, times: {} };
    act(() => opened(edit(now(), 'take', 'cg_000000000009', addTake(scene, lineId, 'tk_000000000009', take)).document));
    act(() =>
      useProduction.setState({
        document: edit(now(), 'trim', 'cg_000000000010', (draft) => {
          const own = draft.scenes[scene]?.lines[lineId]?.takes.tk_000000000009;
          if (own) own.from = 9000;
        }).document,
      }),
    );
    await act(() => vi.advanceTimersByTimeAsync(50));
    expect(step()).toBe('recording');
    expect(microphone.closed).toBe(0);
  });
  it('keeps nothing that is too short, and nothing when it is left', async () => {
    await ready();
    await record();
    microphone.seconds = 0.2;
    press(' ');
    await act(() => vi.advanceTimersByTimeAsync(10));
    expect(step()).toBe('ready');
    await record();
    microphone.seconds = 3;
    press('Escape');
    await act(() => vi.advanceTimersByTimeAsync(10));
    expect(close).toHaveBeenCalled();
    expect(recordOnLine).not.toHaveBeenCalled();
  });
  it('keeps a recording by itself at the longest that one may be', async () => {
    await ready();
    await record();
    microphone.seconds = 3600;
    await act(() => vi.advanceTimersByTimeAsync(600));
    expect(recordOnLine).toHaveBeenCalledTimes(1);
  });
  it('reads on through all lines of a speaker, the others between as cues', async () => {
    const role = line.role as string;
    await ready(role);
    expect(screen.getByText('Marit, all 2 lines')).toBeTruthy();
    expect(screen.getByText('Who pulls the plug out?')).toBeTruthy();
    await record();
    microphone.seconds = 8;
    press('r');
    await act(() => vi.advanceTimersByTimeAsync(10));
    expect(importForSpeaker).toHaveBeenCalledWith(scene, role, [expect.any(File)], 'recorded');
  });
  it('without a microphone says what to do, and another can be chosen', async () => {
    microphone.fails = 'No microphone was found. Plug one in, or choose the simulated microphone to try recording.';
    open(made.document);
    render(<Room />);
    await waitFor(() => expect(screen.getByText(/No microphone was found/)).toBeTruthy());
    expect((screen.getByRole('button', { name: 'Record (R)' }) as HTMLButtonElement).disabled).toBe(true);
    microphone.fails = '';
    choose(screen.getByLabelText(/Microphone/), 'simulated');
    await waitFor(() => expect(step()).toBe('ready'));
    expect(localStorage.getItem('kipzo-microphone')).toBe('simulated');
  });
});
