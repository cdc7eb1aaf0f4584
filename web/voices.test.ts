import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, Line } from '#core/document/schema';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { useProduction } from './state/production.ts';
import { opened } from './testing/opened.ts';
import { importForSpeaker, layParts, matchWords } from './voices.ts';
import type { SpeechAnswer, SpeechRequest } from './workers/speech.worker.ts';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./api.ts', async (original) => ({
  ...(await original<typeof import('./api.ts')>()),
  sendJson: async () => ({ hash: 'd'.repeat(64) }),
  uploadMedia: async () => ({ hash: 'c'.repeat(64), facts: { seconds: 60 } }),
}));

/** What is heard, in place of the worker that listens. */
let hear: (request: SpeechRequest) => Partial<SpeechAnswer>;
const asked: SpeechRequest[] = [];
class Listener {
  onmessage: ((event: { data: SpeechAnswer }) => void) | undefined;
  postMessage(request: SpeechRequest): void {
    asked.push(request);
    setTimeout(() => this.onmessage?.({ data: { id: request.id, ...hear(request) } as SpeechAnswer }), 0);
  }
}

const made = sampleDocument();
const scene = made.scene;
const now = (): Document => useProduction.getState().document as Document;
const lines = (): [string, Line][] => inOrder(now().scenes[scene]?.lines ?? {});
const media = 'c'.repeat(64);
const MARIT = lines0()[0]?.[1].role as string;
const TULLY = lines0()[1]?.[1].role as string;
function lines0(): [string, Line][] {
  return inOrder(made.document.scenes[scene]?.lines ?? {});
}
const ids = lines0().map(([id]) => id);
/** Words a fifth of a second apart, those of `unsaid` not said. */
const spoken = (words: readonly string[], unsaid: readonly number[] = []) => words.map((text, n) => ({ text, start: n * 0.2, end: unsaid.includes(n) ? n * 0.2 : n * 0.2 + 0.15 }));
const inTicks = (list: ReturnType<typeof spoken>) => list.map(({ text, start, end }) => ({ text, start: Math.round(start * 48_000), end: Math.round(end * 48_000) }));

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  vi.stubGlobal('Worker', Listener);
  asked.length = 0;
  hear = ({ words = [] }) => ({
    analysis: { version: 1, length: 1, words: inTicks(spoken(words)), phones: [], mouth: [], loudness: [], stress: [] },
    utterances: [{ start: 0, end: 2 }],
    words: spoken(words),
  });
  opened(made.document);
});
afterEach(() => vi.useRealTimers());
const settled = (): Promise<void> => new Promise((next) => setTimeout(next, 30));

describe('the parts of one recording', () => {
  it('become takes of their lines, all in one step, and their words are found', async () => {
    await layParts(scene, media, 48_000 * 60, [
      { start: 1, end: 3, role: MARIT, line: ids[0] },
      { start: 4, end: 6, role: TULLY, line: ids[1] },
    ]);
    await settled();
    for (const id of ids.slice(0, 2)) {
      const line = now().scenes[scene]?.lines[id] as Line;
      const take = line.takes[line.take as string];
      expect(take).toMatchObject({ kind: 'imported', media, analysis: 'd'.repeat(64) });
      expect(Object.keys(take?.times ?? {})).toHaveLength(Object.keys(line.words).length);
    }
    const steps = useProduction.getState().log.filter(({ follows }) => !follows);
    expect(steps).toHaveLength(1);
  });
  it('that the script lacks become lines where they are heard: also before the first one', async () => {
    await layParts(scene, media, 48_000 * 60, [
      { start: 0, end: 1, role: TULLY, line: undefined },
      { start: 2, end: 3, role: MARIT, line: ids[0] },
      { start: 4, end: 5, role: TULLY, line: undefined },
      { start: 6, end: 7, role: TULLY, line: ids[1] },
    ]);
    const order = lines().map(([id]) => (ids.includes(id) ? ids.indexOf(id) : 'new'));
    expect(order).toEqual(['new', 0, 'new', 1, 2, 3]);
  });
  it('before a line in the middle go in front of it, and to the end where no line is known', async () => {
    await layParts(scene, media, 48_000 * 60, [
      { start: 0, end: 1, role: MARIT, line: undefined },
      { start: 2, end: 3, role: MARIT, line: ids[2] },
    ]);
    expect(lines().map(([id]) => (ids.includes(id) ? ids.indexOf(id) : 'new'))).toEqual([0, 1, 'new', 2, 3]);
    opened(made.document);
    await layParts(scene, media, 48_000 * 60, [{ start: 0, end: 1, role: MARIT, line: undefined }]);
    expect(lines().map(([id]) => (ids.includes(id) ? ids.indexOf(id) : 'new'))).toEqual([0, 1, 2, 3, 'new']);
  });
  it('given to somebody else take their line along', async () => {
    await layParts(scene, media, 48_000 * 60, [{ start: 1, end: 3, role: TULLY, line: ids[0] }]);
    expect(now().scenes[scene]?.lines[ids[0] as string]?.role).toBe(TULLY);
  });
});

describe('a recording of one speaker', () => {
  const file = new File(['x'], 'marit.wav');
  const own = (): string[] => lines0().flatMap(([id, { role }]) => (role === MARIT ? [id] : []));
  const taken = (): (string | undefined)[] => own().map((id) => Object.values(now().scenes[scene]?.lines[id]?.takes ?? {})[0]?.kind);

  it('is cut at its pauses where it has as many parts as lines', async () => {
    hear = ({ words }) => ({
      analysis: { version: 1, length: 1, words: [], phones: [], mouth: [], loudness: [], stress: [] },
      words: spoken(words ?? []),
      utterances: [
        { start: 1, end: 2 },
        { start: 3, end: 4 },
      ],
    });
    await importForSpeaker(scene, MARIT, [file]);
    expect(taken()).toEqual(['imported', 'imported']);
  });
  it('is cut along its words where it has more pauses, and a line that is not said gets none of another', async () => {
    const first = lines0()[0]?.[1].text.split(' ').length as number;
    hear = ({ words }) =>
      words
        ? {
            analysis: { version: 1, length: 1, words: inTicks(spoken(words)), phones: [], mouth: [], loudness: [], stress: [] },
            words: spoken(words, [...Array(first).keys()]),
            utterances: [{ start: 0, end: 2 }],
          }
        : {
            analysis: { version: 1, length: 1, words: [], phones: [], mouth: [], loudness: [], stress: [] },
            utterances: [
              { start: 0, end: 1 },
              { start: 2, end: 3 },
              { start: 4, end: 5 },
            ],
          };
    await importForSpeaker(scene, MARIT, [file]);
    expect(taken()).toEqual([undefined, 'imported']);
    expect(lines()).toHaveLength(4);
  });
  it('in which nobody speaks changes nothing', async () => {
    hear = () => ({ analysis: { version: 1, length: 1, words: [], phones: [], mouth: [], loudness: [], stress: [] }, utterances: [] });
    await importForSpeaker(scene, MARIT, [file]);
    expect(taken()).toEqual([undefined, undefined]);
    expect(useProduction.getState().log).toEqual([]);
  });
});

describe('words that are matched to a take', () => {
  it('keep the times of those that are said, and give those that are not none', async () => {
    await layParts(scene, media, 48_000 * 60, [{ start: 1, end: 3, role: MARIT, line: ids[2] }]);
    await settled();
    const line = (): Line => now().scenes[scene]?.lines[ids[2] as string] as Line;
    const [second] = [inOrder(line().words)[1]?.[0] as string];
    hear = ({ words = [] }) => ({ analysis: { version: 1, length: 1, words: inTicks(spoken(words, [1])), phones: [], mouth: [], loudness: [], stress: [] } });
    await matchWords(scene, ids[2] as string, line().take as string);
    const times = line().takes[line().take as string]?.times ?? {};
    expect(times[second]).toBeUndefined();
    // The third word keeps its own time and does not take the second one's place.
    expect(times[inOrder(line().words)[2]?.[0] as string]?.start).toBe(0.4 * 48_000);
  });
  it('that cannot be listened to leave the take as it was', async () => {
    await layParts(scene, media, 48_000 * 60, [{ start: 1, end: 3, role: MARIT, line: ids[2] }]);
    await settled();
    const before = JSON.stringify(now().scenes[scene]?.lines[ids[2] as string]);
    hear = () => ({ error: 'The sound is gone.' });
    await matchWords(scene, ids[2] as string, now().scenes[scene]?.lines[ids[2] as string]?.take as string);
    expect(JSON.stringify(now().scenes[scene]?.lines[ids[2] as string])).toBe(before);
  });
});
