import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { LONG_GAP } from '#core/checks/silence';
import { unhangFrom } from '#core/edit/commands/cues';
import { moveLine, setGap } from '#core/edit/commands/lines';
import { overlapsOf, type ScheduledLine } from '#core/schedule/lines';
import { formatLength, formatMoment, parseTime } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { preview, run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { ribbonPath, toneOf } from '../ui/speakers.ts';
import { type DragAt, snapped, useDrag } from '../ui/useDrag.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { importOnLine } from '../voices.ts';
import { colourOf, type PlacedScene, speakerName } from './film.ts';
import { seek } from './transport.ts';

export const RIBBON = { ruler: 18, height: 48, notes: 20, total: 86 } as const;

interface Props {
  readonly scene: PlacedScene;
  readonly zoom: number;
  readonly width: number;
  readonly visible: { readonly from: number; readonly to: number };
}

const x = (ticks: number, zoom: number): number => (ticks / TICKS_PER_SECOND) * zoom;

let measure: CanvasRenderingContext2D | null | undefined;
/** Width of a ribbon word as it is drawn. */
function wordWidth(text: string): number {
  measure ??= document.createElement('canvas').getContext('2d');
  if (!measure) return text.length * 7;
  measure.font = '500 12.5px "Literata Variable"';
  return measure.measureText(text).width;
}

/** Where two lines overlap, a hatch in both colours runs along their upper edge: the words of both stay to be read. */
const OVERLAP_BAND = 7;

/** Ruler, the chain of turns, gaps in seconds and overlaps: the spine between picture and lanes. */
export function Ribbon({ scene, zoom, width, visible }: Props) {
  const document_ = useProduction((state) => state.document);
  const selected = useView((state) => state.line);
  const shown = useMemo(() => scene.lines.filter((line) => x(line.end, zoom) >= visible.from - 60 && x(line.start, zoom) <= visible.to + 60), [scene, zoom, visible]);
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
          const left = x(line.start, zoom);
          const w = Math.max(3, x(line.end - line.start, zoom));
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
          <rect key={`${a.id}${b.id}`} x={x(from, zoom)} y={0} width={x(to - from, zoom)} height={OVERLAP_BAND} fill={`url(#hatch-${a.id}-${b.id})`} />
        ))}
      </svg>
      <div role="listbox" aria-label="Lines of the scene" aria-orientation="horizontal" className="absolute left-0" style={{ top: RIBBON.ruler, height: RIBBON.height, width }}>
        {shown.map((line) => (
          <LinePiece key={line.id} line={line} scene={scene} zoom={zoom} />
        ))}
      </div>
      <div className="absolute left-0" style={{ top: RIBBON.ruler + RIBBON.height, height: RIBBON.notes, width }}>
        {overlaps.map(({ a, b, from, to }) => (
          <span
            key={`${a.id}${b.id}`}
            className="absolute top-0.5 -translate-x-1/2 rounded-[3px] bg-warn-soft px-1 text-[11px] leading-[15px] font-semibold whitespace-nowrap text-warn"
            style={{ left: x((from + to) / 2, zoom) }}
          >
            over {((to - from) / TICKS_PER_SECOND).toFixed(1)} s
          </span>
        ))}
      </div>
      {shown.map((line) => (line.gap !== undefined && line.gap > 0 && x(line.gap, zoom) > 8 ? <Gap key={line.id} line={line} scene={scene} zoom={zoom} /> : null))}
    </div>
  );
}

function Ruler({ scene, zoom, width, visible }: Props) {
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

function Gap({ line, scene, zoom }: { line: ScheduledLine; scene: PlacedScene; zoom: number }) {
  const [editing, setEditing] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (editing) input.current?.select();
  }, [editing]);
  const gap = line.gap as number;
  const width = x(gap, zoom);
  const long = gap > LONG_GAP;
  const text = `${(gap / TICKS_PER_SECOND).toFixed(1)} s`;
  return (
    <div className="absolute flex items-center justify-center" style={{ left: x(line.start - gap, zoom), width, top: RIBBON.ruler, height: RIBBON.height }}>
      {width > 14 && (
        <svg width={width} height={9} className="absolute top-1/2 left-0 -mt-[4.5px]" aria-hidden="true">
          <path d={`M3 1v7M${width - 3} 1v7M3 4.5H${width - 3}`} stroke={long ? '#925b0c' : '#6f8586'} fill="none" />
        </svg>
      )}
      {editing ? (
        <input
          ref={input}
          aria-label={`Gap before line ${line.index + 1} in seconds`}
          defaultValue={(gap / TICKS_PER_SECOND).toFixed(2)}
          className="z-10 w-14 rounded-[5px] border border-edge bg-white px-1 text-center text-[12px]"
          onBlur={() => setEditing(false)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Escape') setEditing(false);
            if (event.key !== 'Enter') return;
            const value = parseTime(event.currentTarget.value, scene.fps);
            if (value !== undefined) run('Change a turn gap', setGap(scene.id, line.id, value));
            setEditing(false);
          }}
        />
      ) : (
        width > 22 && (
          <button
            type="button"
            aria-label={`Gap before line ${line.index + 1}: ${text}. Change it`}
            className={`z-[5] rounded-[3px] bg-paper px-1 text-[12px] leading-4 ${long ? 'font-semibold text-warn' : 'text-ink'} hover:bg-well`}
            onClick={() => setEditing(true)}
          >
            {width > 40 ? text : (gap / TICKS_PER_SECOND).toFixed(1)}
          </button>
        )
      )}
    </div>
  );
}

/** What a drag of a line would do. */
function dragRecipe(scene: PlacedScene, line: ScheduledLine, delta: number, alone: boolean): ReturnType<typeof moveLine> {
  const middle = (line.start + line.end) / 2 + delta;
  const others = scene.lines.filter((other) => other.id !== line.id);
  const before = others.filter((other) => (other.start + other.end) / 2 < middle);
  const now = scene.lines[line.index - 1]?.id ?? null;
  const after = before.length ? ([...before].sort((a, b) => a.index - b.index).at(-1)?.id ?? null) : null;
  if (after !== now && !alone) return moveLine(scene.id, line.id, 0, { after });
  return moveLine(scene.id, line.id, delta, { alone });
}

function LinePiece({ line, scene, zoom }: { line: ScheduledLine; scene: PlacedScene; zoom: number }) {
  const document_ = useProduction((state) => state.document);
  const selected = useView((state) => state.line === line.id);
  const { drop, over, element } = useFileDrop<HTMLDivElement>('option', ([file]) => void (file && importOnLine(scene.id, line.id, file)));
  const tone = toneOf(colourOf(document_ as NonNullable<typeof document_>, line.line.role));
  const name = line.line.role && document_ ? speakerName(document_, scene.id, line.line.role) : 'Beat';
  const width = x(line.end - line.start, zoom);
  const words = useMemo(() => laidWords(line, zoom), [line, zoom]);
  const moved = ({ base, scene: at }: { base: ScheduledLine; scene: PlacedScene }, { dx, alt }: DragAt): ReturnType<typeof moveLine> => {
    const shift = Math.round((dx / zoom) * TICKS_PER_SECOND);
    const places = [useView.getState().tick, ...((base.gap ?? 0) > 0 ? [base.start - (base.gap as number)] : [])];
    const delta = snapped(base.start + shift, places, (6 / zoom) * TICKS_PER_SECOND) - base.start;
    const move = dragRecipe(at, base, delta, alt);
    if (useView.getState().linked) return move;
    const along = at.lines.filter((other) => other.index >= base.index).map((other) => other.id);
    return (draft) => {
      unhangFrom(scene.id, alt ? [line.id] : along)(draft);
      return move(draft);
    };
  };
  const drag = useDrag<{ base: ScheduledLine; scene: PlacedScene }>({
    start: (event) => {
      if ((event.target as HTMLElement).closest('[data-word]')) return undefined;
      choose({ kind: 'line', id: line.id });
      return { base: line, scene };
    },
    move: (base, at) => preview(moved(base, at)),
    end: (base, at) => {
      run('Move a line', moved(base, at));
      view({ sway: Date.now() });
    },
    click: () => seek(line.start),
    cancel: () => preview(undefined),
  });
  return (
    <div
      {...drop}
      role="option"
      aria-selected={selected}
      tabIndex={selected || (line.index === 0 && !useView.getState().line) ? 0 : -1}
      data-line={line.id}
      data-line-index={line.index + 1}
      aria-label={`Line ${line.index + 1}, ${name}, starts ${formatMoment(line.start, 1)}, ${formatLength(line.end - line.start)}${line.gap === undefined ? '' : line.gap >= 0 ? `, ${formatLength(line.gap)} gap before` : `, overlaps by ${formatLength(-line.gap)}`}: ${line.line.text}`}
      className={`absolute top-0 cursor-grab overflow-hidden focus-visible:z-10 ${over ? 'ring-2 ring-lamp ring-inset' : ''}`}
      style={{ left: x(line.start, zoom), width: Math.max(6, width), height: RIBBON.height }}
      {...drag}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && event.target === element.current && !selected) {
          event.preventDefault();
          event.stopPropagation();
          choose({ kind: 'line', id: line.id });
          seek(line.start);
        }
        if (event.key === 'ArrowDown') {
          event.preventDefault();
          element.current?.querySelector<HTMLElement>('[data-word]')?.focus();
        }
      }}
    >
      {width > 44 && (
        <div className="pointer-events-none px-2 pt-[7px] text-[12px] leading-[14px] font-[650] whitespace-nowrap" style={{ color: tone.deep }}>
          {line.line.kind === 'beat' ? 'Beat' : `${line.index + 1} ${name}`}
        </div>
      )}
      {words.map(({ id, text, left, hidden }) => (hidden ? null : <Word key={id} id={id} text={text} left={left} line={line} />))}
      {line.line.kind === 'line' && !line.line.text && width > 90 && <span className="absolute top-[24px] left-2 font-serif text-[12.5px] text-ink-2 italic">no words yet</span>}
    </div>
  );
}

/** Pixels by which a word may stand after its sound. */
const GIVE_WAY = 40;

/** Words at their true starts; those that would touch the one before are dropped. */
function laidWords(line: ScheduledLine, zoom: number): { id: string; text: string; left: number; hidden: boolean }[] {
  let free = 6;
  const right = x(line.end - line.start, zoom) - 4;
  return line.words.map(({ id, text, start }) => {
    const at = Math.max(8, x(start - line.start, zoom));
    const width = wordWidth(text);
    // A word may give way to the one before by a little; one that would stand far from its sound is dropped.
    const left = Math.max(free, Math.min(at, right - width));
    const hidden = left - at > GIVE_WAY || left + width > right + 2;
    if (!hidden) free = left + width + 3.2;
    return { id, text, left, hidden };
  });
}

/** Pixels that a word is pulled down by before it looks for a lane. */
const LEAST_PULL = 24;

function Word({ id, text, left, line }: { id: string; text: string; left: number; line: ScheduledLine }) {
  const element = useRef<HTMLButtonElement>(null);
  const word = line.words.find((w) => w.id === id) as ScheduledLine['words'][number];
  useSpoken(element, word.start, word.end);
  const hang = (kind?: string, layer?: string, at?: { x: number; y: number }): void => {
    const box = element.current?.getBoundingClientRect();
    view({
      line: line.id,
      cue: undefined,
      hanging: { line: line.id, word: id, x: at?.x ?? box?.left ?? 0, y: at?.y ?? box?.bottom ?? 0, ...(kind ? { kind } : {}), ...(layer ? { layer } : {}) },
    });
  };
  const target = (at?: { x: number; y: number }): HTMLElement | undefined => {
    for (const marked of document.querySelectorAll('[data-lane-target]')) marked.removeAttribute('data-lane-target');
    const lane = at && (document.elementsFromPoint(at.x, at.y).find((each) => (each as HTMLElement).dataset.laneKind) as HTMLElement | undefined);
    lane?.setAttribute('data-lane-target', '');
    document.body.style.cursor = at ? 'copy' : '';
    return lane;
  };
  const far = ({ dy }: DragAt): boolean => Math.abs(dy) > LEAST_PULL;
  const drag = useDrag<string>({
    start: () => id,
    move: (_id, at) => void target(far(at) ? at : undefined),
    end: (_id, at) => {
      const lane = far(at) ? target(at) : undefined;
      target();
      if (lane) hang(lane.dataset.laneKind, lane.dataset.laneLayer, at);
      else if (!far(at)) hang();
    },
    click: () => hang(),
    cancel: () => void target(),
  });
  return (
    <button
      ref={element}
      type="button"
      tabIndex={-1}
      data-word={id}
      aria-label={`Word ${text}: hang a cue`}
      className="absolute top-[22px] rounded-[3px] font-serif text-[12.5px] leading-[19px] font-medium whitespace-nowrap text-ink hover:underline data-[spoken]:font-bold"
      style={{ left }}
      {...drag}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          hang();
        }
        const step = event.key === 'ArrowRight' ? element.current?.nextElementSibling : event.key === 'ArrowLeft' ? element.current?.previousElementSibling : undefined;
        if (step instanceof HTMLElement && step.dataset.word) {
          event.preventDefault();
          event.stopPropagation();
          step.focus();
        }
        if (event.key === 'ArrowUp') {
          event.preventDefault();
          event.stopPropagation();
          element.current?.closest<HTMLElement>('[data-line]')?.focus();
        }
      }}
    >
      {text}
    </button>
  );
}

/** Marks an element while the playhead is over its span, without rendering again. */
function useSpoken(element: RefObject<HTMLElement | null>, start: number, end: number): void {
  useEffect(() => {
    const mark = (tick: number): void => {
      element.current?.toggleAttribute('data-spoken', tick >= start && tick < end);
    };
    mark(useView.getState().tick);
    return useView.subscribe((state) => mark(state.tick));
  }, [element, start, end]);
}
