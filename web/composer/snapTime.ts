import { ticksPerFrame } from '#core/time/ticks';
import type { PlacedScene } from './film.ts';

const marks = new WeakMap<PlacedScene, number[]>();

/** Every moment of a scene that others are put to: words, lines, cues, keys, markers, its ends. Ascending, once each. */
export function momentsOf(scene: PlacedScene): readonly number[] {
  let known = marks.get(scene);
  if (!known) {
    const all = new Set<number>([0, scene.length]);
    for (const line of scene.lines) {
      all.add(line.start).add(line.end);
      for (const word of line.words) all.add(word.start).add(word.end);
    }
    for (const { start, end } of scene.resolved.cues.values()) all.add(start).add(end);
    for (const { start, end } of scene.resolved.spans.values()) all.add(start).add(end);
    for (const at of scene.resolved.keys.values()) all.add(at);
    for (const at of scene.resolved.markers.values()) all.add(at);
    marks.set(scene, (known = [...all].sort((a, b) => a - b)));
  }
  return known;
}

/** What a time is drawn to, and where it then is. `to` undefined: to the nearest frame only. */
export interface SnappedTime {
  readonly at: number;
  readonly to: number | undefined;
}

/**
 * The nearest moment within `reach` ticks of any of `edges` (those that are dragged, already moved), as the ticks to add
 * to all of them; the dragged thing's own moments (`own`) are none. Without one, the first edge goes to its frame.
 */
export function snapTime(scene: PlacedScene, edges: readonly number[], reach: number, own: readonly number[], playhead: number): { by: number; to: number | undefined } {
  const places = momentsOf(scene);
  let by = 0;
  let to: number | undefined;
  let away = reach;
  const look = (place: number, edge: number): void => {
    const distance = Math.abs(place - edge);
    if (distance > away || (to !== undefined && distance === away)) return;
    away = distance;
    by = place - edge;
    to = place;
  };
  for (const edge of edges) {
    look(playhead, edge);
    for (let n = firstAtOrAfter(places, edge - away); n < places.length && (places[n] as number) <= edge + away; n++) {
      const place = places[n] as number;
      if (!own.includes(place)) look(place, edge);
    }
  }
  if (to !== undefined) return { by, to };
  const [first = 0] = edges;
  const frame = ticksPerFrame(scene.fps);
  return { by: Math.round(first / frame) * frame - first, to: undefined };
}

function firstAtOrAfter(list: readonly number[], value: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle] as number) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
