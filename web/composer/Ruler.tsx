import { useRef } from 'react';
import { formatLength, formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { useView } from '../state/view.ts';
import { useDrag } from '../ui/useDrag.ts';
import { RIBBON, type RibbonProps } from './ribbonRows.ts';
import { seek } from './transport.ts';

/** The scene's clock; a drag carries the playhead. */
export function Ruler({ scene, zoom, width, visible }: RibbonProps) {
  const step = zoom >= 60 ? 1 : zoom >= 24 ? 2 : zoom >= 10 ? 5 : 10;
  const marks = [];
  for (let s = Math.max(0, Math.floor(visible.from / zoom / step) * step); s * zoom <= Math.min(width, visible.to + 80); s += step) marks.push(s);
  const element = useRef<HTMLDivElement>(null);
  const to = (at: number): void => seek(((at - (element.current?.getBoundingClientRect().left ?? 0)) / zoom) * TICKS_PER_SECOND, true);
  const drag = useDrag<number>({
    slack: 0,
    start: (event) => {
      const before = useView.getState().tick;
      to(event.clientX);
      return before;
    },
    move: (_before, at) => to(at.x),
    end: (_before, at) => to(at.x),
    cancel: (before) => seek(before, true),
  });
  return (
    <div className="absolute top-0 left-0 cursor-ew-resize bg-well/70 text-[11px] text-ink-2" style={{ width, height: RIBBON.ruler }} data-ruler ref={element} {...drag}>
      {marks.map((s) => (
        <span key={s} className="absolute top-0 border-l border-edge pl-1 leading-[17px]" style={{ left: s * zoom, height: RIBBON.ruler }}>
          {formatMoment(s * TICKS_PER_SECOND, 0)}
        </span>
      ))}
      {zoom >= 60 && marks.map((s) => <span key={`h${s}`} className="absolute bottom-0 h-1 border-l border-edge/70" style={{ left: (s + 0.5) * zoom }} />)}
      <span className="sr-only">{formatLength(scene.length)}</span>
    </div>
  );
}
