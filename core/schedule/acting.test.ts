import { describe, expect, it } from 'vitest';
import type { Cue, Document, Line, Scene } from '../document/schema.ts';
import { hashText } from '../draw/hash.ts';
import { type Change, edit, type Recipe } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import type { PoseKey } from '../figure/pose.ts';
import { heightOf } from '../figure/proportions.ts';
import type { Analysis } from '../speech/analysis.ts';
import { estimateSpeech } from '../speech/estimate.ts';
import { poseAt } from '../stage/figures.ts';
import { actingIn, gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { sample, type Track } from '../time/track.ts';
import type { Acting } from './acting.ts';
import { clockSpans, type ScheduledLine } from './lines.ts';
import { idleKeys } from './motion/idle.ts';
import { reactingKeys } from './motion/reacting.ts';
import { speakingKeys } from './motion/speaking.ts';
import { schedule } from './schedule.ts';

/** How much every word stands out of its phrase: enough for a beat. */
const STRESS = 0.8;
const LENGTH = toTicks(2.6);
const made = sampleDocument();
const { scene } = made;
const hashOf = (id: string): string => hashText(id).toString(16).padStart(64, '0');
/** The sample with every line recorded, all words of it stressed. */
const document: Document = {
  ...made.document,
  scenes: {
    [scene]: {
      ...(made.document.scenes[scene] as Scene),
      lines: Object.fromEntries(
        Object.entries((made.document.scenes[scene] as Scene).lines).map(([id, line]) => [
          id,
          {
            ...line,
            take: 'tk_000000000001',
            takes: { tk_000000000001: { order: 'a0', name: 'Take', kind: 'recorded' as const, media: 'a'.repeat(64), analysis: hashOf(id), from: 0, length: LENGTH, times: {} } },
          },
        ]),
      ),
    },
  },
};
const SCENE = document.scenes[scene] as Scene;
const heard = (hash: string): Analysis => {
  const line = Object.keys(SCENE.lines).find((id) => hashOf(id) === hash) as string;
  const words = inOrder((SCENE.lines[line] as Line).words).map(([, { text }]) => text);
  return { ...estimateSpeech(words), stress: words.map(() => STRESS) };
};
const changed = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => edit(now, 'x', 'cg_000000000001' as Change['id'], recipe).document, document);
const placed = (of: Document = document) => schedule(of, heard).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
const layers = inOrder(SCENE.layers).flatMap(([id, layer]) => (layer.kind === 'character' ? [id] : []));
const whole = placed();
const speakerOf = (line: ScheduledLine): string => line.layer as string;
const first = whole.lines[0] as ScheduledLine;
const speaker = speakerOf(first);
const listener = layers.find((id) => id !== speaker) as string;

const tracksOf = (acting: Acting, key: PoseKey, by?: string): readonly Track[] =>
  (acting.channels[key] ?? []).filter((channel) => channel.by === by).map((channel) => channel.track);
const most = (track: Track | undefined, from: number, to: number): number => {
  let value = 0;
  for (let tick = from; track && tick <= to; tick += 400) value = Math.max(value, Math.abs(sample(track, tick)));
  return value;
};
/** What the arms do by themselves, most of it, in a stretch of time. */
/** How far hands that talk by themselves are taken up. */
const hands = (acting: Acting, from: number, to: number): number => Math.max(...(['busyL', 'busyR'] as const).map((key) => most(tracksOf(acting, key, 'alive').at(-1), from, to)));
const cueOn = (layer: string, more: object): Recipe => hangCue(scene, 'cu_000000000001', { ...gestureOn(layer, first.words[2]?.id as string), ...more } as Cue);
const layerOf = (id: string) => SCENE.layers[id] as Extract<Scene['layers'][string], { kind: 'character' }>;
const characterOf = (id: string) => document.characters[layerOf(id).character] as Document['characters'][string];

/** The sample with the first line saying something else. */
const saying = (text: string): Document => ({
  ...document,
  scenes: {
    [scene]: {
      ...SCENE,
      lines: {
        ...SCENE.lines,
        [first.id]: {
          ...SCENE.lines[first.id],
          text,
          words: Object.fromEntries(text.split(' ').map((word, n) => [`wd_00000000000${n}`, { text: word, order: `a${n}` }])),
        } as Line,
      },
    },
  },
});
/** A face of who speaks first, by default for the whole of their line. */
const faceOn = (expression: string, more: object = {}): Recipe =>
  hangCue(scene, 'cu_000000000002', {
    kind: 'face',
    layer: speaker,
    expression,
    strength: 1,
    order: 'a0',
    start: { to: 'line', line: first.id, edge: 'start', offset: 0 },
    end: { to: 'line', line: first.id, edge: 'end', offset: 0 },
    ...more,
  } as Cue);

describe('at rest', () => {
  it('a face is friendly, the less the tenser it is, and a mascot’s the most', () => {
    const smile = (kind: 'person' | 'mascot', tense: number): number => {
      const id = layers.find((one) => characterOf(one).kind === kind) as string;
      const who = characterOf(id);
      const other = { ...document, characters: { ...document.characters, [who.id]: { ...who, temper: { ...who.temper, tense } } } };
      const own = tracksOf(actingIn(placed(other), id), 'smile').at(-1) as Track;
      return sample(own, 0);
    };
    expect(smile('person', 0)).toBe(0.3);
    expect(smile('person', 1)).toBe(0.15);
    expect(smile('mascot', 0)).toBe(0.62);
    expect(smile('mascot', 0.5)).toBeCloseTo(0.465, 9);
    expect(sample(tracksOf(actingIn(whole, speaker), 'lidLower').at(-1) as Track, toTicks(3))).toBe(0.14);
  });
  it('what it does by itself is that of each stretch of the clock, talking where it talks, as strong as its liveliness', () => {
    const acting = actingIn(whole, speaker);
    const who = characterOf(speaker);
    const spans = clockSpans(SCENE, whole.resolved, whole.lines);
    const own = whole.lines.filter((line) => line.layer === speaker);
    const height = heightOf(bodyOf(who));
    const [idle] = tracksOf(acting, 'blink', 'alive') as [Track];
    for (const span of spans) {
      const talking = own.some((line) => line.start < span.end && line.end > span.start);
      const keys = idleKeys({ id: span.id, layer: speaker, length: span.end - span.start, ...who.temper, talking, height }).blink ?? [];
      for (const key of keys) expect(sample(idle, key.at + span.start)).toBeCloseTo(key.value, 6);
    }
    expect(spans.some((span) => own.some((line) => line.start < span.end && line.end > span.start))).toBe(true);
    expect(spans.some((span) => !own.some((line) => line.start < span.end && line.end > span.start))).toBe(true);
  });
  it('is worked out once, when somebody looks', () => {
    const acting = actingIn(placed(changed(cueOn(speaker, {}))), speaker);
    expect(acting.channels).toBe(acting.channels);
    expect(acting.held).toBe(acting.held);
    expect(acting.seats).toBe(acting.seats);
  });
});

describe('speaking', () => {
  it('moves the speaker on its own lines alone, each from its start', () => {
    const acting = actingIn(whole, speaker);
    for (const line of whole.lines) {
      const words = line.words.map((word, n) => ({ text: word.text, start: word.start - line.start, end: word.end - line.start, stress: line.analysis.stress[n] ?? 0.3 }));
      for (const hand of ['L', 'R'] as const) {
        const keys =
          speakingKeys({ id: line.id, layer: speaker, length: line.end - line.start, ...characterOf(speaker).temper, analysis: line.analysis, words, hand }).browInL ?? [];
        const track = tracksOf(acting, 'browInL', 'alive')[0] as Track;
        for (const key of keys) expect(sample(track, line.start + key.at)).toBeCloseTo(line.layer === speaker ? key.value : 0, 6);
      }
    }
  });
  it('does something with its hands on each of its lines, and leaves the arms to a gesture that somebody asked for', () => {
    for (const line of whole.lines.filter((one) => one.layer === speaker)) expect(hands(actingIn(whole, speaker), line.start, line.end + toTicks(0.5))).toBe(1);
    expect(hands(actingIn(placed(changed(cueOn(speaker, {}))), speaker), first.start, first.end)).toBe(0);
    expect(hands(actingIn(placed(changed(cueOn(speaker, { action: 'nod' }))), speaker), first.start, first.end)).toBe(1);
    expect(hands(actingIn(placed(changed(cueOn(listener, {}))), speaker), first.start, first.end)).toBe(1);
  });
  it('comes back to them when such a gesture is over, and lets go a second before one', () => {
    const track = tracksOf(actingIn(whole, speaker), 'busyR', 'alive').at(-1) ?? tracksOf(actingIn(whole, speaker), 'busyL', 'alive').at(-1);
    const peak = (track as Track).at.find((at) => at > first.start && sample(track as Track, at) === 1) as number;
    const at = (offset: number): number => {
      const pin = { to: 'line', line: first.id, edge: 'start', offset: peak - first.start + offset } as const;
      return hands(actingIn(placed(changed(cueOn(speaker, { start: pin, end: { ticks: 9_000 } }))), speaker), peak - 10, peak + 10);
    };
    expect(at(0)).toBe(0);
    expect(at(toTicks(-1.2))).toBe(0);
    expect(at(toTicks(5))).toBe(1);
  });
  it('breathes in before a line, deeper when lively, and not over what it still says or before the film', () => {
    const lines = whole.lines.filter((line) => line.layer === speaker);
    const breath = (of: Document, at: number): number => most(tracksOf(actingIn(placed(of), speaker), 'shoulderLift', 'alive').at(-1), at - toTicks(0.6), at);
    const second = lines[1] as ScheduledLine;
    const who = characterOf(speaker);
    const lively = (value: number): Document => ({ ...document, characters: { ...document.characters, [who.id]: { ...who, temper: { ...who.temper, lively: value } } } });
    expect(breath(lively(0), second.start)).toBeCloseTo(2.4, 1);
    expect(breath(lively(1), second.start)).toBeCloseTo(3.6, 1);
    const early: Document = { ...document, scenes: { [scene]: { ...SCENE, lead: 0 } } };
    expect(most(tracksOf(actingIn(placed(early), speaker), 'shoulderLift', 'alive').at(-1), 0, toTicks(0.1))).toBeLessThan(0.1);
  });
});

describe('a face by default', () => {
  const smile = (text: string): number => {
    const at = placed(saying(text));
    const acting = actingIn(at, speaker);
    const line = at.lines.find(({ id }) => id === first.id) as ScheduledLine;
    return poseAt(acting, line.end - 2000).smile;
  };
  it('fits what is said: no smile under bad news, a broad one with good', () => {
    expect(smile('Somebody has stolen the sea')).toBeLessThan(0);
    expect(smile('What a wonderful day this is')).toBeGreaterThan(smile('It is a day like another') + 0.2);
  });
});

describe('two who talk', () => {
  it('turn their trunks to each other by 20 to 40 degrees', () => {
    for (const id of [speaker, listener]) {
      const acting = actingIn(whole, id);
      const other = id === speaker ? listener : speaker;
      const side = Math.sign((layerOf(other).x ?? 0) - (layerOf(id).x ?? 0));
      for (const line of whole.lines.filter(({ end, start }) => end - start > toTicks(2.5))) {
        const degrees = poseAt(acting, line.end - toTicks(0.6)).bodyTurn * 75 * side;
        expect(degrees).toBeGreaterThan(12);
        expect(degrees).toBeLessThan(46);
      }
    }
  });
});

describe('listening', () => {
  it('is to others’ lines, nodding at their pauses, and goes on a little after them', () => {
    const acting = actingIn(whole, listener);
    const who = characterOf(listener);
    let nods = 0;
    // What it says comes first, then what it hears, then what its hands do.
    const track = tracksOf(acting, 'headPitch', 'alive').at(-2) as Track;
    for (const line of whole.lines.filter((one) => one.layer !== listener)) {
      const pauses = line.words.filter((word, n) => /[.?!,;:]$/.test(word.text) || n === line.words.length - 1).map((word) => word.end - line.start);
      const length = line.end - line.start + toTicks(0.9);
      const keys = reactingKeys({ id: line.id, layer: listener, length, lively: who.temper.lively, pauses, mood: 'plain', towards: 1 }).headPitch ?? [];
      for (const key of keys.filter(({ value }) => value)) {
        nods++;
        expect(sample(track, line.start + key.at)).toBeCloseTo(key.value, 6);
      }
    }
    expect(nods).toBeGreaterThan(0);
  });
});

describe('a laugh', () => {
  it('is caught by who hears it', () => {
    const laughs = faceOn('laughing');
    const smile = (of: Document): number => poseAt(actingIn(placed(of), listener), first.end - 4000).smile;
    expect(smile(changed(laughs))).toBeGreaterThan(smile(document) + 0.2);
  });
});

describe('the strength', () => {
  it('of by-default motion and of faces is the layer’s own, gestures are as they are asked for', () => {
    const face = faceOn('worried', { end: { ticks: 96_000 } });
    const acting = actingIn(placed(changed(face, cueOn(speaker, {}))), speaker);
    expect(tracksOf(acting, 'browInL', 'faceStrength')).toHaveLength(1);
    expect(tracksOf(acting, 'upperR').length).toBeGreaterThan(0);
    expect(most(tracksOf(acting, 'upperR').at(-1), first.start, first.end)).toBeGreaterThan(20);
    expect(tracksOf(acting, 'gazeX')).toHaveLength(1);
    expect(tracksOf(acting, 'gazeX', 'alive').length).toBeLessThanOrEqual(1);
  });
});

describe('the mouth', () => {
  it('is that of one’s own lines, from each line’s start, and of shapes set by hand', () => {
    const acting = actingIn(whole, speaker);
    const own = whole.lines.filter((line) => line.layer === speaker);
    expect(acting.mouth.starts.length).toBeGreaterThan(5);
    for (const start of acting.mouth.starts) expect(own.some((line) => start >= line.start - toTicks(0.1) && start < line.end)).toBe(true);
    const shape = hangCue(scene, 'cu_000000000003', {
      kind: 'mouth',
      layer: speaker,
      shape: 'pucker',
      order: 'a0',
      start: { to: 'line', line: first.id, edge: 'start', offset: 0 },
      end: { ticks: 9000 },
    });
    const set = actingIn(placed(changed(shape)), speaker).mouth;
    const at = set.shapes.indexOf('pucker');
    expect([set.starts[at], set.ends[at]]).toEqual([first.start, first.start + 9000]);
    expect(actingIn(placed(changed(shape)), listener).mouth).toEqual(actingIn(whole, listener).mouth);
  });
  it('is as soft and as wide as the role has it', () => {
    expect(actingIn(whole, speaker).mouth).not.toHaveProperty('blend');
    const role = first.line.role as string;
    const soft: Recipe = (draft) => {
      (draft.production.roles[role] as { mouth?: object }).mouth = { sharp: -1, open: 1.3 };
    };
    const mouth = actingIn(placed(changed(soft)), speaker).mouth;
    expect(mouth.open).toBe(1.3);
    expect(mouth.blend).toBe(4800);
  });
});

describe('wheels', () => {
  it('turn of whom goes on them: a mascot made so, and somebody in a wheelchair', () => {
    const mascot = layers.find((id) => characterOf(id).kind === 'mascot') as string;
    const person = layers.find((id) => characterOf(id).kind === 'person') as string;
    const made = (id: string, legs: string): boolean => {
      const who = characterOf(id);
      return actingIn(placed({ ...document, characters: { ...document.characters, [who.id]: { ...who, parts: { ...who.parts, legs } } } }), id).onWheels;
    };
    expect(made(mascot, 'wheels')).toBe(true);
    expect(made(mascot, 'none')).toBe(false);
    expect(made(person, 'wheels')).toBe(false);
    const who = characterOf(person);
    const seated = { ...document, characters: { ...document.characters, [who.id]: { ...who, extras: { wheelchair: true as const } } } };
    expect(actingIn(placed(seated), person).onWheels).toBe(true);
  });
});

describe('how one stands', () => {
  /** The sample with who speaks first changed, and their layer. */
  const as = (more: object, onLayer: object = {}): Document => {
    const who = characterOf(speaker);
    return {
      ...document,
      characters: { ...document.characters, [who.id]: { ...who, ...more } },
      scenes: { [scene]: { ...SCENE, layers: { ...SCENE.layers, [speaker]: { ...layerOf(speaker), ...onLayer } } } },
    };
  };
  const rest = (of: Document, id = speaker): Acting['rest'] => actingIn(placed(of), id).rest;
  it('is a rest pose of one’s own on the feet, one of the lap in a wheelchair, and none of a picture’s', () => {
    expect(Object.keys(rest(document)).length).toBeGreaterThan(8);
    const seated = rest(as({ extras: { wheelchair: true } }));
    expect(Object.keys(seated).length).toBeGreaterThan(3);
    expect(seated.hipX?.values.some((value) => Math.abs(value) > 5) ?? false).toBe(false);
  });
  it('has the trunk to the side that the layer is turned to, however little that is, and else to one by chance', () => {
    const turned = (turn: number): number => Math.sign(rest(as({}, { turn })).bodyTurn?.values[0] as number);
    expect(turned(0.2)).toBe(1);
    expect(turned(-0.2)).toBe(-1);
    expect(turned(0.04)).toBe(1);
    expect(turned(-0.04)).toBe(-1);
    const byChance = turned(0);
    expect([turned(0.03), turned(-0.03), turned(0.01)]).toEqual([byChance, byChance, byChance]);
    // Both ways come up among those who are turned nowhere.
    const sides = new Set<number>();
    for (let seed = 2; seed < 12; seed++) {
      const { document: other, scene: id } = sampleDocument(undefined, seed);
      for (const { acting } of schedule(other, () => undefined).scenes[0]?.layers.values() ?? []) sides.add(Math.sign(acting?.rest.bodyTurn?.values[0] ?? 0));
      expect(id).toBeDefined();
    }
    expect(sides).toEqual(new Set([1, -1]));
  });
});

describe('hands that talk by themselves', () => {
  const minutes = Array.from(
    { length: 12 },
    (_, n) => `MARIT: Words, words and ${n} words more about boats that lie there quietly, and about nothing else at all.\nNOOR: And yet more words about it.`,
  ).join('\n');
  const { document: long, scene: longScene } = sampleDocument(minutes);
  const [marit] = inOrder((long.scenes[longScene] as Scene).layers).flatMap(([id, layer]) => (layer.kind === 'character' ? [id] : [])) as [string];
  const busy = (of: Document): { L: number; R: number } => {
    const acting = schedule(of, () => undefined).scenes[0]?.layers.get(marit)?.acting as Acting;
    /** How much an arm does all in all: of the last track, which is that of the hands. */
    const done = (key: PoseKey): number => Math.round(Array.from(tracksOf(acting, key, 'alive').at(-1)?.values ?? []).reduce((sum, value) => sum + Math.abs(value), 0));
    return { L: done('upperL'), R: done('upperR') };
  };
  const with_ = (turn: number, extras: object = {}): Document => {
    const part = long.scenes[longScene] as Scene;
    const layer = part.layers[marit] as Extract<Scene['layers'][string], { kind: 'character' }>;
    const who = long.characters[layer.character] as Document['characters'][string];
    return {
      ...long,
      characters: { ...long.characters, [who.id]: { ...who, temper: { lively: 1, tense: 0 }, extras } as typeof who },
      scenes: { ...long.scenes, [longScene]: { ...part, layers: { ...part.layers, [marit]: { ...layer, turn } } } },
    };
  };
  it('are more those of the side that one faces', () => {
    const [right, left] = [busy(with_(0.3)), busy(with_(-0.3))];
    expect(right.R).toBeGreaterThan(right.L);
    expect(left.L).toBeGreaterThan(left.R);
  });
  it('leave the hand that carries something', () => {
    const [left, right] = [busy(with_(0.3, { clipboard: true })), busy(with_(-0.3, { cane: true }))];
    expect(left.R).toBeGreaterThan(left.L * 5);
    expect(right.L).toBeGreaterThan(right.R * 5);
  });
});

describe('a face that somebody chose', () => {
  const smiles = (from: number, to: number): boolean => {
    const saysBad = saying('Somebody has stolen the whole wide sea');
    const calm = faceOn('calm', { start: { to: 'line', line: first.id, edge: 'start', offset: from }, end: { ticks: to - from } });
    const now = edit(saysBad, 'x', 'cg_000000000001' as Change['id'], calm).document;
    const acting = actingIn(placed(now), speaker);
    return most(tracksOf(acting, 'forehead', 'faceStrength').at(-1), first.start, first.end) === 0;
  };
  it('takes the place of the one that the words of a line have, where it is seen within it', () => {
    const length = first.end - first.start;
    expect(smiles(100, length - 100)).toBe(true);
    expect(smiles(-9000, 10)).toBe(true);
    expect(smiles(length - 10, length + 9000)).toBe(true);
    expect(smiles(-9000, 0)).toBe(false);
    expect(smiles(length, length + 9000)).toBe(false);
  });
});

describe('who listens while they still speak', () => {
  it('does not react to the other line', () => {
    const over = (by: number): Document =>
      changed((draft) => void ((draft.scenes[scene]?.lines[whole.lines[1]?.id as string] as Line).pin = { to: 'line', line: first.id, edge: 'end', offset: by }));
    const reacts = (of: Document): boolean => {
      const at = placed(of);
      const line = at.lines[1] as ScheduledLine;
      const acting = actingIn(at, speaker);
      const { lively } = characterOf(speaker).temper;
      const side = Math.sign((layerOf(listener).x ?? 0) - (layerOf(speaker).x ?? 0)) as 1 | -1;
      const length = line.end - line.start + toTicks(0.9);
      const keys = reactingKeys({ id: line.id, layer: speaker, length, lively, pauses: [], mood: 'plain', towards: side }).lean ?? [];
      expect(keys.length).toBeGreaterThan(2);
      return tracksOf(acting, 'lean', 'alive').some((one) => keys.every(({ at: tick, value }) => Math.abs(sample(one, line.start + tick) - value) < 1e-6));
    };
    expect(reacts(over(toTicks(0.4)))).toBe(true);
    expect(reacts(over(0))).toBe(true);
    expect(reacts(over(toTicks(-0.1)))).toBe(false);
    expect(reacts(over(toTicks(-0.4)))).toBe(false);
  });
});

describe('a long silence', () => {
  it('is stood through as one who is silent, what is said as one who talks', () => {
    const second = whole.lines[2] as ScheduledLine;
    const quiet = changed(
      (draft) => void ((draft.scenes[scene]?.lines[second.id] as Line).pin = { to: 'line', line: whole.lines[1]?.id as string, edge: 'end', offset: toTicks(14) }),
    );
    const at = placed(quiet);
    const acting = actingIn(at, speaker);
    const who = characterOf(speaker);
    const [idle] = tracksOf(acting, 'blink', 'alive') as [Track];
    const span = clockSpans(at.scene, at.resolved, at.lines).find(({ id }) => id === `gap ${second.id}`) as ReturnType<typeof clockSpans>[number];
    const blinks = (talking: boolean) =>
      idleKeys({ id: span.id, layer: speaker, length: span.end - span.start, ...who.temper, talking, height: heightOf(bodyOf(who)) }).blink ?? [];
    const held = (keys: ReturnType<typeof blinks>): boolean => keys.every((key) => Math.abs(sample(idle, key.at + span.start) - key.value) < 1e-6);
    expect(blinks(true)).not.toEqual(blinks(false));
    expect(held(blinks(false))).toBe(true);
    expect(held(blinks(true))).toBe(false);
  });
});

describe('the feeling of a line', () => {
  it('is on the face a little weaker than if somebody asked for it, from its start to its end', () => {
    const strongest = (of: Document): number => most(tracksOf(actingIn(placed(of), speaker), 'forehead', 'faceStrength').at(-1), first.start, first.end);
    expect(strongest(saying('Somebody has stolen the sea')) / strongest(changed(faceOn('worried')))).toBeCloseTo(0.75 * 0.85, 2);
  });
});

describe('the breath before a line', () => {
  it('is not drawn while an own line is still said, however that lies over this one', () => {
    const own = whole.lines.filter((line) => line.layer === speaker);
    const [one, two] = own as [ScheduledLine, ScheduledLine];
    const lifts = (offset: number): boolean => {
      const of = changed((draft) => void ((draft.scenes[scene]?.lines[two.id] as Line).pin = { to: 'line', line: one.id, edge: 'end', offset }));
      const at = placed(of);
      const start = at.lines.find(({ id }) => id === two.id)?.start as number;
      // Three quarters of the breath are over a little before the line.
      return tracksOf(actingIn(at, speaker), 'shoulderLift', 'alive').some((track) =>
        Array.from(track.at).some((tick, n) => tick < start && tick > start - toTicks(0.25) && (track.values[n] as number) > 2.3 && (track.values[n - 1] ?? 1) === 0),
      );
    };
    expect(lifts(toTicks(2))).toBe(true);
    expect(lifts(toTicks(0.1))).toBe(false);
    expect(lifts(toTicks(-0.5))).toBe(false);
  });
});
