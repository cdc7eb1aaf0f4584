import { failure } from '../../document/failure.ts';
import type { MakeId } from '../../document/ids.ts';
import { restValue } from '../../document/properties.ts';
import type { Character, Cue, CueOf, Layer, Pin, Scene } from '../../document/schema.ts';
import { bodyOf } from '../../figure/mascots/index.ts';
import { naturalLength } from '../../schedule/motion/walk.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import { orderAtEnd } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { hangCue, pinAt } from './cues.ts';
import { copyLayer, holdLayer, layerIn } from './layers.ts';
import { sceneOf } from './lines.ts';

/** How one gets from place to place. */
export type Gait = NonNullable<CueOf<'move'>['gait']> | 'slide';

/** Least time and speed (stage units a second) of what has no feet, by how it goes. */
const SPEEDS: Readonly<Record<Exclude<Gait, 'walk' | 'run'>, readonly [least: number, speed: number]>> = { slide: [0.5, 900], roll: [0.5, 700], jump: [0.6, 1500] };

/** How long a way of so many stage units takes by itself, ticks: on foot from the legs that go it, else from its speed. */
export function lengthOfWay(distance: number, gait: Gait, layer: Layer, character: Character | undefined): number {
  if ((gait === 'walk' || gait === 'run') && character) return naturalLength(Math.abs(distance) / (Math.abs(restValue(layer, 'scaleX')) || 1), gait, bodyOf(character));
  const [least, speed] = SPEEDS[gait === 'walk' || gait === 'run' ? 'slide' : gait];
  return toTicks(least + Math.abs(distance) / speed);
}

/**
 * Somebody comes from outside: hangs a move to where it shall stand, and has it wait at `from` until then. Before the first of
 * its moves that is where it rests; after another one it is put there when this one begins.
 */
export const comeFrom =
  (scene: string, cueId: string, move: CueOf<'move'>, from: { readonly x: number; readonly y: number }, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target as Scene, move.layer);
    if (layer.kind === 'effect') throw failure('no-place', 'An effect goes nowhere. Choose something that stands on the stage.');
    const others = Object.entries(target.cues).filter(([id, cue]) => id !== cueId && cue.kind === 'move' && cue.layer === move.layer);
    hangCue(scene, cueId, move)(draft);
    const { cues } = resolveTimed(target as Scene, draft.production.fps);
    const startOf = (id: string): number => cues.get(id)?.start ?? 0;
    const earlier = others.some(([id]) => startOf(id) < startOf(cueId));
    if (!earlier) Object.assign(layer, from);
    else
      target.cues[makeId('cue')] = {
        kind: 'move',
        layer: move.layer,
        ...from,
        walk: false,
        ease: 'hold',
        order: orderAtEnd(target.cues),
        start: { to: 'cue', cue: cueId, edge: 'start', offset: -1 },
        end: { ticks: 1 },
      };
  };

/** The hand of a giver and of a taker reach for each other so long before and after a thing changes hands, ticks. */
const REACH = toTicks(0.9);

export interface PassedOn {
  readonly figure: string;
  readonly hand: 'left' | 'right';
  /** When it changes hands, ticks of the scene. */
  readonly at: number;
  /** Ids of the thing as it goes on, and of the two gestures. */
  readonly copy: string;
}

/**
 * A thing is in somebody's hand from a moment on: before, it is where it was. If it was in another hand, that one holds it out
 * and this one takes it. A layer has one parent, so the thing becomes two that follow each other without a gap.
 */
export const passOn =
  (scene: string, layerId: string, { figure, hand, at, copy }: PassedOn, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target as Scene, layerId);
    const giver = layer.parent === undefined ? undefined : target.layers[layer.parent];
    const given = giver?.kind === 'character' ? { layer: layer.parent as string, hand: layer.hand ?? 'right' } : undefined;
    if (given?.layer === figure && given.hand === hand) throw failure('same-hand', 'It is in that hand already. Choose another one.');
    const times = resolveTimed(target as Scene, draft.production.fps);
    const span = times.spans.get(layerId) ?? { start: 0, end: times.length };
    if (at <= span.start || at >= span.end) throw failure('not-there', 'It is not on the stage at that moment. Put the playhead where it is seen.');
    const here: Pin = pinAt(target as Scene, Math.round(at), draft.production.fps);
    copyLayer(scene, layerId, copy, makeId)(draft);
    const after = layerIn(target as Scene, copy);
    after.span = { start: here, end: layer.span?.end ?? { to: 'scene', edge: 'end', offset: 0 } };
    layer.span = { start: layer.span?.start ?? { to: 'scene', edge: 'start', offset: 0 }, end: here };
    delete after.enter;
    delete layer.exit;
    // What moved it before is over.
    delete after.keys;
    holdLayer(scene, copy, figure, hand)(draft);
    const gesture = (who: string, action: string, which: 'left' | 'right', offset: number): Cue => ({
      kind: 'gesture',
      layer: who,
      action,
      hand: which,
      strength: 1,
      thing: 'none',
      order: orderAtEnd(target.cues),
      start: { ...here, offset: here.offset + offset } as Pin,
      end: { ticks: REACH },
    });
    if (given) target.cues[makeId('cue')] = gesture(given.layer, 'hand-over', given.hand, -REACH / 2);
    target.cues[makeId('cue')] = gesture(figure, 'take', hand, 0);
  };
