import { describe, expect, it } from 'vitest';
import { restValue } from '../document/properties.ts';
import type { Document, Layer, Scene } from '../document/schema.ts';
import type { Plane } from '../draw/picture.ts';
import { NO_FONTS } from '../draw/text.ts';
import { edit } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { designed } from '../figure/cast.ts';
import { characterLayers } from '../schedule/casting.ts';
import { type SceneSchedule, sceneSchedule } from '../schedule/schedule.ts';
import { sceneIn } from '../testing/everything.ts';
import { sampleDocument } from '../testing/samples.ts';
import { toTicks } from '../time/ticks.ts';
import { cameraAt } from './camera.ts';
import { evaluate } from './evaluate.ts';
import { shoulderAt } from './shoulder.ts';

const made = sampleDocument();
const [one, two] = characterLayers(sceneIn(made.document, made.scene)).map(([id]) => id) as [string, string];
const pair = (second: 'noor' | 'tully'): Document => ({
  ...made.document,
  characters: Object.fromEntries(Object.entries(made.document.characters).map(([id, was], n) => [id, { ...designed(n === 0 ? 'marit' : second, id, was.order) }])),
});
const shot = (framing: 'shoulder' | 'wide' | 'medium', subjects: string[], at: number, over = 0) =>
  ({
    kind: 'camera',
    framing,
    subjects,
    x: 0,
    y: 0,
    width: 1920,
    over,
    push: 0,
    order: `a${at}`,
    start: { to: 'scene', edge: 'start', offset: toTicks(at) },
    end: { ticks: toTicks(1) },
  }) as const;
const withShots = (document: Document, ...shots: readonly ReturnType<typeof shot>[]): { document: Document; scene: SceneSchedule } => {
  const shown = shots.reduce((now, cue, n) => edit(now, 'x', `cg_00000000000${n}`, hangCue(made.scene, `cu_00000000000${n}`, cue)).document, document);
  return { document: shown, scene: sceneSchedule(shown, sceneIn(shown, made.scene) as Scene, () => undefined) };
};
const planes = (of: { document: Document; scene: SceneSchedule }, seconds: number, wholeSet = false): readonly Plane[] =>
  evaluate(of.document, of.scene, toTicks(seconds), NO_FONTS, { wholeSet, captions: false }).planes;

describe('a shot over a shoulder', () => {
  const over = withShots(pair('noor'), shot('shoulder', [one, two], 0));
  it('has the other in the foreground, from behind, and not on the stage', () => {
    const ids = planes(over, 1).map(({ id }) => id);
    expect(ids).toContain(one);
    expect(ids).toContain(`${two}.shoulder`);
    expect(ids).not.toContain(two);
    const back = planes(over, 1).find(({ id }) => id === `${two}.shoulder`) as Plane;
    const names = back.nodes.map(({ id }) => id);
    expect(names.some((id) => id.startsWith('torso.'))).toBe(true);
    expect(names.some((id) => /eye|mouth|face/.test(id))).toBe(false);
    // Words would lie on it: it comes before nothing but them.
    expect(ids.indexOf(`${two}.shoulder`)).toBeGreaterThan(0);
  });
  it('stands on the side where the other stands, and sees its subject on the other half', () => {
    for (const [seen, behind] of [
      [one, two],
      [two, one],
    ] as const) {
      const of = withShots(pair('noor'), shot('shoulder', [seen, behind], 0));
      const x = (id: string): number => restValue(of.scene.layers.get(id)?.layer as Layer, 'x');
      const side = Math.sign(x(behind) - x(seen));
      expect(shoulderAt(of.scene, toTicks(1))).toMatchObject({ side, staged: { id: behind } });
      const view = cameraAt(of.scene, toTicks(1), '16:9');
      expect((x(seen) - view.x) * side).toBeLessThan(0);
      const plane = planes(of, 1).find(({ id }) => id === `${behind}.shoulder`) as Plane;
      // Its neck is on its side of the picture.
      expect((plane.view[4] - 960) * side).toBeGreaterThan(300);
    }
  });
  it('is a cut, both ways, however long it is asked to travel', () => {
    const of = withShots(pair('noor'), shot('wide', [], 0), shot('shoulder', [one, two], 2, toTicks(1)), shot('wide', [], 4, toTicks(1)));
    const width = (seconds: number): number => cameraAt(of.scene, toTicks(seconds), '16:9').width;
    expect(width(1.9)).toBe(1920);
    expect(width(2.05)).toBe(width(3.5));
    expect(width(2.05)).toBeLessThan(1400);
    expect(width(4.05)).toBe(1920);
  });
  it('shows the set as it is to who works on it, and everybody on the stage where nobody has a back', () => {
    expect(planes(over, 1, true).map(({ id }) => id)).toContain(two);
    const robot = withShots(pair('tully'), shot('shoulder', [one, two], 0));
    expect(shoulderAt(robot.scene, toTicks(1))).toBeUndefined();
    // Nobody stands in front: the one who is seen stays in the middle.
    const { x } = cameraAt(robot.scene, toTicks(1), '16:9');
    expect(Math.abs(x - restValue(robot.scene.layers.get(one)?.layer as Layer, 'x'))).toBeLessThan(5);
    expect(planes(robot, 1).some(({ id }) => id.endsWith('.shoulder'))).toBe(false);
    const alone = withShots(pair('noor'), shot('shoulder', [one], 0));
    expect(shoulderAt(alone.scene, toTicks(1))).toBeUndefined();
    expect(shoulderAt(withShots(pair('noor'), shot('medium', [one, two], 0)).scene, toTicks(1))).toBeUndefined();
  });
});
