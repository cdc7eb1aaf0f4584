import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import type { Character } from '../document/schema.ts';
import { dice } from '../draw/hash.ts';
import { hull, mapPath, type Path, transformPath } from '../draw/path.ts';
import { type Item, isGroup, type Node } from '../draw/picture.ts';
import { paintFully } from '../paint/incremental.ts';
import { ACTIONS } from './actions/index.ts';
import { playAction } from './actions/play.ts';
import { designed } from './cast.ts';
import { drawFigure } from './figure.ts';
import { drawHand, type HandWeights } from './hand.ts';
import { bodyOf } from './mascots/index.ts';
import { feltMouth, MOUTH_CHART } from './mouth.ts';
import { HAND_SHAPES, over, type PartialPose, posed, type Side } from './pose.ts';
import { proportionsOf } from './proportions.ts';
import { randomPerson } from './random.ts';
import { anglesTo } from './reach.ts';
import { ownStance, REST_POSES, restStance, restsOf } from './rests.ts';
import { NEAREST, skeletonOf } from './skeleton.ts';
import { Sketch } from './sketch.ts';

const SIDES: readonly Side[] = ['L', 'R'];
const theo = designed('theo', 'ch_000000000000', 'a0');
const p = bodyOf(theo);

describe('every way to stand', () => {
  it.each(REST_POSES.map((rest) => [rest.id, rest] as const))('%s: feet on the floor, hips and shoulders against each other, no two limbs alike', (_, rest) => {
    for (const leg of SIDES) {
      const pose = posed(restStance(rest, leg));
      const sk = skeletonOf(p, pose);
      for (const side of SIDES) {
        expect(sk.legs[side].ankle.y).toBeGreaterThanOrEqual(-p.ankle - 0.5);
        expect(sk.legs[side].ankle.y).toBeLessThanOrEqual(-p.ankle + NEAREST);
      }
      if (rest.sits) return;
      expect(Math.sign(pose.hipTilt)).toBe(-Math.sign(pose.shoulderTilt));
      // The standing leg is straight, the free one is not straighter.
      expect(sk.legs[leg].bend).toBeLessThan(8);
      expect(sk.legs[leg === 'L' ? 'R' : 'L'].bend).toBeGreaterThanOrEqual(sk.legs[leg].bend - 0.01);
      expect(Math.abs(pose.bodyTurn)).toBeGreaterThan(0.05);
      expect(Math.abs(sk.arms.L.bend + sk.arms.R.bend)).toBeGreaterThan(0.2);
    }
  });

  it('on the other leg is its mirror image', () => {
    for (const rest of REST_POSES) {
      const [left, right] = [skeletonOf(p, posed(restStance(rest, 'L'))), skeletonOf(p, posed(restStance(rest, 'R')))];
      expect(right.hip.x).toBeCloseTo(-left.hip.x, 6);
      expect(right.neck.x).toBeCloseTo(-left.neck.x, 6);
      expect(right.legs.R.ankle.x).toBeCloseTo(-left.legs.L.ankle.x, 6);
      if (rest.L.onTrunk) expect(right.arms.R.wrist.x).toBeCloseTo(-left.arms.L.wrist.x, 0);
    }
  });

  it('somebody has four to six of their own, always the same, most people different ones', () => {
    const seen = new Set<string>();
    for (let seed = 0; seed < 200; seed++) {
      const who = randomPerson(seed);
      const own = restsOf(who);
      expect(own.length).toBeGreaterThanOrEqual(who.extras && ('cane' in who.extras || 'cup' in who.extras || 'umbrella' in who.extras || 'clipboard' in who.extras) ? 1 : 3);
      expect(own.length).toBeLessThanOrEqual(6);
      expect(restsOf({ ...who }).map(({ pose }) => pose.id)).toEqual(own.map(({ pose }) => pose.id));
      seen.add(own.map(({ pose, leg }) => pose.id + leg).join());
    }
    expect(seen.size).toBeGreaterThan(150);
  });

  it('keeps hands out of pockets where there are none, and what is carried in a free hand', () => {
    for (let seed = 0; seed < 300; seed++) {
      const who = randomPerson(seed);
      const skirted = who.parts.bottom && /skirt|kilt/.test(who.parts.bottom) && !who.parts.onePiece;
      const carries = who.extras && ['cane', 'cup', 'umbrella', 'clipboard'].some((id) => id in (who.extras as object));
      for (const { pose } of restsOf(who)) {
        if (skirted) expect(pose.L.pocket ?? pose.R.pocket).toBeUndefined();
        if (carries) expect(pose.carries).toBe(true);
      }
    }
  });
});

describe('a hand that reaches', () => {
  const wrist = (character: Character, pose: PartialPose) => {
    const sk = skeletonOf(bodyOf(character), posed(pose));
    return { sk, R: sk.arms.R.wrist };
  };
  it('gets to the same place of the body whatever the build: a hip, the chest, beside the head', () => {
    for (let seed = 0; seed < 200; seed++) {
      const who = randomPerson(seed);
      const q = proportionsOf(who.figure);
      const hip = wrist(who, { onTrunkR: 1, trunkXR: 0.96, trunkYR: 0.8 });
      const half = Math.abs(hip.R.x - hip.sk.hip.x);
      expect(Math.abs(half - q.hip * 0.96)).toBeLessThan(q.hip * 0.28);
      const head = wrist(who, { onHeadR: 1, faceXR: 30, faceYR: 40 });
      expect(Math.hypot(head.R.x - head.sk.head.x - 30 * (q.headWidth / 41.5), head.R.y - head.sk.head.y - 40 * (q.headHeight / 49))).toBeLessThan(22);
    }
  });
  it('goes there by the angles that lead there, so that it never leaps at either end', () => {
    for (const place of [
      { onTrunk: 1, trunkX: 0.3, trunkY: 0.5 },
      { onHead: 1, faceX: 34, faceY: 70, near: 0.5 },
      { onHead: 1, faceX: 70, faceY: 0, pole: 1 },
    ]) {
      const { upper, fore } = anglesTo(place);
      const named = Object.fromEntries(Object.entries(place).map(([key, value]) => [`${key}R`, value]));
      let before: { x: number; y: number } | undefined;
      for (let n = 0; n <= 100; n++) {
        const t = n / 100;
        const pose: Record<string, number> = { upperR: (upper - 13) * t, elbowR: (fore - upper + 16) * t };
        for (const [key, value] of Object.entries(named)) pose[key] = value * t;
        const { wrist: at, shoulder } = skeletonOf(p, posed(pose as PartialPose)).arms.R;
        const now = { x: at.x - shoulder.x, y: at.y - shoulder.y };
        if (before) expect(Math.hypot(now.x - before.x, now.y - before.y)).toBeLessThan(14);
        before = now;
      }
    }
  });
  it('keeps its elbow on its own side however close it comes to its shoulder', () => {
    for (const pole of [0, 1]) {
      let before: { x: number; y: number } | undefined;
      for (let n = 0; n <= 120; n++) {
        // From the hip past the shoulder to the crown, close by the shoulder's joint.
        const t = n / 120;
        const { elbow, wrist: at } = skeletonOf(p, posed({ onHeadR: 1, faceXR: 52 - 30 * Math.sin(t * Math.PI), faceYR: 150 - 190 * t, poleR: pole })).arms.R;
        const now = { x: elbow.x + at.x, y: elbow.y + at.y };
        if (before) expect(Math.hypot(now.x - before.x, now.y - before.y)).toBeLessThan(40);
        before = now;
      }
    }
  });
  it('bends inwards below the elbow and outwards above it', () => {
    for (const [x, y] of [
      [0.2, 0.4],
      [0.5, 0.6],
      [-0.3, 0.5],
      [0.6, 0.3],
    ] as const)
      expect(skeletonOf(p, posed({ onTrunkR: 1, trunkXR: x, trunkYR: y })).arms.R.bend).toBeLessThan(0);
    for (const [x, y] of [
      [70, 0],
      [50, 10],
      [80, -10],
    ] as const)
      expect(skeletonOf(p, posed({ onHeadR: 1, faceXR: x, faceYR: y, poleR: 1 })).arms.R.bend).toBeGreaterThan(0);
  });
});

describe('a hand', () => {
  const path = (id: string, wrist: { x: number; y: number }, angle: number, size: number, weights: HandWeights): Float32Array => {
    const s = new Sketch('arm');
    drawHand(s, 'hand', { wrist, angle, thumbSide: 1, size }, weights, { base: '#aaaaaa', shadow: '#888888' });
    return (s.nodes.find((node) => node.id === `arm.hand.${id}`) as { path: Float32Array }).path;
  };
  it('is the same shape wherever it is, turned and grown', () => {
    const weights = { open: 0.5, point: 0.25 };
    const [cos, sin] = [Math.cos(0.7), Math.sin(0.7)];
    for (const id of ['palm', 'thumb', 'f0']) {
      const expected = mapPath(path(id, { x: 0, y: 0 }, 0, 1, weights), (x, y) => ({ x: 30 + 0.8 * (x * cos + y * sin), y: -20 + 0.8 * (y * cos - x * sin) }));
      path(id, { x: 5, y: 5 }, 1, 1, { fist: 1 });
      const placed = path(id, { x: 30, y: -20 }, 0.7, 0.8, weights);
      expect(Math.max(...placed.map((value, n) => Math.abs(value - (expected[n] as number))))).toBeLessThan(1e-3);
    }
  });
  it('changes with every weight of its shape', () => {
    const seen = new Set(HAND_SHAPES.map((shape) => path('f1', { x: 0, y: 0 }, 0, 1, { [shape]: 0.5 }).join(' ')));
    expect(seen.size).toBeGreaterThan(HAND_SHAPES.length - 3);
  });
});

describe('feet', () => {
  const shoe = (pose: PartialPose) => {
    const { nodes } = drawFigure(theo, posed(pose), MOUTH_CHART.rest);
    const part = nodes.find(({ id }) => id === 'legR.shoe') as Item & { path: Path };
    const shade = nodes.find(({ id }) => id === 'floor.footR') as { alpha?: number } | undefined;
    return { ...hull(transformPath(part.path, part.matrix)), alpha: shade?.alpha ?? 0 };
  };
  it('roll over ball and heel: what touches the floor stays on it', () => {
    const flat = shoe({ stride: 1 });
    const heelUp = shoe({ stride: 1, footPitchR: 35 });
    const toesUp = shoe({ stride: 1, footPitchR: -25 });
    expect(heelUp.top).toBeLessThan(flat.top - 6);
    expect(toesUp.top).toBeLessThan(flat.top - 2);
    for (const one of [heelUp, toesUp]) expect(Math.abs(one.bottom - flat.bottom)).toBeLessThan(6);
  });
  it('turn with the toes: long from the side, short towards the viewer', () => {
    const wide = ({ left, right }: { left: number; right: number }): number => right - left;
    expect(wide(shoe({ toeR: 54 }))).toBeGreaterThan(wide(shoe({ toeR: -26 })) * 1.4);
  });
  it('leave a shade under them that fades as they lift', () => {
    const standing = shoe({}).alpha;
    expect(standing).toBeGreaterThan(0.1);
    expect(shoe({ footYR: -12 }).alpha).toBeLessThan(standing);
    expect(shoe({ footYR: -40 }).alpha).toBe(0);
  });
});

describe('what a feeling makes of a mouth', () => {
  const still = { jaw: 0, bare: 0, narrow: 0, sneer: 0, tuck: 0, skew: 0 };
  const rest = MOUTH_CHART.rest;
  it('is nothing without a feeling', () => expect(feltMouth(rest, still)).toBe(rest));
  it('opens, bares, narrows, widens, wrinkles, tucks and skews a mouth that says nothing', () => {
    expect(feltMouth(rest, { ...still, jaw: 1 }).lower).toBeGreaterThan(10);
    expect(feltMouth(rest, { ...still, bare: 1 }).shut).toBe(1);
    expect(feltMouth(rest, { ...still, narrow: 1 }).width).toBeLessThan(rest.width * 0.7);
    expect(feltMouth(rest, { ...still, narrow: -0.5 }).width).toBeGreaterThan(rest.width * 1.1);
    expect(feltMouth(rest, { ...still, sneer: 1 }).upper).toBeGreaterThan(2);
    expect(feltMouth(rest, { ...still, tuck: 1 }).bite).toBe(1);
    expect(feltMouth(rest, { ...still, skew: -0.6 }).skew).toBeCloseTo(-0.6, 6);
  });
  it('lets the sound come first while something is said: lips that close stay closed', () => {
    const { lower, upper } = feltMouth(MOUTH_CHART.closed, { ...still, jaw: 1, bare: 1 });
    expect(lower + upper).toBeLessThan(0.01);
    expect(feltMouth(MOUTH_CHART.wide, { ...still, jaw: 0.4 }).lower).toBe(MOUTH_CHART.wide.lower);
  });
});

describe('what hangs', () => {
  const gown: Character = { ...theo, parts: { ...theo.parts, onePiece: 'gown' } };
  delete (gown.parts as Record<string, string>).top;
  const hem = (hemSwing: number) =>
    hull((drawFigure(gown, posed({ hemSwing }), MOUTH_CHART.rest).nodes.find(({ id }) => id === 'torso.onePiece.cloth') as unknown as { base: { path: Float32Array } }).base.path);
  it('trails at the hem and stays at the waist', () => {
    expect(hem(14).right).toBeGreaterThan(hem(0).right + 6);
    expect(hem(-14).left).toBeLessThan(hem(0).left - 6);
    expect(hem(14).top).toBeCloseTo(hem(0).top, 3);
  });
  it.each(['ponytail', 'two-braids', 'long-wavy', 'long-straight', 'bob', 'locs', 'low-bun', 'curly-long'])('%s goes round with the head without a leap', (hair) => {
    const who: Character = { ...designed('lena', 'ch_000000000000', 'a0'), parts: { ...designed('lena', 'ch_000000000000', 'a0').parts, hair } };
    let before: number[] | undefined;
    for (let n = -70; n <= 70; n++) {
      const { nodes, skeleton } = drawFigure(who, posed({ headTurn: n / 150 }), MOUTH_CHART.rest);
      const boxes = nodes.flatMap((node) => {
        if (!node.id.startsWith('hair') || !('path' in node) || !node.path) return [];
        const { left, right } = hull(node.path);
        return [left + node.matrix[4] - skeleton.head.x, right + node.matrix[4] - skeleton.head.x];
      });
      if (before?.length === boxes.length) boxes.forEach((value, k) => expect(Math.abs(value - (before?.[k] as number))).toBeLessThan(9));
      before = boxes;
    }
  });
});

describe('what is done over how one stands', () => {
  it('takes a busy arm out of its rest and leaves the other one', () => {
    const rest = { upperL: 20, upperR: 30, pocketR: 1, hipX: -9 };
    const done = over(rest, { busyR: 1, upperR: 80, hipX: 2 });
    expect(done).toMatchObject({ upperL: 20, upperR: 80, hipX: -7 });
    expect(done.pocketR ?? 0).toBe(0);
    expect(over(rest, { seat: 1 }).upperL).toBe(0);
  });
});

/** A figure on magenta, one pixel to the unit. */
function painted(character: Character, pose: PartialPose) {
  const [width, height] = [560, 640];
  const { nodes, skeleton } = drawFigure(character, posed(pose), MOUTH_CHART.rest);
  const surface = paintFully(
    nodePainter(),
    { width, height, background: '#ff00ff', planes: [{ id: 'all', view: [1, 0, 0, 1, width / 2, height - 40], nodes: nodes.filter(({ id }) => !id.startsWith('floor.')) }] },
    width,
    height,
  );
  const data = surface.pixels();
  surface.dispose();
  const bare = (x: number, y: number): boolean => {
    const [px, py] = [Math.round(x + width / 2), Math.round(y + height - 40)];
    if (px < 0 || py < 0 || px >= width || py >= height) return false;
    const n = (py * width + px) * 4;
    return (data[n] as number) > 250 && (data[n + 1] as number) < 6 && (data[n + 2] as number) > 250;
  };
  /** Sizes in pixels of all that is drawn apart from each other, the largest first. */
  const islands = (): number[] => {
    const seen = new Uint8Array(width * height);
    const sizes: number[] = [];
    const drawn = (n: number): boolean => !seen[n] && !((data[n * 4] as number) > 250 && (data[n * 4 + 1] as number) < 6 && (data[n * 4 + 2] as number) > 250);
    for (let from = 0; from < width * height; from++) {
      if (!drawn(from)) continue;
      const open = [from];
      seen[from] = 1;
      let size = 0;
      for (let at = open.pop(); at !== undefined; at = open.pop()) {
        size++;
        const [x, y] = [at % width, Math.floor(at / width)];
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ] as const) {
          if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
          const to = at + dy * width + dx;
          if (!drawn(to)) continue;
          seen[to] = 1;
          open.push(to);
        }
      }
      sizes.push(size);
    }
    return sizes.sort((a, b) => b - a);
  };
  return { bare, skeleton, islands };
}

describe('a thousand people by chance, as they stand, act and turn', () => {
  it('show no gap at a joint, stand on the floor, and lose no hand', () => {
    const chance = dice(41);
    const misses: string[] = [];
    for (let n = 0; n < 1000; n++) {
      const who = randomPerson(n);
      const seated = who.extras && ('wheelchair' in who.extras || 'stool' in who.extras);
      const own = restsOf(who);
      const rest = own[n % Math.max(1, own.length)];
      const action = ACTIONS[n % ACTIONS.length] as (typeof ACTIONS)[number];
      const acts = n % 3 !== 0;
      const pose = over(rest ? restStance(rest.pose, rest.leg) : ownStance(who), {
        ...(acts ? playAction(action, n % 2 ? 'left' : 'right', chance.next() * 2) : {}),
        headTurn: chance.between(-0.25, 0.25),
      });
      // Every fifth degree from -90 to 90, at which a trunk can be seen; heads turn as far as the side.
      pose.bodyTurn = Math.round(chance.between(-18, 18)) * (5 / 75);
      // Some have turned away, or are on the way.
      if (n % 6 === 5) pose.away = chance.between(-1, 1);
      const { bare, skeleton } = painted(who, pose);
      const q = bodyOf(who);
      const { arms, legs, neck, hip, head } = skeleton;
      const line = (name: string, a: { x: number; y: number }, b: { x: number; y: number }, to = 1): void => {
        for (let t = 0; t <= to; t += 0.1)
          if (bare(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t))
            return void misses.push(`${n} ${acts ? action.id : (rest?.pose.id ?? '')} ${(pose.bodyTurn ?? 0).toFixed(2)}: ${name} at ${t.toFixed(1)}`);
      };
      for (const side of SIDES) {
        line(`upper arm ${side}`, arms[side].shoulder, arms[side].elbow);
        line(`forearm ${side}`, arms[side].elbow, arms[side].wrist, 0.95);
        if (!seated && !('legProsthesis' in (who.extras ?? {})) && !('leg-prosthesis' in (who.extras ?? {}))) {
          line(`thigh ${side}`, legs[side].hip, legs[side].knee);
          line(`shin ${side}`, legs[side].knee, legs[side].ankle);
        }
        if (!acts && !seated) {
          const y = legs[side].ankle.y + q.ankle;
          if (y < -0.6 || y > NEAREST + 0.1) misses.push(`${n}: foot ${side} at ${y.toFixed(1)}`);
        }
      }
      line('spine', neck, hip);
      line('neck', head, neck);
    }
    expect(misses).toEqual([]);
  }, 240_000);
  it('show no sliver of a part that should be hidden, at any turn from -90 to 90 in steps of 5, nor from behind', () => {
    const misses: string[] = [];
    for (let n = 6; n < 1000; n += 32) {
      const who = randomPerson(n);
      // What is carried, ridden or flown with lies apart by itself, and the points of a crown are finer than a pixel.
      if (Object.keys(who.extras ?? {}).length || who.parts.headwear === 'crown') continue;
      for (let turn = -90; turn <= 90; turn += 5) {
        const pose = over(ownStance(who), { bodyTurn: turn / 75 });
        if (n % 2) pose.away = turn / 90;
        const [, ...rest] = painted(who, pose).islands();
        // Some pixels of a point's edge are cut off by rounding; a sliver is more.
        if (rest.some((size) => size > 10)) misses.push(`${n} at ${turn}${n % 2 ? ', turning away' : ''}: ${rest.join(', ')} px apart`);
      }
    }
    expect(misses).toEqual([]);
  }, 240_000);
  it('have no hand inside their trunk: whose arms are before the body shows them over cloth, collars, badges and beards', () => {
    const chance = dice(77);
    const painter = nodePainter();
    const dye = { L: '#00ff00', R: '#0000ff' } as const;
    const handOf = (id: string): Side | undefined => /^arm([LR])(\.over)?\.hand/.exec(id)?.[1] as Side | undefined;
    /** Pixels of each hand, all else grey. */
    const hands = (nodes: readonly Node[]): Record<Side, number> => {
      const dyed = (node: Node): Node => {
        if (isGroup(node)) return { ...node, ...(node.base ? { base: dyed(node.base) as Item } : {}), items: node.items.map(dyed) };
        const side = handOf(node.id);
        const colour = side ? dye[side] : '#808080';
        return { ...node, fill: node.fill && colour, stroke: node.stroke && { ...node.stroke, paint: colour } };
      };
      const [width, height] = [224, 256];
      const surface = paintFully(
        painter,
        { width, height, background: '#ffffff', planes: [{ id: 'all', view: [0.4, 0, 0, 0.4, width / 2, height - 16], nodes: nodes.map(dyed) }] },
        width,
        height,
      );
      const data = surface.pixels();
      surface.dispose();
      const count = { L: 0, R: 0 };
      for (let n = 0; n < data.length; n += 4) {
        const [r, g, b] = [data[n] as number, data[n + 1] as number, data[n + 2] as number];
        if (r < 90 && g > 160 && b < 90) count.L++;
        else if (r < 90 && g < 90 && b > 160) count.R++;
      }
      return count;
    };
    const misses: string[] = [];
    let looked = 0;
    for (let n = 0; n < 400; n++) {
      const who = randomPerson(n);
      // What is carried lies over the hand that carries it.
      if (Object.keys(who.extras ?? {}).some((id) => /clipboard|umbrella|cup|wheelchair/.test(id))) continue;
      const own = restsOf(who);
      const rest = own[n % own.length] as (typeof own)[number];
      const acts = n % 3 !== 0;
      const action = ACTIONS[n % ACTIONS.length] as (typeof ACTIONS)[number];
      const pose = posed(over(restStance(rest.pose, rest.leg), acts ? playAction(action, n % 2 ? 'left' : 'right', chance.next() * 2) : {}));
      pose.bodyTurn = Math.round(chance.between(-7, 7)) * (5 / 75);
      const { nodes } = drawFigure(who, pose, MOUTH_CHART.rest);
      for (const side of SIDES) {
        if (pose[`pocket${side}`] > 0.3 || pose[`behind${side}`] > 0.5 || Math.abs(pose.away) > 0.3) continue;
        const alone = hands(nodes.filter(({ id }) => handOf(id) === side))[side];
        if (alone < 20) continue;
        looked++;
        // The other arm may lie over it.
        const seen = hands(nodes.filter(({ id }) => !id.startsWith(side === 'L' ? 'armR' : 'armL')))[side];
        if (seen < alone * 0.25) misses.push(`${n} ${acts ? action.id : rest.pose.id}: ${side} ${Math.round((seen / alone) * 100)} % seen`);
      }
    }
    expect(looked).toBeGreaterThan(500);
    expect(misses).toEqual([]);
  }, 240_000);
});

describe('a hand that goes into a pocket', () => {
  it('is covered from its tips to its wrist, by cloth that is never seen through', () => {
    const coated = designed('marit', 'ch_000000000000', 'a0');
    const action = ACTIONS.find(({ id }) => id === 'stand-both-in-pockets') as (typeof ACTIONS)[number];
    let before = 0;
    for (let n = 0; n < 30; n++) {
      const pose = posed(over(ownStance(coated), playAction(action, 'right', n * 0.04)));
      const { nodes, skeleton } = drawFigure(coated, pose, MOUTH_CHART.rest);
      const cloth = nodes.find(({ id }) => id === 'pocketR.cloth') as (Item & { path: Path }) | undefined;
      if (pose.pocketR < 0.6) expect(cloth).toBeUndefined();
      if (!cloth) continue;
      expect(cloth.alpha ?? 1).toBe(1);
      const { top, bottom } = hull(cloth.path);
      expect(bottom).toBeGreaterThan(skeleton.arms.R.wrist.y + 20);
      expect(bottom - top).toBeGreaterThanOrEqual(before - 1);
      before = bottom - top;
    }
    expect(before).toBeGreaterThan(30);
  });
});

describe('a hand beside the head', () => {
  it.each(['whisper', 'phone'])('of who does %s is at the cheek with the elbow below the shoulder, whatever the build', (id) => {
    const action = ACTIONS.find((one) => one.id === id) as (typeof ACTIONS)[number];
    for (let n = 0; n < 120; n++) {
      const who = randomPerson(n);
      if (who.extras && Object.keys(who.extras).some((extra) => /clipboard|umbrella|cane|cup/.test(extra))) continue;
      const { arms, head, headAngle } = skeletonOf(bodyOf(who), posed(over(ownStance(who), playAction(action, 'right', 1))));
      const { shoulder, elbow, wrist, handAngle } = arms.R;
      const { hand, headHeight, headWidth } = bodyOf(who);
      expect(elbow.y, `${n}: elbow`).toBeGreaterThan(shoulder.y + 8);
      // The middle of the hand, about the head's own axes.
      const [dx, dy] = [wrist.x + Math.sin(handAngle) * 28 * hand - head.x, wrist.y + Math.cos(handAngle) * 28 * hand - head.y];
      const [x, y] = [dx * Math.cos(headAngle) + dy * Math.sin(headAngle), dy * Math.cos(headAngle) - dx * Math.sin(headAngle)];
      expect(x / headWidth, `${n}: beside`).toBeGreaterThan(0.2);
      expect(x / headWidth, `${n}: beside`).toBeLessThan(2.1);
      expect(y / headHeight, `${n}: height`).toBeGreaterThan(-0.6);
      expect(y / headHeight, `${n}: height`).toBeLessThan(1.6);
    }
  });
});
