import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CueOf, Document } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { changeLayer } from '../edit/commands/layers.ts';
import { type SceneSchedule, schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { cameraAt, framingView } from './camera.ts';
import type { View } from './frame.ts';

const made = sampleDocument();
const { document, scene } = made;
const [marit, tully] = inOrder(document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const shot = (values: Partial<CueOf<'camera'>>): CueOf<'camera'> =>
  ({
    kind: 'camera',
    framing: 'medium',
    subjects: [marit],
    x: 0,
    y: 0,
    width: 1920,
    over: 0,
    push: 0,
    order: 'a0',
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 48_000 },
    ...values,
  }) as CueOf<'camera'>;
const placed = (of: Document): SceneSchedule => schedule(of, () => undefined).scenes[0] as SceneSchedule;
const at = (x: number, other: number): SceneSchedule =>
  placed(
    edit(document, 'place', 'cg_000000000001', (draft) => {
      changeLayer(scene, marit, { x } as never)(draft);
      changeLayer(scene, tully, { x: other, scaleX: 1.4, scaleY: 1.4 } as never)(draft);
    }).document,
  );
const withShot = (values: Partial<CueOf<'camera'>>, of = document): SceneSchedule =>
  placed(edit(of, 'shot', 'cg_000000000002', hangCue(scene, 'cu_000000000001', shot(values))).document);
/** From where to where a head of a layer is, across: its middle and a head's width. */
function headOf(of: SceneSchedule, id: string): [number, number] {
  const staged = of.layers.get(id);
  const p = staged?.acting?.p;
  if (!staged || !p || staged.layer.kind !== 'character') throw new Error('nobody');
  const half = p.headWidth * Math.abs(staged.layer.scaleX ?? 1);
  return [(staged.layer.x ?? 0) - half, (staged.layer.x ?? 0) + half];
}
const edges = ({ x, width }: View): [number, number] => [x - width / 2, x + width / 2];

describe('a medium or close shot', () => {
  it('holds its subject’s head, with room above', () =>
    fc.assert(
      fc.property(fc.integer({ min: -700, max: 700 }), fc.constantFrom('medium' as const, 'close' as const), (x, framing) => {
        const of = at(x, x > 0 ? -800 : 800);
        const [l, r] = edges(framingView(of, shot({ framing }), 0, '16:9'));
        const [hl, hr] = headOf(of, marit);
        expect(hl).toBeGreaterThan(l);
        expect(hr).toBeLessThan(r);
      }),
      { numRuns: 40 },
    ));
  it('has a presenter who is alone off the middle, with room where something is shown, else where the face looks', () => {
    const alone = (more: Record<string, object> = {}, turn = 0.2): number => {
      const of = edit(document, 'alone', 'cg_000000000003', (draft) => {
        changeLayer(scene, marit, { x: 0, turn } as never)(draft);
        const { layers } = draft.scenes[scene] as { layers: Record<string, object> };
        delete layers[tully];
        Object.assign(layers, more);
      }).document;
      const view = framingView(placed(of), shot({}), 0, '16:9');
      return -view.x / view.width;
    };
    expect(alone()).toBeLessThan(-0.07);
    expect(alone({}, -0.2)).toBeGreaterThan(0.07);
    const lamp = (x: number) => ({ la_00000000lamp: { kind: 'prop', prop: 'lantern', order: 'z0', x, y: 300, locked: false, hidden: false } });
    expect(alone(lamp(-500))).toBeGreaterThan(0.04);
    expect(alone(lamp(500))).toBeLessThan(-0.07);
    // Of two, nobody is moved aside but by the way they look.
    const two = framingView(at(0, 800), shot({}), 0, '16:9');
    expect(Math.abs(two.x / two.width)).toBeLessThan(0.07);
  });
  it('cuts through nobody’s head where there is a way round it', () => {
    let cutBefore = 0;
    let cutNow = 0;
    for (let gap = 200; gap <= 620; gap += 20) {
      const of = at(-200, -200 + gap);
      const [l, r] = edges(framingView(of, shot({}), 0, '16:9'));
      const [hl, hr] = headOf(of, tully);
      const cuts = (edge: number): boolean => hl < edge - 1 && hr > edge + 1;
      if (cuts(l) || cuts(r)) cutNow++;
      // As it would stand without anybody beside.
      const alone = placed(
        edit(of.scene ? { ...document, scenes: { [scene]: of.scene } } : document, 'alone', 'cg_000000000003', changeLayer(scene, tully, { hidden: true })).document,
      );
      const [al, ar] = edges(framingView(alone, shot({}), 0, '16:9'));
      if (cuts(al) || cuts(ar)) cutBefore++;
    }
    expect(cutBefore).toBeGreaterThan(3);
    expect(cutNow).toBe(0);
  });
});

describe('a camera', () => {
  it('stays where its subject stood, or goes along if asked', () => {
    const walking = edit(
      document,
      'walk',
      'cg_000000000004',
      hangCue(scene, 'cu_000000000002', {
        kind: 'move',
        layer: marit,
        x: 600,
        y: 440,
        walk: true,
        ease: 'both',
        order: 'a1',
        start: { to: 'scene', edge: 'start', offset: 0 },
        end: { ticks: 96_000 },
      }),
    ).document;
    const still = withShot({}, walking);
    expect(cameraAt(still, 90_000, '16:9').x).toBe(cameraAt(still, 10_000, '16:9').x);
    const along = withShot({ follow: true }, walking);
    expect(cameraAt(along, 90_000, '16:9').x).toBeGreaterThan(cameraAt(along, 10_000, '16:9').x + 100);
  });
  it('shakes as strongly as asked, alike every time, and never looks out of the frame', () => {
    const views = (shake: number): View[] => Array.from({ length: 60 }, (_, n) => cameraAt(withShot({ shake }), n * 2000, '16:9'));
    const spread = (list: View[]): number => Math.max(...list.map(({ x }) => x)) - Math.min(...list.map(({ x }) => x));
    expect(spread(views(0.0001))).toBeLessThan(1);
    expect(spread(views(1))).toBeGreaterThan(spread(views(0.3)) * 2);
    expect(views(0.6)).toEqual(views(0.6));
    for (const view of views(1)) {
      expect(view.x - view.width / 2).toBeGreaterThanOrEqual(-960.1);
      expect(view.x + view.width / 2).toBeLessThanOrEqual(960.1);
    }
  });
});
