import type { MakeId } from '../document/ids.ts';
import { type Backdrop, type Character, DOCUMENT_VERSION, type Document, type FrameShape, type Layer, type Voice } from '../document/schema.ts';
import { DESIGNS, type DesignId, designed } from '../figure/cast.ts';
import { heightOf, proportionsOf } from '../figure/proportions.ts';
import type { ReadScript } from '../formats/script/read.ts';
import { VOICE_PRESETS, voicePreset } from '../speech/voices.ts';
import { floorOf } from '../stage/backdrop.ts';
import { frameSize } from '../stage/camera.ts';
import { orderAtEnd, ordersBetween } from '../time/order.ts';
import type { FrameRate } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { insertScript } from './commands/lines.ts';
import { addCharacter, addLayer, addRole, emptyScene } from './commands/stage.ts';

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

/** Scale at which a figure fills a good part of the frame's height without leaving its place. */
export function scaleFor(character: Character, frame: FrameShape, room: number): number {
  const { height } = frameSize(frame);
  if (character.kind === 'mascot') return Math.round(Math.min(1.5, room / 250) * 100) / 100;
  const tall = heightOf(proportionsOf(character.figure));
  const adult = 1.46 * (height > 1200 ? 1.25 : 1);
  return Math.round(Math.min(adult, (height * 0.72) / tall, room / 190) * 100) / 100;
}

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
    const layer: Omit<Extract<Layer, { kind: 'character' }>, 'order'> = {
      kind: 'character',
      character: input.character.id,
      x,
      y,
      scale: scaleFor(input.character, draft.production.frame, room),
      turn,
      locked: false,
      hidden: false,
    };
    addLayer(input.scene, input.layer, layer)(draft);
  };

/** A pasted script as a film: speakers cast, placed on stage, all lines in the chain. */
export function fromScript(script: ReadScript, production: NewProduction, makeId: MakeId, backdrop?: Backdrop): Document {
  let document = newDocument(production, makeId, backdrop);
  const scene = Object.keys(document.scenes)[0] as string;
  const run = (label: string, recipe: Recipe): void => {
    document = edit(document, label, makeId('change'), recipe).document;
  };
  const designs = designsFor(script.speakers);
  const places = placesFor(script.speakers.length, production.frame, (document.scenes[scene] as Document['scenes'][string]).backdrop);
  const roles: Record<string, string> = {};
  script.speakers.forEach((name, index) => {
    const design = designs[index] as DesignId;
    const role = makeId('role');
    roles[name] = role;
    const character: Character = { ...designed(design, makeId('character'), orderAtEnd(document.characters)), name };
    run(
      'Cast',
      addSpeaker({
        role,
        character,
        colour: (index % 8) + 1,
        name,
        voice: voiceFor(
          design,
          index,
          Object.values(document.production.roles).map((one) => one.voice),
        ),
        scene,
        layer: makeId('layer'),
        place: places[index] as (typeof places)[number],
      }),
    );
  });
  if (script.lines.length) run('Write the script', insertScript(scene, script, roles, makeId));
  return document;
}
