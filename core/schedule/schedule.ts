import type { Character, CharacterLayer, CueOf, Document, Line, Role, Scene } from '../document/schema.ts';
import { dice, hashText } from '../draw/hash.ts';
import { actionOf } from '../figure/actions/index.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import { makeOf } from '../figure/mascots/makes.ts';
import { dressed } from '../figure/outfits.ts';
import type { PoseKey } from '../figure/pose.ts';
import { heightOf, type Proportions } from '../figure/proportions.ts';
import { wearOf } from '../figure/wear.ts';
import { type Analysis, analysisFrom } from '../speech/analysis.ts';
import { estimateSpeech } from '../speech/estimate.ts';
import { inOrder } from '../time/order.ts';
import { type FrameRate, ticksPerFrame, toTicks } from '../time/ticks.ts';
import { type Key, type Track, track } from '../time/track.ts';
import { fixationsOf } from './attention.ts';
import { CAPTION_RULES, type CaptionSpan, captionWords, lineLimit, twoRows } from './captions.ts';
import { characterLayers, playerOf, speakerLayer } from './casting.ts';
import { type Channels, sequenced } from './channels.ts';
import { MOTION } from './motion/figures.ts';
import { gazeKeys } from './motion/gaze.ts';
import { idleKeys, type SpanKeys } from './motion/idle.ts';
import { listeningKeys, speakingKeys } from './motion/speaking.ts';
import { blendOf, type MouthTrack, mouthTrack } from './mouths.ts';
import { type FootTracks, movesOf } from './moves.ts';
import { facePerformance, gesturePerformance } from './performances.ts';
import { type HeldSpan, heldSpans, seatsOf, untilWalk } from './properties.ts';
import { type Resolved, resolveScene } from './resolve.ts';
import { lineTiming, takeOf } from './timing.ts';

export interface ScheduledLine {
  readonly id: string;
  readonly index: number;
  readonly line: Line;
  readonly start: number;
  readonly end: number;
  /** Silence before it in ticks, negative where it overlaps; undefined for the first. */
  readonly gap: number | undefined;
  readonly layer: string | undefined;
  readonly player: Character | undefined;
  readonly analysis: Analysis;
  readonly words: readonly { readonly id: string; readonly text: string; readonly start: number; readonly end: number }[];
}

/** Everything that one character's layer does along the scene. */
export interface LayerSchedule {
  readonly layer: CharacterLayer;
  readonly character: Character;
  readonly p: Proportions;
  /** Pose channels: the tracks of one channel add up. */
  readonly channels: Partial<Record<PoseKey, readonly Track[]>>;
  readonly mouth: MouthTrack;
  readonly x: Track;
  readonly y: Track;
  /** While walking: stage x of the feet. */
  readonly feet: Readonly<Record<'L' | 'R', FootTracks>> | undefined;
  /** Whether wheels turn with its way. */
  readonly onWheels: boolean;
  /** What it holds and when, in order of start. */
  readonly held: readonly HeldSpan[];
  /** Stage places of what it sits down on. */
  readonly seats: readonly { readonly x: number; readonly y: number }[];
}

export interface SceneSchedule {
  readonly id: string;
  readonly scene: Scene;
  readonly fps: FrameRate;
  readonly length: number;
  readonly resolved: Resolved;
  readonly lines: readonly ScheduledLine[];
  readonly layers: ReadonlyMap<string, LayerSchedule>;
  readonly shots: readonly { readonly id: string; readonly cue: CueOf<'camera'>; readonly start: number; readonly end: number }[];
  readonly captions: readonly CaptionSpan[];
}

export interface FilmSchedule {
  readonly document: Document;
  readonly fps: FrameRate;
  readonly length: number;
  readonly scenes: readonly (SceneSchedule & { readonly start: number })[];
}

/** A face at rest is friendly: a flat mouth reads as stern. */
const AT_REST = { smile: 0.5, mascotSmile: 0.72, lidLower: 0.14 } as const;

type AnalysisOf = (hash: string) => Analysis | undefined;

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
  const scenes = inOrder(document.scenes).map(([, scene]) => {
    const value = sceneSchedule(document, scene, analysis, fps);
    const placed = { ...value, start: at };
    at += value.length;
    return placed;
  });
  return { document, fps, length: at, scenes };
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
  const resolved = resolveScene(scene, (_, line) => lineTiming(line), fps);
  const lines = scheduledLines(document, scene, resolved, analysis);
  const layers = new Map<string, LayerSchedule>();
  for (const [id, layer] of characterLayers(scene)) {
    const character = document.characters[layer.character];
    // How the mouth speaks belongs to the role that speaks through it.
    const role = lines.find((line) => line.layer === id)?.line.role;
    const mouth = role ? document.production.roles[role]?.mouth : undefined;
    if (character) layers.set(id, layerSchedule(scene, resolved, lines, id, layer, dressed(character, layer.outfit), fps, mouth));
  }
  const cameras = Object.entries(scene.cues)
    .filter((entry): entry is [string, CueOf<'camera'>] => entry[1].kind === 'camera')
    .map(([id, cue]) => ({ id, cue, start: resolved.cues.get(id)?.start ?? 0 }))
    .sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1));
  const shots = cameras.map((shot, index) => ({ ...shot, end: cameras[index + 1]?.start ?? resolved.length }));
  return { id: scene.id, scene, fps, length: resolved.length, resolved, lines, layers, shots, captions: captionSpans(document, scene, resolved, lines, fps) };
}

function scheduledLines(document: Document, scene: Scene, resolved: Resolved, analysis: AnalysisOf): ScheduledLine[] {
  let latest = Number.NEGATIVE_INFINITY;
  return inOrder(scene.lines).map(([id, line], index) => {
    const { start, end } = resolved.lines.get(id) as { start: number; end: number };
    const take = takeOf(line);
    const heard = take?.analysis ? analysis(take.analysis) : undefined;
    const words = inOrder(line.words).map(([wordId, word]) => ({ id: wordId, text: word.text, ...(resolved.words.get(wordId) as { start: number; end: number }) }));
    const gap = Number.isFinite(latest) ? start - latest : undefined;
    if (!line.aside) latest = Math.max(latest, end);
    return {
      id,
      index,
      line,
      start,
      end,
      gap,
      layer: speakerLayer(document, scene, line),
      player: playerOf(document, scene, line.role),
      analysis: heard && take ? analysisFrom(heard, take.from - (take.heardFrom ?? take.from), take.length) : estimateSpeech(words.map((w) => w.text)),
      words,
    };
  });
}

/** Stretches of the scene's clock that by-default motion is seeded by: lines and the gaps between them. */
function spansOf(scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[]): { id: string; start: number; end: number; line?: ScheduledLine }[] {
  const out: { id: string; start: number; end: number; line?: ScheduledLine }[] = [];
  let at = 0;
  for (const line of [...lines].filter((l) => !l.line.aside).sort((a, b) => a.start - b.start)) {
    if (line.start > at) out.push({ id: `gap ${line.id}`, start: at, end: line.start });
    const from = Math.max(at, line.start);
    if (line.end > from) out.push({ id: line.id, start: from, end: line.end, line });
    at = Math.max(at, line.end);
  }
  if (resolved.length > at) out.push({ id: `tail ${scene.id}`, start: at, end: resolved.length });
  return out;
}

function layerSchedule(
  scene: Scene,
  resolved: Resolved,
  lines: readonly ScheduledLine[],
  id: string,
  layer: CharacterLayer,
  character: Character,
  fps: FrameRate,
  mouth: Role['mouth'],
): LayerSchedule {
  const p = bodyOf(character);
  const height = heightOf(p);
  const { lively, tense } = character.temper;
  const cues = Object.entries(scene.cues)
    .filter(([, cue]) => 'layer' in cue && cue.layer === id)
    .map(([cueId, cue]) => ({ id: cueId, cue, ...(resolved.cues.get(cueId) as { start: number; end: number }) }))
    .sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1));
  const own = lines.filter((line) => line.layer === id);
  const spans = spansOf(scene, resolved, lines);

  const idle = new Gathering();
  for (const span of spans) {
    const talking = own.some((line) => line.start < span.end && line.end > span.start);
    idle.add(cachedIdle({ id: span.id, layer: id, length: span.end - span.start, lively, tense, talking, height }), span.start);
  }
  const gestures = cues.filter((c): c is typeof c & { cue: CueOf<'gesture'> } => c.cue.kind === 'gesture');
  const speech = new Gathering();
  for (const line of own) {
    const hand = hashText(line.id) % 3 === 0 ? ('L' as const) : ('R' as const);
    const busy = gestures.some((g) => g.start - toTicks(0.5) < line.end && g.end + toTicks(0.6) > line.start && actionOf(g.cue.action)?.handed !== false);
    const words = line.words.map((word, index) => ({ text: word.text, start: word.start - line.start, end: word.end - line.start, stress: line.analysis.stress[index] ?? 0.3 }));
    const keys = speakingKeys({ id: line.id, layer: id, length: line.end - line.start, lively, tense, analysis: line.analysis, words, hand });
    if (busy) for (const key of Object.keys(keys) as PoseKey[]) if (/^(upper|elbow|open)/.test(key)) delete keys[key];
    speech.add(keys, line.start);
    breatheBefore(speech, line, own, lively);
  }
  const listening = new Gathering();
  for (const line of lines) {
    if (line.layer === id || !line.words.length) continue;
    if (own.some((o) => o.start < line.end && o.end > line.start)) continue;
    const pauses = line.words.filter((w, index) => /[.?!,;:]$/.test(w.text) || index === line.words.length - 1).map((w) => w.end - line.start);
    listening.add(listeningKeys({ id: line.id, layer: id, length: line.end - line.start + toTicks(0.9), lively, pauses }), line.start, true);
  }

  const seat = character.kind === 'person' ? wearOf(character).seat : undefined;
  const legs = character.kind === 'mascot' ? makeOf(character).legs.kind : undefined;
  // Who is pushed, slides or hovers takes no steps.
  const on = seat ? (seat.stays ? 'wheels' : 'seat') : legs === 'wheels' || legs === 'none' ? 'seat' : 'feet';
  const moves = movesOf({ layer, cues, p, height, on, temper: character.temper });

  const gaze = gazeKeys(fixationsOf(scene, resolved, lines, own, id, layer, cues, lively), layer.turn);
  const faces = sequenced(cues.flatMap(({ cue, start, end }) => (cue.kind === 'face' ? [facePerformance(cue, start, end)] : [])));
  const performed = gestures.map(({ cue, start, end }) => ({ cue, start, plays: gesturePerformance(cue, start, untilWalk(cue, start, end, moves.walks), character.temper) }));
  const acted = sequenced(performed.map(({ plays }) => plays));

  const channels: Partial<Record<PoseKey, Track[]>> = {};
  const put = (source: Channels): void => {
    for (const [key, value] of Object.entries(source) as [PoseKey, Track][]) (channels[key] ??= []).push(value);
  };
  put(idle.tracks());
  put(speech.tracks());
  put(listening.tracks());
  put(Object.fromEntries(Object.entries(gaze).map(([key, keys]) => [key, track(keys as Key[])])));
  put(faces);
  put(acted);
  put(moves.channels);
  const constant = (value: number): Track => track([{ at: 0, value }]);
  put({
    bodyTurn: constant(layer.turn),
    smile: constant((character.kind === 'mascot' ? AT_REST.mascotSmile : AT_REST.smile) * (1 - 0.5 * tense)),
    lidLower: constant(AT_REST.lidLower),
  });

  return {
    layer,
    character,
    p,
    channels,
    mouth: {
      ...(mouth ? { blend: blendOf(mouth.sharp), open: mouth.open } : {}),
      ...mouthTrack(
        own.map((line) => ({ at: line.start, length: line.end - line.start, analysis: line.analysis })),
        cues.flatMap(({ cue, start, end }) => (cue.kind === 'mouth' ? [{ start, end, shape: cue.shape }] : [])),
        fps,
      ),
    },
    x: moves.x,
    y: moves.y,
    feet: moves.feet,
    onWheels: on === 'wheels' || legs === 'wheels',
    held: heldSpans(performed),
    seats: on === 'feet' ? seatsOf(performed, moves) : [],
  };
}

/** Collects keys of spans into one track a channel. */
class Gathering {
  private readonly keys = new Map<PoseKey, Key[]>();
  add(span: SpanKeys, at: number, skipOverlap = false): void {
    for (const [name, keys] of Object.entries(span) as [PoseKey, readonly Key[]][]) {
      let list = this.keys.get(name);
      if (!list) this.keys.set(name, (list = []));
      const last = list.at(-1)?.at ?? -1;
      for (const key of keys) if (!skipOverlap || key.at + at > last) list.push({ ...key, at: key.at + at });
    }
  }
  tracks(): Channels {
    return Object.fromEntries([...this.keys].map(([name, keys]) => [name, track(keys)]));
  }
}

const idleMemo = new Map<string, SpanKeys>();
function cachedIdle(input: Parameters<typeof idleKeys>[0]): SpanKeys {
  const key = `${input.id} ${input.layer} ${input.length} ${input.lively} ${input.tense} ${input.talking} ${input.height}`;
  let known = idleMemo.get(key);
  if (!known) {
    known = idleKeys(input);
    if (idleMemo.size > 4000) idleMemo.clear();
    idleMemo.set(key, known);
  }
  return known;
}

/** The quick breath in before a line: chest up, a lift of the shoulders, head a little back. */
function breatheBefore(speech: Gathering, line: ScheduledLine, own: readonly ScheduledLine[], lively: number): void {
  const chance = dice(hashText(`${line.id} breath`));
  const length = toTicks(chance.between(...MOTION.breathBeforeLine));
  const from = line.start - length;
  if (from < 0 || own.some((other) => other.id !== line.id && other.end > from && other.start < line.start)) return;
  const size = 0.8 + 0.4 * lively;
  speech.add(
    {
      shoulderLift: [
        { at: 0, value: 0 },
        { at: length * 0.75, value: 3 * size },
        { at: length * 2.4, value: 0 },
      ],
    },
    from,
    true,
  );
}

/** Words of another text along a line, each as long as it has letters. */
function spreadWords(text: string, { start, end }: ScheduledLine): { text: string; start: number; end: number }[] {
  const words = text.split(/\s+/).filter(Boolean);
  const letters = words.reduce((sum, word) => sum + word.length + 1, 0);
  let at = 0;
  return words.map((word) => {
    const from = start + Math.round(((end - start) * at) / letters);
    at += word.length + 1;
    return { text: word, start: from, end: start + Math.round(((end - start) * at) / letters) };
  });
}

function captionSpans(document: Document, scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[], fps: FrameRate): CaptionSpan[] {
  const limit = lineLimit(document.production.frame);
  const byHand: CaptionSpan[] = [];
  for (const [id, cue] of Object.entries(scene.cues)) {
    if (cue.kind !== 'caption') continue;
    const { start, end } = resolved.cues.get(id) as { start: number; end: number };
    byHand.push({ start, end, rows: twoRows(cue.text.split(/\s+/), limit) ?? cue.text.split('\n'), cue: id });
  }
  const track = document.production.captionTracks?.[document.production.shownCaptions ?? ''];
  const out: CaptionSpan[] = [...byHand];
  if (scene.captions)
    for (const line of lines) {
      const role = line.line.role ? document.production.roles[line.line.role] : undefined;
      const colour = document.production.captionColours && role ? { colour: role.colour } : {};
      const name = line.line.offStage && role ? `${role.name}: ` : '';
      captionWords(track ? spreadWords(track.lines[line.id] ?? '', line) : line.words, limit - name.length).forEach(({ words, rows }, index) => {
        const start = (words[0] as { start: number }).start;
        const said = (words.at(-1) as { end: number }).end;
        const letters = rows.join(' ').length;
        const end = Math.min(
          start + CAPTION_RULES.mostTicks,
          Math.max(said + toTicks(0.3), start + CAPTION_RULES.leastTicks, start + toTicks(letters / CAPTION_RULES.charactersPerSecond)),
        );
        if (!byHand.some((b) => b.start < said && b.end > start))
          out.push({ start, end, rows: index === 0 && name ? [name + rows[0], ...rows.slice(1)] : rows, line: line.id, ...colour });
      });
    }
  out.sort((a, b) => a.start - b.start);
  const room = CAPTION_RULES.betweenFrames * ticksPerFrame(fps);
  return out.map((span, index) => {
    const next = out[index + 1];
    const end = next ? Math.min(span.end, Math.max(span.start + room, next.start - room)) : Math.min(span.end, resolved.length);
    return { ...span, end };
  });
}
