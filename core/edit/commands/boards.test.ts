import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { Document, Layer } from '../../document/schema.ts';
import type { Point } from '../../draw/matrix.ts';
import { schedule } from '../../schedule/schedule.ts';
import { layerBoxes } from '../../stage/boxes.ts';
import { propBox } from '../../stage/layers/prop.ts';
import { propOf } from '../../stage/props/index.ts';
import type { Prop } from '../../stage/props/prop.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { edit, type Recipe } from '../change.ts';
import { boardsIn, putOnBoard } from './boards.ts';
import { addLayer, groupLayers, holdLayer, removeLayers, setProperty } from './layers.ts';

const made = sampleDocument();
const { makeId, scene } = made;
const plain = { locked: false, hidden: false } as const;
const [board, chart, picture, group, outer] = Array.from({ length: 5 }, () => makeId('layer')) as [string, string, string, string, string];
const run = (document: Document, ...recipes: readonly Recipe[]): Document => recipes.reduce((now, recipe) => edit(now, 'x', makeId('change'), recipe).document, document);
const stood = run(
  made.document,
  addLayer(scene, board, { kind: 'prop', prop: 'whiteboard', x: -300, y: 360, scaleX: 1.3, scaleY: 1.3, angleDeg: 4, ...plain }),
  addLayer(scene, chart, { kind: 'chart', form: 'bars', title: 'Pull', table: 'Moon, 68\nSun, 32', width: 900, height: 600, x: 500, y: -200, ...plain }),
  addLayer(scene, picture, { kind: 'picture', media: 'a'.repeat(64), width: 300, height: 600, x: 0, y: 0, scaleX: 2, ...plain }),
);
const layersOf = (document: Document): Readonly<Record<string, Layer>> => document.scenes[scene]?.layers ?? {};
const cornersOf = (document: Document, id: string): readonly Point[] =>
  layerBoxes(schedule(document, () => undefined).scenes[0] as never, 0, filmFonts()).find((box) => box.id === id)?.corners ?? [];

/** Where a point of the board lies in shares of its screen: 0 to 1 is on it. */
function onScreen(document: Document, { x, y }: Point): Point {
  const box = propBox('whiteboard');
  const [left, top, width, height] = (propOf('whiteboard') as Prop).screen as readonly [number, number, number, number];
  const [a, b, , d] = cornersOf(document, board) as [Point, Point, Point, Point];
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - a.x, d.y - a.y];
  const area = ux * vy - uy * vx;
  const u = ((x - a.x) * vy - (y - a.y) * vx) / area;
  const v = ((y - a.y) * ux - (x - a.x) * uy) / area;
  return { x: (box.left + u * (box.right - box.left) - left) / width, y: (box.top + v * (box.bottom - box.top) - top) / height };
}

describe('a board in the scene', () => {
  it('is known by having a place to write on', () => {
    expect(boardsIn(document(stood)).map(([id]) => id)).toEqual([board]);
  });
  it('takes a chart in its own shape, all of it on the screen, turned as the board is', () => {
    const on = run(stood, putOnBoard(scene, chart, board, group));
    const corners = cornersOf(on, chart).map((corner) => onScreen(on, corner));
    for (const { x, y } of corners) expect([x > 0 && x < 0.06, x > 0.94 && x < 1].filter(Boolean).length + [y > 0 && y < 0.06, y > 0.94 && y < 1].filter(Boolean).length).toBe(2);
    expect(layersOf(on)[chart]).toMatchObject({ parent: group, angleDeg: 4 });
    expect(layersOf(on)[group]).toMatchObject({ kind: 'group', name: 'Whiteboard' });
  });
  it('keeps the shape of a picture, loses what was keyed of its place, and carries all along when it moves', () => {
    const keyed = run(
      stood,
      setProperty(scene, picture, { x: 200 }, 4800, () => makeId('key'), true),
    );
    expect(layersOf(keyed)[picture]?.keys?.x).toBeDefined();
    const on = run(keyed, putOnBoard(scene, picture, board, group));
    expect(layersOf(on)[picture]?.keys?.x).toBeUndefined();
    const middle = (doc: Document): Point => {
      const corners = cornersOf(doc, picture);
      return onScreen(doc, { x: corners.reduce((sum, { x }) => sum + x / 4, 0), y: corners.reduce((sum, { y }) => sum + y / 4, 0) });
    };
    expect(middle(on).x).toBeCloseTo(0.5, 2);
    expect(middle(on).y).toBeCloseTo(0.5, 2);
    for (const corner of cornersOf(on, picture)) {
      const { x, y } = onScreen(on, corner);
      expect([x > 0 && x < 1, y > 0 && y < 1]).toEqual([true, true]);
    }
    const moved = run(
      on,
      setProperty(scene, group, { x: 100, scaleX: 0.5 }, 0, () => makeId('key')),
    );
    expect(middle(moved).x).toBeCloseTo(0.5, 2);
    const [a, b, , d] = cornersOf(on, picture) as [Point, Point, Point, Point];
    expect(Math.hypot(b.x - a.x, b.y - a.y) / Math.hypot(d.x - a.x, d.y - a.y)).toBeCloseTo(0.5, 2);
  });
  it('finds its screen also where the board hangs from another place of itself', () => {
    const hung = run(
      stood,
      setProperty(scene, board, { anchorX: 0, anchorY: 0.2 }, 0, () => makeId('key')),
      putOnBoard(scene, chart, board, group),
    );
    for (const corner of cornersOf(hung, chart)) {
      const { x, y } = onScreen(hung, corner);
      expect([x > 0 && x < 1, y > 0 && y < 1]).toEqual([true, true]);
    }
  });
  it('takes a second one into the same group, also of another one', () => {
    const one = run(stood, putOnBoard(scene, chart, board, group));
    const two = run(one, groupLayers(scene, [picture], outer, 'Other'), putOnBoard(scene, picture, board, makeId('layer')));
    expect(layersOf(two)[picture]?.parent).toBe(group);
    expect(Object.values(layersOf(two)).filter(({ kind }) => kind === 'group')).toHaveLength(2);
  });
  it('takes nothing while somebody holds it', () => {
    const [figure] = Object.entries(layersOf(stood)).find(([, { kind }]) => kind === 'character') as [string, Layer];
    expect(() => run(run(stood, holdLayer(scene, board, figure, 'left')), putOnBoard(scene, chart, board, group))).toThrow('Put it down first');
  });
  it('takes nothing that has no sides, and is no table', () => {
    expect(() => run(stood, putOnBoard(scene, board, board, group))).toThrow('does not fit');
    expect(() => run(stood, putOnBoard(scene, chart, picture, group))).toThrow('Choose a board');
    expect(() => run(run(stood, removeLayers(scene, [board])), putOnBoard(scene, chart, board, group))).toThrow('gone from the stage');
  });
});

function document(of: Document): Document['scenes'][string] {
  return of.scenes[scene] as Document['scenes'][string];
}
