import { describe, expect, it } from 'vitest';
import type { Property } from '../document/properties.ts';
import type { Layer, Scene } from '../document/schema.ts';
import { transform } from '../draw/matrix.ts';
import { placeMatrix, restParent, restPoint } from './place.ts';

const layer = (values: Partial<Layer>): Layer => ({ kind: 'group', order: 'a0', x: 0, y: 0, locked: false, hidden: false, ...values }) as Layer;
const scene = (layers: Record<string, Partial<Layer>>): Pick<Scene, 'layers'> => ({
  layers: Object.fromEntries(Object.entries(layers).map(([id, values]) => [id, layer(values)])),
});
const near = ({ x, y }: { x: number; y: number }): number[] => [x, y].map((value) => Math.round(value * 1e6) / 1e6 + 0);

describe('where a layer lies', () => {
  it('is told by its place, its size and its angle in degrees', () => {
    const values: Partial<Record<Property, number>> = { x: 10, y: 20, scaleX: 2, scaleY: 3, angleDeg: 90 };
    const matrix = placeMatrix((property) => values[property] as number);
    expect(near(transform(matrix, 0, 0))).toEqual([10, 20]);
    expect(near(transform(matrix, 1, 0))).toEqual([10, 22]);
    expect(near(transform(matrix, 0, 1))).toEqual([7, 20]);
  });
  it('is within its parents, the outermost last', () => {
    const layers = scene({ outer: { x: 100, y: 0, scaleX: 2, scaleY: 2 }, inner: { x: 10, y: 5, angleDeg: 90, parent: 'outer' }, leaf: { x: 3, y: 0, parent: 'inner' } });
    expect(near(restPoint(layers, 'leaf'))).toEqual([120, 16]);
    expect(near(restPoint(layers, 'leaf', 1, 0))).toEqual([120, 18]);
    expect(near(restPoint(layers, 'outer', 1, 1))).toEqual([102, 2]);
    expect(near(transform(restParent(layers, 'leaf'), 3, 0))).toEqual([120, 16]);
    expect(near(transform(restParent(layers, 'outer'), 3, 4))).toEqual([3, 4]);
  });
});
