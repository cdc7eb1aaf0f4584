import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { sampleDocument } from '#core/testing/samples';
import { opened } from '../testing/opened.ts';
import { makeDrafts } from './drafts.ts';
import { useProduction } from './production.ts';

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
