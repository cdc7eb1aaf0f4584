import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { filmFonts } from '#server/resources';
import type { Document } from '../document/schema.ts';
import { transform } from '../draw/matrix.ts';
import { isGroup, type Node, type Picture, type Plane } from '../draw/picture.ts';
import { toneMatrix } from '../draw/tone.ts';
import { edit, type Recipe } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { addKey } from '../edit/commands/keys.ts';
import { addEffect, addLayer, changeLayer, flipLayers, holdLayer, setMask, setPassage, setProperty, setSpan } from '../edit/commands/layers.ts';
import { IncrementalPainter, paintFully } from '../paint/incremental.ts';
import type { RawImage } from '../paint/paint.ts';
import { type SceneSchedule, sceneSchedule } from '../schedule/schedule.ts';
import { everything, PICTURE, sceneIn } from '../testing/everything.ts';
import { EFFECTS } from './effects/index.ts';
import { ENTRANCES } from './entrances/index.ts';
import { evaluate } from './evaluate.ts';
import { LAYER_ENTRIES } from './layers/index.ts';
import { depthMatrix, stageMatrix } from './place.ts';

const made = everything();
const { document, scene, layers, key, makeId, cues } = made;
const fonts = filmFonts();
const CHANGE = 'cg_000000000001';
const run = (recipe: Recipe, from: Document = document): Document => edit(from, 'x', CHANGE, recipe).document;
const scheduled = (of: Document): SceneSchedule => sceneSchedule(of, sceneIn(of, scene), () => undefined);
const stageAt = (of: Document, tick: number): Picture => evaluate(of, scheduled(of), tick, fonts, { wholeSet: true, captions: false });
const find = (planes: readonly Plane[] | undefined, id: string): Plane | undefined => {
  // Front first: a shadow has the plane that casts it in it, moved.
  for (const plane of [...(planes ?? [])].reverse()) {
    const found = plane.id === id ? plane : (find(plane.planes, id) ?? plane.masks?.map((mask) => find(mask.planes, id)).find(Boolean));
    if (found) return found;
  }
  return undefined;
};
const planeOf = (of: Document, id: string, tick: number): Plane | undefined => find(stageAt(of, tick).planes, id);
/** Letters and lines that are drawn of a plane: numbers in its paths. */
const drawn = (plane: Plane | undefined): number => (plane?.nodes ?? []).reduce((sum, node) => sum + (isGroup(node) ? 1 : (node.path?.length ?? 0)), 0);
const card: RawImage = { width: 6, height: 4, data: Uint8ClampedArray.from({ length: 96 }, (_, n) => [((n >> 2) % 6) * 50, 40, 60, 255][n & 3] as number) };
const painter = nodePainter(new Map([[PICTURE, card]]));
const times = scheduled(document);
const span = times.resolved.spans.get(layers.title) as { start: number; end: number };

describe('the shade of somebody in a set', () => {
  it('falls the same way with empty hands and with something in one', () => {
    const { first, second } = layers;
    const street = run((draft) => {
      sceneIn(draft as Document, scene).backdrop = { kind: 'set', set: 'street', light: 0.75 };
    });
    const lamp = { kind: 'prop', prop: 'lantern', x: 0, y: 0, scaleX: 1, scaleY: 1, locked: false, hidden: false } as never;
    const [id] = [makeId('layer')];
    const holding = run(holdLayer(scene, id, first, 'right'), run(addLayer(scene, id, lamp), street));
    const shadeOf = (of: Document, figure: string): readonly number[] | undefined => {
      const all = (plane: Plane | undefined): readonly Node[] => (plane ? [...plane.nodes, ...(plane.planes ?? []).flatMap(all)] : []);
      const shade = all(planeOf(of, figure, 60_000)).find((node) => node.id === 'floor.shade');
      return shade && !isGroup(shade) ? shade.matrix : undefined;
    };
    expect(shadeOf(street, first)?.[0]).toBeGreaterThan(1.3);
    expect(shadeOf(holding, first)).toEqual(shadeOf(street, first));
    expect(shadeOf(holding, second)).toEqual(shadeOf(street, second));
  });
});

describe('a title', () => {
  it('comes on a word and goes on another, faded in and wiped out', () => {
    expect(planeOf(document, layers.title, span.start - 1)).toBeUndefined();
    const coming = planeOf(document, layers.title, span.start + 8000);
    const there = planeOf(document, layers.title, span.start + 40_000);
    expect(coming?.alpha).toBeGreaterThan(0.1);
    expect(coming?.alpha).toBeLessThan(0.6);
    expect([there?.alpha, there?.masks]).toEqual([undefined, undefined]);
    expect(planeOf(document, layers.title, span.end - 8000)?.masks).toHaveLength(1);
    expect(planeOf(document, layers.title, span.end)).toBeUndefined();
  });
  it('is written letter by letter, from nothing to whole', () => {
    const written = run(setPassage(scene, layers.title, 'enter', { effect: 'draw on', ticks: 48_000 }));
    const counts = [2000, 16_000, 30_000, 47_000, 60_000].map((tick) => drawn(planeOf(written, layers.title, span.start + tick)));
    for (let n = 1; n < counts.length; n++) expect(counts[n]).toBeGreaterThanOrEqual(counts[n - 1] as number);
    expect(counts[0]).toBeLessThan((counts.at(-1) as number) / 3);
    expect(counts.at(-2)).toBe(counts.at(-1));
  });
  it('keeps its rows within the width that it is given, and grows by its size alone', () => {
    const long = run(changeLayer(scene, layers.title, { text: 'How tides work and why the sea goes away', wrap: 500 } as never));
    expect(planeOf(long, layers.title, span.start + 40_000)?.nodes.length).toBeGreaterThan(2);
    const big = run(setProperty(scene, layers.title, { size: 200 }, 0, key));
    const [a, b] = [document, big].map((of) => planeOf(of, layers.title, span.start + 40_000)?.nodes[0]);
    expect(!a || !b || isGroup(a) || isGroup(b) ? 0 : b.matrix[0] / a.matrix[0]).toBeCloseTo(2, 6);
    expect(a && b && 'path' in a && 'path' in b && a.path).toBe(b && 'path' in b && b.path);
  });
});

describe('a picture of one’s own', () => {
  it('lies turned and mirrored where its layer says, seen through its mask, with its shadow', () => {
    const plane = planeOf(document, layers.card, 0);
    if (!plane) throw new Error('no card');
    const middle = transform(plane.view, 0, 0);
    expect([middle.x - 960, middle.y - 540]).toEqual([500, -200]);
    // Mirrored: its right is on the left, and 20 degrees down.
    const right = transform(plane.view, 100, 0);
    expect(Math.atan2(right.y - middle.y, right.x - middle.x) * (180 / Math.PI)).toBeCloseTo(20 - 180, 4);
    expect(plane.masks).toHaveLength(1);
    expect(find(stageAt(document, 0).planes, `${layers.card}.${made.shadow}.shadow`)?.blur).toBeGreaterThan(0);
    // What masks is not seen itself.
    expect(stageAt(document, 0).planes.some(({ id }) => id === layers.hole)).toBe(false);
  });
  it('is cropped by shares of its own box', () => {
    const cropped = run(setProperty(scene, layers.card, { cropLeft: 0.25, cropBottom: 0.5 }, 0, key), run(setMask(scene, layers.card, undefined)));
    const node = planeOf(cropped, layers.card, 0)?.masks?.[0]?.planes[0]?.nodes[0] as Exclude<Node, { items: unknown }>;
    expect([...(node.path as Float32Array)].slice(1, 3)).toEqual([-75, -100]);
  });
});

describe('a group', () => {
  it('moves and fades what is in it as one, a character and a thing', () => {
    const at = (tick: number): { group: Plane; x: number } => {
      const group = planeOf(document, layers.group, tick) as Plane;
      return { group, x: transform((find(group.planes, layers.lamp) as Plane).view, 0, 0).x };
    };
    expect(at(40_000).x - at(140_000).x).toBeCloseTo(300, 3);
    expect(at(40_000).group.alpha).toBeUndefined();
    expect(at(170_000).group.alpha).toBeCloseTo(0.4, 6);
    expect(find(at(170_000).group.planes, layers.second)?.alpha).toBeUndefined();
  });
  it('faded and still repaints nothing', () => {
    const still = run(changeLayer(scene, layers.first, { hidden: true }));
    const bare: Document = {
      ...still,
      scenes: {
        ...still.scenes,
        [scene]: {
          ...sceneIn(still, scene),
          cues: {},
          layers: Object.fromEntries(
            Object.entries(sceneIn(still, scene).layers).filter(([id, { kind }]) => kind !== 'clip' && id !== layers.second && id !== layers.first && id !== layers.bag),
          ),
        },
      },
    };
    const film = new IncrementalPainter(painter, 320, 180);
    const late = scheduled(bare).length - 60_000;
    film.paint(stageAt(bare, late));
    for (const tick of [late + 2000, late + 4000, late + 40_000]) expect(film.paint(stageAt(bare, tick))).toEqual([]);
  });
});

describe('a thing in a hand', () => {
  it('goes with the hand at every step, behind the fingers and before the body', () => {
    const gaps: number[] = [];
    for (let tick = 60_000; tick < 200_000; tick += 4000) {
      const figure = planeOf(document, layers.first, tick) as Plane;
      const index = (figure.planes ?? []).findIndex(({ id }) => id === layers.bag);
      const [before, after] = [figure.planes?.[index - 1], figure.planes?.[index + 1]];
      expect(before && after).toBeTruthy();
      const hand = after?.nodes.find(({ id }) => id.startsWith('armR.')) as Node;
      const item = isGroup(hand) ? hand.base : hand;
      const path = item?.path as Float32Array;
      const grip = transform(((figure.planes ?? [])[index] as Plane).view, 0, -206);
      const finger = transform(figure.view, (path[1] as number) + (item?.matrix[4] ?? 0), (path[2] as number) + (item?.matrix[5] ?? 0));
      gaps.push(Math.hypot(grip.x - finger.x, grip.y - finger.y));
    }
    expect(Math.max(...gaps)).toBeLessThan(60);
  });
});

describe('a mirrored figure', () => {
  it('stands where it stood, its left on the right', () => {
    const mirrored = run(flipLayers(scene, [layers.first]));
    const [a, b] = [document, mirrored].map((of) => stageMatrix(scheduled(of), layers.first, 0));
    expect([b?.[0], b?.[3], b?.[4]]).toEqual([-(a?.[0] as number), a?.[3], a?.[4]]);
  });
});

describe('what is marked as alone', () => {
  it('is alone on the composer’s stage, with what it is in, and never in a film', () => {
    const solo = run(changeLayer(scene, layers.lamp, { solo: true }));
    const alone = evaluate(solo, scheduled(solo), 0, fonts, { solo: true, captions: false });
    // What is clear of it is told from what is white: it stands before squares, never before them in a film.
    expect(find(alone.planes, 'backdrop')?.nodes.map(({ id }) => id)).toEqual(['ground', 'ground.squares']);
    expect(evaluate(solo, scheduled(solo), 0, fonts, { captions: false }).planes.flatMap(({ nodes }) => nodes.map(({ id }) => id))).not.toContain('ground.squares');
    expect(alone.planes.map(({ id }) => id)).toEqual(['backdrop', layers.group]);
    expect(find(alone.planes, layers.second)).toBeUndefined();
    expect(find(evaluate(solo, scheduled(solo), 0, fonts, { captions: false }).planes, layers.second)).toBeTruthy();
  });
});

describe('depth', () => {
  it('leaves the wide view as it is; near the camera and aside, what is far moves less', () => {
    const wide = { x: 0, y: 0, width: 1920 };
    const close = { x: 300, y: 0, width: 960 };
    for (const depth of [-1, 0, 3, 50]) expect(depthMatrix(wide, '16:9', depth).map((value) => Math.round(value * 1e6) / 1e6)).toEqual([1, 0, 0, 1, 960, 540]);
    const grows = [0, 2, 20, 200].map((depth) => depthMatrix(close, '16:9', depth)[0]);
    expect(grows[0]).toBeCloseTo(2, 6);
    for (let n = 1; n < grows.length; n++) expect(grows[n]).toBeLessThan(grows[n - 1] as number);
    expect(grows.at(-1)).toBeLessThan(1.05);
  });
});

describe('the look of a layer', () => {
  it('is one matrix: grey without saturation, darker, warmer, or the tint alone', () => {
    const plain = { brightness: 0, contrast: 0, saturation: 0, temperature: 0, tint: '#ff8000', tintAmount: 0 };
    const sent = (values: Partial<typeof plain>, rgb: readonly [number, number, number]): number[] => {
      const m = toneMatrix({ ...plain, ...values });
      return m
        ? [0, 1, 2].map((row) => (m[row * 4] as number) * rgb[0] + (m[row * 4 + 1] as number) * rgb[1] + (m[row * 4 + 2] as number) * rgb[2] + (m[row * 4 + 3] as number))
        : [...rgb];
    };
    expect(toneMatrix(plain)).toBeUndefined();
    const grey = sent({ saturation: -1 }, [0.8, 0.3, 0.1]);
    expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(1e-9);
    expect(sent({ contrast: -1 }, [0.8, 0.3, 0.1]).every((value) => Math.abs(value - 0.5) < 1e-9)).toBe(true);
    expect(sent({ brightness: 0.2 }, [0.5, 0.5, 0.5])).toEqual([0.7, 0.7, 0.7]);
    const warm = sent({ temperature: 1 }, [0.5, 0.5, 0.5]);
    expect(warm[0]).toBeGreaterThan(warm[2] as number);
    expect(sent({ tintAmount: 1 }, [0.2, 0.9, 0.4]).map((value) => Math.round(value * 255))).toEqual([255, 128, 0]);
  });
});

describe.each(ENTRANCES.map((entrance) => [entrance.id, entrance] as const))('to come by %s', (id, entrance) => {
  const come = run(
    setPassage(scene, layers.star, 'enter', { effect: id, ticks: 48_000 }),
    run(setSpan(scene, layers.star, { start: { to: 'scene', edge: 'start', offset: 24_000 }, end: { to: 'scene', edge: 'end', offset: 0 } })),
  );
  const share = (tick: number): number => {
    const plane = planeOf(come, layers.star, tick);
    if (!plane) return 0;
    const surface = paintFully(painter, { width: 1920, height: 1080, planes: [{ ...plane, blend: 'normal' }] }, 320, 180);
    const pixels = surface.pixels();
    surface.dispose();
    let sum = 0;
    for (let n = 3; n < pixels.length; n += 4) sum += pixels[n] as number;
    return sum;
  };
  it('begins with nothing, ends whole, and never jumps on its way', () => {
    const steps = Array.from({ length: 25 }, (_, n) => share(24_000 + n * 2000));
    const whole = share(100_000);
    expect(steps[0]).toBeLessThan(whole * 0.25);
    expect(steps.at(-1)).toBeCloseTo(whole, -1);
    for (let n = 1; n < steps.length; n++) expect(Math.abs((steps[n] as number) - (steps[n - 1] as number))).toBeLessThan(whole * (id === 'slide' || id === 'drop' ? 1.01 : 0.55));
  });
  it('is at rest when it has come', () => {
    expect(planeOf(come, layers.star, 24_000 + 48_000)).toEqual(planeOf(run(setPassage(scene, layers.star, 'enter', undefined), come), layers.star, 24_000 + 48_000));
    expect(entrance.label && entrance.icon).toBeTruthy();
  });
});

describe.each(EFFECTS.map((effect) => [effect.id, effect] as const))('the effect %s', (id, effect) => {
  const put =
    effect.on === 'below'
      ? addLayer(scene, 'la_000000000009', { kind: 'effect', effect: id, values: {}, locked: false, hidden: false })
      : addEffect(scene, layers.star, 'ef_000000000009', { effect: id, values: id === 'tone' ? { brightness: -0.3 } : id === 'shake' ? { seconds: 10 } : {} });
  const on = run(put);
  const pixels = (of: Document, tick: number): Uint8ClampedArray => {
    const surface = paintFully(painter, stageAt(of, tick), 320, 180);
    const out = surface.pixels();
    surface.dispose();
    return out;
  };
  it('shows, the same twice, painted in parts as painted whole', () => {
    expect(Buffer.compare(Buffer.from(pixels(on, 100_000)), Buffer.from(pixels(document, 100_000)))).not.toBe(0);
    expect(Buffer.compare(Buffer.from(pixels(on, 100_000)), Buffer.from(pixels(on, 100_000)))).toBe(0);
    const film = new IncrementalPainter(painter, 320, 180);
    for (let n = 0; n < 6; n++) {
      const picture = stageAt(on, 100_000 + n * 2000);
      film.paint(picture);
      const whole = paintFully(painter, picture, 320, 180);
      expect(Buffer.compare(Buffer.from(film.surface.pixels()), Buffer.from(whole.pixels()))).toBe(0);
      whole.dispose();
    }
    film.dispose();
  });
  it('says its values with their ranges, none of which is a property’s', () => {
    for (const field of effect.fields) if (field.control === 'number') expect(field.rest >= field.least && field.rest <= field.most && field.step > 0).toBe(true);
    expect(effect.fields.every(({ name }) => name !== 'opacity')).toBe(true);
    expect(effect.label && effect.icon).toBeTruthy();
  });
});

describe('every kind of layer', () => {
  it('says how it is listed, and is in the scene that has one of everything', () => {
    const kinds = new Set(Object.values(sceneIn(document, scene).layers).map(({ kind }) => kind));
    expect(new Set(Object.keys(LAYER_ENTRIES))).toEqual(kinds);
    for (const entry of Object.values(LAYER_ENTRIES)) expect(entry.label && entry.icon).toBeTruthy();
  });
  it('moves by a move cue: also what has no feet', () => {
    const x = (tick: number): number => transform(stageMatrix(times, layers.star, tick), 0, 0).x;
    const move = times.resolved.cues.get(cues.move) as { start: number; end: number };
    expect([x(move.start), x(move.end)]).toEqual([0, 300]);
    const both = run(
      addKey(scene, { layer: layers.star }, 'y', 0, -100, key),
      run(
        hangCue(scene, makeId('cue'), {
          kind: 'move',
          layer: layers.title,
          x: 0,
          y: 0,
          walk: true,
          ease: 'linear',
          order: 'b0',
          start: { to: 'scene', edge: 'start', offset: 0 },
          end: { ticks: 9000 },
        }),
      ),
    );
    expect(transform(stageMatrix(scheduled(both), layers.star, 0), 0, 0).y).toBe(-100);
    expect(transform(stageMatrix(scheduled(both), layers.title, 9000), 0, 0)).toEqual({ x: 0, y: 0 });
  });
  it('is painted alike in parts and whole, all of them together', () => {
    const film = new IncrementalPainter(painter, 480, 270);
    for (let n = 0; n < 30; n++) {
      const picture = evaluate(document, times, n * 8000, fonts);
      film.paint(picture);
      const whole = paintFully(painter, picture, 480, 270);
      expect(Buffer.compare(Buffer.from(film.surface.pixels()), Buffer.from(whole.pixels()))).toBe(0);
      whole.dispose();
    }
    film.dispose();
  });
});
