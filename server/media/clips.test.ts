import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Failure } from '#core/document/failure';
import { dice } from '#core/draw/hash';
import { edit } from '#core/edit/change';
import { addLayer } from '#core/edit/commands/layers';
import { paintFully } from '#core/paint/incremental';
import type { PlanarImage } from '#core/paint/paint';
import { schedule } from '#core/schedule/schedule';
import { segmentsOf } from '#core/schedule/segments';
import { evaluate } from '#core/stage/evaluate';
import { sampleDocument } from '#core/testing/samples';
import { encodePictures, segmentPictures } from '../film/renderSegment.ts';
import { nodePainter } from '../paint/host.ts';
import { makeId } from '../productions.ts';
import { loadResources } from '../resources.ts';
import { freshDatabase } from '../testing/database.ts';
import { ClipFrames } from './clipFrames.ts';
import { importClip } from './importClip.ts';
import { getMedia } from './store.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
let folder: string;
const made = (name: string, ...args: string[]): Buffer => {
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args, join(folder, name)]);
  return readFileSync(join(folder, name));
};
/** Frames whose grey tells their number: 16 + 8n. */
const counting = (count: number, size = '64x36', rate = 25): string => `color=c=black:s=${size}:r=${rate}:d=${count / rate},geq=lum='16+8*N':cb=128:cr=128`;

beforeAll(async () => {
  base = await freshDatabase();
  folder = mkdtempSync(join(tmpdir(), 'kipzo-clips-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await base.end();
});

const lumaOf = (image: PlanarImage | undefined): number =>
  Math.round(((image as PlanarImage).planes[Math.floor(((image as PlanarImage).width * ((image as PlanarImage).height + 1)) / 2)] as number) - 16) / 8;
const leftovers = (): string[] =>
  readdirSync(tmpdir())
    .filter((name) => /^kipzo-\d+$/.test(name))
    .flatMap((name) => readdirSync(join(tmpdir(), name)).filter((file) => file.startsWith('clip-')));

describe('a clip that comes in', () => {
  it('is decoded once: every frame is found again at its number, in order, back and far ahead', async () => {
    const row = await importClip(base.db, made('count.mp4', '-f', 'lavfi', '-i', counting(28), '-pix_fmt', 'yuv420p', '-crf', '4'), 'count.mp4');
    expect(row.kind).toBe('picture');
    expect(row.facts).toMatchObject({ width: 64, height: 36, rate: 25, frames: 28, alpha: false });
    const clip = row.facts.clip as string;
    const frames = new ClipFrames(base.db);
    for (const frame of [0, 1, 2, 9, 27, 3, 14, 15, 13]) {
      await frames.bring([{ media: clip, frame }]);
      expect(lumaOf(frames.find(clip, frame)), `frame ${frame}`).toBeCloseTo(frame, 0);
    }
    // Two layers that show the same clip at other times do not wait for each other.
    await frames.bring([
      { media: clip, frame: 5 },
      { media: clip, frame: 25 },
    ]);
    expect(lumaOf(frames.find(clip, 5))).toBeCloseTo(5, 0);
    expect(lumaOf(frames.find(clip, 25))).toBeCloseTo(25, 0);
    expect(frames.bring([{ media: clip, frame: 25 }])).toBeUndefined();
    frames.end();
  });

  it('keeps its sound as a sound of its own; one without has none', async () => {
    const tone = made('tone.mp4', '-f', 'lavfi', '-i', counting(25), '-f', 'lavfi', '-i', 'sine=d=1', '-pix_fmt', 'yuv420p');
    const row = await importClip(base.db, tone, 'tone.mp4');
    const sound = await getMedia(base.db, row.facts.sound as string);
    expect(sound?.kind).toBe('sound');
    expect(sound?.facts.seconds).toBeCloseTo(1, 1);
    expect((await importClip(base.db, made('mute.webm', '-f', 'lavfi', '-i', counting(5), '-pix_fmt', 'yuv420p'), 'mute.webm')).facts.sound).toBeUndefined();
  });

  it('of a moving drawing keeps what is clear, and its colours whole', async () => {
    const drawing = made('dot.apng', '-f', 'lavfi', '-i', "color=c=red:s=40x40:r=10:d=0.5,format=rgba,geq=r=255:g=0:b=0:a='if(lt(X,20),255,0)'", '-f', 'apng');
    const row = await importClip(base.db, drawing, 'dot.png');
    expect(row.facts).toMatchObject({ alpha: true, frames: 5, rate: 10 });
    const frames = new ClipFrames(base.db);
    const clip = row.facts.clip as string;
    await frames.bring([{ media: clip, frame: 3 }]);
    const surface = paintFully(
      nodePainter((media, frame) => frames.find(media, frame as number)),
      {
        width: 40,
        height: 40,
        planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0], nodes: [{ id: 'dot', matrix: [1, 0, 0, 1, 0, 0], image: { media: clip, frame: 3, x: 0, y: 0, width: 40, height: 40 } }] }],
      },
      40,
      40,
    );
    const at = (x: number, y: number): number[] => [...surface.pixels().slice((y * 40 + x) * 4, (y * 40 + x) * 4 + 4)];
    frames.end();
    const [red, green, blue, opacity] = at(10, 20) as [number, number, number, number];
    expect(red).toBeGreaterThan(245);
    expect(Math.max(green, blue)).toBeLessThan(10);
    expect(opacity).toBe(255);
    expect((at(30, 20) as [number, number, number, number])[3]).toBeLessThan(6);
  });

  it('is turned as it says, and never larger than the largest frame', async () => {
    const wide = made('wide.mp4', '-f', 'lavfi', '-i', 'testsrc2=s=2560x720:r=5:d=0.6', '-pix_fmt', 'yuv420p', '-preset', 'ultrafast');
    expect((await importClip(base.db, wide, 'wide.mp4')).facts).toMatchObject({ width: 1920, height: 540 });
    made('up.mp4', '-f', 'lavfi', '-i', counting(4, '64x32'), '-pix_fmt', 'yuv420p');
    const turned = made('turned.mp4', '-i', join(folder, 'up.mp4'), '-c', 'copy', '-metadata:s:v', 'rotate=90');
    expect((await importClip(base.db, turned, 'turned.mp4')).facts).toMatchObject({ width: 32, height: 64 });
  });

  it('that cannot be one is refused with a sentence, and nothing is left over', async () => {
    const before = leftovers();
    const refused = async (bytes: Buffer, name: string): Promise<string> => {
      const thrown = await importClip(base.db, bytes, name).catch((error: unknown) => error);
      expect(thrown).toBeInstanceOf(Failure);
      return (thrown as Failure).message;
    };
    expect(await refused(Buffer.alloc(0), 'none.mp4')).toBe('“none.mp4” is empty (0 bytes). Export it again and bring in the new file.');
    expect(await refused(Buffer.from('Not a film, only words.'), 'words.mp4')).toMatch(/^“words.mp4” is not a clip that can be read/);
    expect(await refused(made('sound.mp4', '-f', 'lavfi', '-i', 'sine=d=0.3'), 'sound.mp4')).toMatch(/is not a clip/);
    expect(leftovers()).toEqual(before);
  });

  it('damaged, is read as far as it is whole or refused with a sentence: 60 of three kinds', async () => {
    const files = [
      made('d.mp4', '-f', 'lavfi', '-i', counting(20), '-pix_fmt', 'yuv420p'),
      made('d.webm', '-f', 'lavfi', '-i', counting(20), '-pix_fmt', 'yuv420p', '-deadline', 'realtime'),
      made('d.gif', '-f', 'lavfi', '-i', counting(10)),
    ];
    const before = leftovers();
    let refused = 0;
    const one = async (n: number): Promise<void> => {
      const chance = dice(n);
      let out = Buffer.from(files[n % 3] as Buffer);
      const at = (): number => Math.floor(chance.next() * out.length);
      if (n % 2) out = out.subarray(0, at());
      else for (let k = 0; k < 60; k++) out[at()] = Math.floor(chance.next() * 256);
      try {
        expect((await importClip(base.db, out, `clip ${n}`)).facts.frames).toBeGreaterThan(0);
      } catch (thrown) {
        refused++;
        expect(thrown, String(n)).toBeInstanceOf(Failure);
        expect((thrown as Failure).message).toMatch(/^“clip \d+” .+[.]$/s);
      }
    };
    for (let n = 0; n < 60; n += 3) await Promise.all([n, n + 1, n + 2].map(one));
    expect(refused).toBeGreaterThan(5);
    expect(leftovers()).toEqual(before);
  }, 180_000);
});

it('a film shows each frame of a clip when it is due, the same painted whole or in parts', async () => {
  const row = await importClip(base.db, made('film.mp4', '-f', 'lavfi', '-i', counting(24, '64x36', 24), '-pix_fmt', 'yuv420p', '-crf', '4'), 'film.mp4');
  const { document: bare, scene } = sampleDocument();
  const layer = makeId('layer');
  const clip = { kind: 'clip', media: row.facts.clip as string, width: 1920, height: 1080, frames: 24, rate: 24, after: 'again', locked: false, hidden: false } as const;
  const { document } = edit(bare, 'Bring on', makeId('change'), addLayer(scene, layer, clip));
  const resources = await loadResources(base.db, document);
  const film = schedule(document, resources.analysis, 24);
  const segment = { ...(segmentsOf(film)[0] as ReturnType<typeof segmentsOf>[number]), fromFrame: 0, toFrame: 30 };
  const frames = async (whole: boolean): Promise<Buffer[]> => {
    const out: Buffer[] = [];
    const size = { width: 160, height: 90, whole, bring: resources.bring, collect: (frame: Uint8Array) => void out.push(Buffer.from(frame)) };
    await encodePictures(segmentPictures(film, segment, resources.fonts, false), resources.picture, [], size);
    return out;
  };
  const whole = await frames(true);
  expect(whole.length).toBe(30);
  whole.forEach((frame, n) => expect(((frame[160 * 45 + 80] as number) - 16) / 8, `frame ${n}`).toBeCloseTo(n % 24, 0));
  const parts = await frames(false);
  expect(parts.every((frame, n) => frame.equals(whole[n] as Buffer))).toBe(true);
  // A poster has it, too.
  const picture = evaluate(document, film.scenes[0] as (typeof film.scenes)[number], 0, resources.fonts, { captions: false });
  await resources.bring(picture);
  expect(paintFully(nodePainter(resources.picture), picture, 160, 90).pixels()[3]).toBe(255);
  resources.end();
});
