import { describe, expect, it } from 'vitest';
import type { Cue, CueOf, Document, Layer, Scene } from '../document/schema.ts';
import { schedule } from '../schedule/schedule.ts';
import { type StagedLayer, valueAt } from '../schedule/staged.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { hangCue } from './commands/cues.ts';
import { addLayer, holdLayer, setPassage } from './commands/layers.ts';
import { comeFrom, lengthOfWay, passOn } from './commands/ways.ts';

const S = TICKS_PER_SECOND;
const made = sampleDocument();
const { scene } = made;
const [marit, tully] = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const [CUE, RADIO, COPY] = ['cu_000000000001', 'la_00000000000p', 'la_00000000000q'] as const;
const edited = (document: Document, ...recipes: readonly Recipe[]): Document =>
  recipes.reduce((now, recipe) => edit(now, 'An edit', made.makeId('change'), recipe).document, document);
const staged = (document: Document, layer: string): StagedLayer => schedule(document, () => undefined).scenes[0]?.layers.get(layer) as StagedLayer;
const layerOf = (document: Document, id: string): Layer => (document.scenes[scene] as Scene).layers[id] as Layer;
const stands = layerOf(made.document, marit) as Extract<Layer, { kind: 'character' }>;
const [X, Y] = [stands.x ?? 0, stands.y ?? 0];
const move = (from: number, x: number): CueOf<'move'> => ({
  kind: 'move',
  layer: marit,
  x,
  y: Y,
  walk: true,
  ease: 'both',
  order: 'a0',
  start: { to: 'scene', edge: 'start', offset: from * S },
  end: { ticks: S },
});

describe('how long a way takes', () => {
  it('grows with it, is less at a run, and is known for what has no feet', () => {
    const person = made.document.characters[stands.character];
    const walk = (distance: number): number => lengthOfWay(distance, 'walk', stands, person) / S;
    expect(walk(600)).toBeGreaterThan(walk(200) * 1.6);
    expect(walk(-600)).toBe(walk(600));
    expect(lengthOfWay(900, 'run', stands, person)).toBeLessThan(lengthOfWay(900, 'walk', stands, person) * 0.7);
    // Some four metres at an easy pace.
    expect(walk(1200 * (stands.scaleX ?? 1))).toBeGreaterThan(2.2);
    expect(walk(1200 * (stands.scaleX ?? 1))).toBeLessThan(6);
    for (const gait of ['slide', 'roll', 'jump'] as const) expect(lengthOfWay(800, gait, stands, undefined)).toBeGreaterThan(lengthOfWay(100, gait, stands, undefined));
  });
});

describe('somebody who comes in', () => {
  it('waits outside until the word, and then comes to where it shall stand', () => {
    const document = edited(made.document, comeFrom(scene, CUE, move(3, X), { x: -1300, y: Y }, made.makeId));
    const one = staged(document, marit);
    expect(valueAt(one, 'x', 0)).toBe(-1300);
    expect(valueAt(one, 'x', 3 * S)).toBe(-1300);
    expect(valueAt(one, 'x', 4 * S)).toBe(X);
  });
  it('stays where it was before, and is put outside at the last moment, after another move', () => {
    const document = edited(made.document, hangCue(scene, 'cu_000000000002', move(1, X + 100) as Cue), comeFrom(scene, CUE, move(5, X), { x: 1300, y: Y }, made.makeId));
    const one = staged(document, marit);
    expect(valueAt(one, 'x', 0)).toBe(X);
    expect(valueAt(one, 'x', 4 * S)).toBe(X + 100);
    expect(valueAt(one, 'x', 5 * S)).toBe(1300);
    expect(valueAt(one, 'x', 6 * S)).toBe(X);
  });
});

describe('a thing that changes hands', () => {
  const held = edited(made.document, addLayer(scene, RADIO, { kind: 'prop', prop: 'radio', x: 0, y: 300, locked: false, hidden: false }), holdLayer(scene, RADIO, marit, 'right'));
  const passed = edited(held, passOn(scene, RADIO, { figure: tully, hand: 'left', at: 4 * S, copy: COPY }, made.makeId));
  it('is in the one until then and in the other from then on, never in both and never in none', () => {
    expect(layerOf(passed, COPY)).toMatchObject({ parent: tully, hand: 'left' });
    const [before, after] = [staged(passed, RADIO), staged(passed, COPY)];
    expect([before.start, before.end]).toEqual([0, 4 * S]);
    expect(after.start).toBe(before.end);
  });
  it('neither goes nor comes by an effect in between', () => {
    const fading = edited(held, setPassage(scene, RADIO, 'enter', { effect: 'fade', ticks: 4800 }), setPassage(scene, RADIO, 'exit', { effect: 'fade', ticks: 4800 }));
    const [before, after] = [RADIO, COPY].map((id) => layerOf(edited(fading, passOn(scene, RADIO, { figure: tully, hand: 'left', at: 4 * S, copy: COPY }, made.makeId)), id));
    expect([before?.enter?.effect, before?.exit, after?.enter, after?.exit?.effect]).toEqual(['fade', undefined, undefined, 'fade']);
  });
  it('is held out and taken, with empty hands besides it', () => {
    const gestures = Object.values(passed.scenes[scene]?.cues ?? {}).filter((cue): cue is CueOf<'gesture'> => cue.kind === 'gesture');
    expect(gestures.map(({ layer, action, hand, thing }) => [layer, action, hand, thing])).toEqual([
      [marit, 'hand-over', 'right', 'none'],
      [tully, 'take', 'left', 'none'],
    ]);
  });
  it('is picked up where nobody held it', () => {
    const lies = edited(made.document, addLayer(scene, RADIO, { kind: 'prop', prop: 'radio', x: 0, y: 300, locked: false, hidden: false }));
    const picked = edited(lies, passOn(scene, RADIO, { figure: marit, hand: 'right', at: 2 * S, copy: COPY }, made.makeId));
    expect(layerOf(picked, RADIO)).toMatchObject({ x: 0, y: 300 });
    expect(layerOf(picked, RADIO).parent).toBeUndefined();
    expect(Object.values(picked.scenes[scene]?.cues ?? {}).map((cue) => (cue as CueOf<'gesture'>).action)).toEqual(['take']);
  });
  it('is refused where it is in that hand already, or not there', () => {
    expect(() => edited(held, passOn(scene, RADIO, { figure: marit, hand: 'right', at: S, copy: COPY }, made.makeId))).toThrow(/in that hand already/);
    expect(() => edited(held, passOn(scene, RADIO, { figure: tully, hand: 'right', at: 0, copy: COPY }, made.makeId))).toThrow(/Put the playhead where it is seen/);
    expect(() => edited(passed, passOn(scene, COPY, { figure: marit, hand: 'left', at: 2 * S, copy: 'la_00000000000r' }, made.makeId))).toThrow(/not on the stage at that moment/);
  });
});
