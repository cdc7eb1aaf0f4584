import { memo, useMemo } from 'react';
import { overlapsOf } from '#core/schedule/lines';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { useProduction } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { ribbonPath, toneOf } from '../ui/speakers.ts';
import { colourOf, type PlacedScene, sameLines, unlessScene } from './film.ts';
import { Gap } from './Gap.tsx';
import { cueCalled } from './LineBegins.tsx';
import { LinePiece } from './LinePiece.tsx';
import { Ruler } from './Ruler.tsx';
import { along, RIBBON, type RibbonProps } from './ribbonRows.ts';

/** Where two lines overlap, a hatch in both colours runs along their upper edge: the words of both stay to be read. */
const OVERLAP_BAND = 7;

/** Whether the same is said at the same time, and waits for the same. */
const sameTurns = (a: PlacedScene, b: PlacedScene): boolean =>
  sameLines(a, b) && a.length === b.length && a.lines.every(({ line: { pin } }) => pin.to !== 'cue' || a.scene.cues[pin.cue] === b.scene.cues[pin.cue]);

/** Ruler, the chain of turns, gaps in seconds and overlaps: the spine between picture and lanes. */
export const Ribbon = memo(function Ribbon({ scene, zoom, width, visible }: RibbonProps) {
  const document_ = useProduction((state) => state.document);
  const selected = useView((state) => state.line);
  const shown = useMemo(() => scene.lines.filter((line) => along(line.end, zoom) >= visible.from - 60 && along(line.start, zoom) <= visible.to + 60), [scene, zoom, visible]);
  const overlaps = useMemo(() => overlapsOf(scene.lines), [scene]);
  if (!document_) return null;
  return (
    <div className="relative h-full" style={{ width }}>
      <Ruler scene={scene} zoom={zoom} width={width} visible={visible} />
      <svg width={width} height={RIBBON.height} className="absolute left-0" style={{ top: RIBBON.ruler }} aria-hidden="true">
        <defs>
          {overlaps.map(({ a, b }) => (
            <pattern key={`${a.id}${b.id}`} id={`hatch-${a.id}-${b.id}`} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="4" height="8" fill={toneOf(colourOf(document_, a.line.role)).strong} />
              <rect x="4" width="4" height="8" fill={toneOf(colourOf(document_, b.line.role)).strong} />
            </pattern>
          ))}
        </defs>
        {shown.map((line) => {
          const tone = toneOf(colourOf(document_, line.line.role));
          const left = along(line.start, zoom);
          const w = Math.max(3, along(line.end - line.start, zoom));
          const beat = line.line.kind === 'beat';
          const voiced = line.line.take !== null || beat;
          return (
            <g key={line.id}>
              <path
                d={ribbonPath(left, 0, w, RIBBON.height, tone.cut)}
                fill={beat ? '#dfe9e7' : !voiced ? '#f8fcfb' : w < 12 ? tone.strong : tone.mid}
                stroke={voiced ? 'none' : tone.strong}
                strokeDasharray="4 3"
                strokeWidth={1.5}
              />
              {voiced && !beat && <path d={ribbonPath(left, 0, w, 5, 'square')} fill={tone.strong} />}
              {selected === line.id && <path d={ribbonPath(left + 1, 1, w - 2, RIBBON.height - 2, tone.cut)} fill="none" stroke="#0f2b30" strokeWidth={2} />}
            </g>
          );
        })}
        {overlaps.map(({ a, b, from, to }) => (
          <rect key={`${a.id}${b.id}`} x={along(from, zoom)} y={0} width={along(to - from, zoom)} height={OVERLAP_BAND} fill={`url(#hatch-${a.id}-${b.id})`} />
        ))}
      </svg>
      <fieldset aria-label="Lines of the scene" className="absolute left-0 m-0 border-0 p-0" style={{ top: RIBBON.ruler, height: RIBBON.height, width }}>
        {shown.map((line) => (
          <LinePiece key={line.id} line={line} scene={scene} zoom={zoom} />
        ))}
      </fieldset>
      <div className="absolute left-0" style={{ top: RIBBON.ruler + RIBBON.height, height: RIBBON.notes, width }}>
        {overlaps.map(({ a, b, from, to }) => (
          <span
            key={`${a.id}${b.id}`}
            className="absolute top-0.5 -translate-x-1/2 rounded-[3px] bg-warn-soft px-1 text-[11px] leading-[15px] font-semibold whitespace-nowrap text-warn"
            style={{ left: along((from + to) / 2, zoom) }}
          >
            over {((to - from) / TICKS_PER_SECOND).toFixed(1)} s
          </span>
        ))}
        {shown.map((line) =>
          line.line.pin.to === 'cue' ? (
            <span
              key={line.id}
              className="absolute top-0.5 max-w-[180px] truncate rounded-[3px] bg-well px-1 text-[11px] leading-[15px] text-ink-2"
              style={{ left: along(line.start, zoom) }}
              data-waits={line.id}
            >
              waits for {cueCalled(document_, scene, line.line.pin.cue)}
            </span>
          ) : null,
        )}
      </div>
      {shown.map((line) => (line.gap !== undefined && line.gap > 0 && along(line.gap, zoom) > 8 ? <Gap key={line.id} line={line} scene={scene} zoom={zoom} /> : null))}
    </div>
  );
}, unlessScene(sameTurns));
