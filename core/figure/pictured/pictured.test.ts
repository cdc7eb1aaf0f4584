import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PictureFigure } from '../../document/schema.ts';
import { transform } from '../../draw/matrix.ts';
import type { Bend, Item } from '../../draw/picture.ts';
import { picturedCharacter } from '../../edit/commands/pictures.ts';
import { schedule } from '../../schedule/schedule.ts';
import { drawnExtent, extentOf } from '../../stage/figures.ts';
import { actingIn, sampleDocument } from '../../testing/samples.ts';
import { inOrder } from '../../time/order.ts';
import { ACTIONS } from '../actions/index.ts';
import { playAction } from '../actions/play.ts';
import { EXPRESSIONS } from '../expressions/index.ts';
import { drawFigure } from '../figure.ts';
import { goesOn } from '../goesOn.ts';
import { bodyOf } from '../mascots/index.ts';
import { MOUTH_CHART } from '../mouth.ts';
import { posed } from '../pose.ts';
import { heightOf } from '../proportions.ts';
import { bendingOf, bendOf, matrixAt } from './bending.ts';
import { pictureHead, pictureModel } from './model.ts';
import { MOUTH_MAKERS } from './mouths.ts';

const eye = (x: number): PictureFigure['face']['left'] => ({ x, y: 0.3, halfWidth: 0.05, halfHeight: 0.04 });
const half: PictureFigure = {
  media: 'a'.repeat(64),
  source: 'b'.repeat(64),
  width: 600,
  height: 900,
  tall: 420,
  face: {
    left: eye(0.4),
    right: eye(0.6),
    brows: {
      left: [
        [0.44, 0.24],
        [0.4, 0.23],
        [0.35, 0.24],
      ],
      right: [
        [0.56, 0.24],
        [0.6, 0.23],
        [0.65, 0.24],
      ],
    },
    mouth: [
      [0.42, 0.42],
      [0.5, 0.43],
      [0.58, 0.42],
    ],
    chin: [0.5, 0.5],
    tiltDeg: 0,
    facing: 0,
  },
  mouth: { style: 'ink', width: 0.9, open: 0.8, line: 1, lip: '#a04040', dark: '#501020' },
  lids: { skin: '#e0b090', shade: '#c89878', line: '#302020' },
  moves: 1,
};
const head: PictureFigure = { ...half, width: 600, height: 500, tall: 260, face: { ...half.face, chin: [0.5, 0.95] } };
const who = (picture: PictureFigure) => picturedCharacter('ch_000000000001', 'a0', 'Pip', picture);

describe('a picture that acts', () => {
  it('lies as it was drawn while nothing is asked of it', () => {
    for (const picture of [half, head]) {
      const model = pictureModel(picture);
      const bending = bendingOf(model, posed({}), MOUTH_CHART.rest);
      for (const [x, y] of [
        [0, 0],
        [-80, -300],
        [120, -20],
        [0, -picture.tall],
      ] as const) {
        const at = bending(x, y);
        expect(Math.hypot(at.x - x, at.y - y)).toBeLessThan(0.01);
      }
    }
  });
  it('stays on the floor where it has a body: its lower edge holds while the head moves', () => {
    const bending = bendingOf(pictureModel(half), posed({ headTurn: 0.5, headTilt: 25, headPitch: 1, lean: 12, hipX: 20, chest: 9 }), MOUTH_CHART.wide);
    for (const x of [-130, -40, 0, 60, 135]) {
      const at = bending(x, 0);
      expect(Math.abs(at.x - x)).toBeLessThan(Math.abs(x) * 0.12 + 0.5);
      expect(Math.abs(at.y)).toBeLessThan(0.5);
    }
    const { centre } = pictureModel(half);
    expect(Math.hypot(bending(centre.x, centre.y).x - centre.x, bending(centre.x, centre.y).y - centre.y)).toBeGreaterThan(10);
  });
  it('turns the front of its face more than its outline, and as far either way', () => {
    const model = pictureModel(head);
    const turned = (yaw: number) => bendingOf(model, posed({ headTurn: yaw }), MOUTH_CHART.rest);
    const { centre, radius } = model;
    const middle = turned(0.5)(centre.x, centre.y).x - centre.x;
    expect(middle).toBeGreaterThan(radius * 0.12);
    expect(turned(-0.5)(centre.x, centre.y).x - centre.x).toBeCloseTo(-middle, 6);
    expect(Math.abs(turned(0.5)(centre.x - radius * 1.1, centre.y).x - (centre.x - radius * 1.1))).toBeLessThan(middle * 0.2);
  });
  it('lets its chin down with the mouth, and its brows go where they are asked', () => {
    const model = pictureModel(half);
    const wide = bendingOf(model, posed({}), MOUTH_CHART.wide);
    expect(wide(model.chin.x, model.chin.y).y).toBeGreaterThan(model.chin.y + 1);
    expect(wide(model.left.at.x, model.left.at.y).y).toBeCloseTo(model.left.at.y, 2);
    const up = bendingOf(model, posed({ browInL: -8, browOutL: -8 }), MOUTH_CHART.rest);
    const [left, right] = model.brows.map(({ points }) => points[1]) as [{ x: number; y: number }, { x: number; y: number }];
    expect(up(left.x, left.y).y).toBeLessThan(left.y - 2);
    expect(up(right.x, right.y).y).toBeCloseTo(right.y, 1);
  });
  it('never folds over itself, whatever it acts', () => {
    const run = fc.record({
      headTurn: fc.double({ min: -0.6, max: 0.6, noNaN: true }),
      headTilt: fc.double({ min: -25, max: 25, noNaN: true }),
      headPitch: fc.double({ min: -1.2, max: 1.2, noNaN: true }),
      lean: fc.double({ min: -20, max: 20, noNaN: true }),
      chest: fc.double({ min: -2, max: 10, noNaN: true }),
      hipX: fc.double({ min: -25, max: 25, noNaN: true }),
      browInL: fc.double({ min: -10, max: 10, noNaN: true }),
    });
    fc.assert(
      fc.property(run, fc.constantFrom(half, head), fc.constantFrom(...(['rest', 'wide', 'pucker'] as const)), (pose, picture, mouth) => {
        const model = pictureModel(picture);
        const { columns, rows, corners } = bendOf(model, bendingOf(model, posed(pose), MOUTH_CHART[mouth]));
        const at = (i: number, j: number): [number, number] => [corners[(j * (columns + 1) + i) * 2] as number, corners[(j * (columns + 1) + i) * 2 + 1] as number];
        for (let j = 0; j < rows; j++)
          for (let i = 0; i < columns; i++) {
            const [[ax, ay], [bx, by], [cx, cy]] = [at(i, j), at(i + 1, j), at(i, j + 1)];
            expect((bx - ax) * (cy - ay) - (cx - ax) * (by - ay)).toBeGreaterThan(0);
          }
      }),
      { numRuns: 60 },
    );
  });
  it('takes every action and every face that people take, without a number that is none', () => {
    for (const action of ACTIONS) {
      const { nodes } = drawFigure(who(half), posed(playAction(action, 'right', 0.4)), MOUTH_CHART.mid);
      const text = JSON.stringify(nodes, (_, value) => (ArrayBuffer.isView(value) ? [...(value as unknown as number[])] : value));
      expect(text.includes('null') || text.includes('NaN'), action.id).toBe(false);
    }
    for (const { id, face } of EXPRESSIONS) expect(drawFigure(who(half), posed(face), MOUTH_CHART.rest).nodes.length, id).toBeGreaterThan(2);
  });
  it('is as tall as it was made, slides instead of walking, and lies in the box that the stage asks for', () => {
    for (const picture of [half, head]) expect(heightOf(bodyOf(who(picture)))).toBeCloseTo(picture.tall, 0);
    expect(goesOn(who(half))).toBe('seat');
    const { document } = sampleDocument();
    const [id, layer] = inOrder(Object.values(document.scenes)[0]?.layers ?? {}).find(([, { kind }]) => kind === 'character') as [string, { character: string }];
    const cast = { ...document, characters: { ...document.characters, [layer.character]: { ...who(half), id: layer.character } } };
    const scene = schedule(cast, () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
    const acting = actingIn(scene, id);
    for (const tick of [0, 40_000, 120_000]) {
      const box = extentOf(acting, tick);
      const drawn = drawnExtent(drawFigure(acting.character, posed({}), MOUTH_CHART.rest).nodes);
      expect(drawn.left >= box.left && drawn.right <= box.right && drawn.top >= box.top && drawn.bottom <= box.bottom + 8).toBe(true);
    }
  });
  it('shows its head in small pictures', () => {
    const { y, tall } = pictureHead(half);
    expect(y).toBeLessThan(-half.tall * 0.55);
    expect(tall).toBeLessThan(half.tall);
    expect(pictureHead(head).tall).toBeGreaterThan(head.tall);
  });
  it('has something else at each place as it bends there', () => {
    const matrix = matrixAt((x, y) => ({ x: 2 * x + 1, y: y / 2 - 3 }), { x: 4, y: 6 }, 1);
    expect(matrix).toEqual([2, 0, 0, 0.5, 9, 0]);
  });
});

describe('a mouth on a picture', () => {
  const drawn = (style: PictureFigure['mouth']['style'], line = 1) => {
    const { nodes } = drawFigure(who({ ...half, mouth: { ...half.mouth, style, line } }), posed({}), MOUTH_CHART.wide);
    return nodes.filter(({ id }) => id.startsWith('m.'));
  };
  it('is drawn otherwise in each hand, within the same mouth', () => {
    const styles = Object.keys(MOUTH_MAKERS) as PictureFigure['mouth']['style'][];
    expect(new Set(styles.map((style) => JSON.stringify(drawn(style)))).size).toBe(styles.length);
    for (const style of styles) expect(drawn(style).some(({ id }) => id.endsWith('cavity'))).toBe(true);
  });
  it('has thicker lines where that is asked', () => {
    const width = (line: number): number => Math.max(...drawn('ink', line).map((node) => ('stroke' in node && node.stroke?.width) || 0));
    expect(width(2)).toBeCloseTo(width(1) * 2, 6);
  });
});

describe('arms of a picture', () => {
  const limbed: PictureFigure = {
    ...half,
    limbs: [
      { media: 'c'.repeat(64), side: 'left', x: 0.2, y: 0.7, width: 0.1, height: 0.3, hinge: [0.24, 0.58] },
      { media: 'd'.repeat(64), side: 'right', x: 0.8, y: 0.7, width: 0.1, height: 0.3, hinge: [0.76, 0.58] },
    ],
  };
  /** Where the end of an arm is seen. */
  const hand = (pose: Parameters<typeof posed>[0], n: 0 | 1): { x: number; y: number } => {
    const item = drawFigure(who(limbed), posed(pose), MOUTH_CHART.rest).nodes.find(({ id }) => id === `limb${n}`) as Item;
    const image = item.image as NonNullable<Item['image']>;
    return transform(item.matrix, image.x + image.width / 2, image.y + image.height);
  };

  it('hang as they are drawn at rest, and are raised outwards with the shoulder on their side', () => {
    const [left, right] = [hand({}, 0), hand({}, 1)];
    const tall = limbed.tall;
    expect(left.y).toBeCloseTo(-0.15 * tall, 0);
    const up = hand({ upperL: 90 }, 0);
    expect(up.x).toBeLessThan(left.x - 20);
    expect(up.y).toBeLessThan(left.y - 30);
    expect(hand({ upperL: 90 }, 1)).toEqual(right);
    const other = hand({ upperR: 90, elbowR: 40 }, 1);
    expect(other.x).toBeGreaterThan(right.x + 20);
    expect(other.y).toBeLessThan(right.y - 30);
  });

  it('never come off: wherever a gesture takes them, hinge and picture stay together', () => {
    for (const action of ACTIONS)
      for (const [n, side] of [
        [0, 'left'],
        [1, 'right'],
      ] as const) {
        const nodes = drawFigure(who(limbed), posed(playAction(action, side, 0)), MOUTH_CHART.mid).nodes;
        const limb = nodes.find(({ id }) => id === `limb${n}`) as Item;
        const whole = nodes.find(({ id }) => id === 'picture') as Item;
        const { columns, rows, corners } = (whole.image as NonNullable<Item['image']>).bend as Bend;
        const { hinge } = (limbed.limbs as NonNullable<PictureFigure['limbs']>)[n] as NonNullable<PictureFigure['limbs']>[number];
        const [hx, hy] = hinge;
        const at = 2 * (Math.round(hy * rows) * (columns + 1) + Math.round(hx * columns));
        expect(Math.hypot((limb.matrix[4] as number) - (corners[at] as number), (limb.matrix[5] as number) - (corners[at + 1] as number)), `${action.id}`).toBeLessThan(22);
      }
  });
});
