import type { Layer } from '../document/schema.ts';
import { inTreeOrder } from '../document/tree.ts';
import type { Acting } from '../schedule/acting.ts';
import type { MouthTrack } from '../schedule/mouths.ts';
import type { FilmSchedule } from '../schedule/schedule.ts';
import type { Segment } from '../schedule/segments.ts';
import type { StagedLayer } from '../schedule/staged.ts';
import { TICKS_PER_SECOND, ticksPerFrame } from '../time/ticks.ts';
import { lastAtOrBefore, type Track } from '../time/track.ts';
import { backdropMoves } from './backdrop.ts';
import { cameraAt, focusAt } from './camera.ts';
import { momentOf } from './evaluate.ts';
import { readsBack } from './figures.ts';
import { everSeen } from './inPicture.ts';
import { movesByItself } from './layers/index.ts';
import { TAIL_LAG } from './whereabouts.ts';

/** Fields of a layer that no picture shows, or that the schedule has turned into tracks and times. */
const UNDRAWN: ReadonlySet<string> = new Set(['order', 'name', 'keys', 'span', 'locked', 'solo']);
/** Fields of a character that no picture shows: what it wears is in its parts. */
const UNSEEN: ReadonlySet<string> = new Set(['order', 'name', 'outfits', 'temper']);
/** What of the acting is written apart, or follows from what is. */
const APART: ReadonlySet<string> = new Set(['layer', 'character', 'channels', 'mouth', 'held', 'feet']);

/** Blends of a mouth reach over the edges of a shape by at most this much (ticks). */
const MOUTH_REACH = 9600;

const isTrack = (value: unknown): value is Track => typeof value === 'object' && value !== null && 'at' in value && 'values' in value && 'eases' in value;

/**
 * Everything that a segment's frames depend on, as plain text: what evaluate reads between its first and last tick, times
 * counted from its start, numbers rounded. Equal text means equal frames. Whatever a layer, an effect or an acting has is
 * written, unless it is named above: a new field is in the key before anybody thinks of it.
 */
export function segmentInputs(film: FilmSchedule, segment: Segment): string {
  const index = film.scenes.findIndex(({ id }) => id === segment.scene);
  const scene = film.scenes[index] as FilmSchedule['scenes'][number];
  const own = sceneInputs(film, segment);
  const before = film.scenes[index - 1];
  if (!before || scene.overlap <= 0 || segment.fromFrame * ticksPerFrame(film.fps) >= scene.start + scene.overlap) return own;
  // While it comes, the scene before is seen, too.
  return `${own}\n${JSON.stringify([scene.scene.transition, scene.overlap])}\n${sceneInputs(film, { ...segment, scene: before.id })}`;
}

function sceneInputs(film: FilmSchedule, segment: Segment): string {
  const scene = film.scenes.find(({ id }) => id === segment.scene) as FilmSchedule['scenes'][number];
  const frame = ticksPerFrame(film.fps);
  const from = segment.fromFrame * frame - scene.start;
  const to = segment.toFrame * frame - scene.start;
  const ticks = Array.from({ length: segment.toFrame - segment.fromFrame }, (_, n) => from + n * frame);
  const number = (value: number): number => Math.round(value * 1e4) / 1e4;

  /** From where on a layer is read. */
  let since = from;
  /**
   * Keys of a track that are read in the range: from the one before it to the one after. What makes no difference inside
   * is left out: where a flat stretch began or ends, keys in the middle of one, how a value goes on to the same value.
   */
  const cut = (track: Track): unknown[] => {
    const keys: { at: number; value: number; ease: unknown }[] = [];
    // A track stands at its first key's value before it.
    if (track.at.length && (track.at[0] as number) > since) keys.push({ at: since, value: number(track.values[0] as number), ease: 'hold' });
    for (let n = Math.max(0, lastAtOrBefore(track.at, since)); n < track.at.length; n++) {
      const [tick, value] = [track.at[n] as number, number(track.values[n] as number)];
      const [before, last] = [keys.at(-2), keys.at(-1)];
      // The middle one of three that are alike.
      if (before && last && before.value === value && last.value === value) keys.pop();
      keys.push({ at: tick, value, ease: track.eases[n] });
      if (tick >= to) break;
    }
    if (keys.length > 1 && keys.at(-1)?.value === keys.at(-2)?.value) keys.pop();
    return keys.map(({ at, value, ease }, n) => {
      const next = keys[n + 1];
      const flat = !next || next.value === value;
      const stands = keys.length === 1 || (at <= since && (flat || ease === 'hold'));
      return stands ? value : [at - from, value, flat ? '' : ease];
    });
  };

  /** Any value as plain data: tracks cut to the range, keys in order, numbers rounded. */
  const written = (value: unknown, without: ReadonlySet<string> = NONE): unknown => {
    if (typeof value === 'number') return number(value);
    if (typeof value !== 'object' || value === null) return value;
    if (isTrack(value)) return cut(value);
    if (Array.isArray(value)) return value.map((one) => written(one));
    return Object.entries(value)
      .filter(([key, one]) => one !== undefined && !without.has(key))
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, written(one)]);
  };

  const mouth = ({ starts, ends, shapes, loud, blend, open }: MouthTrack): unknown => {
    const read: unknown[] = [];
    for (let n = Math.max(0, lastAtOrBefore(starts, from - MOUTH_REACH) - 1); n < starts.length; n++) {
      if ((starts[n] as number) > to + MOUTH_REACH) break;
      if ((ends[n] as number) > from - MOUTH_REACH) read.push([(starts[n] as number) - from, (ends[n] as number) - from, shapes[n], number(loud[n] as number)]);
    }
    return [read, blend ?? null, open ?? null];
  };

  const acted = (acting: Acting): unknown => {
    const channels = Object.entries(acting.channels)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      // Tracks of a channel are added up: one that stands at nothing throughout is as good as none.
      .map(
        ([key, tracks]) => [key, tracks.map(({ track, by }) => [cut(track), by ?? '']).filter(([keys]) => (keys as unknown[]).length > 1 || (keys as unknown[])[0] !== 0)] as const,
      )
      .filter(([, tracks]) => tracks.length > 0);
    const held = acting.held.flatMap(({ start, end, holding }) => (start < to && end > from ? [[Math.max(-1, start - from), Math.min(to - from, end - from), holding]] : []));
    const feet = acting.feet && [written(acting.feet), from >= (acting.feet.L.x.at[0] ?? 0) ? '' : (acting.feet.L.x.at[0] ?? 0) - from];
    return [written(acting, APART), written(acting.character, UNSEEN), channels, mouth(acting.mouth), held, feet ?? null];
  };

  /** When a layer comes and goes, as far as it is seen here; what has effects, moves by itself or has a way in or out counts from its own start. */
  const times = ({ start, end, layer, effects }: StagedLayer): unknown => {
    const exact = effects.length > 0 || movesByItself(layer);
    const comes = exact || start + (layer.enter?.ticks ?? 0) > from;
    const goes = exact || end - (layer.exit?.ticks ?? 0) < to;
    return [comes ? Math.min(start - from, to - from) : 'there', goes ? Math.max(end, since) - from : 'stays'];
  };

  // What a balloon or a mark points at is read even where it is out of sight; a tail follows late.
  const pointedAt = new Set<string>();
  for (const { layer, start, end } of scene.layers.values()) {
    if (layer.hidden || end <= from || start >= to) continue;
    const at = layer.kind === 'balloon' ? layer.of : layer.kind === 'mark' ? layer.to : undefined;
    for (let id = at; id !== undefined && !pointedAt.has(id); id = scene.layers.get(id)?.layer.parent) pointedAt.add(id);
  }

  const moments = ticks.map((tick) => momentOf(film.document, scene, tick));
  const layers: unknown[] = [];
  for (const [id, layer, depth] of inTreeOrder(scene.scene)) {
    const staged = scene.layers.get(id);
    const pointed = pointedAt.has(id);
    const seen = pointed ? from - TAIL_LAG : from;
    if (!staged || layer.hidden || staged.end <= seen || staged.start >= to) continue;
    since = staged.acting ? seen - readsBack(staged.acting) : seen;
    if (staged.acting && !pointed && !everSeen(moments, staged)) {
      layers.push([id, depth, 'out of sight']);
      continue;
    }
    const { acting, layer: _layer, start: _start, end: _end, id: _id, effects, words, ...rest } = staged;
    layers.push([
      id,
      depth,
      drawnOf(layer, written),
      times(staged),
      written(rest),
      // Words that have long come, or have not come yet, are the same whenever.
      words ? [words.tone, words.shape, words.beats.map((beat) => Math.max(-WORDS_MOVE, Math.min(to - from, beat - from)))] : null,
      effects.map(({ id: name, ...effect }) => [name, written(effect)]),
      acting ? acted(acting) : null,
    ]);
  }

  // What the camera takes in, frame by frame: where it does not change, once.
  const views: unknown[] = [];
  let last = '';
  ticks.forEach((tick, n) => {
    const { x, y, width } = cameraAt(scene, tick, film.document.production.frame);
    const { depth, blur } = focusAt(scene, tick);
    const shoulder = moments[n]?.shoulder;
    const over = shoulder ? ` over ${shoulder.staged.id} ${shoulder.side}` : '';
    const view = `${x} ${y} ${width}${blur ? ` sharp at ${depth}, soft ${blur}` : ''}${over}`;
    if (view !== last) views.push([n, (last = view)]);
  });
  const captions = scene.captions
    .filter((caption) => caption.start < to && caption.end > from)
    .map((caption) => [Math.max(-1, caption.start - from), Math.min(to - from, caption.end - from), caption.rows, caption.colour ?? 0]);
  const { frame: shape, style, captionLook = '', captionPlace = '' } = film.document.production;
  return JSON.stringify([
    shape,
    style,
    captions.length ? [captionLook, captionPlace] : '',
    film.fps,
    ticks.length,
    scene.scene.backdrop,
    backdropMoves(scene.scene.backdrop, shape) ? from : '',
    layers,
    views,
    captions,
  ]);
}

const NONE: ReadonlySet<string> = new Set();
/** So long after a word has come nothing of it moves any more, ticks. */
const WORDS_MOVE = 3 * TICKS_PER_SECOND;

/** A layer's own fields; effects are written with their tracks. */
const drawnOf = (layer: Layer, written: (value: unknown, without?: ReadonlySet<string>) => unknown): unknown => {
  const { effects: _, ...rest } = layer;
  return written(rest, UNDRAWN);
};
