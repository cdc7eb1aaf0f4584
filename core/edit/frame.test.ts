import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { restValue } from '../document/properties.ts';
import { type Cue, type Document, FRAMES, type FrameShape, type Layer, type Scene } from '../document/schema.ts';
import { floorOf } from '../stage/backdrop.ts';
import { frameSize } from '../stage/frame.ts';
import { everything } from '../testing/everything.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { setFrameShape } from './commands/frame.ts';

const made = sampleDocument();
const { scene } = made;
const SHAPES = Object.keys(FRAMES) as FrameShape[];
const edited = (document: Document, recipe: Recipe): Document => edit(document, 'Frame', made.makeId('change'), recipe).document;
const words: Layer = { kind: 'text', text: 'Low tide', font: 'title', align: 'middle', x: -480, y: -400, order: 'z0', locked: false, hidden: false };
const sample = edited(made.document, (draft) => {
  const target = draft.scenes[scene] as Scene;
  target.layers.la_00000000000w = words;
  const [figure] = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id);
  target.cues.cu_00000000000w = {
    kind: 'move',
    layer: figure,
    x: 600,
    y: floorOf(target.backdrop, '16:9'),
    walk: true,
    ease: 'both',
    order: 'a0',
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 9000 },
  } as Cue;
  target.cues.cu_00000000000v = {
    kind: 'camera',
    framing: 'place',
    subjects: [],
    x: 480,
    y: 270,
    width: 960,
    over: 0,
    push: 0,
    order: 'a1',
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 9000 },
  } as Cue;
});
const layersOf = (document: Document): Layer[] => inOrder(document.scenes[scene]?.layers ?? {}).map(([, layer]) => layer);

describe('a frame of another shape', () => {
  it('keeps everybody on the floor, inside the frame, at a size that it has room for', () => {
    for (const shape of SHAPES) {
      const document = edited(sample, setFrameShape(shape));
      const { width } = frameSize(shape);
      const floor = floorOf((document.scenes[scene] as Scene).backdrop, shape);
      expect(document.production.frame).toBe(shape);
      for (const layer of layersOf(document).filter(({ kind }) => kind === 'character')) {
        expect(Math.abs(restValue(layer, 'x'))).toBeLessThan(width / 2);
        expect(restValue(layer, 'y')).toBeCloseTo(floor, 1);
      }
    }
    const [tall] = layersOf(edited(sample, setFrameShape('9:16')));
    const [wide] = layersOf(sample);
    expect(restValue(tall as Layer, 'scaleX')).not.toBe(restValue(wide as Layer, 'scaleX'));
  });
  it('gives words the same share of its width, at the same place of it', () => {
    const tall = edited(sample, setFrameShape('9:16'));
    expect(tall.scenes[scene]?.layers.la_00000000000w).toMatchObject({ x: -270, scaleX: 0.56, scaleY: 0.56 });
  });
  it('takes ways, looks and shots at places along', () => {
    const { cues } = edited(sample, setFrameShape('9:16')).scenes[scene] as Scene;
    expect(cues.cu_00000000000w).toMatchObject({ x: 337.5, y: floorOf(made.document.scenes[scene]?.backdrop as Scene['backdrop'], '9:16') });
    expect(cues.cu_00000000000v).toMatchObject({ x: 270, y: 480, width: 540 });
  });
  it('changes nothing where it is that shape already', () => {
    expect(edit(sample, 'Frame', made.makeId('change'), setFrameShape('16:9')).change).toBeUndefined();
  });
  it('is a valid production whatever is in it, and undo brings it back', () => {
    const whole = everything();
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...SHAPES), { minLength: 1, maxLength: 4 }), (shapes) => {
        let { document } = whole;
        for (const shape of shapes) document = edit(document, 'Frame', whole.makeId('change'), setFrameShape(shape)).document;
        expect(document.production.frame).toBe(shapes.at(-1));
      }),
      { numRuns: 20 },
    );
  });
});
