import type { FrameShape, Production } from '../../document/schema.ts';
import { meanScale, type Point, transform } from '../../draw/matrix.ts';
import type { Fonts } from '../../draw/text.ts';
import type { SceneSchedule } from '../../schedule/schedule.ts';
import { isOn } from '../../schedule/staged.ts';
import { layerBoxes } from '../boxes.ts';
import { cameraAt } from '../camera.ts';
import { frameSize, viewMatrix } from '../frame.ts';
import { isPinned } from '../moment.ts';
import { stageMatrix } from '../place.ts';
import type { StageExtent } from '../snapping.ts';
import { mouthOf } from '../whereabouts.ts';
import type { KeptFree } from './placing.ts';

/** Times at which one looks who is where. */
const LOOKS = 6;
/** A head is about so much of its width to either side, above and below its mouth, with hair and hat. */
const HEAD = { side: 0.66, above: 1.25, below: 0.5 } as const;

/** Where a place of the stage is seen on the picture, units about its middle. */
export function onPicture(scene: SceneSchedule, { x, y }: Point, tick: number, shape: FrameShape): Point {
  const { width, height } = frameSize(shape);
  const at = transform(viewMatrix(cameraAt(scene, tick, shape), shape), x, y);
  return { x: at.x - width / 2, y: at.y - height / 2 };
}

/** What words that are seen from one tick to another keep clear of, `but` themselves. */
export function keptFree(scene: SceneSchedule, fonts: Fonts, film: Pick<Production, 'frame' | 'captionPlace'>, from: number, to: number, but: readonly string[] = []): KeptFree {
  const shape = film.frame;
  const faces: StageExtent[] = [];
  const figures = new Map<string, StageExtent>();
  const words = new Map<string, StageExtent>();
  const wider = (list: Map<string, StageExtent>, id: string, box: StageExtent): void => {
    const known = list.get(id);
    list.set(
      id,
      known
        ? { left: Math.min(known.left, box.left), top: Math.min(known.top, box.top), right: Math.max(known.right, box.right), bottom: Math.max(known.bottom, box.bottom) }
        : box,
    );
  };
  for (let n = 0; n < LOOKS; n++) {
    const tick = Math.round(from + ((Math.max(from + 1, to) - 1 - from) * n) / (LOOKS - 1));
    const zoom = frameSize(shape).width / cameraAt(scene, tick, shape).width;
    for (const { id, corners } of layerBoxes(scene, tick, fonts)) {
      const staged = scene.layers.get(id);
      if (!staged || staged.layer.hidden || but.includes(id) || !isOn(staged, tick)) continue;
      const seen = isPinned(staged.layer) ? corners : corners.map((corner) => onPicture(scene, corner, tick, shape));
      const [xs, ys] = [seen.map(({ x }) => x), seen.map(({ y }) => y)];
      const box = { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
      if (staged.layer.kind === 'character') {
        wider(figures, id, box);
        const on = mouthOf(scene, id, tick);
        const mouth = on && onPicture(scene, on, tick, shape);
        const wide = (staged.acting?.p.headWidth ?? 50) * 2 * meanScale(stageMatrix(scene, id, tick)) * zoom;
        if (mouth) faces.push({ left: mouth.x - wide * HEAD.side, right: mouth.x + wide * HEAD.side, top: mouth.y - wide * HEAD.above, bottom: mouth.y + wide * HEAD.below });
      } else if (staged.layer.kind === 'text' || staged.layer.kind === 'balloon') wider(words, id, box);
    }
  }
  return { faces, figures: [...figures.values()], words: [...words.values()], captions: scene.scene.captions ? (film.captionPlace ?? 'foot') : undefined };
}
