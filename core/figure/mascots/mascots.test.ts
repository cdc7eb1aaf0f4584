import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import type { Character } from '../../document/schema.ts';
import { dice } from '../../draw/hash.ts';
import { edit } from '../../edit/change.ts';
import { setMake } from '../../edit/commands/cast.ts';
import { paintFully } from '../../paint/incremental.ts';
import { schedule } from '../../schedule/schedule.ts';
import { lengthOf } from '../../testing/figures.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { poseForHand } from '../actions/action.ts';
import { ACTIONS } from '../actions/index.ts';
import { playAction } from '../actions/play.ts';
import { designed } from '../cast.ts';
import { drawFigure } from '../figure.ts';
import { MOUTH_CHART } from '../mouth.ts';
import { posed } from '../pose.ts';
import { heightOf } from '../proportions.ts';
import { randomMake } from '../random.ts';
import { ownStance, restsOf } from '../rests.ts';
import { skeletonOf } from '../skeleton.ts';
import { bodyOf, MASCOTS, mascotOptions } from './index.ts';
import { MAKE_SLOTS, makeOf } from './makes.ts';

const mug = designed('mocha', 'ch_000000000000', 'a0') as Character;
const tully = designed('tully', 'ch_000000000000', 'a0') as Character;
const withMake = (character: Character, slot: string, id: string): Character => ({ ...character, parts: { ...character.parts, [slot]: id } });
const painter = nodePainter();
function look(character: Character, pose = posed({ upperR: 50, elbowR: 40 })): string {
  const { nodes } = drawFigure(character, pose, MOUTH_CHART.mid);
  const surface = paintFully(painter, { width: 260, height: 300, background: '#ffffff', planes: [{ id: 'all', view: [0.7, 0, 0, 0.7, 130, 280], nodes }] }, 260, 300);
  const out = Buffer.from(surface.view()).toString('base64');
  surface.dispose();
  return out;
}

describe.each([...MAKE_SLOTS, 'body'] as const)('a mascot’s %s', (slot) => {
  it('can be changed, and every choice looks unlike the others, on a thing and on the robot', () => {
    for (const character of [mug, tully]) {
      const seen = new Map<string, string>();
      for (const { id } of mascotOptions(slot)) {
        const picture = look(withMake(character, slot, id));
        // What the body brings along by itself may look like one of the choices.
        if (id !== 'own') expect(seen.get(picture), `${id} looks like another`).toBeUndefined();
        if (id !== 'own') seen.set(picture, id);
      }
    }
  });
});

describe('a mascot', () => {
  it('keeps its own hands until others are chosen, and takes anything unknown for its own', () => {
    expect(makeOf(tully).hands.id).toBe('claws');
    expect(makeOf(mug).hands.id).toBe('fingers');
    expect(makeOf(withMake(tully, 'hands', 'balls')).hands.id).toBe('balls');
    expect(makeOf(withMake(mug, 'eyes', 'from-a-later-version')).eyes.id).toBe('round');
  });
  it('grows and stretches by the dials that people have', () => {
    const wide = { ...mug, figure: { ...mug.figure, build: 1, height: 1, shoulders: 1, hips: 1 } };
    const [a, b] = [bodyOf(mug), bodyOf(wide)];
    expect(heightOf(b)).toBeGreaterThan(heightOf(a) * 1.1);
    expect(b.upperArm).toBeGreaterThan(a.upperArm * 1.2);
    expect(b.chest).toBeGreaterThan(a.chest * 1.1);
    expect(look(wide)).not.toBe(look(mug));
  });
  it('of any body, face and limbs acts in every action without a gap: 240 made by chance', () => {
    const chance = dice(11);
    for (let n = 0; n < 240; n++) {
      const base = { ...mug, ...randomMake(n, mug) };
      const action = ACTIONS[n % ACTIONS.length] as (typeof ACTIONS)[number];
      const pose = posed({ ...playAction(action, n % 2 ? 'left' : 'right', chance.next() * lengthOf(action)), bodyTurn: chance.between(-0.46, 0.46) });
      const { nodes, skeleton } = drawFigure(base, pose, MOUTH_CHART.wide);
      const text = JSON.stringify(nodes, (_, value) => (value instanceof Float32Array ? [...value] : value));
      expect(text.includes('null') || text.includes('NaN'), `${n}`).toBe(false);
      for (const side of ['L', 'R'] as const) {
        const { wrist } = skeleton.arms[side];
        if (makeOf(base).arms.thick > 0) expect(nodes.some(({ id }) => id.startsWith(`arm${side}.`))).toBe(true);
        expect(Math.hypot(wrist.x, wrist.y)).toBeLessThan(700);
      }
    }
  });
  it('shuts a button of an eye when it blinks', () => {
    const button = withMake(mug, 'eyes', 'button');
    const ids = (blink: number): string[] => drawFigure(button, posed({ blink }), MOUTH_CHART.rest).nodes.map(({ id }) => id);
    expect(ids(0).some((id) => id.endsWith('eyeL.dot'))).toBe(true);
    expect(ids(1).some((id) => id.endsWith('eyeL.shut'))).toBe(true);
  });
  it('without legs hovers, and on wheels turns them', () => {
    expect(drawFigure(withMake(mug, 'legs', 'none'), posed({}), MOUTH_CHART.rest).nodes.some(({ id }) => id.startsWith('leg'))).toBe(false);
    expect(look(withMake(mug, 'legs', 'wheels'), posed({ roll: 9 }))).not.toBe(look(withMake(mug, 'legs', 'wheels'), posed({})));
  });
  it('made by chance leaves what is locked as it is', () => {
    const made = randomMake(5, tully, new Set(['eyes', 'body', 'figure', 'colour:primary']));
    expect(made.parts.body).toBe('harbour-robot');
    expect(made.parts.eyes).toBe(tully.parts.eyes);
    expect(made.figure).toEqual(tully.figure);
    expect(made.colours.primary).toBe(tully.colours.primary);
  });
  it('is changed by a command, which refuses what there is not', () => {
    const { document } = sampleDocument();
    const mascot = Object.values(document.characters).find(({ kind }) => kind === 'mascot') as Character;
    expect(edit(document, 'x', 'cg_000000000001', setMake(mascot.id, 'legs', 'wheels')).document.characters[mascot.id]?.parts.legs).toBe('wheels');
    expect(() => edit(document, 'x', 'cg_000000000001', setMake(mascot.id, 'legs', 'trotters'))).toThrow(/Choose one/);
    const person = Object.values(document.characters).find(({ kind }) => kind === 'person') as Character;
    expect(() => edit(document, 'x', 'cg_000000000001', setMake(person.id, 'legs', 'wheels'))).toThrow(/is a person/);
  });
  it('holds its poses as people do', () => {
    for (const { id } of MASCOTS) {
      const { skeleton } = drawFigure(withMake(mug, 'body', id), posed(poseForHand({ upperA: 60, elbowA: 60 }, 'right', 1)), MOUTH_CHART.rest);
      expect(skeleton.arms.R.wrist.y).toBeLessThan(skeleton.arms.L.wrist.y);
    }
  });
});

describe('how mascots stand', () => {
  it('is one of several ways of their own, never with both arms alike, and another by temper and seed', () => {
    const firsts = new Set<string>();
    for (let n = 0; n < 24; n++) {
      const one: Character = { ...mug, name: `Mug ${n}`, temper: { lively: (n % 5) / 4, tense: (n % 3) / 2 } };
      const own = restsOf(one);
      expect(own.length).toBeGreaterThanOrEqual(3);
      expect(new Set(own.map(({ pose }) => pose.id)).size).toBe(own.length);
      firsts.add((own[0] as (typeof own)[number]).pose.id);
      const { arms } = skeletonOf(bodyOf(one), posed(ownStance(one)));
      const out = (side: 'L' | 'R'): number => Math.abs(arms[side].wrist.x - arms[side].shoulder.x) + Math.abs(arms[side].wrist.y - arms[side].shoulder.y) * 0.3;
      expect(Math.abs(out('L') - out('R'))).toBeGreaterThan(1);
    }
    expect(firsts.size).toBeGreaterThan(3);
  });
  it('changes along a scene', () => {
    const script = Array.from({ length: 8 }, (_, n) => `MARIT: Question ${n}, can you swim?\nTULLY: I float, ${n} times a day. That is nearly swimming.`).join('\n');
    const { document } = sampleDocument(script);
    const place = schedule(document, () => undefined).scenes[0];
    const robot = [...(place?.layers.values() ?? [])].find(({ acting }) => acting?.character.kind === 'mascot')?.acting;
    expect(robot).toBeDefined();
    const arms = (['upperL', 'upperR', 'elbowL', 'elbowR'] as const).map((key) => new Set(robot?.rest[key]?.values ?? []).size);
    expect(Math.max(...arms)).toBeGreaterThan(1);
  });
});
