import { memo, type RefObject, useMemo, useRef } from 'react';
import { useProduction, useStanding } from '../state/production.ts';
import type { SpeakerTone } from '../ui/speakers.ts';
import { type Bar, BarShape, CueBar } from './CueBar.tsx';
import type { PlacedScene } from './film.ts';
import { cueLabel, LANE_HEIGHT, type Lane, px, type Visible } from './lanes.ts';

interface CueBarsProps {
  readonly bars: readonly Bar[];
  /** The scene as it is now, for what is done to a bar and for names: bars that did not move are not drawn anew for it. */
  readonly latest: RefObject<PlacedScene>;
  readonly lane: Lane;
  readonly zoom: number;
  readonly visible: Visible;
  readonly tone: SpeakerTone;
}

const sameLane = (a: Lane, b: Lane): boolean => a.key === b.key && a.label === b.label && a.locked === b.locked && a.hidden === b.hidden;
/** The cues of a lane: their shapes in one drawing, and on them what takes hold of each. */
export const CueBars = memo(
  function CueBars({ bars, latest, lane, zoom, visible, tone }: CueBarsProps) {
    const document_ = useStanding();
    const order = useMemo(() => bars.map(({ id }) => id), [bars]);
    const around = useRef<{ readonly scene: PlacedScene; readonly order: readonly string[] }>(undefined as never);
    around.current = {
      get scene() {
        return latest.current;
      },
      order,
    };
    const shown = bars.flatMap((bar, index) => {
      if (px(bar.end, zoom) < visible.from - 20 || px(bar.start, zoom) > visible.to + 20) return [];
      const room = px((bars[index + 1]?.start ?? Number.POSITIVE_INFINITY) - bar.start, zoom);
      return [{ key: bar.id, bar, label: cueLabel(document_, latest.current, bar.cue), lane, zoom, tone, room, around }];
    });
    // Bars stay in the page's order of before while one is dragged: only what is done puts them anew.
    const settled = useProduction((state) => state.preview === undefined);
    const places = useRef(new Map<string, number>());
    if (settled) places.current = new Map(bars.map(({ id }, index) => [id, index]));
    else shown.sort((a, b) => (places.current.get(a.key) ?? bars.length) - (places.current.get(b.key) ?? bars.length));
    return (
      <>
        <svg width={Math.max(1, visible.to + 20)} height={LANE_HEIGHT} className="pointer-events-none absolute top-0 left-0 overflow-visible" aria-hidden="true">
          {shown.map(({ key, ...one }) => (
            <BarShape key={key} {...one} />
          ))}
        </svg>
        {shown.map(({ key, ...one }) => (
          <CueBar key={key} {...one} />
        ))}
      </>
    );
  },
  (a, b) => a.bars === b.bars && a.zoom === b.zoom && a.visible === b.visible && a.tone === b.tone && a.latest === b.latest && sameLane(a.lane, b.lane),
);
