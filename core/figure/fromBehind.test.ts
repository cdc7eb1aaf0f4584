import { describe, expect, it } from 'vitest';
import { hull } from '../draw/path.ts';
import type { Item, Node } from '../draw/picture.ts';
import { poseForHand } from './actions/action.ts';
import { playAction } from './actions/play.ts';
import { turnAway } from './actions/turnAway.ts';
import { DESIGNS, type DesignId, designed } from './cast.ts';
import { drawFigure } from './figure.ts';
import { bodyOf } from './mascots/index.ts';
import { MOUTH_CHART } from './mouth.ts';
import { optionsOf } from './parts/index.ts';
import { over, type PartialPose, posed } from './pose.ts';
import { ownStance } from './rests.ts';
import { skeletonOf } from './skeleton.ts';

const person = (id: DesignId) => designed(id, 'ch_00000000000a', 'a0');
const items = (nodes: readonly Node[]): Item[] => nodes.flatMap((node) => ('items' in node ? [...(node.base ? [node.base as Item] : []), ...items(node.items)] : [node]));
const drawn = (id: DesignId, pose: PartialPose, parts: Record<string, string> = {}): Item[] => {
  const who = person(id);
  return items(drawFigure({ ...who, parts: { ...who.parts, ...parts } }, posed(pose), MOUTH_CHART.rest).nodes);
};
const PEOPLE = (Object.keys(DESIGNS) as DesignId[]).filter((id) => person(id).kind === 'person');

describe('somebody who has turned away', () => {
  it.each(PEOPLE)('%s shows no face and nothing of the front of the clothes', (id) => {
    const ids = drawn(id, over(ownStance(person(id)), { away: 1 })).map((item) => item.id);
    expect(ids.filter((name) => /eye|brow|mouth|face\.|nose|glass|beard|hood$|placket|lapel|pocket/.test(name))).toEqual([]);
    expect(ids.some((name) => name.startsWith('torso.'))).toBe(true);
  });
  it('has hair as long and as high as from the side, whatever its cut', () => {
    for (const { id } of optionsOf('hair')) {
      if (id === 'shaved') continue;
      const box = (pose: PartialPose) => {
        const all = drawn('juno', pose, { hair: id }).filter(({ id: name }) => /hair/i.test(name) && !/lit$|strand|ring|sheen|\.[ab]$/.test(name));
        const edges = all.map(({ path }) => hull(path as never));
        return { top: Math.min(...edges.map(({ top }) => top)), bottom: Math.max(...edges.map(({ bottom }) => bottom)) };
      };
      const [aside, behind] = [box({ bodyTurn: 1 }), box({ away: 1 })];
      expect(Math.abs(aside.top - behind.top), `${id} top`).toBeLessThan(16);
      expect(Math.abs(aside.bottom - behind.bottom), `${id} bottom`).toBeLessThan(30);
    }
  });
  it('goes round without a jump, through the side, in both directions', () => {
    const p = bodyOf(person('lena'));
    for (const sign of [1, -1]) {
      const at = (away: number) => skeletonOf(p, posed({ away: away * sign, bodyTurn: 0.16 * sign, toeL: -8, toeR: 6 }));
      for (let away = 0; away < 1; away += 0.02) {
        const [a, b] = [at(away), at(away + 0.02)];
        for (const [x, y] of [
          [a.bodyYaw, b.bodyYaw],
          [a.headYaw, b.headYaw],
          [a.legs.L.toeAngle, b.legs.L.toeAngle],
          [a.legs.R.toeAngle, b.legs.R.toeAngle],
        ] as const)
          expect(Math.abs(x - y)).toBeLessThan(0.1);
      }
      expect(Math.sign(at(0.5).bodyYaw)).toBe(sign);
      expect(Math.abs(at(0.5).bodyYaw)).toBeGreaterThan(1.5);
      expect(Math.abs(at(1).bodyYaw)).toBeLessThan(0.01);
      // The heels are at us: toes point away.
      expect(Math.cos(at(1).legs.L.toeAngle)).toBeLessThan(-0.8);
    }
  });
  it('looks over the shoulder as who stands in profile does', () => {
    const ids = drawn('lena', { away: 1, headTurn: 0.9 }).map((item) => item.id);
    expect(ids.some((name) => name.includes('eyeL.'))).toBe(true);
    expect(drawn('lena', { away: 1, headTurn: 0.3 }).some((item) => item.id.includes('eyeL.'))).toBe(false);
  });
  it('turns there and back by its action, to the side of the hand', () => {
    expect(playAction(turnAway, 'right', 1.4).away).toBe(1);
    expect(playAction(turnAway, 'left', 1.4).away).toBe(-1);
    expect(poseForHand(turnAway.keys.at(-1)?.pose ?? {}, 'right', 0.5).away).toBe(1);
    let before = 0;
    for (let seconds = 0; seconds < 6; seconds += 1 / 24) {
      const { away = 0 } = playAction(turnAway, 'right', seconds, 2);
      expect(Math.abs(away - before)).toBeLessThan(0.16);
      before = away;
    }
    expect(before).toBe(0);
  });
});
