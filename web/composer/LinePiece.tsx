import { useMemo } from 'react';
import { unhangFrom } from '#core/edit/commands/cues';
import { moveLine } from '#core/edit/commands/lines';
import type { ScheduledLine } from '#core/schedule/lines';
import { formatLength, formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { preview, run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { toneOf } from '../ui/speakers.ts';
import { type DragAt, snapped, useDrag } from '../ui/useDrag.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { importOnLine } from '../voices.ts';
import { colourOf, type PlacedScene, speakerName } from './film.ts';
import { RibbonWord } from './RibbonWord.tsx';
import { along, RIBBON } from './ribbonRows.ts';
import { seek } from './transport.ts';

let measure: CanvasRenderingContext2D | null | undefined;
/** Width of a ribbon word as it is drawn. */
function wordWidth(text: string): number {
  measure ??= document.createElement('canvas').getContext('2d');
  if (!measure) return text.length * 7;
  measure.font = '500 12.5px "Literata Variable"';
  return measure.measureText(text).width;
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

/** A line on the ribbon: moved, put elsewhere in the chain, chosen; a voice file is dropped on it. */
export function LinePiece({ line, scene, zoom }: { line: ScheduledLine; scene: PlacedScene; zoom: number }) {
  const document_ = useProduction((state) => state.document);
  const selected = useView((state) => state.line === line.id);
  const { drop, over, element } = useFileDrop<HTMLDivElement>('group', ([file]) => void (file && importOnLine(scene.id, line.id, file)));
  const tone = toneOf(colourOf(document_ as NonNullable<typeof document_>, line.line.role));
  const name = line.line.role && document_ ? speakerName(document_, scene.id, line.line.role) : 'Beat';
  const width = along(line.end - line.start, zoom);
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
    // biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be dragged
    <div
      {...drop}
      role="group"
      aria-current={selected}
      tabIndex={selected || (line.index === 0 && !useView.getState().line) ? 0 : -1}
      data-line={line.id}
      data-line-index={line.index + 1}
      aria-label={`Line ${line.index + 1}, ${name}, starts ${formatMoment(line.start, 1)}, ${formatLength(line.end - line.start)}${line.gap === undefined ? '' : line.gap >= 0 ? `, ${formatLength(line.gap)} gap before` : `, overlaps by ${formatLength(-line.gap)}`}: ${line.line.text}`}
      className={`absolute top-0 cursor-grab overflow-hidden focus-visible:z-10 ${over ? 'ring-2 ring-lamp ring-inset' : ''}`}
      style={{ left: along(line.start, zoom), width: Math.max(6, width), height: RIBBON.height }}
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
      {words.map(({ id, text, left, hidden }) => (hidden ? null : <RibbonWord key={id} id={id} text={text} left={left} line={line} />))}
      {line.line.kind === 'line' && !line.line.text && width > 90 && <span className="absolute top-[24px] left-2 font-serif text-[12.5px] text-ink-2 italic">no words yet</span>}
    </div>
  );
}

/** Pixels by which a word may stand after its sound. */
const GIVE_WAY = 40;

/** Words at their true starts; those that would touch the one before are dropped. */
function laidWords(line: ScheduledLine, zoom: number): { id: string; text: string; left: number; hidden: boolean }[] {
  let free = 6;
  const right = along(line.end - line.start, zoom) - 4;
  return line.words.map(({ id, text, start }) => {
    const at = Math.max(8, along(start - line.start, zoom));
    const width = wordWidth(text);
    // A word may give way to the one before by a little; one that would stand far from its sound is dropped.
    const left = Math.max(free, Math.min(at, right - width));
    const hidden = left - at > GIVE_WAY || left + width > right + 2;
    if (!hidden) free = left + width + 3.2;
    return { id, text, left, hidden };
  });
}
