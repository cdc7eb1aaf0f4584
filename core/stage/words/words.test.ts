import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import { FRAMES, type FrameShape, type LayerOf } from '../../document/schema.ts';
import { toneOf } from '../../document/tones.ts';
import { dice } from '../../draw/hash.ts';
import { isGroup, type Node } from '../../draw/picture.ts';
import { edit } from '../../edit/change.ts';
import { hangCue } from '../../edit/commands/cues.ts';
import { addLayer } from '../../edit/commands/layers.ts';
import { wordsIn } from '../../schedule/beats.ts';
import { schedule } from '../../schedule/schedule.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { inOrder } from '../../time/order.ts';
import { evaluate } from '../evaluate.ts';
import { frameSize } from '../frame.ts';
import { balloon } from '../layers/balloon.ts';
import type { StageExtent } from '../snapping.ts';
import { mouthOf } from '../whereabouts.ts';
import { keptFree, onPicture } from './freeOf.ts';
import { brokenRows, laidRow, settle } from './kit.ts';
import { LOOKS_OF_WORDS, wordsLook } from './looks.ts';
import { placeClear, safeArea } from './placing.ts';

const fonts = filmFonts();
const SHAPES = Object.keys(FRAMES) as FrameShape[];
const flatten = (nodes: readonly Node[]): Node[] => nodes.flatMap((node) => (isGroup(node) ? [...(node.base ? [node.base] : []), ...flatten(node.items)] : [node]));

const inputOf = (rows: readonly string[], shape: FrameShape, at: number) => ({
  rows,
  fonts,
  tone: toneOf(2),
  since: (word: number) => at - word * 200,
  ms: at,
  frame: frameSize(shape),
});

describe.each(LOOKS_OF_WORDS.map(({ id }) => id))('the look %s', (id) => {
  const look = wordsLook(id) as NonNullable<ReturnType<typeof wordsLook>>;
  const rows = look.sample.split('\n');
  it('shows nothing of its words before the first is said', () => {
    const { nodes } = look.draw({ ...inputOf(rows, '16:9', 0), since: () => -1, ms: 0 });
    const letters = flatten(nodes).filter((node) => !isGroup(node) && (node.path?.length ?? 0) > 60);
    expect(letters.length).toBeLessThanOrEqual(look.place === 'whole' ? 24 : 0);
  });
  it('has all of them in the end, finite, within its own box but for what hangs', () => {
    for (const shape of SHAPES) {
      const { nodes, width, height } = look.draw(inputOf(rows, shape, 1e6));
      const all = flatten(nodes);
      expect(all.length).toBeGreaterThan(wordsIn(look.sample).length);
      for (const node of all) if (!isGroup(node)) expect([...(node.path ?? [])].every(Number.isFinite) && node.matrix.every(Number.isFinite)).toBe(true);
      expect(width).toBeGreaterThan(100);
      expect(height).toBeGreaterThan(60);
      if (look.place !== 'whole') expect(width).toBeLessThan(frameSize(shape).width * 1.4);
    }
  });
  it('comes to rest: nothing moves two seconds after its last word', () => {
    const late = 2000 + rows.join(' ').length * 200;
    const at = (ms: number): string => JSON.stringify(look.draw(inputOf(rows, '16:9', ms)).nodes);
    expect(at(late + 400)).toBe(at(late));
  });
});

describe('words in rows', () => {
  it('are balanced, and lose none', () => {
    const text = 'The sea comes back twice a day, you know';
    const broken = brokenRows(text, fonts.title, 60, 640);
    expect(broken.join(' ')).toBe(text);
    const wide = broken.map((row) => laidRow(row, fonts.title, 60).width);
    expect(Math.max(...wide)).toBeLessThanOrEqual(640);
    expect(Math.min(...wide)).toBeGreaterThan(Math.max(...wide) * 0.4);
  });
  it('from right to left begin at the right', () => {
    const row = laidRow('الماء يعود', fonts.title, 60);
    if (row.words.length < 2 || row.words.every(({ width }) => width === 0)) return;
    expect(row.mirrored).toBe(true);
    expect((row.words[0] as { x: number }).x).toBeGreaterThan((row.words[1] as { x: number }).x);
  });
  it('settle a little beyond their end and back', () => {
    expect(settle(0, 200)).toBe(0);
    expect(Math.max(...Array.from({ length: 50 }, (_, n) => settle(n * 5, 200)))).toBeGreaterThan(1.02);
    expect(settle(400, 200)).toBeCloseTo(1, 6);
  });
});

const meets = (a: StageExtent, b: StageExtent): boolean => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

describe('a place for words', () => {
  it('covers no face and stays in the safe area, in 500 random scenes', () => {
    let none = 0;
    for (let n = 0; n < 500; n++) {
      const chance = dice(n + 1);
      const shape = SHAPES[n % SHAPES.length] as FrameShape;
      const { width, height } = frameSize(shape);
      const people = 1 + Math.floor(chance.next() * 4);
      const faces = Array.from({ length: people }, (): StageExtent => {
        const [x, y, wide] = [chance.between(-width * 0.42, width * 0.42), chance.between(-height * 0.3, height * 0.2), chance.between(90, 320)];
        return { left: x - wide / 2, right: x + wide / 2, top: y - wide * 0.7, bottom: y + wide * 0.6 };
      });
      const figures = faces.map(({ left, right, top }) => ({ left: left - 60, right: right + 60, top, bottom: height / 2 }));
      const size = { width: chance.between(260, 1100), height: chance.between(90, 420) };
      const [speaker] = faces as [StageExtent];
      const mouth = n % 2 ? { x: (speaker.left + speaker.right) / 2, y: speaker.bottom - 20 } : undefined;
      const placed = placeClear(size, shape, { faces, figures, words: [], captions: n % 3 === 0 ? 'foot' : n % 3 === 1 ? 'head' : undefined }, mouth);
      if (!placed) {
        none++;
        continue;
      }
      const box = {
        left: placed.x - (size.width * placed.scale) / 2,
        right: placed.x + (size.width * placed.scale) / 2,
        top: placed.y - (size.height * placed.scale) / 2,
        bottom: placed.y + (size.height * placed.scale) / 2,
      };
      for (const face of faces) expect([n, meets(box, face)]).toEqual([n, false]);
      const safe = safeArea(shape);
      expect([n, box.left >= safe.left - 1, box.right <= safe.right + 1, box.top >= safe.top - 1, box.bottom <= safe.bottom + 1]).toEqual([n, true, true, true, true]);
      expect(placed.scale).toBeGreaterThan(0.4);
    }
    // Said where there is none: hardly ever.
    expect(none).toBeLessThan(20);
  });
  it('is near to whom it is of, and away from other words', () => {
    const face = { left: 300, right: 460, top: -160, bottom: 20 };
    const kept = { faces: [face], figures: [], words: [], captions: undefined };
    const near = placeClear({ width: 400, height: 140 }, '16:9', kept, { x: 380, y: 0 });
    expect(Math.abs((near?.x ?? 0) - 380)).toBeLessThan(420);
    expect(near?.y).toBeLessThan(0);
    const first = placeClear({ width: 500, height: 160 }, '16:9', kept);
    const box = { left: (first?.x ?? 0) - 250, right: (first?.x ?? 0) + 250, top: (first?.y ?? 0) - 80, bottom: (first?.y ?? 0) + 80 };
    const second = placeClear({ width: 500, height: 160 }, '16:9', { ...kept, words: [box] });
    expect(meets(box, { left: (second?.x ?? 0) - 250, right: (second?.x ?? 0) + 250, top: (second?.y ?? 0) - 80, bottom: (second?.y ?? 0) + 80 })).toBe(false);
  });
});

describe('a balloon', () => {
  const made = sampleDocument();
  const scene0 = made.document.scenes[made.scene];
  const who = inOrder(scene0?.layers ?? {})[0]?.[0] as string;
  const LAYER = made.makeId('layer');
  const withBalloon = (form: LayerOf<'balloon'>['form'], more: object = {}) =>
    edit(
      made.document,
      'x',
      made.makeId('change'),
      addLayer(made.scene, LAYER, { kind: 'balloon', text: 'Somebody has stolen the sea', form, of: who, x: 0, y: -380, locked: false, hidden: false, ...more } as never),
    ).document;
  const placedScene = (document: typeof made.document) => schedule(document, () => undefined).scenes[0] as never as Parameters<typeof mouthOf>[0];
  const planeAt = (document: typeof made.document, tick: number) =>
    evaluate(document, placedScene(document), tick, fonts, { captions: false }).planes.find(({ id }) => id === LAYER);
  const ids = (document: typeof made.document, tick: number): string[] => flatten(planeAt(document, tick)?.nodes ?? []).map(({ id }) => id);

  it('of every form is drawn, with a tail, discs or a thread towards the mouth', () => {
    const tick = 400_000;
    expect(ids(withBalloon('speech'), tick)).toEqual(expect.arrayContaining(['body', 'tail', 'word0']));
    expect(ids(withBalloon('thought'), tick)).toEqual(expect.arrayContaining(['body', 'disc0', 'disc2']));
    expect(ids(withBalloon('shout'), tick)).toContain('tail');
    expect(ids(withBalloon('whisper'), tick)).not.toContain('shade');
    expect(ids(withBalloon('afar'), tick)).toEqual(expect.arrayContaining(['thread', 'thread.ring']));
    expect(ids(withBalloon('speech', { of: undefined }), tick)).not.toContain('tail');
  });
  it('points to the mouth, and goes with it when the speaker is somewhere else', () => {
    const tick = 400_000;
    const tipX = (x: number): number => {
      const document = edit(withBalloon('speech'), 'x', made.makeId('change'), (draft) => {
        ((draft.scenes[made.scene] as never as { layers: Record<string, { x: number }> }).layers[who] as { x: number }).x = x;
      }).document;
      const tail = flatten(planeAt(document, tick)?.nodes ?? []).find(({ id }) => id === 'tail') as { path?: Float32Array } | undefined;
      return (tail?.path?.[6] ?? 0) as number;
    };
    expect(tipX(500)).toBeGreaterThan(tipX(-500));
  });
  it('reaches for the mouth from above only as far as the head: no eye is ever crossed', () => {
    const staged = {
      layer: { kind: 'balloon', form: 'speech', text: 'It is low tide.' },
      start: 0,
      end: 1e9,
      words: { beats: [0], tone: 1, shape: '16:9' },
      tracks: {},
      colours: {},
    };
    let tails = 0;
    fc.assert(
      fc.property(fc.integer({ min: -900, max: 900 }), fc.integer({ min: 260, max: 900 }), (x, y) => {
        // The mouth from the balloon's middle, with a head about it.
        const head = { left: x - 60, right: x + 60, top: y - 150, bottom: y + 10 };
        const nodes = balloon.nodes(staged as never, 1e6, { fonts, towards: { x, y }, head });
        const tail = flatten(nodes).find(({ id }) => id === 'tail') as { path: Float32Array } | undefined;
        if (!tail) return;
        tails++;
        const [tipX, tipY] = [tail.path[6] as number, tail.path[7] as number];
        expect(((tipX - x) / 60) ** 2 + ((tipY - (y - 70)) / 80) ** 2).toBeGreaterThan(1);
      }),
      { numRuns: 200 },
    );
    expect(tails).toBeGreaterThan(100);
  });
  it('stays where it is on the picture while the camera moves, and its tail goes with the mouth', () => {
    const start = { to: 'scene', edge: 'start', offset: 0 } as const;
    const near = edit(
      withBalloon('speech'),
      'x',
      made.makeId('change'),
      hangCue(made.scene, made.makeId('cue'), {
        kind: 'camera',
        framing: 'place',
        subjects: [],
        x: 0,
        y: 100,
        width: 960,
        over: 0,
        push: 0,
        order: 'Zz',
        start,
        end: { ticks: 9000 },
      }),
    ).document;
    const tick = 60_000;
    const [far, close] = [withBalloon('speech'), near].map((document) => planeAt(document, tick));
    expect(close?.view).toEqual(far?.view);
    const tails = [far, close].map((plane) => [...((flatten(plane?.nodes ?? []).find(({ id }) => id === 'tail') as { path?: Float32Array } | undefined)?.path ?? [])]);
    if (tails.every((tail) => tail.length)) expect(tails[0]).not.toEqual(tails[1]);
  });
  it('has the speaker’s colour, and its words appear as they are said', () => {
    const document = withBalloon('speech', { text: 'Nobody stole it at all, you know' });
    const scene = placedScene(document);
    const { words } = scene.layers.get(LAYER) as { words?: { tone: number; beats: readonly number[] } };
    expect(words?.beats).toHaveLength(7);
    expect(words?.tone).toBeGreaterThan(0);
    const [first, last] = [words?.beats[0] as number, words?.beats.at(-1) as number];
    const count = (tick: number): number => ids(document, tick).filter((id) => id.startsWith('word')).length;
    expect(count(first - 48_000)).toBe(0);
    expect(count(last + 48_000)).toBe(7);
    if (last > first) expect(count(first + 12_000)).toBeLessThan(7);
  });
  it('is placed clear of every face of its scene', () => {
    const scene = placedScene(made.document);
    const kept = keptFree(scene, fonts, { frame: '16:9' }, 0, 200_000);
    expect(kept.faces.length).toBeGreaterThan(1);
    expect(kept.figures.length).toBe(2);
    const at = mouthOf(scene, who, 1000);
    const mouth = at && onPicture(scene, at, 1000, '16:9');
    const placed = placeClear({ width: 520, height: 170 }, '16:9', kept, mouth);
    expect(placed).toBeDefined();
    const box = { left: (placed?.x ?? 0) - 260, right: (placed?.x ?? 0) + 260, top: (placed?.y ?? 0) - 85, bottom: (placed?.y ?? 0) + 85 };
    for (const face of kept.faces) expect(meets(box, face)).toBe(false);
  });
});
