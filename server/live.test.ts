import { describe, expect, it, vi } from 'vitest';
import { Live, type LiveEvent } from './live.ts';

describe('windows on a production', () => {
  it('are told what happens in theirs, and only there', () => {
    const live = new Live();
    const [a, b, other]: LiveEvent[][] = [[], [], []];
    live.join('one', 'a', 'marit', (event) => a?.push(event));
    const leave = live.join('one', 'b', 'tully', (event) => b?.push(event));
    live.join('two', 'c', 'noor', (event) => other?.push(event));
    a?.splice(0);
    b?.splice(0);
    other?.splice(0);
    live.tell('one', { kind: 'conflicts', conflicts: [] });
    expect([a?.length, b?.length, other?.length]).toEqual([1, 1, 0]);
    leave();
    live.tell('one', { kind: 'conflicts', conflicts: [] });
    expect([a?.length, b?.length]).toEqual([2, 1]);
  });
  it('see each other, and in which line somebody writes', () => {
    const live = new Live();
    const seen: LiveEvent[] = [];
    live.join('one', 'a', 'marit', (event) => seen.push(event));
    live.join('one', 'b', 'tully', () => {});
    live.writing('one', 'b', 'tully', 'ln_000000000001');
    expect(seen.at(-1)).toEqual({
      kind: 'windows',
      windows: [
        { window: 'a', client: 'marit', line: null },
        { window: 'b', client: 'tully', line: 'ln_000000000001' },
      ],
    });
    const count = seen.length;
    live.writing('one', 'b', 'tully', 'ln_000000000001');
    expect(seen).toHaveLength(count);
    live.leave('one', 'b');
    expect(live.present('one').map(({ window }) => window)).toEqual(['a']);
  });
  it('that are hidden stay for a while, and are gone when they keep silent', () => {
    vi.useFakeTimers();
    const live = new Live();
    const leave = live.join('one', 'a', 'marit', () => {});
    leave();
    expect(live.present('one')).toHaveLength(1);
    vi.advanceTimersByTime(90_000);
    live.writing('one', 'a', 'marit', null);
    vi.advanceTimersByTime(90_000);
    expect(live.present('one')).toHaveLength(1);
    vi.advanceTimersByTime(20_000);
    expect(live.present('one')).toEqual([]);
    vi.useRealTimers();
  });
});
