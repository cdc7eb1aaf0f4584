import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { FRAMES, type FrameShape } from '../../document/schema.ts';
import { readOklch, skinTones } from '../../draw/colour.ts';
import { transform } from '../../draw/matrix.ts';
import { hull, type Path, transformPath } from '../../draw/path.ts';
import { type Group, type Item, isGroup, type Node, type Plane } from '../../draw/picture.ts';
import { designed } from '../../figure/cast.ts';
import { drawFigure } from '../../figure/figure.ts';
import { MOUTH_CHART } from '../../figure/mouth.ts';
import { type PartialPose, posed } from '../../figure/pose.ts';
import { paintFully } from '../../paint/incremental.ts';
import { backdropMoves, backdropNodes, backdropPlanes, floorOf } from '../backdrop.ts';
import { frameSize, viewMatrix } from '../frame.ts';
import { SETS, setOf } from '../sets/index.ts';
import { castShade } from './castShade.ts';
import { airMatrix, fitOf, inLight, recoloured, worldOf } from './planes.ts';
import { between, daylight, isDay, lit, MARKS, shade, throughAir, tonesOf } from './tones.ts';

const SHAPES = Object.keys(FRAMES) as FrameShape[];
const set = (id: string, light = 0.5, more: object = {}) => ({ kind: 'set' as const, set: id, light, ...more });
const labs = new Map<string, { l: number; a: number; b: number }>();
function labOf(hex: string): { l: number; a: number; b: number } {
  let lab = labs.get(hex);
  if (!lab) {
    const { l, c, h } = readOklch(hex);
    labs.set(hex, (lab = { l, a: c * Math.cos((h * Math.PI) / 180), b: c * Math.sin((h * Math.PI) / 180) }));
  }
  return lab;
}
const hexAt = (pixels: ArrayLike<number>, at: number): string => `#${[0, 1, 2].map((c) => (pixels[at + c] as number).toString(16).padStart(2, '0')).join('')}`;
const flatten = (nodes: readonly Node[]): Node[] => nodes.flatMap((node) => (isGroup(node) ? [...(node.base ? [node.base] : []), ...flatten(node.items)] : [node]));
const colours = (nodes: readonly Node[]): string[] => flatten(nodes).flatMap((node) => (!isGroup(node) && typeof node.fill === 'string' ? [node.fill] : []));

describe('the light of an hour', () => {
  it('by day changes nothing, at its marks is what they say, and runs in straight lines between them', () => {
    expect(isDay(daylight(0.5))).toBe(true);
    expect(lit('#d8603f', daylight(0.5))).toBe('#d8603f');
    for (const mark of MARKS) expect(daylight(mark.at)).toMatchObject({ kL: mark.kL, oL: mark.oL, kC: mark.kC, t: mark.t, people: mark.people, glow: mark.glow, sky: mark.sky });
    const half = daylight(0.88);
    expect(half.kL).toBeCloseTo(0.7 + ((0.46 - 0.7) * 0.13) / 0.25, 6);
    expect(half.glow).toBeCloseTo(0.7 + (0.3 * 0.13) / 0.25, 6);
  });
  it('darkens what is light, keeps the order of tones, and takes people only their share', () => {
    const night = daylight(1);
    const of = (colour: string): number => readOklch(colour).l;
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), fc.integer({ min: 0, max: 0xffffff }), (a, b) => {
        const [one, other] = [a, b].map((n) => `#${n.toString(16).padStart(6, '0')}`) as [string, string];
        if (of(one) > of(other) + 0.05) expect(of(lit(one, night))).toBeGreaterThan(of(lit(other, night)));
        if (of(one) > 0.3) expect(of(lit(one, night))).toBeLessThan(of(one));
        const person = lit(one, night, night.people);
        expect(of(person)).toBeGreaterThanOrEqual(Math.min(of(one), of(lit(one, night))) - 0.01);
      }),
      { numRuns: 300 },
    );
  });
  it('falls on people from a side: their lit shapes take more of it than what lies in shadow, warm from a low sun, and nothing by day', () => {
    const part = (dial: number): { lit: string; shadow: string } => {
      const item = (id: string): Node => ({ id, path: new Float32Array([0, 0, 0, 4]), matrix: [1, 0, 0, 1, 0, 0], fill: '#8a8f96' });
      const [shadow, side] = ['torso.cloth', 'torso.cloth.lit'].map((id) => colours([inLight(item(id), daylight(dial))])[0] as string);
      return { lit: side as string, shadow: shadow as string };
    };
    expect(part(0.5).lit).toBe(part(0.5).shadow);
    // A face keeps the colours by which every backdrop lets it stand out.
    const face: Node = { id: 'c0.face.head.lit', path: new Float32Array([0, 0, 0, 4]), matrix: [1, 0, 0, 1, 0, 0], fill: '#8a8f96' };
    expect(colours([inLight(face, daylight(1))])).toEqual([lit('#8a8f96', daylight(1), daylight(1).people)]);
    for (const dial of [0, 0.75, 1]) expect(readOklch(part(dial).lit).l).toBeGreaterThan(readOklch(part(dial).shadow).l);
    const { a, b } = labOf(part(0.75).lit);
    const was = labOf(part(0.75).shadow);
    expect(a + b).toBeGreaterThan(was.a + was.b + 0.01);
  });
  it('throws the shade of people away from itself, the farther the lower it stands, and keeps it under their feet', () => {
    const { nodes } = drawFigure(designed('marit', 'ch_00000000000a', 'a0'), posed({}), MOUTH_CHART.rest);
    const at = (of: readonly Node[], name: string): number => (of.find(({ id }) => id === name) as { matrix: readonly number[] }).matrix[4] as number;
    const boxes = (of: readonly Node[]): ReturnType<typeof hull>[] =>
      of.flatMap((node) => ('items' in node ? boxes(node.items) : node.path ? [hull(transformPath(node.path, node.matrix))] : []));
    const shades = (of: readonly Node[]): Node[] => of.filter(({ id }) => id === 'floor.shade' || id === 'floor.cast');
    const right = (low: number): number => Math.max(...boxes(shades(castShade(nodes, low, 1))).map(({ right: edge }) => edge));
    const left = (low: number): number => Math.min(...boxes(shades(castShade(nodes, low, -1))).map(({ left: edge }) => edge));
    expect(right(daylight(0.5).low)).toBeGreaterThan(right(0) + 10);
    expect(right(daylight(0.75).low)).toBeGreaterThan(right(daylight(0.5).low) + 100);
    expect(left(0.45) - left(0)).toBeCloseTo(-(right(0.45) - right(0)), 3);
    expect(at(castShade(nodes, 1, 1), 'floor.footL')).toBe(at(nodes, 'floor.footL'));
    expect(castShade(nodes, 1, 1)).toBe(castShade(nodes, 1, 1));
    // In a figure of which something else has changed it is the same node still: nothing of it is painted anew.
    const [one, other] = [castShade([...nodes], 1, 1), castShade([...nodes], 1, 1)].map((list) => list.find(({ id }) => id === 'floor.shade'));
    expect(one).toBe(other);
  });
  it('lays the outline of people on the floor when it is low, which stays there while they are in the air', () => {
    const who = designed('marit', 'ch_00000000000a', 'a0');
    const outline = (pose: PartialPose): { ids: string[]; bottom: number; top: number; alpha: number } => {
      const cast = castShade(drawFigure(who, posed(pose), MOUTH_CHART.rest).nodes, 1, 1).find(({ id }) => id === 'floor.cast') as Group;
      const boxes = (cast.items as readonly Item[]).map(({ path, matrix }) => hull(transformPath(path as Path, matrix)));
      return { ids: cast.items.map(({ id }) => id), bottom: Math.max(...boxes.map(({ bottom }) => bottom)), top: Math.min(...boxes.map(({ top }) => top)), alpha: cast.alpha ?? 1 };
    };
    const standing = outline({});
    expect(standing.ids.some((id) => id.startsWith('floor.cast.legL'))).toBe(true);
    expect(standing.ids.some((id) => id.startsWith('floor.cast.armR'))).toBe(true);
    expect(standing.ids.some((id) => /\.lit$|cast\.floor/.test(id))).toBe(false);
    // Flat on the floor behind the feet, and seen through.
    expect(Math.abs(standing.bottom)).toBeLessThan(12);
    expect(standing.top).toBeGreaterThan(-80);
    expect(standing.alpha).toBeLessThan(0.3);
    const flying = outline({ air: 60 });
    expect(flying.bottom).toBeGreaterThan(40);
    const day = castShade(drawFigure(who, posed({}), MOUTH_CHART.rest).nodes, daylight(0.5).low, 1);
    expect(day.some(({ id }) => id === 'floor.cast')).toBe(false);
  });
  it('leaves what shines by itself as it is', () => {
    const nodes = backdropNodes(set('street', 1), '16:9').nodes;
    expect(colours(nodes)).toContain('#ffd98a');
    const day = backdropNodes(set('street'), '16:9').nodes;
    expect(colours(day)).not.toContain('#ffd98a');
  });
  it('gives the same node the same node, so that nothing is painted anew', () => {
    const [node] = backdropNodes(set('study'), '16:9').nodes as [Node];
    expect(inLight(node, daylight(1))).toBe(inLight(node, daylight(1)));
    expect(inLight(node, daylight(1))).not.toBe(node);
    expect(colours([recoloured(node, () => '#123456')])).not.toContain('#b9d6cf');
  });
});

describe('tones', () => {
  it('come from a slot: shadow darker, light lighter, all held to what may lie behind a face', () => {
    for (const { base, shadow, light } of Object.values(tonesOf())) {
      expect(readOklch(shadow).l).toBeLessThan(readOklch(base).l);
      expect(readOklch(light).l).toBeGreaterThan(readOklch(base).l);
    }
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (n) => {
        const { wall, floor, accent } = tonesOf({
          wall: `#${n.toString(16).padStart(6, '0')}`,
          floor: `#${n.toString(16).padStart(6, '0')}`,
          accent: `#${n.toString(16).padStart(6, '0')}`,
        });
        const of = readOklch(wall.base);
        expect(of.l).toBeGreaterThan(0.83);
        expect(of.l).toBeLessThan(0.89);
        expect(of.c).toBeLessThan(0.045);
        expect(of.h).toBeGreaterThan(150);
        expect(of.h).toBeLessThan(270);
        expect(readOklch(floor.base).l).toBeLessThan(0.81);
        expect(readOklch(accent.base).c).toBeLessThan(0.175);
      }),
      { numRuns: 200 },
    );
    expect(readOklch(shade('#f8f4e8')).l / readOklch('#f8f4e8').l).toBeCloseTo(0.9, 1);
  });
  it('go over into the air with distance, as far as it is said', () => {
    expect(throughAir('#d8603f', 1.9)).toBe('#d8603f');
    const share = (metres: number): number => {
      const [from, to, now] = ['#202020', '#cfe4e8', throughAir('#202020', metres)].map((colour) => readOklch(colour).l) as [number, number, number];
      return (now - from) / (to - from);
    };
    for (const [metres, expected] of [
      [8, 0.14],
      [18, 0.28],
      [60, 0.63],
      [220, 0.84],
    ] as const)
      expect(share(metres)).toBeCloseTo(expected, 1);
    expect(between('#000000', '#ffffff', 0)).toBe('#000000');
  });
});

/** Mean and tenth percentile of the distance (OKLab) of every skin to what lies behind a head at some places. */
function behindHeads(id: string, dial: number): { mean: number; low: number } {
  const [width, height] = [384, 216];
  const backdrop = set(id, dial);
  const { nodes, background } = backdropNodes(backdrop, '16:9');
  const surface = paintFully(
    nodePainter(),
    { width: 1920, height: 1080, background, planes: [{ id: 'all', view: viewMatrix({ x: 0, y: 0, width: 1920 }, '16:9'), nodes }] },
    width,
    height,
  );
  const pixels = surface.pixels();
  const light = daylight(dial);
  const skins = Array.from({ length: 11 }, (_, n) => labOf(lit(skinTones(n / 10, 0).base, light, light.people)));
  let worst = { mean: 1, low: 1 };
  for (const x of [-260, -90, 90, 260]) {
    for (const skin of skins) {
      const far: number[] = [];
      for (let dy = -150; dy < 10; dy += 10)
        for (let dx = -75; dx < 75; dx += 10) {
          const at = (Math.round(((dy + 540) * height) / 1080) * width + Math.round(((x + dx + 960) * width) / 1920)) * 4;
          const { l, a, b } = labOf(hexAt(pixels, at));
          far.push(Math.hypot(l - skin.l, a - skin.a, b - skin.b));
        }
      far.sort((p, q) => p - q);
      const mean = far.reduce((sum, one) => sum + one, 0) / far.length;
      worst = { mean: Math.min(worst.mean, mean), low: Math.min(worst.low, far[Math.floor(far.length / 10)] as number) };
    }
  }
  surface.dispose();
  return worst;
}

describe('every drawn backdrop', () => {
  it('has a name, words, and parts of its own names, under one eye height', () => {
    expect(SETS.length).toBeGreaterThanOrEqual(29);
    expect(new Set(SETS.map(({ id }) => id)).size).toBe(SETS.length);
    for (const { id, name, words, planes, floor } of SETS) {
      expect(name.length, id).toBeGreaterThan(2);
      expect(words.length, id).toBeGreaterThan(2);
      const parts = planes.flatMap((plane) => plane.parts.map((part) => part.id));
      expect(new Set(parts).size, id).toBe(parts.length);
      expect(floor, id).toBe(390);
      const distances = planes.map(({ distance }) => distance);
      expect(distances.filter((metres) => metres < 0).length, id).toBeLessThan(3);
    }
  });
  it.each(SETS.filter(({ place }) => place !== 'ground').map(({ id }) => id))('%s lets every face stand out, by day, at dusk and at night', (id) => {
    for (const dial of [0, 0.5, 0.75, 1]) {
      const { mean, low } = behindHeads(id, dial);
      expect([id, dial, mean >= 0.07, low >= 0.03]).toEqual([id, dial, true, true]);
    }
  });
  it.each(SETS.map(({ id }) => id))('%s fills every shape of frame, also as far as a camera goes', (id) => {
    const backdrop = set(id, 0.5);
    for (const shape of SHAPES) {
      const { width, height } = frameSize(shape);
      const clear = '#ff00ff';
      for (const view of [
        { x: 0, y: 0, width },
        { x: width * 0.2, y: height * 0.12, width: width * 0.55 },
        { x: -width * 0.3, y: height * 0.2, width: width * 0.4 },
      ]) {
        const { back, front } = backdropPlanes(backdrop, shape, view, { depth: 0, blur: 0 }, 0);
        const surface = paintFully(nodePainter(), { width, height, background: clear, planes: [...back, ...front] }, Math.round(width / 12), Math.round(height / 12));
        const pixels = surface.pixels();
        let bare = 0;
        for (let at = 0; at < pixels.length; at += 4) if (pixels[at] === 255 && pixels[at + 1] === 0 && pixels[at + 2] === 255) bare++;
        surface.dispose();
        expect([id, shape, view.width / width, bare]).toEqual([id, shape, view.width / width, 0]);
      }
    }
  });
});

describe('a backdrop’s planes', () => {
  it('lie as they are drawn while the camera sees all, and move apart when it comes nearer', () => {
    const wide = backdropPlanes(set('street'), '16:9', { x: 0, y: 0, width: 1920 }, { depth: 0, blur: 0 }, 0);
    const at = ({ view }: Plane, x: number, y: number) => transform(view, x, y);
    for (const plane of [...wide.back, ...wide.front]) {
      const corner = at(plane, 300, 390);
      expect(corner.x).toBeCloseTo(1260, 3);
      if (!plane.id.includes('floor')) expect(corner.y).toBeCloseTo(930, 3);
    }
    const near = backdropPlanes(set('street'), '16:9', { x: 200, y: 0, width: 960 }, { depth: 0, blur: 0 }, 0);
    const scales = near.back.map(({ view }) => view[0]);
    expect(Math.min(...scales)).toBeLessThan(1.05);
    expect(Math.max(...scales)).toBeGreaterThan(1.9);
    expect(near.front[0]?.view[0]).toBeGreaterThan(2);
  });
  it('a floor meets what stands at its far end and the feet at its near one, wherever the camera is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -400, max: 400, noNaN: true }),
        fc.double({ min: -150, max: 150, noNaN: true }),
        fc.double({ min: 500, max: 1920, noNaN: true }),
        (x, y, width) => {
          const view = { x, y, width };
          const { back } = backdropPlanes(set('study'), '16:9', view, { depth: 0, blur: 0 }, 0);
          const wall = back.find(({ id }) => id.startsWith('backdrop.back')) as Plane;
          const floor = back.find(({ id }) => id.startsWith('backdrop.floor')) as Plane;
          expect(transform(floor.view, 0, 290).y).toBeCloseTo(transform(wall.view, 0, 290).y, 3);
          expect(transform(floor.view, 0, 290).x).toBeCloseTo(transform(wall.view, 0, 290).x, 3);
          const people = viewMatrix(view, '16:9');
          for (const feet of [-300, 0, 300]) {
            expect(transform(floor.view, feet, 390).x).toBeCloseTo(transform(people, feet, 390).x, 3);
            expect(transform(floor.view, feet, 390).y).toBeCloseTo(transform(people, feet, 390).y, 3);
          }
        },
      ),
      { numRuns: 100 },
    );
  });
  it('are soft by their own distance when the camera is sharp on people', () => {
    const { back } = backdropPlanes(set('park'), '16:9', { x: 0, y: 0, width: 960 }, { depth: 0, blur: 0.5 }, 0);
    const blur = (id: string): number => back.find((plane) => plane.id.startsWith(id))?.blur ?? 0;
    expect(blur('backdrop.sky')).toBeGreaterThan(blur('backdrop.middle'));
    expect(blur('backdrop.middle')).toBeGreaterThan(0);
  });
  it('nearest pieces and lamp light lie before people; by day no lamp shines on them', () => {
    expect(backdropPlanes(set('kitchen'), '16:9', { x: 0, y: 0, width: 1920 }, { depth: 0, blur: 0 }, 0).front.map(({ id }) => id)).toEqual(['backdrop.near.0']);
    const night = backdropPlanes(set('kitchen', 1), '16:9', { x: 0, y: 0, width: 1920 }, { depth: 0, blur: 0 }, 0);
    expect(night.front[0]?.id).toBe('backdrop.shine');
    expect(night.light?.glow).toBe(1);
  });
  it('come to the middle in narrow frames, but never before a head', () => {
    for (const { id } of SETS) {
      const world = worldOf(setOf(id) as never, set(id), '9:16');
      expect(world.fit[0]).toBeCloseTo(1.42, 6);
    }
    const floor = floorOf(set('street'), '9:16');
    expect(floor).toBe(Math.round(1.42 * 390 + 960 - 1.42 * 490));
    expect(fitOf('16:9')).toEqual([1, 0, 0, 1, 0, 0]);
  });
});

describe('a part of a backdrop', () => {
  const names = (more: object): string[] => flatten(backdropNodes(set('study', 0.5, more), '16:9').nodes).map(({ id }) => id);
  it('is hidden, moved, coloured or swapped for another prop', () => {
    const has = (list: readonly string[], part: string): boolean => list.some((id) => id.includes(part));
    expect(has(names({}), 'globe')).toBe(true);
    expect(has(names({ parts: { globe: { hidden: true } } }), 'globe')).toBe(false);
    const swapped = names({ parts: { globe: { swap: 'trophy' } } });
    expect(has(swapped, 'trophy')).toBe(true);
    const place = (more: object): number => {
      const node = flatten(backdropNodes(set('study', 0.5, more), '16:9').nodes).find(({ id }) => id.includes('chest')) as Extract<Node, { matrix: unknown }>;
      return (node as { matrix: readonly number[] }).matrix[4] as number;
    };
    expect(place({ parts: { chest: { dx: -80 } } }) - place({})).toBeCloseTo(-80, 6);
    expect(colours(backdropNodes(set('study', 0.5, { parts: { chest: { colour: '#3366aa' } } }), '16:9').nodes)).toContain('#3366aa');
  });
  it('takes colours by slot', () => {
    const nodes = backdropNodes(set('study', 0.5, { colours: { accent: '#8844cc' } }), '16:9').nodes;
    expect(colours(nodes)).toContain(tonesOf({ accent: '#8844cc' }).accent.base);
  });
});

describe('the air', () => {
  it('moves nothing at nought, little where it moves, and the same at the same time', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('crown', 'grass', 'curtain', 'pendulum', 'bob', 'glint') as fc.Arbitrary<'crown'>,
        fc.integer({ min: 0, max: 2 ** 31 }),
        fc.double({ min: 0, max: 600, noNaN: true }),
        (kind, seed, seconds) => {
          const air = { kind, seed, x: 300, y: 390, tall: 300 };
          const still = airMatrix(air, seconds, 0);
          const at = transform(still, 320, 200);
          expect(Math.hypot(at.x - 320, at.y - 200)).toBeLessThan(1e-6);
          const moved = transform(airMatrix(air, seconds, 1), 320, 200);
          expect(Math.hypot(moved.x - 320, moved.y - 200)).toBeLessThan(30);
          expect(airMatrix(air, seconds, 1)).toEqual(airMatrix(air, seconds, 1));
        },
      ),
      { numRuns: 200 },
    );
  });
  it('lets clouds drift and come in again on the other side', () => {
    const air = { kind: 'cloud' as const, seed: 7, x: 0, y: -300, tall: 300 };
    const at = (seconds: number): number => airMatrix(air, seconds, 1)[4];
    expect(at(10)).toBeGreaterThan(at(0));
    const places = Array.from({ length: 400 }, (_, n) => at(n * 2));
    expect(Math.max(...places)).toBeLessThanOrEqual(1200);
    expect(Math.min(...places)).toBeGreaterThanOrEqual(-1200);
  });
  it('changes planes only where something is moved by it', () => {
    const moving = set('park', 0.5, { air: 0.6 });
    const planes = (seconds: number) => backdropPlanes(moving, '16:9', { x: 0, y: 0, width: 1920 }, { depth: 0, blur: 0 }, seconds).back;
    const [a, b] = [planes(1), planes(3)];
    const moved = a.filter((plane, n) => JSON.stringify(plane.view) !== JSON.stringify(b[n]?.view));
    expect(moved.length).toBeGreaterThan(3);
    expect(moved.length).toBeLessThan(a.length);
    for (const [n, plane] of a.entries()) expect(plane.nodes).toBe(b[n]?.nodes);
    expect(backdropMoves(moving, '16:9')).toBe(true);
    expect(backdropMoves(set('park'), '16:9')).toBe(false);
  });
});
