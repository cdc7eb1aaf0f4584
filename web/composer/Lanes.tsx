import { Camera, Captions, Eye, EyeOff, Lock, LockOpen, Music, Upload } from 'lucide-react';
import { useMemo } from 'react';
import { changeLayer } from '#core/edit/commands/layers';
import { MOUTH_CHART } from '#core/figure/mouth';
import { LOUDNESS_STEP } from '#core/speech/analysis';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { IconButton } from '../ui/parts.tsx';
import { ribbonPath, type SpeakerTone, toneOf } from '../ui/speakers.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { chooseFiles, importForSpeaker, SOUND_TYPES } from '../voices.ts';
import { type Bar, CueBar } from './CueBar.tsx';
import { type PlacedScene, roleOfLayer } from './film.ts';
import { LANE_HEIGHT, type Lane, px } from './lanes.ts';
import { seek } from './transport.ts';

export const HEAD_WIDTH = 152;

interface Props {
  readonly scene: PlacedScene;
  readonly lane: Lane;
  readonly zoom: number;
  readonly width: number;
  readonly visible: { readonly from: number; readonly to: number };
  readonly odd: boolean;
}

/** One lane: its head at the left edge, its bars along the scene's clock. */
export function LaneRow({ scene, lane, zoom, width, visible, odd }: Props) {
  const tone = toneOf(lane.colour);
  const ground = odd ? 'bg-bench' : 'bg-paper';
  const roleId = useProduction((state) => {
    const layer = lane.layer ? scene.scene.layers[lane.layer] : undefined;
    if (layer?.kind !== 'character' || !state.document) return undefined;
    return roleOfLayer(state.document, scene.id, lane.layer as string);
  });
  const { drop, over } = useFileDrop<HTMLDivElement>('group', (files) => roleId && void importForSpeaker(scene.id, roleId, files), {
    several: true,
    enabled: roleId !== undefined,
  });
  return (
    <div className={`flex ${ground} ${lane.head ? 'border-t border-line' : ''} ${over ? 'bg-act-soft' : ''}`} style={{ height: LANE_HEIGHT }} {...drop}>
      <div className={`sticky left-0 z-10 flex shrink-0 items-center border-r border-line ${ground}`} style={{ width: HEAD_WIDTH }}>
        {lane.layer && <span className="h-full w-1.5 shrink-0" style={{ background: tone.strong }} />}
        {lane.head && (
          <span className="relative flex h-full items-center">
            <svg width={56} height={LANE_HEIGHT} className="absolute left-0" aria-hidden="true">
              <path d={ribbonPath(0, 0, 55, LANE_HEIGHT, tone.cut)} fill={tone.mid} />
            </svg>
            <span className="relative max-w-[46px] truncate pl-1.5 text-[12px] font-[680]" style={{ color: tone.deep }}>
              {lane.head}
            </span>
          </span>
        )}
        {!lane.layer && (
          <span className="pl-3.5 text-ink-2">
            {lane.kind === 'camera' ? (
              <Camera size={14} strokeWidth={1.6} />
            ) : lane.kind === 'sound' ? (
              <Music size={14} strokeWidth={1.6} />
            ) : (
              <Captions size={14} strokeWidth={1.6} />
            )}
          </span>
        )}
        <span className={`text-[12px] ${lane.layer ? 'absolute left-[60px] text-ink-2' : 'pl-2 font-semibold'}`}>{lane.label}</span>
        {lane.head && lane.layer && (
          <span className="absolute right-0.5 flex">
            {roleId && (
              <IconButton
                label={`Bring in voice files for ${lane.head}: they are cut into lines`}
                className="!size-5"
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
              onClick={() => run(lane.hidden ? 'Show' : 'Hide', changeLayer(scene.id, lane.layer as string, { hidden: !lane.hidden }))}
            >
              {lane.hidden ? <EyeOff size={13} strokeWidth={1.6} /> : <Eye size={13} strokeWidth={1.6} />}
            </IconButton>
            <IconButton
              label={lane.locked ? 'Unlock' : 'Lock'}
              className="!size-5"
              side="right"
              onClick={() => run(lane.locked ? 'Unlock' : 'Lock', changeLayer(scene.id, lane.layer as string, { locked: !lane.locked }))}
            >
              {lane.locked ? <Lock size={13} strokeWidth={1.6} /> : <LockOpen size={13} strokeWidth={1.6} />}
            </IconButton>
          </span>
        )}
      </div>
      <div
        className="relative shrink-0 data-[lane-target]:outline-2 data-[lane-target]:-outline-offset-2 data-[lane-target]:outline-lamp"
        style={{ width }}
        data-lane-kind={lane.kind === 'voice' ? undefined : lane.kind}
        data-lane-layer={lane.layer}
        data-lane={lane.key}
      >
        {lane.kind === 'voice' && <VoiceLane scene={scene} layer={lane.layer as string} zoom={zoom} visible={visible} tone={tone} />}
        {lane.kind === 'mouth' && <MouthLane scene={scene} layer={lane.layer as string} zoom={zoom} visible={visible} tone={tone} />}
        {lane.kind === 'caption' && <AutoCaptions scene={scene} zoom={zoom} visible={visible} />}
        {lane.kind !== 'voice' && <CueBars scene={scene} lane={lane} zoom={zoom} visible={visible} tone={tone} />}
      </div>
    </div>
  );
}

/** Waveform of each line's take, with its words' level, in the speaker's colour. */
function VoiceLane({ scene, layer, zoom, visible, tone }: { scene: PlacedScene; layer: string; zoom: number; visible: Props['visible']; tone: SpeakerTone }) {
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
          const h = Math.max(0.8, Math.min(9, loud * 7.6));
          d += `M${n * 3 + 1.5} ${12 - h}v${h * 2}`;
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
            <rect width={width} height={LANE_HEIGHT - 4} y={2} rx={2} fill={tone.tint} opacity={0.6} />
            <path d={d} stroke={line.line.take ? tone.fine : '#6f8586'} strokeWidth={1.7} strokeLinecap="round" strokeDasharray={line.line.take ? undefined : '2 2'} />
          </svg>
        );
      })}
    </>
  );
}

/** Small drawings of the lips; spans under 13 px merge into a strip of openness. */
function MouthLane({ scene, layer, zoom, visible, tone }: { scene: PlacedScene; layer: string; zoom: number; visible: Props['visible']; tone: SpeakerTone }) {
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
      const h = Math.max(1.2, Math.min(16, (m.upper + m.lower) * 0.9));
      strip += `M${left} ${12 - h / 2}h${Math.max(0.6, width - 0.6)}v${h}h${-Math.max(0.6, width - 0.6)}z`;
    } else drawn.push({ start, end, shape, left, width });
  }
  const total = Math.max(visible.to, 1);
  return (
    <svg width={total} height={LANE_HEIGHT} className="absolute top-0 left-0" role="img" aria-label="Mouth shapes">
      <path d={strip} fill={tone.fine} opacity={0.55} />
      {drawn.map(({ start, end, shape, left, width }) => {
        const m = MOUTH_CHART[shape];
        const k = Math.min(0.62, (width - 4) / 2 / m.width);
        const cx = left + width / 2;
        const cy = 12 - ((m.lower - m.upper) / 2) * k;
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
              y={3}
              width={width - 1}
              height={18}
              fill={tone.tint}
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
              <path d={`M${cx - m.width * k} 12H${cx + m.width * k}`} stroke={tone.fine} strokeWidth={shape === 'closed' ? 3 : 1.6} strokeLinecap="round" />
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** Captions that come from the words by themselves. */
function AutoCaptions({ scene, zoom, visible }: { scene: PlacedScene; zoom: number; visible: Props['visible'] }) {
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
}

function CueBars({ scene, lane, zoom, visible, tone }: { scene: PlacedScene; lane: Lane; zoom: number; visible: Props['visible']; tone: SpeakerTone }) {
  const bars: Bar[] = useMemo(
    () =>
      lane.kind === 'camera'
        ? scene.shots.map(({ id, cue, start, end }) => ({ id, cue, start, end }))
        : Object.entries(scene.scene.cues)
            .filter(([, cue]) => cue.kind === lane.kind && (!('layer' in cue) || cue.layer === lane.layer))
            .map(([id, cue]) => ({ id, cue, ...(scene.resolved.cues.get(id) as { start: number; end: number }) }))
            .sort((a, b) => a.start - b.start),
    [scene, lane],
  );
  const order = useMemo(() => bars.map(({ id }) => id), [bars]);
  return (
    <>
      {bars.map((bar, index) => {
        const next = bars[index + 1]?.start ?? Number.POSITIVE_INFINITY;
        return px(bar.end, zoom) < visible.from - 20 || px(bar.start, zoom) > visible.to + 20 ? null : (
          <CueBar key={bar.id} bar={bar} lane={lane} scene={scene} zoom={zoom} tone={tone} room={px(next - bar.start, zoom)} order={order} />
        );
      })}
    </>
  );
}
