import { memo, useMemo } from 'react';
import { MOUTH_CHART } from '#core/figure/mouth';
import { LOUDNESS_STEP } from '#core/speech/analysis';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { choose, useView, view } from '../state/view.ts';
import type { SpeakerTone } from '../ui/speakers.ts';
import type { Bar } from './CueBar.tsx';
import { type PlacedScene, sameVoices, unlessScene } from './film.ts';
import { barsIn } from './laneBars.ts';
import { LANE_HEIGHT, px, type Visible } from './lanes.ts';
import { seek } from './transport.ts';

/** Pixels: the waveform's middle, and the strip of lips under it. */
const WAVE_MIDDLE = 7.5;
const LIPS = { top: 15, height: 8.5 } as const;

/** Waveform of each line's take, with its words' level, in the speaker's colour. */
export const VoiceLane = memo(function VoiceLane({ scene, layer, zoom, visible, tone }: { scene: PlacedScene; layer: string; zoom: number; visible: Visible; tone: SpeakerTone }) {
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

interface MouthProps {
  readonly scene: PlacedScene;
  readonly layer: string;
  readonly zoom: number;
  readonly visible: Visible;
  readonly tone: SpeakerTone;
  /** How the speaker's mouth speaks. */
  readonly manner: unknown;
}

const mouthCues = ({ scene, layer }: MouthProps): readonly Bar[] => barsIn(scene, 'mouth', layer);

/** Mouths follow voices and what is set by hand: anything else that hangs on the lanes leaves them as they are. */
const sameMouths = (a: MouthProps, b: MouthProps): boolean => {
  if (!unlessScene<MouthProps>(sameVoices)(a, b)) return false;
  const [before, now] = [mouthCues(a), mouthCues(b)];
  return before.length === now.length && before.every(({ cue }, index) => cue === now[index]?.cue);
};

/** Small drawings of the lips; spans under 13 px merge into a strip of openness. */
export const MouthLane = memo(function MouthLane({ scene, layer, zoom, visible, tone }: MouthProps) {
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
