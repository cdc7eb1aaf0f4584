import type { MouthShape } from '#core/document/schema';
import { polygon } from '#core/draw/path';
import { moved, type Node } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { picturedCharacter } from '#core/edit/commands/pictures';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { type PartialPose, posed } from '#core/figure/pose';
import { paintFully } from '#core/paint/incremental';
import { actingPicture } from '#core/picture/actor';
import { pictureFigure } from '#core/picture/figure';
import { newActor } from '#core/picture/newActor';
import type { Raster } from '#core/picture/raster';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import { suggestedFaces } from '#core/picture/suggest';
import { samplePng } from '../api/samples.ts';
import { decodePicture, nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';

const STANCES: readonly (readonly [string, PartialPose, MouthShape])[] = [
  ['rest', {}, 'rest'],
  ['speaks', { smile: 0.3 }, 'wide'],
  ['oh', {}, 'round'],
  ['blinks', { blink: 1 }, 'rest'],
  ['looks', { gazeX: 1, headTurn: 0.25 }, 'mid'],
  ['nods', { headPitch: 0.5 }, 'teeth'],
  ['tilts', { headTilt: 0.5, smile: 0.8 }, 'spread'],
];
const CELL = { width: 200, height: 230 } as const;

/** Every sample as the workshop proposes it without a hand laid on, speaking, blinking, looking, nodding. */
export async function pictureSheet(): Promise<Buffer> {
  const nodes: Node[] = [];
  const images = new Map<string, Raster>();
  let row = 0;
  for (const sample of PICTURE_SAMPLES) {
    const image = (await decodePicture(samplePng(sample))) as Raster;
    const faces = suggestedFaces(image);
    faces.forEach((face, n) => {
      const actor = newActor(
        sample.name,
        face,
        faces.filter((other) => other !== face),
        image.width / image.height,
        { strokes: sample.faces[n]?.strokes ?? [] },
      );
      const acting = actingPicture(image, { ...actor, face });
      const name = `${sample.id} ${n}`;
      images.set(name, acting.image);
      for (const side of ['left', 'right'] as const) if (acting.pupils[side]) images.set(`${name} ${side}`, acting.pupils[side].image);
      const style = sample.id === 'portrait' || sample.id === 'mug' ? 'soft' : sample.id === 'puppet' ? 'paper' : sample.id === 'chalk' ? 'brush' : 'ink';
      const figure = pictureFigure(acting, { ...actor, mouth: { style } }, { media: name, source: '', left: `${name} left`, right: `${name} right` });
      const character = picturedCharacter('ch_000000000000', 'a0', sample.name, figure);
      const wide = (figure.tall * figure.width) / figure.height;
      const scale = Math.min((CELL.height - 34) / figure.tall, (CELL.width - 16) / wide);
      STANCES.forEach(([stance, pose, mouth], column) => {
        const [x, y] = [column * CELL.width, row * CELL.height];
        const drawn = drawFigure(character, posed(pose), MOUTH_CHART[mouth]).nodes;
        const label = layoutLine(`${sample.id}, ${stance}`, filmFonts().label, 12);
        nodes.push(
          {
            id: `cell${row} ${column}`,
            mask: {
              id: 'mask',
              path: polygon([x, y, x + CELL.width, y, x + CELL.width, y + CELL.height - 20, x, y + CELL.height - 20]),
              fill: '#000000',
              matrix: [1, 0, 0, 1, 0, 0],
            },
            items: drawn.map((node) => moved(node, [scale, 0, 0, scale, x + CELL.width / 2, y + CELL.height - 26], `${row} ${column} `)),
          },
          { id: `label${row} ${column}`, path: label.path, matrix: [1, 0, 0, 1, x + (CELL.width - label.width) / 2, y + CELL.height - 7], fill: '#3d5559' },
        );
      });
      row++;
    });
  }
  const picture = { width: STANCES.length * CELL.width, height: row * CELL.height, background: '#dfe9e7', planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0] as const, nodes }] };
  return toPng(paintFully(nodePainter(images), picture, picture.width, picture.height));
}
