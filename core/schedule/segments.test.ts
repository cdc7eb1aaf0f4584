import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document, Scene } from '../document/schema.ts';
import { hashText } from '../draw/hash.ts';
import { edit } from '../edit/change.ts';
import { setGap } from '../edit/commands/lines.ts';
import { addSceneAfter } from '../edit/create.ts';
import { sampleDocument, shotOf } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import { type FilmSchedule, schedule } from './schedule.ts';
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
    (draft.scenes[scene] as Scene).cues[id] = shotOf({ over, start: { to: 'scene', edge: 'start', offset: at }, end: { to: 'scene', edge: 'end', offset: 0 } });
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

describe('borders of segments', () => {
  /** Ids by their hash, lowest first: of things that lie near to each other the first one is a border. */
  const [low, middle, high, higher] = Array.from({ length: 40 }, (_, n) => `id_${n}`).sort((a, b) => hashText(a) - hashText(b)) as [string, string, string, string];
  interface Parts {
    readonly length: number;
    readonly overlap?: number;
    /** Ids and seconds. */
    readonly lines?: readonly (readonly [string, number])[];
    readonly words?: readonly number[];
    readonly cuts?: readonly (readonly [string, number])[];
  }
  const film = (...scenes: readonly Parts[]): FilmSchedule => {
    let at = 0;
    return {
      fps: 24,
      scenes: scenes.map(({ length, overlap = 0, lines = [], words = [], cuts = [] }, n) => {
        const start = at - toTicks(overlap);
        at = start + toTicks(length);
        return {
          id: `scene-${n}`,
          start,
          overlap: toTicks(overlap),
          length: toTicks(length),
          lines: [
            ...lines.map(([id, second]) => ({ id, start: toTicks(second), words: [] })),
            ...(words.length ? [{ id: higher, start: 0, words: words.map((second) => ({ start: toTicks(second) })) }] : []),
          ],
          shots: cuts.map(([id, second]) => ({ id, start: toTicks(second), cue: { over: 0 } })),
        };
      }),
    } as unknown as FilmSchedule;
  };
  /** Seconds of the film at which segments begin, and at which the last one ends. */
  const cutAt = (...scenes: readonly Parts[]): number[] => {
    const segments = segmentsOf(film(...scenes));
    return [...segments.map(({ fromFrame }) => fromFrame), segments.at(-1)?.toFrame as number].map((frame) => frame / 24);
  };
  const FRAME = 1 / 24;

  it('are those of the scene alone while it is no longer than nine seconds; a longer one is halved', () => {
    expect(cutAt({ length: 9 })).toEqual([0, 9]);
    expect(cutAt({ length: 9 + FRAME * 2 })).toEqual([0, 4.5 + FRAME, 9 + FRAME * 2]);
    expect(cutAt({ length: 20 })).toEqual([0, 5, 10, 15, 20]);
    expect(cutAt({ length: 4 }, { length: 5 })).toEqual([0, 4, 9]);
    // Half a frame of a scene is a frame of the film.
    expect(cutAt({ length: 4 + FRAME / 2 }, { length: 5 })).toEqual([0, 4 + FRAME, 9 + FRAME]);
  });
  it('of what is too long are at the word nearest to its middle, on a whole frame', () => {
    expect(cutAt({ length: 12, words: [2, 5, 7.5, 11] })).toEqual([0, 5, 12]);
    expect(cutAt({ length: 12, words: [2, 5.52, 7.5, 11] })).toEqual([0, 5.5, 12]);
    expect(cutAt({ length: 12, words: [7.5, 4.75, 2] })).toEqual([0, 4.75, 12]);
    // A word that lies three tenths from it is none to cut at.
    expect(cutAt({ length: 10, words: [2] })).toEqual([0, 5, 10]);
    expect(cutAt({ length: 10, words: [2 + FRAME] })).toEqual([0, 2 + FRAME, 10]);
    expect(cutAt({ length: 10, words: [8] })).toEqual([0, 5, 10]);
  });
  it('of what is too long are at a line rather than at a word', () => {
    // Lines beside a hard cut are no borders of their own.
    expect(cutAt({ length: 20, cuts: [[high, 10]], lines: [[low, 7.75]], words: [5] })).toEqual([0, 7.75, 10, 15, 20]);
    expect(
      cutAt({
        length: 20,
        cuts: [[high, 10]],
        lines: [
          [low, 7.5],
          [middle, 12.5],
        ],
        words: [5, 15],
      }),
    ).toEqual([0, 7.5, 10, 12.5, 20]);
  });
  it('are lines, of those that lie within five seconds the one whose hash is the lowest', () => {
    expect(cutAt({ length: 10, lines: [[low, 2]] })).toEqual([0, 2, 10]);
    expect(
      cutAt({
        length: 10,
        lines: [
          [low, 2],
          [high, 7],
        ],
      }),
    ).toEqual([0, 2, 10]);
    expect(
      cutAt({
        length: 10,
        lines: [
          [high, 2],
          [low, 7],
        ],
      }),
    ).toEqual([0, 7, 10]);
    expect(
      cutAt({
        length: 10,
        lines: [
          [low, 2],
          [high, 7 + FRAME],
        ],
      }),
    ).toEqual([0, 2, 7 + FRAME, 10]);
    // The middle one gives way to the first, and the last one to the middle one.
    expect(
      cutAt({
        length: 10,
        lines: [
          [low, 1],
          [middle, 5],
          [high, 9],
        ],
      }),
    ).toEqual([0, 1, 10]);
    expect(
      cutAt({
        length: 10,
        lines: [
          [middle, 1],
          [high, 5],
          [low, 9],
        ],
      }),
    ).toEqual([0, 1, 9, 10]);
  });
  it('are no lines at the ends of the scene, nor do those keep others from it', () => {
    expect(
      cutAt({
        length: 8,
        lines: [
          [low, 0],
          [high, 3],
        ],
      }),
    ).toEqual([0, 3, 8]);
    expect(
      cutAt({
        length: 8,
        lines: [
          [low, 8],
          [high, 5],
        ],
      }),
    ).toEqual([0, 5, 8]);
    expect(
      cutAt({
        length: 8,
        lines: [
          [low, 9],
          [high, 5],
        ],
      }),
    ).toEqual([0, 5, 8]);
  });
  it('are hard cuts, and then no line within two and a half seconds of one', () => {
    expect(cutAt({ length: 9, cuts: [[high, 4]], lines: [[low, 6.5]] })).toEqual([0, 4, 9]);
    expect(cutAt({ length: 9, cuts: [[high, 4]], lines: [[low, 6.5 + FRAME]] })).toEqual([0, 4, 6.5 + FRAME, 9]);
    expect(cutAt({ length: 9, cuts: [[high, 5]], lines: [[low, 2.5]] })).toEqual([0, 5, 9]);
    expect(cutAt({ length: 9, cuts: [[high, 5]], lines: [[low, 2.5 - FRAME]] })).toEqual([0, 2.5 - FRAME, 5, 9]);
    // A line that gives way to a cut keeps no other from being a border.
    expect(
      cutAt({
        length: 9,
        cuts: [[high, 2]],
        lines: [
          [low, 3],
          [middle, 6],
        ],
      }),
    ).toEqual([0, 2, 6, 9]);
  });
  it('are no hard cuts within a second of the ends of the scene', () => {
    expect(cutAt({ length: 8, cuts: [[low, 1]] })).toEqual([0, 8]);
    expect(cutAt({ length: 8, cuts: [[low, 1 + FRAME]] })).toEqual([0, 1 + FRAME, 8]);
    expect(cutAt({ length: 8, cuts: [[low, 7]] })).toEqual([0, 8]);
    expect(cutAt({ length: 8, cuts: [[low, 7 - FRAME]] })).toEqual([0, 7 - FRAME, 8]);
    expect(
      cutAt({
        length: 8,
        cuts: [
          [low, 7],
          [high, 5.5],
        ],
      }),
    ).toEqual([0, 5.5, 8]);
  });
  it('are of hard cuts within two seconds the one whose hash is the lowest', () => {
    expect(
      cutAt({
        length: 8,
        cuts: [
          [low, 3],
          [high, 5],
        ],
      }),
    ).toEqual([0, 3, 8]);
    expect(
      cutAt({
        length: 8,
        cuts: [
          [high, 3],
          [low, 5],
        ],
      }),
    ).toEqual([0, 5, 8]);
    expect(
      cutAt({
        length: 8,
        cuts: [
          [high, 3],
          [low, 5 + FRAME],
        ],
      }),
    ).toEqual([0, 3, 5 + FRAME, 8]);
  });
  it('of a scene that is seen together with the one before or after it are where that begins and ends', () => {
    expect(cutAt({ length: 8 }, { length: 8, overlap: 2 })).toEqual([0, 6, 8, 14]);
    // What lies within is no border.
    expect(cutAt({ length: 8, lines: [[low, 7]] }, { length: 8, overlap: 2, lines: [[middle, 1.5]] })).toEqual([0, 6, 8, 14]);
    expect(cutAt({ length: 8, lines: [[low, 5]] }, { length: 8, overlap: 2, lines: [[middle, 3]] })).toEqual([0, 5, 6, 8, 9, 14]);
    // At its end and beginning themselves there is one border, not two.
    expect(cutAt({ length: 8, lines: [[low, 6]] }, { length: 8, overlap: 2, lines: [[middle, 2]] })).toEqual([0, 6, 8, 14]);
  });
});
