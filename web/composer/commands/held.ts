import { type Property, restValue } from '#core/document/properties';
import { outermost, type PropertyValues, setProperty } from '#core/edit/commands/layers';
import { sample } from '#core/time/track';
import { newKey } from '../../ids.ts';
import { run } from '../../state/production.ts';
import { chosenCues, chosenLayers, useView } from '../../state/view.ts';
import type { PlacedScene } from '../film.ts';
import { type KeptKey, keyAt } from '../layerKeyLists.ts';

/** What commands on the stage act on: chosen layers that have a place and are not locked. */
export const heldLayers = (scene: PlacedScene): string[] =>
  outermost(scene.scene, chosenLayers(useView.getState())).filter((id) => {
    const layer = scene.scene.layers[id];
    return layer && !layer.locked && layer.kind !== 'effect';
  });

export const heldCues = (scene: PlacedScene): string[] => chosenCues(useView.getState()).filter((id) => scene.scene.cues[id]);

export const heldKeys = (scene: PlacedScene): KeptKey[] => useView.getState().keys.flatMap((path) => keyAt(scene, path) ?? []);

/** A layer's own value at the playhead: keys followed, moves left out. */
export function ownValue(scene: PlacedScene, id: string, property: Property): number {
  const staged = scene.layers.get(id);
  if (!staged) return 0;
  const track = staged.tracks[property];
  return track ? sample(track, useView.getState().tick) : restValue(staged.layer, property);
}

/** Sets properties of all that is chosen on the stage, each from its own. */
export function setEach(scene: PlacedScene, label: string, make: (id: string) => PropertyValues): void {
  const ids = heldLayers(scene);
  const { tick, recording } = useView.getState();
  if (!ids.length) return;
  run(label, (draft) => {
    for (const id of ids) setProperty(scene.id, id, make(id), tick, newKey, recording)(draft);
  });
}
