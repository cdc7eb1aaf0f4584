import { Link2, Link2Off, Pause, Play, Plus, SkipBack, SkipForward } from 'lucide-react';
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { insertLine } from '#core/edit/commands/lines';
import { addSpeaker, bringSpeaker, placesFor, voiceFor } from '#core/edit/create';
import { designed } from '#core/figure/cast';
import { characterLayers, playerOf } from '#core/schedule/casting';
import { formatMoment } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { useHint } from '../state/boundKeys.ts';
import { run, type useProduction, useStanding } from '../state/production.ts';
import { choose, chosenLayers, useView, view } from '../state/view.ts';
import { IconButton, Tip } from '../ui/parts.tsx';
import { ribbonPath } from '../ui/speakers.ts';
import { usePinch } from '../ui/usePinch.ts';
import { PALETTE_WIDTH } from './CuePalette.tsx';
import { CurveLane } from './CurveLane.tsx';
import type { PlacedScene } from './film.ts';
import { LaneRow } from './Lanes.tsx';
import { LANE_HEIGHT, type Lane, lanesOf } from './lanes.ts';
import { Markers } from './Markers.tsx';
import { ProposalStrip } from './Proposals.tsx';
import { Ribbon } from './Ribbon.tsx';
import { RIBBON } from './ribbonRows.ts';
import { stepLine, togglePlay } from './transport.ts';
import { useBand } from './useBand.ts';
import { ZOOM } from './zoomTimeline.ts';

/** How far a turn of the wheel zooms. */
const WHEEL = 0.0022;

/** Zooms ribbon and lanes by so much; the moment under a place of the window stays under it. */
function zoomAt(element: HTMLElement, x: number, factor: number): void {
  const { zoom: before, left: head } = useView.getState();
  const at = x - element.getBoundingClientRect().left - head;
  const next = Math.min(ZOOM.most, Math.max(ZOOM.least, before * factor));
  const moment = (element.scrollLeft + at) / before;
  flushSync(() => view({ zoom: next }));
  element.scrollLeft = Math.max(0, moment * next - at);
}

/** Ribbon, threads and lanes under one playhead. */
export function Timeline({ scene }: { scene: PlacedScene }) {
  const document_ = useStanding();
  const zoom = useView((state) => state.zoom);
  const left = useView((state) => state.left);
  const folds = useView((state) => state.folds);
  const layer = useView((state) => state.layer);
  const layers = useView((state) => state.layers);
  const selectedLine = useView((state) => state.line);
  const hanging = useView((state) => state.hanging !== undefined);
  const scroller = useRef<HTMLDivElement>(null);
  /** What is in view, kept here: asking the page for it in every frame would make it lay itself out anew. */
  const seen = useRef({ left: 0, room: 1072 });
  const [visible, setVisible] = useState({ from: 0, to: 1400 });
  const lanes = useMemo(() => lanesOf(document_, scene, folds, chosenLayers({ layer, layers })), [document_, scene, folds, layer, layers]);
  const curve = useView((state) => state.curve);
  // A curve is the property's lane opened tall: its layer's own lane stays above it, the others below.
  const all = lanes.filter(({ pinned }) => !pinned);
  const free = curve ? curveFirst(all, curve) : all;
  const pinned = lanes.filter((lane) => lane.pinned);
  const [room, setRoom] = useState(1072);
  const [below, setBelow] = useState(0);
  const width = Math.max(room, Math.ceil((scene.length / TICKS_PER_SECOND) * zoom) + 260);

  const look = useCallback((): void => {
    const element = scroller.current;
    if (!element) return;
    seen.current = { left: element.scrollLeft, room: element.clientWidth - useView.getState().left };
    setRoom(element.clientWidth - useView.getState().left);
    const from = Math.floor(element.scrollLeft / 200) * 200 - 200;
    setVisible((old) => (old.from === from && old.to >= from + element.clientWidth + 400 ? old : { from, to: from + element.clientWidth + 600 }));
    setBelow(Math.max(0, Math.round((element.scrollHeight - element.scrollTop - element.clientHeight) / LANE_HEIGHT)));
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another zoom, another width, other lanes show another part
  useLayoutEffect(look, [look, zoom, left, lanes.length, hanging]);
  useEffect(() => {
    window.addEventListener('resize', look);
    return () => window.removeEventListener('resize', look);
  }, [look]);
  // Ctrl and the wheel zoom at the pointer: the moment under it stays under it.
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const onWheel = (event: WheelEvent): void => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      zoomAt(element, event.clientX, Math.exp(-event.deltaY * WHEEL));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, []);
  // Keep the playhead in view: follow while playing, bring back when it jumps out.
  useEffect(
    () =>
      useView.subscribe((state, before) => {
        const element = scroller.current;
        if (!element || state.tick === before.tick) return;
        const at = (state.tick / TICKS_PER_SECOND) * state.zoom;
        const { left: from, room: wide } = seen.current;
        if (at < from || at > from + wide - 60) element.scrollLeft = Math.max(0, at - (state.playing ? 80 : wide * 0.4));
      }),
    [],
  );
  usePinch(scroller, ({ factor, x, dx, dy }) => {
    const element = scroller.current;
    if (!element) return;
    zoomAt(element, x, factor);
    element.scrollLeft -= dx;
    element.scrollTop -= dy;
  });
  const band = useBand(scene, scroller);

  return (
    <section className="relative min-h-0 flex-1 border-t border-line" aria-label="Conversation ribbon and lanes">
      <div
        ref={scroller}
        style={{ right: hanging ? PALETTE_WIDTH : 0 }}
        className="scrolls absolute inset-0 flex touch-pan-x touch-pan-y flex-col overflow-auto bg-paper"
        onScroll={look}
        data-timeline
      >
        <div className="relative flex min-h-full shrink-0 flex-col" style={{ width: left + width }}>
          <div className="sticky top-0 z-30 flex shrink-0 border-b border-line bg-paper" style={{ height: RIBBON.total }}>
            <div className="sticky left-0 z-40 shrink-0 border-r border-line bg-paper" style={{ width: left, height: RIBBON.total }}>
              <RibbonHead length={scene.length} />
            </div>
            <div className="relative" style={{ width }}>
              <Ribbon scene={scene} zoom={zoom} width={width} visible={visible} />
              <Markers scene={scene} zoom={zoom} />
              <FirstLine scene={scene} zoom={zoom} />
            </div>
          </div>
          <ProposalStrip scene={scene} room={left + room} />
          <div className="relative grow" {...band.handlers} data-lanes>
            <Grid width={width} zoom={zoom} left={left} />
            {free.map((lane, index) =>
              curve && lane.layer === curve.layer && lane.kind === 'keys' && lane.property === curve.property ? (
                <CurveLane key={lane.key} scene={scene} layer={curve.layer} property={curve.property} zoom={zoom} width={width} visible={visible} />
              ) : (
                <LaneRow key={lane.key} scene={scene} lane={lane} zoom={zoom} width={width} visible={visible} odd={index % 2 === 1} />
              ),
            )}
            {selectedLine && !curve && (
              <Threads scene={scene} zoom={zoom} left={left} lanes={free.map((lane) => `${lane.layer ?? ''} ${lane.kind}`)} line={selectedLine} width={width} />
            )}
            {band.box && <span className="pointer-events-none absolute z-20 border border-ink bg-act-soft/40" style={band.box} data-lane-band />}
          </div>
          <div className="sticky bottom-0 z-20 shrink-0 border-t border-edge" data-pinned>
            {below > 0 && (
              <span className="pointer-events-none absolute -top-[19px] left-0 z-20 bg-ink px-2 text-[11px] leading-[18px] text-paper" style={{ left: 8 }}>
                {below} more below
              </span>
            )}
            {pinned.map((lane, index) => (
              <LaneRow key={lane.key} scene={scene} lane={lane} zoom={zoom} width={width} visible={visible} odd={index % 2 === 1} />
            ))}
          </div>
          <SnapLine zoom={zoom} left={left} />
          <Playhead zoom={zoom} left={left} />
        </div>
      </div>
    </section>
  );
}

/** Lanes with the open curve's layer first: its head, the curve, then everything else. A property without keys has a lane while it is open. */
function curveFirst(lanes: readonly Lane[], { layer, property }: { layer: string; property: string }): readonly Lane[] {
  const own = lanes.filter((lane) => lane.layer === layer);
  const head = own.find(({ head }) => head !== undefined);
  const keyed =
    own.find((lane) => lane.kind === 'keys' && lane.property === property) ??
    (head && { ...head, key: `${layer} keys ${property}`, kind: 'keys' as const, property, label: property });
  if (!keyed) return lanes;
  const first = [...(head ? [head] : []), keyed];
  return [...first, ...lanes.filter((lane) => lane.layer !== layer || (lane !== head && lane.key !== keyed.key))];
}

/** Where what is dragged has snapped to: over the full height, with its time. */
function SnapLine({ zoom, left }: { zoom: number; left: number }) {
  const snap = useView((state) => state.snap);
  if (snap === undefined) return null;
  return (
    <div className="pointer-events-none absolute top-0 z-[36] h-full w-0" style={{ left: left + (snap / TICKS_PER_SECOND) * zoom }} data-snap-line>
      <div className="absolute top-0 -left-[1.5px] h-full w-[3px] border-x border-ink/40 bg-lamp" />
      <span className="sticky top-[88px] ml-1 inline-block bg-ink px-1 text-[11px] leading-[16px] font-[650] text-lamp">{formatMoment(snap)}</span>
    </div>
  );
}

const Grid = ({ width, zoom, left }: { width: number; zoom: number; left: number }) => (
  <>
    <div
      className="pointer-events-none absolute top-0 bottom-0 z-[1]"
      style={{ left, width, backgroundImage: `repeating-linear-gradient(to right, rgb(202 215 213 / .55) 0 1px, transparent 1px ${zoom}px)` }}
    />
    {/* Below the last lane the seconds must not scroll in under the heads. */}
    <div className="pointer-events-none absolute inset-0 z-[2]">
      <div className="sticky left-0 h-full border-r border-line bg-paper" style={{ width: left }} />
    </div>
  </>
);

/** Thin threads from the chosen line's words to the cues that hang from them. */
function Threads({ scene, zoom, left, lanes, line, width }: { scene: PlacedScene; zoom: number; left: number; lanes: readonly string[]; line: string; width: number }) {
  const document_ = useStanding();
  const sway = useView((state) => state.sway);
  const entry = scene.lines.find(({ id }) => id === line);
  if (!entry) return null;
  const colour = entry.line.role ? document_.production.roles[entry.line.role]?.colour : undefined;
  const stroke = ['#27348c', '#d95505', '#551d44', '#04706a', '#834a01', '#0586d6', '#588f50', '#c65793'][((colour ?? 1) - 1) % 8];
  const threads = Object.entries(scene.scene.cues).flatMap(([id, cue]) => {
    const word = cue.start.to === 'word' ? entry.words.find((w) => w.id === (cue.start as { word: string }).word) : undefined;
    const row = lanes.indexOf(`${'layer' in cue ? cue.layer : ''} ${cue.kind}`);
    const start = scene.resolved.cues.get(id)?.start;
    if (!word || row < 0 || start === undefined) return [];
    return [{ id, from: (word.start / TICKS_PER_SECOND) * zoom, to: (start / TICKS_PER_SECOND) * zoom, y: row * 24 + 12 }];
  });
  return (
    <svg key={sway} width={width} height={lanes.length * 24} className="thread-sway pointer-events-none absolute top-0 z-[6]" style={{ left }} aria-hidden="true">
      {threads.map(({ id, from, to, y }) => (
        <g key={id}>
          <path d={`M${from} 0C${from} ${y * 0.4} ${to} ${y * 0.3} ${to} ${y - 4}`} fill="none" stroke={stroke} strokeWidth={1.3} />
          <circle cx={from} cy={1} r={3} fill="#fff" stroke={stroke} strokeWidth={1.5} />
        </g>
      ))}
    </svg>
  );
}

/** How far the riding playhead may be from the sound, ticks. */
const DRIFT = toTicks(0.06);

function Playhead({ zoom, left }: { zoom: number; left: number }) {
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const at = (tick: number): string => `translateX(${left + (tick / TICKS_PER_SECOND) * zoom}px)`;
    let ride: Animation | undefined;
    let from = 0;
    // While a film plays, the browser's compositor carries the playhead; it is set anew only where it has drifted.
    const place = ({ tick, playing }: { tick: number; playing: boolean }): void => {
      const mark = element.current;
      if (!mark) return;
      const now = ride ? from + (Number(ride.currentTime ?? 0) / 1000) * TICKS_PER_SECOND : undefined;
      if (playing && now !== undefined && Math.abs(now - tick) < DRIFT) return;
      ride?.cancel();
      ride = undefined;
      mark.style.transform = at(tick);
      if (!playing) return;
      from = tick;
      ride = mark.animate([{ transform: at(tick) }, { transform: at(tick + 60 * TICKS_PER_SECOND) }], { duration: 60_000 });
    };
    place(useView.getState());
    const leave = useView.subscribe(place);
    return () => {
      leave();
      ride?.cancel();
    };
  }, [zoom, left]);
  return (
    <div ref={element} className="pointer-events-none absolute top-0 left-0 z-[35] h-full will-change-transform" aria-hidden="true" data-playhead>
      <svg aria-hidden="true" width="18" height="18" className="sticky top-0 -ml-[9px] block">
        <path d="M2 1h14v9l-7 7-7-7z" fill="#f8cc2f" stroke="#0f2b30" strokeWidth="1.5" />
      </svg>
      <div className="absolute top-[16px] -left-[1.5px] h-[calc(100%-16px)] w-[3px] border-x border-ink bg-lamp" />
    </div>
  );
}

const RibbonHead = memo(function RibbonHead({ length }: { length: number }) {
  const playing = useView((state) => state.playing);
  const linked = useView((state) => state.linked);
  const recording = useView((state) => state.recording);
  const time = useRef<HTMLSpanElement>(null);
  const hints = { play: useHint('play', 'Space'), before: useHint('line-before', 'J'), after: useHint('line-after', 'L'), record: useHint('record', 'Shift+R') };
  useEffect(() => {
    // Hundredths cannot be read while it plays: tenths then, which also spares the page two layouts of three.
    const show = ({ tick, playing }: { tick: number; playing: boolean }): void => {
      const text = formatMoment(tick, playing ? 1 : 2);
      if (time.current && time.current.textContent !== text) time.current.textContent = text;
    };
    show(useView.getState());
    return useView.subscribe(show);
  }, []);
  return (
    <div className="flex h-full flex-col justify-between px-3 py-1.5">
      <div className="flex items-baseline gap-3">
        <span ref={time} className="text-[17px] leading-6 font-[680]" data-time />
        <span className="text-[12px] text-ink-2">of {formatMoment(length, 1)}</span>
      </div>
      <div className="flex items-center gap-0.5">
        <IconButton
          label={playing ? `Pause${hints.play}` : `Play the scene${hints.play}`}
          side="top"
          className="!size-9 !rounded-full !bg-act !text-white hover:!bg-act-hover"
          onClick={() => togglePlay()}
        >
          {playing ? <Pause size={17} fill="currentColor" /> : <Play size={17} fill="currentColor" className="ml-0.5" />}
        </IconButton>
        <IconButton label={`Previous line${hints.before}`} side="top" onClick={() => stepLine(-1)}>
          <SkipBack size={16} strokeWidth={1.6} />
        </IconButton>
        <IconButton label={`Next line${hints.after}`} side="top" onClick={() => stepLine(1)}>
          <SkipForward size={16} strokeWidth={1.6} />
        </IconButton>
        <IconButton
          label={linked ? 'Cues follow their words. Switch off to leave them where they are' : 'Cues stay where they are. Switch on so that they follow their words'}
          aria-pressed={linked}
          side="top"
          className={linked ? '!text-act' : ''}
          onClick={() => view({ linked: !linked })}
        >
          {linked ? <Link2 size={16} strokeWidth={1.6} /> : <Link2Off size={16} strokeWidth={1.6} />}
        </IconButton>
        <span className="flex-1" />
        <Tip
          text={recording ? `Dragging writes keys. Press to stop${hints.record}` : `Record keys: what is dragged, turned or typed becomes keys at the playhead${hints.record}`}
          side="top"
        >
          <button
            type="button"
            aria-pressed={recording}
            aria-label="Record keys"
            className={`flex h-7 items-center gap-1 rounded-[7px] px-1.5 text-[12.5px] font-semibold ${recording ? 'border-2 border-err bg-err-soft text-err' : 'border border-edge hover:bg-bench'}`}
            onClick={() => view({ recording: !recording })}
          >
            <svg width="10" height="15" viewBox="0 0 10 15" aria-hidden="true">
              <circle cx="5" cy="5" r="3.4" fill={recording ? '#b02b27' : 'none'} stroke="currentColor" strokeWidth="1.6" />
              <path d="M5 8.6V14" stroke="currentColor" strokeWidth="1.6" strokeLinecap="round" />
            </svg>
            Keys
          </button>
        </Tip>
      </div>
    </div>
  );
});

/** Where the next line is written: a dashed length after the last. */
function FirstLine({ scene, zoom }: { scene: PlacedScene; zoom: number }) {
  const document_ = useStanding();
  const last = scene.lines.at(-1);
  const end = Math.max(0, ...scene.lines.map((line) => line.end));
  const left = last ? (end / TICKS_PER_SECOND) * zoom + 14 : 12;
  const add = (): void => {
    addLine(document_, scene);
  };
  return (
    <button type="button" className="absolute text-left" style={{ left, top: RIBBON.ruler, width: 104, height: RIBBON.height }} onClick={add} data-add-line>
      <svg width="104" height={RIBBON.height} className="absolute inset-0" aria-hidden="true">
        <path d={ribbonPath(1, 1, 102, RIBBON.height - 2, 'slant')} fill="#f8fcfb" stroke="#6f8586" strokeWidth={1.4} strokeDasharray="4 3" />
      </svg>
      <span className="absolute top-[15px] left-3 flex items-center gap-1 text-[12px] font-semibold text-ink-2">
        <Plus size={13} /> {last ? 'Next line' : 'First line'}
      </span>
    </button>
  );
}

/** A new line by the one who is due: in a dialogue the other speaker, else the same. */
export function addLine(document_: NonNullable<ReturnType<typeof useProduction.getState>['document']>, scene: PlacedScene): void {
  const id = makeId('line');
  const roles = inOrder(document_.production.roles).map(([role]) => role);
  const chosen = scene.lines.find((line) => line.id === useView.getState().line) ?? scene.lines.at(-1);
  const before = scene.lines.filter((line) => chosen && line.index < chosen.index && line.line.role !== chosen.line.role).at(-1);
  // Of those who might speak, those who stand here go first.
  const here = new Set(characterLayers(scene.scene).map(([, layer]) => layer.character));
  const present = roles.filter((role) => here.has(playerOf(document_, scene.scene, role)?.id ?? ''));
  const others = [...present, ...roles].filter((role) => role !== chosen?.line.role);
  const role = (scene.lines.length > 1 ? before?.line.role : undefined) ?? others[0] ?? chosen?.line.role ?? roles[0];
  if (role)
    run('New line', (draft) => {
      bringSpeaker(scene.id, role, makeId)(draft);
      insertLine(scene.id, id, role, '', chosen?.id ?? null, makeId)(draft);
    });
  else {
    const made = makeId('role');
    run('New line', (draft) => {
      addSpeaker({
        role: made,
        character: designed('noor', makeId('character'), 'a0'),
        colour: 1,
        name: 'Noor',
        voice: voiceFor('noor', 0),
        scene: scene.id,
        layer: makeId('layer'),
        place: placesFor(1, document_.production.frame, scene.scene.backdrop)[0] as ReturnType<typeof placesFor>[number],
      })(draft);
      insertLine(scene.id, id, made, '', null, makeId)(draft);
    });
  }
  choose({ kind: 'line', id });
}
