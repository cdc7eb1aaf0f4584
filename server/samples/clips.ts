import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { idMaker } from '#core/document/ids';
import type { Document, MouthShape } from '#core/document/schema';
import { avalanche } from '#core/draw/hash';
import { multiply, scaling, translation } from '#core/draw/matrix';
import { isGroup, type Node, type Picture } from '#core/draw/picture';
import { edit } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { addLayer, type NewLayer } from '#core/edit/commands/layers';
import { addCharacter } from '#core/edit/commands/stage';
import { newDocument, standingLayer } from '#core/edit/create';
import { designed } from '#core/figure/cast';
import { blendMouth, drawMouth, MOUTH_CHART } from '#core/figure/mouth';
import { CLIP_SAMPLE_RATE, type ClipSample } from '#core/picture/samples/clips';
import { sceneSchedule } from '#core/schedule/schedule';
import { evaluate } from '#core/stage/evaluate';
import { mp4 } from '../film/formats/mp4.ts';
import { encodePictures } from '../film/renderSegment.ts';
import { filmFonts } from '../resources.ts';
import { scratchFolder } from '../scratch.ts';

const SECOND = 48_000;

/** Ids in a row: the same clip each time. */
const rowOfIds = () => {
  let count = 0;
  return idMaker((length) => Uint8Array.from({ length }, (_, n) => avalanche(++count * 31 + n) & 255));
};

/** Somebody who waves, explains and waits before a painted wall. */
function* greenPictures({ seconds }: ClipSample): Generator<Picture> {
  const makeId = rowOfIds();
  let document: Document = newDocument({ title: 'Green', slug: 'green', frame: '16:9', fps: 25 }, makeId, { kind: 'colour', colour: '#22b04a' });
  const scene = Object.keys(document.scenes)[0] as string;
  const [who, layer] = [makeId('character'), makeId('layer')];
  const change = (recipe: Parameters<typeof edit>[3]): void => {
    document = edit(document, 'Draw a sample', makeId('change'), recipe).document;
  };
  change(addCharacter(designed('theo', who, 'a0')));
  change(addLayer(scene, layer, standingLayer(who, { x: 0, y: 640, turn: 0 }, 1.9) as NewLayer));
  const at = (tick: number) => ({ to: 'scene', edge: 'start', offset: Math.round(tick * SECOND) }) as const;
  const base = { layer, hand: 'right', strength: 1, kind: 'gesture' } as const;
  change(hangCue(scene, makeId('cue'), { ...base, action: 'wave', order: 'a0', start: at(0.9), end: { ticks: SECOND } }));
  change(hangCue(scene, makeId('cue'), { ...base, action: 'explain', order: 'a1', start: at(2.6), end: { ticks: SECOND } }));
  change(hangCue(scene, makeId('cue'), { kind: 'face', layer, expression: 'joyful', strength: 0.8, order: 'a2', start: at(0.4), end: { ticks: 1.6 * SECOND } }));
  change((draft) => {
    const target = draft.scenes[scene];
    if (target) target.length = seconds * SECOND;
  });
  const planned = sceneSchedule(document, document.scenes[scene] as Document['scenes'][string], () => undefined, 25);
  for (let n = 0; n < seconds * CLIP_SAMPLE_RATE; n++) yield evaluate(document, planned, Math.round((n * SECOND) / CLIP_SAMPLE_RATE), filmFonts(), { captions: false });
}

const SPOKEN: readonly MouthShape[] = ['rest', 'mid', 'wide', 'teeth', 'round', 'closed', 'spread', 'bite', 'pucker', 'tongue', 'wide', 'rest'];

const placed = (node: Node, by: readonly [number, number, number, number, number, number]): Node =>
  isGroup(node)
    ? {
        ...node,
        ...(node.base ? { base: placed(node.base, by) as NonNullable<typeof node.base> } : {}),
        ...(node.mask ? { mask: placed(node.mask, by) as NonNullable<typeof node.mask> } : {}),
        items: node.items.map((item) => placed(item, by)),
      }
    : { ...node, matrix: multiply(by, node.matrix) };

/** A large mouth on plain skin that goes through its shapes, at no voice's pace. */
function* mouthPictures({ width, height, seconds }: ClipSample): Generator<Picture> {
  const count = seconds * CLIP_SAMPLE_RATE;
  const by = multiply(translation(width / 2, height * 0.42), scaling(9.5));
  for (let n = 0; n < count; n++) {
    const along = (n / count) * (SPOKEN.length - 1);
    const [a, b] = [SPOKEN[Math.floor(along)] as MouthShape, SPOKEN[Math.floor(along) + 1] as MouthShape];
    const share = Math.min(1, Math.max(0, ((along % 1) - 0.25) / 0.5));
    const nodes = drawMouth(blendMouth(MOUTH_CHART[a], MOUTH_CHART[b], share * share * (3 - 2 * share)), 0.2, 0, {
      lip: '#b8434a',
      line: '#8d2f38',
      dark: '#3c1418',
      plain: false,
    });
    yield { width, height, background: '#e7b48d', planes: [{ id: 'mouth', view: [1, 0, 0, 1, 0, 0], nodes: nodes.map((node) => placed(node, by)) }] };
  }
}

const PICTURES: Readonly<Record<string, (sample: ClipSample) => Generator<Picture>>> = { green: greenPictures, mouth: mouthPictures };

/** A clip sample as an MP4, drawn by our painter, as a camera's encoder leaves it. */
export async function sampleMp4(sample: ClipSample): Promise<Buffer> {
  const pictures = PICTURES[sample.id];
  if (!pictures) throw new Error(`Nobody draws the clip ${sample.id}.`);
  const folder = await scratchFolder('sample');
  const file = join(folder, 'sample.mp4');
  const size = { width: sample.width, height: sample.height };
  try {
    await encodePictures(pictures(sample), () => undefined, [...mp4.encode({ ...size, fps: CLIP_SAMPLE_RATE, preset: 'veryfast', crf: 23 }), file], size);
    return await readFile(file);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
