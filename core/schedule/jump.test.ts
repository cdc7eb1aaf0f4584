import { describe, expect, it } from 'vitest';
import type { Cue, Document, Layer } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { poseAt } from '../stage/figures.ts';
import { localMatrix } from '../stage/place.ts';
import { actingIn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { riseOf, thrown } from './motion/jump.ts';
import { schedule } from './schedule.ts';
import { type StagedLayer, valueAt } from './staged.ts';

const S = TICKS_PER_SECOND;
const made = sampleDocument();
const { scene } = made;
const [figure] = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string];
const stands = made.document.scenes[scene]?.layers[figure] as Extract<Layer, { kind: 'character' }>;
const [X, Y] = [stands.x ?? 0, stands.y ?? 0];
const move = (layer: string, values: Partial<Extract<Cue, { kind: 'move' }>>): Cue => ({
  kind: 'move',
  layer,
  x: X + 240,
  y: Y,
  walk: true,
  gait: 'jump',
  ease: 'both',
  order: 'a0',
  start: { to: 'scene', edge: 'start', offset: S },
  end: { ticks: S },
  ...values,
});
const played = (change: (target: Document['scenes'][string]) => void) =>
  schedule(edit(made.document, 'Move', 'cg_000000000001', (draft) => change(draft.scenes[scene] as Document['scenes'][string])).document, () => undefined).scenes[0] as ReturnType<
    typeof schedule
  >['scenes'][number];
const jumping = played((target) => {
  target.cues.cu_000000000001 = move(figure, {});
});
const staged = jumping.layers.get(figure) as StagedLayer;
const at = (share: number, property: 'x' | 'y'): number => valueAt(staged, property, S + share * S);

describe('a jump', () => {
  it('leaves from where one stands and ends where it leads, over the floor in between', () => {
    expect([at(0, 'x'), at(0, 'y')]).toEqual([X, Y]);
    expect([at(1, 'x'), at(1, 'y')]).toEqual([X + 240, Y]);
    expect(at(0.2, 'x')).toBe(X);
    expect(at(0.53, 'y')).toBeLessThan(Y - 40);
    expect(at(0.53, 'x')).toBeGreaterThan(X + 60);
  });
  it('rises as long as the time in the air allows: four times as high in twice the time', () => {
    expect(riseOf(2 * S, 1) / riseOf(S, 1)).toBeCloseTo(4, 5);
    const way = thrown(0, S, 100, 40, 80);
    expect([way[0]?.value, way.at(-1)?.value]).toEqual([100, 40]);
    expect(Math.min(...way.map(({ value }) => value))).toBeLessThan(70 - 75);
  });
  it('crouches first, catches the fall, and stands at ease at the end', () => {
    const pose = (share: number) => poseAt(actingIn(jumping, figure), S + share * S);
    const ease = pose(-0.5).hipY;
    expect(pose(0.22).hipY).toBeGreaterThan(ease + 15);
    expect(pose(0.84).hipY).toBeGreaterThan(ease + 12);
    expect(Math.abs(pose(1.3).hipY - ease)).toBeLessThan(6);
    expect(pose(0.5).upperL).toBeGreaterThan(pose(0).upperL + 40);
  });
  it('has both feet still on the floor until it leaves, and leaves its shade there', () => {
    const acting = actingIn(jumping, figure);
    const foot = (share: number, side: 'L' | 'R') => {
      const pose = poseAt(acting, S + share * S);
      return { x: at(share, 'x') / acting.scale + pose[`footX${side}`], y: pose[`footY${side}`] };
    };
    for (const side of ['L', 'R'] as const) {
      expect(foot(0.25, side).x).toBeCloseTo(foot(0.02, side).x, 1);
      expect(foot(0.3, side).y).toBeCloseTo(foot(0.02, side).y, 3);
      expect(foot(0.52, side).y).toBeLessThan(-8);
    }
    for (const share of [0.4, 0.5, 0.6]) expect(Math.abs(poseAt(acting, S + share * S).air * acting.scale - (Y - at(share, 'y')))).toBeLessThan(1.5);
    expect(poseAt(acting, S).air).toBe(0);
  });
  it('of a thing is thrown, without a body', () => {
    const thing = played((target) => {
      target.layers.la_00000000000p = { kind: 'prop', prop: 'radio', order: 'z0', x: 0, y: 300, locked: false, hidden: false };
      target.cues.cu_000000000001 = move('la_00000000000p', { x: 200, y: 300, walk: false });
    }).layers.get('la_00000000000p') as StagedLayer;
    expect(valueAt(thing, 'x', S + S / 2)).toBeCloseTo(100, 5);
    expect(valueAt(thing, 'y', S + S / 2)).toBeCloseTo(300 - riseOf(S, 1), 5);
  });
});

describe('what rolls', () => {
  const box = { left: -50, top: -100, right: 50, bottom: 0 };
  const ball = (scaleX = 1) =>
    played((target) => {
      target.layers.la_00000000000p = { kind: 'prop', prop: 'radio', order: 'z0', x: 0, y: 300, scaleX, scaleY: Math.abs(scaleX), locked: false, hidden: false };
      target.cues.cu_000000000001 = move('la_00000000000p', { x: 2 * Math.PI * 50, y: 300, walk: false, gait: 'roll', ease: 'linear' });
    }).layers.get('la_00000000000p') as StagedLayer;
  /** Where the middle of the box and its upper edge come to lie. */
  const lies = (staged: StagedLayer, tick: number) => {
    const [a, b, c, d, e, f] = localMatrix(staged, tick, box, { exact: true });
    const place = (x: number, y: number) => ({ x: a * x + c * y + e, y: b * x + d * y + f });
    return { middle: place(0, -50), upper: place(0, -100) };
  };
  it('turns about its middle, once round in the way round its side', () => {
    const start = lies(ball(), 0);
    const half = lies(ball(), S + S / 2);
    const end = lies(ball(), 2 * S);
    expect(half.middle.x - start.middle.x).toBeCloseTo(Math.PI * 50, 1);
    expect(half.middle.y).toBeCloseTo(start.middle.y, 5);
    expect(half.upper.y).toBeCloseTo(start.middle.y + 50, 3);
    expect(end.upper.y).toBeCloseTo(start.upper.y, 3);
  });
  it('turns less the larger it is, and as far mirrored', () => {
    const large = lies(ball(2), 2 * S);
    expect(large.upper.y).toBeCloseTo(large.middle.y + 100, 3);
    const mirrored = lies(ball(-1), S + S / 2);
    expect(mirrored.upper.y).toBeCloseTo(mirrored.middle.y + 50, 3);
  });
});
