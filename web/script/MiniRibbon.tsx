import { useEffect, useRef, useState } from 'react';
import type { Document } from '#core/document/schema';
import { takeOf } from '#core/schedule/timing';
import { formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { colourOf, type PlacedScene } from '../composer/film.ts';
import { seek } from '../composer/transport.ts';
import { choose, useView } from '../state/view.ts';
import { ribbonPath, toneOf } from '../ui/speakers.ts';

/** The whole scene's conversation as one row; a click jumps to a line. */
export function MiniRibbon({ document, scene }: { document: Document; scene: PlacedScene }) {
  const box = useRef<HTMLDivElement>(null);
  const head = useRef<SVGLineElement>(null);
  const [width, setWidth] = useState(1280);
  const chosen = useView((state) => state.line);
  useEffect(() => {
    if (!box.current) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  const scale = (width - 40) / Math.max(1, scene.length);
  const x = (tick: number): number => 20 + tick * scale;
  useEffect(() => {
    const show = (tick: number): void => {
      head.current?.setAttribute('x1', String(20 + tick * scale));
      head.current?.setAttribute('x2', String(20 + tick * scale));
    };
    show(useView.getState().tick);
    return useView.subscribe((state) => show(state.tick));
  }, [scale]);
  const every = [1, 2, 5, 10, 15, 30, 60, 120, 300].find((seconds) => seconds * TICKS_PER_SECOND * scale > 90) ?? 600;
  const marks = Array.from({ length: Math.floor(scene.length / TICKS_PER_SECOND / every) + 1 }, (_, n) => n * every * TICKS_PER_SECOND);
  return (
    <div ref={box} className="h-[58px] shrink-0 border-t border-line bg-paper" role="listbox" aria-label="Conversation ribbon">
      <svg width={width} height={58} role="presentation">
        {scene.lines.map((line) => {
          const tone = toneOf(colourOf(document, line.line.role));
          const wide = Math.max(4, (line.end - line.start) * scale);
          const draft = takeOf(line.line)?.kind === 'draft' || !line.line.take;
          return (
            <g
              key={line.id}
              role="option"
              aria-selected={chosen === line.id}
              aria-label={`Line ${line.index + 1}`}
              className="cursor-pointer"
              onPointerDown={() => {
                choose({ kind: 'line', id: line.id });
                seek(line.start);
                window.document.querySelector(`[data-line="${line.id}"]`)?.scrollIntoView({ block: 'center', behavior: 'smooth' });
              }}
            >
              {chosen === line.id && <path d={ribbonPath(x(line.start) - 4, 5, wide + 9, 32, tone.cut)} fill="none" stroke="#0f2b30" strokeWidth={2} />}
              <path d={ribbonPath(x(line.start), 9, wide, 24, tone.cut)} fill={draft ? tone.mid : tone.strong} stroke={draft ? tone.strong : 'none'} strokeWidth={1.2} />
            </g>
          );
        })}
        {marks.map((tick) => (
          <text key={tick} x={x(tick)} y={52} textAnchor={tick === 0 ? 'start' : 'middle'} className="fill-ink-2 text-[12px]">
            {formatMoment(tick, 0)}
          </text>
        ))}
        <line ref={head} y1={2} y2={40} stroke="#b02b27" strokeWidth={1.6} />
      </svg>
    </div>
  );
}
