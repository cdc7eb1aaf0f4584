import { describe, expect, it } from 'vitest';
import { dice } from '../draw/hash.ts';
import { actingPicture, isCutOut, liftedOff, movedFace, working } from './actor.ts';
import { brushed, mended } from './inpaint.ts';
import { COARSE, liftMask, type Stroke } from './lift.ts';
import { matteOf } from './matte.ts';
import type { Raster } from './raster.ts';

const [W, H] = [160, 140];
type Rgb = readonly [number, number, number];
/** A picture by its colour at each place, with a little noise. */
function picture(colour: (x: number, y: number) => Rgb, noise = 4, width = W, height = H): Raster {
  const chance = dice(5);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let p = 0; p < width * height; p++) {
    const rgb = colour(p % width, Math.floor(p / width));
    for (let c = 0; c < 3; c++) data[p * 4 + c] = (rgb[c] as number) + chance.normal() * noise;
    data[p * 4 + 3] = 255;
  }
  return { width, height, data };
}
const inDisc = (x: number, y: number, cx = 80, cy = 70, r = 38): boolean => Math.hypot(x + 0.5 - cx, y + 0.5 - cy) < r;
const SKIN: Rgb = [226, 170, 130];
const WALL: Rgb = [90, 130, 150];
const JUMPER: Rgb = [70, 60, 140];
const ball = picture((x, y) => (inDisc(x, y) ? SKIN : WALL));
/** The share of pixels that lie on the wrong side. */
const wrong = (alpha: ArrayLike<number>, truth: (x: number, y: number) => boolean, width = W): number => {
  let sum = 0;
  for (let p = 0; p < alpha.length; p++) sum += Math.abs((alpha[p] as number) - (truth(p % width, Math.floor(p / width)) ? 1 : 0));
  return sum / alpha.length;
};
type Drawn = Omit<Stroke, 'points'> & { points: [number, number][] };
const stroke = (keep: boolean, ...points: [number, number][]): Drawn => ({ keep, thick: 0.02, points });
const whole = (image: Raster, strokes: Drawn[] = [], lasso?: [number, number][]): Float32Array => {
  const out = liftedOff(image, { lifted: true, strokes, mends: [], ...(lasso ? { lasso } : {}) });
  return Float32Array.from({ length: image.width * image.height }, (_, p) => (out.data[p * 4 + 3] as number) / 255);
};

describe('lifting off', () => {
  it('proposes what is unlike the border, without a stroke', () => expect(wrong(whole(ball), inDisc)).toBeLessThan(0.01));
  it('keeps whoever stands at the lower edge', () => {
    const half = (x: number, y: number): boolean => inDisc(x, y, 80, 50, 26) || (y > 70 && Math.abs(x - 80) < 44);
    expect(wrong(whole(picture((x, y) => (y > 70 && Math.abs(x - 80) < 44 ? JUMPER : half(x, y) ? SKIN : WALL))), half)).toBeLessThan(0.02);
  });
  it('takes along what a stroke is drawn on, as far as it is of a piece, and leaves the rest as it was', () => {
    // Another ball in the colour of the wall's posters.
    const other = (x: number, y: number): boolean => inDisc(x, y, 24, 30, 14);
    const two = picture((x, y) => (inDisc(x, y) ? SKIN : other(x, y) ? JUMPER : WALL));
    const without = whole(two, [stroke(false, [0.12, 0.2], [0.18, 0.23])]);
    expect(wrong(without, inDisc)).toBeLessThan(0.01);
    const before = whole(two, [stroke(true, [0.45, 0.5], [0.55, 0.5])]);
    const both = whole(two, [stroke(true, [0.45, 0.5], [0.55, 0.5]), stroke(true, [0.12, 0.2], [0.18, 0.23])]);
    expect(wrong(both, (x, y) => inDisc(x, y) || other(x, y))).toBeLessThan(0.01);
    // The ball itself was not touched by the second stroke.
    for (let p = 0; p < both.length; p++) if (p % W > 60) expect(Math.abs((both[p] as number) - (before[p] as number))).toBeLessThan(0.02);
  });
  it('stays within a lasso, and learns the ground from near it', () => {
    const other = (x: number, y: number): boolean => inDisc(x, y, 132, 70, 22);
    const two = picture((x, y) => (inDisc(x, y, 60, 70, 36) || other(x, y) ? SKIN : WALL));
    const left: [number, number][] = [
      [0, 0],
      [0.65, 0],
      [0.65, 1],
      [0, 1],
    ];
    expect(wrong(whole(two, [], left), (x, y) => inDisc(x, y, 60, 70, 36))).toBeLessThan(0.01);
  });
  it('is the same when it is asked again, and quick looks agree with it', () => {
    const strokes = [stroke(true, [0.5, 0.4], [0.5, 0.6])];
    expect(liftMask(ball, { strokes })).toBe(liftMask(ball, { strokes }));
    const coarse = liftMask(ball, { strokes }, COARSE);
    expect(wrong(coarse.data, (x, y) => inDisc((x * W) / coarse.width, (y * H) / coarse.height), coarse.width)).toBeLessThan(0.02);
  });
  it('leaves a picture that was cut out before as it is', () => {
    const cut: Raster = { ...ball, data: ball.data.map((value, n) => (n % 4 === 3 && !inDisc((n >> 2) % W, Math.floor((n >> 2) / W)) ? 0 : value)) };
    expect(isCutOut(cut)).toBe(true);
    expect(isCutOut(ball)).toBe(false);
    expect(liftedOff(cut, { lifted: true, strokes: [], mends: [] })).toBe(cut);
    expect(liftedOff(ball, { lifted: false, strokes: [], mends: [] })).toBe(ball);
  });
});

describe('the soft edge', () => {
  const soft = (x: number, y: number): number => Math.min(1, Math.max(0, 38.5 - Math.hypot(x + 0.5 - 80, y + 0.5 - 70)));
  const mixed = picture((x, y) => SKIN.map((value, c) => value * soft(x, y) + (WALL[c] as number) * (1 - soft(x, y))) as unknown as Rgb, 1);
  const mask = { width: W, height: H, data: Uint8Array.from({ length: W * H }, (_, p) => (soft(p % W, Math.floor(p / W)) > 0.5 ? 1 : 0)) };
  it('is as clear as the ground is seen through it', () => {
    const { alpha } = matteOf(mixed, mask);
    let most = 0;
    for (let p = 0; p < alpha.data.length; p++) most = Math.max(most, Math.abs((alpha.data[p] as number) - soft(p % W, Math.floor(p / W))));
    expect(most).toBeLessThan(0.12);
  });
  it('has the subject’s own colour, not the ground’s', () => {
    const { image } = matteOf(mixed, mask);
    const plain = matteOf(mixed, mask, { decontaminate: false }).image;
    const off = ({ data }: Raster): number => {
      let sum = 0;
      for (let p = 0; p < W * H; p++) if ((data[p * 4 + 3] as number) > 40 && (data[p * 4 + 3] as number) < 220) sum += Math.abs((data[p * 4] as number) - SKIN[0]);
      return sum;
    };
    expect(off(image)).toBeLessThan(off(plain) * 0.35);
  });
  it('is moved out and in, and softened, as it is asked', () => {
    const area = (settings: Parameters<typeof matteOf>[2]): number => matteOf(mixed, mask, settings).alpha.data.reduce((sum, value) => sum + value, 0);
    expect(area({ shift: 3 })).toBeGreaterThan(area({}) + 500);
    expect(area({ shift: -3 })).toBeLessThan(area({}) - 500);
    expect(Math.abs(area({ feather: 4 }) - area({}))).toBeLessThan(40);
    const half = matteOf(mixed, mask, { feather: 4 }).alpha.data.filter((value) => value > 0.1 && value < 0.9).length;
    expect(half).toBeGreaterThan(matteOf(mixed, mask).alpha.data.filter((value) => value > 0.1 && value < 0.9).length * 2);
  });
});

describe('mending away', () => {
  const shade = (x: number, y: number): Rgb => [120 + x * 0.5, 90 + y * 0.4, 80];
  const scratched = picture((x, y) => (Math.abs(y - 70) < 4 && x > 60 && x < 100 ? [10, 10, 10] : shade(x, y)), 3);
  const mask = brushed(W, H, [
    {
      points: [
        [58, 70],
        [102, 70],
      ],
      thick: 12,
    },
  ]);
  it('goes on with shading and grain, and changes nothing else', () => {
    const out = mended(scratched, mask);
    let [sum, count] = [0, 0];
    for (let p = 0; p < W * H; p++) {
      if (!mask.data[p]) {
        expect(out.data[p * 4]).toBe(scratched.data[p * 4]);
        continue;
      }
      sum += ((out.data[p * 4] as number) - shade(p % W, Math.floor(p / W))[0]) ** 2;
      count++;
    }
    expect(Math.sqrt(sum / count)).toBeLessThan(9);
    expect(out.data[3]).toBe(255);
  });
  it('of nothing is the picture, and of all of it does not stumble', () => {
    expect(mended(scratched, { width: W, height: H, data: new Uint8Array(W * H) })).toBe(scratched);
    expect(mended(scratched, { width: W, height: H, data: new Uint8Array(W * H).fill(1) }).data).toHaveLength(W * H * 4);
  });
  it('is part of lifting off where something was painted over', () => {
    const out = liftedOff(scratched, {
      lifted: false,
      strokes: [],
      mends: [
        {
          thick: 0.09,
          points: [
            [0.35, 0.5],
            [0.65, 0.5],
          ],
        },
      ],
    });
    expect(out.data[(70 * W + 80) * 4]).toBeGreaterThan(120);
  });
  it('a line of one point is a dot', () => expect(brushed(20, 20, [{ points: [[10, 10]], thick: 6 }]).data.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(20));
});

describe('somebody made ready to act', () => {
  const face = {
    left: { x: 0.42, y: 0.42, halfWidth: 0.04, halfHeight: 0.05 },
    right: { x: 0.58, y: 0.42, halfWidth: 0.04, halfHeight: 0.05 },
    mouth: [
      [0.42, 0.62],
      [0.5, 0.64],
      [0.58, 0.62],
    ] as [[number, number], [number, number], [number, number]],
    chin: [0.5, 0.74] as [number, number],
    tiltDeg: 0,
    facing: 0,
  };
  it('is cut to its size, its marks at the same places of it', () => {
    const made = actingPicture(ball, { lifted: true, strokes: [], mends: [], face });
    expect(made.bounds.width).toBeLessThan(96);
    expect(made.cutBelow).toBe(false);
    const { bounds } = made;
    expect(made.face.chin[0] * bounds.width + bounds.left).toBeCloseTo(0.5 * W, 3);
    expect(made.face.chin[1] * bounds.height + bounds.top).toBeCloseTo(0.74 * H, 3);
    expect(made.face.left.halfWidth * bounds.width).toBeCloseTo(0.04 * W, 3);
    expect(movedFace(face, ball, { left: 0, top: 0, width: W, height: H })).toEqual(face);
  });
  it('is said to be cut off where it goes on below', () => {
    const half = picture((x, y) => (y > 60 && Math.abs(x - 80) < 44 ? JUMPER : inDisc(x, y, 80, 50, 26) ? SKIN : WALL));
    expect(actingPicture(half, { lifted: true, strokes: [], mends: [], face }).cutBelow).toBe(true);
    const stays = actingPicture(half, { lifted: false, strokes: [], mends: [], face });
    expect([stays.cutBelow, stays.bounds.width, stays.bounds.height]).toEqual([false, W, H]);
  });
  it('of a huge picture is worked on no larger than is ever seen', () => {
    expect(working(picture(() => WALL, 0, 2000, 100)).width).toBe(1600);
    expect(working(ball)).toBe(ball);
  });
});
