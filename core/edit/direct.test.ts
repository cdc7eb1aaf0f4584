import { describe, expect, it } from 'vitest';
import type { Cue, Document } from '../document/schema.ts';
import { actionOf } from '../figure/actions/index.ts';
import { designed } from '../figure/cast.ts';
import { expressionOf } from '../figure/expressions/index.ts';
import { readScript } from '../formats/script/read.ts';
import { FEELING_WORDS, GESTURE_WORDS } from '../schedule/lexicon.ts';
import { type SceneSchedule, schedule } from '../schedule/schedule.ts';
import { sampleDocument, seededIds } from '../testing/samples.ts';
import { edit, type Recipe } from './change.ts';
import { changeCue, hangCue, moveCues, stretchCue } from './commands/cues.ts';
import { hangProposals, isProposed, keepProposals, takeOutProposals } from './commands/direct.ts';
import { addLayer } from './commands/layers.ts';
import { fromScript } from './create.ts';
import { type Proposal, proposeCut } from './direct/propose.ts';

const SCRIPT = `MARIT: Good morning, Tully. Look at this huge wave over there.
TULLY: Who has stolen the sea? I think it is gone!
MARIT: No. Nobody has stolen it, it went out with the tide, and it comes back twice a day, every single day of the year.
TULLY: Wonderful! So I can count the waves, one, two, three, until it is here again?
MARIT: You can.`;
const made = sampleDocument(SCRIPT, 3);
const { document, scene, makeId } = made;
const done = (recipe: Recipe, on: Document = document): Document => edit(on, 'direct', 'cg_000000000001', recipe).document;
const placed = (of: Document): SceneSchedule => schedule(of, () => undefined).scenes[0] as SceneSchedule;
const cut = (seed = 1, on: Document = document, lines?: ReadonlySet<string>): Proposal[] => proposeCut(on, placed(on), { seed, ...(lines ? { lines } : {}) });
const hung = (seed = 1, on: Document = document): Document => done(hangProposals(scene, cut(seed, on), makeId), on);
const cues = (of: Document): Cue[] => Object.values(of.scenes[scene]?.cues ?? {});
const of = <K extends Cue['kind']>(kind: K, list: readonly Proposal[]): Extract<Proposal, { kind: K }>[] =>
  list.filter((one): one is Extract<Proposal, { kind: K }> => one.kind === kind);
const timesOf = (on: Document): (Cue & { from: number; to: number })[] => {
  const { resolved, scene: part } = placed(on);
  return Object.entries(part.cues).map(([id, cue]) => ({ ...cue, from: resolved.cues.get(id)?.start ?? 0, to: resolved.cues.get(id)?.end ?? 0 }));
};

describe('a first cut', () => {
  it('opens with all who are there, and shows who asks and who answers', () => {
    const shots = of('camera', cut());
    expect(shots[0]).toMatchObject({ framing: 'two-shot', start: { to: 'scene', edge: 'start' } });
    expect(shots.map(({ note }) => note)).toEqual(expect.arrayContaining(['who asks']));
    for (const shot of shots.slice(1)) expect(shot.subjects.length).toBeGreaterThan(0);
  });
  it('never cuts in quick succession, nor to the same framing again', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const shots = timesOf(hung(seed))
        .filter((cue) => cue.kind === 'camera')
        .sort((a, b) => a.from - b.from);
      shots.slice(1).forEach((shot, n) => {
        const before = shots[n] as (typeof shots)[number];
        expect(shot.from - before.from).toBeGreaterThanOrEqual(1.5 * 48_000);
        if (shot.kind === 'camera' && before.kind === 'camera') expect([shot.framing, ...shot.subjects]).not.toEqual([before.framing, ...before.subjects]);
      });
    }
  });
  it('looks over a shoulder now and then where two people talk, at who speaks; never over a mascot’s', () => {
    const people = {
      ...document,
      characters: Object.fromEntries(Object.entries(document.characters).map(([id, was], n) => [id, { ...designed(n ? 'noor' : 'marit', id, was.order) }])),
    };
    const over = [1, 2, 3, 4, 5, 6].flatMap((seed) => of('camera', cut(seed, people)).filter(({ framing }) => framing === 'shoulder'));
    expect(over.length).toBeGreaterThan(1);
    for (const { subjects, note } of over) {
      expect(new Set(subjects).size).toBe(2);
      expect(note).toContain('shoulder');
    }
    for (const seed of [1, 2, 3, 4, 5, 6]) expect(of('camera', cut(seed)).some(({ framing }) => framing === 'shoulder')).toBe(false);
  });
  it('looks away to who listens in a long line now and then, and comes back to who speaks', () => {
    const listens = [1, 2, 3, 4, 5, 6].flatMap((seed) => {
      const shots = of('camera', cut(seed));
      return shots.flatMap((shot, n) => (shot.note === 'how it is heard' ? [[shots[n - 1], shot, shots[n + 1]] as const] : []));
    });
    expect(listens.length).toBeGreaterThan(1);
    for (const [, shot, back] of listens) {
      expect(shot.framing).toBe('close');
      expect(back?.note).toBe('back to who speaks');
      expect(back?.subjects).not.toEqual(shot.subjects);
    }
  });
  it('gestures on words that mean one, hanging from that word, with why', () => {
    const gestures = of('gesture', cut()).filter(({ note }) => !note.startsWith('listens'));
    expect(gestures.length).toBeGreaterThan(2);
    for (const one of gestures) {
      expect(one.start.to).toBe('word');
      expect(one.note).toMatch(/“.+”/);
    }
  });
  it('gives one speaker no two gestures close to each other, nor the same twice in a row', () => {
    for (const seed of [1, 2, 3, 4]) {
      const byLayer = new Map<string, { from: number; action: string }[]>();
      for (const cue of timesOf(hung(seed)))
        if (cue.kind === 'gesture' && cue.action !== 'nod') byLayer.set(cue.layer, [...(byLayer.get(cue.layer) ?? []), { from: cue.from, action: cue.action }]);
      for (const list of byLayer.values()) {
        list.sort((a, b) => a.from - b.from);
        list.slice(1).forEach((one, n) => {
          expect(one.from - (list[n] as (typeof list)[number]).from).toBeGreaterThanOrEqual(3 * 48_000);
          expect(one.action).not.toBe(list[n]?.action);
        });
      }
    }
  });
  it('never grins under bad news', () => {
    const faces = of('face', cut());
    const stolen = placed(document).lines[1]?.words[0]?.id;
    expect(faces.find(({ start }) => start.to === 'word' && start.word === stolen)).toMatchObject({ expression: 'worried' });
  });
  it('takes no bad news from what is denied', () => {
    const denied = placed(document).lines[2]?.words[0]?.id;
    expect(of('face', cut()).some(({ start }) => start.to === 'word' && start.word === denied)).toBe(false);
  });
  it('lets who listens to a long line nod', () => {
    const nods = [1, 2, 3, 4, 5].flatMap((seed) => of('gesture', cut(seed)).filter(({ note }) => note.startsWith('listens')));
    expect(nods.length).toBeGreaterThan(0);
    for (const nod of nods) expect(nod.action).toBe('nod');
  });
  it('looks at a thing on the stage that is named', () => {
    const radio = done(addLayer(scene, 'la_00000000rad0', { kind: 'prop', prop: 'globe', name: 'Wave', x: 0, y: 400, locked: false, hidden: false }));
    expect(of('look', cut(1, radio))[0]).toMatchObject({ target: { to: 'layer', layer: 'la_00000000rad0' } });
  });
  it('frames a presenter alone from the waist', () => {
    const alone = fromScript(
      readScript('NOOR: Why do tides come twice a day? Let me show you what the Moon does with the water.'),
      { title: 'Alone', slug: 'alone', frame: '16:9', fps: 24 },
      seededIds(9),
    );
    const [first] = of('camera', proposeCut(alone, placed(alone), { seed: 1 }));
    expect(first).toMatchObject({ framing: 'medium', note: 'a presenter, from the waist' });
  });
  it('is the same for the same seed, and another for another', () => {
    expect(cut(1)).toEqual(cut(1));
    expect(cut(2)).not.toEqual(cut(1));
  });
  it('of chosen lines proposes only for them', () => {
    const line = placed(document).lines[3];
    const words = new Set(line?.words.map(({ id }) => id));
    for (const one of cut(1, document, new Set([line?.id as string])))
      expect(one.start.to === 'word' ? words.has(one.start.word) : one.start.to === 'line' && one.start.line === line?.id).toBe(true);
  });
});

describe('what somebody set by hand', () => {
  it('is never covered by a proposal of its kind', () => {
    const line = placed(document).lines[1];
    const byHand: Cue = {
      kind: 'face',
      layer: line?.layer as string,
      expression: 'sly',
      strength: 1,
      order: 'a0',
      start: { to: 'word', word: line?.words[0]?.id as string, edge: 'start', offset: 0 },
      end: { ticks: 96_000 },
    };
    const own = done(hangCue(scene, 'cu_000000000001', byHand));
    const next = hung(1, own);
    expect(next.scenes[scene]?.cues.cu_000000000001).toEqual(byHand);
    const faces = timesOf(next).filter((cue) => cue.kind === 'face' && cue.layer === line?.layer);
    const mine = faces.find((cue) => cue.kind === 'face' && cue.expression === 'sly') as (typeof faces)[number];
    for (const one of faces) if (one !== mine) expect(one.from >= mine.to || one.to <= mine.from).toBe(true);
  });
  it('is what was kept, too: another cut goes round it', () => {
    const first = hung(1);
    const [id] = Object.entries(first.scenes[scene]?.cues ?? {}).find(([, cue]) => cue.kind === 'gesture') as [string, Cue];
    const kept = done(keepProposals(scene, [id]), first);
    const again = done(hangProposals(scene, proposeCut(kept, placed(kept), { seed: 7 }), makeId), kept);
    expect(again.scenes[scene]?.cues[id]).toEqual(kept.scenes[scene]?.cues[id]);
    expect(cues(again).filter(isProposed).length).toBe(cues(again).length - 1);
  });
});

describe('proposals', () => {
  it('are ordinary cues with a note once they are kept', () => {
    const kept = done(keepProposals(scene), hung());
    expect(cues(kept).some(isProposed)).toBe(false);
    expect(cues(kept).every(({ note }) => (note?.length ?? 0) > 3)).toBe(true);
  });
  it('are gone once they are taken out, all or some', () => {
    const next = hung();
    const [one] = Object.keys(next.scenes[scene]?.cues ?? {});
    expect(cues(done(takeOutProposals(scene, [one as string]), next))).toHaveLength(cues(next).length - 1);
    expect(cues(done(takeOutProposals(scene), next))).toHaveLength(0);
  });
  it('give way to another cut, not pile up', () => {
    const twice = hung(2, hung(1));
    expect(cues(twice)).toHaveLength(cut(2).length);
  });
  it('are one’s own once they are changed by hand: another cut leaves them', () => {
    const next = hung();
    const [id] = Object.entries(next.scenes[scene]?.cues ?? {}).find(([, cue]) => cue.kind === 'face') as [string, Cue];
    for (const change of [changeCue(scene, id, { strength: 0.2 } as Partial<Cue>), moveCues(scene, [id], 4800), stretchCue(scene, id, { ticks: 9600 })]) {
      const changed = done(change, next);
      const own = changed.scenes[scene]?.cues[id] as Cue;
      expect(isProposed(own)).toBe(false);
      expect(hung(2, changed).scenes[scene]?.cues[id]).toEqual(own);
    }
  });
});

describe('a pasted script', () => {
  const film = fromScript(
    readScript('MARIT (worried): Somebody has stolen the sea.\nTULLY: (waves) Good morning!\nMARIT: It is only the tide.'),
    { title: 'Act', slug: 'act', frame: '16:9', fps: 24 },
    seededIds(4),
  );
  const acted = Object.values(Object.values(film.scenes)[0]?.cues ?? {});
  it('acts its brackets at once, as proposals that say why', () => {
    expect(acted).toMatchObject([
      { kind: 'face', expression: 'worried', proposed: true, note: 'the script says “worried”' },
      { kind: 'gesture', action: 'wave', proposed: true },
    ]);
  });
  it('without brackets acts nothing', () => expect(cues(document)).toHaveLength(0));
});

describe('the lexicon', () => {
  it('names only actions and faces that there are', () => {
    for (const { action } of GESTURE_WORDS) expect(action && actionOf(action), action).toBeTruthy();
    for (const { face } of FEELING_WORDS) expect(face && expressionOf(face), face).toBeTruthy();
  });
});
