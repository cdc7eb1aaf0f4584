import { NO_FONTS } from '../draw/text.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';
import { layerBoxes } from '../stage/boxes.ts';
import { cutShows, isCutBelow } from '../stage/cutEdge.ts';
import type { Check } from './check.ts';

/** Ticks at which a scene is looked at: each shot as it has settled, and its last. */
const looks = ({ shots, length }: SceneSchedule): readonly number[] =>
  (shots.length ? shots : [{ start: 0, cue: { over: 0 } }]).flatMap((shot, n, all) => {
    const end = (all[n + 1]?.start ?? length) - 1;
    return [Math.min(end, shot.start + shot.cue.over), end];
  });

/** Somebody out of a picture that was cut off below, seen to end there. Words cover nobody, so fonts are not asked for. */
export const cutEdges: Check = {
  id: 'cut-edges',
  find: (scene, document) => {
    const cut = [...scene.layers.keys()].filter((id) => isCutBelow(scene, id));
    if (!cut.length) return [];
    const ticks = looks(scene);
    return cut.flatMap((id) => {
      const tick = ticks.find((at) => cutShows(scene, id, at, document.production.frame, layerBoxes(scene, at, NO_FONTS)));
      const layer = scene.scene.layers[id];
      return tick === undefined || layer?.kind !== 'character'
        ? []
        : [
            {
              scene: scene.id,
              tick,
              text: `${document.characters[layer.character]?.name ?? 'Somebody'} is cut off below, and the cut shows. Stand lower, or put something in front.`,
            },
          ];
    });
  },
};
