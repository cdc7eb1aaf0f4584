import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hull, mapPath, type Path } from '../draw/path.ts';
import type { Item, Node } from '../draw/picture.ts';
import { designed } from './cast.ts';
import { drawFigure } from './figure.ts';
import { modelOf } from './model.ts';
import { MOUTH_CHART } from './mouth.ts';
import { NOSES } from './parts/features/noses.ts';
import { optionsOf } from './parts/index.ts';
import { posed } from './pose.ts';
import { profileOf } from './profile.ts';
import { randomPerson } from './random.ts';
import { FULL_TURN } from './skeleton.ts';
import { isProfile } from './turn.ts';

const DEG = Math.PI / 180;
const items = (nodes: readonly Node[]): Item[] => nodes.flatMap((node) => ('items' in node ? [...(node.base ? [node.base as Item] : []), ...items(node.items)] : [node]));
const idsOf = (degrees: number, parts: Record<string, string> = {}): string[] => {
  const who = designed('lena', 'ch_00000000000a', 'a0');
  return items(drawFigure({ ...who, parts: { ...who.parts, ...parts } }, posed({ bodyTurn: degrees / FULL_TURN }), MOUTH_CHART.rest).nodes).map(({ id }) => id);
};

describe('a head from the side', () => {
  it('shows one eye, one ear and one brow: those that are nearer', () => {
    for (const [degrees, near, far] of [
      [75, 'L', 'R'],
      [-75, 'R', 'L'],
    ] as const) {
      const ids = idsOf(degrees);
      expect(ids.some((id) => id.includes(`eye${near}.`))).toBe(true);
      expect(ids.some((id) => id.includes(`eye${far}.`))).toBe(false);
      expect(ids.some((id) => id.includes(`brow${far}.`))).toBe(false);
      expect(ids.filter((id) => /(^|\.)ear\.[LR]$/.test(id)).length).toBe(1);
    }
    expect(idsOf(40).some((id) => id.includes('eyeR.'))).toBe(true);
  });
  it('keeps a sliver of the far eye and brow at first, none of the eye where it is shut, and none in the true profile', () => {
    const far = (degrees: number, blink = 0): string[] => {
      const who = designed('lena', 'ch_00000000000a', 'a0');
      return items(drawFigure(who, posed({ bodyTurn: degrees / FULL_TURN, blink }), MOUTH_CHART.rest).nodes).flatMap(({ id }) => /far[A-Z]\w+/.exec(id) ?? []);
    };
    expect(far(58)).toEqual(['farWhite', 'farLash', 'farBrow']);
    expect(far(-58, 1)).toEqual(['farLash', 'farBrow']);
    expect(far(74)).toEqual([]);
  });
  it('has its nose before everything else of the face, on every face, and the other way round for the other side', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5000 }), fc.boolean(), (seed, left) => {
        const model = modelOf(randomPerson(seed));
        const side = profileOf(model, (left ? -75 : 75) * DEG, 0);
        const { left: from, right: to } = hull(side.path);
        expect(side.facing).toBe(left ? -1 : 1);
        // No point of the contour lies before the tip, but for the handles of its curve.
        expect(left ? -from : to).toBeLessThan(side.tip[0] + 2.5);
        expect(side.tip[0]).toBeGreaterThan(side.edge(model.p.mouthY));
        expect(side.edge(model.p.eyeY - 4)).toBeLessThan(side.tip[0]);
      }),
      { numRuns: 200 },
    );
  });
  it('tells noses apart', () => {
    const who = randomPerson(3);
    const shapes = NOSES.map(({ id }) => {
      const { tip, edge } = profileOf(modelOf({ ...who, parts: { ...who.parts, nose: id } }), 75 * DEG, 0);
      return [...tip, edge(6)].map((value) => Math.round(value * 2)).join(' ');
    });
    expect(new Set(shapes).size).toBe(NOSES.length);
  });
  it('parts its lips as wide as the sound asks, and puts them forward for a round one', () => {
    const model = modelOf(randomPerson(8));
    const of = (shape: keyof typeof MOUTH_CHART) => profileOf(model, 75 * DEG, 0, MOUTH_CHART[shape]).lips;
    const gap = (shape: keyof typeof MOUTH_CHART): number => of(shape).lower[1] - of(shape).upper[1];
    expect(gap('rest')).toBeLessThan(0.5);
    expect(gap('wide')).toBeGreaterThan(gap('mid') + 4);
    expect(of('pucker').upper[0]).toBeGreaterThan(of('rest').upper[0] + 2);
  });
  it('grows out of the turn: from degree to degree nothing of the contour jumps', () => {
    const model = modelOf(randomPerson(12));
    for (let degrees = 58; degrees < 75; degrees++) {
      expect(isProfile(degrees * DEG)).toBe(true);
      const [a, b] = [degrees, degrees + 1].map((one) => profileOf(model, one * DEG, 0)) as [ReturnType<typeof profileOf>, ReturnType<typeof profileOf>];
      for (let y = -45; y < 50; y += 3) expect(Math.abs(a.edge(y) - b.edge(y))).toBeLessThan(0.8);
    }
  });
  it('has hair of its own for every cut, so that none of it stands before the face', () => {
    const who = designed('lena', 'ch_00000000000a', 'a0');
    for (const { id } of optionsOf('hair')) {
      for (const turn of [75, -75]) {
        const drawn = items(drawFigure({ ...who, parts: { ...who.parts, hair: id } }, posed({ bodyTurn: turn / FULL_TURN }), MOUTH_CHART.rest).nodes);
        const side = profileOf(modelOf(who), turn * DEG, 0);
        const head = drawn.find((item) => item.id.endsWith('face.head')) as Item;
        for (const item of drawn.filter((one) => /(^|\.)hair\.(mass|tail\d+)(\.base)?$/.test(one.id))) {
          const box = hull(item.path as never);
          // At the height of eyes and mouth hair ends well behind the contour.
          expect(head).toBeDefined();
          const low = points(item).filter(([, y]) => y > 4);
          for (const [x] of low) expect(x * side.facing, `${id} ${turn}`).toBeLessThan(20);
          expect(box.right - box.left).toBeGreaterThan(10);
        }
      }
    }
  });
});

/** The points of an item's path in head units, handles too. */
function points({ path }: Item): [number, number][] {
  const out: [number, number][] = [];
  mapPath(path as Path, (x, y) => {
    out.push([x, y]);
    return { x, y };
  });
  return out;
}
