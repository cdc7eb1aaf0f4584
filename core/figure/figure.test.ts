import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { type Character, MOUTH_SHAPES } from '../document/schema.ts';
import { dice } from '../draw/hash.ts';
import { isGroup, type Node } from '../draw/picture.ts';
import { paintFully } from '../paint/incremental.ts';
import { poseForHand } from './actions/action.ts';
import { ACTIONS } from './actions/index.ts';
import { designed } from './cast.ts';
import { EXPRESSIONS } from './expressions/index.ts';
import { drawFigure } from './figure.ts';
import { blendMouth, MOUTH_CHART } from './mouth.ts';
import { type PartialPose, POSE_KEYS, posed, REST } from './pose.ts';
import { proportionsOf } from './proportions.ts';
import { NEAREST, skeletonOf } from './skeleton.ts';

const painter = nodePainter();

const BUILDS = [-0.9, 0, 0.95];
const TURNS = [-35 / 75, 0, 35 / 75];
const HANDS = ['left', 'right', 'both'] as const;
const built = (character: Character, build: number): Character => ({ ...character, figure: { ...character.figure, build } });

function* numbersOf(nodes: readonly Node[]): Generator<number> {
  for (const node of nodes) {
    if (isGroup(node)) {
      yield* numbersOf([...(node.base ? [node.base] : []), ...(node.mask ? [node.mask] : []), ...node.items]);
      continue;
    }
    for (const value of node.path ?? []) yield value;
    for (const value of node.matrix) yield value;
  }
}

describe('any character in any stance', () => {
  it('is drawn of finite numbers only', () => {
    const chance = dice(7);
    for (let round = 0; round < 150; round++) {
      const base = designed((['marit', 'noor', 'theo', 'juno', 'tully'] as const)[round % 5] as 'marit', 'ch_000000000000', 'a0');
      const signed = (): number => chance.between(-1, 1);
      const character: Character =
        base.kind === 'mascot'
          ? base
          : {
              ...base,
              figure: {
                age: chance.between(6, 95),
                build: signed(),
                height: signed(),
                shoulders: signed(),
                hips: signed(),
                headWidth: signed(),
                headLength: signed(),
                jaw: signed(),
                chin: signed(),
              },
            };
      const action = ACTIONS[round % ACTIONS.length] as (typeof ACTIONS)[number];
      const key = action.keys[Math.floor(chance.next() * action.keys.length)] as (typeof action.keys)[number];
      const face = EXPRESSIONS[round % EXPRESSIONS.length]?.face ?? {};
      const mouth = blendMouth(MOUTH_CHART[MOUTH_SHAPES[round % 10] as 'rest'], MOUTH_CHART[MOUTH_SHAPES[(round * 3) % 10] as 'rest'], chance.next(), chance.between(0.3, 1.2));
      const pose = posed({
        ...face,
        ...poseForHand(key.pose, HANDS[round % 3] as 'left', chance.between(0.5, 1.5)),
        headTurn: chance.between(-0.47, 0.47),
        stride: signed(),
        footXL: signed() * 40,
        blink: chance.next(),
      });
      let broken = 0;
      for (const value of numbersOf(drawFigure(character, pose, mouth).nodes)) if (!Number.isFinite(value)) broken++;
      expect(broken).toBe(0);
    }
  });
});

describe('limbs', () => {
  it('keep their length whatever the pose: two bones, no stretch', () => {
    const chance = dice(5);
    for (let round = 0; round < 300; round++) {
      const p = proportionsOf({
        age: chance.between(6, 90),
        build: chance.between(-1, 1),
        height: chance.between(-1, 1),
        shoulders: 0,
        hips: 0,
        headWidth: 0,
        headLength: 0,
        jaw: 0,
        chin: 0,
      });
      const pose = posed(
        Object.fromEntries(
          POSE_KEYS.filter((k) => /^(upper|elbow|hip|foot|stride)/.test(k)).map((k) => [k, chance.between(-1, 1) * (/upper|elbow/.test(k) ? 120 : /foot/.test(k) ? 60 : 1)]),
        ) as PartialPose,
      );
      const { arms, legs } = skeletonOf(p, pose);
      for (const side of ['L', 'R'] as const) {
        const d = (a: { x: number; y: number }, b: { x: number; y: number }): number => Math.hypot(a.x - b.x, a.y - b.y);
        expect(d(arms[side].shoulder, arms[side].elbow)).toBeCloseTo(p.upperArm, 6);
        expect(d(arms[side].elbow, arms[side].wrist)).toBeCloseTo(p.foreArm, 6);
        // Seen from the front a bent knee points at the viewer: bones may look shorter; longer only by what a nearer foot is lower.
        const nearer = Math.min(NEAREST, Math.max(0, pose[`footY${side}`])) / 2;
        expect(d(legs[side].hip, legs[side].knee)).toBeLessThanOrEqual(p.thigh + nearer + 1e-6);
        expect(d(legs[side].knee, legs[side].ankle)).toBeLessThanOrEqual(p.shin + nearer + 1e-6);
      }
    }
  });

  it('show no gap at any joint: every action with every hand, at every turn, over the builds', () => {
    // Drawn on magenta at scale 1; at each joint and along each bone the ground must not show through.
    const misses: string[] = [];
    // The three builds share the three hands, so that each action is seen with each hand at each turn.
    for (const who of ['marit', 'noor', 'theo', 'tully'] as const)
      for (const [b, build] of (who === 'tully' ? [0] : BUILDS).entries())
        for (const turn of TURNS)
          for (const [a, action] of ACTIONS.entries())
            for (const hand of who === 'tully' ? HANDS : [HANDS[(a + b) % 3] as (typeof HANDS)[number]]) {
              const character = built(designed(who, 'ch_000000000000', 'a0'), build);
              const key = action.keys.reduce((best, k) => (k.at <= 0.2 ? k : best));
              const pose = posed({ ...poseForHand(key.pose, hand, 1), bodyTurn: turn, headTurn: 0 });
              const { nodes, skeleton } = drawFigure(character, pose, MOUTH_CHART.rest);
              const width = 520;
              const height = 620;
              const surface = paintFully(
                painter,
                { width, height, background: '#ff00ff', planes: [{ id: 'all', view: [1, 0, 0, 1, width / 2, height - 30], nodes }] },
                width,
                height,
              );
              const data = surface.pixels();
              surface.dispose();
              const bare = (x: number, y: number): boolean => {
                const px = Math.round(x + width / 2);
                const py = Math.round(y + height - 30);
                if (px < 0 || py < 0 || px >= width || py >= height) return false;
                const n = (py * width + px) * 4;
                return (data[n] as number) > 250 && (data[n + 1] as number) < 6 && (data[n + 2] as number) > 250;
              };
              const line = (name: string, a: { x: number; y: number }, b: { x: number; y: number }): void => {
                for (let t = 0; t <= 1.0001; t += 0.05)
                  if (bare(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t)) misses.push(`${who} ${build} ${turn.toFixed(2)} ${action.id} ${hand}: ${name} at ${t.toFixed(2)}`);
              };
              const { arms, legs, neck, head, hip } = skeleton;
              for (const side of ['L', 'R'] as const) {
                line(`upper arm ${side}`, arms[side].shoulder, arms[side].elbow);
                line(`fore arm ${side}`, arms[side].elbow, arms[side].wrist);
                const reach = 14 * (who === 'tully' ? 0.8 : 1);
                line(`hand ${side}`, arms[side].wrist, {
                  x: arms[side].wrist.x + Math.sin(arms[side].handAngle) * reach,
                  y: arms[side].wrist.y + Math.cos(arms[side].handAngle) * reach,
                });
                line(`thigh ${side}`, legs[side].hip, legs[side].knee);
                line(`shin ${side}`, legs[side].knee, legs[side].ankle);
                line(`shoulder ${side}`, neck, arms[side].shoulder);
              }
              line('spine', neck, hip);
              line('neck', head, neck);
            }
    expect(misses).toEqual([]);
  });
});

describe('a neck', () => {
  /** Points of the neck that show below `y` under the neck's root. */
  function shown(who: 'marit' | 'theo', turn: number, y: number): number {
    const { nodes, skeleton } = drawFigure(designed(who, 'ch_000000000000', 'a0'), posed({ bodyTurn: turn / 75, headTurn: -turn / 150 }), MOUTH_CHART.rest);
    const dyed = nodes.map((node) =>
      isGroup(node) && node.id.startsWith('neck.')
        ? { ...node, base: node.base && { ...node.base, fill: '#ff00ff' }, items: node.items.map((item) => (isGroup(item) ? item : { ...item, fill: '#ff00ff' })) }
        : node,
    );
    const size = 160;
    const surface = paintFully(
      painter,
      { width: size, height: size, background: '#ffffff', planes: [{ id: 'all', view: [1, 0, 0, 1, size / 2 - skeleton.neck.x, size / 2 - skeleton.neck.y], nodes: dyed }] },
      size,
      size,
    );
    const data = surface.pixels();
    surface.dispose();
    let count = 0;
    for (let n = size * (size / 2 + y); n < size * size; n += 1)
      if ((data[n * 4] as number) > 200 && (data[n * 4 + 1] as number) < 60 && (data[n * 4 + 2] as number) > 200) count += 1;
    return count;
  }

  it('stays inside a closed collar however the trunk turns', () => {
    expect([-60, -40, -20, 0, 20, 40, 60].map((turn) => shown('marit', turn, 2))).toEqual([0, 0, 0, 0, 0, 0, 0]);
  });

  it('is seen above an open one', () => {
    for (const turn of [-60, 0, 60]) expect(shown('theo', turn, -30)).toBeGreaterThan(60);
  });
});

describe('the face', () => {
  it('has ten mouth shapes that are told apart, each in smile and frown', () => {
    const seen = new Set<string>();
    for (const shape of MOUTH_SHAPES)
      for (const smile of [0.8, -0.8]) {
        const { nodes, skeleton } = drawFigure(designed('noor', 'ch_000000000000', 'a0'), posed({ smile }), MOUTH_CHART[shape]);
        const surface = paintFully(
          painter,
          { width: 60, height: 44, background: '#ffffff', planes: [{ id: 'all', view: [1.6, 0, 0, 1.6, 30 - skeleton.head.x * 1.6, 22 - (skeleton.head.y + 34) * 1.6], nodes }] },
          60,
          44,
        );
        seen.add(Buffer.from(surface.pixels()).toString('base64'));
      }
    expect(seen.size).toBe(20);
  });
  it('closes its lips at a closure whatever the mood', () => {
    for (const smile of [-1, 0, 1]) {
      const ids = drawFigure(designed('theo', 'ch_000000000000', 'a0'), posed({ smile }), MOUTH_CHART.closed).nodes.map((node) => node.id);
      expect(ids.some((id) => id.endsWith('mouth.cavity'))).toBe(false);
    }
  });
  it('is at rest when nothing is asked of it', () => expect(Object.values(REST).every((value) => value === 0)).toBe(true));
});
