import { describe, expect, it } from 'vitest';
import { transform } from '../../draw/matrix.ts';
import { ellipse, hull } from '../../draw/path.ts';
import type { Item, Node } from '../../draw/picture.ts';
import { drawFigure } from '../../figure/figure.ts';
import { MOUTH_CHART } from '../../figure/mouth.ts';
import { posed } from '../../figure/pose.ts';
import { randomPerson } from '../../figure/random.ts';
import { edged } from './edges.ts';
import { inLight } from './planes.ts';
import { DAY, daylight, lit } from './tones.ts';

const part = (id: string, fill: string, more: Partial<Item> = {}): Item => ({ id, fill, path: ellipse(0, -100, 40, 60), matrix: [1, 0, 0, 1, 0, 0], ...more });
const WALL = '#b5d8cf';
const day = { light: daylight(DAY), behind: WALL };
const dusk = { light: daylight(0.75), behind: undefined };
const rims = (nodes: readonly Node[]): Item[] => nodes.filter(({ id }) => id.startsWith('rim.')) as Item[];
const lines = (nodes: readonly Node[]): Item[] => nodes.filter(({ id }) => id.startsWith('edge.')) as Item[];
const leftOf = ({ path, matrix }: Item): number => {
  const { left, top } = hull(path as Float32Array);
  return transform(matrix, left, top).x;
};

describe('the edge of somebody', () => {
  const coat = part('torso.cloth', '#7a1f2b');

  it('has no rim by day, and a rim on the side of a low sun', () => {
    expect(edged([coat], day, 1)).toEqual([coat]);
    const [rim] = rims(edged([coat], dusk, 1)) as [Item];
    expect(leftOf(rim)).toBeLessThan(leftOf(coat) - 1);
    // Of a figure that is mirrored the picture's left is its right.
    const [mirrored] = rims(edged([coat], dusk, -1)) as [Item];
    expect(leftOf(mirrored)).toBeGreaterThan(leftOf(coat) + 1);
  });
  it('is warm at dusk and cool at night, and keeps its colour in that light', () => {
    const fill = (dial: number): string => {
      const light = daylight(dial);
      const [rim] = rims(edged([coat], { light, behind: undefined }, 1)) as [Item];
      expect(inLight(rim, light)).toBe(rim);
      return rim.fill as string;
    };
    const red = (colour: string): number => Number.parseInt(colour.slice(1, 3), 16);
    const blue = (colour: string): number => Number.parseInt(colour.slice(5, 7), 16);
    expect(red(fill(0.75))).toBeGreaterThan(blue(fill(0.75)) + 40);
    expect(blue(fill(1))).toBeGreaterThan(red(fill(1)) + 40);
  });
  it('lies behind all of the figure, before the shade on the floor', () => {
    const nodes = drawFigure(randomPerson(3), posed({}), MOUTH_CHART.rest).nodes;
    const made = edged(nodes, dusk, 1);
    const last = made.findLastIndex(({ id }) => id.startsWith('rim.'));
    expect(last).toBeGreaterThan(10);
    const own = made.filter(({ id }) => !id.startsWith('rim.'));
    expect(own).toEqual(nodes);
    expect(made.slice(0, last + 1).every(({ id }) => id.startsWith('rim.') || id.startsWith('floor.'))).toBe(true);
  });
  it('is a line where a part is of the tone behind it, darker on a pale wall and lighter before a dark one', () => {
    expect(lines(edged([coat], day, 1))).toHaveLength(0);
    const pale = part('torso.cloth', '#b0d2ca');
    const [onWall] = lines(edged([pale], day, 1)) as [Item];
    const light = (colour: unknown): number => Number.parseInt(String(colour).slice(3, 5), 16);
    expect(light(onWall.stroke?.paint)).toBeLessThan(light(WALL) - 20);
    const night = daylight(1);
    const navy = part('hat', '#182a4c');
    const [before] = lines(edged([navy], { light: night, behind: lit('#182a4c', night, night.people) }, 1)) as [Item];
    expect(light(before.stroke?.paint)).toBeGreaterThan(light(lit('#182a4c', night, night.people)) + 12);
  });
  it('is left out of what shades or lies within, and of what is faint or small', () => {
    const inside = [
      part('torso.cloth.lit', '#b0d2ca'),
      part('face.blush', '#b0d2ca', { alpha: 0.3 }),
      part('button', '#b0d2ca', { path: ellipse(0, -100, 4) }),
      { id: 'kept', mask: part('mask', '#000000'), items: [part('stripe', '#b0d2ca')] },
    ];
    expect(edged(inside, { light: daylight(0.75), behind: lit('#b0d2ca', daylight(0.75), daylight(0.75).people) }, 1)).toEqual(inside);
  });
  it('is the same node for the same part, so that what stands still is not painted anew', () => {
    const hat = part('hat', '#334455');
    const [one, other] = [edged([coat, hat], dusk, 1), edged([coat, part('hat', '#334456')], dusk, 1)];
    expect(edged([coat], dusk, 1)[0]).toBe(one[0]);
    expect(other[0]).toBe(one[0]);
    const list = [coat];
    expect(edged(list, dusk, 1)).toBe(edged(list, dusk, 1));
    expect(edged(list, day, 1)).not.toBe(edged(list, dusk, 1));
  });
});
