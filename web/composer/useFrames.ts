import { useEffect } from 'react';
import { keyPath } from '#core/document/pins';
import type { Editing } from '#core/stage/editing';
import { frameSize } from '#core/stage/frame';
import { ticksPerFrame } from '#core/time/ticks';
import { coverAt } from '../stage/boxes.ts';
import { stage } from '../stage/client.ts';
import { chosenLayers, useView } from '../state/view.ts';
import { toneOf } from '../ui/speakers.ts';
import { layerColour, type PlacedScene, type useFilm } from './film.ts';

/** Pixels of a chosen silhouette's line and of the white about it. */
const LINE = 2;
const RIM = 4;

type View = ReturnType<typeof useView.getState>;

/** What the stage shows besides the scene: what is chosen, and the neighbouring keys of that. */
function editingOf(found: NonNullable<ReturnType<typeof useFilm>>, state: View, pixels: number): Editing | undefined {
  const { scene, document } = found;
  const chosen = chosenLayers(state).filter((id) => scene.scene.layers[id]);
  const tried = state.tried !== undefined && scene.scene.layers[state.tried] ? state.tried : undefined;
  if (!chosen.length && tried === undefined) return undefined;
  // From pixels on the screen to units of the picture.
  const unit = frameSize(document.production.frame).width / Math.max(1, pixels);
  const marks = chosen
    .filter((id) => scene.scene.layers[id]?.kind !== 'effect')
    .map((id) => ({ id, colour: state.recording ? '#b02b27' : toneOf(layerColour(document, scene.id, id)).strong }));
  if (tried !== undefined) return { marks: [{ id: tried, colour: '#ffffff' }], ghosts: [], line: LINE * unit, rim: RIM * unit, matte: state.matte };
  const only = chosen.length === 1 ? chosen[0] : undefined;
  return {
    marks,
    ghosts: only !== undefined && state.ghosts ? neighbours(scene, only, state.tick).map((tick) => ({ id: only, tick })) : [],
    line: LINE * unit,
    rim: RIM * unit,
    matte: state.matte,
  };
}

/** Moments of the keys of a layer's place before and after a tick. */
export function neighbours(scene: PlacedScene, id: string, tick: number): number[] {
  const keys = scene.scene.layers[id]?.keys as Record<string, Record<string, unknown>> | undefined;
  const half = ticksPerFrame(scene.fps) / 2;
  const moments = ['x', 'y', 'scaleX', 'scaleY', 'angleDeg'].flatMap((property) =>
    Object.keys(keys?.[property] ?? {}).map((key) => scene.resolved.keys.get(keyPath(id, property, key)) ?? 0),
  );
  const before = moments.filter((at) => at < tick - half);
  const after = moments.filter((at) => at > tick + half);
  return [...(before.length ? [Math.max(...before)] : []), ...(after.length ? [Math.min(...after)] : [])];
}

/** Asks the stage for frames, outside of React: a playing film renders no component anew. */
export function useFrames(found: ReturnType<typeof useFilm>, playing: boolean): void {
  const recording = useView((state) => state.recording);
  const throughCamera = useView((state) => state.throughCamera);
  useEffect(() => {
    if (!found) return;
    const frame = ticksPerFrame(found.film.fps);
    const editing = (!playing || recording) && !throughCamera;
    let shown = '';
    const show = (state: View): void => {
      const at = Math.floor((state.tick + 1) / frame) * frame;
      const { looked } = state;
      const chosen = editing ? `${chosenLayers(state).join(' ')} ${looked?.x} ${looked?.y} ${looked?.width} ${state.ghosts} ${state.tried}` : '';
      const now = `${at} ${chosen}`;
      if (now === shown) return;
      shown = now;
      const marks = editing ? editingOf(found, state, stage().shownWidth) : undefined;
      const view = editing ? looked : undefined;
      stage().draw({
        kind: 'draw',
        scene: found.scene.id,
        tick: at,
        wholeSet: editing,
        captions: !editing,
        boxes: editing,
        ...(view ? { view } : {}),
        ...(marks ? { editing: marks } : {}),
      });
      if (editing && !playing) coverAt(found.scene.id, at, view);
    };
    show(useView.getState());
    return useView.subscribe(show);
  }, [found, playing, recording, throughCamera]);
}
