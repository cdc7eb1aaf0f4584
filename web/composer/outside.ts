import { frameSize } from '#core/stage/frame';
import { nextBoxes } from '../stage/boxes.ts';
import { useProduction } from '../state/production.ts';
import { nameOfStaged } from './lanes.ts';

/** Names of what lies wholly outside the frame on the stage, once it shows what was changed. */
export async function outsideSoon(sceneId: string): Promise<string[]> {
  const boxes = await nextBoxes(sceneId);
  const { document } = useProduction.getState();
  const scene = document?.scenes[sceneId];
  if (!document || !scene) return [];
  const { width, height } = frameSize(document.production.frame);
  return boxes.flatMap(({ id, corners }) => {
    const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
    const out = Math.max(...xs) < -width / 2 || Math.min(...xs) > width / 2 || Math.max(...ys) < -height / 2 || Math.min(...ys) > height / 2;
    const layer = scene.layers[id];
    return out && layer ? [nameOfStaged(document, layer)] : [];
  });
}
