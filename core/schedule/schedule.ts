import type { CueOf, Document, Scene } from '../document/schema.ts';
import { inOrder } from '../time/order.ts';
import { type FrameRate, ticksPerFrame } from '../time/ticks.ts';
import { captionSpans } from './captionSpans.ts';
import type { CaptionSpan } from './captions.ts';
import { type AnalysisOf, type ScheduledLine, scheduledLines } from './lines.ts';
import type { Resolved } from './resolve.ts';
import { type StagedLayer, stagedLayers } from './staged.ts';
import { resolvedScene, takeOf } from './timing.ts';
import { type Tracks, tracksOf } from './tracks.ts';

export interface Shot {
  readonly id: string;
  readonly cue: CueOf<'camera'>;
  readonly start: number;
  readonly end: number;
  /** Of a place: its centre and width in time, where they have keys. */
  readonly tracks: Tracks;
}

export interface SceneSchedule {
  readonly id: string;
  readonly scene: Scene;
  readonly fps: FrameRate;
  readonly length: number;
  readonly resolved: Resolved;
  readonly lines: readonly ScheduledLine[];
  /** Every layer, by id. */
  readonly layers: ReadonlyMap<string, StagedLayer>;
  readonly shots: readonly Shot[];
  readonly captions: readonly CaptionSpan[];
}

export interface FilmSchedule {
  readonly document: Document;
  readonly fps: FrameRate;
  readonly length: number;
  /** Each with its place in the film, and for how long the scene before is still seen as it begins. */
  readonly scenes: readonly (SceneSchedule & { readonly start: number; readonly overlap: number })[];
}

interface SceneMemo {
  readonly inputs: readonly unknown[];
  readonly value: SceneSchedule;
}
const sceneMemo = new WeakMap<Scene, SceneMemo>();

/**
 * The whole film's schedule: pins to ticks, by-default motion and mouths to tracks. Scenes whose inputs are the same
 * objects as before keep their schedule by reference.
 */
export function schedule(document: Document, analysis: AnalysisOf, fps: FrameRate = document.production.fps): FilmSchedule {
  let at = 0;
  let before: SceneSchedule | undefined;
  const scenes = inOrder(document.scenes).map(([, scene]) => {
    const value = sceneSchedule(document, scene, analysis, fps);
    const overlap = overlapWith(before, value, fps);
    const placed = { ...value, start: at - overlap, overlap };
    at += value.length - overlap;
    before = value;
    return placed;
  });
  return { document, fps, length: at, scenes };
}

/** For how many ticks a scene and the one before it are seen together: whole frames, at most half of the shorter one. */
export function overlapWith(before: Pick<SceneSchedule, 'length'> | undefined, { scene, length }: Pick<SceneSchedule, 'scene' | 'length'>, fps: FrameRate): number {
  const wanted = before ? (scene.transition?.ticks ?? 0) : 0;
  if (!before || wanted <= 0) return 0;
  const frame = ticksPerFrame(fps);
  return Math.floor(Math.min(wanted, before.length / 2, length / 2) / frame) * frame;
}

/** One scene's schedule, times from the scene's start. */
export function sceneSchedule(document: Document, scene: Scene, analysis: AnalysisOf, fps: FrameRate = document.production.fps): SceneSchedule {
  const analyses = Object.values(scene.lines).map((line) => {
    const hash = takeOf(line)?.analysis;
    return hash ? analysis(hash) : undefined;
  });
  const inputs = [
    fps,
    document.production.roles,
    document.production.frame,
    document.production.captionTracks,
    document.production.shownCaptions,
    document.production.captionColours,
    document.characters,
    ...analyses,
  ];
  const known = sceneMemo.get(scene);
  if (known && known.inputs.length === inputs.length && known.inputs.every((input, index) => input === inputs[index])) return known.value;
  const value = buildScene(document, scene, analysis, fps);
  sceneMemo.set(scene, { inputs, value });
  return value;
}

function buildScene(document: Document, scene: Scene, analysis: AnalysisOf, fps: FrameRate): SceneSchedule {
  const resolved = resolvedScene(scene, fps);
  const lines = scheduledLines(document, scene, resolved, analysis);
  const cameras = Object.entries(scene.cues)
    .filter((entry): entry is [string, CueOf<'camera'>] => entry[1].kind === 'camera')
    .map(([id, cue]) => ({ id, cue, start: resolved.cues.get(id)?.start ?? 0, tracks: tracksOf(id, cue.keys, resolved) }))
    .sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1));
  const shots = cameras.map((shot, index) => ({ ...shot, end: cameras[index + 1]?.start ?? resolved.length }));
  const layers = stagedLayers(document, scene, resolved, lines, fps);
  return { id: scene.id, scene, fps, length: resolved.length, resolved, lines, layers, shots, captions: captionSpans(document, scene, resolved, lines, fps) };
}
