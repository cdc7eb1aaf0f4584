import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import type { Document, SceneTransition } from '../../document/schema.ts';
import type { Picture } from '../../draw/picture.ts';
import { NO_FONTS } from '../../draw/text.ts';
import { edit } from '../../edit/change.ts';
import { duplicateScene, setTransition } from '../../edit/commands/scenes.ts';
import { setBackdrop } from '../../edit/commands/stage.ts';
import { paintFully } from '../../paint/incremental.ts';
import { schedule } from '../../schedule/schedule.ts';
import { segmentsOf } from '../../schedule/segments.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { segmentInputs } from '../segmentInputs.ts';
import { between, evaluateFilm, TRANSITIONS } from './index.ts';

const [WIDTH, HEIGHT] = [64, 36];
const flat = (colour: string): Picture => ({ width: 1920, height: 1080, background: colour, planes: [] });
const [RED, BLUE] = [flat('#c02020'), flat('#2020c0')];
const painter = nodePainter();
/** How blue a place of the picture is, 0 to 1; `x` and `y` are shares. */
function blue(picture: Picture, x: number, y: number): number {
  const surface = paintFully(painter, picture, WIDTH, HEIGHT);
  const pixels = surface.pixels();
  surface.dispose();
  const at = (Math.min(HEIGHT - 1, Math.floor(y * HEIGHT)) * WIDTH + Math.min(WIDTH - 1, Math.floor(x * WIDTH))) * 4;
  return ((pixels[at + 2] as number) - 0x20) / 0xa0;
}
const way = (effect: string, share: number, values = {}): Picture => between(RED, BLUE, { effect, ticks: 48_000, values }, share);

describe.each(TRANSITIONS.map(({ id }) => [id] as const))('%s', (id) => {
  it('begins with the scene before and ends with the next one, everywhere', () => {
    for (const [x, y] of [
      [0.02, 0.02],
      [0.5, 0.5],
      [0.98, 0.98],
      [0.98, 0.02],
    ] as const) {
      expect(blue(way(id, 0.001), x, y)).toBeLessThan(id === 'iris' && x === 0.5 ? 1.01 : 0.06);
      expect(blue(way(id, 0.999), x, y)).toBeGreaterThan(0.9);
    }
    expect(way(id, 1)).toBe(BLUE);
  });
});

describe('half way', () => {
  it('a dissolve is of both', () => expect(blue(way('dissolve', 0.5), 0.3, 0.3)).toBeCloseTo(0.5, 1));
  it('a wipe has an edge between them, from the side that was asked for', () => {
    expect([blue(way('wipe', 0.5), 0.1, 0.5), blue(way('wipe', 0.5), 0.9, 0.5)].map(Math.round)).toEqual([1, 0]);
    expect([blue(way('wipe', 0.5, { from: 180 }), 0.1, 0.5), blue(way('wipe', 0.5, { from: 180 }), 0.9, 0.5)].map(Math.round)).toEqual([0, 1]);
    expect([blue(way('wipe', 0.5, { from: 90 }), 0.5, 0.1), blue(way('wipe', 0.5, { from: 90 }), 0.5, 0.9)].map(Math.round)).toEqual([1, 0]);
  });
  it('a slide has both beside each other', () => expect([blue(way('slide', 0.5), 0.1, 0.5), blue(way('slide', 0.5), 0.95, 0.5)].map(Math.round)).toEqual([1, 0]));
  it('an iris opens about its middle', () => expect([blue(way('iris', 0.5, { x: 0.2 }), 0.2, 0.5), blue(way('iris', 0.5, { x: 0.2 }), 0.95, 0.5)].map(Math.round)).toEqual([1, 0]));
  it('a dip is its colour', () => {
    const surface = paintFully(painter, way('dip', 0.5, { colour: '#ffffff' }), WIDTH, HEIGHT);
    expect([...surface.pixels().slice(0, 3)]).toEqual([255, 255, 255]);
    surface.dispose();
  });
});

describe('a film with a transition', () => {
  const made = sampleDocument();
  const NEW = 'sc_00000000two2';
  const two = edit(made.document, 'x', 'cg_000000000001', duplicateScene(made.scene, NEW, made.makeId)).document;
  const withIt = (transition: SceneTransition | undefined, on: Document = two): Document => edit(on, 'x', 'cg_000000000002', setTransition(NEW, transition)).document;
  const dissolved = withIt({ effect: 'dissolve', ticks: 24_000 });
  const film = schedule(dissolved, () => undefined);
  it('has no frame twice and none missing', () => {
    const segments = segmentsOf(film);
    segments.slice(1).forEach(({ fromFrame }, n) => {
      expect(fromFrame).toBe(segments[n]?.toFrame);
    });
    expect(segments.at(-1)?.toFrame).toBe(Math.round((film.length / 48_000) * film.fps));
  });
  it('shows both scenes while the next one comes, then that one alone', () => {
    const [first, second] = film.scenes;
    if (!first || !second) throw new Error('two scenes');
    const following = { scene: second, overlap: second.overlap, before: first };
    expect(evaluateFilm(dissolved, following, 12_000, NO_FONTS).planes.map(({ id }) => id)).toEqual(['before', 'after']);
    expect(evaluateFilm(dissolved, following, 24_000, NO_FONTS).planes.map(({ id }) => id)).not.toContain('before');
  });
  it('makes the seconds anew in which a change of either scene is seen, and no others', () => {
    const keys = (of: Document): string[] => {
      const shown = schedule(of, () => undefined);
      return segmentsOf(shown).map((segment) => segmentInputs(shown, segment));
    };
    const before = keys(dissolved);
    const coming = segmentsOf(film).findIndex(({ scene }) => scene === NEW);
    const changed = keys(edit(dissolved, 'x', 'cg_000000000003', setBackdrop(made.scene, { kind: 'colour', colour: '#123456' })).document);
    const differ = before.flatMap((key, n) => (key === changed[n] ? [] : [n]));
    expect(differ).toContain(coming);
    expect(differ.every((n) => n <= coming)).toBe(true);
    const other = keys(withIt({ effect: 'wipe', ticks: 24_000 }));
    expect(before.flatMap((key, n) => (key === other[n] ? [] : [n]))).toEqual([coming]);
  });
});
