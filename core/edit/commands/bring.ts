import type { MakeId } from '../../document/ids.ts';
import type { Character, Document, FrameShape, Production, Scene } from '../../document/schema.ts';
import { inOrder, orderAtEnd, orderBetween } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { same } from '../fit.ts';
import { refit } from './frame.ts';
import { renamed } from './scenes.ts';

/** A scene by itself, with whom and what it needs to be played elsewhere. */
export interface CarriedScene {
  readonly scene: Scene;
  readonly characters: Readonly<Record<string, Character>>;
  readonly roles: Production['roles'];
  readonly frame: FrameShape;
}

/** A scene with everybody who plays or speaks in it. */
export function carried(document: Document, sceneId: string): CarriedScene | undefined {
  const scene = document.scenes[sceneId];
  if (!scene) return undefined;
  const speakers = new Set(Object.values(scene.lines).flatMap(({ role }) => role ?? []));
  const roles = Object.fromEntries(Object.entries(document.production.roles).filter(([id]) => speakers.has(id) || scene.recast[id]));
  const wanted = new Set([
    ...Object.values(scene.layers).flatMap((layer) => (layer.kind === 'character' ? [layer.character] : [])),
    ...Object.values(roles).flatMap(({ character }) => character ?? []),
    ...Object.values(scene.recast),
  ]);
  const characters = Object.fromEntries(Object.entries(document.characters).filter(([id]) => wanted.has(id)));
  return { scene, characters, roles, frame: document.production.frame };
}

const looksLike = (a: Character, b: Character): boolean => same({ ...a, id: '', order: '' }, { ...b, id: '', order: '' });

/** A name that no role has yet. */
export function freeRoleName(name: string, roles: Production['roles']): string {
  const taken = new Set(Object.values(roles).map((role) => role.name));
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${name} ${n}`;
  return free;
}

/**
 * Puts a scene of another production behind the scene `after`: under new ids, re-fitted to the frame here. Who is in this
 * production already, by id or looking and sounding the same, plays here too; everybody else comes along.
 */
export const bringScene =
  ({ scene: source, characters, roles, frame }: CarriedScene, id: string, after: string, makeId: MakeId): Recipe =>
  (draft) => {
    const { scene } = renamed(source, id, makeId);
    const players = new Map<string, string>();
    for (const [old, character] of Object.entries(characters)) {
      const mine = draft.characters[old];
      const twin = Object.entries(draft.characters).find(([, one]) => looksLike(one as Character, character));
      const here = mine && looksLike(mine as Character, character) ? old : twin?.[0];
      const own = here ?? (draft.characters[old] ? makeId('character') : old);
      players.set(old, own);
      if (!here) draft.characters[own] = { ...character, id: own, order: orderAtEnd(draft.characters) };
    }
    const playerOf = (old: string): string => players.get(old) ?? old;
    const parts = new Map<string, string>();
    for (const [old, role] of inOrder(roles)) {
      const character = role.character === null ? null : playerOf(role.character);
      const alike = ([, one]: [string, { name: string; character: string | null }]): boolean => one.name === role.name && one.character === character;
      const here = Object.entries(draft.production.roles).find(alike)?.[0];
      const own = here ?? (draft.production.roles[old] ? makeId('role') : old);
      parts.set(old, own);
      if (here) continue;
      const taken = new Set(Object.values(draft.production.roles).map(({ colour }) => colour));
      let { colour } = role;
      while (taken.has(colour) && colour < 99) colour++;
      draft.production.roles[own] = { ...role, name: freeRoleName(role.name, draft.production.roles), character, colour, order: orderAtEnd(draft.production.roles) };
    }
    for (const layer of Object.values(scene.layers)) if (layer.kind === 'character') layer.character = playerOf(layer.character);
    for (const line of Object.values(scene.lines)) if (line.role !== null) line.role = parts.get(line.role) ?? line.role;
    scene.recast = Object.fromEntries(Object.entries(scene.recast).map(([role, character]) => [parts.get(role) ?? role, playerOf(character)]));
    const all = inOrder(draft.scenes);
    const place = all.findIndex(([one]) => one === after);
    scene.order = orderBetween(all[place]?.[1].order ?? null, all[place + 1]?.[1].order ?? null);
    if (frame !== draft.production.frame) refit(scene, draft, frame, draft.production.frame);
    draft.scenes[id] = scene;
  };
