import { schedule } from '#core/schedule/schedule';
import { frameSize } from '#core/stage/frame';
import { placedBoxes } from '../stage/boxes.ts';
import { useAnalyses } from '../state/analyses.ts';
import { useProduction } from '../state/production.ts';
import { nameOfLayer } from './lanes.ts';

/** The stage has painted what was changed after so long, milliseconds. */
const PAINTED = 400;

/** Names of what lies wholly outside the frame on the stage, once it shows what was changed. */
export async function outsideSoon(sceneId: string): Promise<string[]> {
  await new Promise((next) => setTimeout(next, PAINTED));
  const { document } = useProduction.getState();
  if (!document) return [];
  const scene = schedule(document, (hash) => useAnalyses.getState().byHash.get(hash)).scenes.find(({ id }) => id === sceneId);
  const { width, height } = frameSize(document.production.frame);
  if (!scene) return [];
  return placedBoxes(sceneId).flatMap(({ id, corners }) => {
    const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
    const out = Math.max(...xs) < -width / 2 || Math.min(...xs) > width / 2 || Math.max(...ys) < -height / 2 || Math.min(...ys) > height / 2;
    return out ? [nameOfLayer(document, scene, id)] : [];
  });
}
