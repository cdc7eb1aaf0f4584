import { describe, expect, it } from 'vitest';
import type { Layer, Scene } from '#core/document/schema';
import { landingAt, treeRows } from './treeRows.ts';

const layer = (order: string, kind: 'group' | 'shape' = 'shape', parent?: string): Layer =>
  ({
    kind,
    order,
    locked: false,
    hidden: false,
    ...(parent ? { parent } : {}),
    ...(kind === 'shape' ? { form: 'star', width: 1, height: 1, filled: true, line: 0 } : {}),
  }) as Layer;
/** Front to back: sun, group (front, back), floor. */
const scene: Pick<Scene, 'layers'> = {
  layers: { floor: layer('a0'), group: layer('a1', 'group'), sun: layer('a2'), back: layer('a0', 'shape', 'group'), front: layer('a1', 'shape', 'group') },
};
const rows = treeRows(scene, {});
const land = (dragged: string, gap: number, wished = 0) => landingAt(scene, rows, dragged, gap, wished);

describe('rows of the tree', () => {
  it('go from front to back, what is in a group after it and one deeper', () =>
    expect(rows.map(({ id, depth }) => [id, depth])).toEqual([
      ['sun', 0],
      ['group', 0],
      ['front', 1],
      ['back', 1],
      ['floor', 0],
    ]));
  it('leave out what is in a folded group', () => expect(treeRows(scene, { group: false }).map(({ id }) => id)).toEqual(['sun', 'group', 'floor']));
  it('know an empty group as one that can hold something', () => {
    const [row] = treeRows({ layers: { only: layer('a0', 'group') } }, {});
    expect(row).toMatchObject({ holds: true, open: true });
  });
});

describe('a row that is let go', () => {
  it('between two rows lies behind the upper and in front of the lower one', () => expect(land('floor', 1)).toEqual({ parent: undefined, after: 'group', depth: 0 }));
  it('above all lies before all, below all behind all', () => {
    expect(land('floor', 0)).toMatchObject({ after: 'sun' });
    expect(land('sun', 5)).toEqual({ parent: undefined, after: null, depth: 0 });
  });
  it('under an open group lies in it, as its foremost', () => expect(land('sun', 2, 0)).toEqual({ parent: 'group', after: 'front', depth: 1 }));
  it('under the last of a group lies in it or beside it, by how far to the right it is held', () => {
    expect(land('sun', 4, 1)).toEqual({ parent: 'group', after: null, depth: 1 });
    expect(land('sun', 4, 0)).toEqual({ parent: undefined, after: 'floor', depth: 0 });
  });
  it('never lies in itself', () => expect(land('group', 3, 1)?.parent).toBeUndefined());
  it('is not held deeper than there is anything to hold it', () => expect(land('floor', 1, 4)).toMatchObject({ depth: 0, parent: undefined }));
});
