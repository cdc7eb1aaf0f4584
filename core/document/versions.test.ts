import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { NO_FONTS } from '../draw/text.ts';
import { edit } from '../edit/change.ts';
import { setProperty } from '../edit/commands/layers.ts';
import { laid } from '../edit/fit.ts';
import { schedule } from '../schedule/schedule.ts';
import { evaluate } from '../stage/evaluate.ts';
import { sample } from '../time/track.ts';
import { assemble, partKeys, readPart, together } from './parts.ts';
import { restValue } from './properties.ts';
import { DOCUMENT_VERSION, type Document, type Scene } from './schema.ts';
import { upgraded, upgradedChanges } from './versions.ts';

/** The sample film as it was stored by version 1. */
const stored = JSON.parse(readFileSync(new URL('../testing/version1.json', import.meta.url), 'utf8')) as Document;
const partsOf = (document: Document): Record<string, unknown> => Object.fromEntries(partKeys(document).map((key) => [key, structuredClone(readPart(document, key))]));
const today = assemble(upgraded(partsOf(stored)));
const [sceneId, scene] = Object.entries(today.scenes)[0] as [string, Scene];
const old = stored.scenes[sceneId] as unknown as { layers: Record<string, { x: number; y: number; scale: number }> };

describe('a production that version 1 stored', () => {
  it('opens as one of today, whole and valid', () => {
    expect((stored.production as { version: number }).version).toBe(1);
    expect(today.production.version).toBe(DOCUMENT_VERSION);
    expect(Object.keys(scene.lines)).toEqual(Object.keys(stored.scenes[sceneId]?.lines ?? {}));
    expect(scene.cues).toEqual(stored.scenes[sceneId]?.cues);
  });
  it('has everything where it stood and as large as it was', () => {
    for (const [id, layer] of Object.entries(scene.layers)) {
      const before = old.layers[id] as (typeof old.layers)[string];
      expect([restValue(layer, 'x'), restValue(layer, 'y'), restValue(layer, 'scaleX'), restValue(layer, 'scaleY')]).toEqual([before.x, before.y, before.scale, before.scale]);
      expect(layer).not.toHaveProperty('scale');
    }
  });
  it('plays: people walk where they walked, and every picture has them', () => {
    const film = schedule(today, () => undefined);
    const [place] = film.scenes;
    if (!place) throw new Error('no scene');
    for (const [id, cue] of Object.entries(scene.cues)) {
      if (cue.kind !== 'move') continue;
      const path = place.layers.get(cue.layer)?.path;
      if (!path) throw new Error('Nothing moves.');
      expect(sample(path.x, place.resolved.cues.get(id)?.end ?? 0)).toBeCloseTo(cue.x, 3);
    }
    const { planes } = evaluate(today, place, 48_000, NO_FONTS, { captions: false, wholeSet: true });
    for (const id of Object.keys(scene.layers)) expect(planes.some((plane) => plane.id === id)).toBe(true);
  });
  it('comes back the same when it is of today already', () => {
    const parts = partsOf(today);
    expect(upgraded(parts)).toBe(parts);
  });
  it('that a newer Kipzo saved is refused in a sentence', () => {
    const parts = partsOf(today);
    (parts.production as { version: number }).version = DOCUMENT_VERSION + 1;
    expect(() => upgraded(parts)).toThrow(/newer Kipzo/);
    // What says nothing of a version is told of elsewhere.
    expect(upgraded({})).toEqual({});
    expect(upgraded({ production: { version: 'one' } })).toEqual({ production: { version: 'one' } });
  });
});

describe('a change that version 1 made', () => {
  const [id, layer] = Object.entries(old.layers)[0] as [string, { scale: number }];
  const part = `scenes/${sceneId}`;
  it('of a size fits today’s document both ways', () => {
    const path = `/layers/${id}/scale`;
    const [change] = upgradedChanges([{ part, forward: [{ op: 'replace' as const, path, value: 2 }], inverse: [{ op: 'replace' as const, path, value: layer.scale }] }]);
    const next = laid(today, [change as never]);
    expect(next?.scenes[sceneId]?.layers[id]).toMatchObject({ scaleX: 2, scaleY: 2 });
  });
  it('that brought a layer on brings today’s', () => {
    const value = { kind: 'prop', name: 'Box', prop: 'radio', order: 'zz', x: 1, y: 2, scale: 3, locked: false, hidden: false };
    const [change] = upgradedChanges([
      { part, forward: [{ op: 'add' as const, path: '/layers/la_000000000009', value }], inverse: [{ op: 'remove' as const, path: '/layers/la_000000000009' }] },
    ]);
    const next = laid(today, [change as never]) as Document;
    expect(next.scenes[sceneId]?.layers.la_000000000009).toEqual({
      kind: 'prop',
      name: 'Box',
      prop: 'radio',
      order: 'zz',
      x: 1,
      y: 2,
      scaleX: 3,
      scaleY: 3,
      locked: false,
      hidden: false,
    });
    expect(() => assemble(partsOf(next))).not.toThrow();
  });
  it('of a whole scene or of all its layers brings today’s', () => {
    const whole = stored.scenes[sceneId];
    const changes = upgradedChanges([
      { part, forward: [{ op: 'add' as const, path: '', value: whole }], inverse: [{ op: 'replace' as const, path: '/layers', value: old.layers }] },
    ]);
    expect(changes[0]?.forward[0]?.value).toEqual(scene);
    expect(changes[0]?.inverse[0]?.value).toEqual(scene.layers);
  });
  it('that takes something away, or has nothing of a size in it, stays what it was to the letter', () => {
    const forward = [
      { op: 'remove' as const, path: `/layers/${id}` },
      { op: 'replace' as const, path: `/layers/${id}`, value: null },
      { op: 'replace' as const, path: `/layers/${id}`, value: ['scale'] },
      { op: 'replace' as const, path: `/layers/${id}/x`, value: 4 },
      { op: 'replace' as const, path: '', value: { name: 'No layers' } },
      { op: 'replace' as const, path: '', value: { layers: [] } },
      { op: 'replace' as const, path: '', value: null },
      { op: 'replace' as const, path: '/layers', value: {} },
    ];
    const [change] = upgradedChanges([{ part, forward, inverse: [] }]);
    expect(change).toStrictEqual({ part, forward, inverse: [] });
  });
  it('of something else than a scene is not taken for one', () => {
    const forward = [
      { op: 'replace' as const, path: '', value: { layers: { a: { scale: 1 } } } },
      { op: 'replace' as const, path: '/layers/a/scale', value: 2 },
    ];
    const change = { part: 'characters/ch_000000000001', forward, inverse: forward };
    expect(upgradedChanges([change])).toStrictEqual([change]);
    const parts = { production: { version: 1 }, 'characters/ch_000000000001': { layers: { a: { scale: 1 } } } };
    expect(upgraded(parts)).toStrictEqual({ ...parts, production: { version: 2 } });
  });
  it('and one of today comes back as it was', () => {
    const { change } = edit(
      today,
      'Place',
      'cg_000000000001',
      setProperty(sceneId, id, { x: 5, scaleX: -1 }, 0, () => 'ke_000000000001'),
    );
    expect(upgradedChanges(change?.parts ?? [])).toEqual(change?.parts);
  });
});

describe('parts as they are stored', () => {
  it('are put together without being looked into', () => expect(together(partsOf(today))).toEqual(today));
});
