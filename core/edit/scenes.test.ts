import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { restValue } from '../document/properties.ts';
import type { Cue, Document, Scene } from '../document/schema.ts';
import { schedule } from '../schedule/schedule.ts';
import { valueAt } from '../schedule/staged.ts';
import { everything } from '../testing/everything.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { hangCue } from './commands/cues.ts';
import { addKey, layerKeys } from './commands/keys.ts';
import { duplicateScene, joinScenes, orderScene, setTransition, splitScene } from './commands/scenes.ts';

const made = sampleDocument();
const { document, scene, makeId } = made;
const [marit, tully] = inOrder(document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const done = (recipe: Recipe, on: Document = document): Document => edit(on, 'scenes', 'cg_000000000001', recipe).document;
const film = (of: Document) => schedule(of, () => undefined);
const scenesOf = (of: Document): Scene[] => inOrder(of.scenes).map(([, one]) => one);
const textsOf = (one: Scene): string[] => inOrder(one.lines).map(([, line]) => line.text);
const NEW = 'sc_000000000new'.replace('new', '0nw');
const lines = film(document).scenes[0]?.lines ?? [];
const secondLine = lines[1]?.start as number;

describe('a scene', () => {
  it('once more lies right after itself, with everything in it and no id of it twice', () => {
    const hung = done(hangCue(scene, 'cu_000000000001', gestureOn(marit, Object.keys(inOrder(document.scenes[scene]?.lines ?? {})[0]?.[1].words ?? {})[0] as string) as Cue));
    const next = done(duplicateScene(scene, NEW, makeId), hung);
    const [first, second] = scenesOf(next) as [Scene, Scene];
    expect(textsOf(second)).toEqual(textsOf(first));
    expect(film(next).scenes[1]?.length).toBe(film(next).scenes[0]?.length);
    const ids = (one: Scene): string[] => [...JSON.stringify(one).matchAll(/"((?:la|ln|wd|cu|tk|ke)_[0-9a-z]{12})"/g)].map(([, id]) => id as string);
    expect(ids(second).some((id) => ids(first).includes(id))).toBe(false);
  });
  it('of every kind of thing can be doubled and doubled again', () => {
    const all = everything();
    let next = edit(all.document, 'x', 'cg_000000000001', duplicateScene(all.scene, NEW, all.makeId)).document;
    next = edit(next, 'x', 'cg_000000000002', duplicateScene(NEW, 'sc_00000000two2', all.makeId)).document;
    expect(film(next).scenes).toHaveLength(3);
  });
  it('goes behind another one, or to the start', () => {
    const three = done(duplicateScene(scene, 'sc_00000000two2', makeId), done(duplicateScene(scene, NEW, makeId)));
    const order = (of: Document): string[] => inOrder(of.scenes).map(([id]) => id);
    const last = order(three).at(-1) as string;
    expect(order(done(orderScene(last, null), three))[0]).toBe(last);
    expect(order(done(orderScene(scene, last), three)).at(-1)).toBe(scene);
  });
});

describe('a scene that is cut in two', () => {
  const split = (at = secondLine - 100, on: Document = document): Document => done(splitScene(scene, at, NEW, makeId), on);
  it('shares out its lines, in their order, and lasts as long as before', () => {
    const next = split();
    const [first, second] = scenesOf(next) as [Scene, Scene];
    expect([...textsOf(first), ...textsOf(second)]).toEqual(lines.map(({ line }) => line.text));
    expect(textsOf(first)).toHaveLength(1);
    expect(Math.abs(film(next).length - film(document).length)).toBeLessThanOrEqual(2 * 2000);
  });
  it('keeps every line at its moment of the film, wherever it is cut', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: lines.length - 1 }), fc.double({ min: 0.05, max: 0.95, noNaN: true }), (n, share) => {
        const before = lines[n - 1]?.end as number;
        const at = Math.round(before + ((lines[n]?.start as number) - before) * share);
        const next = film(split(at));
        const starts = next.scenes.flatMap((one) => one.lines.map((line) => one.start + line.start));
        starts.forEach((start, index) => {
          expect(Math.abs(start - (lines[index]?.start as number))).toBeLessThanOrEqual(2 * 2000);
        });
      }),
      { numRuns: 20 },
    ));
  it('shows everybody where they stood by then: after walks, and between keys', () => {
    const walked = done(
      hangCue(scene, 'cu_000000000001', {
        kind: 'move',
        layer: marit,
        x: 123,
        y: 400,
        walk: true,
        ease: 'both',
        order: 'a0',
        start: { to: 'scene', edge: 'start', offset: 0 },
        end: { ticks: 9000 },
      }),
    );
    const keyed = done((draft) => {
      addKey(scene, layerKeys(tully), 'angleDeg', 1000, 5, () => 'ke_000000000001')(draft);
      addKey(scene, layerKeys(tully), 'angleDeg', 5000, 20, () => 'ke_000000000002')(draft);
    }, walked);
    const second = film(split(secondLine - 100, keyed)).scenes[1];
    const [m, t] = [...(second?.layers.values() ?? [])].map((one) => one) as [NonNullable<typeof second>['layers'] extends ReadonlyMap<string, infer T> ? T : never, never];
    expect(valueAt(m as never, 'x', 0)).toBe(123);
    expect(valueAt(t as never, 'angleDeg', 0)).toBe(20);
  });
  it('takes cues along with the words that they hang from', () => {
    const word = lines[1]?.words[0]?.id as string;
    const hung = done(hangCue(scene, 'cu_000000000001', gestureOn(tully, word) as Cue));
    const [first, second] = scenesOf(split(secondLine - 100, hung)) as [Scene, Scene];
    expect(Object.keys(first.cues)).toHaveLength(0);
    const [cue] = Object.values(second.cues);
    expect(cue?.start).toMatchObject({ to: 'word', offset: 0 });
    const words = Object.values(second.lines).flatMap((line) => Object.keys(line.words));
    expect(cue?.start.to === 'word' && words.includes(cue.start.word)).toBe(true);
  });
  it('is refused where nothing would be left on one side', () => {
    expect(() => split(10)).toThrow('cut between two of its lines');
    expect(() => split(film(document).length + 9)).toThrow('cut between two of its lines');
  });
  it('and joined again says the same, at the same moments', () => {
    const next = done(joinScenes(scene, makeId), split());
    expect(scenesOf(next)).toHaveLength(1);
    const again = film(next).scenes[0]?.lines ?? [];
    expect(again.map(({ line }) => line.text)).toEqual(lines.map(({ line }) => line.text));
    again.forEach((line, index) => {
      expect(Math.abs(line.start - (lines[index]?.start as number))).toBeLessThanOrEqual(2 * 2000);
    });
    expect(Object.keys(next.scenes[scene]?.layers ?? {})).toHaveLength(2);
  });
});

describe('two scenes that become one', () => {
  const two = done(duplicateScene(scene, NEW, makeId));
  it('keep each who is in one of them for its own part, and move who is in both', () => {
    const moved = done((draft) => {
      const second = draft.scenes[NEW] as Scene;
      const [first, other] = inOrder(second.layers);
      Object.assign(first?.[1] as object, { x: 77 });
      if (other) delete second.layers[other[0]];
      for (const line of Object.values(second.lines)) line.offStage = true;
    }, two);
    const joined = done(joinScenes(scene, makeId), moved);
    const one = film(joined).scenes[0];
    const at = film(document).scenes[0]?.length as number;
    expect(valueAt(one?.layers.get(marit) as never, 'x', at + 9000)).toBe(77);
    expect(valueAt(one?.layers.get(marit) as never, 'x', at - 9000)).toBe(restValue(document.scenes[scene]?.layers[marit] as never, 'x'));
    expect(one?.layers.get(tully)?.end).toBe(at);
  });
  it.each(['cu_000000000000', 'cu_zzzzzzzzzzzz'])('who comes walking into the second stands still until then, and comes from where it begins there (%s)', (cue) => {
    const [walker] = inOrder(two.scenes[NEW]?.layers ?? {}).map(([id]) => id) as [string];
    const walks = done((draft) => {
      const second = draft.scenes[NEW] as Scene;
      Object.assign(second.layers[walker] as object, { x: -1200 });
      hangCue(NEW, cue, {
        kind: 'move',
        layer: walker,
        x: -300,
        y: 400,
        walk: true,
        ease: 'both',
        order: 'a0',
        start: { to: 'scene', edge: 'start', offset: 0 },
        end: { ticks: 96_000 },
      })(draft);
    }, two);
    const one = film(done(joinScenes(scene, makeId), walks)).scenes[0];
    const at = film(document).scenes[0]?.length as number;
    const x = (tick: number): number => valueAt(one?.layers.get(marit) as never, 'x', tick);
    const stood = restValue(document.scenes[scene]?.layers[marit] as never, 'x');
    for (const tick of [0, at / 2, at - 2000]) expect(x(tick)).toBe(stood);
    expect(x(at)).toBe(-1200);
    expect(x(at + 48_000)).toBeGreaterThan(-1150);
    for (const tick of [at + 96_000, at + 120_000]) expect(x(tick)).toBeCloseTo(-300, 6);
  });
  it('say when a backdrop is lost', () => {
    const other = done((draft) => void Object.assign(draft.scenes[NEW] as object, { backdrop: { kind: 'colour', colour: '#112233' } }), two);
    expect(edit(other, 'join', 'cg_000000000009', joinScenes(scene, makeId)).message).toContain('backdrop');
    expect(edit(two, 'join', 'cg_000000000009', joinScenes(scene, makeId)).message).toBeUndefined();
  });
  it('are two: the last one has none to be joined with', () => expect(() => done(joinScenes(NEW, makeId), two)).toThrow('last scene'));
});

describe('a transition', () => {
  const two = done(duplicateScene(scene, NEW, makeId));
  it('lets the next scene begin while the one before is still there, and shortens the film by that', () => {
    const next = film(done(setTransition(NEW, { effect: 'dissolve', ticks: 24_000 }), two));
    expect(next.scenes[1]).toMatchObject({ overlap: 24_000 });
    expect(next.length).toBe(film(two).length - 24_000);
    expect(next.scenes[1]?.start).toBe((next.scenes[0]?.length as number) - 24_000);
  });
  it('takes at most half of the shorter scene, in whole frames', () => {
    const { length, scenes } = film(done(setTransition(NEW, { effect: 'dissolve', ticks: 10_000_000 }), two));
    expect(scenes[1]?.overlap).toBeLessThanOrEqual((scenes[0]?.length as number) / 2);
    expect((scenes[1]?.overlap as number) % 2000).toBe(0);
    expect(length).toBeGreaterThan(0);
  });
  it('of the first scene of all is none', () => expect(film(done(setTransition(scene, { effect: 'dissolve', ticks: 24_000 }), two)).scenes[0]?.overlap).toBe(0));
});
