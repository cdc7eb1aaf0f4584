import { addActor, addPicture, castActor } from '#core/edit/commands/pictures';
import { actingPicture } from '#core/picture/actor';
import { pictureFigure } from '#core/picture/figure';
import { newActor } from '#core/picture/newActor';
import type { Raster } from '#core/picture/raster';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import { suggestedFaces } from '#core/picture/suggest';
import { samplePng } from '#server/api/samples';
import { decodePicture, pngOf } from '#server/paint/host';
import type { Making, Tools } from './film.ts';

/** Puts one of our sample pictures on the shelf and into the cast, as the workshop does. Gives the character's id. */
export async function pictured(making: Making, tools: Tools, sample: string, name: string): Promise<string> {
  const one = PICTURE_SAMPLES.find(({ id }) => id === sample);
  if (!one) throw new Error(`There is no sample picture called ${sample}.`);
  const png = samplePng(one);
  const source = await tools.picture(png, `${one.name}.png`);
  const image = (await decodePicture(png)) as Raster;
  const [face] = suggestedFaces(image);
  if (!face) throw new Error(`No face was found in ${sample}.`);
  const [picture, actor, character] = [tools.makeId('picture'), tools.makeId('actor'), tools.makeId('character')];
  const made = { ...newActor(name, face, [], image.width / image.height), floats: true as const };
  making.run('Bring in a picture', addPicture(picture, { name: one.name, ...source, licence: 'Drawn by Kipzo' }));
  making.run('Find who is in it', addActor(picture, actor, made));
  const acting = actingPicture(image, { ...made, face });
  const kept = async (raster: Raster | undefined, what: string): Promise<string | undefined> => raster && (await tools.picture(pngOf(raster), `${name}, ${what}.png`)).media;
  const media = (await kept(acting.image, 'acting')) as string;
  const [left, right] = [await kept(acting.pupils.left?.image, 'left pupil'), await kept(acting.pupils.right?.image, 'right pupil')];
  const figure = pictureFigure(acting, made, { media, source: source.media, ...(left ? { left } : {}), ...(right ? { right } : {}) });
  making.run(`Put ${name} in the cast`, castActor(picture, actor, character, figure));
  return character;
}
