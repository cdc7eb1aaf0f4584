import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cue, Document, Scene } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { setGap } from '../edit/commands/lines.ts';
import { addSceneAfter } from '../edit/create.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import { schedule } from './schedule.ts';
import { clipped, type Segment, segmentsOf } from './segments.ts';

const script = (lines: number): string =>
  Array.from({ length: lines }, (_, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: Line ${n + 1} tells of the sea, the sand and the Moon.`).join('\n');
const of = (document: Document) => {
  const film = schedule(document, () => undefined);
  return { film, segments: segmentsOf(film), frame: ticksPerFrame(film.fps) };
};
/** A camera cut at a moment of the first scene. */
const shot = (document: Document, scene: string, id: string, at: number, over = 0): Document =>
  edit(document, 'x', 'cg_000000000001', (draft) => {
    (draft.scenes[scene] as Scene).cues[id] = {
      kind: 'camera',
      order: 'a0',
      framing: 'wide',
      subjects: [],
      x: 0,
      y: 0,
      width: 900,
      over,
      push: 0,
      start: { to: 'scene', edge: 'start', offset: at },
      end: { to: 'scene', edge: 'end', offset: 0 },
    } as Cue;
  }).document;
const starts = (segments: readonly Segment[], frame: number): number[] => segments.map(({ fromFrame }) => fromFrame * frame);

describe('the segments of a film', () => {
  it('are whole frames of one scene each, one after the other, none longer than nine seconds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 14 }), fc.integer({ min: 0, max: 90 }), (lines, seed) => {
        const { document, scene, makeId } = sampleDocument(script(lines), seed + 1);
        const two = edit(document, 'x', 'cg_000000000001', addSceneAfter(scene, 'sc_000000000009', 'Two', makeId)).document;
        const { film, segments, frame } = of(two);
        expect(segments[0]?.fromFrame).toBe(0);
        segments.slice(1).forEach((segment, n) => expect(segment.fromFrame).toBe(segments[n]?.toFrame));
        expect(segments.at(-1)?.toFrame).toBe(Math.ceil(film.length / frame));
        for (const { scene: id, fromFrame, toFrame } of segments) {
          expect(toFrame).toBeGreaterThan(fromFrame);
          expect((toFrame - fromFrame) * frame).toBeLessThanOrEqual(toTicks(9) + frame);
          const at = film.scenes.find((one) => one.id === id) as (typeof film.scenes)[number];
          expect(fromFrame * frame).toBeGreaterThanOrEqual(at.start);
          expect(toFrame * frame).toBeLessThan(at.start + at.length + frame);
        }
      }),
      { numRuns: 30 },
    );
  });
  it('begin at hard cuts, not at moves of the camera, and not close to the ends of the scene', () => {
    const { document, scene } = sampleDocument(script(8), 5);
    const cut = of(shot(document, scene, 'cu_00000000000a', toTicks(6)));
    expect(starts(cut.segments, cut.frame)).toContain(toTicks(6));
    const move = of(shot(document, scene, 'cu_00000000000a', toTicks(6) + 2000, toTicks(1)));
    expect(starts(move.segments, move.frame)).not.toContain(toTicks(6) + 2000);
    const early = of(shot(document, scene, 'cu_00000000000a', toTicks(0.5)));
    expect(starts(early.segments, early.frame)).not.toContain(toTicks(0.5));
    const late = of(shot(document, scene, 'cu_00000000000a', cut.film.length - toTicks(0.5)));
    expect(starts(late.segments, late.frame)).not.toContain(cut.film.length - toTicks(0.5));
  });
  it('begin at one of several cuts in quick succession', () => {
    const { document, scene } = sampleDocument(script(8), 5);
    const two = of(shot(shot(document, scene, 'cu_00000000000a', toTicks(6)), scene, 'cu_00000000000b', toTicks(7)));
    const at = starts(two.segments, two.frame);
    expect([toTicks(6), toTicks(7)].filter((tick) => at.includes(tick))).toHaveLength(1);
    const apart = of(shot(shot(document, scene, 'cu_00000000000a', toTicks(5)), scene, 'cu_00000000000b', toTicks(8)));
    expect(starts(apart.segments, apart.frame)).toEqual(expect.arrayContaining([toTicks(5), toTicks(8)]));
  });
  it('fall back into step after a change', () => {
    const { document, scene } = sampleDocument(script(16), 9);
    const line = inOrder((document.scenes[scene] as Scene).lines)[2]?.[0] as string;
    const before = of(document);
    const gap = document.scenes[scene]?.lines[line]?.pin.offset as number;
    const after = of(edit(document, 'x', 'cg_000000000001', setGap(scene, line, gap + toTicks(0.5))).document);
    const length = ({ segments }: { segments: readonly Segment[] }): number[] => segments.slice(-3).map(({ fromFrame, toFrame }) => toFrame - fromFrame);
    expect(length(after)).toEqual(length(before));
  });
  it('of long silence are cut in its middle, else between lines or words', () => {
    const { document, scene } = sampleDocument(script(1), 5);
    const silent = of(edit(document, 'x', 'cg_000000000001', (draft) => void ((draft.scenes[scene] as Scene).tail = toTicks(40))).document);
    for (const { fromFrame, toFrame } of silent.segments) expect((toFrame - fromFrame) * silent.frame).toBeLessThanOrEqual(toTicks(9));
    const long = of(sampleDocument(`MARIT: ${'The sea comes and goes. '.repeat(30)}`, 5).document);
    const words = new Set(long.film.scenes[0]?.lines.flatMap((line) => line.words.map(({ start }) => Math.round(start / long.frame))));
    for (const { fromFrame } of long.segments.slice(1)) expect(words.has(fromFrame)).toBe(true);
  });
  it('are clipped to a range of frames', () => {
    const three: Segment[] = [
      { scene: 'a', fromFrame: 0, toFrame: 10 },
      { scene: 'a', fromFrame: 10, toFrame: 20 },
      { scene: 'b', fromFrame: 20, toFrame: 30 },
    ];
    expect(clipped(three, 0, 30)).toEqual(three);
    expect(clipped(three, 5, 20)).toEqual([
      { scene: 'a', fromFrame: 5, toFrame: 10 },
      { scene: 'a', fromFrame: 10, toFrame: 20 },
    ]);
    expect(clipped(three, 12, 13)).toEqual([{ scene: 'a', fromFrame: 12, toFrame: 13 }]);
    expect(clipped(three, 30, 40)).toEqual([]);
  });
});
