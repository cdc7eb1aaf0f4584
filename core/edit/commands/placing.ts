import { failure } from '../../document/failure.ts';
import { restValue } from '../../document/properties.ts';
import type { Character, CueOf, Layer, Scene } from '../../document/schema.ts';
import { bodyOf } from '../../figure/mascots/index.ts';
import { heightOf } from '../../figure/proportions.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import type { FrameRate } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { keyAtPlayhead, layerKeys } from './keys.ts';
import { layerIn } from './layers.ts';
import { sceneOf } from './lines.ts';

/** So much of a layer's way, in the units of its parent. */
export interface Shift {
  readonly id: string;
  readonly dx: number;
  readonly dy: number;
  /** Its own place at the moment, keys followed, moves left out: what a key there is counted from. */
  readonly at: { readonly x: number; readonly y: number };
}

const hundredth = (value: number): number => Math.round(value * 100) / 100;

/** The move that a layer has begun last at a moment: where it stands is where that one took it. */
function lastMove(scene: Scene, id: string, at: number, fps: FrameRate): CueOf<'move'> | undefined {
  const moves = Object.entries(scene.cues).filter((entry): entry is [string, CueOf<'move'>] => entry[1].kind === 'move' && entry[1].layer === id);
  if (!moves.length) return undefined;
  const { cues } = resolveTimed(scene, fps);
  let last: CueOf<'move'> | undefined;
  let latest = Number.NEGATIVE_INFINITY;
  for (const [cueId, cue] of moves) {
    const { start } = cues.get(cueId) ?? { start: Number.POSITIVE_INFINITY };
    if (start <= at && start > latest) {
      latest = start;
      last = cue;
    }
  }
  return last;
}

/**
 * Moves layers at a moment (ticks of the scene): where they have keys, or `keying`, by a key there; after a move, where
 * that move takes them; else their own place.
 */
export const moveLayers =
  (scene: string, shifts: readonly Shift[], tick: number, makeId: () => string, keying = false): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const { fps } = draft.production;
    for (const { id, dx, dy, at } of shifts) {
      const layer = layerIn(target, id);
      if (layer.kind === 'effect') continue;
      const move = keying ? undefined : lastMove(target, id, tick, fps);
      for (const [property, by] of [
        ['x', dx],
        ['y', dy],
      ] as const) {
        if (by === 0) continue;
        if (keying || Object.keys(layer.keys?.[property] ?? {}).length) keyAtPlayhead(target, layerKeys(id), property, tick, hundredth(at[property] + by), fps, makeId);
        else if (move) move[property] = hundredth(move[property] + by);
        else layer[property] = hundredth(restValue(layer, property) + by);
      }
    }
  };

/** Two layers of one parent. @throws Failure where they are not. */
function pairOf(scene: Scene, a: string, b: string): [Exclude<Layer, { kind: 'effect' }>, Exclude<Layer, { kind: 'effect' }>] {
  const [one, other] = [layerIn(scene, a), layerIn(scene, b)];
  if (one.kind === 'effect' || other.kind === 'effect') throw failure('no-place', 'An effect has no place. Choose two things on the stage.');
  if (one.parent !== other.parent) throw failure('layer-parents', 'They lie in different groups. Take them out of their groups first.');
  return [one, other];
}

/** Two change places, and the way they look. */
export const swapPlaces =
  (scene: string, a: string, b: string): Recipe =>
  (draft) => {
    const [one, other] = pairOf(sceneOf(draft, scene), a, b);
    for (const property of ['x', 'y', 'depth'] as const) {
      const [p, q] = [restValue(one, property), restValue(other, property)];
      if (p === q) continue;
      one[property] = q;
      other[property] = p;
    }
    if (one.kind !== 'character' || other.kind !== 'character') return;
    const [p, q] = [restValue(one, 'turn'), restValue(other, 'turn')];
    one.turn = q;
    other.turn = p;
  };

/** How far a figure turns towards somebody beside it. */
const TOWARDS = 0.35;

/** Figures turn towards each other: each towards the middle of the others. */
export const faceEachOther =
  (scene: string, ids: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const figures = ids.map((id) => layerIn(target, id)).filter((layer) => layer.kind === 'character');
    if (figures.length < 2) throw failure('too-few', 'Choose two characters or more: each turns towards the others.');
    for (const one of figures) {
      const others = figures.filter((other) => other !== one);
      const middle = others.reduce((sum, other) => sum + restValue(other, 'x'), 0) / others.length;
      const way = Math.sign(middle - restValue(one, 'x'));
      // A mirrored figure turns the other way.
      one.turn = way * TOWARDS * (restValue(one, 'scaleX') < 0 ? -1 : 1);
    }
  };

/** How high a figure's eyes are over its feet, in the units of its parent: the middle of its head. */
export function eyeHeight(layer: Layer, character: Character | undefined): number {
  const p = character && bodyOf(character);
  return p && layer.kind === 'character' ? (heightOf(p) - p.headHeight) * Math.abs(restValue(layer, 'scaleY')) : 0;
}

/** Figures are lifted or lowered so that their eyes are as high as those of the first one. */
export const sameEyeLevel =
  (scene: string, ids: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const figures = ids.flatMap((id) => {
      const layer = layerIn(target, id);
      return layer.kind === 'character' ? [{ layer, eyes: eyeHeight(layer, draft.characters[layer.character]) }] : [];
    });
    const [first] = figures;
    if (!first || figures.length < 2) throw failure('too-few', 'Choose two characters or more: the eyes of all come to the height of the first one’s.');
    const line = restValue(first.layer, 'y') - first.eyes;
    for (const { layer, eyes } of figures.slice(1)) layer.y = Math.round(line + eyes);
  };
