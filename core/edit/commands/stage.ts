import { failure } from '../../document/failure.ts';
import type { Backdrop, Character, Production, Role, Scene, Voice } from '../../document/schema.ts';
import type { Recipe } from '../change.ts';
import { sceneOf } from './lines.ts';

export const renameProduction =
  (title: string): Recipe =>
  (draft) => {
    draft.production.title = title;
  };

export const setProduction =
  (values: Partial<Pick<Production, 'frame' | 'fps' | 'palette' | 'style'>>): Recipe =>
  (draft) => {
    Object.assign(draft.production, values);
  };

export const addRole =
  (roleId: string, role: Role): Recipe =>
  (draft) => {
    draft.production.roles[roleId] = role;
  };

export const setVoice =
  (roleId: string, voice: Voice): Recipe =>
  (draft) => {
    const role = draft.production.roles[roleId];
    if (role) role.voice = voice;
  };

/** How a speaker's mouth speaks: soft to sharp, and how far it opens. As made where both are in the middle. */
export const setMouth =
  (roleId: string, mouth: NonNullable<Role['mouth']>): Recipe =>
  (draft) => {
    const role = draft.production.roles[roleId];
    if (!role) return;
    if (mouth.sharp === 0 && mouth.open === 1) delete role.mouth;
    else role.mouth = mouth;
  };

export const addCharacter =
  (character: Character): Recipe =>
  (draft) => {
    draft.characters[character.id] = character;
  };

/** A character's name is also that of the roles it plays under the same name. */
export const renameCharacter =
  (id: string, name: string): Recipe =>
  (draft) => {
    const character = draft.characters[id];
    if (!character) throw failure('no-character', 'That character is gone. Choose another one.');
    for (const role of Object.values(draft.production.roles)) if (role.character === id && role.name === character.name) role.name = name;
    character.name = name;
  };

export const addScene =
  (scene: Scene): Recipe =>
  (draft) => {
    draft.scenes[scene.id] = scene;
  };

export const emptyScene = (id: string, order: string, title: string, backdrop: Backdrop): Scene => ({
  id,
  order,
  title,
  backdrop,
  lead: 48_000,
  tail: 48_000,
  captions: true,
  layers: {},
  lines: {},
  cues: {},
  recast: {},
});

export const deleteScene =
  (id: string): Recipe =>
  (draft) => {
    if (Object.keys(draft.scenes).length < 2) throw failure('last-scene', 'A production keeps at least one scene. Add another before you delete this one.');
    delete draft.scenes[id];
  };

export const renameScene =
  (id: string, title: string): Recipe =>
  (draft) => {
    sceneOf(draft, id).title = title;
  };

export const setCaptions =
  (id: string, captions: boolean): Recipe =>
  (draft) => {
    sceneOf(draft, id).captions = captions;
  };

export const setBackdrop =
  (scene: string, backdrop: Backdrop): Recipe =>
  (draft) => {
    sceneOf(draft, scene).backdrop = backdrop;
  };
