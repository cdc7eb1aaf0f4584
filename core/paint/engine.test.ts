import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';

describe('the painter’s memory', () => {
  it('never hands out the same bytes twice, and reuses what was given back', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ bytes: fc.integer({ min: 1, max: 90_000 }), keep: fc.boolean() }), { minLength: 1, maxLength: 60 }), (steps) => {
        const { engine } = nodePainter();
        const held: { at: number; bytes: number; mark: number }[] = [];
        let mark = 0;
        for (const { bytes, keep } of steps) {
          const at = engine.take(bytes);
          expect(at % 64).toBe(0);
          expect(engine.bytes(at, bytes).every((value) => value === 0)).toBe(true);
          mark = (mark % 255) + 1;
          engine.bytes(at, bytes).fill(mark);
          if (keep) held.push({ at, bytes, mark });
          else engine.give(at);
        }
        for (const block of held) expect(engine.bytes(block.at, block.bytes).every((value) => value === block.mark)).toBe(true);
        const full = engine.wasm.memory.buffer.byteLength;
        for (const block of held) engine.give(block.at);
        const total = held.reduce((sum, { bytes }) => sum + bytes, 0);
        if (total > 0) engine.give(engine.take(total));
        expect(engine.wasm.memory.buffer.byteLength).toBe(full);
      }),
      { numRuns: 60 },
    );
  });
  it('gives nothing back twice', () => {
    const { engine } = nodePainter();
    const first = engine.take(1000);
    engine.give(first);
    engine.give(first);
    const a = engine.take(400);
    const b = engine.take(400);
    expect(Math.abs(a - b)).toBeGreaterThanOrEqual(400);
  });
});
