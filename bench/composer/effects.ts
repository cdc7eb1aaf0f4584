import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addEffect, addLayer } from '#core/edit/commands/layers';
import { IncrementalPainter } from '#core/paint/incremental';
import type { Resources } from '#core/resources';
import { schedule } from '#core/schedule/schedule';
import { EFFECTS } from '#core/stage/effects/index';
import { evaluate } from '#core/stage/evaluate';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { nodePainter } from '#server/paint/host';
import { makeId } from '#server/productions';

const FRAMES = 30;
const TURNS = 3;
const SIZE = { width: 1280, height: 720 } as const;
const round = (value: number): number => Math.round(value * 100) / 100;

/**
 * What every effect costs a frame with its values as they come: evaluate and paint at 720p, of a scene with the people of
 * a document, by the median of so many frames; in turns, the least of the turns; of those named in `only`, or of all. `more`: milliseconds over no effect.
 */
export function benchEffects(document: Document, resources: Pick<Resources, 'fonts' | 'analysis'>, only?: readonly string[]) {
  const scene = (inOrder(document.scenes)[0] as [string, Document['scenes'][string]])[0];
  const [who] = inOrder(document.scenes[scene]?.layers ?? {}).findLast(([, { kind }]) => kind === 'character') ?? ['', undefined];
  const layer = makeId('layer');
  const cases = [undefined, ...EFFECTS.filter(({ id }) => !only || only.includes(id))].map((effect) => {
    const made = !effect
      ? document
      : edit(
          document,
          'bench',
          makeId('change'),
          effect.on === 'layer'
            ? addEffect(scene, who, makeId('effect'), { effect: effect.id, values: {} })
            : addLayer(scene, layer, { kind: 'effect', effect: effect.id, values: {}, locked: false, hidden: false }),
        ).document;
    return { id: effect?.id ?? 'none', document: made, scene: schedule(made, resources.analysis).scenes[0], p50: [] as number[], p95: [] as number[] };
  });
  for (let turn = 0; turn < TURNS; turn++)
    for (const one of cases) {
      if (!one.scene) continue;
      const painter = new IncrementalPainter(nodePainter(), SIZE.width, SIZE.height);
      const times: number[] = [];
      for (let n = -4; n < FRAMES; n++) {
        const begun = performance.now();
        painter.paint(evaluate(one.document, one.scene, toTicks(4 + n / 24), resources.fonts));
        if (n >= 0) times.push(performance.now() - begun);
      }
      painter.dispose();
      times.sort((a, b) => a - b);
      one.p50.push(times[Math.floor(FRAMES / 2)] as number);
      one.p95.push(times[Math.floor(FRAMES * 0.95)] as number);
    }
  const [none] = cases;
  const bare = Math.min(...(none?.p50 ?? [1]));
  return {
    effects: Object.fromEntries(
      cases.map(({ id, p50, p95 }) => [
        id,
        { p50: round(Math.min(...p50)), p95: round(Math.min(...p95)), more: round(Math.min(...p50) - bare), ratio: round(Math.min(...p50) / bare) },
      ]),
    ),
  };
}
