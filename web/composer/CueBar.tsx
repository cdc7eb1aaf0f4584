import { Check, X } from 'lucide-react';
import { memo, type RefObject, useRef } from 'react';
import { type Cue, isPin, type Pin } from '#core/document/schema';
import { rippleCues, slipSounds } from '#core/edit/commands/bars';
import { deleteCues, moveCues, rehangCue, stretchCue } from '#core/edit/commands/cues';
import { keepProposals, takeOutProposals } from '#core/edit/commands/direct';
import { formatLength, formatMoment, formatOffset } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { preview, run } from '../state/production.ts';
import { chooseCue, chosenCues, useView, view } from '../state/view.ts';
import { ribbonPath, type SpeakerTone } from '../ui/speakers.ts';
import { type DragAt, type DragOptions, useDrag } from '../ui/useDrag.ts';
import type { PlacedScene } from './film.ts';
import { fitted } from './fitted.ts';
import { LANE_HEIGHT, type Lane, px } from './lanes.ts';
import { snapTime } from './snapTime.ts';

/** Pixels within which a drag is drawn to a moment. */
const REACH = 6;

/** A cue where it lies in its scene, ticks. */
export type Bar = { readonly id: string; readonly cue: Cue; readonly start: number; readonly end: number };

type Grip = 'move' | 'hang' | 'stretch';
/** What a drag of each is called in the history. */
const GRIPS: Readonly<Record<Grip, string>> = { move: 'Move a cue', hang: 'Hang a cue elsewhere', stretch: 'Stretch a cue' };

/** The word whose start lies nearest a tick, within a reach. */
function nearestWord(scene: PlacedScene, tick: number, reach: number): { id: string; start: number } | undefined {
  let best: { id: string; start: number } | undefined;
  for (const line of scene.lines) for (const word of line.words) if (Math.abs(word.start - tick) < Math.abs((best?.start ?? Number.POSITIVE_INFINITY) - tick)) best = word;
  return best && Math.abs(best.start - tick) <= reach ? best : undefined;
}

interface CueBarProps {
  readonly bar: Bar;
  readonly label: string;
  readonly lane: Lane;
  readonly zoom: number;
  readonly tone: SpeakerTone;
  readonly room: number;
  /** The scene as it is now with all cues of the lane in time, for what is done to the bar: it does not show them. */
  readonly around: RefObject<{ readonly scene: PlacedScene; readonly order: readonly string[] }>;
}

/** A bar shows its own cue alone: dragging another one leaves it as it is. */
const alike = (a: CueBarProps, b: CueBarProps): boolean =>
  a.bar.cue === b.bar.cue &&
  a.bar.start === b.bar.start &&
  a.bar.end === b.bar.end &&
  a.label === b.label &&
  a.zoom === b.zoom &&
  a.room === b.room &&
  a.tone === b.tone &&
  a.lane.key === b.lane.key &&
  a.lane.label === b.lane.label &&
  a.lane.locked === b.lane.locked &&
  a.lane.hidden === b.lane.hidden;

/** Pixels of a bar on its lane. */
const HEIGHT = LANE_HEIGHT - 6;
const TOP = 3;
const least = (bar: Bar, zoom: number): number => Math.max(10, px(bar.end - bar.start, zoom));

/**
 * A bar as it is drawn, with the ring that it hangs by: a part of its lane's one drawing, since a thousand small drawings take
 * the browser longer to lay over each other than everything else that a drag does.
 */
export const BarShape = memo(function BarShape({ bar, lane, zoom, tone }: CueBarProps) {
  const selected = useView((state) => chosenCues(state).includes(bar.id));
  const { cue } = bar;
  const left = px(bar.start, zoom);
  const middle = TOP + HEIGHT / 2;
  const ends = isPin(cue.end) && cue.end.to !== 'scene';
  return (
    <>
      <path
        d={ribbonPath(left + 0.5, TOP + 0.5, least(bar, zoom) - 1, HEIGHT - 1, lane.layer ? tone.cut : 'square')}
        fill={lane.hidden ? 'none' : cue.proposed ? '#f8fcfb' : lane.layer ? tone.tint : '#dfe9e7'}
        strokeDasharray={cue.proposed ? '4 3' : undefined}
        stroke={selected ? '#0f2b30' : cue.proposed ? tone.fine : lane.layer ? tone.mid : '#6f8586'}
        strokeWidth={selected ? 2 : cue.proposed ? 1.4 : 1}
      />
      {isHung(cue) ? (
        <circle cx={left} cy={middle} r="3.6" fill="#fff" stroke={tone.fine} strokeWidth="1.7" />
      ) : (
        <path d={`M${left} ${middle - 3.6}a3.6 3.6 0 1 0 0 7.2`} fill="none" stroke={tone.fine} strokeWidth="1.7" />
      )}
      {ends && <circle cx={left + least(bar, zoom) - 3} cy={middle} r="2" fill={tone.fine} />}
    </>
  );
}, alike);

const isHung = (cue: Cue): boolean => cue.start.to === 'word' || cue.start.to === 'line' || cue.start.to === 'cue';

/** One cue on its lane: moved, hung from another word, stretched, chosen alone or with others. Its shape is drawn by `BarShape`. */
export const CueBar = memo(function CueBar({ bar, label, lane, zoom, room, around }: CueBarProps) {
  const selected = useView((state) => chosenCues(state).includes(bar.id));
  const { cue } = bar;
  const left = px(bar.start, zoom);
  const width = least(bar, zoom);
  const hung = isHung(cue);
  const locked = lane.locked;
  const stretchable = lane.kind !== 'camera';

  /** The scene when a drag began: what is dragged is not drawn to where it was a moment ago. */
  const from = useRef(around.current.scene);
  const recipe = (how: Grip, base: Bar, { dx, alt, shift, ctrl }: DragAt) => {
    const delta = Math.round((dx / zoom) * TICKS_PER_SECOND);
    const reach = alt ? 0 : (REACH / zoom) * TICKS_PER_SECOND;
    const { tick } = useView.getState();
    const scene = from.current;
    // With Ctrl the bar stays and what is heard in it moves; with Shift all that comes after it on its lane goes along.
    if (how === 'move' && ctrl && cue.kind === 'sound') return slipSounds(scene.id, chosenCues(useView.getState()), -delta);
    if (how === 'move') {
      const found = snapTime(scene, [base.start + delta, ...(stretchable ? [base.end + delta] : [])], reach, [base.start, base.end], tick);
      view({ snap: found.to });
      return (shift ? rippleCues : moveCues)(scene.id, chosenCues(useView.getState()), delta + found.by);
    }
    if (how === 'hang') {
      const word = nearestWord(scene, base.start + delta, (40 / zoom) * TICKS_PER_SECOND);
      const pin: Pin = word && !alt ? { to: 'word', word: word.id, edge: 'start', offset: 0 } : { to: 'scene', edge: 'start', offset: Math.max(0, base.start + delta) };
      return rehangCue(scene.id, bar.id, pin);
    }
    const found = snapTime(scene, [base.end + delta], reach, [base.start, base.end], tick);
    view({ snap: found.to });
    const end = base.end + delta + found.by;
    return stretchCue(scene.id, bar.id, { ticks: Math.max(1600, end - base.start) });
  };
  const grip = (how: Grip): DragOptions<Bar> => ({
    slack: 2,
    start: (event) => {
      event.stopPropagation();
      const chosen = event.shiftKey ? 'extended' : event.ctrlKey || event.metaKey ? 'added' : 'alone';
      // One of several that is pressed moves them all; a click without a drag leaves it alone.
      if (chosen !== 'alone' || !chosenCues(useView.getState()).includes(bar.id)) chooseCue(bar.id, around.current.order, chosen);
      (event.currentTarget as HTMLElement).focus();
      from.current = around.current.scene;
      return locked || chosen !== 'alone' ? undefined : bar;
    },
    move: (base, at) => preview(recipe(how, base, at)),
    end: (base, at) => {
      run(GRIPS[how], recipe(how, base, at));
      view({ snap: undefined });
    },
    click: () => chooseCue(bar.id, around.current.order, 'alone'),
    cancel: () => {
      view({ snap: undefined });
      preview(undefined);
    },
  });
  /** The bar that keys go to is chosen, alone unless it is one of several. */
  const taken = (): readonly string[] => {
    if (!chosenCues(useView.getState()).includes(bar.id)) chooseCue(bar.id, around.current.order, 'alone');
    return chosenCues(useView.getState());
  };
  const byFrames = (frames: number, stretch: boolean): void => {
    const frame = TICKS_PER_SECOND / around.current.scene.fps;
    if (stretch) run('Stretch a cue', stretchCue(around.current.scene.id, bar.id, { ticks: Math.max(frame, bar.end - bar.start + frames * frame) }));
    else run('Nudge a cue', moveCues(around.current.scene.id, taken(), frames * frame));
  };
  const moved = useDrag<Bar>({
    ...grip('move'),
    nudge: (dx) => {
      if (locked || !dx) return false;
      byFrames(dx, false);
      return true;
    },
  });
  const hanged = useDrag<Bar>(grip('hang'));
  const stretched = useDrag<Bar>(grip('stretch'));

  return (
    <div className="absolute" style={{ left, top: TOP, width, height: HEIGHT }} data-cue={bar.id} data-cue-kind={cue.kind}>
      <button
        type="button"
        title={cue.note}
        aria-label={`${cue.proposed ? 'Proposed, ' : ''}${lane.label}: ${label}, starts ${formatMoment(bar.start)}, ${formatLength(bar.end - bar.start)}`}
        aria-pressed={selected}
        className={`absolute inset-0 ${locked ? 'cursor-not-allowed' : 'cursor-grab'} text-left`}
        {...moved}
        onKeyDown={(event) => {
          moved.onKeyDown(event);
          if (locked || event.isDefaultPrevented()) return;
          if (event.altKey && stretchable && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
            event.preventDefault();
            event.stopPropagation();
            byFrames((event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 10 : 1), true);
          }
          if (cue.proposed && event.key.toLowerCase() === 'y') {
            event.preventDefault();
            event.stopPropagation();
            run(
              event.shiftKey ? 'Take a proposal out' : 'Keep a proposal',
              event.shiftKey ? takeOutProposals(around.current.scene.id, taken()) : keepProposals(around.current.scene.id, taken()),
            );
          }
          if (event.key === 'Delete' || event.key === 'Backspace') {
            event.preventDefault();
            event.stopPropagation();
            run('Delete a cue', deleteCues(around.current.scene.id, taken()));
            view({ cue: undefined, together: [], last: undefined });
          }
        }}
      >
        <span className="pointer-events-none absolute top-0 text-[11.5px] leading-[18px] whitespace-nowrap text-ink" style={{ left: hung ? 10 : 6 }}>
          {fitted(label, Math.min(room - 16, Math.max(width - 14, 220)))}
        </span>
      </button>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`Hang ${label} from another word`}
        title={hung ? `${formatOffset(cue.start.offset)} from its word. Drag to another word; with Alt to a place on the clock.` : 'Placed by hand. Drag to a word.'}
        className={`absolute -left-[12px] -top-[3px] size-6 ${locked ? 'cursor-not-allowed' : 'cursor-ew-resize'}`}
        {...hanged}
      />
      {stretchable && !locked && (
        <button type="button" tabIndex={-1} aria-label={`Stretch ${label}`} className="absolute top-0 -right-1 h-full w-2.5 cursor-col-resize" {...stretched} />
      )}
      {selected && cue.proposed && !locked && (
        <span className="absolute -top-[3px] left-full z-[5] ml-1 flex">
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Keep ${label} (Y)`}
            title="Keep (Y)"
            className="flex size-6 items-center justify-center rounded-l-[6px] border border-edge bg-paper text-ok hover:bg-bench"
            onClick={() => run('Keep a proposal', keepProposals(around.current.scene.id, [bar.id]))}
          >
            <Check size={14} strokeWidth={2.2} />
          </button>
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Take ${label} out (Shift+Y)`}
            title="Take out (Shift+Y)"
            className="flex size-6 items-center justify-center rounded-r-[6px] border border-l-0 border-edge bg-paper hover:bg-bench"
            onClick={() => run('Take a proposal out', takeOutProposals(around.current.scene.id, [bar.id]))}
          >
            <X size={14} strokeWidth={2.2} />
          </button>
        </span>
      )}
    </div>
  );
}, alike);
