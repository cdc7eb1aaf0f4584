import type { Ease } from '#core/document/schema';
import { easeKeys } from '#core/edit/commands/keys';
import { preview, run } from '../state/production.ts';
import { useDrag } from '../ui/useDrag.ts';
import type { Keyed } from './layerKeyLists.ts';

export type Handles = readonly [number, number, number, number];

/** Pixels up that make a stretch as steep as it can be. */
const STEEP = 110;
const within = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000;

/**
 * Handles when the top of the speed is drawn: up, both go to the middle, so that it is faster there and slower at the ends;
 * aside, both go along. What lies between the keys, the area under the speed, stays the same.
 */
export const speeded = ([x1, y1, x2, y2]: Handles, faster: number, later: number): Handles => [within(x1 + faster + later), y1, within(x2 - faster + later), y2];

/** The fastest moment of the chosen stretch, taken hold of. */
export function SpeedTop({
  x,
  y,
  from,
  handles,
  scene,
  stretch,
  colour,
  words,
}: {
  x: number;
  y: number;
  from: Keyed;
  handles: Handles;
  scene: string;
  /** Pixels from one key to the other. */
  stretch: number;
  colour: string;
  words: string;
}) {
  const ease = (base: Handles, faster: number, later: number) => easeKeys(scene, [from.ref], { bezier: [...speeded(base, faster, later)] } as Ease);
  const drag = useDrag<Handles>({
    slack: 1,
    start: () => handles,
    move: (base, { dx, dy }) => preview(ease(base, -dy / STEEP, dx / Math.max(1, stretch))),
    end: (base, { dx, dy }) => void run('Shape the speed', ease(base, -dy / STEEP, dx / Math.max(1, stretch))),
    cancel: () => preview(undefined),
    nudge: (dx, dy) => Boolean(run('Shape the speed', ease(handles, -dy * 0.02, dx * 0.01))),
  });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing has no buttons
    <g role="button" tabIndex={0} aria-label={`Fastest, ${words}`} className="cursor-move touch-none" {...drag} data-speed-top>
      <circle cx={x} cy={y} r={5} fill="#ffffff" stroke={colour} strokeWidth={2} />
      <circle cx={x} cy={y} r={1.6} fill={colour} />
      <circle cx={x} cy={y} r={13} fill="transparent">
        <title>Drag up: faster in the middle; aside: sooner or later</title>
      </circle>
    </g>
  );
}
