import { Link2, Link2Off, Pause, Play, Plus, SkipBack, SkipForward } from 'lucide-react';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { insertLine } from '#core/edit/commands/lines';
import { addSpeaker, bringSpeaker, placesFor, voiceFor } from '#core/edit/create';
import { designed } from '#core/figure/cast';
import { characterLayers, playerOf } from '#core/schedule/casting';
import { formatMoment } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { run, useOpenDocument, type useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { IconButton } from '../ui/parts.tsx';
import { ribbonPath } from '../ui/speakers.ts';
import type { PlacedScene } from './film.ts';
import { HEAD_WIDTH, LaneRow } from './Lanes.tsx';
import { lanesOf } from './lanes.ts';
import { Ribbon } from './Ribbon.tsx';
import { RIBBON } from './ribbonRows.ts';
import { stepLine, togglePlay } from './transport.ts';

/** Ribbon, threads and lanes under one playhead. */
export function Timeline({ scene }: { scene: PlacedScene }) {
  const document_ = useOpenDocument();
  const zoom = useView((state) => state.zoom);
  const selectedLine = useView((state) => state.line);
  const scroller = useRef<HTMLDivElement>(null);
  /** What is in view, kept here: asking the page for it in every frame would make it lay itself out anew. */
  const seen = useRef({ left: 0, room: 1128 });
  const [visible, setVisible] = useState({ from: 0, to: 1400 });
  const lanes = useMemo(() => lanesOf(document_, scene), [document_, scene]);
  const [room, setRoom] = useState(1128);
  const width = Math.max(room, Math.ceil((scene.length / TICKS_PER_SECOND) * zoom) + 260);

  const look = useCallback((): void => {
    const element = scroller.current;
    if (!element) return;
    seen.current = { left: element.scrollLeft, room: element.clientWidth - HEAD_WIDTH };
    setRoom(element.clientWidth - HEAD_WIDTH);
    const from = Math.floor(element.scrollLeft / 200) * 200 - 200;
    setVisible((old) => (old.from === from && old.to >= from + element.clientWidth + 400 ? old : { from, to: from + element.clientWidth + 600 }));
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another zoom shows another part
  useLayoutEffect(look, [look, zoom]);
  useEffect(() => {
    window.addEventListener('resize', look);
    return () => window.removeEventListener('resize', look);
  }, [look]);
  // Keep the playhead in view: follow while playing, bring back when it jumps out.
  useEffect(
    () =>
      useView.subscribe((state, before) => {
        const element = scroller.current;
        if (!element || state.tick === before.tick) return;
        const at = (state.tick / TICKS_PER_SECOND) * state.zoom;
        const { left, room } = seen.current;
        if (at < left || at > left + room - 60) element.scrollLeft = Math.max(0, at - (state.playing ? 80 : room * 0.4));
      }),
    [],
  );

  return (
    <section className="relative min-h-0 flex-1 border-t border-line" aria-label="Conversation ribbon and lanes">
      <div ref={scroller} className="scrolls absolute inset-0 overflow-auto bg-paper" onScroll={look} data-timeline>
        <div className="relative" style={{ width: HEAD_WIDTH + width }}>
          <div className="sticky top-0 z-30 flex border-b border-line bg-paper" style={{ height: RIBBON.total }}>
            <div className="sticky left-0 z-40 shrink-0 border-r border-line bg-paper" style={{ width: HEAD_WIDTH, height: RIBBON.total }}>
              <RibbonHead scene={scene} />
            </div>
            <div className="relative" style={{ width }}>
              <Ribbon scene={scene} zoom={zoom} width={width} visible={visible} />
              <FirstLine scene={scene} zoom={zoom} />
            </div>
          </div>
          <div className="relative">
            <Grid width={width} zoom={zoom} />
            {lanes.map((lane, index) => (
              <LaneRow key={lane.key} scene={scene} lane={lane} zoom={zoom} width={width} visible={visible} odd={index % 2 === 1} />
            ))}
            {selectedLine && <Threads scene={scene} zoom={zoom} lanes={lanes.map((lane) => `${lane.layer ?? ''} ${lane.kind}`)} line={selectedLine} width={width} />}
          </div>
          <Playhead zoom={zoom} />
        </div>
      </div>
    </section>
  );
}

const Grid = ({ width, zoom }: { width: number; zoom: number }) => (
  <div
    className="pointer-events-none absolute top-0 bottom-0 z-[1]"
    style={{ left: HEAD_WIDTH, width, backgroundImage: `repeating-linear-gradient(to right, rgb(202 215 213 / .55) 0 1px, transparent 1px ${zoom}px)` }}
  />
);

/** Thin threads from the chosen line's words to the cues that hang from them. */
function Threads({ scene, zoom, lanes, line, width }: { scene: PlacedScene; zoom: number; lanes: readonly string[]; line: string; width: number }) {
  const document_ = useOpenDocument();
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
    <svg key={sway} width={width} height={lanes.length * 24} className="thread-sway pointer-events-none absolute top-0 z-[6]" style={{ left: HEAD_WIDTH }} aria-hidden="true">
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

function Playhead({ zoom }: { zoom: number }) {
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const at = (tick: number): string => `translateX(${HEAD_WIDTH + (tick / TICKS_PER_SECOND) * zoom}px)`;
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
  }, [zoom]);
  return (
    <div ref={element} className="pointer-events-none absolute top-0 left-0 z-[35] h-full will-change-transform" aria-hidden="true" data-playhead>
      <svg aria-hidden="true" width="18" height="18" className="sticky top-0 -ml-[9px] block">
        <path d="M2 1h14v9l-7 7-7-7z" fill="#f8cc2f" stroke="#0f2b30" strokeWidth="1.5" />
      </svg>
      <div className="absolute top-[16px] -left-[1.5px] h-[calc(100%-16px)] w-[3px] border-x border-ink bg-lamp" />
    </div>
  );
}

function RibbonHead({ scene }: { scene: PlacedScene }) {
  const playing = useView((state) => state.playing);
  const linked = useView((state) => state.linked);
  const time = useRef<HTMLSpanElement>(null);
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
      <div className="flex items-baseline justify-between">
        <span ref={time} className="text-[17px] leading-6 font-[680]" data-time />
        <span className="text-[12px] text-ink-2">of {formatMoment(scene.length, 1)}</span>
      </div>
      <div className="flex items-center gap-0.5">
        <IconButton
          label={playing ? 'Pause (Space)' : 'Play the scene (Space)'}
          side="top"
          className="!size-9 !rounded-full !bg-act !text-white hover:!bg-act-hover"
          onClick={() => togglePlay()}
        >
          {playing ? <Pause size={17} fill="currentColor" /> : <Play size={17} fill="currentColor" className="ml-0.5" />}
        </IconButton>
        <IconButton label="Previous line (J)" side="top" onClick={() => stepLine(-1)}>
          <SkipBack size={16} strokeWidth={1.6} />
        </IconButton>
        <IconButton label="Next line (L)" side="top" onClick={() => stepLine(1)}>
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
      </div>
    </div>
  );
}

/** Where the next line is written: a dashed length after the last. */
function FirstLine({ scene, zoom }: { scene: PlacedScene; zoom: number }) {
  const document_ = useOpenDocument();
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
