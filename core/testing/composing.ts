import type { MakeId } from '../document/ids.ts';
import { type Document, FRAMES, type FrameShape, type Scene } from '../document/schema.ts';
import type { Recipe } from '../edit/change.ts';
import { closeUp, pasteCues, rippleCues, slipSounds, splitCues, trimCues } from '../edit/commands/bars.ts';
import { bringScene, type CarriedScene, carried } from '../edit/commands/bring.ts';
import { copyCue, deleteCues, hangCue, moveCues, stretchCue } from '../edit/commands/cues.ts';
import { hangProposals, keepProposals, takeOutProposals } from '../edit/commands/direct.ts';
import { setFrameShape } from '../edit/commands/frame.ts';
import {
  copyKeys,
  deleteKeys,
  easeKeys,
  type KeyRef,
  keysFromMoves,
  layerKeys,
  moveKeys,
  placeKey,
  reverseKeys,
  scaleKeys,
  setKeyValue,
  walksFromKeys,
} from '../edit/commands/keys.ts';
import {
  addEffect,
  addLayer,
  copyLayer,
  flipLayers,
  groupLayers,
  holdLayer,
  orderLayer,
  removeLayers,
  reparent,
  setBlend,
  setMask,
  setPassage,
  setProperty,
  setSpan,
  ungroup,
} from '../edit/commands/layers.ts';
import { deleteLines, setGap, setLineText, setSceneLength, takeTurn, waitForCue } from '../edit/commands/lines.ts';
import { addMarker, moveMarker, nameMarker, removeMarker } from '../edit/commands/markers.ts';
import { faceEachOther, moveLayers, sameEyeLevel, swapPlaces } from '../edit/commands/placing.ts';
import { duplicateScene, joinScenes, orderScene, setTransition, splitScene } from '../edit/commands/scenes.ts';
import { deleteScene } from '../edit/commands/stage.ts';
import { comeFrom, passOn } from '../edit/commands/ways.ts';
import { proposeCut } from '../edit/direct/propose.ts';
import { READY_SCENES } from '../edit/ready/index.ts';
import { takeReady } from '../edit/ready/ready.ts';
import { schedule } from '../schedule/schedule.ts';
import { TRANSITIONS } from '../stage/transitions/index.ts';
import { inOrder } from '../time/order.ts';
import { gestureOn } from './samples.ts';

/** What a step of composing draws from: whole numbers that pick among what is there, and a shift in ticks. */
export interface Chance {
  readonly kind: number;
  readonly pick: number;
  readonly other: number;
  readonly delta: number;
}

/** So many different steps there are. */
export const KINDS_OF_STEPS = 66;

/** Everything that a person can do to a scene in the composer, by numbers. Some are refused where they make no sense. */
export function composing({ kind, pick, other, delta }: Chance, document: Document, makeId: MakeId): Recipe {
  const scenes = inOrder(document.scenes);
  const [sceneId, scene] = scenes[other % scenes.length] as [string, Scene];
  const from = <T>(list: readonly T[], number = pick): T => list[number % Math.max(1, list.length)] as T;
  const layers = inOrder(scene.layers).map(([id]) => id);
  const [layer, second] = [from(layers), from(layers, pick + other + 1)];
  const lines = inOrder(scene.lines);
  const words = lines.flatMap(([, line]) => inOrder(line.words).map(([id]) => id));
  const word = from(words);
  const cues = Object.keys(scene.cues);
  const markers = Object.keys(scene.markers ?? {});
  const refs: KeyRef[] = layers.flatMap((id) =>
    Object.entries((scene.layers[id]?.keys ?? {}) as Record<string, object>).flatMap(([property, keys]) => Object.keys(keys).map((key) => ({ of: layerKeys(id), property, key }))),
  );
  const key = (): string => makeId('key');
  const at = Math.abs(delta);
  const choices: (() => Recipe)[] = [
    () => moveLayers(sceneId, [{ id: layer, dx: delta / 900, dy: -delta / 1800, at: { x: 0, y: 0 } }], at, key, pick % 2 === 0),
    () => swapPlaces(sceneId, layer, second),
    () => faceEachOther(sceneId, [layer, second]),
    () => sameEyeLevel(sceneId, [layer, second]),
    () => setProperty(sceneId, layer, { angleDeg: delta / 1000, opacity: Math.min(1, at / 96_000) }, at, key, true),
    () => setProperty(sceneId, layer, { scaleX: 0.5 + at / 96_000 }, at, key),
    () => addLayer(sceneId, makeId('layer'), { kind: 'shape', form: 'star', width: 90, height: 90, filled: true, line: 3, x: delta / 100, y: 0, locked: false, hidden: false }),
    () => copyLayer(sceneId, layer, makeId('layer'), makeId),
    () => removeLayers(sceneId, [layer]),
    () => orderLayer(sceneId, layer, pick % 3 ? second : null),
    () => groupLayers(sceneId, [layer, second], makeId('layer'), 'Both'),
    () => ungroup(sceneId, layer),
    () => reparent(sceneId, layer, pick % 2 ? second : undefined),
    () => holdLayer(sceneId, layer, second, pick % 2 ? 'left' : 'right'),
    () => flipLayers(sceneId, [layer, second]),
    () => setSpan(sceneId, layer, pick % 4 ? { start: { to: 'word', word, edge: 'start', offset: delta }, end: { ticks: 40_000 + at } } : undefined),
    () => setPassage(sceneId, layer, pick % 2 ? 'enter' : 'exit', other % 3 ? { effect: 'fade', ticks: 9600 + at } : undefined),
    () => setMask(sceneId, layer, other % 3 ? { layer: second, invert: false, feather: 4 } : undefined),
    () => setBlend(sceneId, layer, pick % 2 ? 'multiply' : 'normal'),
    () => addEffect(sceneId, layer, makeId('effect'), { effect: 'shadow', values: { x: delta / 9000 } }),
    () => hangCue(sceneId, makeId('cue'), gestureOn(layer, word)),
    () =>
      hangCue(sceneId, makeId('cue'), {
        kind: 'move',
        layer,
        x: delta / 100,
        y: 300,
        walk: pick % 2 === 0,
        ease: 'both',
        order: 'b0',
        start: { to: 'word', word, edge: 'start', offset: 0 },
        end: { ticks: 24_000 },
      }),
    () => moveCues(sceneId, [from(cues)], delta),
    () => stretchCue(sceneId, from(cues), { ticks: at }),
    () => copyCue(sceneId, from(cues), makeId('cue'), delta),
    () => deleteCues(sceneId, [from(cues)]),
    () => moveKeys(sceneId, refs.slice(0, 1 + (pick % 3)), delta),
    () => placeKey(sceneId, from(refs), at, delta / 500),
    () => setKeyValue(sceneId, from(refs), delta / 700),
    () => easeKeys(sceneId, refs, pick % 2 ? 'hold' : { bezier: [0.2, 1.2, 0.6, 1] }),
    () => copyKeys(sceneId, refs.slice(0, 4), at, key),
    () => reverseKeys(sceneId, refs),
    () => scaleKeys(sceneId, refs, 0.4 + at / 96_000, at),
    () => deleteKeys(sceneId, [from(refs)]),
    () =>
      keysFromMoves(
        sceneId,
        layer,
        {
          x: [
            { at: 0, value: 0 },
            { at: at + 4000, value: delta / 100 },
          ],
          y: [
            { at: 0, value: 400 },
            { at: at + 4000, value: 380 },
          ],
        },
        1,
        key,
      ),
    () => walksFromKeys(sceneId, layer, makeId),
    () => duplicateScene(sceneId, makeId('scene'), makeId),
    () => splitScene(sceneId, at * 4, makeId('scene'), makeId),
    () => joinScenes(sceneId, makeId),
    () => orderScene(sceneId, pick % 3 ? (scenes[pick % scenes.length]?.[0] ?? null) : null),
    () => setTransition(sceneId, pick % 4 ? { effect: from(TRANSITIONS).id, ticks: 12_000 + at } : undefined),
    () => (scenes.length > 1 ? deleteScene(sceneId) : setGap(sceneId, from(lines)[0], delta)),
    () => {
      const planned = schedule(document, () => undefined).scenes.find(({ id }) => id === sceneId);
      return hangProposals(sceneId, planned ? proposeCut(document, planned, { seed: pick }) : [], makeId);
    },
    () => keepProposals(sceneId),
    () => takeOutProposals(sceneId),
    () => takeReady(from(READY_SCENES), Object.keys(document.production.roles), pick % 2 ? sceneId : null, makeId('scene'), makeId),
    () => setLineText(sceneId, from(lines)[0], `Now ${pick} words are said, and the tide turns.`, makeId),
    () => setGap(sceneId, from(lines)[0], delta),
    () => deleteLines(sceneId, [from(lines)[0]]),
    () => trimCues(sceneId, cues, pick % 2 ? 'start' : 'end', at),
    () => splitCues(sceneId, cues, at, makeId),
    () => rippleCues(sceneId, [from(cues)], delta),
    () => closeUp(sceneId, [from(cues)]),
    () => slipSounds(sceneId, cues, delta),
    () => pasteCues(sceneId, [{ source: from(cues), id: makeId('cue'), at }], pick % 3 ? second : undefined, pick % 2 === 0),
    () => waitForCue(sceneId, from(lines)[0], from(cues), delta),
    () => takeTurn(sceneId, from(lines)[0]),
    () => setSceneLength(sceneId, pick % 2 ? at * 8 : undefined),
    () => addMarker(sceneId, makeId('marker'), at, 'Here'),
    () => moveMarker(sceneId, from(markers), at),
    () => nameMarker(sceneId, from(markers), 'There'),
    () => removeMarker(sceneId, from(markers)),
    () => setFrameShape(from(Object.keys(FRAMES) as FrameShape[])),
    () =>
      comeFrom(
        sceneId,
        makeId('cue'),
        {
          kind: 'move',
          layer,
          x: delta / 100,
          y: 300,
          walk: true,
          gait: (['walk', 'run', 'jump', 'roll'] as const)[pick % 4],
          ease: 'both',
          order: 'b1',
          start: { to: 'word', word, edge: 'start', offset: 0 },
          end: { ticks: 30_000 },
        },
        { x: -1300, y: 300 },
        makeId,
      ),
    () => passOn(sceneId, layer, { figure: second, hand: pick % 2 ? 'left' : 'right', at, copy: makeId('layer') }, makeId),
    () => bringScene(carried(document, sceneId) as CarriedScene, makeId('scene'), sceneId, makeId),
  ];
  return (choices[kind % choices.length] as () => Recipe)();
}
