import { describe, expect, it } from 'vitest';
import { samplePng } from '#server/api/samples';
import { decodePicture, nodePainter } from '#server/paint/host';
import type { PictureFace } from '../document/schema.ts';
import { picturedCharacter } from '../edit/commands/pictures.ts';
import { drawFigure } from '../figure/figure.ts';
import { MOUTH_CHART } from '../figure/mouth.ts';
import { type PartialPose, posed } from '../figure/pose.ts';
import { paintFully } from '../paint/incremental.ts';
import { actingPicture } from './actor.ts';
import { suggestedChin } from './chin.ts';
import { liftedPupil, mouthMask, preparedFace, roomFor, sampledColours } from './face.ts';
import { pictureFigure } from './figure.ts';
import { labOfAll } from './oklab.ts';
import type { Raster } from './raster.ts';
import { PICTURE_SAMPLES } from './samples/index.ts';
import { moon } from './samples/moon.ts';
import { faceAt, suggestedFaces } from './suggest.ts';

const imageOf = async (sample: (typeof PICTURE_SAMPLES)[number]): Promise<Raster> => {
  const { width, height, data } = await decodePicture(samplePng(sample));
  return { width, height, data: new Uint8ClampedArray(data) };
};
const image = await imageOf(moon);
const face = moon.faces[0]?.face as NonNullable<(typeof moon.faces)[number]>['face'];
const made = actingPicture(image, { lifted: true, strokes: [], mends: [], face });
const pixel = ({ width, data }: Raster, x: number, y: number): number[] => [
  ...data.subarray((Math.round(y) * width + Math.round(x)) * 4, (Math.round(y) * width + Math.round(x)) * 4 + 4),
];
const near = (a: readonly number[], b: readonly number[]): number => Math.max(...a.slice(0, 3).map((value, n) => Math.abs(value - (b[n] as number))));

describe.each(PICTURE_SAMPLES)('marks that are suggested on $id', (sample) => {
  it('lie within three hundredths of the face’s width of where eyes and mouth were drawn', async () => {
    const found = suggestedFaces(await imageOf(sample));
    for (const { name, face: drawn } of sample.faces) {
      const wide = 2 * Math.hypot((drawn.right.x - drawn.left.x) * sample.width, (drawn.right.y - drawn.left.y) * sample.height);
      const away = (a: readonly [number, number], b: readonly [number, number]): number => Math.hypot((a[0] - b[0]) * sample.width, (a[1] - b[1]) * sample.height) / wide;
      const best = Math.min(
        ...found.map((one) =>
          Math.max(
            away([one.left.x, one.left.y], [drawn.left.x, drawn.left.y]),
            away([one.right.x, one.right.y], [drawn.right.x, drawn.right.y]),
            ...[0, 1, 2].map((n) => away(one.mouth[n] as [number, number], drawn.mouth[n] as [number, number])),
          ),
        ),
      );
      expect(best, name).toBeLessThan(0.03);
    }
    for (const [n, { face: drawn }] of sample.faces.entries())
      for (const side of ['left', 'right'] as const) {
        expect((found[n]?.[side].halfWidth ?? 0) / drawn[side].halfWidth).toBeGreaterThan(0.8);
        expect((found[n]?.[side].halfWidth ?? 0) / drawn[side].halfWidth).toBeLessThan(1.2);
      }
    for (const [n, { face: drawn }] of sample.faces.entries())
      for (const side of ['left', 'right'] as const)
        drawn.brows?.[side].forEach(([x, y], end) => {
          const [fx, fy] = found[n]?.brows?.[side][end] ?? [0, 0];
          const wide = 2 * Math.hypot((drawn.right.x - drawn.left.x) * sample.width, (drawn.right.y - drawn.left.y) * sample.height);
          // A brushed end may be told to be a little longer.
          expect(Math.hypot((fx - x) * sample.width, (fy - y) * sample.height) / wide, `${side} brow, ${end}`).toBeLessThan(end === 1 ? 0.03 : 0.07);
        });
    for (const [n, { face: drawn }] of sample.faces.entries()) {
      const wide = 2 * Math.hypot((drawn.right.x - drawn.left.x) * sample.width, (drawn.right.y - drawn.left.y) * sample.height);
      const [x, y] = found[n]?.chin ?? [0, 0];
      expect(Math.hypot((x - drawn.chin[0]) * sample.width, (y - drawn.chin[1]) * sample.height) / wide, 'chin').toBeLessThan(0.07);
    }
    expect(found).toHaveLength(sample.faces.length);
    expect(found.map((one) => one.left.x)).toEqual(found.map((one) => one.left.x).sort((a, b) => a - b));
  });
});

/** A face of one colour that ends `low` pixels below the top, on what is clear or on a ground. */
function plainFace(low: number, ground?: readonly [number, number, number]): Raster {
  const data = new Uint8ClampedArray(100 * 200 * 4);
  for (let p = 0; p < 100 * 200; p++) {
    const inside = Math.floor(p / 100) < low;
    data.set(inside ? [230, 180, 150, 255] : ground ? [...ground, 255] : [0, 0, 0, 0], p * 4);
  }
  return { width: 100, height: 200, data };
}

describe('marks', () => {
  it('of a chin lie where the face ends, and are not suggested where it goes on or a muzzle begins', () => {
    const eyes = {
      ...faceAt(0.5, 0.25, 0.4, 0.5),
      mouth: [
        [0.4, 0.45],
        [0.5, 0.46],
        [0.6, 0.45],
      ] as PictureFace['mouth'],
    };
    const chinOf = (picture: Raster) => suggestedChin(picture, labOfAll(picture), eyes)?.[1];
    expect(Math.abs((chinOf(plainFace(112)) ?? 0) * 200 - 112)).toBeLessThan(1.5);
    expect(Math.abs((chinOf(plainFace(112, [60, 120, 70])) ?? 0) * 200 - 112)).toBeLessThan(1.5);
    expect(chinOf(plainFace(200))).toBeUndefined();
    expect(chinOf(plainFace(112, [228, 178, 149]))).toBeUndefined();
    expect(chinOf(plainFace(103, [60, 120, 70]))).toBeUndefined();
  });
  it('of brows are suggested where there are some over both eyes, and nowhere else', async () => {
    const withBrows = await Promise.all(PICTURE_SAMPLES.map(async (sample) => [sample.id, suggestedFaces(await imageOf(sample)).some(({ brows }) => brows)]));
    expect(Object.fromEntries(withBrows)).toEqual({ page: false, moon: true, mug: true, puppet: true, chalk: false, portrait: true, pixels: true, cat: true });
  });
  it('are none where there is no face, and those of a middling face where one clicks', () => {
    expect(suggestedFaces({ width: 60, height: 60, data: new Uint8ClampedArray(60 * 60 * 4).fill(180) })).toEqual([]);
    const placed = faceAt(0.4, 0.3, 0.2, 1.5);
    expect(placed.right.x - placed.left.x).toBeCloseTo(0.2, 9);
    expect(placed.mouth[1][1]).toBeGreaterThan(placed.left.y);
    expect(placed.chin[1]).toBeGreaterThan(placed.mouth[1][1]);
    // As tall as wide, in pixels.
    expect((placed.left.halfHeight / placed.left.halfWidth) * (1 / 1.5)).toBeCloseTo(0.24 / 0.22, 6);
  });
});

describe('a marked face made ready', () => {
  it('loses its painted mouth to the skin about it, and nothing else', () => {
    const mask = mouthMask(image, face);
    const prepared = preparedFace(image, face, { pupils: false });
    const skin = [244, 215, 138];
    for (const [x, y] of [
      [345, 655],
      [452, 688],
      [560, 645],
    ] as const) {
      expect(near(pixel(image, x, y), skin)).toBeGreaterThan(60);
      expect(near(pixel(prepared.image, x, y), skin)).toBeLessThan(16);
    }
    for (let p = 0; p < mask.data.length; p += 7) if (!mask.data[p]) expect(prepared.image.data[p * 4]).toBe(image.data[p * 4]);
  });
  it('keeps its mouth where that is asked', () => expect(preparedFace(image, face, { mouth: false, pupils: false }).image).toBe(image));
  it('gives its own colours to lids and lips', () => {
    const { lids, lip } = sampledColours(image, face);
    expect([lids.skin, lids.line, lip]).toEqual(['#f4d78a', '#3b3040', '#8f3a3d']);
  });
  it('has its pupils lifted with their glints, and white where they were', () => {
    const prepared = preparedFace(image, face);
    for (const [side, x, y] of [
      ['left', 349, 484],
      ['right', 554, 474],
    ] as const) {
      const pupil = prepared.pupils[side];
      expect(pupil).toBeDefined();
      expect(Math.abs((pupil?.left ?? 0) + (pupil?.image.width ?? 0) / 2 - x)).toBeLessThan(3);
      expect(Math.abs((pupil?.image.width ?? 0) - 54)).toBeLessThan(7);
      expect(near(pixel(prepared.image, x, y), [255, 250, 240])).toBeLessThan(8);
      const middle = pupil?.image as Raster;
      expect(pixel(middle, middle.width / 2, middle.height / 2)[3]).toBe(255);
      expect(pixel(middle, 0, 0)[3]).toBe(0);
    }
  });
  it('has no pupil where nothing stands apart in the eye', () => {
    expect(liftedPupil({ width: 100, height: 100, data: new Uint8ClampedArray(40_000).fill(200) }, { x: 0.5, y: 0.5, halfWidth: 0.2, halfHeight: 0.2 })).toBeUndefined();
    // One eye alone does not look about.
    const blind = { ...face, right: { ...face.right, x: 0.65, y: 0.68 } };
    expect(preparedFace(image, blind).pupils).toEqual({});
  });
  it('opens its mouth only as far as its chin allows', () => {
    expect(roomFor(image, face)).toBeLessThan(1);
    const low = { ...face, chin: [0.5, 1.2] as [number, number] };
    expect(roomFor(image, low)).toBe(1);
    expect(roomFor(image, face, 0.5)).toBeGreaterThan(roomFor(image, face));
  });
});

describe('a picture as a figure', () => {
  const figure = pictureFigure(made, { lifted: true }, { media: 'whole', source: 'source', left: 'left', right: 'right' });
  const character = picturedCharacter('ch_000000000001', 'a0', 'Moon', figure);
  const images = new Map<string, Raster>([
    ['whole', made.image],
    ['left', made.pupils.left?.image as Raster],
    ['right', made.pupils.right?.image as Raster],
  ]);
  const painter = nodePainter(images);
  const [W, H] = [300, 300];
  const shown = (pose: PartialPose = {}, mouth: keyof typeof MOUTH_CHART = 'rest'): Raster => {
    const surface = paintFully(
      painter,
      { width: W, height: H, background: '#ffffff', planes: [{ id: 'a', view: [1, 0, 0, 1, W / 2, H - 20], nodes: drawFigure(character, posed(pose), MOUTH_CHART[mouth]).nodes }] },
      W,
      H,
    );
    const data = new Uint8ClampedArray(surface.pixels());
    surface.dispose();
    return { width: W, height: H, data };
  };
  /** Where a mark of the figure is seen, in pixels. */
  const at = ([x, y]: readonly [number, number]): [number, number] => {
    const wide = (figure.tall * figure.width) / figure.height;
    return [W / 2 + (x - 0.5) * wide, H - 20 + (y - 1) * figure.tall];
  };
  const unlike = (a: Raster, b: Raster): number => a.data.reduce((sum, value, n) => sum + Math.abs(value - (b.data[n] as number)), 0);

  it('takes what was chosen before what was found', () => {
    const chosen = pictureFigure(made, { lifted: false, mouth: { lip: '#112233', open: 0.5 }, lids: { skin: '#445566' }, moves: 0.2 }, { media: 'm', source: 's' });
    expect([chosen.mouth.lip, chosen.mouth.open, chosen.mouth.dark, chosen.lids.skin, chosen.moves, chosen.still]).toEqual([
      '#112233',
      0.5,
      figure.mouth.dark,
      '#445566',
      0.2,
      true,
    ]);
    expect(chosen.face.left.pupil).toBeUndefined();
    expect(figure.still).toBeUndefined();
  });
  it('speaks with its own mouth at the mark', () => {
    const [x, y] = at(made.face.mouth[1]);
    expect(near(pixel(shown({}, 'wide'), x, y + 4), [74, 26, 42])).toBeLessThan(130);
    expect(unlike(shown({}, 'wide'), shown({}, 'rest'))).toBeGreaterThan(20_000);
  });
  it('shuts its eyes with lids of its own skin', () => {
    const [x, y] = at([made.face.left.x, made.face.left.y]);
    expect(near(pixel(shown({ blink: 1 }), x, y - 3), [244, 215, 138])).toBeLessThan(20);
    expect(near(pixel(shown(), x + 2, y), [59, 48, 64])).toBeLessThan(40);
    expect(unlike(shown({ happyClosed: 1 }), shown({ blink: 1 }))).toBeGreaterThan(2000);
  });
  it('looks about with its pupils, inside the eye', () => {
    const [x, y] = at([made.face.right.x, made.face.right.y]);
    const dark = (image: Raster, dx: number): boolean => near(pixel(image, x + dx, y), [59, 48, 64]) < 60;
    const half = made.face.right.halfWidth * ((figure.tall * figure.width) / figure.height);
    expect(dark(shown({ gazeX: -1 }), -half * 0.55)).toBe(true);
    expect(dark(shown({ gazeX: -1 }), half * 0.55)).toBe(false);
    expect(dark(shown({ gazeX: 1 }), half * 0.55)).toBe(true);
  });
  it('turns, nods and tilts its head, breathes and leans, and is where it was at rest', () => {
    const rest = shown();
    for (const pose of [
      { headTurn: 0.4 },
      { headPitch: 0.8 },
      { headTilt: 12 },
      { chest: 8 },
      { lean: 8 },
      { hipX: 12 },
      { browInL: -8, browOutL: -8, browInR: -8, browOutR: -8 },
      { air: 30 },
    ] as PartialPose[])
      expect(unlike(shown(pose), rest), JSON.stringify(pose)).toBeGreaterThan(3000);
    expect(unlike(shown(), rest)).toBe(0);
  });
  it('that stays whole moves nothing but mouth and lids', () => {
    const still = picturedCharacter('ch_000000000002', 'a0', 'Photo', { ...figure, still: true });
    const { nodes } = drawFigure(still, posed({ headTurn: 0.5, headTilt: 20, lean: 9, chest: 9 }), MOUTH_CHART.rest);
    expect(nodes[0]).toMatchObject({ id: 'picture' });
    expect((nodes[0] as { image: { bend?: unknown } }).image.bend).toBeUndefined();
  });
});
