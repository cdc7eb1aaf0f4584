import type { FilmSchedule } from '#core/schedule/schedule';
import { ticksPerFrame, toTicks } from '#core/time/ticks';
import { Player, warm } from '../player.ts';
import { choose, useView, view } from '../state/view.ts';

let film: FilmSchedule | undefined;
let lastScrub = 0;
let warming: ReturnType<typeof setTimeout> | undefined;

const sceneStart = (): number => film?.scenes.find(({ id }) => id === useView.getState().scene)?.start ?? 0;
const sceneNow = () => film?.scenes.find(({ id }) => id === useView.getState().scene) ?? film?.scenes[0];

const player = new Player(
  (tick) => {
    const scene = film?.scenes.findLast((s) => s.start <= tick);
    if (scene) view({ scene: scene.id, tick: tick - scene.start });
  },
  (tick) => {
    view({ playing: false });
    const scene = sceneNow();
    if (scene) view({ tick: Math.min(scene.length - 1, Math.max(0, tick - scene.start)) });
  },
);

/** Told of every new schedule; playing goes on with the old one until it is stopped. */
export function followFilm(next: FilmSchedule): void {
  film = next;
  clearTimeout(warming);
  warming = setTimeout(() => warm(next), 1500);
}

/** The level that is heard now, 0..1. */
export const soundLevel = (): number => player.level();

export function stop(): void {
  player.stop();
  view({ playing: false });
}

async function start(from: number, to: number): Promise<void> {
  if (!film) return;
  view({ playing: true });
  await player.play(film, from, to);
}

/** Plays from the playhead to the scene's end, or stops. */
export function togglePlay(what: 'scene' | 'film' = 'scene'): void {
  const { playing, tick } = useView.getState();
  const scene = sceneNow();
  if (playing) return stop();
  if (!scene || !film) return;
  const at = tick >= scene.length - toTicks(0.1) ? 0 : tick;
  void start(scene.start + at, what === 'film' ? film.length : scene.start + scene.length);
}

/** Plays one line with a breath before and after. */
export function playLine(id: string): void {
  const scene = sceneNow();
  const line = scene?.lines.find((l) => l.id === id);
  if (!scene || !line) return;
  void start(scene.start + Math.max(0, line.start - toTicks(0.15)), scene.start + Math.min(scene.length, line.end + toTicks(0.25)));
}

/** Plays a stretch of the scene, ticks, with a breath before and after. */
export function playSpan({ from, to }: { readonly from: number; readonly to: number }): void {
  const scene = sceneNow();
  if (!scene) return;
  const [begin, end] = [Math.max(0, from - toTicks(0.4)), Math.min(scene.length, to + toTicks(0.4))];
  if (end > begin) void start(scene.start + begin, scene.start + end);
}

const AROUND_JOIN = toTicks(1.5);

/**
 * Plays the join before a line again and again, 1.5 s on either side, always as it is now. Gives the way to end it.
 */
export function playJoin(id: string): () => void {
  let going = true;
  const round = async (): Promise<void> => {
    while (going) {
      const scene = sceneNow();
      const line = scene?.lines.find((l) => l.id === id);
      if (!scene || !line) return;
      const joint = line.start - Math.max(0, line.gap ?? 0);
      const from = Math.max(0, Math.min(joint, line.start) - AROUND_JOIN);
      const to = Math.min(scene.length, Math.max(line.start, joint) + AROUND_JOIN);
      await start(scene.start + from, scene.start + to);
      await new Promise((next) => setTimeout(next, ((to - from) / 48) * 1 + 350));
    }
  };
  void round();
  return () => {
    going = false;
    stop();
  };
}

/** Moves the playhead; sound is heard under it while it is dragged. */
export function seek(tick: number, scrub = false): void {
  const scene = sceneNow();
  if (!scene || !film) return;
  const { playing } = useView.getState();
  if (playing) stop();
  const at = Math.max(0, Math.min(scene.length - 1, Math.round(tick)));
  view({ tick: at });
  const now = performance.now();
  if (scrub && now - lastScrub > 70) {
    lastScrub = now;
    void player.scrub(film, sceneStart() + at);
  }
}

/** One frame (or more) back or on, from whole frame to whole frame. */
export function stepFrames(frames: number): void {
  if (!film) return;
  const frame = ticksPerFrame(film.fps);
  seek(Math.round(useView.getState().tick / frame) * frame + frames * frame);
}

/** To the start of the line before or after the playhead. */
export function stepLine(direction: 1 | -1): void {
  const scene = sceneNow();
  if (!scene) return;
  const { tick } = useView.getState();
  const starts = scene.lines.map(({ id, start }) => ({ id, start })).sort((a, b) => a.start - b.start);
  const target = direction > 0 ? starts.find(({ start }) => start > tick + 10) : starts.findLast(({ start }) => start < tick - 10);
  if (!target) return seek(direction > 0 ? scene.length - 1 : 0);
  choose({ kind: 'line', id: target.id });
  seek(target.start);
}

/** To the marker before or after the playhead. */
export function stepMarker(direction: 1 | -1): void {
  const { tick } = useView.getState();
  const moments = [...(sceneNow()?.resolved.markers.values() ?? [])].sort((a, b) => a - b);
  const target = direction > 0 ? moments.find((at) => at > tick + 10) : moments.findLast((at) => at < tick - 10);
  if (target !== undefined) seek(target);
}

/** Plays a stored sound by itself, such as a take that is not in use. */
export function audition(sound: { media: string; from: number; length: number; gain?: number }, onEnd: () => void): void {
  view({ playing: false });
  void player.audition(sound.media, sound.from, sound.length, sound.gain ?? 1, onEnd);
}
