import { type PointerEvent as ReactPointerEvent, useRef } from 'react';
import { type Cue, isPin, type Pin } from '#core/document/schema';
import { deleteCues, moveCues, rehangCue, stretchCue } from '#core/edit/commands/cues';
import { formatLength, formatMoment, formatOffset } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { chooseCue, chosenCues, useView, view } from '../state/view.ts';
import { ribbonPath, type SpeakerTone } from '../ui/speakers.ts';
import type { PlacedScene } from './film.ts';
import { cueLabel, LANE_HEIGHT, type Lane, px } from './lanes.ts';

/** A cue where it lies in its scene, ticks. */
export type Bar = { readonly id: string; readonly cue: Cue; readonly start: number; readonly end: number };

/** The word whose start lies nearest a tick, within a reach. */
function nearestWord(scene: PlacedScene, tick: number, reach: number): { id: string; start: number } | undefined {
  let best: { id: string; start: number } | undefined;
  for (const line of scene.lines) for (const word of line.words) if (Math.abs(word.start - tick) < Math.abs((best?.start ?? Number.POSITIVE_INFINITY) - tick)) best = word;
  return best && Math.abs(best.start - tick) <= reach ? best : undefined;
}

/** One cue on its lane: moved, hung from another word, stretched, chosen alone or with others. */
export function CueBar({
  bar,
  lane,
  scene,
  zoom,
  tone,
  room,
  order,
}: {
  bar: Bar;
  lane: Lane;
  scene: PlacedScene;
  zoom: number;
  tone: SpeakerTone;
  room: number;
  /** All cues of the lane, in time. */
  order: readonly string[];
}) {
  const document_ = useOpenDocument();
  const selected = useView((state) => chosenCues(state).includes(bar.id));
  const drag = useRef<{ kind: 'move' | 'hang' | 'stretch'; x: number; base: Bar; moved: boolean; alt: boolean } | undefined>(undefined);
  const { cue } = bar;
  const left = px(bar.start, zoom);
  const width = Math.max(10, px(bar.end - bar.start, zoom));
  const label = cueLabel(document_, scene, cue);
  const hung = cue.start.to === 'word' || cue.start.to === 'line' || cue.start.to === 'cue';
  const locked = lane.locked;
  const stretchable = lane.kind !== 'camera';
  const height = LANE_HEIGHT - 6;

  const recipe = (event: ReactPointerEvent) => {
    const now = drag.current;
    if (!now) return undefined;
    const delta = Math.round(((event.clientX - now.x) / zoom) * TICKS_PER_SECOND);
    if (now.kind === 'move') return moveCues(scene.id, chosenCues(useView.getState()), delta);
    if (now.kind === 'hang') {
      const word = nearestWord(scene, now.base.start + delta, (40 / zoom) * TICKS_PER_SECOND);
      const pin: Pin =
        word && !event.altKey ? { to: 'word', word: word.id, edge: 'start', offset: 0 } : { to: 'scene', edge: 'start', offset: Math.max(0, now.base.start + delta) };
      return rehangCue(scene.id, bar.id, pin);
    }
    let end = now.base.end + delta;
    const snap = (6 / zoom) * TICKS_PER_SECOND;
    for (const line of scene.lines) for (const word of line.words) if (Math.abs(word.end - end) < snap) end = word.end;
    return stretchCue(scene.id, bar.id, { ticks: Math.max(1600, end - now.base.start) });
  };
  const begin =
    (kind: 'move' | 'hang' | 'stretch') =>
    (event: ReactPointerEvent<HTMLElement>): void => {
      if (event.button !== 0) return;
      event.stopPropagation();
      const how = event.shiftKey ? 'extended' : event.ctrlKey || event.metaKey ? 'added' : 'alone';
      // One of several that is pressed moves them all; a click without a drag leaves it alone (pointer up).
      if (how !== 'alone' || !chosenCues(useView.getState()).includes(bar.id)) chooseCue(bar.id, order, how);
      event.currentTarget.focus();
      if (locked || how !== 'alone') return;
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { kind, x: event.clientX, base: bar, moved: false, alt: event.altKey };
    };
  const handlers = (kind: 'move' | 'hang' | 'stretch') => ({
    onPointerDown: begin(kind),
    onPointerMove: (event: ReactPointerEvent<HTMLElement>) => {
      if (!drag.current) return;
      if (Math.abs(event.clientX - drag.current.x) > 2) drag.current.moved = true;
      if (drag.current.moved) preview(recipe(event));
    },
    onPointerUp: (event: ReactPointerEvent<HTMLElement>) => {
      const edit = drag.current?.moved ? recipe(event) : undefined;
      if (drag.current && !drag.current.moved) chooseCue(bar.id, order, 'alone');
      drag.current = undefined;
      if (edit) run(kind === 'stretch' ? 'Stretch a cue' : kind === 'hang' ? 'Hang a cue elsewhere' : 'Move a cue', edit);
      else preview(undefined);
    },
    onPointerCancel: () => {
      drag.current = undefined;
      preview(undefined);
    },
  });

  return (
    <div className="absolute top-[3px]" style={{ left, width, height }} data-cue={bar.id} data-cue-kind={cue.kind}>
      <button
        type="button"
        aria-label={`${lane.label}: ${label}, starts ${formatMoment(bar.start)}, ${formatLength(bar.end - bar.start)}`}
        aria-pressed={selected}
        className={`absolute inset-0 ${locked ? 'cursor-not-allowed' : 'cursor-grab'} overflow-visible text-left`}
        {...handlers('move')}
        onKeyDown={(event) => {
          const frame = TICKS_PER_SECOND / scene.fps;
          const amount = event.shiftKey ? 10 : 1;
          if (event.key === 'Escape' && drag.current) {
            drag.current = undefined;
            preview(undefined);
          }
          if (locked) return;
          if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
            event.preventDefault();
            event.stopPropagation();
            const delta = (event.key === 'ArrowLeft' ? -1 : 1) * amount * frame;
            if (event.altKey && stretchable) run('Stretch a cue', stretchCue(scene.id, bar.id, { ticks: Math.max(frame, bar.end - bar.start + delta) }));
            else run('Nudge a cue', moveCues(scene.id, chosenCues(useView.getState()), delta));
          }
          if (event.key === 'Delete' || event.key === 'Backspace') {
            event.preventDefault();
            event.stopPropagation();
            run('Delete a cue', deleteCues(scene.id, chosenCues(useView.getState())));
            view({ cue: undefined, together: [], last: undefined });
          }
        }}
      >
        <svg width={width} height={height} className="absolute inset-0 overflow-visible" aria-hidden="true">
          <path
            d={ribbonPath(0.5, 0.5, width - 1, height - 1, lane.layer ? tone.cut : 'square')}
            fill={lane.hidden ? 'none' : lane.layer ? tone.tint : '#dfe9e7'}
            stroke={selected ? '#0f2b30' : lane.layer ? tone.mid : '#6f8586'}
            strokeWidth={selected ? 2 : 1}
          />
        </svg>
        <span
          className="pointer-events-none absolute top-0 truncate text-[11.5px] leading-[18px] text-ink"
          style={{ left: hung ? 10 : 6, maxWidth: Math.max(width - 14, Math.min(room - 16, 220)) }}
        >
          {label}
        </span>
      </button>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`Hang ${label} from another word`}
        title={hung ? `${formatOffset(cue.start.offset)} from its word. Drag to another word; with Alt to a place on the clock.` : 'Placed by hand. Drag to a word.'}
        className={`absolute -left-[12px] -top-[3px] size-6 ${locked ? 'cursor-not-allowed' : 'cursor-ew-resize'}`}
        {...handlers('hang')}
      >
        <svg width="24" height="24" aria-hidden="true">
          {hung ? (
            <circle cx="12" cy="12" r="3.6" fill="#fff" stroke={tone.fine} strokeWidth="1.7" />
          ) : (
            <path d="M12 8.4a3.6 3.6 0 1 0 0 7.2" fill="none" stroke={tone.fine} strokeWidth="1.7" />
          )}
        </svg>
      </button>
      {stretchable && !locked && (
        <button type="button" tabIndex={-1} aria-label={`Stretch ${label}`} className="absolute top-0 -right-1 h-full w-2.5 cursor-col-resize" {...handlers('stretch')} />
      )}
      {isPin(cue.end) && cue.end.to !== 'scene' && <span className="pointer-events-none absolute right-1 top-[7px] size-1 rounded-full" style={{ background: tone.fine }} />}
    </div>
  );
}
