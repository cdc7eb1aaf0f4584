import type { Layer } from '../document/schema.ts';
import type { StagedLayer } from '../schedule/staged.ts';
import { clamp } from '../time/easing.ts';
import type { PassageLook } from './entrances/entrance.ts';
import { entranceOf } from './entrances/index.ts';
import { frameSize } from './frame.ts';
import type { OwnBox } from './layers/kind.ts';
import type { Moment } from './moment.ts';
import { valuesAt } from './values.ts';

/** How a layer looks on its way in and on its way out; both where it has hardly come when it goes. */
export function passagesAt({ tick, shape }: Moment, { layer, start, end }: StagedLayer, box: OwnBox): PassageLook[] {
  const out: PassageLook[] = [];
  for (const [passage, away] of [
    [layer.enter, tick - start],
    [layer.exit, end - tick],
  ] as const) {
    if (!passage || passage.ticks <= 0 || away >= passage.ticks) continue;
    const entrance = entranceOf(passage.effect);
    if (entrance) out.push(entrance.at(clamp(away / passage.ticks, 0, 1), valuesAt(entrance.fields, { values: passage.values ?? {} }, tick), box, frameSize(shape)));
  }
  return out;
}

export function joined(passages: readonly PassageLook[], layer: Layer): { dx: number; dy: number; scale: number; alpha: number; reveal: number } {
  const all = { dx: 0, dy: 0, scale: 1, alpha: 1, reveal: 1 };
  for (const { dx = 0, dy = 0, scale = 1, alpha = 1, reveal = 1 } of passages) {
    all.dx += dx;
    all.dy += dy;
    all.scale *= scale;
    all.alpha *= alpha;
    // What cannot be written or drawn fades.
    if (layer.kind === 'text' || layer.kind === 'shape') all.reveal *= reveal;
    else all.alpha *= reveal;
  }
  return all;
}
