import { failure } from '../../document/failure.ts';
import type { Marker, Scene } from '../../document/schema.ts';
import type { Recipe } from '../change.ts';
import { pinAt } from './cues.ts';
import { sceneOf } from './lines.ts';

const markerOf = (scene: Scene, id: string): Marker => {
  const marker = scene.markers?.[id];
  if (!marker) throw failure('no-marker', 'That marker is gone. Set a new one with M.');
  return marker;
};

/** A marker at a moment (ticks of the scene), hung from the word that is said there. */
export const addMarker =
  (scene: string, id: string, at: number, name: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    target.markers ??= {};
    target.markers[id] = { at: pinAt(target as Scene, Math.max(0, Math.round(at)), draft.production.fps), name };
  };

/** Puts a marker to another moment. */
export const moveMarker =
  (scene: string, id: string, at: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    markerOf(target as Scene, id).at = pinAt(target as Scene, Math.max(0, Math.round(at)), draft.production.fps);
  };

export const nameMarker =
  (scene: string, id: string, name: string): Recipe =>
  (draft) => {
    markerOf(sceneOf(draft, scene) as Scene, id).name = name;
  };

export const removeMarker =
  (scene: string, id: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    markerOf(target as Scene, id);
    delete target.markers?.[id];
    if (!Object.keys(target.markers ?? {}).length) delete target.markers;
  };
