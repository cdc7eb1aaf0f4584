import { describe, expect, it } from 'vitest';
import { faceOfMesh, type MeshFace, mergedFaces } from './meshFace.ts';
import { faceAt } from './suggest.ts';

const [W, H] = [400, 500];
/** A measured face whose eyes lie 80 px apart about a place, all else where a middling face has it. */
function mesh(x: number, y: number, change: Partial<MeshFace> = {}, turned = 0): MeshFace {
  const points: [number, number][] = Array.from({ length: 468 }, () => [x, y]);
  const put = (n: number, dx: number, dy: number): void => {
    points[n] = [x + dx * Math.cos(turned) - dy * Math.sin(turned), y + dx * Math.sin(turned) + dy * Math.cos(turned)];
  };
  for (const [side, [outer, inner, top, bottom]] of [
    [-1, [33, 133, 159, 145]],
    [1, [263, 362, 386, 374]],
  ] as const) {
    put(outer, side * 56, 0);
    put(inner, side * 24, 0);
    put(top, side * 40, -9);
    put(bottom, side * 40, 9);
  }
  for (const [side, brow] of [
    [-1, [55, 105, 46]],
    [1, [285, 334, 276]],
  ] as const)
    brow.forEach((n, k) => void put(n, side * (20 + 22 * k), -28));
  put(61, -30, 76);
  put(291, 30, 76);
  put(13, 0, 74);
  put(14, 0, 82);
  put(152, 0, 120);
  return { points, score: 0.9, yaw: 0, ...change };
}

describe('a face that a model measured', () => {
  it('has its marks where its points lie', () => {
    const face = faceOfMesh(mesh(200, 180), W, H);
    expect(face?.left).toEqual({ x: 0.4, y: 0.36, halfWidth: 0.04, halfHeight: 0.018 });
    expect(face?.right.x).toBe(0.6);
    expect(face?.mouth).toEqual([
      [0.425, 0.512],
      [0.5, 0.516],
      [0.575, 0.512],
    ]);
    expect(face?.chin).toEqual([0.5, 0.6]);
    expect(face?.brows?.left[0]).toEqual([0.45, 0.304]);
    expect(face?.tiltDeg).toBe(0);
  });
  it('leans and is turned as it is, and a narrowed eye keeps room for its lid', () => {
    expect(faceOfMesh(mesh(200, 180, {}, Math.PI / 9), W, H)?.tiltDeg).toBe(20);
    expect(faceOfMesh(mesh(200, 180, { yaw: Math.PI / 4 }), W, H)?.facing).toBe(0.5);
    const shut = mesh(200, 180);
    const points = shut.points.map(([x, y], n) => (n === 159 || n === 145 ? ([x, 180] as const) : ([x, y] as const)));
    expect(faceOfMesh({ ...shut, points }, W, H)?.left.halfHeight).toBeCloseTo((0.36 * 16) / H, 3);
  });
  it('without all of its points is none', () => expect(faceOfMesh({ points: [[0, 0]], score: 1, yaw: 0 }, W, H)).toBeUndefined());
});

describe('faces found in two ways', () => {
  const own = faceAt(0.5, 0.36, 0.2, W / H);
  it('are one where they agree: marks as found by their darkness, chin and turn as measured', () => {
    const [face, ...more] = mergedFaces([own], [mesh(202, 181, { yaw: 0.4 })], W, H);
    expect(more).toEqual([]);
    expect(face?.left).toEqual(own.left);
    expect(face?.chin).toEqual([0.505, 0.602]);
    expect(face?.facing).toBeCloseTo(0.2546, 3);
  });
  it('are the measured one where eyes are elsewhere in the same face', () => {
    const wrong = faceAt(0.52, 0.42, 0.14, W / H);
    const merged = mergedFaces([wrong], [mesh(200, 180)], W, H);
    expect(merged.map(({ left }) => left.x)).toEqual([0.4]);
  });
  it('are both where they are two, from left to right; what the model is not sure of is none', () => {
    const merged = mergedFaces([faceAt(0.85, 0.5, 0.1, W / H)], [mesh(120, 180)], W, H);
    expect(merged).toHaveLength(2);
    expect(merged[0]?.left.x).toBeLessThan(merged[1]?.left.x as number);
    expect(mergedFaces([], [mesh(120, 180, { score: 0.3 })], W, H)).toEqual([]);
  });
  it('keeps a drawn chin where the model took something else for the mouth', () => {
    const low = mesh(200, 180);
    const points = low.points.map(([x, y], n) => ([13, 14].includes(n) ? ([x, y + 60] as const) : ([x, y] as const)));
    expect(mergedFaces([own], [{ ...low, points }], W, H)).toEqual([own]);
  });
});
