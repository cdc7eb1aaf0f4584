import { restOf } from '#core/document/properties';
import type { Backdrop, Character, Document, Kept, Layer, OwnPicture, ShapeForm, Thing } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { pinAt } from '#core/edit/commands/cues';
import { bringThing } from '#core/edit/commands/kept';
import { addLayer, type NewLayer } from '#core/edit/commands/layers';
import { setBackdrop } from '#core/edit/commands/stage';
import { addSpeaker, scaleFor, standingLayer, voiceFor } from '#core/edit/create';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { characterLayers, playerOf } from '#core/schedule/casting';
import { arrivalOf, characterSize } from '#core/stage/arrival';
import { floorOf } from '#core/stage/backdrop';
import { EFFECTS } from '#core/stage/effects/index';
import { LOOKS, tone } from '#core/stage/effects/tone';
import { frameSize } from '#core/stage/frame';
import { propBox } from '#core/stage/layers/prop';
import { shape } from '#core/stage/layers/shape';
import { PROPS } from '#core/stage/props/index';
import { THING_PROPS } from '#core/stage/props/things';
import { SETS, setOf } from '#core/stage/sets/index';
import type { StageSet } from '#core/stage/sets/set';
import { DAY } from '#core/stage/world/tones';
import { inOrder, orderAtEnd } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { ownLayer, sidesOnStage } from '../pictures/onStage.ts';
import { type Coming, type DoorItem, SHELF_NAMES, type Shelf } from './doorItem.ts';
import { wordItems } from './doorWords.ts';
import type { PlacedScene } from './film.ts';

/** Forms of shapes with their names, as their own file lists them. */
function shapeForms(): readonly (readonly [ShapeForm, string])[] {
  const field = shape.entry.fields.find((one) => one.field === 'form');
  return field?.control === 'choice' ? (field.options as readonly (readonly [ShapeForm, string])[]) : [];
}

const stub = (layer: NewLayer): Layer => ({ ...layer, order: 'a0' }) as Layer;
/** Things that stand are as large beside people as they are in their hands. */
const THING_SCALE = 1.4;
/** How much the air moves in the open, where nothing else is chosen. */
const AIR_OUTSIDE = 0.4;
const PLACES = { indoors: 'indoors', outdoors: 'in the open', ground: 'for words' } as const;

/** A drawn backdrop as it comes: in the hour and the air that were chosen before, else in its own. */
function drawnBackdrop({ id, light = DAY, place }: StageSet, before: Backdrop): Backdrop {
  const kept = before.kind === 'set' && before.light !== (setOf(before.set)?.light ?? DAY) ? before.light : light;
  const air = before.kind === 'set' && before.air !== undefined ? before.air : place === 'outdoors' ? AIR_OUTSIDE : 0;
  return { kind: 'set', set: id, light: kept, ...(air ? { air } : {}) };
}
const COMES = toTicks(0.5);
const WALK_SPEED = 420;

/** A layer as it comes: there from the start, or by an effect, from the start or from the playhead on. */
function comes(scene: PlacedScene, layer: NewLayer, coming: Coming, tick: number, fromHere: boolean): NewLayer {
  const span = fromHere ? { span: { start: pinAt(scene.scene, Math.round(tick), scene.fps), end: { to: 'scene', edge: 'end', offset: 0 } } as const } : {};
  const enter = coming === 'fades' || coming === 'pops' ? { enter: { effect: coming === 'fades' ? 'fade' : 'pop', ticks: COMES } } : {};
  return { ...layer, ...span, ...enter } as NewLayer;
}

/** Somebody walks in from the nearer side to where they shall stand. */
function walkIn(scene: PlacedScene, id: string, layer: NewLayer & { x?: number; y?: number }, tick: number, width: number): Recipe {
  const [x, y] = [layer.x ?? 0, layer.y ?? 0];
  const from = (x < 0 ? -1 : 1) * (width / 2 + 220);
  const start = Math.max(0, Math.round(tick));
  return (draft) => {
    addLayer(scene.id, id, { ...layer, x: from } as NewLayer)(draft);
    const target = draft.scenes[scene.id];
    if (target)
      target.cues[makeId('cue')] = {
        kind: 'move',
        layer: id,
        x,
        y,
        walk: true,
        ease: 'both',
        order: orderAtEnd(target.cues),
        start: pinAt(scene.scene, start, scene.fps),
        end: { ticks: toTicks(Math.max(0.8, Math.abs(x - from) / WALK_SPEED)) },
      };
  };
}

/** What stands for a thing of several layers in a small picture: the first of them that is drawn. */
export const faceOf = ({ root, layers }: Thing): Layer => Object.values(layers).find(({ kind }) => kind !== 'group' && kind !== 'effect') ?? (layers[root] as Layer);

/** All that can be brought on a scene's stage, in the order of the shelves, with what is kept for all productions; what the script speaks of comes first. */
export function doorItems(document: Document, scene: PlacedScene, kept: readonly Kept[] = []): DoorItem[] {
  const { frame } = document.production;
  const { width } = frameSize(frame);
  const { backdrop } = scene.scene;
  const here = new Set(characterLayers(scene.scene).map(([, layer]) => layer.character));
  const items: DoorItem[] = [];
  const add = (item: DoorItem): void => void items.push(item);

  const person = (character: Character, design: DesignId | undefined, shelf: Shelf, line: string, fresh = design !== undefined): DoorItem => {
    const layer = makeId('layer');
    return {
      key: `${shelf} ${design ?? character.id}`,
      shelf,
      name: character.name,
      line,
      words: `${character.kind} ${line}`,
      look: { character },
      layer,
      person: true,
      bring: (present, { coming, tick, fromHere }) => {
        const room = width / (characterLayers(scene.scene).length + 1.6);
        const scale = scaleFor(character, frame, room);
        const place = arrivalOf(characterSize(character, scale), present, backdrop, frame);
        const made = standingLayer(character.id, place, scale);
        const enter: Recipe = coming === 'walks' ? walkIn(scene, layer, made, fromHere ? tick : 0, width) : addLayer(scene.id, layer, comes(scene, made, coming, tick, fromHere));
        if (!fresh) return enter;
        const roles = Object.values(document.production.roles);
        const voice = voiceFor(
          design,
          roles.length,
          roles.map((role) => role.voice),
        );
        const role = makeId('role');
        return (draft) => {
          addSpeaker({ role, character: { ...character, order: orderAtEnd(draft.characters) }, colour: (roles.length % 8) + 1, name: character.name, voice })(draft);
          return enter(draft);
        };
      },
    };
  };
  const thing = (key: string, shelf: Shelf, name: string, line: string, words: string, made: NewLayer, size: { width: number; height: number; stands: boolean }): DoorItem => {
    const layer = makeId('layer');
    return {
      key,
      shelf,
      name,
      line,
      words,
      look: made.kind === 'text' ? { letters: made.font } : { layer: stub(made) },
      layer,
      bring: (present, { coming, tick, fromHere }) => {
        const place = made.kind === 'effect' ? { x: 0, y: 0 } : arrivalOf({ ...size, person: false }, present, backdrop, frame);
        const placed = made.kind === 'effect' ? made : { ...made, x: place.x, y: size.stands ? floorOf(backdrop, frame) : place.y };
        return addLayer(scene.id, layer, comes(scene, placed as NewLayer, coming, tick, fromHere));
      },
    };
  };
  const plain = { locked: false, hidden: false } as const;

  for (const [id, character] of inOrder(document.characters)) {
    if (here.has(id)) continue;
    add(person(character, undefined, 'people', 'from your cast'));
  }
  for (const design of Object.keys(DESIGNS) as DesignId[])
    add(person(designed(design, makeId('character'), 'a0'), design, 'new', DESIGNS[design].kind === 'mascot' ? 'mascot' : `${DESIGNS[design].figure.age} years`));
  const held = new Set(THING_PROPS.map(({ id }) => id));
  const people = Object.values(scene.scene.layers).flatMap((layer) => (layer.kind === 'character' ? [Math.abs(layer.scaleY ?? 1)] : []));
  const beside = people.length ? people.reduce((sum, one) => sum + one / people.length, 0) : 1;
  for (const prop of PROPS) {
    const box = propBox(prop.id);
    // What hands hold is drawn for a hand, everything else as large beside people as it is.
    const scale = Math.round((held.has(prop.id) ? THING_SCALE : 1) * beside * 100) / 100;
    const made: NewLayer = { kind: 'prop', name: prop.name, prop: prop.id, ...(scale === 1 ? {} : { scaleX: scale, scaleY: scale }), ...plain };
    add(
      thing(`props ${prop.id}`, 'props', prop.name, 'stands on the floor', prop.words.join(' '), made, {
        width: (box.right - box.left) * scale,
        height: (box.bottom - box.top) * scale,
        stands: true,
      }),
    );
  }
  const words = (key: string, name: string, line: string, text: string, font: 'title' | 'label' | 'caption', size: number): void =>
    add(
      thing(
        `words ${key}`,
        'words',
        name,
        line,
        'words title text write',
        { kind: 'text', text, font, align: 'middle', size, ...plain },
        { width: text.length * size * 0.55, height: size * 1.2, stands: false },
      ),
    );
  items.push(...wordItems(scene, document));
  words('title', 'Title', 'large, with serifs', 'A title', 'title', restOf('text', 'size'));
  words('label', 'Label', 'small and clear', 'A name for this', 'label', 54);
  words('quote', 'Spoken words', 'as captions are', 'What is said', 'caption', 64);
  for (const [form, label] of shapeForms()) {
    const line = form === 'line' || form === 'arrow';
    add(
      thing(
        `shapes ${form}`,
        'shapes',
        label,
        line ? 'drawn' : 'filled',
        'shape form',
        { kind: 'shape', form, width: 420, height: line ? 120 : 240, filled: !line || form === 'arrow', line: form === 'line' ? 12 : 0, ...plain },
        { width: 420, height: 240, stands: false },
      ),
    );
  }
  for (const effect of EFFECTS.filter(({ on }) => on !== 'layer')) {
    const layer = makeId('layer');
    const made: NewLayer = { kind: 'effect', effect: effect.id, values: {}, ...plain };
    add({
      key: `air ${effect.id}`,
      shelf: 'air',
      name: effect.label,
      line: 'over all that is below',
      words: 'effect light weather look',
      look: { effect: effect.icon },
      layer,
      bring: (_, { coming, tick, fromHere }) => addLayer(scene.id, layer, comes(scene, made, coming === 'there' ? 'there' : 'fades', tick, fromHere)),
    });
  }
  for (const { id, label, words, values } of LOOKS) {
    const layer = makeId('layer');
    const made: NewLayer = { kind: 'effect', effect: 'tone', name: label, values, ...plain };
    add({
      key: `air look ${id}`,
      shelf: 'air',
      name: label,
      line: 'a look over everything',
      words: `look colours grade ${words}`,
      look: { effect: tone.icon },
      layer,
      bring: (_, { coming, tick, fromHere }) => addLayer(scene.id, layer, comes(scene, made, coming === 'there' ? 'there' : 'fades', tick, fromHere)),
    });
  }
  const ground = (key: string, name: string, line: string, words: string, made: Backdrop): void =>
    add({ key: `backdrops ${key}`, shelf: 'backdrops', name, line, words, look: { backdrop: made }, bring: () => setBackdrop(scene.id, made) });
  for (const set of SETS) ground(set.id, set.name, PLACES[set.place], set.words.join(' '), drawnBackdrop(set, backdrop));
  for (const colour of ['#cfe0dc', '#f3e3d2', '#dbe2f4', '#1a2f34']) ground(colour, 'Plain colour', colour, 'plain colour ground', { kind: 'colour', colour });

  for (const one of kept) {
    if (one.kind === 'character') {
      if (!document.characters[one.id]) add(person(one.value, undefined, 'kept', 'from your shelf', true));
    } else if (one.kind === 'backdrop') {
      const { name, value } = one;
      add({ key: `kept ${one.id}`, shelf: 'kept', name, line: 'backdrop', words: 'backdrop kept own', look: { backdrop: value }, bring: () => setBackdrop(scene.id, value) });
    } else {
      const { name, value } = one;
      const layer = makeId('layer');
      const parts = Object.keys(value.layers).length;
      add({
        key: `kept ${one.id}`,
        shelf: 'kept',
        name,
        line: parts > 1 ? `${parts} layers` : 'as it was kept',
        words: 'thing prop kept own',
        look: { layer: faceOf(value) },
        layer,
        bring: (_, { coming, tick, fromHere }) => bringThing(scene.id, value, layer, makeId, comes(scene, { name } as NewLayer, coming, tick, fromHere) as Partial<Layer>),
      });
    }
  }

  // What is on the shelf, and pictures of scenes that were brought along without it.
  const own = new Map<string, OwnKind>();
  for (const [, one] of inOrder(document.production.pictures ?? {})) own.set(one.clip?.media ?? one.media, one);
  for (const part of Object.values(document.scenes)) {
    for (const layer of Object.values(part.layers))
      if (layer.kind === 'picture' && !own.has(layer.media)) own.set(layer.media, { name: layer.name ?? 'Picture', media: layer.media, width: layer.width, height: layer.height });
    const { backdrop } = part;
    if (backdrop.kind === 'picture' && !own.has(backdrop.media)) own.set(backdrop.media, backdrop);
  }
  for (const one of own.values()) add(ownPicture(scene, document, one));
  return [...fromScript(document, scene, items), ...items];
}

type OwnKind = Pick<OwnPicture, 'name' | 'media' | 'width' | 'height'> & { readonly clip?: OwnPicture['clip'] };

/** A picture or clip of one's own as something to bring on. */
export function ownPicture(scene: PlacedScene, document: Document, picture: OwnKind): DoorItem {
  const { frame } = document.production;
  const size = sidesOnStage(picture, frame);
  const layer = makeId('layer');
  const made = ownLayer(picture, frame);
  return {
    key: `own ${picture.clip?.media ?? picture.media}`,
    shelf: 'own',
    name: picture.name,
    line: picture.clip ? 'own clip' : 'own picture',
    words: `picture photo own ${picture.clip ? 'clip video film' : ''}`,
    look: { layer: stub(made) },
    layer,
    bring: (present, { coming, tick, fromHere }) => {
      const { x, y } = arrivalOf({ ...size, stands: false, person: false }, present, scene.scene.backdrop, frame);
      return addLayer(scene.id, layer, comes(scene, { ...made, x, y } as NewLayer, coming, tick, fromHere));
    },
  };
}

/** Words that are in every sentence: nothing is called so. */
const TELLS_NOTHING: ReadonlySet<string> = new Set(
  'the and for with you your are was were not but all any can has have had his her its our out one two how who why what when where this that there then than them they from into just like more most over some such very will would could should about after again'.split(
    ' ',
  ),
);

/** So many of what the script speaks of. */
const MOST_SUGGESTED = 8;
const bare = (word: string): string =>
  word
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^\p{L}]/gu, '');
/** Whether a word of the script means a word that something is found by: the same, or one of several of it. */
const means = (word: string, tag: string): boolean => tag.length > 2 && (word === tag || word === `${tag}s` || word === `${tag}es`);

/** What a scene's lines speak of: speakers without a place, things that are named, then what neighbouring scenes have. */
function fromScript(document: Document, scene: PlacedScene, items: readonly DoorItem[]): DoorItem[] {
  const out: DoorItem[] = [];
  const taken = new Set<string>();
  const suggest = (item: DoorItem | undefined, line: string, spoken?: string): void => {
    if (!item || taken.has(item.key) || out.length >= MOST_SUGGESTED) return;
    taken.add(item.key);
    out.push({ ...item, key: `script ${item.key}`, shelf: 'script', line, ...(spoken ? { spoken } : {}) });
  };
  for (const line of scene.lines) {
    const player = playerOf(document, scene.scene, line.line.role);
    if (player && line.layer === undefined)
      suggest(
        items.find(({ shelf, look }) => shelf === 'people' && 'character' in look && look.character.id === player.id),
        `speaks, line ${line.index + 1}`,
      );
  }
  const there = new Set(Object.values(scene.scene.layers).map((layer) => (layer.kind === 'prop' ? `props ${layer.prop}` : layer.kind === 'effect' ? `air ${layer.effect}` : '')));
  if (scene.scene.backdrop.kind === 'set') there.add(`backdrops ${scene.scene.backdrop.set}`);
  const things = items.filter(({ shelf, key }) => (shelf === 'props' || shelf === 'backdrops' || shelf === 'air') && !there.has(key));
  for (const line of scene.lines)
    for (const word of line.words) {
      const said = bare(word.text);
      if (said.length < 3 || TELLS_NOTHING.has(said)) continue;
      // What is called so goes before what is only found by it.
      const found =
        things.find(({ name }) => name.split(' ').some((tag) => means(said, bare(tag)))) ?? things.find(({ words }) => words.split(' ').some((tag) => means(said, bare(tag))));
      suggest(found, `line ${line.index + 1}`, word.text.replace(/[^\p{L}]/gu, ''));
    }
  const scenes = inOrder(document.scenes).map(([id]) => id);
  const at = scenes.indexOf(scene.id);
  for (const [id, where] of [
    [scenes[at - 1], 'in the scene before'],
    [scenes[at + 1], 'in the next scene'],
  ] as const) {
    const part = id === undefined ? undefined : document.scenes[id];
    if (!part) continue;
    for (const layer of Object.values(part.layers)) {
      if (layer.kind === 'character')
        suggest(
          items.find(({ shelf, look }) => shelf === 'people' && 'character' in look && look.character.id === layer.character),
          where,
        );
      if (layer.kind === 'prop' && !there.has(`props ${layer.prop}`))
        suggest(
          items.find(({ key }) => key === `props ${layer.prop}`),
          where,
        );
    }
  }
  return out;
}

/** Items that are found by what is written: names that begin with it, then other words of theirs. */
export function searchDoor(items: readonly DoorItem[], text: string): DoorItem[] {
  const wanted = text.trim().toLowerCase().split(/\s+/).filter(Boolean);
  if (!wanted.length) return [];
  const scored = items
    .filter(({ shelf }) => shelf !== 'script')
    .flatMap((item) => {
      const name = item.name.toLowerCase();
      const all = `${name} ${item.words.toLowerCase()} ${item.line.toLowerCase()} ${SHELF_NAMES[item.shelf].toLowerCase()}`;
      if (!wanted.every((word) => all.split(/\s+/).some((one) => one.startsWith(word)))) return [];
      // The thing itself, then what is called so at first, somewhere in its name, or only found by it.
      const called = wanted.join(' ');
      return [
        { item, score: name === called ? -1 : name.startsWith(called) || wanted.every((word) => name.startsWith(word)) ? 0 : wanted.some((word) => name.includes(word)) ? 1 : 2 },
      ];
    });
  return scored.sort((a, b) => a.score - b.score).map(({ item }) => item);
}
