import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { ACTIONS } from '../figure/actions/index.ts';
import { DESIGNS, type DesignId, designed } from '../figure/cast.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { sceneIn } from '../testing/everything.ts';
import { actingIn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { drawnExtent, extentOf, figureAt, poseAt } from './figures.ts';

describe('the box about a figure’s joints', () => {
  it.each(Object.keys(DESIGNS) as DesignId[])('holds all that is drawn of %s, in every action', (design) => {
    const made = sampleDocument();
    const [layer] = inOrder(sceneIn(made.document, made.scene).layers)[0] as [string, unknown];
    const character = (sceneIn(made.document, made.scene).layers[layer] as { character: string }).character;
    const base: Document = { ...made.document, characters: { ...made.document.characters, [character]: { ...designed(design, character, 'a0') } } };
    for (const [n, action] of ACTIONS.entries()) {
      if (n % 3 !== Object.keys(DESIGNS).indexOf(design) % 3) continue;
      const start = { to: 'scene', edge: 'start', offset: 60_000 } as const;
      const cue = { kind: 'gesture', layer, action: action.id, hand: 'right', strength: 1.2, order: 'a0', start, end: { ticks: 60_000 } } as const;
      const document = edit(base, 'x', 'cg_000000000001', hangCue(made.scene, 'cu_000000000001', cue)).document;
      const acting = actingIn(
        sceneSchedule(document, sceneIn(document, made.scene), () => undefined),
        layer,
      );
      for (const tick of [40_000, 56_000, 62_000, 90_000, 118_000]) {
        const all = drawnExtent(figureAt(layer, acting, tick).nodes);
        const box = extentOf(acting, tick);
        expect(all.left >= box.left && all.right <= box.right && all.top >= box.top, `${action.id} at ${tick}: ${JSON.stringify(all)} in ${JSON.stringify(box)}`).toBe(true);
      }
    }
  });
});

describe('what hangs from somebody who goes', () => {
  it('is behind on the way, and at rest again once they stand', () => {
    const made = sampleDocument();
    const [layer] = inOrder(sceneIn(made.document, made.scene).layers)[0] as [string, unknown];
    const start = { to: 'scene', edge: 'start', offset: 60_000 } as const;
    const move = { kind: 'move', layer, x: 600, y: 390, walk: true, gait: 'walk', ease: 'both', order: 'a0', start, end: { ticks: 120_000 } } as const;
    const document = edit(made.document, 'x', 'cg_000000000001', hangCue(made.scene, 'cu_000000000001', move as never)).document;
    const acting = actingIn(
      sceneSchedule(document, sceneIn(document, made.scene), () => undefined),
      layer,
    );
    // To the right: the hem comes after, to the left of the hips.
    expect(poseAt(acting, 110_000).hemSwing).toBeLessThan(-3);
    expect(Math.abs(poseAt(acting, 50_000).hemSwing)).toBeLessThan(1);
    expect(Math.abs(poseAt(acting, 200_000).hemSwing)).toBeLessThan(2);
  });
});
