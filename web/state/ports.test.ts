import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Change } from '#core/edit/change';
import { ports, tellWriting } from './ports.ts';
import type { LiveEvent } from './sessionPorts.ts';

const store = vi.hoisted(() => new Map<unknown, unknown>());
vi.mock('idb-keyval', () => ({
  get: async (key: string) => store.get(key),
  set: async (key: string, value: unknown) => void store.set(key, value),
  del: async (key: string) => void store.delete(key),
  keys: async () => [...store.keys()],
}));

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
  readonly lasting: boolean;
}
let asked: Asked[];
/** Lines to the server, oldest first. */
let lines: Line[];
class Line {
  readonly url: string;
  closed = false;
  onopen: () => void = () => {};
  onerror: () => void = () => {};
  private readonly hearers = new Map<string, (message: { data: string }) => void>();
  constructor(url: string) {
    this.url = url;
    lines.push(this);
  }
  addEventListener(kind: string, hear: (message: { data: string }) => void): void {
    this.hearers.set(kind, hear);
  }
  close(): void {
    this.closed = true;
  }
  says(kind: string, data: unknown = {}): void {
    this.hearers.get(kind)?.({ data: JSON.stringify(data) });
  }
}
const seen = (visibilityState: 'visible' | 'hidden'): void => {
  Object.defineProperty(document, 'visibilityState', { value: visibilityState, configurable: true });
  document.dispatchEvent(new Event('visibilitychange'));
};
beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  lines = [];
  store.clear();
  seen('visible');
  vi.stubGlobal('EventSource', Line);
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    asked.push({ method: init.method ?? 'GET', path: url, body: init.body ? JSON.parse(init.body as string) : undefined, lasting: init.keepalive ?? false });
    return Response.json({ conflicts: [], revision: 3 });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const { server, local } = ports;
const change = { id: 'cg_1', label: 'L', parts: [] } as Change;

describe('what is asked of the server', () => {
  it('has its way and its words', async () => {
    await server.open('pr_1');
    await server.send('pr_1', change, 7);
    await server.missed('pr_1', 7);
    await server.change('pr_1', 'cg_9');
    await server.theirs('pr_1', 'cg_8');
    tellWriting('pr_1', 'ln_1');
    await vi.advanceTimersByTimeAsync(0);
    expect(asked).toEqual([
      { method: 'GET', path: '/api/productions/pr_1', body: undefined, lasting: false },
      { method: 'POST', path: '/api/productions/pr_1/changes', body: { ...change, seen: 7 }, lasting: true },
      { method: 'GET', path: '/api/productions/pr_1/changes?after=7', body: undefined, lasting: false },
      { method: 'GET', path: '/api/productions/pr_1/changes/cg_9', body: undefined, lasting: false },
      { method: 'POST', path: '/api/productions/pr_1/conflicts/cg_8/theirs', body: undefined, lasting: false },
      { method: 'POST', path: '/api/productions/pr_1/windows', body: { line: 'ln_1' }, lasting: false },
    ]);
  });
  it('is kept in the browser under names', async () => {
    await local.set('a', { b: 1 });
    expect(await local.get('a')).toEqual({ b: 1 });
    store.set(5, 'a number for a name');
    expect(await local.keys()).toEqual(['a', '5']);
    await local.del('a');
    expect(await local.get('a')).toBeUndefined();
  });
});

describe('the line to the server', () => {
  const listen = (after = 4) => {
    const heard: LiveEvent[] = [];
    let revision = after;
    const hush = server.listen(
      'pr_1',
      () => revision,
      (event) => heard.push(event),
    );
    return { heard, hush, moved: (to: number) => void (revision = to) };
  };
  const query = (line: Line | undefined): URLSearchParams => new URL(line?.url ?? '', 'http://x').searchParams;
  it('asks for what is new, and hands on what it hears', () => {
    const { heard, hush } = listen();
    expect(lines).toHaveLength(1);
    expect(lines[0]?.url.startsWith('/api/productions/pr_1/events?')).toBe(true);
    expect(query(lines[0]).get('after')).toBe('4');
    expect(query(lines[0]).get('window')).toMatch(/^[0-9a-f-]{36}$/);
    expect(query(lines[0]).get('client')).toMatch(/^[0-9a-f-]{36}$/);
    lines[0]?.onopen();
    lines[0]?.says('change', { kind: 'change', change: { id: 'x' } });
    lines[0]?.says('conflicts', { kind: 'conflicts', conflicts: [] });
    lines[0]?.says('windows', { kind: 'windows', windows: [] });
    lines[0]?.says('reload');
    expect(heard).toEqual([
      { kind: 'line', open: true },
      { kind: 'change', change: { id: 'x' } },
      { kind: 'conflicts', conflicts: [] },
      { kind: 'windows', windows: [] },
      { kind: 'reload' },
    ]);
    hush();
  });
  it('that broke is tried again in a moment, from where things are by then', () => {
    const { heard, hush, moved } = listen();
    lines[0]?.onerror();
    expect(heard).toEqual([{ kind: 'line', open: false }]);
    expect(lines[0]?.closed).toBe(true);
    moved(9);
    vi.advanceTimersByTime(1499);
    expect(lines).toHaveLength(1);
    vi.advanceTimersByTime(1);
    expect(lines).toHaveLength(2);
    expect(query(lines[1]).get('after')).toBe('9');
    hush();
    expect(lines[1]?.closed).toBe(true);
    vi.advanceTimersByTime(5000);
    expect(lines).toHaveLength(2);
  });
  it('is let go by a page that is hidden, and taken up when it is seen again', () => {
    const { hush } = listen();
    seen('hidden');
    expect(lines[0]?.closed).toBe(true);
    window.dispatchEvent(new Event('pageshow'));
    expect(lines).toHaveLength(1);
    seen('visible');
    expect(lines).toHaveLength(2);
    window.dispatchEvent(new Event('pageshow'));
    expect([lines[1]?.closed, lines.length]).toEqual([true, 3]);
    hush();
    seen('visible');
    window.dispatchEvent(new Event('pageshow'));
    expect(lines).toHaveLength(3);
  });
  it('tells now and then that the window is there, and once that it is gone', () => {
    const { hush } = listen();
    const told = (): unknown[] => asked.filter(({ path }) => path.endsWith('/windows')).map(({ body, lasting }) => [body, lasting]);
    vi.advanceTimersByTime(90_000);
    expect(told()).toEqual([
      [{}, false],
      [{}, false],
    ]);
    window.dispatchEvent(new Event('pagehide'));
    expect(told().at(-1)).toEqual([{ gone: true }, true]);
    hush();
    expect(told()).toHaveLength(4);
    vi.advanceTimersByTime(90_000);
    window.dispatchEvent(new Event('pagehide'));
    expect(told()).toHaveLength(4);
  });
});
