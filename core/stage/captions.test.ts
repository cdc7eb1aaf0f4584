import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import { CAPTION_LOOKS, CAPTION_PLACES, FRAMES, type FrameShape } from '../document/schema.ts';
import { transform } from '../draw/matrix.ts';
import { hull } from '../draw/path.ts';
import { isGroup, type Node } from '../draw/picture.ts';
import { edit } from '../edit/change.ts';
import { setCaptionStyle } from '../edit/commands/captions.ts';
import { sampleDocument } from '../testing/samples.ts';
import { captionNodes, captionStyle } from './captions.ts';

const fonts = filmFonts();
const ROWS = ['Good morning, Tully.', 'It is low tide.'];
const drawn = (look: (typeof CAPTION_LOOKS)[number], place: (typeof CAPTION_PLACES)[number], shape: FrameShape, colour?: number): Exclude<Node, { items: unknown }>[] =>
  captionNodes(ROWS, shape, fonts, colour, { look, place }).filter((node) => !isGroup(node)) as never;
const box = (nodes: ReturnType<typeof drawn>): { left: number; right: number; top: number; bottom: number } => {
  const out = { left: 1e9, right: -1e9, top: 1e9, bottom: -1e9 };
  for (const { path, matrix } of nodes) {
    if (!path?.length) continue;
    const { left, right, top, bottom } = hull(path);
    const [a, b] = [transform(matrix, left, top), transform(matrix, right, bottom)];
    [out.left, out.right, out.top, out.bottom] = [Math.min(out.left, a.x), Math.max(out.right, b.x), Math.min(out.top, a.y), Math.max(out.bottom, b.y)];
  }
  return out;
};

describe.each(CAPTION_LOOKS.flatMap((look) => CAPTION_PLACES.map((place) => [look, place] as const)))('captions on a %s at the %s', (look, place) => {
  it.each(Object.keys(FRAMES) as FrameShape[])('of %s stand in their half of the frame, words on their ground', (shape) => {
    const [width, height] = FRAMES[shape];
    const nodes = drawn(look, place, shape);
    const all = box(nodes);
    expect(all.left).toBeGreaterThan(0);
    expect(all.right).toBeLessThan(width);
    if (place === 'head') expect([all.top > 0, all.bottom < height / 2]).toEqual([true, true]);
    else expect([all.top > height / 2, all.bottom < height]).toEqual([true, true]);
    const words = box(nodes.filter(({ id }) => id.startsWith('caption.row')));
    const ground = nodes.filter(({ id }) => id === 'caption.plate');
    expect(ground).toHaveLength(look === 'letters' ? 0 : 1);
    if (!ground.length) return;
    const plate = box(ground);
    expect([words.left > plate.left, words.right < plate.right, words.top > plate.top, words.bottom < plate.bottom]).toEqual([true, true, true, true]);
  });
});

describe('captions', () => {
  it('without a ground have a dark edge about every row, beneath the letters', () => {
    const nodes = drawn('letters', 'foot', '16:9');
    expect(nodes.map(({ id }) => id)).toEqual(['caption.row0.edge', 'caption.row1.edge', 'caption.row0', 'caption.row1']);
    expect(nodes[0]?.stroke?.width).toBeGreaterThan(4);
  });
  it('on a ribbon carry the colour of who speaks in a bar and end with their cut', () => {
    const [one, two] = [drawn('ribbon', 'foot', '16:9', 1), drawn('ribbon', 'foot', '16:9', 2)];
    expect(one.find(({ id }) => id === 'caption.bar')?.fill).not.toBe(two.find(({ id }) => id === 'caption.bar')?.fill);
    expect([...(one[0]?.path ?? [])]).not.toEqual([...(two[0]?.path ?? [])]);
  });
  it('of a production that says nothing stand on a plate at the foot, and to say so again leaves nothing behind', () => {
    const { document, makeId } = sampleDocument();
    expect(captionStyle(document.production)).toEqual({ look: 'plate', place: 'foot' });
    const set = edit(document, 'x', makeId('change'), setCaptionStyle('letters', 'head')).document;
    expect(captionStyle(set.production)).toEqual({ look: 'letters', place: 'head' });
    const back = edit(set, 'x', makeId('change'), setCaptionStyle('plate', 'foot')).document;
    expect(back.production).toEqual(document.production);
  });
});
