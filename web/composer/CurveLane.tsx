import { scaleLinear } from 'd3-scale';
import { area, line as lineOf } from 'd3-shape';
import { Plus } from 'lucide-react';
import { useCallback, useMemo, useState } from 'react';
import { isProperty, propertyInfo, restValue } from '#core/document/properties';
import type { Ease } from '#core/document/schema';
import { addKey, deleteKeys, easeKeys, keysFromMoves, layerKeys, placeKey } from '#core/edit/commands/keys';
import { valueAt } from '#core/schedule/staged';
import { floorOf } from '#core/stage/backdrop';
import { frameSize } from '#core/stage/frame';
import { EASE_HANDLES, type EaseName, SETTLE } from '#core/time/easing';
import { formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND, ticksPerFrame } from '#core/time/ticks';
import { newKey } from '../ids.ts';
import { preview, run, useOpenDocument, useProduction } from '../state/production.ts';
import { chooseKey, useView, view } from '../state/view.ts';
import { CutTag } from '../ui/parts.tsx';
import { type SpeakerTone, toneOf } from '../ui/speakers.ts';
import { type DragAt, useDrag } from '../ui/useDrag.ts';
import { layerColour, type PlacedScene } from './film.ts';
import { keyOf } from './KeyCard.tsx';
import { nameOfStaged, propertyLabel, px } from './lanes.ts';
import { UNITS } from './layerFields.tsx';
import { type Keyed, keysIn, pathOfKey } from './layerKeyLists.ts';
import { SpeedTop } from './SpeedTop.tsx';
import { snapTime } from './snapTime.ts';
import { seek } from './transport.ts';

/** Pixels: the values' field, the speed's below it, a margin inside both. */
export const CURVE = { value: 134, speed: 58, margin: 16, total: 192 } as const;
const REACH = 6;
/** Pixels between two points of the drawn curve. */
const STEP = 3;

const NAMED: readonly (readonly [string, string, Ease])[] = [
  ['both', 'Both', 'both'],
  ['in', 'In', 'in'],
  ['out', 'Out', 'out'],
  ['linear', 'Even', 'linear'],
  ['hold', 'Hold', 'hold'],
  ['settle', 'Settle', SETTLE],
];
const isSettle = (ease: Ease): boolean => typeof ease === 'object' && ease.bezier.join() === SETTLE.bezier.join();

/** Handles of any way to go on, as a curve of one's own has them; a hold has none. */
const handlesOf = (ease: Ease): readonly [number, number, number, number] | undefined =>
  typeof ease === 'object' ? ease.bezier : ease === 'hold' ? undefined : EASE_HANDLES[ease as Exclude<EaseName, 'hold'>];

interface Props {
  readonly scene: PlacedScene;
  readonly layer: string;
  readonly property: string;
  readonly zoom: number;
  readonly width: number;
  readonly visible: { readonly from: number; readonly to: number };
}

/** A property's lane opened tall, in its place: its value and its speed along the same words, with handles. */
export function CurveLane({ scene, layer, property, zoom, width, visible }: Props) {
  const document = useOpenDocument();
  const left = useView((state) => state.left);
  const chosen = useView((state) => state.keys);
  const [snapOn, setSnap] = useState(true);
  const [fitted, setFitted] = useState(0);
  /** While something is dragged the axis stays as it is. */
  const dragged = useProduction((state) => state.preview !== undefined);
  const staged = scene.layers.get(layer);
  const colour = layerColour(document, scene.id, layer);
  const tone = toneOf(colour);
  const keys = staged ? keysIn(scene, layerKeys(layer), layer, staged.layer.keys, property) : [];
  const known = staged && isProperty(property);
  const track = known ? staged.tracks[property] : undefined;
  const at = useCallback((tick: number): number => (staged && isProperty(property) ? valueAt(staged, property, tick) : 0), [staged, property]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: fitted anew when asked for
  const scale = useMemo(() => {
    const values = track?.values.length ? [...track.values] : [known ? restValue(staged.layer, property) : 0];
    if (track)
      for (let n = 0; n + 1 < track.at.length; n++)
        for (let k = 1; k < 8; k++) values.push(at((track.at[n] as number) + (((track.at[n + 1] as number) - (track.at[n] as number)) * k) / 8));
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const room = high - low || (isProperty(property) ? propertyInfo(property).step * 10 : 1);
    return scaleLinear()
      .domain(high === low ? [low - room, high + room] : [low - room * 0.08, high + room * 0.08])
      .range([CURVE.value - CURVE.margin, CURVE.margin]);
  }, [at, property, fitted, dragged ? 0 : track]);
  const drawn = useMemo(() => {
    const points: [number, number][] = [];
    const speeds: [number, number][] = [];
    const half = TICKS_PER_SECOND / 240;
    for (let x = Math.max(0, visible.from); x <= Math.min(width, visible.to); x += STEP) {
      const tick = (x / zoom) * TICKS_PER_SECOND;
      points.push([x, at(tick)]);
      speeds.push([x, Math.abs(at(tick + half) - at(tick - half)) * 120]);
    }
    let fastest: [number, number] = [0, 0];
    for (const one of speeds) if (one[1] > fastest[1]) fastest = one;
    return { points, speeds, fastest };
  }, [at, zoom, visible.from, visible.to, width]);
  if (!staged || !known) return null;
  const name = nameOfStaged(document, staged.layer);
  const shown = UNITS[propertyInfo(property).unit].shown;
  const speedScale = scaleLinear()
    .domain([0, Math.max(drawn.fastest[1], 1e-6)])
    .range([CURVE.speed - 3, 8]);
  const curve = lineOf<[number, number]>()
    .x(([x]) => x)
    .y(([, value]) => scale(value))(drawn.points);
  const hill = area<[number, number]>()
    .x(([x]) => x)
    .y0(CURVE.speed - 2)
    .y1(([, value]) => speedScale(value))(drawn.speeds);

  const index = Math.max(
    0,
    keys.findIndex((key) => chosen.includes(pathOfKey(key.ref))),
  );
  const picked = keys.some((key) => chosen.includes(pathOfKey(key.ref))) ? keys[index] : undefined;
  // The stretch that handles shape: from the chosen key on, or into it where it is the last.
  const from = picked ? (keys[index + 1] ? picked : keys[index - 1]) : undefined;
  const to = from ? keys[keys.indexOf(from) + 1] : undefined;
  const fromKey = from && keyOf(scene, from);
  const toKey = to && keyOf(scene, to);
  const ease = fromKey?.ease ?? 'both';
  const shape = (next: Ease): void => {
    const target = from ?? keys[0];
    if (target) run('Ease keys', easeKeys(scene.id, [target.ref], next));
  };
  const others = Object.keys(staged.layer.keys ?? {}).filter((one) => isProperty(one));
  // The top of the chosen stretch, to be taken hold of.
  const inside = from && to ? drawn.speeds.filter(([x]) => x >= px(from.at, zoom) && x <= px(to.at, zoom)) : [];
  const top = inside.reduce<[number, number] | undefined>((best, one) => (one[1] > (best?.[1] ?? 1e-6) ? one : best), undefined);
  const speedWords = `${shown(drawn.fastest[1])} a second`;
  const past =
    from && to && fromKey && toKey && typeof fromKey.value === 'number' && typeof toKey.value === 'number' ? overshoot(at, from.at, to.at, fromKey.value, toKey.value) : undefined;
  const automatic = !track && (property === 'x' || property === 'y') && staged.path !== undefined;
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const name_ = NAMED[Number(event.key) - 1];
    if (/^[1-6]$/.test(event.key) && name_) shape(name_[2]);
    else if (event.key === '7' && from) shape({ bezier: handlesOf(ease) ?? EASE_HANDLES.both } as Ease);
    else if (event.key.toLowerCase() === 'f') setFitted(fitted + 1);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys of what is in it
    <div className="flex bg-paper" style={{ height: CURVE.total }} onKeyDown={onKeyDown} data-curve={`${layer} ${property}`}>
      <div className="sticky left-0 z-10 flex shrink-0 flex-col border-r border-line bg-paper" style={{ width: left }}>
        {colour !== undefined && <span className="absolute inset-y-0 left-0 w-1.5" style={{ background: tone.strong }} />}
        <div className="flex h-6 items-center gap-1.5 pr-2 pl-3.5 text-[12px] font-[680]" style={{ background: tone.tint }}>
          <CutTag colour={colour} width={9} height={12} />
          <span className="min-w-0 flex-1 truncate">{`${name} › ${propertyLabel(property)}`}</span>
          <button type="button" className="flex items-center gap-1 font-[550] text-ink-2 hover:text-ink" onClick={() => view({ curve: undefined })}>
            Fold <kbd className="rounded-[4px] border border-line px-1 font-sans text-[10.5px]">Esc</kbd>
          </button>
        </div>
        <div className="flex min-h-0 flex-1 flex-col gap-1.5 overflow-hidden px-3.5 pt-1.5">
          <div className="scrolls flex gap-1 overflow-x-auto">
            {[...new Set([property, ...others])].map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={one === property}
                className={`h-6 shrink-0 rounded-[6px] border px-2 text-[12px] ${one === property ? 'border-ink font-semibold' : 'border-line text-ink-2 hover:border-edge'}`}
                style={one === property ? { background: tone.tint } : undefined}
                onClick={() => view({ curve: { layer, property: one } })}
              >
                {propertyLabel(one)}
              </button>
            ))}
          </div>
          <fieldset className="m-0 flex flex-wrap gap-1 border-0 p-0">
            <legend className="sr-only">How it goes on</legend>
            {NAMED.map(([id, label, value]) => {
              const on = id === 'settle' ? isSettle(ease) : ease === value;
              return (
                <button
                  key={id}
                  type="button"
                  aria-pressed={!!from && on}
                  disabled={!from}
                  className={`flex h-[26px] items-center gap-1 rounded-[6px] border px-1.5 text-[12px] disabled:text-ink-3 ${from && on ? 'border-ink font-semibold' : 'border-edge bg-paper hover:bg-bench'}`}
                  style={from && on ? { background: tone.tint } : undefined}
                  onClick={() => shape(value)}
                >
                  <EaseDrawing ease={value} colour={tone.fine} />
                  {label}
                </button>
              );
            })}
            <button
              type="button"
              aria-pressed={!!from && typeof ease === 'object' && !isSettle(ease)}
              disabled={!from}
              className={`h-[26px] rounded-[6px] border px-2 text-[12px] disabled:text-ink-3 ${from && typeof ease === 'object' && !isSettle(ease) ? 'border-ink font-semibold' : 'border-edge bg-paper hover:bg-bench'}`}
              onClick={() => shape({ bezier: [...(handlesOf(ease) ?? EASE_HANDLES.both)] as [number, number, number, number] })}
            >
              Own
            </button>
          </fieldset>
          <div className="mt-auto flex gap-1 pb-1.5">
            <button type="button" className="h-6 rounded-[6px] border border-edge px-2 text-[12px] hover:bg-bench" onClick={() => setFitted(fitted + 1)}>
              Fit
            </button>
            <button
              type="button"
              aria-pressed={snapOn}
              className={`h-6 rounded-[6px] border px-2 text-[12px] ${snapOn ? 'border-ink bg-act-soft font-semibold' : 'border-edge hover:bg-bench'}`}
              onClick={() => setSnap(!snapOn)}
            >
              Snap
            </button>
            <span className="ml-1 flex items-center gap-1 text-[11.5px] text-ink-2">
              <span className="h-0.5 w-3" style={{ background: tone.fine }} /> value <span className="ml-1 h-2 w-3" style={{ background: tone.mid }} /> speed
            </span>
          </div>
        </div>
      </div>
      <div className="relative shrink-0" style={{ width, height: CURVE.total }} data-curve-field>
        <svg width={width} height={CURVE.value} className="absolute top-0 left-0" role="img" aria-label={`Value of ${propertyLabel(property)}`}>
          {from && to && <rect x={px(from.at, zoom)} y={0} width={px(to.at - from.at, zoom)} height={CURVE.value} fill={tone.tint} opacity={0.55} />}
          {scale.ticks(4).map((value) => (
            <path key={value} d={`M0 ${scale(value)}H${width}`} stroke="#dfe9e7" />
          ))}
          {automatic && <path d={curve ?? ''} fill="none" stroke={tone.fine} strokeWidth={2} strokeDasharray="2 5" strokeLinecap="round" />}
          {!automatic && <path d={curve ?? ''} fill="none" stroke={tone.fine} strokeWidth={2.2} />}
        </svg>
        <span className="pointer-events-none sticky block w-0" style={{ left: left + 6 }}>
          {scale.ticks(4).map((value) => (
            <span key={value} className="absolute text-[11px] whitespace-nowrap text-ink-2" style={{ top: scale(value) - 14 }}>
              {shown(value)}
            </span>
          ))}
          <span className="absolute text-[11px] text-ink-2" style={{ top: CURVE.value + 2 }}>
            speed
          </span>
        </span>
        <svg width={width} height={CURVE.speed} className="absolute left-0 bg-bench" style={{ top: CURVE.value }} role="img" aria-label={`Speed, fastest ${speedWords}`}>
          <path d={hill ?? ''} fill={tone.mid} stroke={tone.fine} strokeWidth={1.5} />
          {from && to && top && handlesOf(ease) && !staged.layer.locked ? (
            <SpeedTop
              x={top[0]}
              y={speedScale(top[1])}
              from={from}
              handles={handlesOf(ease) as readonly [number, number, number, number]}
              scene={scene.id}
              stretch={px(to.at - from.at, zoom)}
              colour={tone.fine}
              words={`${shown(top[1])} a second`}
            />
          ) : null}
          {drawn.fastest[1] > 1e-6 && (
            <>
              <circle cx={drawn.fastest[0]} cy={speedScale(drawn.fastest[1])} r={4} fill="#ffffff" stroke={tone.fine} strokeWidth={1.6} />
              <text x={drawn.fastest[0] - 10} y={speedScale(drawn.fastest[1]) + 8} textAnchor="end" fontSize={11} fontWeight={650} fill={tone.deep}>
                {`fastest ${speedWords}`}
              </text>
            </>
          )}
        </svg>
        {keys.map((key, n) => (
          <CurveKey
            key={key.ref.key}
            keyed={key}
            n={n}
            keys={keys}
            scene={scene}
            layer={layer}
            property={property}
            zoom={zoom}
            scale={scale}
            tone={tone}
            snapOn={snapOn}
            locked={staged.layer.locked}
          />
        ))}
        {from && to && fromKey && toKey && typeof fromKey.value === 'number' && typeof toKey.value === 'number' && handlesOf(ease) && (
          <Handles
            from={from}
            to={to}
            a={fromKey.value}
            b={toKey.value}
            handles={handlesOf(ease) as readonly [number, number, number, number]}
            scene={scene}
            zoom={zoom}
            scale={scale}
          />
        )}
        {past !== undefined && to && (
          <span
            className="pointer-events-none absolute bg-ink px-1.5 text-[11px] leading-[17px] font-[650] text-paper"
            style={{ left: Math.max(0, px(to.at, zoom) - 150), top: CURVE.value - 20 }}
          >
            {`goes ${shown(past)} past, settles`}
          </span>
        )}
        {keys.length === 1 && <SecondKey scene={scene} layer={layer} property={property} zoom={zoom} value={at} />}
        {automatic && (
          <span className="absolute flex items-center gap-2 bg-ink px-2 py-0.5 text-[12px] text-paper" style={{ left: Math.max(0, visible.from + 260), top: 8 }}>
            This moves by itself.
            <button
              type="button"
              className="rounded-[4px] bg-paper px-1.5 text-[12px] font-semibold text-ink"
              onClick={() => {
                const frame = ticksPerFrame(scene.fps);
                const ticks = Array.from({ length: Math.ceil(scene.length / frame) }, (_, n) => n * frame);
                const seen = {
                  x: ticks.map((tick) => ({ at: tick, value: valueAt(staged, 'x', tick) })),
                  y: ticks.map((tick) => ({ at: tick, value: valueAt(staged, 'y', tick) })),
                };
                run('Make keys of its moves', keysFromMoves(scene.id, layer, seen, 1, newKey));
              }}
            >
              Make keys
            </button>
          </span>
        )}
      </div>
    </div>
  );
}

/** By how much a stretch goes past where it leads; undefined where it does not. */
function overshoot(at: (tick: number) => number, from: number, to: number, a: number, b: number): number | undefined {
  const way = Math.sign(b - a);
  if (!way) return undefined;
  let most = 0;
  for (let n = 1; n < 60; n++) most = Math.max(most, (at(from + ((to - from) * n) / 60) - b) * way);
  return most > Math.abs(b - a) * 0.01 ? most : undefined;
}

const EaseDrawing = ({ ease, colour }: { ease: Ease; colour: string }) => {
  const handles = handlesOf(ease);
  const d = handles ? `M1 10C${1 + handles[0] * 16} ${10 - handles[1] * 9} ${1 + handles[2] * 16} ${10 - handles[3] * 9} 17 1` : 'M1 10H17V1';
  return (
    <svg width="18" height="12" viewBox="0 -1 18 13" aria-hidden="true">
      <path d={d} fill="none" stroke={colour} strokeWidth={1.5} />
    </svg>
  );
};

/** What a dragged value is drawn to: thirds and middle, the floor, where others are. */
function landmarks(scene: PlacedScene, layer: string, property: string, frame: Parameters<typeof frameSize>[0]): { value: number; name: string }[] {
  const { width } = frameSize(frame);
  const others = Object.entries(scene.scene.layers).flatMap(([id, one]) =>
    id !== layer && one.kind !== 'effect' && (property === 'x' || property === 'y') ? [{ value: restValue(one, property), name: 'as another' }] : [],
  );
  if (property === 'x') return [{ value: 0, name: 'middle' }, { value: -width / 6, name: 'one third' }, { value: width / 6, name: 'two thirds' }, ...others];
  if (property === 'y') return [{ value: floorOf(scene.scene.backdrop, frame), name: 'floor' }, ...others];
  return property === 'opacity'
    ? [
        { value: 0, name: 'gone' },
        { value: 1, name: 'full' },
      ]
    : [
        { value: 0, name: 'none' },
        { value: 1, name: 'as made' },
      ];
}

interface KeyProps {
  readonly keyed: Keyed;
  readonly n: number;
  readonly keys: readonly Keyed[];
  readonly scene: PlacedScene;
  readonly layer: string;
  readonly property: string;
  readonly zoom: number;
  readonly scale: ReturnType<typeof scaleLinear<number, number>>;
  readonly tone: SpeakerTone;
  readonly snapOn: boolean;
  readonly locked: boolean;
}

function CurveKey({ keyed, n, keys, scene, layer, property, zoom, scale, tone, snapOn, locked }: KeyProps) {
  const document = useOpenDocument();
  const path = pathOfKey(keyed.ref);
  const chosen = useView((state) => state.keys.includes(path));
  const [told, tell] = useState<{ name: string; value: number }>();
  const key = keyOf(scene, keyed);
  const info = propertyInfo(isProperty(property) ? property : 'x');
  const value = typeof key?.value === 'number' ? key.value : 0;
  const between = (tick: number): number => {
    const [low, high] = [(keys[n - 1]?.at ?? -1) + 1, (keys[n + 1]?.at ?? Number.POSITIVE_INFINITY) - 1];
    return Math.max(0, low, Math.min(high, tick));
  };
  const placeOf = (base: { at: number; value: number }, { dx, dy, shift, alt }: DragAt): { at: number; value: number; name?: string } => {
    // With Shift one of both: the one that was dragged farther.
    const [x, y] = shift ? (Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy]) : [dx, dy];
    const raw = base.at + (x / zoom) * TICKS_PER_SECOND;
    const found = snapTime(scene, [raw], alt || !snapOn || x === 0 ? 0 : (REACH / zoom) * TICKS_PER_SECOND, [base.at], useView.getState().tick);
    view({ snap: found.to });
    let next = scale.invert(scale(base.value) + y);
    let name: string | undefined;
    if (snapOn && !alt && y !== 0) {
      const near = landmarks(scene, layer, property, document.production.frame).find((mark) => Math.abs(scale(mark.value) - scale(next)) < REACH);
      if (near) {
        next = near.value;
        name = near.name;
      }
    }
    const exact = Math.round(Math.max(info.least, Math.min(info.most, next)) / Math.min(info.step, 1) / 1) * Math.min(info.step, 1);
    return { at: between(x === 0 ? base.at : Math.round(raw + found.by)), value: y === 0 ? base.value : Math.round((name ? next : exact) * 1e4) / 1e4, ...(name ? { name } : {}) };
  };
  const drag = useDrag<{ at: number; value: number }>({
    slack: 2,
    start: (event) => {
      chooseKey(layer, path, event.shiftKey && !chosen ? false : event.ctrlKey || event.metaKey);
      (event.currentTarget as HTMLElement).focus();
      return locked ? undefined : { at: keyed.at, value };
    },
    move: (base, at) => {
      const next = placeOf(base, at);
      tell(next.name ? { name: next.name, value: next.value } : undefined);
      preview(placeKey(scene.id, keyed.ref, next.at, next.value));
    },
    end: (base, at) => {
      const next = placeOf(base, at);
      run('Move a key', placeKey(scene.id, keyed.ref, next.at, next.value));
      tell(undefined);
      view({ snap: undefined });
    },
    click: () => seek(keyed.at),
    cancel: () => {
      tell(undefined);
      view({ snap: undefined });
      preview(undefined);
    },
    nudge: (dx, dy) => {
      if (locked) return false;
      const next = Math.max(info.least, Math.min(info.most, value - dy * info.step));
      run('Move a key', placeKey(scene.id, keyed.ref, between(keyed.at + dx * ticksPerFrame(scene.fps)), next));
      return true;
    },
  });
  if (typeof key?.value !== 'number') return null;
  const [x, y] = [px(keyed.at, zoom), scale(value)];
  return (
    <>
      <button
        type="button"
        aria-label={`Key, ${propertyLabel(property)}, ${UNITS[info.unit].shown(value)}, at ${formatMoment(keyed.at)}`}
        aria-pressed={chosen}
        data-curve-key={path}
        className={`absolute size-6 -translate-x-1/2 -translate-y-1/2 touch-none ${locked ? 'cursor-not-allowed' : 'cursor-move'}`}
        style={{ left: x, top: y }}
        onFocus={() => !chosen && chooseKey(layer, path, false)}
        {...drag}
        onKeyDown={(event) => {
          const step = event.key === 'PageUp' ? -1 : event.key === 'PageDown' ? 1 : 0;
          const next = step ? keys[n + step] : undefined;
          if (next) {
            event.preventDefault();
            event.stopPropagation();
            globalThis.document.querySelector<HTMLElement>(`[data-curve-key="${pathOfKey(next.ref)}"]`)?.focus();
            return;
          }
          if ((event.key === 'Delete' || event.key === 'Backspace') && !locked) {
            event.preventDefault();
            event.stopPropagation();
            run('Take a key out', deleteKeys(scene.id, [keyed.ref]));
            return;
          }
          drag.onKeyDown(event);
        }}
      >
        <svg width="24" height="24" aria-hidden="true">
          {chosen && <circle cx="12" cy="12" r="8.5" fill="none" stroke="#0f2b30" strokeWidth={2} />}
          <circle cx="12" cy="12" r="4.6" fill={tone.fine} stroke="#ffffff" strokeWidth={1.4} />
        </svg>
      </button>
      <span className="pointer-events-none absolute text-[11px] font-[650] [text-shadow:0_0_3px_#fff,0_0_3px_#fff]" style={{ left: x + 9, top: y - 19, color: tone.deep }}>
        {UNITS[info.unit].shown(value)}
      </span>
      {told && (
        <>
          <span className="pointer-events-none absolute left-0 h-[3px] w-full border-y border-ink/40 bg-lamp" style={{ top: scale(told.value) - 1.5 }} />
          <span className="pointer-events-none absolute bg-ink px-1.5 text-[11px] leading-[17px] font-[650] text-lamp" style={{ left: x + 14, top: scale(told.value) - 8 }}>
            {`${told.name} ${UNITS[info.unit].shown(told.value)}`}
          </span>
        </>
      )}
    </>
  );
}

type Bends = readonly [number, number, number, number];
const bent = (bends: Bends): Ease => ({ bezier: bends.map((value) => Math.round(value * 1000) / 1000) as [number, number, number, number] });

/** The two handles of a stretch between keys: how far each reaches in time, and how high it rises. */
function Handles({
  from,
  to,
  a,
  b,
  handles,
  scene,
  zoom,
  scale,
}: {
  from: Keyed;
  to: Keyed;
  a: number;
  b: number;
  handles: readonly [number, number, number, number];
  scene: PlacedScene;
  zoom: number;
  scale: ReturnType<typeof scaleLinear<number, number>>;
}) {
  const [x0, x1] = [px(from.at, zoom), px(to.at, zoom)];
  const [y0, y1] = [scale(a), scale(b)];
  const place = (n: 0 | 1): { x: number; y: number } => ({ x: x0 + (handles[n * 2] as number) * (x1 - x0), y: y0 + (handles[n * 2 + 1] as number) * (y1 - y0) });
  const moved = (base: Bends, n: 0 | 1, dx: number, dy: number, level: boolean): Ease => {
    const next: [number, number, number, number] = [...base];
    const rise = next[n * 2 + 1] as number;
    next[n * 2] = Math.max(0, Math.min(1, (next[n * 2] as number) + dx / Math.max(1, x1 - x0)));
    next[n * 2 + 1] = level ? n : Math.max(-4, Math.min(5, Math.abs(y1 - y0) < 1 ? rise : rise + dy / (y1 - y0)));
    return bent(next);
  };
  const [p, q] = [place(0), place(1)];
  return (
    <>
      <svg className="pointer-events-none absolute top-0 left-0 overflow-visible" width={1} height={1} aria-hidden="true">
        <path d={`M${x0} ${y0}L${p.x} ${p.y}M${x1} ${y1}L${q.x} ${q.y}`} stroke="#0f2b30" strokeWidth={1.5} />
      </svg>
      {([0, 1] as const).map((n) => (
        <Handle key={n} n={n} at={n === 0 ? p : q} bends={handles} from={from} scene={scene} moved={moved} />
      ))}
    </>
  );
}

function Handle({
  n,
  at,
  bends,
  from,
  scene,
  moved,
}: {
  n: 0 | 1;
  at: { x: number; y: number };
  bends: Bends;
  from: Keyed;
  scene: PlacedScene;
  moved: (base: Bends, n: 0 | 1, dx: number, dy: number, level: boolean) => Ease;
}) {
  const [held, setHeld] = useState(false);
  const recipe = (ease: Ease) => easeKeys(scene.id, [from.ref], ease);
  const drag = useDrag<Bends>({
    slack: 0,
    start: (event) => {
      setHeld(true);
      (event.currentTarget as HTMLElement).focus();
      return bends;
    },
    move: (base, { dx, dy, shift }) => preview(recipe(moved(base, n, dx, dy, shift))),
    end: (base, { dx, dy, shift }) => {
      setHeld(false);
      run('Shape the ease', recipe(moved(base, n, dx, dy, shift)));
    },
    click: () => setHeld(false),
    cancel: () => {
      setHeld(false);
      preview(undefined);
    },
    nudge: (dx, dy) => {
      const next: [number, number, number, number] = [...bends];
      next[n * 2] = Math.max(0, Math.min(1, (next[n * 2] as number) + dx / 100));
      next[n * 2 + 1] = Math.max(-4, Math.min(5, (next[n * 2 + 1] as number) - dy / 100));
      run('Shape the ease', recipe(bent(next)));
      return true;
    },
  });
  const values = [bends[n * 2] as number, bends[n * 2 + 1] as number] as const;
  const reach = Math.round((n === 0 ? values[0] : 1 - values[0]) * 100);
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={n === 0 ? 'Leaving this key: reach' : 'Coming to the next key: reach'}
      aria-valuenow={reach}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuetext={`reach ${reach} per cent, rise ${Math.round(values[1] * 100)} per cent`}
      data-curve-handle={n}
      className="absolute flex size-6 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none items-center justify-center"
      style={{ left: at.x, top: at.y }}
      onDoubleClick={() => run('Even this side', recipe(moved(bends, n, 0, 0, true)))}
      {...drag}
    >
      <svg width="24" height="24" aria-hidden="true">
        {held && <circle cx="12" cy="12" r="9" fill="none" stroke="#f8cc2f" strokeWidth={3} />}
        <circle cx="12" cy="12" r="5" fill="#ffffff" stroke="#0f2b30" strokeWidth={2} />
      </svg>
    </div>
  );
}

/** With one key nothing moves yet: another one is offered at the playhead. */
function SecondKey({ scene, layer, property, zoom, value }: { scene: PlacedScene; layer: string; property: string; zoom: number; value: (tick: number) => number }) {
  const tick = useView((state) => state.tick);
  return (
    <button
      type="button"
      className="absolute flex items-center gap-1 rounded-[6px] border border-edge bg-paper px-2 text-[12px] leading-6 whitespace-nowrap hover:bg-bench"
      style={{ left: px(tick, zoom) + 10, top: 8 }}
      onClick={() => run('Second key', addKey(scene.id, layerKeys(layer), property, tick, value(tick), newKey))}
    >
      <Plus size={12} strokeWidth={2} />
      Set a second key here to make it move
    </button>
  );
}
