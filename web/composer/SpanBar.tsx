import type { Layer, Pin, StageSpan } from '#core/document/schema';
import { pinAt } from '#core/edit/commands/cues';
import { setPassage, setSpan } from '#core/edit/commands/layers';
import type { StagedLayer } from '#core/schedule/staged';
import { entranceOf } from '#core/stage/entrances/index';
import { formatLength, formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { preview, run } from '../state/production.ts';
import { chooseLayer, useView, view } from '../state/view.ts';
import type { SpeakerTone } from '../ui/speakers.ts';
import { type DragAt, useDrag } from '../ui/useDrag.ts';
import type { PlacedScene } from './film.ts';
import { LANE_HEIGHT, type Lane, px } from './lanes.ts';
import { snapTime } from './snapTime.ts';

type Grip = 'move' | 'start' | 'end' | 'enter' | 'exit';
const LABELS: Readonly<Record<Grip, string>> = {
  move: 'Move in time',
  start: 'Comes elsewhere',
  end: 'Goes elsewhere',
  enter: 'How long it comes',
  exit: 'How long it goes',
};
const HEIGHT = 18;
const TOP = (LANE_HEIGHT - HEIGHT) / 2;
/** Pixels: the least slope, an end's width to grab, the least room for an effect's name. */
const SLOPE = 4;
const END = 8;
const NAMED = 34;
const REACH = 6;

const WHOLE: StageSpan = { start: { to: 'scene', edge: 'start', offset: 0 }, end: { to: 'scene', edge: 'end', offset: 0 } };

/** When a layer is on the stage: a bar whose sides slope where it comes and goes; its ends and slopes are dragged. */
export function SpanBar({ scene, lane, staged, zoom, tone, label }: { scene: PlacedScene; lane: Lane; staged: StagedLayer; zoom: number; tone: SpeakerTone; label: string }) {
  const { id, layer, start, end } = staged;
  const chosen = useView((state) => state.layer === id || state.layers.includes(id));
  const left = px(start, zoom);
  const width = Math.max(6, px(end - start, zoom));
  const slopeOf = (ticks: number | undefined): number => (ticks === undefined ? 0 : Math.min(width / 2, Math.max(SLOPE, px(ticks, zoom))));
  const [enter, exit] = [slopeOf(layer.enter?.ticks), slopeOf(layer.exit?.ticks)];
  const pin = (tick: number): Pin => pinAt(scene.scene, Math.max(0, Math.round(tick)), scene.fps);

  const recipe = (how: Grip, base: StagedLayer, { dx, alt }: DragAt) => {
    const raw = Math.round((dx / zoom) * TICKS_PER_SECOND);
    const reach = alt ? 0 : (REACH / zoom) * TICKS_PER_SECOND;
    const { tick } = useView.getState();
    const edges = how === 'move' ? [base.start + raw, base.end + raw] : how === 'start' ? [base.start + raw] : how === 'end' ? [base.end + raw] : [];
    const found = edges.length ? snapTime(scene, edges, reach, [base.start, base.end], tick) : { by: 0, to: undefined };
    view({ snap: found.to });
    const delta = raw + found.by;
    const span = layer.span ?? WHOLE;
    const whole = base.end - base.start;
    switch (how) {
      case 'move':
        return setSpan(scene.id, id, { start: pin(base.start + delta), end: layer.span ? pin(base.end + delta) : span.end });
      case 'start':
        return setSpan(scene.id, id, { ...span, start: pin(Math.min(base.end - 1600, Math.max(0, base.start + delta))) });
      case 'end':
        return setSpan(scene.id, id, { ...span, end: pin(Math.max(base.start + 1600, base.end + delta)) });
      default: {
        const now = layer[how];
        const ticks = Math.max(0, Math.min(whole, (now?.ticks ?? 0) + (how === 'enter' ? raw : -raw)));
        return setPassage(scene.id, id, how, now && { ...now, ticks: Math.round(ticks) });
      }
    }
  };
  const grip = (how: Grip) => ({
    slack: 2,
    start: (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
      chooseLayer(id, event.shiftKey || event.ctrlKey || event.metaKey);
      return layer.locked ? undefined : staged;
    },
    move: (base: StagedLayer, at: DragAt) => preview(recipe(how, base, at)),
    end: (base: StagedLayer, at: DragAt) => {
      run(LABELS[how], recipe(how, base, at));
      view({ snap: undefined });
    },
    cancel: () => {
      view({ snap: undefined });
      preview(undefined);
    },
  });
  const frame = TICKS_PER_SECOND / scene.fps;
  const nudged = (how: Grip, dx: number): boolean => {
    if (layer.locked || !dx) return false;
    run(LABELS[how], recipe(how, staged, { dx: (dx * frame * zoom) / TICKS_PER_SECOND, dy: 0, x: 0, y: 0, shift: false, alt: true, ctrl: false }));
    view({ snap: undefined });
    return true;
  };
  const moved = useDrag<StagedLayer>({ ...grip('move'), nudge: (dx) => nudged('move', dx) });
  const started = useDrag<StagedLayer>({ ...grip('start'), nudge: (dx) => nudged('start', dx) });
  const ended = useDrag<StagedLayer>({ ...grip('end'), nudge: (dx) => nudged('end', dx) });
  const entered = useDrag<StagedLayer>(grip('enter'));
  const exited = useDrag<StagedLayer>(grip('exit'));

  const speaker = lane.colour !== undefined;
  const [body, slope, border] = speaker ? [tone.tint, tone.mid, tone.mid] : ['#dfe9e7', '#c6d6d3', '#9db0af'];
  const name = (effect: string): string => (entranceOf(effect)?.label ?? effect).toLowerCase();
  const shape = `M0 ${HEIGHT - 0.5}L${enter} 0.5H${width - exit}L${width} ${HEIGHT - 0.5}Z`;
  return (
    <div className="absolute" style={{ left, width, top: TOP, height: HEIGHT }} data-span={id}>
      <button
        type="button"
        aria-label={`${label}, on the stage from ${formatMoment(start, 1)}, ${formatLength(end - start)}`}
        aria-pressed={chosen}
        className={`absolute inset-0 overflow-visible text-left ${layer.locked ? 'cursor-not-allowed' : 'cursor-grab'}`}
        {...moved}
      >
        <svg width={width} height={HEIGHT} className="absolute inset-0 overflow-visible" aria-hidden="true">
          {layer.kind === 'group' ? (
            <path d={`M0 ${HEIGHT - 2}L${enter} 2.5H${width - exit}L${width} ${HEIGHT - 2}M0 ${HEIGHT - 2}H${width}`} fill="none" stroke="#54696c" strokeWidth={1.6} />
          ) : layer.kind === 'effect' ? (
            <>
              <path d={shape} fill={lane.hidden ? 'none' : body} stroke={border} />
              <path d={waves(width, enter, exit)} fill="none" stroke="#3d5559" strokeOpacity={0.45} />
            </>
          ) : (
            <>
              <path d={shape} fill={lane.hidden ? 'none' : body} stroke={border} />
              {enter > 0 && <path d={`M0 ${HEIGHT - 0.5}L${enter} 0.5V${HEIGHT - 0.5}Z`} fill={slope} />}
              {exit > 0 && <path d={`M${width} ${HEIGHT - 0.5}L${width - exit} 0.5V${HEIGHT - 0.5}Z`} fill={slope} />}
            </>
          )}
          {chosen && layer.kind !== 'group' && <path d={shape} fill="none" stroke="#0f2b30" strokeWidth={2} />}
        </svg>
        {enter > NAMED && layer.enter && <EdgeName left={enter * 0.35} text={name(layer.enter.effect)} />}
        {exit > NAMED && layer.exit && <EdgeName left={width - exit + 4} text={name(layer.exit.effect)} />}
        <span
          className={`pointer-events-none absolute top-0 truncate text-[11.5px] leading-[18px] text-ink ${layer.kind === 'text' || layer.kind === 'balloon' ? 'font-serif text-[12.5px] font-semibold' : ''} ${layer.kind === 'effect' ? 'bg-well px-1' : ''}`}
          style={{ left: enter + 8, maxWidth: Math.max(0, width - enter - exit - 12) }}
        >
          {label}
        </span>
      </button>
      {!layer.locked && width > 3 * END && (
        <>
          <End side="left" label={`Start of ${label}`} {...started} />
          <End side="right" label={`End of ${label}`} {...ended} />
          {layer.enter && <SlopeTop left={enter} label={`How long ${label} comes`} {...entered} />}
          {layer.exit && <SlopeTop left={width - exit} label={`How long ${label} goes`} {...exited} />}
        </>
      )}
      {span(layer) && <Ring left={0} tone={tone} hung={hangs(layer.span?.start)} />}
    </div>
  );
}

const span = (layer: Layer): boolean => layer.span !== undefined;
const hangs = (pin: Pin | undefined): boolean => pin !== undefined && pin.to !== 'scene' && pin.to !== 'film';

const EdgeName = ({ left, text }: { left: number; text: string }) => (
  <span className="pointer-events-none absolute top-0 text-[11px] leading-[18px] text-ink-2" style={{ left }}>
    {text}
  </span>
);

type Handlers = ReturnType<typeof useDrag<StagedLayer>>;

const End = ({ side, label, ...drag }: { side: 'left' | 'right'; label: string } & Handlers) => (
  <button
    type="button"
    tabIndex={-1}
    aria-label={label}
    className={`absolute -top-[3px] h-6 w-2 cursor-col-resize touch-none ${side === 'left' ? '-left-1' : '-right-1'}`}
    {...drag}
  />
);

const SlopeTop = ({ left, label, ...drag }: { left: number; label: string } & Handlers) => (
  <button type="button" tabIndex={-1} aria-label={label} className="absolute -top-1 h-3 w-3 -translate-x-1/2 cursor-ew-resize touch-none" style={{ left }} {...drag}>
    <span className="absolute top-1 left-1 size-1 rounded-full bg-ink-2" />
  </button>
);

const Ring = ({ left, tone, hung }: { left: number; tone: SpeakerTone; hung: boolean }) => (
  <svg width="10" height="10" className="pointer-events-none absolute" style={{ left: left - 5, top: HEIGHT / 2 - 5 }} aria-hidden="true">
    {hung ? (
      <circle cx="5" cy="5" r="3.4" fill="#ffffff" stroke={tone.fine} strokeWidth="1.6" />
    ) : (
      <path d="M5 1.6a3.4 3.4 0 1 0 0 6.8" fill="none" stroke={tone.fine} strokeWidth="1.6" />
    )}
  </svg>
);

/** Thin waves along an effect's bar. */
function waves(width: number, enter: number, exit: number): string {
  let d = '';
  const last = width - exit * 0.6 - 6;
  for (const y of [7, 12]) {
    d += `M${Math.min(enter * 0.7 + 4, width)} ${y}`;
    for (let x = enter * 0.7 + 4, up = true; x < last; x += 7, up = !up) d += `q3.5 ${up ? -3 : 3} 7 0`;
  }
  return d;
}
