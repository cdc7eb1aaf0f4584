import type { MouthShape } from '../document/schema.ts';
import { blendMouth, MOUTH_CHART, type MouthNumbers } from '../figure/mouth.ts';
import { type Analysis, loudnessAt } from '../speech/analysis.ts';
import { clamp, smooth } from '../time/easing.ts';
import { ceilToFrame, type FrameRate, floorToFrame, ticksPerFrame, toTicks } from '../time/ticks.ts';
import { lastAtOrBefore } from '../time/track.ts';

/** Mouth shapes of one layer along a scene, ascending, without overlap; between them the mouth rests. */
export interface MouthTrack {
  readonly starts: readonly number[];
  readonly ends: readonly number[];
  readonly shapes: readonly MouthShape[];
  /** Loudness at the middle of each shape, 0..1.5. */
  readonly loud: readonly number[];
  /** Ticks of a blend, and how far the mouth opens about its own. */
  readonly blend?: number;
  readonly open?: number;
}

/** A soft mouth blends twice as long, a sharp one half as long. */
export const blendOf = (sharp: number): number => Math.round(BLEND * 2 ** -sharp);

/** Lips lead: closed and bite come 30 ms early (speech.md, Mouth rules). */
const LIPS_LEAD = toTicks(0.03);
/** Blends take 40-60 ms. */
const BLEND = toTicks(0.05);
/** A shape's opening follows the level; a voiced vowel never falls below a third. */
const LEAST_OPEN = 0.42;

export interface SpokenMouth {
  /** Line's start in scene ticks. */
  readonly at: number;
  readonly length: number;
  readonly analysis: Analysis;
}

export interface MouthOverride {
  readonly start: number;
  readonly end: number;
  readonly shape: MouthShape;
}

/**
 * A layer's mouth track: true times from the analyses, style applied here (lips early, at least one whole frame,
 * snapped down to a frame), hand-set shapes over it.
 */
export function mouthTrack(spoken: readonly SpokenMouth[], overrides: readonly MouthOverride[], fps: FrameRate): MouthTrack {
  const frame = ticksPerFrame(fps);
  const events: { start: number; end: number; shape: MouthShape; loud: number }[] = [];
  for (const { at, length, analysis } of [...spoken].sort((a, b) => a.at - b.at)) {
    for (const { shape, start, end } of analysis.mouth) {
      if (start >= length) break;
      const lips = shape === 'closed' || shape === 'bite';
      let from = at + start;
      let to = at + Math.min(end, length);
      if (lips) {
        from = floorToFrame(Math.max(0, from - LIPS_LEAD), fps);
        to = Math.max(to, from + frame);
      }
      const last = events.at(-1);
      if (lips && last && (last.shape === 'closed' || last.shape === 'bite') && last.end > from) {
        // Two lip shapes in a row: one closure, or one after the other, each for a whole frame.
        if (last.shape === shape) {
          last.end = Math.max(last.end, to);
          continue;
        }
        from = ceilToFrame(last.end, fps);
        last.end = from;
        to = Math.max(to, from + frame);
      } else if (lips) {
        // A closure takes its time from the shapes before it.
        while (events.length && (events.at(-1) as { start: number }).start >= from) events.pop();
        const before = events.at(-1);
        if (before && before.end > from) before.end = from;
      } else if (last && last.end > from) from = last.end;
      if (to > from) events.push({ start: from, end: to, shape, loud: loudnessAt(analysis, (start + Math.min(end, length)) / 2) });
    }
  }
  let merged = events;
  for (const o of overrides) {
    merged = merged.flatMap((e) => {
      if (e.end <= o.start || e.start >= o.end) return [e];
      const pieces = [];
      if (e.start < o.start) pieces.push({ ...e, end: o.start });
      if (e.end > o.end) pieces.push({ ...e, start: o.end });
      return pieces;
    });
    merged.push({ start: o.start, end: o.end, shape: o.shape, loud: 1 });
  }
  merged.sort((a, b) => a.start - b.start);
  return { starts: merged.map((e) => e.start), ends: merged.map((e) => e.end), shapes: merged.map((e) => e.shape), loud: merged.map((e) => e.loud) };
}

const jaw = (shape: MouthShape, loud: number): number => (shape === 'closed' || shape === 'rest' || shape === 'bite' ? 1 : clamp(0.35 + 0.72 * loud, LEAST_OPEN, 1.22));

/** The blended mouth at a tick, opened `wider` times as far: every tick costs the same. */
export function mouthAt(track: MouthTrack, tick: number, wider = 1): MouthNumbers {
  const { blend = BLEND } = track;
  const open = (track.open ?? 1) * wider;
  const index = lastAtOrBefore(track.starts, tick);
  const inside = index >= 0 && (track.ends[index] as number) > tick;
  const here = inside ? (track.shapes[index] as MouthShape) : 'rest';
  const hereOpen = inside ? jaw(here, track.loud[index] as number) * open : 1;
  const nowStart = inside ? (track.starts[index] as number) : index >= 0 ? (track.ends[index] as number) : Number.NEGATIVE_INFINITY;
  const nowEnd = inside ? (track.ends[index] as number) : (track.starts[index + 1] ?? Number.POSITIVE_INFINITY);
  const lips = here === 'closed' || here === 'bite';
  const half = Math.min(blend / 2, (nowEnd - nowStart) / 2);
  const current = blendMouth(MOUTH_CHART[here], MOUTH_CHART[here], 0, hereOpen);
  // Into this shape: from the one before, over the blend about the border. A closure is whole from its first frame.
  if (!lips && tick - nowStart < half) {
    const before = inside && index > 0 && (track.ends[index - 1] as number) >= nowStart ? index - 1 : inside ? -1 : index;
    const shape = before >= 0 ? (track.shapes[before] as MouthShape) : 'rest';
    const from = blendMouth(MOUTH_CHART[shape], MOUTH_CHART[shape], 0, before >= 0 ? jaw(shape, track.loud[before] as number) * open : 1);
    return blendMouth(from, current, smooth(0.5 + (tick - nowStart) / (2 * half || 1)));
  }
  if (!lips && nowEnd - tick < half) {
    const next = track.starts[index + 1] === nowEnd ? index + 1 : -1;
    const shape = next >= 0 ? (track.shapes[next] as MouthShape) : 'rest';
    const to = blendMouth(MOUTH_CHART[shape], MOUTH_CHART[shape], 0, next >= 0 ? jaw(shape, track.loud[next] as number) * open : 1);
    return blendMouth(current, to, smooth(0.5 - (nowEnd - tick) / (2 * half || 1)));
  }
  return current;
}
