import { Camera, Captions, ChevronRight, Eye, EyeOff, Lock, LockOpen, Music, Upload } from 'lucide-react';
import { memo, type RefObject, useMemo, useRef } from 'react';
import { changeLayer } from '#core/edit/commands/layers';
import { MOUTH_CHART } from '#core/figure/mouth';
import { LOUDNESS_STEP } from '#core/speech/analysis';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { run, useProduction, useStanding } from '../state/production.ts';
import { choose, chooseLayer, chosenLayers, useView, view } from '../state/view.ts';
import { IconButton } from '../ui/parts.tsx';
import { ribbonPath, type SpeakerTone, toneOf } from '../ui/speakers.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { chooseFiles, importForSpeaker, SOUND_TYPES } from '../voices.ts';
import { type Bar, BarShape, CueBar } from './CueBar.tsx';
import { type PlacedScene, roleOfLayer, sameSet, sameVoices, unlessScene } from './film.ts';
import { KeyLane, ValueNow } from './KeyLane.tsx';
import { KindIcon } from './KindIcon.tsx';
import { cueLabel, LANE_HEIGHT, type Lane, laneFold, px } from './lanes.ts';
import { SpanBar } from './SpanBar.tsx';
import { seek } from './transport.ts';

interface Props {
  readonly scene: PlacedScene;
  readonly lane: Lane;
  readonly zoom: number;
  readonly width: number;
  readonly visible: { readonly from: number; readonly to: number };
  readonly odd: boolean;
}

/** One lane: its head at the left edge, what lies on it along the scene's clock. */
export function LaneRow({ scene, lane, zoom, width, visible, odd }: Props) {
  const tone = toneOf(lane.colour);
  const latest = useRef(scene);
  latest.current = scene;
  const left = useView((state) => state.left);
  const curve = useView((state) => state.curve);
  const chosen = useView((state) => lane.layer !== undefined && lane.kind === 'keys' && state.curve?.layer === lane.layer && state.curve.property === lane.property);
  const ground = chosen ? 'bg-act-soft' : odd ? 'bg-bench' : 'bg-paper';
  const roleId = useProduction((state) => {
    const layer = lane.layer ? scene.scene.layers[lane.layer] : undefined;
    if (layer?.kind !== 'character' || !state.document) return undefined;
    return roleOfLayer(state.document, scene.id, lane.layer as string);
  });
  const manner = useProduction((state) => (roleId === undefined ? undefined : state.document?.production.roles[roleId]?.mouth));
  const { drop, over } = useFileDrop<HTMLDivElement>('group', (files) => roleId && void importForSpeaker(scene.id, roleId, files), {
    several: true,
    enabled: roleId !== undefined,
  });
  const cueKind = lane.kind === 'voice' || lane.kind === 'closed' || lane.kind === 'span' || lane.kind === 'keys' ? undefined : lane.kind;
  const staged = lane.layer === undefined ? undefined : scene.layers.get(lane.layer);
  const openCurve = (): void => {
    if (lane.kind === 'keys') view({ curve: curve && chosen ? undefined : { layer: lane.layer as string, property: lane.property as string } });
  };
  return (
    <div
      className={`flex ${ground} ${lane.head && lane.colour !== undefined ? 'border-t border-line' : ''} ${over ? 'bg-act-soft' : ''}`}
      style={{ height: LANE_HEIGHT }}
      {...drop}
      data-lane-row={lane.key}
    >
      <LaneHead scene={scene} lane={lane} left={left} ground={ground} roleId={roleId} onCurve={openCurve} />
      {/* biome-ignore lint/a11y/noStaticElementInteractions: what lies on the lane takes keys; a double click is its twin H */}
      <div
        className="relative shrink-0 [contain:layout_style] data-[lane-target]:outline-2 data-[lane-target]:-outline-offset-2 data-[lane-target]:outline-lamp"
        style={{ width }}
        data-lane-kind={cueKind}
        data-lane-layer={lane.layer}
        data-lane={lane.key}
        onDoubleClick={(event) => {
          if (event.target !== event.currentTarget && !(event.target as Element).closest('svg[aria-hidden]')) return;
          if (lane.kind === 'keys') return openCurve();
          const at = ((event.clientX - event.currentTarget.getBoundingClientRect().left) / zoom) * TICKS_PER_SECOND;
          addOnLane(scene, lane, at, { x: event.clientX, y: event.clientY });
        }}
      >
        {lane.kind === 'voice' && (
          <>
            <VoiceLane scene={scene} layer={lane.layer as string} zoom={zoom} visible={visible} tone={tone} />
            <MouthLane scene={scene} layer={lane.layer as string} zoom={zoom} visible={visible} tone={tone} manner={manner} />
          </>
        )}
        {lane.kind === 'closed' && <ClosedLane scene={scene} layer={lane.layer as string} zoom={zoom} visible={visible} tone={tone} />}
        {lane.kind === 'caption' && <AutoCaptions scene={scene} zoom={zoom} visible={visible} />}
        {lane.kind === 'span' && staged && <SpanBar scene={scene} lane={lane} staged={staged} zoom={zoom} tone={tone} label={lane.head ?? lane.label} />}
        {lane.kind === 'span' && !lane.open && staged && <KeyDots scene={scene} layer={staged.id} zoom={zoom} tone={tone} />}
        {lane.kind === 'keys' && <KeyLane scene={scene} lane={lane} zoom={zoom} visible={visible} tone={tone} />}
        {cueKind && <CueBars bars={barsOf(scene).get(laneOf(lane.kind, lane.layer)) ?? NO_BARS} latest={latest} lane={lane} zoom={zoom} visible={visible} tone={tone} />}
      </div>
    </div>
  );
}

/** Opens what can be hung at a moment of a lane: from the word that is said there or was said last. */
export function addOnLane(scene: PlacedScene, lane: Lane, tick: number, at: { x: number; y: number }): void {
  const line = scene.lines.findLast((one) => one.line.kind === 'line' && one.start <= tick) ?? scene.lines[0];
  const word = line?.words.findLast(({ start }) => start <= tick) ?? line?.words[0];
  if (!line || !word) return;
  seek(tick);
  const kind = lane.kind === 'voice' || lane.kind === 'closed' || lane.kind === 'span' || lane.kind === 'keys' ? undefined : lane.kind;
  view({ hanging: { line: line.id, word: word.id, at: Math.round(tick), ...at, ...(kind ? { kind } : {}), ...(lane.layer ? { layer: lane.layer } : {}) } });
}

interface HeadProps {
  readonly scene: PlacedScene;
  readonly lane: Lane;
  readonly left: number;
  readonly ground: string;
  readonly roleId: string | undefined;
  readonly onCurve: () => void;
}

/** A head shows its lane and its layer; on a lane of keys the value there, too. */
const sameHead = (a: HeadProps, b: HeadProps): boolean =>
  b.lane.kind !== 'keys' &&
  a.left === b.left &&
  a.ground === b.ground &&
  a.roleId === b.roleId &&
  sameSet(a.scene, b.scene) &&
  (Object.keys(b.lane) as (keyof Lane)[]).every((key) => a.lane[key] === b.lane[key]);

const PINNED_ICONS = { camera: Camera, sound: Music, caption: Captions } as const;

const LaneHead = memo(function LaneHead({ scene, lane, left, ground, roleId, onCurve }: HeadProps) {
  const tone = toneOf(lane.colour);
  const { layer } = lane;
  const picked = useView((state) => layer !== undefined && chosenLayers(state).includes(layer));
  const flag = (label: string, values: { hidden?: boolean; locked?: boolean }): void => void run(label, changeLayer(scene.id, layer as string, values));
  const fold = (): void => {
    if (layer === undefined) return;
    const key = scene.scene.layers[layer]?.kind === 'group' ? layer : laneFold(layer);
    view({ folds: { ...useView.getState().folds, [key]: !lane.open } });
  };
  const speaker = lane.colour !== undefined;
  const Icon = lane.pinned ? PINNED_ICONS[lane.kind as keyof typeof PINNED_ICONS] : undefined;
  const kind = layer === undefined ? undefined : scene.scene.layers[layer]?.kind;
  return (
    <div className={`group sticky left-0 z-10 flex shrink-0 items-center border-r border-line ${ground}`} style={{ width: left }}>
      {speaker && <span className="h-full w-1.5 shrink-0" style={{ background: tone.strong }} />}
      {lane.head !== undefined && layer !== undefined ? (
        <>
          <button
            type="button"
            tabIndex={-1}
            aria-label={lane.open ? `Fold the lanes of ${lane.head}` : `Open the lanes of ${lane.head}`}
            aria-expanded={lane.open}
            disabled={!lane.holds}
            className="flex h-6 w-5 shrink-0 items-center justify-center text-ink-2 disabled:opacity-0"
            style={{ marginLeft: speaker ? lane.depth * 6 : 6 + lane.depth * 10 }}
            onClick={fold}
          >
            <ChevronRight size={12} strokeWidth={2} className={`transition-transform duration-[120ms] ${lane.open ? 'rotate-90' : ''}`} />
          </button>
          <button
            type="button"
            className="flex h-full min-w-0 flex-1 items-center gap-1.5 text-left"
            onClick={(event) => chooseLayer(layer, event.shiftKey || event.ctrlKey || event.metaKey)}
          >
            {speaker ? (
              <Flag name={lane.head} tone={tone} chosen={picked} />
            ) : (
              <>
                {kind && <KindIcon kind={kind} size={14} />}
                <span className={`truncate text-[12px] ${picked ? 'font-[680]' : 'font-[550]'}`}>{lane.head}</span>
              </>
            )}
          </button>
          {roleId && (
            <IconButton
              label={`Bring in voice files for ${lane.head}: they are cut into lines`}
              className="!hidden !size-5 group-hover:!inline-flex"
              side="right"
              onClick={async () => {
                const files = await chooseFiles(SOUND_TYPES, true);
                if (files.length) await importForSpeaker(scene.id, roleId, files);
              }}
            >
              <Upload size={12} strokeWidth={1.6} />
            </IconButton>
          )}
          <IconButton
            label={lane.hidden ? 'Show on stage' : 'Hide on stage'}
            className="!size-5"
            side="right"
            onClick={() => flag(lane.hidden ? 'Show' : 'Hide', { hidden: !lane.hidden })}
          >
            {lane.hidden ? <EyeOff size={13} strokeWidth={1.6} /> : <Eye size={13} strokeWidth={1.6} />}
          </IconButton>
          <IconButton label={lane.locked ? 'Unlock' : 'Lock'} className="mr-1 !size-5" side="right" onClick={() => flag(lane.locked ? 'Unlock' : 'Lock', { locked: !lane.locked })}>
            {lane.locked ? <Lock size={13} strokeWidth={1.6} /> : <LockOpen size={13} strokeWidth={1.6} />}
          </IconButton>
        </>
      ) : Icon ? (
        <>
          <span className="flex w-8 shrink-0 justify-end text-ink-2">
            <Icon size={14} strokeWidth={1.6} />
          </span>
          <span className="pl-2 text-[12px] font-semibold">{lane.label}</span>
        </>
      ) : (
        <>
          <span className="min-w-0 flex-1 truncate text-[12px] text-ink-2" style={{ paddingLeft: 34 + lane.depth * 10 }}>
            {lane.label}
          </span>
          {lane.kind === 'keys' && lane.property !== undefined && layer !== undefined && (
            <>
              <button
                type="button"
                tabIndex={-1}
                aria-label={`Curve of ${lane.label} (C)`}
                title="Its curve (C)"
                className="flex h-6 w-6 items-center justify-center rounded hover:bg-well"
                onClick={onCurve}
              >
                <svg width="18" height="10" viewBox="0 0 18 10" aria-hidden="true">
                  <path d="M1 9C7 9 9 1 17 1" fill="none" stroke={tone.fine} strokeWidth={1.5} />
                </svg>
              </button>
              <span className="w-12 shrink-0 pr-2 text-right text-[12px] font-[650]">
                <ValueNow scene={scene} layer={layer} property={lane.property} />
              </span>
            </>
          )}
        </>
      )}
    </div>
  );
}, sameHead);

/** A speaker's name on its ribbon. */
function Flag({ name, tone, chosen }: { name: string; tone: SpeakerTone; chosen: boolean }) {
  const width = Math.min(104, Math.max(46, name.length * 6.6 + 24));
  return (
    <span className="relative flex h-[18px] items-center" style={{ width }}>
      <svg width={width} height={18} className="absolute inset-0 overflow-visible" aria-hidden="true">
        <path d={ribbonPath(0, 0, width, 18, tone.cut)} fill={tone.mid} stroke={chosen ? '#0f2b30' : 'none'} strokeWidth={1.5} />
      </svg>
      <span className="relative truncate pr-3 pl-1.5 text-[12px] font-[680]" style={{ color: tone.deep }}>
        {name}
      </span>
    </span>
  );
}

/** Keys of a closed layer: where something of it changes. */
function KeyDots({ scene, layer, zoom, tone }: { scene: PlacedScene; layer: string; zoom: number; tone: SpeakerTone }) {
  const moments = useMemo(() => [...new Set([...scene.resolved.keys].filter(([path]) => path.startsWith(`${layer}/`)).map(([, at]) => at))], [scene.resolved.keys, layer]);
  if (!moments.length) return null;
  return (
    <>
      {moments.map((at) => (
        <span
          key={at}
          className="pointer-events-none absolute bottom-0.5 size-1.5 -translate-x-1/2 rounded-full border border-white"
          style={{ left: px(at, zoom), background: tone.fine }}
        />
      ))}
    </>
  );
}

/** All that a closed speaker does, in one lane. */
function ClosedLane({ scene, layer, zoom, visible, tone }: { scene: PlacedScene; layer: string; zoom: number; visible: Props['visible']; tone: SpeakerTone }) {
  const document_ = useStanding();
  const lines = scene.lines.filter((line) => line.layer === layer && px(line.end, zoom) > visible.from && px(line.start, zoom) < visible.to);
  const cues = useMemo(
    () =>
      Object.entries(scene.scene.cues)
        .flatMap(([id, cue]) => {
          const times = scene.resolved.cues.get(id);
          return 'layer' in cue && cue.layer === layer && cue.kind !== 'mouth' && times ? [{ id, cue, ...times }] : [];
        })
        .sort((a, b) => a.start - b.start),
    [scene, layer],
  );
  const chosen = useView((state) => state.cue);
  return (
    <>
      {lines.map((line) => (
        <span key={line.id} className="absolute top-1 h-4" style={{ left: px(line.start, zoom), width: px(line.end - line.start, zoom), background: tone.tint }} />
      ))}
      {cues.map(({ id, cue, start, end }, index) => {
        const next = cues[index + 1]?.start ?? end;
        const [left, width] = [px(start, zoom), Math.max(6, px(Math.min(end, Math.max(next, start + 1)) - start, zoom) - 1)];
        if (left > visible.to || left + width < visible.from) return null;
        return (
          <button
            key={id}
            type="button"
            className="absolute top-1 h-4 overflow-hidden px-1.5 text-left text-[11px] leading-4 whitespace-nowrap text-ink"
            style={{ left, width, background: tone.mid, boxShadow: chosen === id ? 'inset 0 0 0 1.5px #0f2b30' : undefined }}
            onClick={() => choose({ kind: 'cue', id })}
          >
            {width > 30 ? cueLabel(document_, scene, cue) : ''}
          </button>
        );
      })}
    </>
  );
}

/** Pixels: the waveform's middle, and the strip of lips under it. */
const WAVE_MIDDLE = 7.5;
const LIPS = { top: 15, height: 8.5 } as const;

/** Waveform of each line's take, with its words' level, in the speaker's colour. */
const VoiceLane = memo(function VoiceLane({
  scene,
  layer,
  zoom,
  visible,
  tone,
}: {
  scene: PlacedScene;
  layer: string;
  zoom: number;
  visible: Props['visible'];
  tone: SpeakerTone;
}) {
  const lines = scene.lines.filter((line) => line.layer === layer && line.line.kind === 'line' && px(line.end, zoom) > visible.from && px(line.start, zoom) < visible.to);
  return (
    <>
      {lines.map((line) => {
        const width = px(line.end - line.start, zoom);
        const bars = Math.floor(width / 3);
        let d = '';
        for (let n = 0; n < bars; n++) {
          const from = Math.floor((n * 3 * TICKS_PER_SECOND) / zoom / LOUDNESS_STEP);
          const to = Math.max(from + 1, Math.floor(((n + 1) * 3 * TICKS_PER_SECOND) / zoom / LOUDNESS_STEP));
          let loud = 0;
          for (let k = from; k < to; k++) loud = Math.max(loud, line.analysis.loudness[k] ?? 0);
          const h = Math.max(0.8, Math.min(6.5, loud * 5.4));
          d += `M${n * 3 + 1.5} ${WAVE_MIDDLE - h}v${h * 2}`;
        }
        return (
          <svg
            key={line.id}
            width={width}
            height={LANE_HEIGHT}
            className="absolute top-0"
            style={{ left: px(line.start, zoom) }}
            aria-label={`Voice of line ${line.index + 1}`}
            role="img"
          >
            <rect width={width} height={LIPS.top - 2} y={1} rx={2} fill={tone.tint} opacity={0.7} />
            <path d={d} stroke={line.line.take ? tone.fine : '#6f8586'} strokeWidth={1.7} strokeLinecap="round" strokeDasharray={line.line.take ? undefined : '2 2'} />
          </svg>
        );
      })}
    </>
  );
}, unlessScene(sameVoices));

/** Small drawings of the lips; spans under 13 px merge into a strip of openness. */
interface MouthProps {
  readonly scene: PlacedScene;
  readonly layer: string;
  readonly zoom: number;
  readonly visible: Props['visible'];
  readonly tone: SpeakerTone;
  /** How the speaker's mouth speaks. */
  readonly manner: unknown;
}

const mouthCues = ({ scene, layer }: MouthProps): readonly Bar[] => barsOf(scene).get(laneOf('mouth', layer)) ?? NO_BARS;

/** Mouths follow voices and what is set by hand: anything else that hangs on the lanes leaves them as they are. */
const sameMouths = (a: MouthProps, b: MouthProps): boolean => {
  if (!unlessScene<MouthProps>(sameVoices)(a, b)) return false;
  const [before, now] = [mouthCues(a), mouthCues(b)];
  return before.length === now.length && before.every(({ cue }, index) => cue === now[index]?.cue);
};

const MouthLane = memo(function MouthLane({ scene, layer, zoom, visible, tone }: MouthProps) {
  const chosen = useView((state) => state.shape);
  const acting = scene.layers.get(layer)?.acting;
  const shapes = useMemo(() => {
    if (!acting) return [];
    return acting.mouth.starts.map((start, index) => ({ start, end: acting.mouth.ends[index] as number, shape: acting.mouth.shapes[index] as keyof typeof MOUTH_CHART }));
  }, [acting]);
  let strip = '';
  const drawn = [];
  for (const { start, end, shape } of shapes) {
    const left = px(start, zoom);
    const width = px(end - start, zoom);
    if (left + width < visible.from || left > visible.to || shape === 'rest') continue;
    if (width < 13) {
      const m = MOUTH_CHART[shape];
      const h = Math.max(1, Math.min(LIPS.height, (m.upper + m.lower) * 0.42));
      strip += `M${left} ${LIPS.top + LIPS.height / 2 - h / 2}h${Math.max(0.6, width - 0.6)}v${h}h${-Math.max(0.6, width - 0.6)}z`;
    } else drawn.push({ start, end, shape, left, width });
  }
  const total = Math.max(visible.to, 1);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing holds no fieldset
    <svg width={total} height={LANE_HEIGHT} className="absolute top-0 left-0" role="group" aria-label="Mouth shapes">
      <path d={strip} fill={tone.fine} opacity={0.55} />
      {drawn.map(({ start, end, shape, left, width }) => {
        const m = MOUTH_CHART[shape];
        const k = Math.min(0.46, (width - 4) / 2 / m.width);
        const middle = LIPS.top + LIPS.height / 2;
        const cx = left + width / 2;
        const cy = middle - ((m.lower - m.upper) / 2) * k;
        const open = m.upper + m.lower > 0.5;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a drawing has no button of its own
          <g
            key={start}
            role="button"
            tabIndex={-1}
            className="cursor-pointer"
            data-shape={shape}
            onClick={() => {
              choose(undefined);
              view({ shape: { layer, shape, start, end } });
              seek(start);
            }}
          >
            <title>{`${shape}, from the voice: click to look at it`}</title>
            <rect
              x={left + 0.5}
              y={LIPS.top}
              width={width - 1}
              height={LIPS.height}
              fill="transparent"
              stroke={chosen?.layer === layer && chosen.start === start ? '#0f2b30' : 'none'}
              strokeWidth={1.5}
            />
            {open ? (
              <path
                d={`M${cx - m.width * k} ${cy}Q${cx} ${cy - m.upper * 2 * k} ${cx + m.width * k} ${cy}Q${cx} ${cy + m.lower * 2 * k} ${cx - m.width * k} ${cy}Z`}
                fill="#4a1a2a"
                stroke={tone.fine}
                strokeWidth={1}
              />
            ) : (
              <path d={`M${cx - m.width * k} ${middle}H${cx + m.width * k}`} stroke={tone.fine} strokeWidth={shape === 'closed' ? 2.4 : 1.4} strokeLinecap="round" />
            )}
          </g>
        );
      })}
    </svg>
  );
}, sameMouths);

const sameCaptions = (a: PlacedScene, b: PlacedScene): boolean =>
  a.captions.length === b.captions.length &&
  a.captions.every((span, index) => {
    const other = b.captions[index] as typeof span;
    return span.start === other.start && span.end === other.end && span.cue === other.cue && span.rows.join() === other.rows.join();
  });

/** Captions that come from the words by themselves. */
const AutoCaptions = memo(function AutoCaptions({ scene, zoom, visible }: { scene: PlacedScene; zoom: number; visible: Props['visible'] }) {
  return (
    <>
      {scene.captions
        .filter((caption) => !caption.cue && px(caption.end, zoom) > visible.from && px(caption.start, zoom) < visible.to)
        .map((caption) => (
          <button
            key={caption.start}
            type="button"
            title={`From the words of the line. ${caption.rows.join(' ')}`}
            className="absolute top-0.5 h-5 truncate border border-line bg-well px-1.5 text-left text-[11.5px] leading-[18px] text-ink"
            style={{ left: px(caption.start, zoom), width: Math.max(4, px(caption.end - caption.start, zoom)) }}
            onClick={() => {
              seek(caption.start);
              if (caption.line) choose({ kind: 'line', id: caption.line });
            }}
          >
            {caption.rows.join(' ')}
          </button>
        ))}
    </>
  );
}, unlessScene(sameCaptions));

const NO_BARS: readonly Bar[] = [];
const laneOf = (kind: string, layer: string | undefined): string => `${kind} ${layer ?? ''}`;

const barsMemo = new WeakMap<PlacedScene, ReadonlyMap<string, readonly Bar[]>>();
/** Bars as they were last, by scene: a lane in which nothing moved keeps its list. */
const lastBars = new Map<string, ReadonlyMap<string, readonly Bar[]>>();
const sameBars = (a: readonly Bar[], b: readonly Bar[]): boolean =>
  a.length === b.length &&
  a.every((bar, index) => {
    const other = b[index] as Bar;
    return bar.cue === other.cue && bar.start === other.start && bar.end === other.end;
  });

/** All cues of a scene by lane, in time: gone through once, not once a lane. A shot holds until the next one. */
function barsOf(scene: PlacedScene): ReadonlyMap<string, readonly Bar[]> {
  const known = barsMemo.get(scene);
  if (known) return known;
  const lanes = new Map<string, Bar[]>();
  for (const [id, cue] of Object.entries(scene.scene.cues)) {
    const times = scene.resolved.cues.get(id);
    if (!times || cue.kind === 'camera') continue;
    const key = laneOf(cue.kind, 'layer' in cue ? cue.layer : undefined);
    const list = lanes.get(key);
    if (list) list.push({ id, cue, ...times });
    else lanes.set(key, [{ id, cue, ...times }]);
  }
  for (const list of lanes.values()) list.sort((a, b) => a.start - b.start);
  lanes.set(
    laneOf('camera', undefined),
    scene.shots.map(({ id, cue, start, end }) => ({ id, cue, start, end })),
  );
  const before = lastBars.get(scene.id);
  const made = new Map<string, readonly Bar[]>(
    [...lanes].map(([key, list]) => [key, before?.get(key) && sameBars(before.get(key) as readonly Bar[], list) ? (before.get(key) as readonly Bar[]) : list]),
  );
  barsMemo.set(scene, made);
  lastBars.set(scene.id, made);
  return made;
}

interface CueBarsProps {
  readonly bars: readonly Bar[];
  /** The scene as it is now, for what is done to a bar and for names: bars that did not move are not drawn anew for it. */
  readonly latest: RefObject<PlacedScene>;
  readonly lane: Lane;
  readonly zoom: number;
  readonly visible: Props['visible'];
  readonly tone: SpeakerTone;
}

const sameLane = (a: Lane, b: Lane): boolean => a.key === b.key && a.label === b.label && a.locked === b.locked && a.hidden === b.hidden;
const CueBars = memo(
  function CueBars({ bars, latest, lane, zoom, visible, tone }: CueBarsProps) {
    const document_ = useStanding();
    const order = useMemo(() => bars.map(({ id }) => id), [bars]);
    const around = useRef<{ readonly scene: PlacedScene; readonly order: readonly string[] }>(undefined as never);
    around.current = {
      get scene() {
        return latest.current;
      },
      order,
    };
    const shown = bars.flatMap((bar, index) => {
      if (px(bar.end, zoom) < visible.from - 20 || px(bar.start, zoom) > visible.to + 20) return [];
      const room = px((bars[index + 1]?.start ?? Number.POSITIVE_INFINITY) - bar.start, zoom);
      return [{ key: bar.id, bar, label: cueLabel(document_, latest.current, bar.cue), lane, zoom, tone, room, around }];
    });
    // Bars stay in the page's order of before while one is dragged: only what is done puts them anew.
    const settled = useProduction((state) => state.preview === undefined);
    const places = useRef(new Map<string, number>());
    if (settled) places.current = new Map(bars.map(({ id }, index) => [id, index]));
    else shown.sort((a, b) => (places.current.get(a.key) ?? bars.length) - (places.current.get(b.key) ?? bars.length));
    return (
      <>
        <svg width={Math.max(1, visible.to + 20)} height={LANE_HEIGHT} className="pointer-events-none absolute top-0 left-0 overflow-visible" aria-hidden="true">
          {shown.map(({ key, ...one }) => (
            <BarShape key={key} {...one} />
          ))}
        </svg>
        {shown.map(({ key, ...one }) => (
          <CueBar key={key} {...one} />
        ))}
      </>
    );
  },
  (a, b) => a.bars === b.bars && a.zoom === b.zoom && a.visible === b.visible && a.tone === b.tone && a.latest === b.latest && sameLane(a.lane, b.lane),
);
