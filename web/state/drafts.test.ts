import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { setLineText } from '#core/edit/commands/lines';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { opened } from '../testing/opened.ts';
import { draftsSoon, makeDrafts, needsDraft } from './drafts.ts';
import { run, useProduction } from './production.ts';

const error = vi.hoisted(() => vi.fn());
vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error }) }));

const made = sampleDocument();
const drafted = (): number => Object.values(useProduction.getState().document?.scenes[made.scene]?.lines ?? {}).filter((line) => line.take !== null).length;

beforeEach(() => {
  vi.useFakeTimers();
  opened(made.document);
});
afterEach(() => vi.useRealTimers());

it('lines get their drafts when the server is back, however long it was away', async () => {
  let up = false;
  let asked = 0;
  vi.stubGlobal('fetch', async () => {
    asked++;
    if (!up) throw new TypeError('no network');
    return Response.json({ media: 'a'.repeat(64), analysis: 'b'.repeat(64), from: 0, length: 48_000, words: [] });
  });
  makeDrafts();
  await vi.advanceTimersByTimeAsync(30_000);
  expect(drafted()).toBe(0);
  // It is asked now and then, not without end.
  expect(asked).toBeGreaterThan(3);
  expect(asked).toBeLessThan(40);
  up = true;
  await vi.advanceTimersByTimeAsync(10_000);
  expect(drafted()).toBe(Object.keys(made.document.scenes[made.scene]?.lines ?? {}).length);
});

describe('the draft of a line', () => {
  const Made = {
    media: 'a'.repeat(64),
    analysis: 'b'.repeat(64),
    from: 100,
    length: 48_000,
    words: [
      { start: 0, end: 900 },
      { start: 1000, end: 1000 },
    ],
  };
  const [line] = inOrder(made.document.scenes[made.scene]?.lines ?? {}).map(([id]) => id) as [string];
  const lineNow = () => useProduction.getState().document?.scenes[made.scene]?.lines[line];
  /** What was asked, and how the next ones are answered, oldest first. */
  const serve = (answers: (() => Response | Promise<Response>)[] = []) => {
    const asked: { method: string; path: string; body: { text: string; voice: unknown } }[] = [];
    vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
      asked.push({ method: init.method ?? 'GET', path, body: JSON.parse(init.body as string) });
      return (answers.shift() ?? (() => Response.json(Made)))();
    });
    return asked;
  };
  const refused = (status: number) => () => new Response(JSON.stringify({ code: 'no-voice', detail: 'This voice cannot say that. Choose another one.' }), { status });
  let clock = Date.now();
  beforeEach(() => {
    error.mockClear();
    // What another test left waiting is long over.
    vi.setSystemTime((clock += 3_600_000));
    opened(made.document);
  });

  it('is asked for with its words and its voice, two at a time, and put in by the machine', async () => {
    let going = 0;
    let most = 0;
    const slow = async (): Promise<Response> => {
      most = Math.max(most, ++going);
      await new Promise((next) => setTimeout(next, 100));
      going--;
      return Response.json(Made);
    };
    const asked = serve(Array.from({ length: 4 }, () => slow));
    makeDrafts();
    await vi.advanceTimersByTimeAsync(2000);
    expect(most).toBe(2);
    expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual(Array.from({ length: 4 }, () => 'POST /api/takes/draft'));
    expect(asked[0]?.body.text).toBe(lineNow()?.text);
    const [take] = Object.values(lineNow()?.takes ?? {});
    const words = inOrder(lineNow()?.words ?? {}).map(([id]) => id);
    expect(take).toMatchObject({
      kind: 'draft',
      name: 'Draft',
      media: Made.media,
      analysis: Made.analysis,
      from: 100,
      length: 48_000,
      draft: { text: lineNow()?.text, voice: asked[0]?.body.voice },
    });
    // A word without a length is not said.
    expect(take?.times).toEqual({ [words[0] as string]: { start: 0, end: 900 } });
    const { log } = useProduction.getState();
    expect(log.every(({ label, follows }) => label === 'Draft voice' && follows === `cg_${made.document.production.id.slice(3)}`)).toBe(true);
    expect(log).toHaveLength(4);
  });
  it('belongs to the last edit of somebody', async () => {
    const id = run('Text', setLineText(made.scene, line, 'Other words.', makeId));
    serve();
    makeDrafts();
    await vi.advanceTimersByTimeAsync(2000);
    expect(useProduction.getState().log.filter(({ follows }) => follows === id).length).toBe(4);
  });
  it('that comes after the words were changed again is not put in', async () => {
    let give: (response: Response) => void = () => {};
    serve([() => new Promise<Response>((resolve) => (give = resolve))]);
    makeDrafts();
    await vi.advanceTimersByTimeAsync(10);
    run('Text', setLineText(made.scene, line, 'Other words.', makeId));
    give(Response.json(Made));
    await vi.advanceTimersByTimeAsync(2000);
    expect(Object.values(lineNow()?.takes ?? {}).map(({ draft }) => draft?.text)).toEqual(['Other words.']);
  });
  it('waits for a server in trouble, and for a pause in typing', async () => {
    const asked = serve([refused(500), refused(503)]);
    run('Text', setLineText(made.scene, line, 'Quite other words.', makeId));
    draftsSoon();
    draftsSoon();
    await vi.advanceTimersByTimeAsync(349);
    expect(asked).toHaveLength(0);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(drafted()).toBe(4);
    expect(error).not.toHaveBeenCalled();
  });
  it('that cannot be made is tried once more, told once, and then left', async () => {
    const asked = serve(Array.from({ length: 20 }, () => refused(400)));
    makeDrafts();
    await vi.advanceTimersByTimeAsync(30_000);
    expect(asked).toHaveLength(8);
    expect(error).toHaveBeenCalledWith('This voice cannot say that. Choose another one.', { id: 'draft' });
    makeDrafts();
    await vi.advanceTimersByTimeAsync(30_000);
    expect(asked).toHaveLength(8);
    expect(drafted()).toBe(0);
  });
  it('is nobody’s where the line has no speaker or the speaker no voice', () => {
    const [, one] = inOrder(made.document.scenes[made.scene]?.lines ?? {})[0] as [string, NonNullable<ReturnType<typeof lineNow>>];
    expect(needsDraft(made.document, { ...one, role: null })).toBeUndefined();
    expect(needsDraft(made.document, { ...one, role: 'ro_000000000000' })).toBeUndefined();
  });
});
