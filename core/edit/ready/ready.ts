import { failure } from '../../document/failure.ts';
import type { MakeId } from '../../document/ids.ts';
import type { Backdrop, Character, Cue, Layer, Pin, ShapeForm } from '../../document/schema.ts';
import { floorOf } from '../../stage/backdrop.ts';
import { frameSize } from '../../stage/frame.ts';
import { inOrder, orderAtEnd, orderBetween } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { addLayer, type NewLayer } from '../commands/layers.ts';
import { newLine, SAME_SPEAKER_GAP, USUAL_GAP } from '../commands/lines.ts';
import { emptyScene } from '../commands/stage.ts';
import { scaleFor, standingLayer } from '../create.ts';

/** A place in a ready scene that somebody of the cast takes. Shares of the frame: `x` from -0.5 to 0.5 about its middle. */
export interface Place {
  readonly x: number;
  /** Of the frame's height above (minus) or below the floor. */
  readonly lift?: number;
  readonly turn?: number;
  /** Times the size that one has on this stage. */
  readonly size?: number;
  /** Walks there from outside the frame while the scene begins: from which side. */
  readonly from?: 'left' | 'right';
}

/** Something that stands or hangs in a ready scene. `behind`: behind the people. */
export type Piece = {
  readonly x: number;
  readonly y: number;
  readonly behind?: boolean;
  readonly comes?: { readonly line: number; readonly word: number; readonly by: string };
  readonly opacity?: number;
} & (
  | { readonly prop: string; readonly scale?: number }
  | { readonly text: string; readonly font?: 'title' | 'label' | 'caption'; readonly size: number; readonly colour?: string; readonly align?: 'start' | 'middle' }
  | { readonly form: ShapeForm; readonly width: number; readonly height: number; readonly fill: string; readonly line?: number; readonly lineColour?: string }
  | { readonly effect: string; readonly values?: Readonly<Record<string, number | string>> }
);

/** What somebody does at a word of a ready line. */
export type Act = { readonly word: number; readonly seconds?: number } & (
  | { readonly action: string; readonly hand?: 'left' | 'right' | 'both' }
  | { readonly face: string; readonly strength?: number }
  | { readonly look: number | 'viewer' }
  | { readonly to: number }
  | { readonly shot: 'wide' | 'two-shot' | 'medium' | 'close'; readonly on?: readonly number[]; readonly push?: number; readonly over?: number }
);

export interface ReadyLine {
  /** The place of who says it. */
  readonly who: number;
  readonly text: string;
  readonly offStage?: boolean;
  /** Acts of the one who speaks, unless `as` names another place. */
  readonly acts?: readonly (Act & { readonly as?: number })[];
}

/** A scene that is played with one's own cast before it is taken: one file, one line in index.ts. */
export interface ReadyScene {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly says: string;
  readonly backdrop: Backdrop;
  readonly places: readonly Place[];
  readonly pieces: readonly Piece[];
  readonly lines: readonly ReadyLine[];
}

const COMES = toTicks(0.5);

/** The places of a ready scene that somebody of a cast can take; the others vanish with what they say. */
export const placesTaken = (ready: ReadyScene, cast: number): number => Math.min(ready.places.length, cast);

/**
 * Builds a ready scene after another one (null: at the end), its places taken by roles in turn. Who has no role for a
 * place leaves it empty: nothing is said or done there.
 * @throws Failure `no-cast` where nobody is there to play it.
 */
export const takeReady =
  (ready: ReadyScene, roles: readonly string[], after: string | null, sceneId: string, makeId: MakeId): Recipe =>
  (draft) => {
    const { frame: shape, roles: all } = draft.production;
    const cast = roles.flatMap((role) => {
      const character = draft.characters[all[role]?.character ?? ''];
      return character ? [{ role, character: character as Character }] : [];
    });
    if (!cast.length) throw failure('no-cast', 'Nobody is in the cast yet. Bring somebody on stage first: a ready scene is played by your own cast.');
    const frame = frameSize(shape);
    const scenes = inOrder(draft.scenes);
    const place = after === null ? scenes.length - 1 : scenes.findIndex(([id]) => id === after);
    const order = orderBetween(scenes[place]?.[1].order ?? null, scenes[place + 1]?.[1].order ?? null);
    const scene = emptyScene(sceneId, order, ready.name, ready.backdrop);
    draft.scenes[sceneId] = scene;
    const floor = floorOf(ready.backdrop, shape);
    // A tall frame is narrower than the stage was thought: places draw together.
    const reach = Math.min(1, frame.width / 1920) * 0.35 + 0.65;

    const taken = placesTaken(ready, cast.length);
    const layers: string[] = [];
    const pieceAfter: { id: string; comes: NonNullable<Piece['comes']> }[] = [];
    const put = (piece: Piece): void => {
      const id = makeId('layer');
      if (piece.comes) pieceAfter.push({ id, comes: piece.comes });
      addLayer(sceneId, id, layerOf(piece, frame, floor, reach))(draft);
    };
    for (const piece of ready.pieces) if (piece.behind) put(piece);
    ready.places.slice(0, taken).forEach(({ x, lift = 0, turn = 0, size = 1, from }, index) => {
      const { character } = cast[index] as (typeof cast)[number];
      const id = makeId('layer');
      layers.push(id);
      const scale = Math.round(scaleFor(character, shape, frame.width / (taken + 0.6)) * size * 100) / 100;
      const at = { x: Math.round(x * frame.width * reach), y: Math.round(floor + lift * frame.height), turn };
      const start = from ? { ...at, x: (from === 'left' ? -1 : 1) * (frame.width / 2 + 240) } : at;
      addLayer(sceneId, id, standingLayer(character.id, start, scale))(draft);
      if (from)
        scene.cues[makeId('cue')] = {
          kind: 'move',
          layer: id,
          x: at.x,
          y: at.y,
          walk: true,
          ease: 'both',
          order: orderAtEnd(scene.cues),
          start: { to: 'scene', edge: 'start', offset: 0 },
          end: { ticks: toTicks(2.2) },
        };
    });
    for (const piece of ready.pieces) if (!piece.behind) put(piece);

    const words: string[][] = [];
    const lineIds: (string | undefined)[] = [];
    let orderOf: string | null = null;
    let before: string | undefined;
    for (const line of ready.lines) {
      const speaker = cast[line.who];
      if (line.who >= taken || !speaker) {
        words.push([]);
        lineIds.push(undefined);
        continue;
      }
      orderOf = orderBetween(orderOf, null);
      const id = makeId('line');
      const gap = before === undefined ? (ready.places.some(({ from }) => from) ? toTicks(1.4) : 0) : before === speaker.role ? SAME_SPEAKER_GAP : USUAL_GAP;
      const made = newLine(speaker.role, named(line.text, cast), orderOf, gap, makeId);
      scene.lines[id] = { ...made, ...(line.offStage ? { offStage: true } : {}) };
      before = speaker.role;
      words.push(inOrder(made.words).map(([word]) => word));
      lineIds.push(id);
    }
    ready.lines.forEach(({ who, acts = [] }, index) => {
      for (const act of acts) {
        const by = act.as ?? who;
        const own = words[index] ?? [];
        const word = own[Math.min(act.word, own.length - 1)];
        const cue = word === undefined ? undefined : cueOf(act, by, layers, frame, { to: 'word', word, edge: 'start', offset: 0 }, floor, index === 0 && act.word === 0);
        if (cue) scene.cues[makeId('cue')] = { ...cue, order: orderAtEnd(scene.cues) } as Cue;
      }
    });
    for (const { id, comes } of pieceAfter) {
      const own = words[comes.line] ?? [];
      const word = own[Math.min(comes.word, own.length - 1)];
      const layer = scene.layers[id];
      if (!layer) continue;
      if (word !== undefined) layer.span = { start: { to: 'word', word, edge: 'start', offset: 0 }, end: { to: 'scene', edge: 'end', offset: 0 } };
      layer.enter = { effect: comes.by, ticks: COMES };
    }
  };

/** Names in sample lines follow the roles: `{0}` is who takes the first place. */
const named = (text: string, cast: readonly { character: Character }[]): string =>
  text.replace(/\{(\d)\}/g, (_, n: string) => cast[Number(n)]?.character.name ?? cast[0]?.character.name ?? '');

function layerOf(piece: Piece, frame: { width: number; height: number }, floor: number, reach: number): NewLayer {
  const plain = { locked: false, hidden: false, ...(piece.opacity === undefined ? {} : { opacity: piece.opacity }) };
  const x = Math.round(piece.x * frame.width * reach);
  const y = Math.round(piece.y * frame.height);
  if ('effect' in piece) return { kind: 'effect', effect: piece.effect, values: { ...piece.values }, ...plain };
  if ('prop' in piece)
    return { kind: 'prop', prop: piece.prop, x, y: Math.round(floor + piece.y * frame.height), scaleX: piece.scale ?? 1.4, scaleY: piece.scale ?? 1.4, ...plain };
  if ('text' in piece)
    return {
      kind: 'text',
      text: piece.text,
      font: piece.font ?? 'title',
      align: piece.align ?? 'middle',
      size: Math.round(piece.size * Math.min(1, frame.width / 1920 + 0.15)),
      x,
      y,
      ...(piece.colour ? { colour: piece.colour } : {}),
      ...plain,
    };
  return {
    kind: 'shape',
    form: piece.form,
    width: Math.round(piece.width * frame.width * reach),
    height: Math.round(piece.height * frame.height),
    filled: true,
    line: piece.line ?? 0,
    fill: piece.fill,
    ...(piece.lineColour ? { lineColour: piece.lineColour } : {}),
    x,
    y,
    ...plain,
  } as Extract<Layer, { kind: 'shape' }>;
}

type NewCue = Cue extends infer C ? (C extends Cue ? Omit<C, 'order'> : never) : never;

function cueOf(act: Act, by: number, layers: readonly string[], frame: { width: number; height: number }, start: Pin, floor: number, opens: boolean): NewCue | undefined {
  const layer = layers[by];
  const end = { ticks: toTicks(act.seconds ?? 1.2) };
  if ('shot' in act) {
    const subjects = (act.on ?? []).flatMap((n) => layers[n] ?? []);
    if (act.on?.length && !subjects.length) return undefined;
    return {
      kind: 'camera',
      framing: act.shot,
      subjects,
      x: 0,
      y: 0,
      width: frame.width,
      over: toTicks(act.over ?? 0),
      push: act.push ?? 0,
      start: opens ? { to: 'scene', edge: 'start', offset: 0 } : ({ ...start, offset: -4800 } as Pin),
      end,
    };
  }
  if (layer === undefined) return undefined;
  if ('action' in act) return { kind: 'gesture', layer, action: act.action, hand: act.hand ?? 'right', strength: 1, start, end };
  if ('face' in act) return { kind: 'face', layer, expression: act.face, strength: act.strength ?? 0.8, start, end: { ticks: toTicks(act.seconds ?? 2) } };
  if ('look' in act) {
    const target = act.look === 'viewer' ? undefined : layers[act.look];
    if (act.look !== 'viewer' && target === undefined) return undefined;
    return { kind: 'look', layer, target: target === undefined ? { to: 'viewer' } : { to: 'layer', layer: target }, start, end };
  }
  return { kind: 'move', layer, x: Math.round(act.to * frame.width), y: floor, walk: true, ease: 'both', start, end: { ticks: toTicks(act.seconds ?? 2) } };
}
