import type { Scene } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { standsOn } from '#core/stage/arrival';
import { floorOf } from '#core/stage/backdrop';
import { frameSize } from '#core/stage/frame';
import { useProduction } from '../state/production.ts';
import { useView } from '../state/view.ts';

/** So near the floor, what stands is put on it: stage units. */
const ON_FLOOR = 60;

/** The place of the stage under a point of the window; undefined beside it. */
export function stagePlaceAt(x: number, y: number): { x: number; y: number } | undefined {
  const box = document.querySelector('[data-stage-room] canvas')?.getBoundingClientRect();
  const shape = useProduction.getState().document?.production.frame;
  if (!box || !shape || box.width < 1 || x < box.left || x > box.right || y < box.top || y > box.bottom) return undefined;
  const frame = frameSize(shape);
  const view = useView.getState().looked ?? { x: 0, y: 0, width: frame.width };
  const height = (view.width * frame.height) / frame.width;
  return { x: Math.round(view.x + ((x - box.left) / box.width - 0.5) * view.width), y: Math.round(view.y + ((y - box.top) / box.height - 0.5) * height) };
}

/** Brings something on at a place instead of where there is room: where its way in leads, if it has one; on the floor, if it stands. */
export const broughtTo =
  (recipe: Recipe, sceneId: string, layerId: string | undefined, place: { readonly x: number; readonly y: number }): Recipe =>
  (draft) => {
    const said = recipe(draft);
    const scene = draft.scenes[sceneId] as Scene | undefined;
    const layer = layerId === undefined ? undefined : scene?.layers[layerId];
    if (!scene || !layer || layer.kind === 'effect') return said;
    const floor = floorOf(scene.backdrop, draft.production.frame);
    const y = standsOn(layer) && Math.abs(place.y - floor) < ON_FLOOR ? floor : place.y;
    const way = Object.values(scene.cues).find((cue) => cue.kind === 'move' && cue.layer === layerId);
    if (way?.kind === 'move') Object.assign(way, { x: place.x, y });
    else Object.assign(layer, { x: place.x, y });
    return said;
  };
