import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cue, CueOf, Document, FrameShape, Scene } from '../document/schema.ts';
import { type Matrix, transform } from '../draw/matrix.ts';
import { isGroup, type Node } from '../draw/picture.ts';
import { NO_FONTS } from '../draw/text.ts';
import { edit } from '../edit/change.ts';
import { colourCaptions } from '../edit/commands/captions.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { addLayer, changeLayer } from '../edit/commands/layers.ts';
import { setCaptions } from '../edit/commands/stage.ts';
import { fromScript } from '../edit/create.ts';
import { heightOf } from '../figure/proportions.ts';
import { readScript } from '../formats/script/read.ts';
import { type FilmSchedule, schedule } from '../schedule/schedule.ts';
import { actingIn, DIALOGUE, sampleDocument, seededIds, shotOf } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { sample } from '../time/track.ts';
import { floorOf } from './backdrop.ts';
import { cameraAt, framingView } from './camera.ts';
import { captionAt, evaluate } from './evaluate.ts';
import { frameSize, viewMatrix } from './frame.ts';
import { propOf } from './props/index.ts';
import { SETS } from './sets/index.ts';

const FRAME_SHAPES: FrameShape[] = ['16:9', '9:16', '1:1', '4:5'];
const CHANGE = 'cg_000000000001';
const filmOf = (document: Document): FilmSchedule => schedule(document, () => undefined);
const firstScene = (film: FilmSchedule) => film.scenes[0] as FilmSchedule['scenes'][number];

function withShots(shots: (layers: readonly [string, string]) => Partial<CueOf<'camera'>>[] = () => []) {
  const made = sampleDocument();
  const layers = inOrder((made.document.scenes[made.scene] as Scene).layers).map(([id]) => id) as [string, string];
  let { document } = made;
  for (const shot of shots(layers)) document = edit(document, 'shot', CHANGE, hangCue(made.scene, made.makeId('cue'), shotOf(shot) as Cue)).document;
  return { ...made, document, layers, film: filmOf(document) };
}

const numbersOf = (node: Node): number[] =>
  isGroup(node) ? [...(node.base ? [node.base] : []), ...(node.mask ? [node.mask] : []), ...node.items].flatMap(numbersOf) : [...node.matrix, ...(node.path ?? [])];

describe('a shot', () => {
  it('never shows what lies outside the frame, whatever is asked of it', () => {
    const { film } = withShots();
    const scene = firstScene(film);
    fc.assert(
      fc.property(
        fc.constantFrom(...FRAME_SHAPES),
        fc.integer({ min: -5000, max: 5000 }),
        fc.integer({ min: -5000, max: 5000 }),
        fc.integer({ min: 1, max: 9000 }),
        (shape, x, y, width) => {
          const frame = frameSize(shape);
          const view = framingView(scene, shotOf({ framing: 'place', x, y, width }), 0, shape);
          const height = (view.width * frame.height) / frame.width;
          expect(Math.abs(view.x) + view.width / 2).toBeLessThanOrEqual(frame.width / 2 + 1e-6);
          expect(Math.abs(view.y) + height / 2).toBeLessThanOrEqual(frame.height / 2 + 1e-6);
        },
      ),
    );
  });

  it.each(['medium', 'close'] as const)('at %s length holds its subject’s head, with room above it', (framing) => {
    const { film, layers } = withShots();
    const scene = firstScene(film);
    for (const id of layers) {
      const acting = actingIn(scene, id);
      const view = framingView(scene, shotOf({ framing, subjects: [id] }), 0, '16:9');
      const height = (view.width * 9) / 16;
      const top = sample(acting.y, 0) - heightOf(acting.p) * acting.scale;
      const x = sample(acting.x, 0);
      expect(top).toBeGreaterThan(view.y - height / 2);
      expect(top).toBeLessThan(view.y);
      expect(Math.abs(x - view.x)).toBeLessThan(view.width * 0.35);
    }
  });

  it('gets closer from wide over two and medium to close', () => {
    const { film, layers } = withShots();
    const scene = firstScene(film);
    const width = (framing: CueOf<'camera'>['framing'], subjects: string[]) => framingView(scene, shotOf({ framing, subjects }), 0, '16:9').width;
    const widths = [width('wide', []), width('two-shot', layers), width('medium', [layers[0]]), width('close', [layers[0]])];
    expect([...widths].sort((a, b) => b - a)).toEqual(widths);
    expect(new Set(widths).size).toBe(4);
  });

  it('gives the side that a face looks to more room', () => {
    const { document, scene, layers } = withShots();
    const turned = (turn: number) => {
      const film = filmOf(edit(document, 'turn', CHANGE, changeLayer(scene, layers[0], { turn, x: 0 })).document);
      return framingView(firstScene(film), shotOf({ framing: 'close', subjects: [layers[0]] }), 0, '16:9').x;
    };
    expect(turned(0.4)).toBeGreaterThan(turned(0));
    expect(turned(-0.4)).toBeLessThan(turned(0));
  });

  it('cuts on its tick, and eases without a jump when it has a length', () => {
    const at = 96_000;
    const close = (over: number) => firstScene(withShots(([who]) => [{ framing: 'close', subjects: [who], over, start: { to: 'scene', edge: 'start', offset: at } }]).film);
    const hard = close(0);
    expect(cameraAt(hard, at - 1, '16:9').width).toBe(1920);
    expect(cameraAt(hard, at, '16:9').width).toBeLessThan(1500);
    const soft = close(48_000);
    let before = cameraAt(soft, at, '16:9');
    expect(before.width).toBe(1920);
    for (let tick = at + 2000; tick <= at + 54_000; tick += 2000) {
      const now = cameraAt(soft, tick, '16:9');
      expect(now.width).toBeLessThanOrEqual(before.width);
      expect(before.width - now.width).toBeLessThan(140);
      before = now;
    }
    expect(before).toEqual(cameraAt(hard, at + 54_000, '16:9'));
  });

  it('with a push creeps in and never back', () => {
    const scene = firstScene(withShots(() => [{ framing: 'place', width: 1400, push: 0.08 }]).film);
    let before = cameraAt(scene, 0, '16:9').width;
    for (let tick = 0; tick < scene.length; tick += 12_000) {
      const { width } = cameraAt(scene, tick, '16:9');
      expect(width).toBeLessThanOrEqual(before);
      before = width;
    }
    expect(before).toBeGreaterThan(1400 * 0.91);
    expect(before).toBeLessThan(1400 * 0.95);
  });

  it('maps its centre to the middle of the picture and its edge to the edge', () => {
    for (const shape of FRAME_SHAPES) {
      const frame = frameSize(shape);
      const m: Matrix = viewMatrix({ x: 100, y: -50, width: 600 }, shape);
      expect(transform(m, 100, -50)).toEqual({ x: frame.width / 2, y: frame.height / 2 });
      expect(transform(m, 400, -50).x).toBeCloseTo(frame.width, 6);
    }
  });
});

describe('a moment of a film', () => {
  it('is the same picture whichever moment was drawn before it', () => {
    const { document } = sampleDocument();
    const scene = firstScene(filmOf(document));
    const at = toTicks(2.3);
    const once = JSON.stringify(evaluate(document, scene, at, NO_FONTS, { captions: false }));
    for (const tick of [0, toTicks(5), toTicks(1), toTicks(2.29)]) evaluate(document, scene, tick, NO_FONTS, { captions: false });
    expect(JSON.stringify(evaluate(document, scene, at, NO_FONTS, { captions: false }))).toBe(once);
  });

  it('keeps what stands still as the same nodes, so that it is not painted again', () => {
    const { document } = sampleDocument();
    const scene = firstScene(filmOf(document));
    const one = evaluate(document, scene, 48_000, NO_FONTS, { captions: false });
    const two = evaluate(document, scene, 50_000, NO_FONTS, { captions: false });
    expect(two.planes[0]?.nodes).toBe(one.planes[0]?.nodes);
  });

  it('shows a caption while its words are said, and none where the scene has them off', () => {
    const { document, scene } = sampleDocument();
    const on = firstScene(filmOf(document));
    const line = on.lines[0] as (typeof on.lines)[number];
    expect(captionAt(on, line.start + 4800)?.rows.join(' ')).toContain('Good morning');
    const off = firstScene(filmOf(edit(document, 'off', CHANGE, setCaptions(scene, false)).document));
    expect(off.captions).toEqual([]);
  });

  it('has captions in the colour of who speaks where that is asked for, and alike where it is not', () => {
    const { document } = sampleDocument();
    const colours = (made: Document): (number | undefined)[] => {
      const scene = firstScene(filmOf(made));
      return scene.lines.slice(0, 2).map((line) => captionAt(scene, line.start + 4800)?.colour);
    };
    expect(colours(document)).toEqual([undefined, undefined]);
    const roles = inOrder(document.production.roles).map(([, role]) => role.colour);
    expect(colours(edit(document, 'colours', CHANGE, colourCaptions(true)).document)).toEqual(roles.slice(0, 2));
  });

  it('leaves out a hidden figure and keeps its voice in the film', () => {
    const { document, scene } = sampleDocument();
    const [id] = inOrder((document.scenes[scene] as Scene).layers)[0] as [string, unknown];
    const before = evaluate(document, firstScene(filmOf(document)), 0, NO_FONTS, { captions: false }).planes.length;
    const hidden = edit(document, 'hide', CHANGE, changeLayer(scene, id, { hidden: true })).document;
    const film = filmOf(hidden);
    expect(evaluate(hidden, firstScene(film), 0, NO_FONTS, { captions: false }).planes.length).toBe(before - 1);
    expect(firstScene(film).lines.length).toBe(4);
  });
});

describe('sets and props', () => {
  it.each(SETS.map(({ id }) => id))('%s is drawn of finite numbers in every frame, with a floor to stand on', (set) => {
    const script = readScript(DIALOGUE);
    for (const frame of FRAME_SHAPES) {
      const document = fromScript(script, { title: 'A', slug: 'a', frame, fps: 24 }, seededIds(4), { kind: 'set', set, light: 0.5 });
      const picture = evaluate(document, firstScene(filmOf(document)), 0, NO_FONTS, { captions: false });
      expect(picture.planes.flatMap((plane) => plane.nodes.flatMap(numbersOf)).every(Number.isFinite)).toBe(true);
      const floor = floorOf({ kind: 'set', set, light: 0.5 }, frame);
      expect(floor).toBeGreaterThan(0);
      expect(floor).toBeLessThanOrEqual(frameSize(frame).height / 2);
    }
  });

  it('an unknown prop is drawn as nothing rather than breaking the film', () => {
    const { document, scene, makeId } = sampleDocument();
    expect(propOf('radio')).toBeDefined();
    const layer = { kind: 'prop', name: 'Thing', prop: 'no-such-prop', x: 0, y: 0, locked: false, hidden: false };
    const changed = edit(document, 'prop', CHANGE, addLayer(scene, makeId('layer'), layer as never)).document;
    expect(() => evaluate(changed, firstScene(filmOf(changed)), 0, NO_FONTS, { captions: false })).not.toThrow();
  });
});
