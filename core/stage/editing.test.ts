import { describe, expect, it } from 'vitest';
import { type Item, isGroup, type Plane } from '../draw/picture.ts';
import { NO_FONTS } from '../draw/text.ts';
import { schedule } from '../schedule/schedule.ts';
import { everything } from '../testing/everything.ts';
import { planeOf, withEditing } from './editing.ts';
import { evaluate } from './evaluate.ts';

const made = everything();
const scene = schedule(made.document, () => undefined).scenes[0];
if (!scene) throw new Error('no scene');
const TICK = 48_000;
const picture = evaluate(made.document, scene, TICK, NO_FONTS, { wholeSet: true, captions: false });
const shown = (editing: Partial<Parameters<typeof withEditing>[1]>) =>
  withEditing(picture, { marks: [], ghosts: [], line: 3, rim: 6, ...editing }, made.document, scene, NO_FONTS, { wholeSet: true, captions: false });
const items = (plane: Plane): Item[] => plane.nodes.flatMap((node) => (isGroup(node) ? (node.items.filter((one) => !isGroup(one)) as Item[]) : [node]));

/** The planes that a layer's own lies among, wherever that is. */
function among(planes: readonly Plane[], id: string): readonly Plane[] {
  if (planes.some((plane) => plane.id === id)) return planes;
  for (const plane of planes) {
    const found = plane.planes && among(plane.planes, id);
    if (found?.length) return found;
  }
  return [];
}
const marked = (id: string) => {
  const planes = among(shown({ marks: [{ id, colour: '#ee6114' }] }).planes, id);
  const at = planes.findIndex((plane) => plane.id === id);
  return { planes, at, line: planes[at - 1] as Plane, own: planes[at] as Plane };
};

describe('what is chosen', () => {
  const { star, lamp } = made.layers;
  it.each([
    ['on the stage itself', star],
    ['in a group', lamp],
  ])('%s has a white line and one in its own colour right behind it, and is the same itself', (_, id) => {
    const { planes, at, own } = marked(id);
    expect(planes.slice(at - 2, at + 1).map((plane) => plane.id)).toEqual([`${id}.rim`, `${id}.line`, id]);
    expect(own).toBe(planeOf(picture.planes, id));
  });
  it('has lines as wide on the screen as asked, whatever its scale', () => {
    const { line, own } = marked(star);
    const [one, drawn] = [items(line)[0], items(own)[0]];
    expect(one?.stroke?.paint).toBe('#ee6114');
    const more = (one?.stroke?.width ?? 0) - (drawn?.stroke?.width ?? 0);
    expect(more * Math.sqrt(Math.abs(line.view[0] * line.view[3] - line.view[1] * line.view[2]))).toBeCloseTo(6, 3);
  });
  it('is outlined by the same list of lines while it stands still', () => expect(marked(star).line.nodes).toBe(marked(star).line.nodes));
  it('that is not on the stage changes nothing', () => expect(shown({ marks: [{ id: 'la_000000000000', colour: '#000000' }] }).planes).toEqual(picture.planes));
});

describe('a ghost', () => {
  it('is the layer at another moment, faint, behind it', () => {
    const { planes } = shown({ ghosts: [{ id: made.layers.star, tick: 0 }] });
    const ghost = planeOf(planes, `${made.layers.star}.ghost`);
    expect(ghost?.alpha).toBeCloseTo(0.22);
    const then = planeOf(evaluate(made.document, scene, 0, NO_FONTS, { wholeSet: true, captions: false }).planes, made.layers.star);
    expect(ghost?.view).toEqual(then?.view);
  });
});

it('a picture that nothing is chosen in stays the same object', () => expect(shown({})).toBe(picture));

it('another view shows the same stage larger', () => {
  const near = evaluate(made.document, scene, TICK, NO_FONTS, { wholeSet: true, captions: false, view: { x: 0, y: 0, width: 960 } });
  const [a, b] = [picture, near].map(({ planes }) => planeOf(planes, made.layers.card)?.view[0] as number) as [number, number];
  expect(b / a).toBeCloseTo(2, 6);
});
