import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { skeletonOf } from '../figure/skeleton.ts';
import { poseAt } from '../stage/figures.ts';
import { actingIn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND, toTicks } from '../time/ticks.ts';
import type { Acting } from './acting.ts';
import { schedule } from './schedule.ts';
import { spontaneous } from './spontaneous.ts';

const TALK = `# A talk
MARIT: Every autumn the wind turns north and the boats come in. For a few weeks the whole harbour smells of tar and rope.
MARIT: My grandmother used to say that a boat remembers the hands which mended her. I never believed it until I found her old plane.
MARIT: Now I work on this hull every evening, plank after plank, and listen to the radio. It takes patience more than strength.
MARIT: Next spring we push her back into the water. Then we shall see whether she remembers anything at all.
`;

/** Joints of a figure about its hips, and its head's tilt, at every frame of a range. */
function frames(acting: Acting, from: number, to: number): number[][] {
  const out: number[][] = [];
  for (let tick = from; tick < to; tick += TICKS_PER_SECOND / 24) {
    const sk = skeletonOf(acting.p, poseAt(acting, tick));
    out.push(
      [sk.hip, sk.neck, sk.head, sk.arms.L.elbow, sk.arms.R.elbow, sk.arms.L.wrist, sk.arms.R.wrist]
        .flatMap(({ x, y }) => [x, y])
        .concat(sk.headAngle * 60, sk.headYaw * 40, sk.bodyYaw * 40),
    );
  }
  return out;
}

/** The most that any of the numbers moves within a window of frames. */
function moved(list: readonly number[][], from: number, to: number): number {
  let most = 0;
  for (let n = 0; n < (list[0]?.length ?? 0); n++) {
    const values = list.slice(from, to).map((frame) => frame[n] as number);
    most = Math.max(most, Math.max(...values) - Math.min(...values));
  }
  return most;
}

describe('a presenter without a single cue', () => {
  const { document } = sampleDocument(TALK);
  const scene = schedule(document as Document, () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
  const [layer] = inOrder(scene.scene.layers)[0] as [string, unknown];
  const acting = actingIn(scene, layer);
  const lines = scene.lines.filter((line) => line.layer === layer);
  const until = (lines.at(-1)?.end ?? 0) as number;

  it('speaks for half a minute or more', () => expect(until - (lines[0]?.start as number)).toBeGreaterThan(toTicks(28)));

  it('never stands still for two seconds: something moves besides the mouth', () => {
    const list = frames(acting, lines[0]?.start as number, until);
    for (let from = 0; from + 48 <= list.length; from += 6) expect(moved(list, from, from + 48), `from ${(from / 24).toFixed(1)} s`).toBeGreaterThan(4);
  });

  it('makes at least four different gestures', () => {
    const done = lines.flatMap((line) =>
      spontaneous({
        id: line.id,
        layer,
        start: line.start,
        end: line.end,
        words: line.words.map((word, n) => ({ ...word, stress: line.analysis.stress[n] ?? 0.3 })),
        ...acting.character.temper,
        outer: 'right',
        busy: [],
        things: [],
      }),
    );
    expect(new Set(done.map(({ action }) => action)).size).toBeGreaterThanOrEqual(4);
  });

  it('keeps both feet where they are, on the floor', () => {
    const at = (tick: number) => skeletonOf(acting.p, poseAt(acting, tick)).legs;
    const first = at(lines[0]?.start as number);
    for (let tick = lines[0]?.start as number; tick < until; tick += 6000)
      for (const side of ['L', 'R'] as const) {
        expect(at(tick)[side].ankle.x).toBeCloseTo(first[side].ankle.x, 0);
        expect(at(tick)[side].ankle.y).toBeCloseTo(first[side].ankle.y, 0);
      }
  });
});
