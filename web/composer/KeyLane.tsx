import { useMemo } from 'react';
import { isProperty, propertyInfo } from '#core/document/properties';
import { layerKeys, moveKeys } from '#core/edit/commands/keys';
import { valueAt } from '#core/schedule/staged';
import { formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { sample } from '#core/time/track';
import { preview, run } from '../state/production.ts';
import { chooseKey, useView, view } from '../state/view.ts';
import type { SpeakerTone } from '../ui/speakers.ts';
import { type DragAt, useDrag } from '../ui/useDrag.ts';
import type { PlacedScene } from './film.ts';
import { keyOf } from './KeyCard.tsx';
import { LANE_HEIGHT, type Lane, px } from './lanes.ts';
import { UNITS } from './layerFields.tsx';
import { type Keyed, keyAt, keysIn, pathOfKey } from './layerKeyLists.ts';
import { snapTime } from './snapTime.ts';
import { seek } from './transport.ts';

const REACH = 6;
/** Pixels between two points of the curve that is drawn behind the keys. */
const STEP = 4;

/** Keys of one property: pins that stand at their moments, its curve behind them. */
export function KeyLane({ scene, lane, zoom, visible, tone }: { scene: PlacedScene; lane: Lane; zoom: number; visible: { from: number; to: number }; tone: SpeakerTone }) {
  const layer = lane.layer as string;
  const property = lane.property as string;
  const staged = scene.layers.get(layer);
  const keys = staged ? keysIn(scene, layerKeys(layer), layer, staged.layer.keys, property) : [];
  const track = staged && isProperty(property) ? staged.tracks[property] : undefined;
  const curve = useMemo(() => {
    if (!track?.at.length) return undefined;
    const least = Math.min(...track.values);
    const span = Math.max(...track.values) - least;
    const y = (tick: number): number => LANE_HEIGHT - 4 - (span > 0 ? ((sample(track, tick) - least) / span) * (LANE_HEIGHT - 9) : (LANE_HEIGHT - 9) / 2);
    const [first, last] = [px(track.at[0] as number, zoom), px(track.at.at(-1) as number, zoom)];
    let d = '';
    for (let x = Math.max(first, visible.from); x <= Math.min(last, visible.to) + STEP; x += STEP) {
      const at = Math.min(x, last);
      d += `${d ? 'L' : 'M'}${at.toFixed(1)} ${y((at / zoom) * TICKS_PER_SECOND).toFixed(1)}`;
    }
    return { d, last, y: y(track.at.at(-1) as number) };
  }, [track, zoom, visible]);
  return (
    <>
      {curve && (
        <svg width={Math.max(visible.to, 1)} height={LANE_HEIGHT} className="pointer-events-none absolute top-0 left-0" aria-hidden="true">
          <path d={curve.d} fill="none" stroke={tone.fine} strokeOpacity={0.7} strokeWidth={1.4} />
          <path d={`M${curve.last} ${curve.y}H${Math.max(curve.last, visible.to)}`} fill="none" stroke={tone.fine} strokeOpacity={0.7} strokeWidth={1.4} strokeDasharray="3 3" />
        </svg>
      )}
      {keys.map((key, index) => {
        const left = px(key.at, zoom);
        if (left < visible.from - 40 || left > visible.to + 40) return null;
        const next = keys[index + 1];
        return (
          <KeyPin
            key={key.ref.key}
            keyed={key}
            layer={layer}
            scene={scene}
            zoom={zoom}
            tone={tone}
            locked={lane.locked}
            label={lane.label}
            room={next ? px(next.at - key.at, zoom) : 200}
          />
        );
      })}
    </>
  );
}

/** A key's value as it is written on its lane. */
function shownValue(property: string, value: number | string): string {
  if (typeof value === 'string') return value;
  return isProperty(property) ? UNITS[propertyInfo(property).unit].shown(value) : String(Math.round(value * 100) / 100);
}

function KeyPin({
  keyed,
  layer,
  scene,
  zoom,
  tone,
  locked,
  label,
  room,
}: {
  keyed: Keyed;
  layer: string;
  scene: PlacedScene;
  zoom: number;
  tone: SpeakerTone;
  locked: boolean;
  label: string;
  room: number;
}) {
  const path = pathOfKey(keyed.ref);
  const chosen = useView((state) => state.keys.includes(path));
  const key = keyOf(scene, keyed);
  const refs = (): { refs: Keyed['ref'][]; moments: number[] } => {
    const all = useView.getState().keys.flatMap((one) => keyAt(scene, one) ?? []);
    const list = all.some((one) => pathOfKey(one.ref) === path) ? all : [keyed];
    return { refs: list.map(({ ref }) => ref), moments: list.map(({ at }) => at) };
  };
  const recipe = (base: ReturnType<typeof refs>, { dx, alt }: DragAt) => {
    const raw = Math.round((dx / zoom) * TICKS_PER_SECOND);
    const found = snapTime(scene, [keyed.at + raw], alt ? 0 : (REACH / zoom) * TICKS_PER_SECOND, base.moments, useView.getState().tick);
    view({ snap: found.to });
    return moveKeys(scene.id, base.refs, Math.max(raw + found.by, -Math.min(...base.moments)));
  };
  const over = (): void => view({ snap: undefined });
  const drag = useDrag<ReturnType<typeof refs>>({
    slack: 2,
    start: (event) => {
      const added = event.shiftKey || event.ctrlKey || event.metaKey;
      if (added || !useView.getState().keys.includes(path)) chooseKey(layer, path, added);
      (event.currentTarget as HTMLElement).focus();
      return locked || added ? undefined : refs();
    },
    move: (base, at) => preview(recipe(base, at)),
    end: (base, at) => {
      run(base.refs.length > 1 ? 'Move keys' : 'Move a key', recipe(base, at));
      over();
    },
    click: () => {
      chooseKey(layer, path, false);
      seek(keyed.at);
    },
    cancel: () => {
      over();
      preview(undefined);
    },
    nudge: (dx) => {
      if (locked || !dx) return false;
      if (!useView.getState().keys.includes(path)) chooseKey(layer, path, false);
      run('Move a key', moveKeys(scene.id, refs().refs, (dx * TICKS_PER_SECOND) / scene.fps));
      return true;
    },
  });
  if (!key) return null;
  const value = shownValue(keyed.ref.property, key.value);
  return (
    <button
      type="button"
      aria-label={`Key, ${label}, ${value}, at ${formatMoment(keyed.at)}`}
      aria-pressed={chosen}
      data-key={path}
      className={`absolute top-0 z-[3] h-6 w-6 -translate-x-1/2 touch-none ${locked ? 'cursor-not-allowed' : 'cursor-ew-resize'}`}
      style={{ left: px(keyed.at, zoom) }}
      onDoubleClick={(event) => event.stopPropagation()}
      {...drag}
    >
      <svg width="24" height="24" aria-hidden="true">
        <path d="M12 12V23" stroke={tone.fine} strokeWidth={1.6} />
        {chosen && <circle cx="12" cy="9.5" r="8" fill="none" stroke="#0f2b30" strokeWidth={2} />}
        <PinHead ease={key.ease} colour={tone.fine} />
      </svg>
      {room > 44 && (
        <span className="pointer-events-none absolute top-[4px] left-[20px] text-[10.5px] leading-[14px] font-[650] whitespace-nowrap text-ink [text-shadow:0_0_3px_#fff,0_0_3px_#fff,0_0_3px_#fff]">
          {value}
        </span>
      )}
    </button>
  );
}

/** A key's head tells how it goes on: round to ease, square to hold, half round to ease only in or out. */
function PinHead({ ease, colour }: { ease: unknown; colour: string }) {
  if (ease === 'hold') return <rect x="7.8" y="5.3" width="8.4" height="8.4" fill={colour} stroke="#ffffff" strokeWidth={1.2} />;
  if (ease === 'in') return <path d="M7.5 5h4.5a4.5 4.5 0 0 1 0 9H7.5z" fill={colour} stroke="#ffffff" strokeWidth={1.2} />;
  if (ease === 'out') return <path d="M16.5 5H12a4.5 4.5 0 0 0 0 9h4.5z" fill={colour} stroke="#ffffff" strokeWidth={1.2} />;
  return (
    <>
      <circle cx="12" cy="9.5" r="4.5" fill={colour} stroke="#ffffff" strokeWidth={1.2} />
      {ease !== 'linear' && <circle cx="12" cy="9.5" r="1.6" fill="#ffffff" />}
    </>
  );
}

/** What a property's value is at the playhead, for the head of its lane. */
export function ValueNow({ scene, layer, property }: { scene: PlacedScene; layer: string; property: string }) {
  const tick = useView((state) => state.tick);
  const staged = scene.layers.get(layer);
  if (!staged || !isProperty(property)) return null;
  return <>{shownValue(property, valueAt(staged, property, tick))}</>;
}
