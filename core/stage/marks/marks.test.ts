import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { Document, LayerOf } from '../../document/schema.ts';
import { toneOf } from '../../document/tones.ts';
import { transform } from '../../draw/matrix.ts';
import { hull } from '../../draw/path.ts';
import { isGroup, type Node, type Plane } from '../../draw/picture.ts';
import { edit } from '../../edit/change.ts';
import { addLayer, copyLayer, removeLayers, setProperty } from '../../edit/commands/layers.ts';
import { schedule } from '../../schedule/schedule.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { inOrder } from '../../time/order.ts';
import { layerBoxes } from '../boxes.ts';
import { evaluate } from '../evaluate.ts';
import { MARK_KINDS, markKind, tipOf } from './forms.ts';

const fonts = filmFonts();
const flatten = (nodes: readonly Node[]): Exclude<Node, { items: unknown }>[] =>
  nodes.flatMap((node) => (isGroup(node) ? [...(node.base ? [node.base] : []), ...flatten(node.items)] : [node])) as never;
const extent = (nodes: readonly Node[]): { left: number; right: number; top: number; bottom: number } => {
  const all = { left: 1e9, right: -1e9, top: 1e9, bottom: -1e9 };
  for (const { path, matrix } of flatten(nodes)) {
    if (!path?.length) continue;
    const { left, right, top, bottom } = hull(path);
    for (const [x, y] of [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ] as const) {
      const at = transform(matrix, x, y);
      [all.left, all.right, all.top, all.bottom] = [Math.min(all.left, at.x), Math.max(all.right, at.x), Math.min(all.top, at.y), Math.max(all.bottom, at.y)];
    }
  }
  return all;
};
const BOX = { left: 100, right: 400, top: -50, bottom: 250 };
const drawn = (id: (typeof MARK_KINDS)[number]['id'], ms: number, more: object = {}): readonly Node[] =>
  markKind(id).draw({ text: '40 cm', fonts, tone: toneOf(1), ms, around: BOX, aim: undefined, from: { x: -700, y: -300 }, ...more });

describe.each(MARK_KINDS.map(({ id }) => id))('the mark %s', (id) => {
  it('grows, and rests when it has come', () => {
    const rest = markKind(id).moves + 1;
    expect(JSON.stringify(drawn(id, 60))).not.toBe(JSON.stringify(drawn(id, rest)));
    expect(JSON.stringify(drawn(id, rest))).toBe(JSON.stringify(drawn(id, rest + 5000)));
  });
  it('bears what it names anywhere, also where it is itself or no larger than a point', () => {
    const near = fc.integer({ min: -1500, max: 1500 });
    fc.assert(
      fc.property(near, near, fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 800 }), (x, y, width, height, ms) => {
        const nodes = markKind(id).draw({
          text: 'A',
          fonts,
          tone: toneOf(2),
          ms,
          around: { left: x, right: x + width, top: y, bottom: y + height },
          aim: undefined,
          from: { x: 0, y: 0 },
        });
        for (const { path, matrix } of flatten(nodes)) expect([...(path ?? [])].every(Number.isFinite) && matrix.every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('an arrow', () => {
  it('ends beside what it names, not on it, from wherever it comes', () => {
    fc.assert(
      fc.property(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -500, max: 500 }), (x, y) => {
        fc.pre(x < BOX.left - 60 || x > BOX.right + 60 || y < BOX.top - 60 || y > BOX.bottom + 60);
        const tip = tipOf({ around: BOX, aim: undefined, from: { x, y } });
        const away = Math.max(BOX.left - tip.x, tip.x - BOX.right, BOX.top - tip.y, tip.y - BOX.bottom);
        expect(away).toBeGreaterThan(23);
        expect(away).toBeLessThan(25);
      }),
    );
  });
  it('ends just before the place in it that is aimed at', () => {
    const tip = tipOf({ around: BOX, aim: { x: 0, y: -0.5 }, from: { x: 250, y: -600 } });
    expect(tip.x).toBeCloseTo(250, 6);
    expect(tip.y).toBeCloseTo(-74, 6);
  });
  it('passes its end a little and settles on it', () => {
    const reach = (ms: number): number => extent(drawn('arrow', ms, { from: { x: -700, y: 100 } }).slice(-1)).right;
    expect(reach(224)).toBeGreaterThan(reach(900) + 5);
    expect(reach(900)).toBeCloseTo(BOX.left - 24, 0);
  });
});

describe('a ring, an underline, a measure', () => {
  it('lie about the thing and cover its middle with nothing', () => {
    const ring = extent(drawn('ring', 900));
    expect([ring.left < BOX.left, ring.right > BOX.right, ring.top < BOX.top, ring.bottom > BOX.bottom]).toEqual([true, true, true, true]);
    expect(extent(drawn('underline', 900)).top).toBeGreaterThanOrEqual(BOX.bottom);
  });
  it('measure the longer side: a wide thing above it, a tall one beside it', () => {
    const wide = extent(drawn('measure', 900, { around: { left: -300, right: 300, top: 0, bottom: 100 }, text: '' }));
    expect([wide.left, wide.right]).toEqual([expect.closeTo(-300, 0), expect.closeTo(300, 0)]);
    expect(wide.bottom).toBeLessThan(0);
    const tall = extent(drawn('measure', 900, { around: { left: 0, right: 100, top: -300, bottom: 300 }, text: '' }));
    expect([tall.top, tall.bottom]).toEqual([expect.closeTo(-300, 0), expect.closeTo(300, 0)]);
    expect(tall.left).toBeGreaterThan(100);
  });
});

describe('a mark on the stage', () => {
  const made = sampleDocument();
  const [who] = inOrder(made.document.scenes[made.scene]?.layers ?? {})[0] as [string, unknown];
  const MARK = made.makeId('layer');
  const flags = { locked: false, hidden: false } as const;
  const run = (document: Document, ...recipes: Parameters<typeof edit>[3][]): Document =>
    recipes.reduce((now, recipe) => edit(now, 'x', made.makeId('change'), recipe).document, document);
  const bring = (more: object): Document =>
    run(made.document, addLayer(made.scene, MARK, { kind: 'mark', form: 'ring', text: '', to: who, width: 300, height: 200, x: 0, y: 0, ...flags, ...more } as never));
  const sceneOf = (document: Document) => {
    const [scene] = schedule(document, () => undefined).scenes;
    if (!scene) throw new Error('no scene');
    return scene;
  };
  const planeOf = (document: Document, tick: number): Plane | undefined => evaluate(document, sceneOf(document), tick, fonts).planes.find(({ id }) => id === MARK);
  const boxOf = (document: Document, tick: number): { x: number; y: number } => {
    const box = layerBoxes(sceneOf(document), tick, fonts).find(({ id }) => id === MARK);
    return { x: (box?.corners[0].x ?? 0) / 2 + (box?.corners[2].x ?? 0) / 2, y: (box?.corners[0].y ?? 0) / 2 + (box?.corners[2].y ?? 0) / 2 };
  };
  const late = 400_000;

  it('follows what it names', () => {
    const before = bring({});
    const after = run(
      before,
      setProperty(made.scene, who, { x: 500 }, 0, () => made.makeId('key')),
    );
    const rest = before.scenes[made.scene]?.layers[who] as LayerOf<'character'>;
    expect(boxOf(after, late).x - boxOf(before, late).x).toBeCloseTo(500 - (rest.x ?? 0), 0);
    expect(planeOf(after, late)?.view[4]).not.toBeCloseTo(planeOf(before, late)?.view[4] ?? 0, 0);
  });
  it('comes on its word, and not before', () => {
    const document = bring({ text: 'tide' });
    const scene = sceneOf(document);
    const [beat] = scene.layers.get(MARK)?.words?.beats ?? [];
    const word = scene.lines.flatMap(({ words }) => words).find(({ text }) => /^tide/i.test(text));
    expect(word).toBeDefined();
    expect(Math.abs((beat ?? 0) - (word?.start ?? -1))).toBeLessThan(8000);
    expect(planeOf(document, (beat ?? 0) - 2000)?.nodes).toHaveLength(0);
    expect(planeOf(document, (beat ?? 0) + 200_000)?.nodes.length).toBeGreaterThan(0);
  });
  it('stays where it was when what it named is taken off, and a copy of it names the same', () => {
    const document = bring({});
    const without = run(document, removeLayers(made.scene, [who]));
    expect(without.scenes[made.scene]?.layers[MARK]).toBeDefined();
    expect(without.scenes[made.scene]?.layers[MARK]).not.toHaveProperty('to');
    expect(planeOf(without, late)?.nodes.length).toBeGreaterThan(0);
    const copy = made.makeId('layer');
    const copied = run(
      document,
      copyLayer(made.scene, MARK, copy, () => made.makeId('layer')),
    );
    expect(copied.scenes[made.scene]?.layers[copy]).toMatchObject({ kind: 'mark', to: who });
  });
});
