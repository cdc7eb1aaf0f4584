import { failure } from '../document/failure.ts';
import type { MakeId } from '../document/ids.ts';
import { restValue } from '../document/properties.ts';
import { type Backdrop, type Character, type CharacterLayer, DOCUMENT_VERSION, type Document, type FrameShape, type Scene, type Voice } from '../document/schema.ts';
import { DESIGNS, type DesignId, designed } from '../figure/cast.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import { heightOf } from '../figure/proportions.ts';
import type { ReadScript } from '../formats/script/read.ts';
import { characterLayers, playerOf } from '../schedule/casting.ts';
import { VOICE_PRESETS, voicePreset } from '../speech/voices.ts';
import { floorOf } from '../stage/backdrop.ts';
import { frameSize } from '../stage/frame.ts';
import { inOrder, orderAtEnd, orderBetween, ordersBetween } from '../time/order.ts';
import type { FrameRate } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { addLayer } from './commands/layers.ts';
import { insertScript } from './commands/script.ts';
import { addCharacter, addRole, addScene, emptyScene, renameScene } from './commands/stage.ts';

export interface NewProduction {
  readonly title: string;
  readonly slug: string;
  readonly frame: FrameShape;
  readonly fps: FrameRate;
}

/** A production with one empty scene before a drawn backdrop. */
export function newDocument({ title, slug, frame, fps }: NewProduction, makeId: MakeId, backdrop: Backdrop = { kind: 'set', set: 'study', light: 0.5 }): Document {
  const scene = makeId('scene');
  const [order] = ordersBetween(null, null, 1) as [string];
  return {
    production: { version: DOCUMENT_VERSION, id: makeId('production'), slug, title, frame, fps, palette: [], style: 'flat', roles: {} },
    characters: {},
    scenes: { [scene]: emptyScene(scene, order, 'Scene 1', backdrop) },
  };
}

/** Draft voices that suit a design. */
const DESIGN_VOICES: Readonly<Partial<Record<DesignId, string>>> = {
  marit: 'lantern',
  tully: 'pebble',
  noor: 'linden',
  theo: 'cobble',
  juno: 'willow',
  bram: 'skerry',
  harjit: 'cobble',
  lena: 'willow',
  kofi: 'cobble',
  mei: 'linden',
  pablo: 'spruce',
  ingrid: 'lantern',
  samir: 'spruce',
  rosa: 'lantern',
  emil: 'skerry',
  zola: 'willow',
  otto: 'skerry',
  folio: 'spruce',
  athena: 'linden',
};

/** The draft voice of a design, or the next in turn; one that nobody has yet while there is one, so that speakers can be told apart. */
export function voiceFor(design: DesignId | undefined, index: number, taken: readonly Voice[] = []): Voice {
  const inTurn = [...VOICE_PRESETS.slice(index % VOICE_PRESETS.length), ...VOICE_PRESETS];
  const list = [voicePreset((design && DESIGN_VOICES[design]) ?? ''), ...inTurn].flatMap((preset) => (preset ? [preset.voice] : []));
  const used = new Set(taken.map((voice) => JSON.stringify(voice)));
  return list.find((voice) => !used.has(JSON.stringify(voice))) ?? (list[0] as Voice);
}

/** Designs for speakers: the one of the same name, else the next that nobody plays. */
export function designsFor(speakers: readonly string[]): DesignId[] {
  const all = Object.keys(DESIGNS) as DesignId[];
  const taken = new Set<DesignId>();
  const out: (DesignId | undefined)[] = speakers.map((name) => {
    const same = all.find((id) => DESIGNS[id].name.toLowerCase() === name.toLowerCase());
    if (same) taken.add(same);
    return same;
  });
  const order: DesignId[] = ['noor', 'theo', 'tully', 'marit', 'juno', ...all];
  return out.map((known, index) => {
    if (known) return known;
    const next = order.find((id) => !taken.has(id)) ?? (order[index % order.length] as DesignId);
    taken.add(next);
    return next;
  });
}

/** Places of `count` figures on a frame: on the floor, inside it, turned to each other; the right size at once. */
export function placesFor(count: number, frame: FrameShape, backdrop: Backdrop): { x: number; y: number; turn: number; room: number }[] {
  const { width } = frameSize(frame);
  const y = floorOf(backdrop, frame);
  const span = count === 1 ? 0 : Math.min(width * 0.62, 250 * count + 120);
  return Array.from({ length: count }, (_, index) => {
    const x = count === 1 ? 0 : Math.round(-span / 2 + (span * index) / (count - 1));
    return { x, y, turn: count === 1 ? 0 : x < 0 ? 0.2 : x > 0 ? -0.2 : 0, room: width / (count + 0.6) };
  });
}

/** A place for one more figure on a scene's stage: on the floor, inside the frame, as far from the others as can be. */
export function freePlace(scene: Pick<Scene, 'layers' | 'backdrop'>, frame: FrameShape): { x: number; y: number; turn: number; room: number } {
  const taken = Object.values(scene.layers).flatMap((layer) => (layer.kind === 'character' ? [restValue(layer, 'x')] : []));
  const { width } = frameSize(frame);
  const y = floorOf(scene.backdrop, frame);
  if (!taken.length) return { x: 0, y, turn: 0, room: width / 1.6 };
  const reach = width * 0.34;
  const places = Array.from({ length: 21 }, (_, n) => Math.round(-reach + (n / 20) * 2 * reach));
  const gap = (x: number): number => Math.min(...taken.map((other) => Math.abs(other - x)));
  const x = places.reduce((best, one) => (gap(one) > gap(best) + 1 ? one : best), places[0] as number);
  const middle = taken.reduce((sum, other) => sum + other, 0) / taken.length;
  return { x, y, turn: x < middle ? 0.2 : -0.2, room: width / (taken.length + 1.6) };
}

/** Scale at which a figure fills a good part of the frame's height without leaving its place. */
export function scaleFor(character: Character, frame: FrameShape, room: number): number {
  const { height } = frameSize(frame);
  if (character.kind === 'mascot') return Math.round(Math.min(1.5, room / 250) * 100) / 100;
  const tall = heightOf(bodyOf(character));
  const adult = 1.46 * (height > 1200 ? 1.25 : 1);
  return Math.round(Math.min(adult, (height * 0.72) / tall, room / 190) * 100) / 100;
}

/** A character's layer at a place, as it comes on the stage. */
export const standingLayer = (
  character: string,
  { x, y, turn }: { readonly x: number; readonly y: number; readonly turn: number },
  scale: number,
): Omit<CharacterLayer, 'order'> => ({
  kind: 'character',
  character,
  x,
  y,
  scaleX: scale,
  scaleY: scale,
  turn,
  locked: false,
  hidden: false,
});

/** Adds a speaker: a character, the role it plays, and optionally its place on a scene's stage. */
export const addSpeaker =
  (input: {
    role: string;
    character: Character;
    colour: number;
    name: string;
    voice: Voice;
    scene?: string;
    layer?: string;
    place?: { x: number; y: number; turn: number; room: number };
  }): Recipe =>
  (draft) => {
    addCharacter(input.character)(draft);
    addRole(input.role, { order: orderAtEnd(draft.production.roles), name: input.name, character: input.character.id, colour: input.colour, voice: input.voice })(draft);
    if (!input.scene || !input.layer || !input.place) return;
    const { x, y, turn, room } = input.place;
    addLayer(input.scene, input.layer, standingLayer(input.character.id, { x, y, turn }, scaleFor(input.character, draft.production.frame, room)))(draft);
  };

/** A new scene after another one, with its backdrop and everybody who stands in it, where they stand; who plays whom stays. */
export const addSceneAfter =
  (before: string, id: string, title: string, makeId: MakeId): Recipe =>
  (draft) => {
    const from = draft.scenes[before];
    if (!from) throw failure('no-scene', 'That scene is gone. Open another one.');
    const all = inOrder(draft.scenes);
    const place = all.findIndex(([one]) => one === before);
    const made = emptyScene(id, orderBetween(from.order, all[place + 1]?.[1].order ?? null), title, { ...from.backdrop });
    made.recast = { ...from.recast };
    for (const [, layer] of characterLayers(from as Scene)) {
      const { character, outfit, order, scaleX = 1, scaleY = 1, turn = 0 } = layer;
      // Of somebody who is in a group or a hand, the place on the stage itself.
      const { x, y } = layer.parent === undefined ? { x: restValue(layer, 'x'), y: restValue(layer, 'y') } : freePlace(made, draft.production.frame);
      made.layers[makeId('layer')] = { kind: 'character', character, ...(outfit ? { outfit } : {}), order, x, y, scaleX, scaleY, turn, locked: false, hidden: false };
    }
    draft.scenes[id] = made;
  };

/** Brings whoever plays a role on a scene's stage, at a free place, where nobody does so yet. A line of theirs is then said by somebody. */
export const bringSpeaker =
  (scene: string, role: string | null, makeId: MakeId): Recipe =>
  (draft) => {
    const place = draft.scenes[scene];
    const player = place && playerOf(draft as Document, place as Scene, role);
    if (!place || !player || characterLayers(place as Scene).some(([, layer]) => layer.character === player.id)) return;
    const spot = freePlace(place as Scene, draft.production.frame);
    addLayer(scene, makeId('layer'), standingLayer(player.id, spot, scaleFor(player, draft.production.frame, spot.room)))(draft);
  };

/** Who speaks in one production: more are no cast, but lines whose first words were taken for names. */
export const MOST_SPEAKERS = 60;

/** @throws Failure where a script has more speakers than a production can have; `there` are in it already. */
export function checkSpeakers(speakers: readonly string[], there = 0): void {
  const count = speakers.length + there;
  if (count <= MOST_SPEAKERS) return;
  const some = speakers.slice(0, 3).map((name) => `“${name}”`);
  throw failure(
    'too-many-speakers',
    `This script has ${count} speakers (${some.join(', ')} …); a production has at most ${MOST_SPEAKERS}. Check that every line begins with who says it and a colon, or bring it in in parts.`,
  );
}

/** A pasted script as a film: speakers cast, a scene for each of its headings, those who speak in it on its stage. @throws Failure `too-many-speakers` */
export function fromScript(script: ReadScript, production: NewProduction, makeId: MakeId, backdrop?: Backdrop): Document {
  checkSpeakers(script.speakers);
  let document = newDocument(production, makeId, backdrop);
  const run = (label: string, recipe: Recipe): void => {
    document = edit(document, label, makeId('change'), recipe).document;
  };
  const first = Object.keys(document.scenes)[0] as string;
  const roles = castSpeakers(document, script.speakers, makeId, run);
  const scenes = script.scenes.length ? script.scenes : [{ title: undefined, lines: script.lines }];
  scenes.forEach(({ title, lines }, index) => {
    const id = index === 0 ? first : makeId('scene');
    const back = (document.scenes[first] as Document['scenes'][string]).backdrop;
    if (index) run('A scene', addScene(emptyScene(id, orderAtEnd(document.scenes), title ?? `Scene ${index + 1}`, back)));
    else if (title) run('Name a scene', renameScene(id, title));
    const names = script.lines.length ? [...new Set(lines.filter(({ offStage }) => !offStage).map(({ speaker }) => speaker))] : script.speakers;
    bringOnStage(
      document,
      id,
      names.flatMap((name) => roles[name] ?? []),
      makeId,
      run,
    );
    if (lines.length) run('Write the script', insertScript(id, { lines }, roles, makeId));
  });
  return document;
}

type Run = (label: string, recipe: Recipe) => void;

/** Makes a role, a character and a draft voice for each speaker; gives the roles by name. */
function castSpeakers(start: Document, speakers: readonly string[], makeId: MakeId, run: Run): Record<string, string> {
  const roles: Record<string, string> = {};
  const designs = designsFor(speakers);
  const voices = Object.values(start.production.roles).map((one) => one.voice);
  const taken = Object.keys(start.production.roles).length;
  speakers.forEach((name, index) => {
    const design = designs[index] as DesignId;
    const role = makeId('role');
    roles[name] = role;
    const voice = voiceFor(design, index, voices);
    voices.push(voice);
    run('Cast', (draft) => {
      const character: Character = { ...designed(design, makeId('character'), orderAtEnd(draft.characters)), name };
      return addSpeaker({ role, character, colour: ((taken + index) % 8) + 1, name, voice })(draft);
    });
  });
  return roles;
}

/** Puts the characters of roles on a scene's stage, each at its place, at the right size. */
function bringOnStage(_before: Document, scene: string, roles: readonly string[], makeId: MakeId, run: Run): void {
  run('On stage', (draft) => {
    const { frame } = draft.production;
    const { backdrop } = draft.scenes[scene] as Document['scenes'][string];
    placesFor(roles.length, frame, backdrop as Backdrop).forEach(({ x, y, turn, room }, index) => {
      const character = draft.characters[draft.production.roles[roles[index] as string]?.character ?? ''];
      if (!character) return;
      addLayer(scene, makeId('layer'), standingLayer(character.id, { x, y, turn }, scaleFor(character as Character, frame, room)))(draft);
    });
  });
}
