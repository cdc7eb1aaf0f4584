import { IDENTITY } from '../../draw/matrix.ts';
import type { Node } from '../../draw/picture.ts';
import { type DrawnKind, middleBox } from './kind.ts';

const drawn = new WeakMap<object, readonly Node[]>();

/** A picture of one's own. */
export const picture: DrawnKind<'picture'> = {
  kind: 'picture',
  entry: { label: 'Picture', icon: 'M4 5h16v14H4zM4 16l5-5 4 4 3-3 4 4M9 9.5a1 1 0 1 1-2 0 1 1 0 0 1 2 0', fields: [] },
  nodes({ layer }) {
    let nodes = drawn.get(layer);
    if (!nodes) {
      const { media, width, height, chroma } = layer;
      drawn.set(layer, (nodes = [{ id: 'picture', matrix: IDENTITY, image: { media, x: -width / 2, y: -height / 2, width, height, ...(chroma ? { keying: chroma } : {}) } }]));
    }
    return nodes;
  },
  box: ({ layer }) => middleBox(layer.width, layer.height),
};
