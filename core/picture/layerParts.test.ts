import { describe, expect, it } from 'vitest';
import { type NamedLayer, partNamed, partsOfLayers, withParts } from './layerParts.ts';
import { faceAt } from './suggest.ts';

const [W, H] = [200, 300];
/** A layer of ellipses: middle and half sides in pixels. */
const layer = (name: string, ...ellipses: readonly (readonly [number, number, number, number])[]): NamedLayer => ({
  name,
  alpha: {
    width: W,
    height: H,
    data: Float32Array.from({ length: W * H }, (_, p) => {
      const [x, y] = [(p % W) + 0.5, Math.floor(p / W) + 0.5];
      return ellipses.some(([cx, cy, rx, ry]) => ((x - cx) / rx) ** 2 + ((y - cy) / ry) ** 2 <= 1) ? 1 : 0;
    }),
  },
});
const BODY = layer('Body', [100, 220, 40, 70]);
const ARM = layer('Left arm', [50, 210, 14, 60]);
const OTHER = layer('arm_right', [150, 210, 14, 60]);
const HEAD = layer('Head', [100, 90, 60, 70]);
const EYES = layer('Eyes', [75, 80, 10, 7], [125, 84, 10, 7]);
const BROWS = layer('Eyebrows', [75, 62, 14, 3], [125, 66, 14, 3]);
const MOUTH = layer('mouth', [100, 125, 24, 6]);
const ALL = [BODY, ARM, OTHER, HEAD, EYES, BROWS, MOUTH];

describe('layers that name parts', () => {
  it('are known in the ways artists write them, and not taken for what lies on them', () => {
    const named = {
      arm: ['Left Arm', 'arm-R', 'LeftForearm', 'ARMS 2'],
      brow: ['Eyebrow left', 'brows'],
      eye: ['eyes', 'Eye_L'],
      mouth: ['Mouth', 'lips closed'],
      head: ['head', 'Face base'],
    };
    for (const [part, names] of Object.entries(named)) for (const name of names) expect([name, partNamed(name)]).toEqual([name, part]);
    for (const name of ['Eyelids', 'arm shadow', 'face outline', 'headband', 'alarm', 'charm', 'surface', 'Layer 3', ''])
      expect([name, partNamed(name)]).toEqual([name, undefined]);
  });
  it('give eyes, brows, mouth and chin where they lie', () => {
    const { left, right, mouth, chin, brows } = partsOfLayers(ALL);
    expect(left?.x).toBeCloseTo(75 / W, 2);
    expect(left?.y).toBeCloseTo(80 / H, 2);
    expect(left?.halfWidth).toBeCloseTo(10 / W, 2);
    expect(right?.halfHeight).toBeCloseTo(7 / H, 2);
    expect(mouth?.[0][0]).toBeCloseTo(77.4 / W, 2);
    expect(mouth?.[1][1]).toBeCloseTo(125 / H, 2);
    expect(mouth?.[2][0]).toBeCloseTo(122.6 / W, 2);
    expect(chin?.[1]).toBeCloseTo(160 / H, 2);
    // Inner end first.
    expect(brows?.left[0][0]).toBeGreaterThan(brows?.left[2][0] as number);
    expect(brows?.right[0][0]).toBeLessThan(brows?.right[2][0] as number);
  });
  it('give arms as far as they are seen, each on its side', () => {
    const { faces, limbs } = withParts([], partsOfLayers([...ALL, layer('Table', [100, 300, 100, 60])]), W / H);
    expect(faces).toHaveLength(1);
    expect(limbs.map(({ side }) => side)).toEqual(['left', 'right']);
    const [arm] = limbs;
    const lowest = Math.max(...(arm?.outline ?? []).map(([, y]) => y));
    expect(lowest * H).toBeLessThan(262);
    // Hinged near the shoulder.
    expect(arm?.hinge[1]).toBeLessThan(0.6);
  });
  it('put a likeness of a face right and leave out others', () => {
    const parts = partsOfLayers(ALL);
    const near = faceAt(0.52, 0.3, 0.22, W / H);
    const far = faceAt(0.1, 0.9, 0.1, W / H);
    const { faces } = withParts([far, near], parts, W / H);
    expect(faces).toHaveLength(1);
    expect(faces[0]?.left).toEqual(parts.left);
    expect(faces[0]?.mouth).toEqual(parts.mouth);
    expect(faces[0]?.tiltDeg).toBe(5);
  });
  it('that name nothing change nothing', () => {
    const found = [faceAt(0.5, 0.3, 0.2, 1), faceAt(0.2, 0.3, 0.1, 1)];
    const parts = partsOfLayers([layer('Layer 1', [100, 90, 60, 70]), layer('Colours', [75, 80, 10, 7])]);
    expect(withParts(found, parts, 1)).toEqual({ faces: found, limbs: [] });
  });
  it('a chin above the mouth is not believed', () => {
    const { faces } = withParts([], partsOfLayers([...ALL.slice(0, 3), layer('head', [100, 60, 60, 40]), ...ALL.slice(4)]), W / H);
    expect(faces[0]?.chin[1]).toBeGreaterThan(faces[0]?.mouth[1][1] as number);
  });
});
