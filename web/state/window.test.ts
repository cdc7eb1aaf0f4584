import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sampleDocument } from '#core/testing/samples';

/** The browser's locks: names that are held, by whichever window. */
let held: Set<string>;
const locks = {
  request: async (name: string, _: object, use: (lock: object | null) => unknown) => {
    if (held.has(name)) return void use(null);
    held.add(name);
    void use({});
  },
  query: async () => ({ held: [...held].map((name) => ({ name })) }),
};
/** The module as a page that has just been loaded has it. */
const loaded = async () => {
  vi.resetModules();
  return await import('./window.ts');
};
beforeEach(() => {
  held = new Set();
  sessionStorage.clear();
  vi.stubGlobal('navigator', { locks });
});
afterEach(() => vi.unstubAllGlobals());

describe('a window', () => {
  it('keeps its name over reloads', async () => {
    const first = await loaded();
    const name = await first.ownWindow();
    expect(name).toMatch(/^[0-9a-f-]{36}$/);
    expect(first.windowId()).toBe(name);
    held.clear();
    expect(await (await loaded()).ownWindow()).toBe(name);
  });
  it('that is a copy of another one takes a name of its own, and keeps that', async () => {
    const first = await (await loaded()).ownWindow();
    const copy = await loaded();
    expect(copy.windowId()).toBe(first);
    const name = await copy.ownWindow();
    expect(name).not.toBe(first);
    expect([copy.windowId(), await copy.ownWindow()]).toEqual([name, name]);
    expect(sessionStorage.getItem('kipzo-window')).toBe(name);
    held.add('somebody else’s lock');
    expect(await copy.openWindows()).toEqual(new Set([first, name]));
  });
  it('in a browser without locks has a name all the same, and knows of no other', async () => {
    vi.stubGlobal('navigator', {});
    const alone = await loaded();
    expect(await alone.ownWindow()).toBe(alone.windowId());
    expect(await alone.openWindows()).toEqual(new Set());
  });
});

describe('what was heard in a take', () => {
  const { document, scene } = sampleDocument();
  const hash = 'c'.repeat(64);
  const take = { order: 'a0', name: 'T', kind: 'recorded', media: 'a'.repeat(64), analysis: hash, from: 0, length: 5, times: {} };
  const spoken = structuredClone(document);
  const [line] = Object.values(spoken.scenes[scene]?.lines ?? {}) as unknown as [{ take: string | null; takes: Record<string, unknown> }];
  line.takes = { tk_1: take };
  line.take = 'tk_1';
  it('is fetched once, and again only where it could not be had', async () => {
    vi.resetModules();
    const { useAnalyses, wantAnalyses } = await import('./analyses.ts');
    const asked: string[] = [];
    let ok = false;
    vi.stubGlobal('fetch', async (url: string) => {
      asked.push(url);
      return { ok, json: async () => ({ version: 1 }) };
    });
    wantAnalyses(document);
    expect(asked).toEqual([]);
    wantAnalyses(spoken);
    wantAnalyses(spoken);
    expect(asked).toEqual([`/api/media/${hash}`]);
    await vi.waitFor(() => {
      ok = true;
      wantAnalyses(spoken);
      expect(asked).toHaveLength(2);
    });
    await vi.waitFor(() => expect(useAnalyses.getState().byHash.get(hash)).toEqual({ version: 1 }));
    wantAnalyses(spoken);
    expect(asked).toHaveLength(2);
  });
});
