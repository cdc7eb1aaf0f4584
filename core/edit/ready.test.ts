import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { Document, Scene } from '../document/schema.ts';
import { actionOf } from '../figure/actions/index.ts';
import { designed } from '../figure/cast.ts';
import { expressionOf } from '../figure/expressions/index.ts';
import { schedule } from '../schedule/schedule.ts';
import { effectOf } from '../stage/effects/index.ts';
import { entranceOf } from '../stage/entrances/index.ts';
import { evaluate } from '../stage/evaluate.ts';
import { propOf } from '../stage/props/index.ts';
import { setOf } from '../stage/sets/index.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit } from './change.ts';
import { addSpeaker, newDocument, voiceFor } from './create.ts';
import { READY_SCENES } from './ready/index.ts';
import { type ReadyScene, takeReady } from './ready/ready.ts';

const made = sampleDocument();
const NEW = 'sc_00000000rea0';
const three = edit(
  made.document,
  'third',
  'cg_000000000001',
  addSpeaker({ role: 'ro_00000000thr0', character: designed('noor', 'ch_00000000thr0', 'a5'), colour: 3, name: 'Noor', voice: voiceFor('noor', 0) }),
).document;
const roles = (of: Document): string[] => inOrder(of.production.roles).map(([id]) => id);
const taken = (ready: ReadyScene, cast: readonly string[] = roles(three), of: Document = three): Scene =>
  edit(of, 'take', 'cg_000000000002', takeReady(ready, cast, null, NEW, made.makeId)).document.scenes[NEW] as Scene;

it('there are at least fourteen ready scenes, each of its own', () => {
  expect(READY_SCENES.length).toBeGreaterThanOrEqual(14);
  expect(new Set(READY_SCENES.map(({ id }) => id)).size).toBe(READY_SCENES.length);
  expect(new Set(READY_SCENES.map(({ name }) => name)).size).toBe(READY_SCENES.length);
});

describe.each(READY_SCENES.map((ready) => [ready.name, ready] as const))('%s', (_, ready) => {
  it('is made of what there is', () => {
    if (ready.backdrop.kind === 'set') expect(setOf(ready.backdrop.set)).toBeTruthy();
    for (const piece of ready.pieces) {
      if ('prop' in piece) expect(propOf(piece.prop), piece.prop).toBeTruthy();
      if ('effect' in piece) expect(effectOf(piece.effect), piece.effect).toBeTruthy();
      if (piece.comes) expect(entranceOf(piece.comes.by), piece.comes.by).toBeTruthy();
    }
    for (const act of ready.lines.flatMap(({ acts = [] }) => acts)) {
      if ('action' in act) expect(actionOf(act.action), act.action).toBeTruthy();
      if ('face' in act) expect(expressionOf(act.face), act.face).toBeTruthy();
    }
  });
  it('is played by one’s own cast: all that is said is said, all that is done hangs from words', () => {
    const scene = taken(ready);
    expect(inOrder(scene.lines).map(([, line]) => line.text)).toEqual(ready.lines.map(({ text }) => text));
    for (const cue of Object.values(scene.cues)) if (cue.kind !== 'move' && cue.kind !== 'camera') expect(cue.start.to).toBe('word');
  });
  it('plays with one alone: places without anybody vanish, with what they say', () => {
    const scene = taken(ready, [roles(three)[0] as string]);
    expect(Object.values(scene.layers).filter(({ kind }) => kind === 'character')).toHaveLength(1);
    expect(Object.values(scene.lines)).toHaveLength(ready.lines.filter(({ who }) => who === 0).length);
  });
  it('keeps everybody who is seen inside the frame, on any frame', () => {
    for (const frame of ['16:9', '9:16', '1:1'] as const) {
      const other = { ...three, production: { ...three.production, frame } };
      const scene = taken(ready, roles(three), other);
      const width = frame === '16:9' ? 1920 : 1080;
      const people = Object.values(scene.layers).filter((layer) => layer.kind === 'character');
      people.forEach((layer, index) => {
        const place = ready.places[index];
        if (layer.kind === 'character' && place && !place.from && Math.abs(place.x) <= 0.5) expect(Math.abs(layer.x ?? 0)).toBeLessThan(width / 2);
      });
    }
  });
  it('can be drawn at any moment', () => {
    const document = edit(three, 'take', 'cg_000000000002', takeReady(ready, roles(three), null, NEW, made.makeId)).document;
    const placed = schedule(document, () => undefined).scenes.at(-1);
    if (!placed) throw new Error('no scene');
    for (const share of [0, 0.4, 0.9]) expect(evaluate(document, placed, Math.round(placed.length * share), filmFonts()).planes.length).toBeGreaterThan(0);
  });
});

describe('taking a ready scene', () => {
  const [first] = READY_SCENES as [ReadyScene];
  it('puts it right after the one that was asked for', () => {
    const next = edit(made.document, 'take', 'cg_000000000002', takeReady(first, roles(made.document), made.scene, NEW, made.makeId)).document;
    expect(inOrder(next.scenes).map(([id]) => id)).toEqual([made.scene, NEW]);
  });
  it('needs somebody in the cast', () => {
    const empty = newDocument({ title: 'x', slug: 'x', frame: '16:9', fps: 24 }, made.makeId);
    expect(() => edit(empty, 'take', 'cg_000000000002', takeReady(first, [], null, NEW, made.makeId))).toThrow('Nobody is in the cast yet');
  });
});
