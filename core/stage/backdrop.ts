import type { Backdrop, FrameShape } from '../document/schema.ts';
import { IDENTITY, type Matrix } from '../draw/matrix.ts';
import { rect } from '../draw/path.ts';
import type { Colour, Node } from '../draw/picture.ts';
import { moved } from '../figure/face.ts';
import { frameSize } from './frame.ts';
import { setOf } from './sets/index.ts';

const memo = new WeakMap<Backdrop, Map<FrameShape, { nodes: readonly Node[]; background: Colour }>>();

/** A backdrop as nodes in stage units, and the colour behind it. The same object for the same backdrop and frame. */
export function backdropNodes(backdrop: Backdrop, shape: FrameShape): { nodes: readonly Node[]; background: Colour } {
  let frames = memo.get(backdrop);
  if (!frames) memo.set(backdrop, (frames = new Map()));
  let known = frames.get(shape);
  if (!known) frames.set(shape, (known = build(backdrop, shape)));
  return known;
}

function build(backdrop: Backdrop, shape: FrameShape): { nodes: readonly Node[]; background: Colour } {
  const { width, height } = frameSize(shape);
  if (backdrop.kind === 'colour')
    return {
      nodes: [{ id: 'backdrop', path: rect(-width / 2 - 10, -height / 2 - 10, width + 20, height + 20), matrix: IDENTITY, fill: backdrop.colour }],
      background: backdrop.colour,
    };
  if (backdrop.kind === 'set') {
    const set = setOf(backdrop.set);
    if (!set) return { nodes: [], background: '#dfe9e7' };
    // Sets are drawn for 16:9; other frames see their middle, and tall ones stand on the same floor.
    const k = Math.max(width / 1920, height / 1080);
    const matrix: Matrix = [k, 0, 0, k, 0, Math.min(0, height / 2 - 540 * k)];
    return { nodes: k === 1 ? set.draw() : set.draw().map((node) => moved(node, matrix)), background: set.background };
  }
  const ratio = backdrop.fit === 'fill' ? Math.max(width / backdrop.width, height / backdrop.height) : Math.min(width / backdrop.width, height / backdrop.height);
  const w = backdrop.width * ratio;
  const h = backdrop.height * ratio;
  return { nodes: [{ id: 'backdrop', matrix: IDENTITY, image: { media: backdrop.media, x: -w / 2, y: -h / 2, width: w, height: h } }], background: '#1a2f34' };
}

/** Where feet stand on a backdrop, in stage units. */
export function floorOf(backdrop: Backdrop, shape: FrameShape): number {
  const { height } = frameSize(shape);
  const floor = backdrop.kind === 'set' ? (setOf(backdrop.set)?.floor ?? 440) : 440;
  return Math.round(Math.min(height / 2 - 70, height / 2 - 540 + floor + (height > 1080 ? -40 : 0)));
}
