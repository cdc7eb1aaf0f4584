import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cue, Document, Scene } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { setLineText } from '../edit/commands/lines.ts';
import { setMouth } from '../edit/commands/stage.ts';
import { addSceneAfter } from '../edit/create.ts';
import { stanceOf } from '../figure/proportions.ts';
import { skeletonOf } from '../figure/skeleton.ts';
import { poseAt } from '../stage/figures.ts';
import { segmentInputs } from '../stage/segmentInputs.ts';
import { shapeAt } from '../testing/figures.ts';
import { actingIn, gestureOn, sampleDocument, seededIds, shotOf } from '../testing/samples.ts';
import { smooth } from '../time/easing.ts';
import { inOrder } from '../time/order.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import { sample } from '../time/track.ts';
import { blendOf, mouthAt, mouthTrack } from './mouths.ts';
import { resolveScene } from './resolve.ts';
import { overlapWith, sceneSchedule, schedule } from './schedule.ts';
import { segmentsOf } from './segments.ts';
import { heldAt } from './stageProperties.ts';
import { lineTiming } from './timing.ts';

const CHANGE = 'cg_000000000001';
const resolve = (scene: Scene) => resolveScene(scene, (_, line) => lineTiming(line), 24);

describe('resolving pins', () => {
  it('of a scene that is known is done anew at another rate: lines start at frames of that one', () => {
    const { document, scene } = sampleDocument();
    for (const fps of [24, 60, 24] as const) {
      const { lines } = sceneSchedule(document, document.scenes[scene] as Scene, () => undefined, fps);
      for (const { start } of lines) expect(start % ticksPerFrame(fps)).toBe(0);
      const resolved = resolveScene(document.scenes[scene] as Scene, (_, line) => lineTiming(line), fps);
      expect(lines.map(({ start }) => start)).toEqual(resolved.order.map((id) => resolved.lines.get(id)?.start));
    }
  });
  it('does not depend on the order in which things were put in', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ word: fc.nat(20), on: fc.nat(30), offset: fc.integer({ min: -48_000, max: 48_000 }), toCue: fc.boolean() }), { maxLength: 30 }),
        fc.integer(),
        (specs, shuffle) => {
          const { document, scene } = sampleDocument();
          const base = document.scenes[scene] as Scene;
          const words = Object.values(base.lines).flatMap((line) => Object.keys(line.words));
          const makeId = seededIds(9);
          const cues: [string, Cue][] = [];
          for (const spec of specs) {
            const cue = gestureOn('la_000000000000', words[spec.word % words.length] as string);
            const target = cues[spec.on % Math.max(1, cues.length)];
            cues.push([
              makeId('cue'),
              spec.toCue && target
                ? { ...cue, start: { to: 'cue', cue: target[0], edge: 'end', offset: spec.offset } }
                : { ...cue, start: { ...cue.start, offset: spec.offset } as Cue['start'] },
            ]);
          }
          const one = resolve({ ...base, cues: Object.fromEntries(cues) });
          const shuffled = [...cues].sort((a, b) => ((a[0].charCodeAt(5) * 7 + shuffle) % 13) - ((b[0].charCodeAt(5) * 7 + shuffle) % 13));
          const two = resolve({ ...base, cues: Object.fromEntries(shuffled), lines: Object.fromEntries(Object.entries(base.lines).reverse()) });
          for (const [id, times] of one.cues) expect(two.cues.get(id)).toEqual(times);
          expect(two.length).toBe(one.length);
          expect(two.order).toEqual(one.order);
        },
      ),
      { numRuns: 50 },
    );
  });

  it('looks at each cue a few times, however many there are', () => {
    const { document, scene } = sampleDocument();
    const base = document.scenes[scene] as Scene;
    const word = Object.keys(Object.values(base.lines)[0]?.words ?? {})[0] as string;
    let looks = 0;
    const chain = (count: number): Scene => {
      const makeId = seededIds(3);
      const cues: Record<string, Cue> = {};
      let last: string | undefined;
      for (let n = 0; n < count; n++) {
        const id = makeId('cue');
        const start: Cue['start'] = last ? { to: 'cue', cue: last, edge: 'end', offset: 1 } : { to: 'word', word, edge: 'start', offset: 0 };
        // Each look at what a cue hangs from is counted.
        cues[id] = Object.defineProperty(gestureOn('la_000000000000', word), 'start', { enumerable: true, get: () => (looks++, start) }) as Cue;
        last = id;
      }
      return { ...base, cues };
    };
    const work = (count: number): number => {
      const input = chain(count);
      looks = 0;
      resolve(input);
      return looks;
    };
    const few = work(100);
    expect(few).toBeGreaterThanOrEqual(100);
    expect(work(3200)).toBe(few * 32);
  });

  it('starts lines on whole frames, one after the other with their gaps', () => {
    const { document, scene } = sampleDocument();
    const times = resolve(document.scenes[scene] as Scene);
    let before = 0;
    for (const id of times.order) {
      const line = times.lines.get(id) as { start: number; end: number };
      expect(line.start % ticksPerFrame(24)).toBe(0);
      expect(line.start).toBeGreaterThanOrEqual(before);
      before = line.end;
    }
    expect(times.length % ticksPerFrame(24)).toBe(0);
  });

  it('never lets a pin to the end lengthen the scene', () => {
    const { document, scene, makeId } = sampleDocument();
    const base = document.scenes[scene] as Scene;
    const cue: Cue = { ...gestureOn('la_000000000000', ''), start: { to: 'scene', edge: 'end', offset: -4800 }, end: { ticks: 960_000 } };
    expect(resolve({ ...base, cues: { [makeId('cue')]: cue } }).length).toBe(resolve(base).length);
  });
});

describe('a scene’s schedule', () => {
  it('is the same twice from equal documents, and the same object from the same', () => {
    const { document, scene } = sampleDocument();
    const one = sceneSchedule(document, document.scenes[scene] as Scene, () => undefined);
    const copy = structuredClone(document);
    const two = sceneSchedule(copy, copy.scenes[scene] as Scene, () => undefined);
    expect(JSON.stringify([...two.layers])).toBe(JSON.stringify([...one.layers]));
    expect(sceneSchedule(document, document.scenes[scene] as Scene, () => undefined)).toBe(one);
  });

  it('keeps every figure alive: it blinks, breathes, looks at who speaks, and no joint jumps', () => {
    const { document, scene } = sampleDocument();
    const s = sceneSchedule(document, document.scenes[scene] as Scene, () => undefined);
    for (const { acting } of s.layers.values()) {
      if (!acting) throw new Error('Nobody acts.');
      let blinks = 0;
      let before = poseAt(acting, 0);
      const breath = new Set<number>();
      for (let tick = 0; tick < s.length; tick += 2000) {
        const pose = poseAt(acting, tick);
        if (pose.blink > 0.9 && before.blink <= 0.9) blinks++;
        breath.add(pose.chest);
        for (const key of ['headTurn', 'headTilt', 'lean', 'hipX', 'upperL', 'upperR', 'elbowL', 'elbowR'] as const) {
          const limit = key.startsWith('elbow') || key.startsWith('upper') ? 62 : key === 'headTurn' ? 0.2 : 6;
          expect(Math.abs(pose[key] - before[key])).toBeLessThan(limit);
        }
        before = pose;
      }
      const minutes = s.length / toTicks(60);
      expect(blinks / minutes).toBeGreaterThan(6);
      expect(blinks / minutes).toBeLessThan(50);
      expect(breath.size).toBeGreaterThan(4);
    }
    // While Marit (left) speaks, Tully (right) is turned to her.
    const [marit, tully] = inOrder((document.scenes[scene] as Scene).layers).map(([id]) => id) as [string, string];
    const line = s.lines[0];
    expect(line?.layer).toBe(marit);
    const listener = poseAt(actingIn(s, tully), (line?.start ?? 0) + toTicks(1.2));
    expect(listener.bodyTurn + listener.headTurn).toBeLessThan(-0.1);
  });

  it('gives a gesture its stroke at its word, whole and without a jump from idle and back', () => {
    const { document, scene, makeId } = sampleDocument();
    const base = document.scenes[scene] as Scene;
    const layer = inOrder(base.layers)[0]?.[0] as string;
    const word = inOrder(inOrder(base.lines)[2]?.[1].words ?? {})[0]?.[0] as string;
    const { document: hung } = edit(document, 'hang', CHANGE, hangCue(scene, makeId('cue'), gestureOn(layer, word)));
    const s = sceneSchedule(hung, hung.scenes[scene] as Scene, () => undefined);
    const at = s.resolved.words.get(word)?.start as number;
    const acting = actingIn(s, layer);
    expect(poseAt(acting, at).elbowR).toBeGreaterThan(100);
    expect(Math.abs(poseAt(acting, at - toTicks(0.6)).elbowR)).toBeLessThan(60);
    expect(Math.abs(poseAt(acting, at + toTicks(3)).elbowR)).toBeLessThan(60);
  });
});

describe('scenes one after the other', () => {
  const S = toTicks(1);
  const overlap = (ticks: number | undefined, before: number | undefined, length: number): number =>
    overlapWith(
      before === undefined ? undefined : { length: before * S },
      { scene: { ...(ticks === undefined ? {} : { transition: { effect: 'dissolve', ticks } }) } as never, length: length * S },
      24,
    );
  it('are seen together as long as their transition lasts, in whole frames, half of the shorter one at most', () => {
    expect(overlap(S, 10, 10)).toBe(S);
    expect(overlap(S + 1999, 10, 10)).toBe(S);
    expect(overlap(S + 2000, 10, 10)).toBe(S + 2000);
    expect(overlap(6 * S, 4, 10)).toBe(2 * S);
    expect(overlap(6 * S, 10, 5)).toBe(2.5 * S);
  });
  it('are not seen together without one, nor is the first scene with anything', () => {
    expect([overlap(undefined, 10, 10), overlap(0, 10, 10), overlap(-S, 10, 10), overlap(S, undefined, 10)]).toEqual([0, 0, 0, 0]);
  });
  it('begin where the one before ends, or as much sooner as they are seen together', () => {
    const { document, scene, makeId } = sampleDocument();
    const two = edit(document, 'x', CHANGE, addSceneAfter(scene, 'sc_000000000009', 'Two', makeId)).document;
    const three = edit(two, 'x', CHANGE, addSceneAfter('sc_000000000009', 'sc_00000000000a', 'Three', makeId)).document;
    const dissolved = edit(three, 'x', CHANGE, (draft) => void ((draft.scenes.sc_000000000009 as Scene).transition = { effect: 'dissolve', ticks: S })).document;
    const film = schedule(dissolved, () => undefined);
    const [one, other, last] = film.scenes as [(typeof film.scenes)[number], (typeof film.scenes)[number], (typeof film.scenes)[number]];
    expect([one.start, one.overlap, other.overlap, last.overlap]).toEqual([0, 0, S, 0]);
    expect(other.start).toBe(one.length - S);
    expect(last.start).toBe(other.start + other.length);
    expect(film.length).toBe(last.start + last.length);
  });
});

describe('shots', () => {
  const { document, scene } = sampleDocument();
  const shot = (at: number): Cue => shotOf({ start: { to: 'scene', edge: 'start', offset: at } });
  it('are in order of time, each until the next begins, and of two at one moment the later id comes last', () => {
    const cues = {
      cu_c: shot(48_000),
      cu_b: shot(0),
      cu_d: shot(48_000),
      cu_a: shot(96_000),
      cu_x: gestureOn(
        Object.keys((document.scenes[scene] as Scene).layers)[0] as string,
        Object.keys(Object.values((document.scenes[scene] as Scene).lines)[0]?.words ?? {})[0] as string,
      ),
    };
    const of = (list: Record<string, Cue>) => sceneSchedule(document, { ...(document.scenes[scene] as Scene), cues: list }, () => undefined);
    const { shots, length } = of(cues);
    expect(shots.map(({ id, start, end }) => [id, start, end])).toEqual([
      ['cu_b', 0, 48_000],
      ['cu_c', 48_000, 48_000],
      ['cu_d', 48_000, 96_000],
      ['cu_a', 96_000, length],
    ]);
    const reversed = Object.fromEntries(Object.entries(cues).reverse());
    expect(of(reversed).shots.map(({ id }) => id)).toEqual(['cu_b', 'cu_c', 'cu_d', 'cu_a']);
    expect(of({}).shots).toEqual([]);
  });
});

describe('walking', () => {
  it.each([
    ['marit', 700],
    ['tully', -500],
    ['theo', 240],
  ])('plants %s’s feet: none slides more than a pixel while it bears', (who, distance) => {
    const name = who.replace(/^./, (c) => c.toUpperCase());
    const { document, scene, makeId } = sampleDocument(`${name}: One line that is long enough to walk while it is said, and then some more.`);
    const base = document.scenes[scene] as Scene;
    const layer = inOrder(base.layers)[0]?.[0] as string;
    const move: Cue = {
      kind: 'move',
      order: 'a0',
      layer,
      x: distance,
      y: 452,
      walk: true,
      ease: 'both',
      start: { to: 'scene', edge: 'start', offset: 24_000 },
      end: { ticks: toTicks(Math.abs(distance) / 260) },
    };
    const { document: walking } = edit(document, 'walk', CHANGE, hangCue(scene, makeId('cue'), move));
    const acting = actingIn(
      sceneSchedule(walking, walking.scenes[scene] as Scene, () => undefined),
      layer,
    );
    let worst = 0;
    let planted = 0;
    for (const side of ['L', 'R'] as const) {
      let before: number | undefined;
      for (let tick = 20_000; tick < 24_000 + toTicks(Math.abs(distance) / 260); tick += 800) {
        const pose = poseAt(acting, tick);
        const leg = skeletonOf(acting.p, pose).legs[side];
        const rest = (side === 'L' ? -1 : 1) * stanceOf(acting.p) * (1 - smooth(Math.abs(pose.stride)) * 0.9);
        const flat = Math.abs(pose[`footY${side}`]) < 0.01 && Math.abs(pose[`footPitch${side}`]) < 0.01;
        // The drawn sole lies under the ankle while the foot is flat; the ankle is what the skeleton really gives.
        const x = flat ? Math.round(sample(acting.x, tick) * 16) / 16 + leg.ankle.x * acting.scale : undefined;
        if (x !== undefined && before !== undefined) {
          worst = Math.max(worst, Math.abs(x - before));
          planted++;
        }
        before = x;
        expect(Number.isFinite(rest)).toBe(true);
      }
    }
    expect(planted).toBeGreaterThan(20);
    expect(worst).toBeLessThanOrEqual(1);
  });
});

describe('stage properties', () => {
  const acting = (cues: readonly Partial<Cue>[]) => {
    const { document, scene, makeId } = sampleDocument('MARIT: One line that is long enough to do many things while it is said, and then some more.');
    const layer = inOrder((document.scenes[scene] as Scene).layers)[0]?.[0] as string;
    const done = cues.reduce(
      (now, cue) => edit(now, 'hang', CHANGE, hangCue(scene, makeId('cue'), { order: 'a0', layer, hand: 'right', strength: 1, ...cue } as Cue)).document,
      document,
    );
    return actingIn(
      sceneSchedule(done, done.scenes[scene] as Scene, () => undefined),
      layer,
    );
  };
  const at = (seconds: number, length: number) => ({ start: { to: 'scene', edge: 'start', offset: toTicks(seconds) }, end: { ticks: toTicks(length) } }) as const;
  it('are in the hand while the action lasts, and not before or after', () => {
    const { held } = acting([{ kind: 'gesture', action: 'hold-up', thing: 'orange', ...at(2, 1) }]);
    expect(heldAt(held, toTicks(0.5))).toEqual([]);
    expect(heldAt(held, toTicks(2.4))).toEqual([{ thing: 'orange', hand: 'R' }]);
    expect(heldAt(held, toTicks(6))).toEqual([]);
  });
  it('to sit on stand where one sits down, and whoever walks off has got up by then', () => {
    const layer = acting([
      { kind: 'gesture', action: 'sit', ...at(1, 5) },
      { kind: 'move', x: 600, y: 452, walk: true, ease: 'both', ...at(4, 2) },
    ]);
    expect(layer.seats).toEqual([{ x: layer.layer.x, y: layer.layer.y }]);
    expect(poseAt(layer, toTicks(2.5)).seat).toBeCloseTo(1, 1);
    expect(poseAt(layer, toTicks(4.05)).seat).toBeLessThan(0.05);
  });
  it('of one who sits: another action of the arms goes on over the sitting', () => {
    const layer = acting([
      { kind: 'gesture', action: 'sit', ...at(1, 4) },
      { kind: 'gesture', action: 'wave', ...at(2.5, 1) },
    ]);
    expect(poseAt(layer, toTicks(2.9)).seat).toBeCloseTo(1, 1);
    expect(poseAt(layer, toTicks(2.9)).elbowR).toBeGreaterThan(60);
  });
});

describe('how a mouth speaks', () => {
  const shapes = { starts: [0, 48_000], ends: [48_000, 96_000], shapes: ['wide', 'closed'] as const, loud: [1, 1] };
  it('soft takes longer from shape to shape, sharp shorter; wide and small open more and less; a closure stays one', () => {
    const changing = (sharp: number): number => {
      let count = 0;
      const track = { ...shapes, blend: blendOf(sharp) };
      for (let tick = 46_000; tick < 48_000; tick += 50) if (JSON.stringify(mouthAt(track, tick)) !== JSON.stringify(mouthAt(track, 24_000))) count++;
      return count;
    };
    expect(changing(-1)).toBeGreaterThan(changing(0));
    expect(changing(0)).toBeGreaterThan(changing(1));
    expect(mouthAt({ ...shapes, open: 1.5 }, 24_000)).not.toEqual(mouthAt(shapes, 24_000));
    expect(mouthAt({ ...shapes, blend: blendOf(-1) }, 48_000)).toEqual(mouthAt(shapes, 48_000));
  });
  it('is set for a role, and is gone again where both dials are in the middle', () => {
    const { document } = sampleDocument();
    const role = Object.keys(document.production.roles)[0] as string;
    const soft = edit(document, 'm', CHANGE, setMouth(role, { sharp: -1, open: 0.8 })).document;
    const track = [...sceneSchedule(soft, Object.values(soft.scenes)[0] as Scene, () => undefined).layers.values()].map(({ acting }) => [acting?.mouth.blend, acting?.mouth.open]);
    expect(track).toContainEqual([blendOf(-1), 0.8]);
    expect(edit(soft, 'm', CHANGE, setMouth(role, { sharp: 0, open: 1 })).document.production.roles[role]?.mouth).toBeUndefined();
  });
});

describe('mouths', () => {
  const analysis = (mouth: { shape: 'closed' | 'wide' | 'rest' | 'bite' | 'mid'; start: number; end: number }[]) => ({
    version: 1,
    length: mouth.at(-1)?.end ?? 0,
    words: [],
    phones: [],
    mouth,
    loudness: new Array(200).fill(1),
    stress: [],
  });
  it('show every closure for a whole frame, early and never late', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('closed', 'wide', 'mid', 'bite' as const), fc.integer({ min: 200, max: 9000 })), { minLength: 1, maxLength: 40 }), (spans) => {
        let at = 0;
        const mouth = spans.map(([shape, length]) => {
          const span = { shape: shape as 'closed', start: at, end: at + length };
          at += length;
          return span;
        });
        const track = mouthTrack([{ at: 48_000, length: at, analysis: analysis(mouth) }], [], 24);
        for (let n = 0; n < track.starts.length; n++) {
          if (track.shapes[n] !== 'closed' && track.shapes[n] !== 'bite') continue;
          expect((track.starts[n] as number) % ticksPerFrame(24)).toBe(0);
          expect((track.ends[n] as number) - (track.starts[n] as number)).toBeGreaterThanOrEqual(ticksPerFrame(24));
        }
        for (const { shape, start } of mouth) if (shape === 'closed') expect(shapeAt(track, 48_000 + start)).toMatch(/closed|bite/);
      }),
    );
  });
  it('open for a vowel, shut for a closure and rest outside', () => {
    const track = mouthTrack(
      [
        {
          at: 0,
          length: 60_000,
          analysis: analysis([
            { shape: 'rest', start: 0, end: 12_000 },
            { shape: 'wide', start: 12_000, end: 36_000 },
            { shape: 'closed', start: 36_000, end: 44_000 },
            { shape: 'rest', start: 44_000, end: 60_000 },
          ]),
        },
      ],
      [],
      24,
    );
    expect(mouthAt(track, 24_000).lower).toBeGreaterThan(9);
    expect(mouthAt(track, 38_000).lower).toBe(0);
    expect(mouthAt(track, 200_000).lower).toBe(0);
  });
  it('obey a shape set by hand', () => {
    const track = mouthTrack([{ at: 0, length: 60_000, analysis: analysis([{ shape: 'wide', start: 0, end: 60_000 }]) }], [{ start: 10_000, end: 20_000, shape: 'closed' }], 24);
    expect([shapeAt(track, 5000), shapeAt(track, 15_000), shapeAt(track, 25_000)]).toEqual(['wide', 'closed', 'wide']);
  });
});

describe('segments', () => {
  const long = Array.from({ length: 24 }, (_, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: This is line number ${n + 1} of a long talk about the sea, the sand and the Moon.`).join('\n');
  it('cover the film without gap, none over twelve seconds', () => {
    const { document } = sampleDocument(long);
    const film = schedule(document, () => undefined);
    const segments = segmentsOf(film);
    let at = 0;
    for (const segment of segments) {
      expect(segment.fromFrame).toBe(at);
      expect(segment.toFrame - segment.fromFrame).toBeLessThanOrEqual(12 * 24 + 1);
      at = segment.toFrame;
    }
    expect(at).toBe(Math.round(film.length / ticksPerFrame(24)));
  });
  it('keep their key after a changed line elsewhere: only those that it touches are made anew', () => {
    const { document, scene, makeId } = sampleDocument(long);
    const film = schedule(document, () => undefined);
    const keys = new Set(segmentsOf(film).map((segment) => segmentInputs(film, segment)));
    const line = inOrder((document.scenes[scene] as Scene).lines)[5]?.[0] as string;
    const { document: changed } = edit(
      document,
      'text',
      CHANGE,
      setLineText(scene, line, 'Quite another sentence, somewhat longer than the one that stood here before it.', makeId),
    );
    const after = schedule(changed as Document, () => undefined);
    const segments = segmentsOf(after);
    const fresh = segments.filter((segment) => !keys.has(segmentInputs(after, segment)));
    expect(segments.length).toBeGreaterThan(8);
    expect(fresh.length).toBeGreaterThan(0);
    expect(fresh.length).toBeLessThanOrEqual(3);
  });
});
