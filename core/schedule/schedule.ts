import type { Character, CharacterLayer, Cue, CueOf, Document, Line, Scene, Target } from '../document/schema.ts';
import { dice, hashText } from '../draw/hash.ts';
import { poseForHand } from '../figure/actions/action.ts';
import { actionOf } from '../figure/actions/index.ts';
import { expressionOf } from '../figure/expressions/index.ts';
import { robotProportions } from '../figure/mascots/harbourRobot.ts';
import type { PoseKey } from '../figure/pose.ts';
import { heightOf, type Proportions, proportionsOf } from '../figure/proportions.ts';
import type { Analysis } from '../speech/analysis.ts';
import { estimateSpeech } from '../speech/estimate.ts';
import { inOrder } from '../time/order.ts';
import { type FrameRate, ticksPerFrame, toTicks } from '../time/ticks.ts';
import { type Key, sample, type Track, track } from '../time/track.ts';
import { CAPTION_RULES, type CaptionSpan, captionWords, lineLimit, twoRows } from './captions.ts';
import { characterLayers, playerOf, speakerLayer } from './casting.ts';
import { type Channels, type Performance, sequenced } from './channels.ts';
import { MOTION } from './motion/figures.ts';
import { type Fixation, gazeKeys } from './motion/gaze.ts';
import { idleKeys, type SpanKeys } from './motion/idle.ts';
import { listeningKeys, speakingKeys } from './motion/speaking.ts';
import { type WalkKeys, walkKeys } from './motion/walk.ts';
import { type MouthTrack, mouthTrack } from './mouths.ts';
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

export interface FootTracks {
  readonly x: Track;
  readonly lift: Track;
  readonly pitch: Track;
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
  const inputs = [fps, document.production.roles, document.production.frame, document.characters, ...analyses];
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
    if (character) layers.set(id, layerSchedule(scene, resolved, lines, id, layer, character, fps));
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
    const hash = takeOf(line)?.analysis;
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
      analysis: (hash ? analysis(hash) : undefined) ?? estimateSpeech(words.map((w) => w.text)),
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

function layerSchedule(scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[], id: string, layer: CharacterLayer, character: Character, fps: FrameRate): LayerSchedule {
  const p = character.kind === 'mascot' ? robotProportions : proportionsOf(character.figure);
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
    const busy = gestures.some((g) => g.start - toTicks(0.5) < line.end && g.end + toTicks(0.6) > line.start && actionOf(g.cue.action)?.id !== 'nod');
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

  const walks: (WalkKeys & { start: number; end: number })[] = [];
  const x: Key[] = [{ at: 0, value: layer.x }];
  const y: Key[] = [{ at: 0, value: layer.y }];
  let nowX = layer.x;
  let nowY = layer.y;
  for (const { cue, start, end } of cues) {
    if (cue.kind !== 'move') continue;
    if (cue.walk && Math.abs(cue.x - nowX) > 4 && end > start) {
      const walk = walkKeys({ start, end, fromX: nowX, toX: cue.x, scale: layer.scale, p, height, ease: cue.ease });
      walks.push({ ...walk, start, end });
      x.push(...walk.x);
    } else x.push({ at: start, value: nowX, ease: cue.ease }, { at: end, value: cue.x });
    y.push({ at: start, value: nowY, ease: cue.walk ? 'linear' : cue.ease }, { at: end, value: cue.y });
    nowX = cue.x;
    nowY = cue.y;
  }

  const gaze = gazeKeys(fixationsOf(scene, resolved, lines, own, id, layer, cues, lively), layer.turn);
  const faces = sequenced(cues.flatMap(({ cue, start, end }) => (cue.kind === 'face' ? [facePerformance(cue, start, end)] : [])));
  const acted = sequenced(gestures.map(({ cue, start, end }) => gesturePerformance(cue, start, end)));

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
  put(walkChannels(walks));
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
    mouth: mouthTrack(
      own.map((line) => ({ at: line.start, length: line.end - line.start, analysis: line.analysis })),
      cues.flatMap(({ cue, start, end }) => (cue.kind === 'mouth' ? [{ start, end, shape: cue.shape }] : [])),
      fps,
    ),
    x: track(x),
    y: track(y),
    feet: walks.length ? { L: footTracks(walks, 'L'), R: footTracks(walks, 'R') } : undefined,
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

const MS = toTicks(0.001);

/** Brows first, then eyes, then mouth, 60 ms apart; fades in a second (motion.md, Poses and easing). */
function facePerformance(cue: CueOf<'face'>, start: number, end: number): Performance {
  const face = expressionOf(cue.expression)?.face ?? {};
  const stage = (test: RegExp): Partial<Record<PoseKey, number>> =>
    Object.fromEntries(
      Object.entries(face)
        .filter(([key]) => test.test(key))
        .map(([key, value]) => [key, (value as number) * cue.strength]),
    );
  const brow = stage(/^brow/);
  const eyes = stage(/^(lid|gaze|eye|happy)/);
  const rest = stage(/^(smile|press|head|shoulder|lean)/);
  const zero = (values: object): Partial<Record<PoseKey, number>> => Object.fromEntries(Object.keys(values).map((key) => [key, 0]));
  const onset = 300 * MS;
  // All channels share their keys' times but for the delays: brows lead, the mouth comes last.
  const keys = [
    { at: start, values: zero({ ...brow, ...eyes, ...rest }), ease: 'both' as const },
    { at: start + 60 * MS, values: { ...zero({ ...eyes, ...rest }), ...scaled(brow, 0.2) }, ease: 'both' as const },
    { at: start + 120 * MS, values: { ...zero(rest), ...scaled(brow, 0.55), ...scaled(eyes, 0.25) }, ease: 'both' as const },
    { at: start + onset, values: { ...brow, ...eyes, ...scaled(rest, 0.62) }, ease: 'both' as const },
    { at: start + onset + 130 * MS, values: { ...brow, ...eyes, ...rest }, ease: 'both' as const },
  ];
  return { keys, until: Math.max(end, start + onset + 130 * MS), release: toTicks(0.9) };
}

const scaled = (values: Partial<Record<PoseKey, number>>, by: number): Partial<Record<PoseKey, number>> =>
  Object.fromEntries(Object.entries(values).map(([key, value]) => [key, value * by]));

function gesturePerformance(cue: CueOf<'gesture'>, start: number, end: number): Performance {
  const action = actionOf(cue.action);
  if (!action) return { keys: [], until: start, release: 0 };
  const pose = (values: Parameters<typeof poseForHand>[0]): Partial<Record<PoseKey, number>> => poseForHand(values, cue.hand, cue.strength);
  const keys = action.keys.map((key) => ({ at: start + toTicks(key.at), values: pose(key.pose), ease: key.ease ?? ('both' as const) }));
  const { cycle } = action;
  const last = keys.at(-1);
  if (cycle && last)
    for (let round = 0; last.at + toTicks(cycle.seconds * (round + 1)) <= end + toTicks(cycle.seconds * 0.3) && round < 400; round++)
      for (const key of cycle.keys) keys.push({ at: last.at + toTicks(cycle.seconds * round + key.at), values: pose(key.pose), ease: key.ease ?? ('both' as const) });
  return { keys, until: Math.max(end, keys.at(-1)?.at ?? end), release: toTicks(action.release) };
}

function walkChannels(walks: readonly WalkKeys[]): Channels {
  if (!walks.length) return {};
  const all = (read: (walk: WalkKeys) => readonly Key[]): Track => track(walks.flatMap((walk) => read(walk)));
  const swing =
    (size: number): ((walk: WalkKeys) => Key[]) =>
    (walk) =>
      walk.arms.map((key) => ({ ...key, value: key.value * size }));
  return {
    stride: all((w) => w.stride),
    hipY: all((w) => w.hipY),
    lean: all((w) => w.lean),
    bodyTurn: all((w) => w.bodyTurn),
    upperL: all(swing(20)),
    upperR: all(swing(17)),
    elbowL: all((w) => w.arms.map((key) => ({ ...key, value: -Math.abs(key.value) * 8 + key.value * 6 }))),
    elbowR: all((w) => w.arms.map((key) => ({ ...key, value: -Math.abs(key.value) * 7 + key.value * 5 }))),
  };
}

const footTracks = (walks: readonly WalkKeys[], side: 'L' | 'R'): FootTracks => ({
  x: track(walks.flatMap((walk) => walk.feet[side].x)),
  lift: track(walks.flatMap((walk) => walk.feet[side].lift)),
  pitch: track(walks.flatMap((walk) => walk.feet[side].pitch)),
});

type TimedCue = { readonly id: string; readonly cue: Cue; readonly start: number; readonly end: number };

/** Who or what a layer looks at, from its look cues and, between them, from the conversation. */
function fixationsOf(
  scene: Scene,
  resolved: Resolved,
  lines: readonly ScheduledLine[],
  own: readonly ScheduledLine[],
  id: string,
  layer: CharacterLayer,
  cues: readonly TimedCue[],
  lively: number,
): Fixation[] {
  const others = characterLayers(scene).filter(([other, l]) => other !== id && !l.hidden);
  const wishes: { at: number; target: Target; offset?: [number, number]; seed: string }[] = [];
  const companion = others[0]?.[0];
  const viewer: Target = { to: 'viewer' };
  const toLayer = (other: string): Target => ({ to: 'layer', layer: other });
  wishes.push({ at: 0, target: companion ? toLayer(lines.find((l) => l.layer && l.layer !== id)?.layer ?? companion) : viewer, seed: id });
  for (const line of lines) {
    const name = `${line.id} ${id} look`;
    const seed = dice(hashText(name));
    if (line.layer === id) {
      const before = lines[line.index - 1]?.layer;
      const after = lines[line.index + 1]?.layer;
      const partner = before && before !== id ? before : after && after !== id ? after : companion;
      const length = line.end - line.start;
      if (!partner) {
        // A lone presenter looks at the viewer, with glances away at pauses.
        for (const word of line.words)
          if (/[,;:.?!]$/.test(word.text) && seed.next() < 0.4 && word.end < line.end - toTicks(1)) {
            wishes.push(
              { seed: name, at: word.end, target: viewer, offset: [seed.between(-0.2, 0.2), seed.between(-0.18, 0.05)] },
              { seed: name, at: word.end + toTicks(seed.between(0.5, 0.9)), target: viewer },
            );
          }
        continue;
      }
      // Away when the turn starts, back when it ends (Kendon 1967); between, partner and viewer in turn.
      if (length > toTicks(1.4)) wishes.push({ seed: name, at: line.start - toTicks(0.12), target: viewer, offset: [seed.between(-0.1, 0.1), seed.between(-0.12, 0.06)] });
      let at = line.start + toTicks(seed.between(0.5, 1));
      let partnerNext = seed.next() < 0.7;
      while (at < line.end - toTicks(1)) {
        wishes.push({ seed: name, at, target: partnerNext ? toLayer(partner) : viewer, offset: [seed.between(-0.03, 0.03), 0] });
        at += toTicks(seed.between(0.8, 2.6) * (partnerNext ? 0.8 : 1.1));
        partnerNext = !partnerNext || seed.next() < MOTION.speakerLooks * 0.4;
      }
      wishes.push({ seed: name, at: Math.max(line.start, line.end - toTicks(0.7)), target: toLayer(partner) });
    } else if (line.layer) {
      if (own.some((o) => o.start <= line.start && o.end > line.start + toTicks(0.5))) continue;
      const from = line.start + toTicks(seed.between(...MOTION.lookAtSpeakerAfter));
      wishes.push({ seed: name, at: from, target: toLayer(line.layer) });
      for (let at = from + toTicks(seed.between(1.6, 3)); at < line.end - toTicks(1); at += toTicks(seed.between(2, 4))) {
        if (seed.next() < MOTION.listenerLooks) continue;
        wishes.push(
          { seed: name, at, target: viewer, offset: [seed.between(-0.12, 0.12), seed.between(0, 0.2)] },
          { seed: name, at: at + toTicks(seed.between(0.5, 1)), target: toLayer(line.layer) },
        );
      }
    } else if (line.line.kind === 'line' && line.words.length) {
      // A voice from off stage: a listening look a little up and away.
      wishes.push({ seed: name, at: line.start + toTicks(seed.between(0.2, 0.45)), target: viewer, offset: [seed.between(-0.16, 0.16), -0.14] });
    }
  }
  wishes.sort((a, b) => a.at - b.at);
  const looks = cues.filter((c): c is TimedCue & { cue: CueOf<'look'> } => c.cue.kind === 'look');
  const kept = wishes.filter((wish) => !looks.some((look) => wish.at > look.start - toTicks(0.25) && wish.at < look.end));
  for (const look of looks) {
    kept.push({ seed: look.id, at: look.start, target: look.cue.target });
    const resume = wishes.filter((wish) => wish.at <= look.end).at(-1);
    if (resume && look.end < resolved.length - toTicks(0.4)) kept.push({ ...resume, at: look.end });
  }
  kept.sort((a, b) => a.at - b.at);
  const out: Fixation[] = [];
  for (const wish of kept) {
    if (out.length && wish.at - (out.at(-1) as Fixation).at < toTicks(0.3)) continue;
    const { yaw, pitch } = directionTo(scene, layer, wish.target);
    // Seeded by what it belongs to, so that a change elsewhere leaves it as it is.
    const order = kept.filter((other) => other.seed === wish.seed).indexOf(wish);
    const chance = dice(hashText(`${wish.seed} ${order}`));
    out.push({
      at: Math.max(0, wish.at),
      yaw: yaw + (wish.offset?.[0] ?? 0),
      pitch: pitch + (wish.offset?.[1] ?? 0),
      headDelay: chance.between(...MOTION.headAfterEyes),
      headSeconds: chance.between(...MOTION.headTurnSeconds) * (1.15 - 0.3 * lively),
    });
  }
  return out;
}

/** Yaw and pitch (-1..1) from a layer to a target. Figures stand in one plane: a look sideways stays in three-quarter. */
function directionTo(scene: Scene, from: CharacterLayer, target: Target): { yaw: number; pitch: number } {
  if (target.to === 'viewer') return { yaw: 0, pitch: 0 };
  let tx: number;
  let ty: number;
  if (target.to === 'place') {
    tx = target.x;
    ty = target.y;
  } else {
    const layer = scene.layers[target.layer];
    if (!layer) return { yaw: 0, pitch: 0 };
    tx = layer.x;
    ty = layer.y - (layer.kind === 'character' ? eyeHeight(layer) : 40);
  }
  const dx = tx - from.x;
  const dy = ty - (from.y - eyeHeight(from));
  const side = Math.sign(dx);
  const yaw = Math.abs(dx) < 60 ? dx / 400 : side * (0.26 + 0.2 * Math.min(1, Math.abs(dx) / 700));
  return { yaw, pitch: Math.max(-0.7, Math.min(0.7, dy / Math.max(320, Math.abs(dx)) / 0.9)) };
}

/** Rough height of a figure's eyes in stage units; layers know no character here, so a person's or the robot's by scale. */
const eyeHeight = (layer: CharacterLayer): number => 340 * layer.scale;

function captionSpans(document: Document, scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[], fps: FrameRate): CaptionSpan[] {
  const limit = lineLimit(document.production.frame);
  const byHand: CaptionSpan[] = [];
  for (const [id, cue] of Object.entries(scene.cues)) {
    if (cue.kind !== 'caption') continue;
    const { start, end } = resolved.cues.get(id) as { start: number; end: number };
    byHand.push({ start, end, rows: twoRows(cue.text.split(/\s+/), limit) ?? cue.text.split('\n'), cue: id });
  }
  const out: CaptionSpan[] = [...byHand];
  if (scene.captions)
    for (const line of lines) {
      const name = line.line.offStage && line.line.role ? `${document.production.roles[line.line.role]?.name ?? ''}: ` : '';
      captionWords(line.words, limit - name.length).forEach(({ words, rows }, index) => {
        const start = (words[0] as { start: number }).start;
        const said = (words.at(-1) as { end: number }).end;
        const letters = rows.join(' ').length;
        const end = Math.min(
          start + CAPTION_RULES.mostTicks,
          Math.max(said + toTicks(0.3), start + CAPTION_RULES.leastTicks, start + toTicks(letters / CAPTION_RULES.charactersPerSecond)),
        );
        if (!byHand.some((b) => b.start < said && b.end > start)) out.push({ start, end, rows: index === 0 && name ? [name + rows[0], ...rows.slice(1)] : rows, line: line.id });
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

export { sample };
