import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { setGap } from '#core/edit/commands/lines';
import { renameProduction, renameScene, setCaptions } from '#core/edit/commands/stage';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { documentSummary, summaryOf } from '../summary.ts';
import { freshDatabase } from '../testing/database.ts';
import { planFilm } from './films.ts';
import { type FilmOptions, FilmOptionsSchema, SIDES, sizeFor } from './options.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(() => base.end());

const OPTIONS: FilmOptions = { width: 640, height: 360, fps: 24, from: 0, to: null, captions: true, format: 'mp4', preset: 'veryfast', crf: 20 };
const LONG = Array.from({ length: 16 }, (_, n) => `${n % 2 ? 'TULLY' : 'MARIT'}: Line ${n + 1} says something about the sea, the sand and the Moon above.`).join('\n');
const made = sampleDocument(LONG);
const keys = async (document: Document, options: Partial<FilmOptions> = {}): Promise<string[]> =>
  (await planFilm(base.db, document, { ...OPTIONS, ...options })).segments.map(({ key }) => key);
const edited = (recipe: Recipe): Document => edit(made.document, 'test', 'cg_000000000001', recipe).document;

describe('a planned film', () => {
  it('covers its range frame by frame, without gap or overlap', async () => {
    const { segments, fromFrame, toFrame } = await planFilm(base.db, made.document, { ...OPTIONS, from: toTicks(3), to: toTicks(31.4) });
    expect(fromFrame).toBe(72);
    let at = fromFrame;
    for (const segment of segments) {
      expect(segment.fromFrame).toBe(at);
      at = segment.toFrame;
    }
    expect(at).toBe(toFrame);
    expect(toFrame).toBe(Math.ceil(31.4 * 24));
  });

  it('says that an empty range is empty', async () => {
    await expect(planFilm(base.db, made.document, { ...OPTIONS, from: toTicks(5), to: toTicks(5) })).rejects.toThrow('Choose a later end.');
  });

  it('has other parts for everything that shows in the picture', async () => {
    const before = new Set(await keys(made.document));
    for (const options of [{ width: 1280, height: 720 }, { fps: 30 as const }, { captions: false }, { crf: 24 }])
      for (const key of await keys(made.document, options)) expect(before.has(key)).toBe(false);
  });

  it('keeps every part after a change that no frame shows', async () => {
    const before = await keys(made.document);
    expect(await keys(edited(renameProduction('Another title')))).toEqual(before);
    expect(await keys(edited(renameScene(made.scene, 'Another scene')))).toEqual(before);
  });

  it('makes anew only the part where a gesture was hung', async () => {
    const before = await keys(made.document);
    const scene = made.document.scenes[made.scene] as Document['scenes'][string];
    const line = inOrder(scene.lines)[9]?.[1] as Document['scenes'][string]['lines'][string];
    const layer = inOrder(scene.layers)[0]?.[0] as string;
    const after = await keys(edited(hangCue(made.scene, 'cu_000000000001', gestureOn(layer, inOrder(line.words)[2]?.[0] as string))));
    const fresh = after.filter((key) => !before.includes(key));
    expect(after.length).toBe(before.length);
    expect(fresh.length).toBeGreaterThanOrEqual(1);
    expect(fresh.length).toBeLessThanOrEqual(2);
  });

  it('keeps the parts before a moved line', async () => {
    const before = await keys(made.document);
    const line = inOrder((made.document.scenes[made.scene] as Document['scenes'][string]).lines)[10]?.[0] as string;
    const after = await keys(edited(setGap(made.scene, line, toTicks(2))));
    expect(after[0]).toBe(before[0]);
    expect(after[1]).toBe(before[1]);
    expect(after).not.toEqual(before);
  });

  it('without captions in the scene is the same with and without them in the export', async () => {
    const quiet = edited(setCaptions(made.scene, false));
    const [on, off] = [await planFilm(base.db, quiet, OPTIONS), await planFilm(base.db, quiet, { ...OPTIONS, captions: false })];
    expect(on.film.scenes[0]?.captions).toEqual([]);
    expect(off.segments.length).toBe(on.segments.length);
  });
});

describe('what a film is exported as', () => {
  it('has even sides in every frame and size that is offered', () => {
    for (const frame of ['16:9', '9:16', '1:1', '4:5'] as const)
      for (const side of SIDES) {
        const size = sizeFor(frame, side);
        expect(Math.min(size.width, size.height)).toBe(side);
        expect(v.safeParse(FilmOptionsSchema, { ...OPTIONS, ...size }).success).toBe(true);
      }
  });
  it.each([
    ['an odd width', { width: 641 }, /even number/],
    ['a size of nothing', { height: 0 }, /smaller than 64/],
    ['a size beyond all screens', { width: 20_000 }, /larger than 4096/],
    ['a speed that is not offered', { fps: 23 }, /./],
    ['half a tick', { from: 0.5 }, /./],
  ])('refuses %s', (_, values, sentence) => {
    const result = v.safeParse(FilmOptionsSchema, { ...OPTIONS, ...values });
    expect(result.success).toBe(false);
    expect(result.issues?.[0].message).toMatch(sentence);
  });
});

describe('what the list of productions tells of one', () => {
  const summary = documentSummary(made.document);
  it('is its cast with colours, its length and the talk in miniature', () => {
    expect(summary.cast.map(({ name }) => name)).toEqual(['Marit', 'Tully']);
    expect(summary.lines).toBe(16);
    expect(summary.drafts).toBe(16);
    expect(summary.ribbon).toHaveLength(16);
    summary.ribbon.forEach((piece, n) => {
      expect(piece.end).toBeLessThanOrEqual(summary.length);
      if (n) expect(piece.start).toBeGreaterThanOrEqual(summary.ribbon[n - 1]?.end as number);
      expect(piece.colour).toBe(summary.cast[n % 2]?.colour);
    });
  });
});

it('of a very long film the list tells the talk coarsely, from its first line to its last', () => {
  const lines = Array.from({ length: 1200 }, (_, n) => [n * 96_000, n * 96_000 + 72_000, Object.keys(made.document.production.roles)[n % 2] as string, n % 3 === 0] as const);
  const summary = summaryOf(made.document.production, { 'scenes/x': { order: 'a0', length: 1200 * 96_000, lines } });
  expect(summary.lines).toBe(1200);
  expect(summary.drafts).toBe(400);
  expect(summary.ribbon.length).toBeLessThanOrEqual(400);
  expect(summary.ribbon.length).toBeGreaterThan(350);
  expect(summary.ribbon[0]?.start).toBe(0);
  expect(summary.ribbon.at(-1)?.start).toBeGreaterThan(1190 * 96_000);
});
