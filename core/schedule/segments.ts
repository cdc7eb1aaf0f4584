import { hashText } from '../draw/hash.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import type { FilmSchedule, SceneSchedule } from './schedule.ts';

/** A piece of film that is rendered in one go: whole frames, end exclusive. */
export interface Segment {
  readonly scene: string;
  readonly fromFrame: number;
  readonly toFrame: number;
}

/** Of lines as far apart as this, one begins a segment. */
const WINDOW = toTicks(5);
const LONGEST = toTicks(9);
/** No two borders that are chosen lie nearer to each other. */
const SHORTEST = toTicks(2);

/**
 * Where a scene may be cut, so that a change makes little of it anew: at hard cuts of the camera (a key frame stands there
 * anyway, and who is out of the shot is in no key), and, where the camera does not cut, before a line whose id hash is the
 * lowest of all line starts within 5 s either side. Each is chosen by what lies about it alone: after a change the
 * borders fall back into step.
 */
function bordersOf(scene: SceneSchedule): number[] {
  const cuts = scene.shots
    .filter(({ cue, start }) => cue.over === 0 && start > SHORTEST / 2 && start < scene.length - SHORTEST / 2)
    .map(({ id, start }) => ({ start, hash: hashText(id) }));
  // Of cuts in quick succession the one with the lowest hash stays.
  const hard = cuts.filter((one) => cuts.every((other) => other === one || Math.abs(other.start - one.start) > SHORTEST || other.hash > one.hash)).map(({ start }) => start);
  const lines = scene.lines
    .map(({ id, start }) => ({ start, hash: hashText(id) }))
    .filter(({ start }) => start > 0 && start < scene.length && hard.every((cut) => Math.abs(cut - start) > WINDOW / 2));
  const soft = lines.filter((one) => lines.every((other) => Math.abs(other.start - one.start) > WINDOW || other.hash >= one.hash)).map(({ start }) => start);
  return [...hard, ...soft];
}

/** Cuts a film into segments: at scene starts and at the borders of each scene; pieces over 9 s are split at the line start, else word gap, nearest their middle. */
export function segmentsOf(film: FilmSchedule): Segment[] {
  const frame = ticksPerFrame(film.fps);
  return film.scenes.flatMap((scene, at) => {
    // What the next scene is seen together with is that one's own; and so is its own beginning, beside the scene before.
    const last = scene.length - (film.scenes[at + 1]?.overlap ?? 0);
    const starts = scene.lines.map(({ start }) => start);
    const words = scene.lines.flatMap((line) => line.words.map((word) => word.start));
    const borders = [...new Set([0, scene.overlap, ...bordersOf(scene).filter((border) => border > scene.overlap && border < last), last])].sort((a, b) => a - b);
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
          .filter((place) => Math.abs(place - middle) < (to - from) * 0.3)
          .sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))[0];
      const cut = nearest(starts) ?? nearest(words) ?? Math.round(middle / frame) * frame;
      split(from, cut);
      split(cut, to);
    };
    for (let index = 0; index + 1 < borders.length; index++) split(borders[index] as number, borders[index + 1] as number);
    return pieces
      .map(([from, to]) => ({ scene: scene.id, fromFrame: Math.max(0, Math.ceil((scene.start + from) / frame - 1e-6)), toFrame: Math.ceil((scene.start + to) / frame - 1e-6) }))
      .filter(({ fromFrame, toFrame }) => toFrame > fromFrame);
  });
}

/** Segments cut to a range of frames. */
export const clipped = (segments: readonly Segment[], fromFrame: number, toFrame: number): Segment[] =>
  segments
    .map((segment) => ({ ...segment, fromFrame: Math.max(fromFrame, segment.fromFrame), toFrame: Math.min(toFrame, segment.toFrame) }))
    .filter((segment) => segment.toFrame > segment.fromFrame);
