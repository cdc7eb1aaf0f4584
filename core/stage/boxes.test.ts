import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { Cue, Document } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { flipLayers } from '../edit/commands/layers.ts';
import { schedule } from '../schedule/schedule.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { type Joint, layerBoxes } from './boxes.ts';

const made = sampleDocument();
const { scene } = made;
const fonts = filmFonts();
const [figure] = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string];
const [line] = inOrder(made.document.scenes[scene]?.lines ?? {}).map(([id]) => id) as [string];
const [word] = inOrder(made.document.scenes[scene]?.lines[line]?.words ?? {}).map(([id]) => id) as [string];
const boxOf = (document: Document, tick = 0) => {
  const found = layerBoxes(schedule(document, () => undefined).scenes[0] as never, tick, fonts).find(({ id }) => id === figure);
  if (!found) throw new Error('It is not on the stage.');
  return found;
};
const joint = (joints: readonly Joint[] | undefined, part: Joint['part'], side?: Joint['side']): Joint => joints?.find((one) => one.part === part && one.side === side) as Joint;

describe('the joints of a figure', () => {
  const { joints, anchor, corners } = boxOf(made.document);
  it('lie where the body has them: head over hip over feet, one arm on either side, all inside its box', () => {
    expect(joints).toHaveLength(8);
    expect(joint(joints, 'head').y).toBeLessThan(joint(joints, 'hip').y);
    expect(joint(joints, 'hip').y).toBeLessThan(anchor.y);
    for (const part of ['shoulder', 'elbow', 'wrist'] as const) expect(joint(joints, part, 'left').x).toBeLessThan(joint(joints, part, 'right').x);
    const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
    for (const { x, y } of joints ?? []) {
      expect(x).toBeGreaterThan(Math.min(...xs));
      expect(x).toBeLessThan(Math.max(...xs));
      expect(y).toBeGreaterThan(Math.min(...ys));
      expect(y).toBeLessThan(Math.max(...ys));
    }
  });
  it('go with what the body does', () => {
    const waving = edit(
      made.document,
      'Wave',
      'cg_000000000001',
      hangCue(scene, 'cu_000000000001', { ...gestureOn(figure, word), end: { ticks: TICKS_PER_SECOND } } as Cue),
    ).document;
    const start = schedule(waving, () => undefined).scenes[0]?.resolved.cues.get('cu_000000000001')?.start ?? 0;
    const up = boxOf(waving, start + 12_000).joints;
    expect(joint(up, 'wrist', 'right').y).toBeLessThan(joint(joints, 'wrist', 'right').y - 60);
  });
  it('change sides where it is mirrored', () => {
    const mirrored = boxOf(edit(made.document, 'Flip', 'cg_000000000001', flipLayers(scene, [figure])).document).joints;
    expect(joint(mirrored, 'wrist', 'left').x).toBeGreaterThan(joint(mirrored, 'wrist', 'right').x);
  });
  it('are only where there is a body', () => {
    const document = edit(made.document, 'Radio', 'cg_000000000001', (draft) => {
      const target = draft.scenes[scene] as Document['scenes'][string];
      target.layers.la_00000000000p = { kind: 'prop', prop: 'radio', order: 'z0', locked: false, hidden: false };
    }).document;
    const prop = layerBoxes(schedule(document, () => undefined).scenes[0] as never, 0, fonts).find(({ id }) => id === 'la_00000000000p');
    expect(prop?.joints).toBeUndefined();
  });
});
