import { inOrder } from '../time/order.ts';
import { ticksPerFrame } from '../time/ticks.ts';
import { lastAtOrBefore, type Track } from '../time/track.ts';
import type { FilmSchedule } from './schedule.ts';
import type { Segment } from './segments.ts';

/**
 * Everything that a segment's frames depend on, as plain text: what evaluate reads between its first and last tick,
 * times counted from its start, numbers rounded. Equal text means equal frames.
 */
export function segmentInputs(film: FilmSchedule, segment: Segment): string {
  const scene = film.scenes.find(({ id }) => id === segment.scene) as FilmSchedule['scenes'][number];
  const frame = ticksPerFrame(film.fps);
  const from = segment.fromFrame * frame - scene.start;
  const to = segment.toFrame * frame - scene.start;
  const at = (tick: number): number => tick - from;
  const number = (value: number): number => Math.round(value * 1e4) / 1e4;
  /** Keys of a track that are read in the range: from the one before it to the one after. */
  const read = (track: Track): unknown[] => {
    const first = Math.max(0, lastAtOrBefore(track.at, from));
    const out: unknown[] = [];
    for (let n = first; n < track.at.length; n++) {
      const value = track.values[n] as number;
      const tick = track.at[n] as number;
      // When a flat stretch reaches over the range's edge, where it began or ends changes nothing inside.
      const heldBefore = n === first && tick <= from && (track.eases[n] === 'hold' || n === track.at.length - 1 || track.values[n + 1] === value);
      const heldAfter = tick >= to && n > first && track.values[n - 1] === value;
      out.push([heldBefore || heldAfter ? 'held' : at(tick), number(value), heldBefore || heldAfter ? '' : track.eases[n]]);
      if (tick >= to) break;
    }
    // A track that stands still throughout is only its value.
    const values = new Set(out.map((key) => (key as [unknown, number])[1]));
    return values.size === 1 ? [...values] : out;
  };
  /** Tracks of a channel are added up: one that stands at nothing throughout is as good as none. */
  const stirs = (keys: unknown[]): boolean => keys.length > 1 || keys[0] !== 0;
  const layers = inOrder(scene.scene.layers).map(([id, layer]) => {
    const acting = scene.layers.get(id);
    if (!acting || layer.kind !== 'character') return [id, layer];
    const mouth = [];
    const m = acting.mouth;
    for (let n = Math.max(0, lastAtOrBefore(m.starts, from) - 1); n < m.starts.length; n++) {
      if ((m.ends[n] as number) > from - 4800) mouth.push([at(m.starts[n] as number), at(m.ends[n] as number), m.shapes[n], number(m.loud[n] as number)]);
      if ((m.starts[n] as number) > to + 4800) break;
    }
    const channels = Object.entries(acting.channels)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, tracks]) => [key, tracks.map(read).filter(stirs)] as const)
      .filter(([, tracks]) => tracks.length > 0);
    const held = acting.held.flatMap(({ start, end, holding }) => (start < to && end > from ? [[at(start), at(end), holding]] : []));
    const feet =
      acting.feet && (['L', 'R'] as const).map((side) => (['x', 'lift', 'pitch'] as const).map((key) => read((acting.feet as NonNullable<typeof acting.feet>)[side][key])));
    return [
      id,
      layer,
      acting.character,
      channels,
      mouth,
      m.blend ?? null,
      m.open ?? null,
      read(acting.x),
      read(acting.y),
      held,
      acting.seats,
      feet ?? null,
      feet && from >= (acting.feet?.L.x.at[0] ?? 0),
    ];
  });
  const shots = scene.shots.flatMap((shot, index) => {
    const next = scene.shots[index + 1];
    // The shot before is read while the camera still moves away from it.
    if (shot.start >= to || (next && next.start + next.cue.over <= from)) return [];
    const places = shot.cue.subjects.map((id) => {
      const acting = scene.layers.get(id);
      return acting ? [read({ ...acting.x, at: acting.x.at }), acting.layer, acting.p.shoulder] : null;
    });
    const { framing, x, y, width, over, push, subjects } = shot.cue;
    return [[framing, x, y, width, over, push, subjects, at(shot.start), push ? at(shot.end) : 0, places]];
  });
  const captions = scene.captions
    .filter((caption) => caption.start < to && caption.end > from)
    .map((caption) => [Math.max(-1, at(caption.start)), Math.min(to - from, at(caption.end)), caption.rows, caption.colour ?? 0]);
  return JSON.stringify([
    film.document.production.frame,
    film.document.production.style,
    film.fps,
    segment.toFrame - segment.fromFrame,
    scene.scene.backdrop,
    layers,
    shots,
    captions,
  ]);
}
