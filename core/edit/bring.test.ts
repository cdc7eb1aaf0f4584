import { describe, expect, it } from 'vitest';
import type { Document, Scene } from '../document/schema.ts';
import { schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { bringScene, carried } from './commands/bring.ts';
import { renameCharacter, setProduction } from './commands/stage.ts';

const from = sampleDocument(undefined, 3);
const other = sampleDocument('# A talk\nNOOR: Welcome to this.\n', 4);
const edited = (document: Document, recipe: Recipe): Document => edit(document, 'Bring', from.makeId('change'), recipe).document;
const scene = carried(from.document, from.scene) as NonNullable<ReturnType<typeof carried>>;
const NEW = 'sc_00000000000n';
const brought = (into: Document, place: string, what = scene): Document => edited(into, bringScene(what, NEW, place, other.makeId));

describe('a scene that is carried to another production', () => {
  const there = brought(other.document, other.scene);
  it('lies behind the one that was open, under ids of its own', () => {
    expect(inOrder(there.scenes).map(([id]) => id)).toEqual([other.scene, NEW]);
    const mine = Object.keys(from.document.scenes[from.scene]?.lines ?? {});
    for (const id of Object.keys(there.scenes[NEW]?.lines ?? {})) expect(mine).not.toContain(id);
  });
  it('brings its cast, their voices and what they say', () => {
    const names = (document: Document): string[] => Object.values(document.production.roles).map(({ name }) => name);
    expect(names(there)).toEqual(expect.arrayContaining([...names(other.document), ...names(from.document)]));
    expect(inOrder(there.scenes[NEW]?.lines ?? {}).map(([, { text }]) => text)).toEqual(inOrder(from.document.scenes[from.scene]?.lines ?? {}).map(([, { text }]) => text));
    const placed = schedule(there, () => undefined).scenes[1];
    for (const line of placed?.lines ?? []) expect(line.layer).toBeDefined();
    const colours = Object.values(there.production.roles).map(({ colour }) => colour);
    expect(new Set(colours).size).toBe(colours.length);
  });
  it('is played by who is there already where they are the same, and brought twice it brings nobody twice', () => {
    const again = edited(there, bringScene(scene, 'sc_00000000000m', NEW, other.makeId));
    expect(Object.keys(again.characters)).toEqual(Object.keys(there.characters));
    expect(again.production.roles).toEqual(there.production.roles);
    const here = brought(from.document, from.scene);
    expect(here.characters).toEqual(from.document.characters);
    expect(here.production.roles).toEqual(from.document.production.roles);
  });
  it('brings somebody along who only shares an id, or a name, with who is there', () => {
    const [id, person] = Object.entries(from.document.characters)[0] as [string, Document['characters'][string]];
    const changed = edited(from.document, renameCharacter(id, 'Somebody else'));
    const there = brought(changed, from.scene);
    expect(Object.values(there.characters).map(({ name }) => name)).toEqual(expect.arrayContaining(['Somebody else', person.name]));
    const noor = Object.keys(other.document.production.roles)[0] as string;
    const namesake: typeof scene = {
      ...scene,
      roles: Object.fromEntries(Object.entries(scene.roles).map(([role, one]) => [role, { ...one, name: other.document.production.roles[noor]?.name ?? '' }])),
    };
    const names = Object.values(brought(other.document, other.scene, namesake).production.roles).map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
  });
  it('is refitted to the frame that it comes into', () => {
    const tall = edited(other.document, setProduction({ frame: '9:16' }));
    const there = brought(tall, other.scene);
    for (const layer of Object.values((there.scenes[NEW] as Scene).layers)) expect(Math.abs((layer as { x?: number }).x ?? 0)).toBeLessThan(540);
  });
  it('is nothing where the scene is gone', () => {
    expect(carried(from.document, 'sc_00000000000q')).toBeUndefined();
  });
});
