import { failure } from '../../document/failure.ts';
import type { Character, OwnPicture, PictureActor, PictureFigure } from '../../document/schema.ts';
import { designed } from '../../figure/cast.ts';
import { orderAtEnd } from '../../time/order.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { freeName } from './cast.ts';

type Draft = Parameters<Recipe>[0];

function pictureOf(draft: Draft, id: string): OwnPicture {
  const picture = draft.production.pictures?.[id];
  if (!picture) throw failure('no-picture', 'That picture is gone. Choose another one.');
  return picture as OwnPicture;
}
function actorOf(draft: Draft, picture: string, id: string): PictureActor {
  const actor = pictureOf(draft, picture).actors[id];
  if (!actor) throw failure('no-actor', 'That part of the picture is gone. Choose another one.');
  return actor;
}

/** Puts a picture on the shelf, at its end. */
export const addPicture =
  (id: string, picture: Omit<OwnPicture, 'order' | 'actors'>): Recipe =>
  (draft) => {
    draft.production.pictures ??= {};
    draft.production.pictures[id] = { ...picture, order: orderAtEnd(draft.production.pictures), actors: {} };
  };

/** Name, and where it is from. */
export const setPicture =
  (id: string, values: Partial<Pick<OwnPicture, 'name' | 'source' | 'author' | 'licence'>>): Recipe =>
  (draft) => {
    const picture = pictureOf(draft, id) as Record<string, unknown>;
    for (const [key, value] of Object.entries(values)) {
      if (value === '') delete picture[key];
      else picture[key] = value;
    }
  };

/** Takes a picture off the shelf; who was made from it stays in the cast. */
export const removePicture =
  (id: string): Recipe =>
  (draft) => {
    pictureOf(draft, id);
    delete draft.production.pictures?.[id];
  };

/**
 * Another picture in its place: backdrops and layers that show it follow, as wide as they were; strokes and marks stay where they
 * are, as shares of it. Says what may not fit any more.
 */
export const replacePicture =
  (
    id: string,
    { media, width, height, clip, layered }: Pick<OwnPicture, 'media' | 'width' | 'height'> & { readonly clip?: OwnPicture['clip']; readonly layered?: OwnPicture['layered'] },
  ): Recipe =>
  (draft) => {
    const picture = pictureOf(draft, id);
    const old = { media: picture.media, clip: picture.clip, shape: picture.width / picture.height };
    const shape = width / height;
    Object.assign(picture, { media, width, height });
    if (clip) picture.clip = clip;
    else delete picture.clip;
    if (layered) picture.layered = layered;
    else delete picture.layered;
    let stood = 0;
    for (const scene of Object.values(draft.scenes)) {
      if (scene.backdrop.kind === 'picture' && scene.backdrop.media === old.media) Object.assign(scene.backdrop, { media, width, height });
      for (const layer of Object.values(scene.layers)) {
        const high = (): number => Math.max(1, Math.round(((layer as { width: number }).width / shape) * 100) / 100);
        if (layer.kind === 'picture' && layer.media === old.media) Object.assign(layer, { media, height: high() });
        else if (layer.kind === 'clip' && old.clip && layer.media === old.clip.media) {
          if (!clip) stood++;
          else {
            Object.assign(layer, { media: clip.media, frames: clip.frames, rate: clip.rate, height: high() });
            if (layer.until !== undefined && layer.until > (clip.frames / clip.rate) * TICKS_PER_SECOND) delete layer.until;
          }
        }
      }
    }
    const said = [
      ...(Math.abs(shape / old.shape - 1) > 0.02 && Object.keys(picture.actors).length
        ? ['The new picture has another shape: look whether its marks still lie where they should.']
        : []),
      ...(stood ? [`${stood} clip${stood === 1 ? '' : 's'} on the stage still show${stood === 1 ? 's' : ''} the old one: the new file does not move.`] : []),
    ];
    return said.length ? said.join(' ') : undefined;
  };

export const addActor =
  (picture: string, id: string, actor: Omit<PictureActor, 'order'>): Recipe =>
  (draft) => {
    const { actors } = pictureOf(draft, picture);
    actors[id] = { ...actor, order: orderAtEnd(actors) };
  };

/** Changes how somebody of a picture is lifted, mended, marked or drawn; undefined takes a value out. */
export const setActor =
  (picture: string, id: string, values: { readonly [K in keyof Omit<PictureActor, 'order'>]?: PictureActor[K] | undefined }): Recipe =>
  (draft) => {
    const actor = actorOf(draft, picture, id) as Record<string, unknown>;
    for (const [key, value] of Object.entries(values)) {
      if (value === undefined) delete actor[key];
      else actor[key] = value;
    }
  };

export const removeActor =
  (picture: string, id: string): Recipe =>
  (draft) => {
    actorOf(draft, picture, id);
    delete pictureOf(draft, picture).actors[id];
  };

/** Somebody who is a picture: what the house asks of any character, and the picture. */
export const picturedCharacter = (id: string, order: string, name: string, picture: PictureFigure): Character => {
  const { outfits: _, ...base } = designed('tully', id, order);
  return { ...base, kind: 'picture', name, parts: {}, colours: {}, picture };
};

/** Puts somebody of a picture into the cast, or, where it is there already, changes it. */
export const castActor =
  (picture: string, id: string, character: string, figure: PictureFigure): Recipe =>
  (draft) => {
    const actor = actorOf(draft, picture, id);
    const known = actor.character ? draft.characters[actor.character] : undefined;
    if (known) {
      known.picture = figure;
      return;
    }
    draft.characters[character] = picturedCharacter(character, orderAtEnd(draft.characters), freeName(draft, actor.name), figure);
    actor.character = character;
  };
