import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import type { Character } from '../document/schema.ts';
import { dice } from '../draw/hash.ts';
import { isGroup, type Node } from '../draw/picture.ts';
import { edit } from '../edit/change.ts';
import { addReadyOutfit, deleteCharacter, duplicateCharacter, recastRole, setExtra, setLook, setPart } from '../edit/commands/cast.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { paintFully } from '../paint/incremental.ts';
import { schedule } from '../schedule/schedule.ts';
import { clashes, lengthOf } from '../testing/figures.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { poseForHand } from './actions/action.ts';
import { ACTIONS } from './actions/index.ts';
import { playAction } from './actions/play.ts';
import { alivePose } from './alive.ts';
import { drawFigure } from './figure.ts';
import { dressedWith, misfit } from './fit.ts';
import { bodyOf } from './mascots/index.ts';
import { MOUTH_CHART } from './mouth.ts';
import { dressed } from './outfits.ts';
import { EXTRAS, optionsOf, partIn, SLOTS } from './parts/index.ts';
import { type PartialPose, posed } from './pose.ts';
import { PROFESSIONS } from './professions.ts';
import { randomLook, randomPerson } from './random.ts';
import { skeletonOf } from './skeleton.ts';

function* items(nodes: readonly Node[]): Generator<Exclude<Node, { items: unknown }>> {
  for (const node of nodes) {
    if (isGroup(node)) yield* items([...(node.base ? [node.base] : []), ...(node.mask ? [node.mask] : []), ...node.items]);
    else yield node as never;
  }
}
const person = (parts: Record<string, string> = {}, extras?: Record<string, true>): Character => ({ ...randomPerson(4), parts, ...(extras ? { extras } : {}) });

describe('a thousand people by chance', () => {
  const chance = dice(99);
  const people = Array.from({ length: 1000 }, (_, n) => {
    const action = ACTIONS[Math.floor(chance.next() * ACTIONS.length)] as (typeof ACTIONS)[number];
    const hand = (['left', 'right', 'both'] as const)[n % 3] as 'left';
    return {
      character: randomPerson(n + 1),
      pose: posed({ ...playAction(action, hand, chance.next() * lengthOf(action)), bodyTurn: chance.between(-0.46, 0.46), headTurn: chance.between(-0.2, 0.2) }),
      action,
    };
  });
  it('in any action, at any time and turn, are drawn of finite numbers, near the place where they stand', () => {
    for (const { character, pose } of people)
      for (const { path, matrix, id } of items(drawFigure(character, pose, MOUTH_CHART.wide).nodes)) {
        for (const value of matrix) expect(Number.isFinite(value), `${character.name} ${id}`).toBe(true);
        for (const value of path ?? []) if (!(Math.abs(value) < 900)) throw new Error(`${character.name}: ${id} reaches ${value}`);
      }
  }, 60_000);
  it('show no gap at a joint', () => {
    const painter = nodePainter();
    const [width, height] = [560, 700];
    const misses: string[] = [];
    for (const { character, pose, action } of people) {
      const { nodes, skeleton } = drawFigure(character, pose, MOUTH_CHART.rest);
      const surface = paintFully(painter, { width, height, background: '#ff00fe', planes: [{ id: 'all', view: [1, 0, 0, 1, width / 2, height - 30], nodes }] }, width, height);
      const data = surface.view();
      const line = (name: string, a: { x: number; y: number }, b: { x: number; y: number }): void => {
        for (let t = 0; t <= 1.0001; t += 0.1) {
          const px = Math.round(a.x + (b.x - a.x) * t + width / 2);
          const py = Math.round(a.y + (b.y - a.y) * t + height - 30);
          if (px < 0 || py < 0 || px >= width || py >= height) continue;
          const n = (py * width + px) * 4;
          if (data[n] === 255 && data[n + 1] === 0 && data[n + 2] === 254) misses.push(`${character.name} ${action.id}: ${name} at ${t.toFixed(1)}`);
        }
      };
      for (const side of ['L', 'R'] as const) {
        const arm = skeleton.arms[side];
        const leg = skeleton.legs[side];
        line(`upper arm ${side}`, arm.shoulder, arm.elbow);
        line(`fore arm ${side}`, arm.elbow, arm.wrist);
        line(`thigh ${side}`, leg.hip, leg.knee);
        line(`shin ${side}`, leg.knee, leg.ankle);
        line(`shoulder ${side}`, skeleton.neck, arm.shoulder);
      }
      line('spine', skeleton.neck, skeleton.hip);
      line('neck', skeleton.head, skeleton.neck);
      surface.dispose();
    }
    expect(misses.slice(0, 12)).toEqual([]);
  }, 120_000);
  it('wear nothing that excludes something else they wear', () => {
    for (const { character } of people) expect(clashes(character)).toEqual([]);
  });
});

describe('every part', () => {
  it('has an id of its own in its slot, a name, and what it excludes exists', () => {
    const known = new Set([...SLOTS, ...SLOTS.flatMap((slot) => optionsOf(slot).map(({ id }) => id)), ...EXTRAS.map(({ id }) => id)]);
    for (const slot of [...SLOTS, 'extras']) {
      const ids = optionsOf(slot).map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const part of optionsOf(slot)) {
        expect(part.name.length).toBeGreaterThan(2);
        for (const other of part.excludes ?? []) expect(known.has(other as never), `${part.id} excludes ${other}`).toBe(true);
      }
    }
  });
  it('changes the picture of whoever wears it', () => {
    const painter = nodePainter();
    const look = (character: Character): string => {
      const { nodes } = drawFigure(character, posed({ upperR: 40, elbowR: 30 }), MOUTH_CHART.mid);
      const surface = paintFully(painter, { width: 300, height: 420, background: '#ffffff', planes: [{ id: 'all', view: [0.7, 0, 0, 0.7, 150, 400], nodes }] }, 300, 420);
      const out = Buffer.from(surface.view()).toString('base64');
      surface.dispose();
      return out;
    };
    const base = person({ bottom: 'shorts', under: 'vest' });
    for (const slot of [...SLOTS, 'extras'] as const) {
      const seen = new Map<string, string>();
      for (const { id } of optionsOf(slot)) {
        const picture = look(dressedWith(base, slot, id));
        expect(seen.get(picture), `${slot}: ${id} looks like another`).toBeUndefined();
        seen.set(picture, id);
      }
    }
  });
});

describe('ready outfits', () => {
  it('dress for at least 20 professions, in parts that exist and go together, each unlike the others', () => {
    expect(PROFESSIONS.length).toBeGreaterThanOrEqual(20);
    for (const { id, parts, extras } of PROFESSIONS) {
      for (const [slot, part] of Object.entries(parts)) expect(partIn(slot as never, part), `${id}: ${part}`).toBeDefined();
      for (const extra of Object.keys(extras ?? {})) expect(partIn('extras', extra), `${id}: ${extra}`).toBeDefined();
      expect(clashes({ ...person(parts, extras as Record<string, true>) }), id).toEqual([]);
    }
    expect(new Set(PROFESSIONS.map(({ parts, extras, colours }) => JSON.stringify([parts, extras, colours]))).size).toBe(PROFESSIONS.length);
  });
  it('are worn over the character’s own face and hair, and taken off again', () => {
    const own = { ...person({ hair: 'bob', top: 'jumper' }), outfits: {} as Record<string, never> };
    const { document, message } = edit(
      { ...sampleDocument().document, characters: { [own.id]: own } },
      'x',
      'cg_000000000001',
      addReadyOutfit(own.id, 'ou_000000000009', PROFESSIONS[0] as (typeof PROFESSIONS)[number]),
    );
    const character = document.characters[own.id] as Character;
    expect(message).toBeUndefined();
    const look = dressed(character, 'ou_000000000009');
    expect(look.parts).toMatchObject({ hair: 'bob', outer: 'lab-coat' });
    expect(look.parts.top).toBeUndefined();
    expect(look).toBe(dressed(character, 'ou_000000000009'));
    expect(dressed(character, undefined)).toBe(character);
    expect(dressed(character, 'ou_00000000000z')).toBe(character);
  });
});

describe('somebody who sits', () => {
  const seated = { ...person({ top: 'jumper', bottom: 'jeans' }), extras: { wheelchair: true as const } };
  it('sits lower than standing, both feet on the floor, whatever the legs were asked to do', () => {
    const standing = drawFigure({ ...seated, extras: {} }, posed({}), MOUTH_CHART.rest).skeleton;
    for (const asked of [{}, { hipY: -50, footYL: -40 }, { stride: 1, hipX: 12 }]) {
      const { skeleton } = drawFigure(seated, posed(asked), MOUTH_CHART.rest);
      expect(skeleton.hip.y).toBeGreaterThan(standing.hip.y + 40);
      for (const side of ['L', 'R'] as const) expect(skeleton.legs[side].ankle.y).toBeCloseTo(standing.legs[side].ankle.y, 0);
    }
  });
  it('gestures with arms and head as ever', () => {
    const wave = posed({ upperR: 44, elbowR: 126, headTilt: 3 });
    const a = drawFigure({ ...seated, extras: {} }, wave, MOUTH_CHART.rest).skeleton;
    const b = drawFigure(seated, wave, MOUTH_CHART.rest).skeleton;
    expect(b.arms.R.wrist.x - b.neck.x).toBeCloseTo(a.arms.R.wrist.x - a.neck.x, 5);
    expect(b.headAngle).toBe(a.headAngle);
  });
});

describe('layers of clothes', () => {
  const cloths = (parts: Record<string, string>): string[] =>
    drawFigure(person({ bottom: 'jeans', ...parts }), posed({}), MOUTH_CHART.rest)
      .nodes.map(({ id }) => id)
      .filter((id) => /^torso\.\w+\.cloth$/.test(id));
  it('that lie wholly below a closed one are not painted; those that show are', () => {
    expect(cloths({ under: 'tshirt', top: 'hoodie' })).toEqual(['torso.top.cloth']);
    expect(cloths({ under: 'tshirt', outer: 'blazer' })).toEqual(['torso.under.cloth', 'torso.outer.cloth']);
    expect(cloths({ under: 'long-sleeve', top: 'slipover' }).length).toBe(2);
  });
});

describe('sitting down and getting up', () => {
  const standing = person({ top: 'jumper', bottom: 'jeans' });
  it('is one continuous way: no joint leaps between two small steps of it', () => {
    for (const who of [standing, { ...standing, extras: { stool: true as const } }]) {
      const steps = Array.from({ length: 101 }, (_, n) => drawFigure(who, posed({ seat: who.extras?.stool ? -n / 100 : n / 100 }), MOUTH_CHART.rest).skeleton);
      for (let n = 1; n < steps.length; n++) {
        const [a, b] = [steps[n - 1] as (typeof steps)[number], steps[n] as (typeof steps)[number]];
        expect(Math.abs(a.hip.y - b.hip.y)).toBeLessThan(3);
        expect(Math.hypot(a.legs.L.knee.x - b.legs.L.knee.x, a.legs.L.knee.y - b.legs.L.knee.y)).toBeLessThan(8);
      }
      expect(Math.abs((steps[0]?.hip.y ?? 0) - (steps[100]?.hip.y ?? 0))).toBeGreaterThan(40);
    }
  });
  it('leaves the stool where it was, and nobody gets up from a wheelchair', () => {
    const up = drawFigure({ ...standing, extras: { stool: true } }, posed({ seat: -1 }), MOUTH_CHART.rest);
    expect(up.skeleton.hip.y).toBeCloseTo(drawFigure(standing, posed({}), MOUTH_CHART.rest).skeleton.hip.y, 5);
    expect(up.nodes.some(({ id }) => id.startsWith('stool.'))).toBe(true);
    const rolling = { ...standing, extras: { wheelchair: true as const } };
    expect(drawFigure(rolling, posed({ seat: -1 }), MOUTH_CHART.rest).skeleton.hip.y).toBe(drawFigure(rolling, posed({}), MOUTH_CHART.rest).skeleton.hip.y);
  });
  it('turns the wheels with the way', () => {
    const spokes = (roll: number): unknown =>
      drawFigure({ ...standing, extras: { wheelchair: true } }, posed({ roll }), MOUTH_CHART.rest).nodes.find(({ id }) => id === 'chair.spokes1');
    expect(spokes(40)).not.toEqual(spokes(0));
  });
});

describe('fitting', () => {
  it('says why a part does not go with what is worn, and offers the nearest that does', () => {
    const found = misfit(person({ headwear: 'hard-hat' }), 'hair', 'top-bun');
    expect(found?.sentence).toBe('High bun does not go with hard hat.');
    expect(found?.slots).toEqual(['headwear']);
    expect(found?.nearest?.id).toBe('low-bun');
  });
  it('puts a one-piece in the place of top and legs, but dungarees over a top', () => {
    const dressed = person({ top: 'jumper', bottom: 'jeans' });
    expect(misfit(dressed, 'onePiece', 'gown')?.slots).toEqual(['top', 'bottom']);
    expect(misfit(dressed, 'onePiece', 'dungarees')?.slots).toEqual(['bottom']);
  });
  it('refuses a beard on a child, and lets everything be that goes together', () => {
    const child = { ...person(), figure: { ...person().figure, age: 8 } };
    expect(misfit(child, 'facialHair', 'full-beard')?.sentence).toContain('older than 15');
    expect(misfit(person({ hair: 'bob' }), 'headwear', 'sun-hat')).toBeUndefined();
  });
});

describe('commands on the cast', () => {
  const { document, scene } = sampleDocument();
  const marit = Object.values(document.characters).find((c) => c.name === 'Marit') as Character;
  const run = (recipe: Parameters<typeof edit>[3], on = document) => edit(on, 'x', 'cg_000000000001', recipe);
  it('take off what a new part excludes, and say so', () => {
    const hat = run(setPart(marit.id, 'headwear', 'hard-hat')).document;
    const { document: bun, message } = run(setPart(marit.id, 'hair', 'top-bun'), hat);
    expect(bun.characters[marit.id]?.parts).toMatchObject({ hair: 'top-bun' });
    expect(bun.characters[marit.id]?.parts.headwear).toBeUndefined();
    expect(message).toBe('High bun does not go with hard hat. Hard hat came off.');
  });
  it('look through every other outfit too when what changes is worn with all of them', () => {
    const OUT = 'ou_00000000000a';
    let now = run(addReadyOutfit(marit.id, OUT, { name: 'Building site', parts: { top: 'jumper', headwear: 'hard-hat' }, colours: {} })).document;
    now = run(setPart(marit.id, 'headwear', null), now).document;
    const { document: bun, message } = run(setPart(marit.id, 'hair', 'top-bun'), now);
    expect(bun.characters[marit.id]?.outfits?.[OUT]?.parts.headwear).toBeUndefined();
    expect(message).toBe('Building site: High bun does not go with hard hat. Hard hat came off.');
  });
  it('wear any number of extras, those apart that exclude each other', () => {
    let now = run(setExtra(marit.id, 'watch', true)).document;
    now = run(setExtra(marit.id, 'tie', true), now).document;
    const tied = run(setExtra(marit.id, 'bow-tie', true), now);
    now = tied.document;
    expect(tied.message).toMatch(/^Bow tie does not go with tie\. Tie came off\.$/i);
    expect(Object.keys(now.characters[marit.id]?.extras ?? {}).sort()).toEqual(['bow-tie', 'watch']);
  });
  it('duplicate under a free name, and delete only whom nobody sees or hears', () => {
    const { document: two } = run(duplicateCharacter(marit.id, 'ch_copy00000000'));
    expect(two.characters.ch_copy00000000?.name).toBe('Marit 2');
    expect(() => run(deleteCharacter(marit.id))).toThrow(/Marit speaks \d+ lines?. Let somebody else play the part first./);
    expect(run(deleteCharacter('ch_copy00000000'), two).document.characters.ch_copy00000000).toBeUndefined();
  });
  it('recast a role and keep every cue, pin and place', () => {
    const layer = Object.entries(document.scenes[scene]?.layers ?? {}).find(([, l]) => l.kind === 'character' && l.character === marit.id)?.[0] as string;
    const word = inOrder(inOrder(document.scenes[scene]?.lines ?? {})[0]?.[1].words ?? {})[1]?.[0] as string;
    const hung = run(hangCue(scene, 'cu_000000000001', gestureOn(layer, word))).document;
    const made = run(duplicateCharacter(marit.id, 'ch_copy00000000'), hung).document;
    const role = Object.entries(made.production.roles).find(([, r]) => r.character === marit.id)?.[0] as string;
    const { document: after, message } = run(recastRole(role, 'ch_copy00000000'), made);
    expect(message).toContain('All cues stayed.');
    expect(after.scenes[scene]?.cues).toEqual(made.scenes[scene]?.cues);
    expect(after.scenes[scene]?.lines).toEqual(made.scenes[scene]?.lines);
    const [a, b] = [made, after].map((d) => schedule(d, () => undefined).scenes[0]);
    expect(b?.lines.map(({ start, end, layer: l }) => [start, end, l])).toEqual(a?.lines.map(({ start, end, layer: l }) => [start, end, l]));
    expect(b?.layers.get(layer)?.acting?.character.id).toBe('ch_copy00000000');
  });
  it('surprise, but leave what is locked', () => {
    const one = randomPerson(5);
    for (let seed = 0; seed < 40; seed++) {
      const look = randomLook(seed, one, new Set(['hair', 'skin', 'figure', 'colour:hair']));
      expect(look.parts.hair).toBe(one.parts.hair);
      expect(look.skin).toEqual(one.skin);
      expect(look.figure).toEqual(one.figure);
      expect(look.colours.hair).toBe(one.colours.hair);
    }
    expect(run(setLook(marit.id, randomLook(1))).document.characters[marit.id]?.name).toBe('Marit');
  });
});

describe('an action played by itself', () => {
  it('starts from nothing, ends in nothing, and no joint jumps on the way', () => {
    const p = bodyOf(randomPerson(4));
    for (const action of ACTIONS) {
      const long = lengthOf(action);
      expect(Object.values(playAction(action, 'right', 0)).every((v) => v === 0)).toBe(true);
      expect(playAction(action, 'right', long + 0.01)).toEqual({});
      let before = playAction(action, 'right', 0);
      for (let t = 1 / 60; t <= long; t += 1 / 60) {
        const now = playAction(action, 'right', t);
        // Arms turn by at most 1500 degrees a second: the quickest that a hand gesture reaches.
        for (const key of ['upperR', 'elbowR', 'upperL', 'elbowL', 'lean', 'headTilt'] as const)
          expect(Math.abs((now[key] ?? 0) - (before[key] ?? 0)), `${action.id} ${key} at ${t.toFixed(2)}`).toBeLessThan(25);
        // Wherever an arm reaches, the wrist gets there on a way: some 70 units a frame about its shoulder at the very most.
        for (const side of ['L', 'R'] as const) {
          const arm = (pose: typeof now): { x: number; y: number } => {
            const { wrist, shoulder } = skeletonOf(p, posed(pose)).arms[side];
            return { x: wrist.x - shoulder.x, y: wrist.y - shoulder.y };
          };
          const [from, to] = [arm(before), arm(now)];
          expect(Math.hypot(to.x - from.x, to.y - from.y), `${action.id} wrist ${side} at ${t.toFixed(2)}`).toBeLessThan(70);
        }
        before = now;
      }
    }
  });
});

describe('a figure that stands about', () => {
  it('blinks about 17 times a minute, and breathes', () => {
    let blinks = 0;
    let shut = false;
    const chests: number[] = [];
    for (let t = 0; t < 120; t += 1 / 60) {
      const pose = alivePose(t, { seed: 8 });
      const now = (pose.blink ?? 0) > 0.9;
      if (now && !shut) blinks++;
      shut = now;
      chests.push(pose.chest ?? 0);
    }
    expect(blinks / 2).toBeGreaterThan(13);
    expect(blinks / 2).toBeLessThan(21);
    expect(Math.max(...chests) - Math.min(...chests)).toBeGreaterThan(0.7);
  });
  it('never jumps, but for its lids', () => {
    let before = alivePose(0);
    for (let t = 1 / 60; t < 40; t += 1 / 60) {
      const now = alivePose(t);
      for (const [key, value] of Object.entries(now)) if (key !== 'blink') expect(Math.abs(value - (before[key as keyof typeof before] ?? 0))).toBeLessThan(0.5);
      before = now;
    }
  });
  it('looks where it is told', () => {
    expect(alivePose(3, { gaze: { x: 1, y: 0 } }).gazeX).toBeGreaterThan(0.5);
    expect(alivePose(3, { gaze: { x: -1, y: 0 } }).headTurn).toBeLessThan(0);
  });
});

describe('a hand before the chest', () => {
  const order = (character: Character, pose: PartialPose): string[] => drawFigure(character, posed(pose), MOUTH_CHART.rest).nodes.map(({ id }) => id);
  it('lies over a card that hangs there, and under none where it hangs at the side', () => {
    const visitor = { ...person({ top: 'jumper', bottom: 'jeans' }), extras: { lanyard: true as const } };
    const low = poseForHand({ onTrunkA: 1, trunkXA: 0.1, trunkYA: 0.78, aimA: -100, flatA: 1 }, 'right', 1);
    const before = order(visitor, low);
    expect(before.findLastIndex((id) => id.startsWith('armR.over.hand'))).toBeGreaterThan(before.indexOf('lanyard.card'));
    expect(order(visitor, {}).some((id) => id.includes('.over.'))).toBe(false);
    // Without anything that hangs from the neck, a hand so low needs no second drawing.
    expect(order({ ...visitor, extras: {} }, low).some((id) => id.includes('.over.'))).toBe(false);
  });
});
