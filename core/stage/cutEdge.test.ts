import { describe, expect, it } from 'vitest';
import { cutEdges } from '../checks/cutEdges.ts';
import type { Document, Layer, PictureFigure } from '../document/schema.ts';
import { NO_FONTS } from '../draw/text.ts';
import { edit, type Recipe } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { addLayer } from '../edit/commands/layers.ts';
import { picturedCharacter } from '../edit/commands/pictures.ts';
import { schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { layerBoxes } from './boxes.ts';
import { cutShows } from './cutEdge.ts';

const TALL = 420;
const eye = (x: number): PictureFigure['face']['left'] => ({ x, y: 0.3, halfWidth: 0.05, halfHeight: 0.04 });
const half: PictureFigure = {
  media: 'a'.repeat(64),
  source: 'b'.repeat(64),
  width: 600,
  height: 900,
  tall: TALL,
  face: {
    left: eye(0.4),
    right: eye(0.6),
    mouth: [
      [0.42, 0.42],
      [0.5, 0.43],
      [0.58, 0.42],
    ],
    chin: [0.5, 0.5],
    tiltDeg: 0,
    facing: 0,
  },
  mouth: { style: 'ink', width: 0.9, open: 0.8, line: 1, lip: '#a04040', dark: '#501020' },
  lids: { skin: '#e0b090', shade: '#c89878', line: '#302020' },
  moves: 1,
  cutBelow: true,
};

const { document: start, scene, makeId } = sampleDocument();
const [WHO, LAYER] = ['ch_00000000000p', makeId('layer')];
/** The sample with Pip, a half figure, standing where `y` says, and whatever else is done. */
function standing(y: number, { whole = false, doing = [] as readonly Recipe[] } = {}): Document {
  const { cutBelow: _, ...uncut } = half;
  const pip = picturedCharacter(WHO, 'a9', 'Pip', whole ? uncut : half);
  const document = { ...start, characters: { ...start.characters, [WHO]: pip } };
  return [addLayer(scene, LAYER, { kind: 'character', character: WHO, x: 0, y, locked: false, hidden: false } as never), ...doing].reduce(
    (made, recipe) => edit(made, 'x', makeId('change'), recipe).document,
    document,
  );
}
const shows = (document: Document, tick = 1000): boolean => {
  const [first] = schedule(document, () => undefined).scenes;
  if (!first) throw new Error('no scene');
  return cutShows(first, LAYER, tick, '16:9', layerBoxes(first, tick, NO_FONTS));
};
const inFront = (change: Partial<Layer> = {}): Recipe =>
  addLayer(scene, makeId('layer'), {
    kind: 'shape',
    form: 'rectangle',
    width: 900,
    height: 200,
    filled: true,
    line: 0,
    x: 0,
    y: 300,
    locked: false,
    hidden: false,
    ...change,
  } as never);

describe('somebody whose picture was cut off below', () => {
  it('shows where they end in the middle of the frame, and not on its edge or beyond it', () => {
    expect(shows(standing(300))).toBe(true);
    expect([540, 600].map((y) => shows(standing(y)))).toEqual([false, false]);
    expect(shows(standing(300, { whole: true }))).toBe(false);
  });
  it('hides the cut behind what stands in front, but not behind words or what is hidden', () => {
    expect(shows(standing(300, { doing: [inFront()] }))).toBe(false);
    expect(shows(standing(300, { doing: [inFront({ hidden: true })] }))).toBe(true);
    expect(shows(standing(300, { doing: [inFront({ x: 1200 })] }))).toBe(true);
  });
  it('is found before a film is made, with the time at which it is seen', () => {
    const found = (document: Document) => cutEdges.find(schedule(document, () => undefined).scenes[0] as never, document);
    expect(found(standing(300)).map(({ text }) => text)).toEqual(['Pip is cut off below, and the cut shows. Stand lower, or put something in front.']);
    expect(found(standing(540))).toEqual([]);
    // A camera on the head alone leaves the cut out of the picture.
    const start = { to: 'scene', edge: 'start', offset: 0 } as const;
    const near = (y: number) =>
      hangCue(scene, makeId('cue'), { kind: 'camera', framing: 'place', subjects: [], x: 0, y, width: 500, over: 0, push: 0, order: 'Zz', start, end: { ticks: 9000 } });
    const [first] = schedule(standing(300, { doing: [near(0)] }), () => undefined).scenes;
    expect(first?.shots[0]?.cue.framing).toBe('place');
    expect([shows(standing(300, { doing: [near(0)] }), 10), shows(standing(300, { doing: [near(250)] }), 10)]).toEqual([false, true]);
  });
});
