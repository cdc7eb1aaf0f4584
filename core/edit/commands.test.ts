import { describe, expect, it } from 'vitest';
import type { Cue, Document, FrameShape, Scene } from '../document/schema.ts';
import { designed } from '../figure/cast.ts';
import { heightOf, proportionsOf } from '../figure/proportions.ts';
import { readScript } from '../formats/script/read.ts';
import { speakerLayer } from '../schedule/casting.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { frameSize } from '../stage/frame.ts';
import { gestureOn, sampleDocument, seededIds } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { changeCue, copyCue, deleteCues, hangCue, moveCue, moveCues, rehangCue, shapeMouth, stretchCue } from './commands/cues.ts';
import { addLayer, changeLayer, orderLayer, removeLayers } from './commands/layers.ts';
import { addTake, giveLine, insertBeat, insertLine, removeTake, setAside, setGap, setLeadAndTail } from './commands/lines.ts';
import { addScene, deleteScene, emptyScene, renameCharacter, setProduction, setVoice } from './commands/stage.ts';
import { designsFor, fromScript, newDocument, placesFor, scaleFor, voiceFor } from './create.ts';

const CHANGE = 'cg_000000000001';
const FRAME_SHAPES: FrameShape[] = ['16:9', '9:16', '1:1', '4:5'];
const edited = (document: Document, recipe: Recipe): Document => edit(document, 'test', CHANGE, recipe).document;
const sceneIn = (document: Document, id: string): Scene => document.scenes[id] as Scene;
const timesIn = (document: Document, id: string) => resolveScene(sceneIn(document, id), (_, line) => lineTiming(line), document.production.fps);

function sample() {
  const made = sampleDocument();
  const scene = sceneIn(made.document, made.scene);
  const lines = inOrder(scene.lines);
  return { ...made, lines, layers: inOrder(scene.layers).map(([id]) => id) as [string, string], words: lines.map(([, line]) => inOrder(line.words).map(([id]) => id)) };
}

function hung() {
  const made = sample();
  const cue = made.makeId('cue');
  const word = made.words[0]?.[1] as string;
  return { ...made, cue, word, document: edited(made.document, hangCue(made.scene, cue, gestureOn(made.layers[0], word))) };
}

describe('a cue', () => {
  it('dragged along its lane stays hung from its word, with another offset', () => {
    const { document, scene, cue, word } = hung();
    const moved = sceneIn(edited(document, moveCue(scene, cue, -2000)), scene).cues[cue] as Cue;
    expect(moved.start).toEqual({ to: 'word', word, edge: 'start', offset: -2000 });
    expect(moved.end).toEqual({ ticks: 48_000 });
  });

  it('dropped on another word is carried by that one from then on', () => {
    const { document, scene, cue, words, lines } = hung();
    const other = words[2]?.[0] as string;
    let next = edited(document, rehangCue(scene, cue, { to: 'word', word: other, edge: 'start', offset: 0 }));
    expect(timesIn(next, scene).cues.get(cue)?.start).toBe(timesIn(next, scene).words.get(other)?.start);
    next = edited(next, setGap(scene, lines[2]?.[0] as string, 100_000));
    expect(timesIn(next, scene).cues.get(cue)?.start).toBe(timesIn(next, scene).words.get(other)?.start);
  });

  it('rehung keeps its length even where its end was pinned', () => {
    const { document, scene, cue, words } = hung();
    const pinned = edited(document, stretchCue(scene, cue, { to: 'word', word: words[0]?.[4] as string, edge: 'end', offset: 0 }));
    const before = timesIn(pinned, scene).cues.get(cue) as { start: number; end: number };
    const next = edited(pinned, rehangCue(scene, cue, { to: 'word', word: words[3]?.[0] as string, edge: 'start', offset: 0 }));
    const now = timesIn(next, scene).cues.get(cue) as { start: number; end: number };
    expect(now.end - now.start).toBe(before.end - before.start);
  });

  it('moved with others goes as far as they do, also where it hangs from one of them', () => {
    const { document, scene, cue, layers, words, makeId } = hung();
    const [follower, other] = [makeId('cue'), makeId('cue')];
    let next = edited(document, hangCue(scene, follower, { ...gestureOn(layers[0], ''), start: { to: 'cue', cue, edge: 'end', offset: 0 } }));
    next = edited(next, hangCue(scene, other, gestureOn(layers[1], words[2]?.[0] as string)));
    const before = timesIn(next, scene).cues;
    const after = timesIn(edited(next, moveCues(scene, [cue, follower, other], 4000)), scene).cues;
    for (const id of [cue, follower, other]) expect((after.get(id)?.start ?? 0) - (before.get(id)?.start ?? 0)).toBe(4000);
  });

  it('copied to another moment is hung from the word said there, as long as it was, and goes with it', () => {
    const { document, scene, cue, words, lines, makeId } = hung();
    const word = words[2]?.[1] as string;
    const at = (timesIn(document, scene).words.get(word)?.start ?? 0) + 700;
    const copy = makeId('cue');
    const pinned = edited(document, stretchCue(scene, cue, { to: 'word', word: words[0]?.[4] as string, edge: 'end', offset: 0 }));
    const next = edited(pinned, copyCue(scene, cue, copy, at));
    const [was, now] = [timesIn(next, scene).cues.get(cue), timesIn(next, scene).cues.get(copy)];
    expect(sceneIn(next, scene).cues[copy]?.start).toEqual({ to: 'word', word, edge: 'start', offset: 700 });
    expect((now?.end ?? 0) - (now?.start ?? 0)).toBe((was?.end ?? 0) - (was?.start ?? 0));
    const later = edited(next, setGap(scene, lines[2]?.[0] as string, 100_000));
    expect(timesIn(later, scene).cues.get(copy)?.start).toBe((timesIn(later, scene).words.get(word)?.start ?? 0) + 700);
  });

  it('of a mouth shape taken in hand stands where the shape was, and needs a length', () => {
    const { document, scene, layers, words, makeId } = sample();
    const start = timesIn(document, scene).words.get(words[0]?.[1] as string)?.start as number;
    const id = makeId('cue');
    const next = edited(document, shapeMouth(scene, id, layers[0], 'round', start + 300.4, start + 5099.8));
    expect(timesIn(next, scene).cues.get(id)).toMatchObject({ start: start + 300, end: start + 5100 });
    expect(() => edited(document, shapeMouth(scene, id, layers[0], 'round', 500, 500))).toThrow(/no length/);
  });

  it('never loses its pins to a change of its own values', () => {
    const { document, scene, cue } = hung();
    const before = sceneIn(document, scene).cues[cue] as Cue;
    const next = sceneIn(edited(document, changeCue(scene, cue, { hand: 'both', start: { to: 'scene', edge: 'start', offset: 0 } } as Partial<Cue>)), scene).cues[cue] as Cue;
    expect(next).toMatchObject({ hand: 'both', start: before.start, end: before.end });
  });

  it('of a strength out of range is refused in words, the document as it was', () => {
    const { document, scene, cue } = hung();
    expect(() => edited(document, changeCue(scene, cue, { strength: 9 } as Partial<Cue>))).toThrow(/strength/);
  });

  it('that others hang from lets them down gently when it goes', () => {
    const { document, scene, cue, layers, makeId } = hung();
    const follower = makeId('cue');
    const both = edited(document, hangCue(scene, follower, { ...gestureOn(layers[0], ''), start: { to: 'cue', cue, edge: 'end', offset: 0 } }));
    const before = timesIn(both, scene).cues.get(follower)?.start as number;
    const { document: next, message } = edit(both, 'delete', CHANGE, deleteCues(scene, [cue]));
    expect(message).toContain('1 cue');
    expect(sceneIn(next, scene).cues[follower]?.start.to).toBe('word');
    expect(Math.abs((timesIn(next, scene).cues.get(follower)?.start as number) - before)).toBeLessThan(toTicks(1));
  });

  it('that is gone is refused in a sentence', () => {
    const { document, scene } = sample();
    expect(() => edited(document, moveCue(scene, 'cu_000000000000', 10))).toThrow('That cue is gone.');
  });
});

describe('lines', () => {
  it('put between two others keep the order and push what follows', () => {
    const { document, scene, lines, makeId } = sample();
    const role = lines[0]?.[1].role as string;
    const line = makeId('line');
    const next = edited(document, insertLine(scene, line, role, 'And a word more.', lines[1]?.[0] as string, makeId));
    expect(inOrder(sceneIn(next, scene).lines).map(([id]) => id)).toEqual([lines[0]?.[0], lines[1]?.[0], line, lines[2]?.[0], lines[3]?.[0]]);
    const [was, now] = [timesIn(document, scene), timesIn(next, scene)];
    expect(now.lines.get(lines[2]?.[0] as string)?.start).toBeGreaterThan(was.lines.get(lines[2]?.[0] as string)?.start as number);
  });

  it('of the same speaker in a row get the longer pause', () => {
    const { document, scene, lines, makeId } = sample();
    const gapOf = (role: string) => {
      const line = makeId('line');
      return sceneIn(edited(document, insertLine(scene, line, role, 'More.', lines[0]?.[0] as string, makeId)), scene).lines[line]?.pin.offset as number;
    };
    expect(gapOf(lines[0]?.[1].role as string)).toBeGreaterThan(gapOf(lines[1]?.[1].role as string));
  });

  it('a beat holds the talk for its length', () => {
    const { document, scene, lines, makeId } = sample();
    const next = edited(document, insertBeat(scene, makeId('line'), 96_000, lines[0]?.[0] as string));
    const shift = (timesIn(next, scene).lines.get(lines[1]?.[0] as string)?.start as number) - (timesIn(document, scene).lines.get(lines[1]?.[0] as string)?.start as number);
    // Lines start on whole frames.
    expect(shift).toBeGreaterThanOrEqual(96_000);
    expect(shift).toBeLessThanOrEqual(96_000 + 2000);
  });

  it('an aside is heard and nobody waits for it', () => {
    const { document, scene, lines } = sample();
    const next = edited(document, setAside(scene, lines[1]?.[0] as string, { aside: true }));
    const times = timesIn(next, scene);
    expect(times.lines.get(lines[2]?.[0] as string)?.start).toBeLessThan(times.lines.get(lines[1]?.[0] as string)?.end as number);
  });

  it('given to somebody else are spoken by that figure', () => {
    const { document, scene, lines, layers } = sample();
    const next = edited(document, giveLine(scene, lines[0]?.[0] as string, lines[1]?.[1].role as string));
    expect(speakerLayer(next, sceneIn(next, scene), sceneIn(next, scene).lines[lines[0]?.[0] as string] as never)).toBe(layers[1]);
    expect(() => edited(document, giveLine(scene, lines[0]?.[0] as string, 'ro_000000000000'))).toThrow('That speaker is gone.');
  });

  it('spoken from off stage belong to no figure on it', () => {
    const { document, scene, lines } = sample();
    const next = edited(document, setAside(scene, lines[0]?.[0] as string, { offStage: true }));
    expect(speakerLayer(next, sceneIn(next, scene), sceneIn(next, scene).lines[lines[0]?.[0] as string] as never)).toBeUndefined();
  });

  it('fall back to the take before when the used one is thrown away', () => {
    const { document, scene, lines, makeId } = sample();
    const [id] = lines[0] as [string, unknown];
    const take = (name: string, length: number, order: string) => ({ order, name, kind: 'recorded' as const, media: 'a'.repeat(64), analysis: null, from: 0, length, times: {} });
    const [one, two] = [makeId('take'), makeId('take')];
    let next = edited(document, addTake(scene, id, one, take('Take 1', 50_000, 'a0')));
    next = edited(next, addTake(scene, id, two, take('Take 2', 90_000, 'a1')));
    expect(sceneIn(next, scene).lines[id]?.take).toBe(two);
    next = edited(next, removeTake(scene, id, two));
    expect(sceneIn(next, scene).lines[id]?.take).toBe(one);
    next = edited(next, removeTake(scene, id, one));
    expect(sceneIn(next, scene).lines[id]?.take).toBeNull();
    expect(timesIn(next, scene).lines.get(id)?.end).toBeGreaterThan(0);
  });

  it('a draft never takes the place of a real voice', () => {
    const { document, scene, lines, makeId } = sample();
    const [id] = lines[0] as [string, unknown];
    const take = (kind: 'draft' | 'recorded') => ({ order: 'a0', name: kind, kind, media: 'a'.repeat(64), analysis: null, from: 0, length: 50_000, times: {} });
    const real = makeId('take');
    let next = edited(document, addTake(scene, id, real, take('recorded')));
    next = edited(next, addTake(scene, id, makeId('take'), take('draft')));
    expect(sceneIn(next, scene).lines[id]?.take).toBe(real);
  });

  it('stand off the scene’s edges by its lead and tail', () => {
    const { document, scene } = sample();
    const next = edited(document, setLeadAndTail(scene, 96_000, 144_000));
    const times = timesIn(next, scene);
    expect(Math.min(...[...times.lines.values()].map(({ start }) => start))).toBe(96_000);
    expect(times.length - Math.max(...[...times.lines.values()].map(({ end }) => end))).toBeGreaterThanOrEqual(144_000);
    expect(sceneIn(edited(document, setLeadAndTail(scene, -5, -5)), scene)).toMatchObject({ lead: 0, tail: 0 });
  });
});

describe('the stage', () => {
  it('puts a layer in front of another or behind all', () => {
    const { document, scene, layers } = sample();
    const orderIn = (d: Document) => inOrder(sceneIn(d, scene).layers).map(([id]) => id);
    expect(orderIn(edited(document, orderLayer(scene, layers[1], null)))).toEqual([layers[1], layers[0]]);
    expect(orderIn(edited(document, orderLayer(scene, layers[0], layers[1])))).toEqual([layers[1], layers[0]]);
  });

  it('loses a figure with its cues; looks at it go to the viewer, shots of it to the others, its lines stay', () => {
    const { document, scene, layers, words, makeId } = sample();
    const start = { to: 'word' as const, word: words[0]?.[0] as string, edge: 'start' as const, offset: 0 };
    const [own, look, shot] = [makeId('cue'), makeId('cue'), makeId('cue')];
    let next = edited(document, hangCue(scene, own, gestureOn(layers[0], start.word)));
    next = edited(next, hangCue(scene, look, { kind: 'look', layer: layers[1], target: { to: 'layer', layer: layers[0] }, order: 'a1', start, end: { ticks: 9000 } }));
    next = edited(
      next,
      hangCue(scene, shot, { kind: 'camera', framing: 'two-shot', subjects: [...layers], x: 0, y: 0, width: 1920, over: 0, push: 0, order: 'a2', start, end: { ticks: 9000 } }),
    );
    const { document: gone, message } = edit(next, 'off', CHANGE, removeLayers(scene, [layers[0]]));
    const left = sceneIn(gone, scene);
    expect(message).toBe('1 cue went with it.');
    expect(left.cues[own]).toBeUndefined();
    expect(left.cues[look]).toMatchObject({ target: { to: 'viewer' } });
    expect(left.cues[shot]).toMatchObject({ subjects: [layers[1]] });
    expect(Object.keys(left.lines).length).toBe(4);
  });

  it('takes a new layer in front', () => {
    const { document, scene, makeId } = sample();
    const id = makeId('layer');
    const next = edited(document, addLayer(scene, id, { kind: 'prop', name: 'Radio', prop: 'radio', x: 0, y: 400, locked: false, hidden: false } as never));
    expect(inOrder(sceneIn(next, scene).layers).at(-1)?.[0]).toBe(id);
  });

  it('refuses a size of nothing', () => {
    const { document, scene, layers } = sample();
    expect(() => edited(document, changeLayer(scene, layers[0], { scaleX: 21 }))).toThrow(/scaleX/);
  });

  it('keeps its last scene', () => {
    const { document, scene, makeId } = sample();
    expect(() => edited(document, deleteScene(scene))).toThrow(/at least one scene/);
    const second = makeId('scene');
    const two = edited(document, addScene(emptyScene(second, 'a1', 'Scene 2', { kind: 'colour', colour: '#ffffff' })));
    expect(Object.keys(edited(two, deleteScene(scene)).scenes)).toEqual([second]);
  });
});

describe('speakers', () => {
  it('are renamed with their character, but not a role of another name', () => {
    const { document } = sample();
    const [role, data] = inOrder(document.production.roles)[0] as [string, Document['production']['roles'][string]];
    const next = edited(document, renameCharacter(data.character as string, 'Mara'));
    expect(next.production.roles[role]?.name).toBe('Mara');
    const kept = edited(document, (draft) => {
      (draft.production.roles[role] as { name: string }).name = 'The keeper';
      renameCharacter(data.character as string, 'Mara')(draft);
    });
    expect(kept.production.roles[role]?.name).toBe('The keeper');
  });

  it('get another voice without touching anybody else', () => {
    const { document } = sample();
    const [role, other] = inOrder(document.production.roles).map(([id]) => id) as [string, string];
    const voice = voiceFor('theo', 0);
    const next = edited(document, setVoice(role, voice));
    expect(next.production.roles[role]?.voice).toEqual(voice);
    expect(next.production.roles[other]).toBe(document.production.roles[other]);
  });
});

describe('a new production', () => {
  it('is one empty scene that plays', () => {
    const document = newDocument({ title: 'A', slug: 'a', frame: '16:9', fps: 24 }, seededIds(3));
    const [scene] = Object.keys(document.scenes) as [string];
    expect(timesIn(document, scene).length).toBeGreaterThan(0);
  });

  it('casts a name it knows as that design and nobody twice while there are others', () => {
    expect(designsFor(['Marit', 'Tully'])).toEqual(['marit', 'tully']);
    const five = designsFor(['Ann', 'marit', 'Bo', 'Cy', 'Di']);
    expect(five[1]).toBe('marit');
    expect(new Set(five).size).toBe(5);
  });

  it('gives every speaker a voice that no other has, while there are some', () => {
    const taken: ReturnType<typeof voiceFor>[] = [];
    for (const [n, design] of (['marit', 'rosa', 'ingrid', 'theo', 'kofi', 'tully', 'nimbus', 'lena'] as const).entries()) taken.push(voiceFor(design, n, taken));
    expect(new Set(taken.map((voice) => JSON.stringify(voice))).size).toBe(taken.length);
    expect(taken[0]).toEqual(voiceFor('marit', 5));
  });

  it.each(FRAME_SHAPES)('in %s stands every figure whole inside the frame, without overlap, turned to the middle', (frame) => {
    const { width, height } = frameSize(frame);
    for (let count = 1; count <= 4; count++) {
      const places = placesFor(count, frame, { kind: 'set', set: 'study', light: 0.5 });
      places.forEach(({ x, y, turn, room }, n) => {
        const theo = designed('theo', 'ch_1', 'a0');
        const scale = scaleFor(theo, frame, room);
        expect(heightOf(proportionsOf(theo.figure)) * scale).toBeLessThan(height * 0.9);
        expect(Math.abs(x) + 70 * scale).toBeLessThan(width / 2);
        expect(y).toBeLessThanOrEqual(height / 2);
        if (x) expect(Math.sign(turn)).toBe(-Math.sign(x));
        if (n) expect(x - (places[n - 1]?.x as number)).toBeGreaterThan(110 * scale);
      });
    }
  });

  it('from a script has every line, speaker and figure, and changes frame without losing any', () => {
    const script = readScript('A: One.\nB: Two.\nC: Three.\nA: Four.');
    const document = fromScript(script, { title: 'T', slug: 't', frame: '16:9', fps: 30 }, seededIds(6));
    const scene = Object.values(document.scenes)[0] as Scene;
    expect(Object.keys(scene.layers).length).toBe(3);
    expect(inOrder(scene.lines).map(([, line]) => line.text)).toEqual(['One.', 'Two.', 'Three.', 'Four.']);
    const tall = edited(document, setProduction({ frame: '9:16' }));
    expect(tall.production.frame).toBe('9:16');
    expect(tall.scenes).toBe(document.scenes);
  });
});

it('a script with hundreds of speakers is refused in a sentence that says why', () => {
  const script = readScript(Array.from({ length: 500 }, (_, n) => `PERSON ${n}: Hello.`).join('\n'));
  const production = { title: 'Crowd', slug: 'crowd', frame: '16:9', fps: 24 } as const;
  expect(() => fromScript(script, production, seededIds(5))).toThrow(/500 speakers .*at most 60\. Check that every line begins/);
  expect(Object.keys(fromScript(readScript(Array.from({ length: 60 }, (_, n) => `PERSON ${n}: Hello.`).join('\n')), production, seededIds(6)).production.roles)).toHaveLength(60);
});
