import { restValue } from '../document/properties.ts';
import type { Character, CharacterLayer, CueOf, Role, Scene } from '../document/schema.ts';
import { dice, hashText } from '../draw/hash.ts';
import { usesArms } from '../figure/actions/action.ts';
import { actionOf } from '../figure/actions/index.ts';
import { goesOn, isWholePerson } from '../figure/goesOn.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import { makeOf } from '../figure/mascots/makes.ts';
import type { PoseKey } from '../figure/pose.ts';
import { heightOf, type Proportions } from '../figure/proportions.ts';
import { fullHand, restsOf } from '../figure/rests.ts';
import { FULL_TURN } from '../figure/skeleton.ts';
import { wearOf } from '../figure/wear.ts';
import { spokenStretches } from '../speech/analysis.ts';
import { type FrameRate, toTicks } from '../time/ticks.ts';
import { type Amount, type Key, type Track, track } from '../time/track.ts';
import { fixationsOf, type TimedCue } from './attention.ts';
import { thingsNamed, voiceThing } from './casting.ts';
import { type Channels, type Performance, sequenced } from './channels.ts';
import { feelingOf } from './feeling.ts';
import { Gathering } from './gathering.ts';
import { moodOf, pausesOf, sideOf } from './hearing.ts';
import { clockSpans, type ScheduledLine } from './lines.ts';
import { MOTION } from './motion/figures.ts';
import { gazeKeys } from './motion/gaze.ts';
import { idleKeys, type SpanKeys } from './motion/idle.ts';
import { reactingKeys } from './motion/reacting.ts';
import { speakingKeys } from './motion/speaking.ts';
import { standingTracks } from './motion/standing.ts';
import { blendOf, type MouthTrack, mouthTrack } from './mouths.ts';
import { type FootTracks, movesOf } from './moves.ts';
import { facePerformance, gesturePerformance } from './performances.ts';
import type { Resolved } from './resolve.ts';
import { type Spontaneous, spontaneous } from './spontaneous.ts';
import { type HeldSpan, heldSpans, seatsOf, untilWalk } from './stageProperties.ts';

/** One of the tracks of a pose channel: they add up. Some are as strong as a property of the layer says. */
export interface Channel {
  readonly track: Track;
  readonly by?: 'alive' | 'faceStrength';
}

/** Everything that a character's body does along the scene. */
export interface Acting {
  readonly layer: CharacterLayer;
  readonly character: Character;
  readonly p: Proportions;
  readonly channels: Partial<Record<PoseKey, readonly Channel[]>>;
  readonly mouth: MouthTrack;
  /** How it stands: gives way where it walks, sits or has its hands busy. */
  readonly rest: Partial<Record<PoseKey, Track>>;
  /** Which way the body faces, and how strong by-default motion, faces and the mouth's opening are. */
  readonly turn: Amount;
  readonly alive: Amount;
  readonly faceStrength: Amount;
  readonly mouthOpen: Amount;
  /** Where its moves take it, in the units of its parent; keys of its place come on top. */
  readonly x: Track;
  readonly y: Track;
  /** 1, or -1 where the figure is mirrored: its own left is the stage's right. */
  readonly facing: 1 | -1;
  /** Stage units to a figure unit across. */
  readonly scale: number;
  /** While walking: x of the feet, along the figure's own facing. */
  readonly feet: Readonly<Record<'L' | 'R', FootTracks>> | undefined;
  /** Whether wheels turn with its way. */
  readonly onWheels: boolean;
  /** What it holds and when, in order of start. */
  readonly held: readonly HeldSpan[];
  /** Places of what it sits down on, in the units of its parent. */
  readonly seats: readonly { readonly x: number; readonly y: number }[];
}

/** A face at rest is friendly: a flat mouth reads as stern. */
const AT_REST = { smile: 0.3, mascotSmile: 0.62, lidLower: 0.14 } as const;

export interface ActingInput {
  readonly scene: Scene;
  readonly resolved: Resolved;
  readonly lines: readonly ScheduledLine[];
  readonly id: string;
  readonly layer: CharacterLayer;
  readonly cues: readonly TimedCue[];
  readonly character: Character;
  readonly fps: FrameRate;
  readonly mouth: Role['mouth'];
  readonly amount: (property: 'turn' | 'alive' | 'faceStrength' | 'mouthOpen') => Amount;
}

/** A character's acting: by-default motion, what it says and hears, its cues. */
export function actingOf(input: ActingInput): Acting {
  const { lines, id, layer, cues, character, fps, mouth, amount } = input;
  const p = bodyOf(character);
  const height = heightOf(p);
  const own = lines.filter((line) => line.layer === id);
  const gestures = cues.filter((c): c is typeof c & { cue: CueOf<'gesture'> } => c.cue.kind === 'gesture');
  const on = goesOn(character);
  const legs = character.kind === 'mascot' ? makeOf(character).legs.kind : undefined;
  const moves = movesOf({ layer, cues, p, height, on, temper: character.temper });

  // What a gesture does is worked out when somebody looks: a page that lays out lanes asks for none of it.
  const performed = lazy((): readonly Performed[] =>
    gestures.map(({ cue, start, end }) => ({
      cue,
      start,
      end,
      plays: gesturePerformance(cue, start, untilWalk(cue, start, end, moves.walks), character.temper, fullHand(character)),
    })),
  );
  const channels = lazy(() => channelsOf(input, own, performed(), moves));
  const rest = lazy(() => restOfFigure(input, own, on));
  const held = lazy(() => heldSpans(performed()));
  const seats = lazy(() => (on === 'feet' ? seatsOf(performed(), moves) : []));

  return {
    layer,
    character,
    p,
    get channels() {
      return channels();
    },
    get rest() {
      return rest();
    },
    turn: amount('turn'),
    alive: amount('alive'),
    faceStrength: amount('faceStrength'),
    mouthOpen: amount('mouthOpen'),
    facing: moves.facing,
    scale: moves.scale,
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
    get held() {
      return held();
    },
    get seats() {
      return seats();
    },
  };
}

function lazy<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

const armsOf = (id: string): boolean => {
  const action = actionOf(id);
  return !!action && usesArms(action);
};
const OTHER = { left: 'right', right: 'left' } as const;

/** How strong a line's own feeling is on the face where nobody asked for one. */
const FELT = 0.85;

/** Who changes the leg by a rest pose shifts the weight so much besides. */
const SWAY = 0.3;

interface Performed {
  readonly cue: CueOf<'gesture'>;
  readonly start: number;
  readonly end: number;
  readonly plays: ReturnType<typeof gesturePerformance>;
}

/** The way somebody faces for good: as the layer is turned, else by chance. */
const facingOf = (input: Pick<ActingInput, 'layer' | 'id'>): 1 | -1 => {
  const turn = restValue(input.layer, 'turn');
  return Math.abs(turn) > 0.03 ? (Math.sign(turn) as 1 | -1) : hashText(`${input.id} faces`) % 2 ? 1 : -1;
};

/** How far rest poses turn the trunk, of a full turn: about 12 degrees. */
const REST_YAW = 12 / FULL_TURN;

function restOfFigure(input: ActingInput, own: readonly ScheduledLine[], on: ReturnType<typeof goesOn>): Acting['rest'] {
  const { scene, resolved, lines, id, character } = input;
  if (isWholePerson(character) && on !== 'feet' && !wearOf(character).seat) return {};
  const spans = clockSpans(scene, resolved, lines).map((span) => ({
    id: span.id,
    start: span.start,
    end: span.end,
    line: span.line !== undefined,
    talking: own.some((line) => line.start < span.end && line.end > span.start),
  }));
  return standingTracks({ layer: id, rests: restsOf(character), spans, facing: facingOf(input), ...character.temper });
}

/** What moves the body, in tracks: by far the most of an acting, and wanted only where it is drawn. */
function channelsOf(
  { scene, resolved, lines, id, layer, cues, character }: ActingInput,
  own: readonly ScheduledLine[],
  performed: readonly Performed[],
  moves: ReturnType<typeof movesOf>,
): Acting['channels'] {
  const { lively, tense } = character.temper;
  const height = heightOf(bodyOf(character));
  const spans = clockSpans(scene, resolved, lines);

  const idle = new Gathering();
  for (const span of spans) {
    const talking = own.some((line) => line.start < span.end && line.end > span.start);
    idle.add(cachedIdle({ id: span.id, layer: id, length: span.end - span.start, lively, tense, talking, height, sway: isWholePerson(character) ? SWAY : 1 }), span.start);
  }
  const cuedFaces = cues.filter((c) => c.cue.kind === 'face');
  const speech = new Gathering();
  const hands: Spontaneous[] = [];
  const feelings: Performance[] = [];
  const things = thingsNamed(scene, id);
  const facing = facingOf({ layer, id });
  const full = fullHand(character);
  for (const line of own) {
    const hand = hashText(line.id) % 3 === 0 ? ('L' as const) : ('R' as const);
    const words = line.words.length
      ? line.words.map((word, index) => ({ text: word.text, start: word.start - line.start, end: word.end - line.start, stress: line.analysis.stress[index] ?? 0.3 }))
      : spokenStretches(line.analysis);
    const keys = speakingKeys({ id: line.id, layer: id, length: line.end - line.start, lively, tense, analysis: line.analysis, words, hand });
    speech.add(keys, line.start);
    breatheBefore(speech, line, own, lively);
    hands.push(
      ...spontaneous({
        id: line.id,
        layer: id,
        start: line.start,
        end: line.end,
        words: words.map((word) => ({ ...word, start: word.start + line.start, end: word.end + line.start })),
        lively,
        tense,
        outer: facing > 0 ? 'right' : 'left',
        ...(full ? { only: OTHER[full] } : {}),
        busy: [...performed.filter(({ cue }) => armsOf(cue.action)), ...moves.walks],
        things,
      }),
    );
    const felt = feelingOf(line.words, line.line.text);
    // A face of the line's own words, unless somebody chose one; an action that has a face of its own adds to it.
    if (felt && !cuedFaces.some((c) => c.start < line.end && c.end > line.start))
      feelings.push(facePerformance({ expression: felt.expression, strength: felt.strength * FELT }, line.start, line.end));
  }
  const listening = new Gathering();
  for (const line of lines) {
    if (line.layer === id || !line.words.length) continue;
    if (own.some((o) => o.start < line.end && o.end > line.start)) continue;
    listening.add(
      reactingKeys({
        id: line.id,
        layer: id,
        length: line.end - line.start + toTicks(0.9),
        lively,
        pauses: pausesOf(line),
        mood: moodOf(scene, resolved, line),
        towards: sideOf(scene, id, line.layer ?? voiceThing(scene)),
      }),
      line.start,
      true,
    );
  }

  const gaze = gazeKeys(fixationsOf(scene, resolved, lines, own, id, cues, lively), restValue(layer, 'turn') + (isWholePerson(character) ? facingOf({ layer, id }) * REST_YAW : 0));
  const faces = sequenced([...cues.flatMap(({ cue, start, end }) => (cue.kind === 'face' ? [facePerformance(cue, start, end)] : [])), ...feelings]);
  const acted = sequenced(performed.map(({ plays }) => plays));
  const talked = sequenced(hands.map((one) => gesturePerformance(one, one.start, one.end, character.temper, full)));

  const channels: Partial<Record<PoseKey, Channel[]>> = {};
  const put = (source: Channels, by?: Channel['by']): void => {
    for (const [key, value] of Object.entries(source) as [PoseKey, Track][]) (channels[key] ??= []).push(by ? { track: value, by } : { track: value });
  };
  put(idle.tracks(), 'alive');
  put(speech.tracks(), 'alive');
  put(listening.tracks(), 'alive');
  put(Object.fromEntries(Object.entries(gaze).map(([key, keys]) => [key, track(keys as Key[])])));
  put(faces, 'faceStrength');
  put(acted);
  put(talked, 'alive');
  put(moves.channels);
  const constant = (value: number): Track => track([{ at: 0, value }]);
  put({
    smile: constant((character.kind === 'mascot' ? AT_REST.mascotSmile : AT_REST.smile) * (1 - 0.5 * tense)),
    lidLower: constant(AT_REST.lidLower),
  });

  return channels;
}

const idleMemo = new Map<string, SpanKeys>();
function cachedIdle(input: Parameters<typeof idleKeys>[0]): SpanKeys {
  const key = `${input.id} ${input.layer} ${input.length} ${input.lively} ${input.tense} ${input.talking} ${input.height} ${input.sway}`;
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
