import { hashText } from '../draw/hash.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import type { FilmSchedule } from './schedule.ts';

/** A piece of film that is rendered in one go: whole frames, end exclusive. */
export interface Segment {
  readonly scene: string;
  readonly fromFrame: number;
  readonly toFrame: number;
}

const WINDOW = toTicks(5);
const LONGEST = toTicks(12);

/**
 * Cuts a film into segments (architecture.md, Rendering a film): at scene starts, and before a line whose id hash is
 * the lowest of all line starts within 5 s either side, so that cuts fall back into step after a change; pieces over
 * 12 s are split at the line start, else word gap, nearest their middle.
 */
export function segmentsOf(film: FilmSchedule): Segment[] {
  const frame = ticksPerFrame(film.fps);
  return film.scenes.flatMap((scene) => {
    const starts = scene.lines.map(({ id, start }) => ({ start, hash: hashText(id) })).filter(({ start }) => start > 0 && start < scene.length);
    const cuts = starts.filter(({ start, hash }) => starts.every((other) => Math.abs(other.start - start) > WINDOW || other.hash >= hash)).map(({ start }) => start);
    const words = scene.lines.flatMap((line) => line.words.map((word) => word.start));
    const borders = [...new Set([0, ...cuts, scene.length])].sort((a, b) => a - b);
    const pieces: [number, number][] = [];
    const split = (from: number, to: number): void => {
      if (to - from <= LONGEST) {
        pieces.push([from, to]);
        return;
      }
      const middle = (from + to) / 2;
      const nearest = (places: readonly number[]): number | undefined =>
        places
          .map((place) => Math.round(place / frame) * frame)
          .filter((place) => place > from + frame && place < to - frame && Math.abs(place - middle) < (to - from) * 0.3)
          .sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))[0];
      const cut = nearest(starts.map(({ start }) => start)) ?? nearest(words) ?? Math.round(middle / frame) * frame;
      split(from, cut);
      split(cut, to);
    };
    for (let index = 0; index + 1 < borders.length; index++) split(borders[index] as number, borders[index + 1] as number);
    return pieces
      .map(([from, to]) => ({ scene: scene.id, fromFrame: Math.round((scene.start + from) / frame), toFrame: Math.round((scene.start + to) / frame) }))
      .filter(({ fromFrame, toFrame }) => toFrame > fromFrame);
  });
}

/** Segments cut to a range of frames. */
export const clipped = (segments: readonly Segment[], fromFrame: number, toFrame: number): Segment[] =>
  segments
    .map((segment) => ({ ...segment, fromFrame: Math.max(fromFrame, segment.fromFrame), toFrame: Math.min(toFrame, segment.toFrame) }))
    .filter((segment) => segment.toFrame > segment.fromFrame);
