import { Camera, Captions, ChevronRight, Eye, EyeOff, Lock, LockOpen, Music, Upload } from 'lucide-react';
import { memo, useMemo, useRef } from 'react';
import { changeLayer } from '#core/edit/commands/layers';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { run, useProduction, useStanding } from '../state/production.ts';
import { choose, chooseLayer, chosenLayers, useView, view } from '../state/view.ts';
import { IconButton } from '../ui/parts.tsx';
import { ribbonPath, type SpeakerTone, toneOf } from '../ui/speakers.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { chooseFiles, importForSpeaker, SOUND_TYPES } from '../voices.ts';
import { CueBars } from './CueBars.tsx';
import { type PlacedScene, roleOfLayer, sameSet, unlessScene } from './film.ts';
import { KeyLane, ValueNow } from './KeyLane.tsx';
import { KindIcon } from './KindIcon.tsx';
import { barsIn } from './laneBars.ts';
import { cueLabel, LANE_HEIGHT, type Lane, laneFold, px, type Visible } from './lanes.ts';
import { SpanBar } from './SpanBar.tsx';
import { seek } from './transport.ts';
import { MouthLane, VoiceLane } from './VoiceLanes.tsx';

interface Props {
  readonly scene: PlacedScene;
  readonly lane: Lane;
  readonly zoom: number;
  readonly width: number;
  readonly visible: Visible;
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
        {cueKind && <CueBars bars={barsIn(scene, lane.kind, lane.layer)} latest={latest} lane={lane} zoom={zoom} visible={visible} tone={tone} />}
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
function ClosedLane({ scene, layer, zoom, visible, tone }: { scene: PlacedScene; layer: string; zoom: number; visible: Visible; tone: SpeakerTone }) {
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

const sameCaptions = (a: PlacedScene, b: PlacedScene): boolean =>
  a.captions.length === b.captions.length &&
  a.captions.every((span, index) => {
    const other = b.captions[index] as typeof span;
    return span.start === other.start && span.end === other.end && span.cue === other.cue && span.rows.join() === other.rows.join();
  });

/** Captions that come from the words by themselves. */
const AutoCaptions = memo(function AutoCaptions({ scene, zoom, visible }: { scene: PlacedScene; zoom: number; visible: Visible }) {
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
