import { failure } from '../../document/failure.ts';
import type { Character, Document, Outfit } from '../../document/schema.ts';
import { type Misfit, misfit } from '../../figure/fit.ts';
import { mascotOptions } from '../../figure/mascots/index.ts';
import type { MascotSlot } from '../../figure/mascots/makes.ts';
import { dressed, OUTFIT_COLOURS, OUTFIT_SLOTS } from '../../figure/outfits.ts';
import { partIn, type Slot } from '../../figure/parts/index.ts';
import { orderAtEnd } from '../../time/order.ts';
import type { Recipe } from '../change.ts';

type Draft = Parameters<Recipe>[0];

/** Where a slot or colour of a character lies: in one of its outfits, or with itself. */
function wardrobe(
  character: Character,
  outfit: string | undefined,
  key: string,
): { parts: Record<string, string>; extras?: Record<string, true> | undefined; colours: Record<string, string> } {
  if (outfit === undefined || !(OUTFIT_SLOTS.has(key) || OUTFIT_COLOURS.has(key))) return character;
  const found = character.outfits?.[outfit];
  if (!found) throw failure('no-outfit', 'That outfit is gone. Choose another one.');
  return found;
}
/** A character as it is dressed just now, apart from the draft. */
const wearing = (character: Character, outfit: string | undefined): Character => dressed(structuredCopy(character), outfit);

function characterOf(draft: Draft, id: string): Character {
  const character = draft.characters[id];
  if (!character) throw failure('no-character', 'That character is gone. Choose another one.');
  return character as Character;
}

/** Takes off what does not go with something new; the sentence that says so, if anything went. */
function takeOff(character: Character, outfit: string | undefined, found: Misfit | undefined, worn: Character): string | undefined {
  if (!found) return undefined;
  const gone = [...found.slots.map((slot) => partIn(slot, worn.parts[slot])?.name), ...found.extras.map((extra) => partIn('extras', extra)?.name)];
  for (const slot of found.slots) delete wardrobe(character, outfit, slot).parts[slot];
  for (const extra of found.extras) delete wardrobe(character, outfit, 'extras').extras?.[extra];
  return `${found.sentence} ${gone.join(' and ')} came off.`;
}

/** Puts a part into a slot, or empties it. What cannot be worn with it is taken off, and the message says so. */
export const setPart =
  (id: string, slot: Slot, part: string | null, outfit?: string): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    const holder = wardrobe(character, outfit, slot);
    if (part === null) {
      delete holder.parts[slot];
      return undefined;
    }
    const worn = wearing(character, outfit);
    const found = misfit(worn, slot, part);
    if (found && !found.slots.length && !found.extras.length) throw failure('does-not-fit', found.sentence);
    const said = [takeOff(character, outfit, found, worn)];
    // What is the character's own is worn with every outfit: each is looked through.
    if (holder === character && !OUTFIT_SLOTS.has(slot))
      for (const other of [undefined, ...Object.keys(character.outfits ?? {})]) {
        if (other === outfit) continue;
        const look = wearing(character, other);
        const clash = misfit(look, slot, part);
        const gone = clash && takeOff(character, other, clash, look);
        if (gone) said.push(`${other === undefined ? 'Everyday' : character.outfits?.[other]?.name}: ${gone}`);
      }
    holder.parts[slot] = part;
    for (const [cloth, colour] of Object.entries(partIn(slot, part)?.comesIn ?? {})) wardrobe(character, outfit, cloth).colours[cloth] = colour;
    return said.filter(Boolean).join(' ') || undefined;
  };

/** Changes what a mascot is made of: its body, face or limbs. */
export const setMake =
  (id: string, slot: MascotSlot, make: string): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    if (character.kind !== 'mascot') throw failure('no-mascot', `${character.name} is a person. Choose a part of a person instead.`);
    if (!mascotOptions(slot).some(({ id: known }) => known === make)) throw failure('no-part', 'There is no such part. Choose one from the list.');
    character.parts[slot] = make;
  };

/** Puts an extra on or takes it off. */
export const setExtra =
  (id: string, extra: string, on: boolean, outfit?: string): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    const holder = wardrobe(character, outfit, 'extras');
    if (!on) {
      delete holder.extras?.[extra];
      return undefined;
    }
    const worn = wearing(character, outfit);
    const said = takeOff(character, outfit, misfit(worn, 'extras', extra), worn);
    holder.extras = { ...holder.extras, [extra]: true };
    return said;
  };

export const setColours =
  (id: string, colours: Readonly<Record<string, string>>, outfit?: string): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    for (const [name, colour] of Object.entries(colours)) wardrobe(character, outfit, name).colours[name] = colour;
  };

/** A new outfit: what is worn now, to be changed. */
export const addOutfit =
  (id: string, outfit: string, name: string, from?: string): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    const worn = wearing(character, from);
    const parts = Object.fromEntries(Object.entries(worn.parts).filter(([slot]) => OUTFIT_SLOTS.has(slot)));
    const colours = Object.fromEntries(Object.entries(worn.colours).filter(([slot]) => OUTFIT_COLOURS.has(slot)));
    const outfits = character.outfits ?? {};
    character.outfits = { ...outfits, [outfit]: { order: orderAtEnd(outfits), name, parts, colours, ...(worn.extras ? { extras: worn.extras } : {}) } };
  };

/** A new outfit from ready clothes, such as those of a profession. */
export const addReadyOutfit =
  (id: string, outfit: string, ready: Pick<Outfit, 'name' | 'parts' | 'extras' | 'colours'>): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    const outfits = character.outfits ?? {};
    const { name, parts, extras, colours } = structuredCopy(ready);
    character.outfits = { ...outfits, [outfit]: { order: orderAtEnd(outfits), name, parts, colours, ...(extras && Object.keys(extras).length ? { extras } : {}) } };
  };

export const renameOutfit =
  (id: string, outfit: string, name: string): Recipe =>
  (draft) => {
    const found = characterOf(draft, id).outfits?.[outfit];
    if (found) found.name = name;
  };

/** Deletes an outfit; where it was worn, everyday clothes are worn again. */
export const deleteOutfit =
  (id: string, outfit: string): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    delete character.outfits?.[outfit];
    let places = 0;
    for (const scene of Object.values(draft.scenes))
      for (const layer of Object.values(scene.layers))
        if (layer.kind === 'character' && layer.outfit === outfit) {
          delete layer.outfit;
          places++;
        }
    return places ? `${character.name} wears everyday clothes again in ${places} place${places === 1 ? '' : 's'}.` : undefined;
  };

/** What a character wears in a scene; null is everyday clothes. */
export const wearOutfit =
  (scene: string, layerId: string, outfit: string | null): Recipe =>
  (draft) => {
    const layer = draft.scenes[scene]?.layers[layerId];
    if (layer?.kind !== 'character') throw failure('no-layer', 'That character is gone from the stage. Bring it on stage again.');
    if (outfit === null) delete layer.outfit;
    else layer.outfit = outfit;
  };

export const setSkin =
  (id: string, skin: Partial<Character['skin']>): Recipe =>
  (draft) => {
    Object.assign(characterOf(draft, id).skin, skin);
  };

export const setFigure =
  (id: string, figure: Partial<Character['figure']>): Recipe =>
  (draft) => {
    Object.assign(characterOf(draft, id).figure, figure);
  };

export const setTemper =
  (id: string, temper: Partial<Character['temper']>): Recipe =>
  (draft) => {
    Object.assign(characterOf(draft, id).temper, temper);
  };

/** A whole look at once: surprise, or that of another character. */
export const setLook =
  (id: string, { figure, parts, extras, skin, colours }: Pick<Character, 'figure' | 'parts' | 'skin' | 'colours'> & Pick<Partial<Character>, 'extras'>): Recipe =>
  (draft) => {
    const character = characterOf(draft, id);
    Object.assign(character, structuredCopy({ figure, parts, skin, colours }));
    if (extras && Object.keys(extras).length) character.extras = { ...extras };
    else delete character.extras;
  };

const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** A copy of a character under a name of its own. */
export const duplicateCharacter =
  (from: string, id: string): Recipe =>
  (draft) => {
    const character = structuredCopy(characterOf(draft, from));
    draft.characters[id] = { ...character, id, name: freeName(draft as Document, character.name), order: orderAtEnd(draft.characters) };
  };

/** A name that no character has: the given one, or with a number behind it. */
export function freeName(document: Pick<Document, 'characters'>, name: string): string {
  const taken = new Set(Object.values(document.characters).map((character) => character.name));
  const stem = name.replace(/ \d+$/, '');
  for (let n = 1; ; n++) {
    const candidate = n === 1 ? name : `${stem} ${n}`;
    if (!taken.has(candidate)) return candidate;
  }
}

/** Where a character stands or speaks, for the sentence that refuses its deletion. */
export function usesOf(document: Document, id: string): { scenes: string[]; lines: number } {
  const roles = new Set(Object.entries(document.production.roles).flatMap(([role, { character }]) => (character === id ? [role] : [])));
  const scenes = Object.values(document.scenes).filter((scene) => Object.values(scene.layers).some((layer) => layer.kind === 'character' && layer.character === id));
  const lines = Object.values(document.scenes).reduce((sum, scene) => sum + Object.values(scene.lines).filter(({ role }) => role && roles.has(role)).length, 0);
  return { scenes: scenes.map(({ title }) => title), lines };
}

/** Deletes a character that nobody sees or hears. */
export const deleteCharacter =
  (id: string): Recipe =>
  (draft) => {
    const { name } = characterOf(draft, id);
    const uses = usesOf(draft as Document, id);
    if (uses.scenes.length || uses.lines)
      throw failure(
        'in-use',
        `${name} ${uses.lines ? `speaks ${uses.lines} line${uses.lines === 1 ? '' : 's'}` : `stands in “${uses.scenes[0]}”`}. Let somebody else play the part first.`,
      );
    for (const role of Object.values(draft.production.roles)) if (role.character === id) role.character = null;
    delete draft.characters[id];
  };

/**
 * Another character plays a role, in the whole film or in one scene. Whoever stood on stage for it is replaced where
 * it stood, so that lines, cues and pins stay as they are. A mascot and a person keep the floor and differ in size.
 */
export const recastRole =
  (role: string, character: string, scene?: string): Recipe =>
  (draft) => {
    const part = draft.production.roles[role];
    if (!part) throw failure('no-role', 'That role is gone from the script.');
    characterOf(draft, character);
    let places = 0;
    for (const [id, one] of Object.entries(draft.scenes)) {
      if (scene && id !== scene) continue;
      const before = one.recast[role] ?? part.character;
      if (before === character) continue;
      const there = Object.values(one.layers).some((layer) => layer.kind === 'character' && layer.character === character);
      for (const layer of Object.values(one.layers))
        if (!there && layer.kind === 'character' && layer.character === before) {
          layer.character = character;
          delete layer.outfit;
          places++;
        }
      if (scene) one.recast[role] = character;
      else delete one.recast[role];
    }
    if (!scene) part.character = character;
    return places ? `${(draft.characters[character] as Character).name} stands in ${places} place${places === 1 ? '' : 's'} now. All cues stayed.` : undefined;
  };
