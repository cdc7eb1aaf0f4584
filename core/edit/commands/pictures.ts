import { failure } from '../../document/failure.ts';
import type { MakeId } from '../../document/ids.ts';
import type { Character, OwnPicture, PictureActor, PictureFace, PictureFigure } from '../../document/schema.ts';
import { designed } from '../../figure/cast.ts';
import { frameSize } from '../../stage/frame.ts';
import { inOrder, orderAtEnd } from '../../time/order.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { voiceFor } from '../create.ts';
import { freeRoleName } from './bring.ts';
import { freeName } from './cast.ts';
import { addLayer, removeLayers } from './layers.ts';
import { sceneOf } from './lines.ts';
import { addRole, setBackdrop } from './stage.ts';

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
      if (scene.backdrop.kind === 'set') for (const { what } of scene.backdrop.pieces ?? []) if (what.kind === 'picture' && what.media === old.media) what.media = media;
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

/** Puts somebody of a picture into the cast, with a voice that nobody has yet if `role` names one, or, where it is there already, changes it. */
export const castActor =
  (picture: string, id: string, character: string, figure: PictureFigure, role?: string): Recipe =>
  (draft) => {
    const actor = actorOf(draft, picture, id);
    const known = actor.character ? draft.characters[actor.character] : undefined;
    if (known) {
      known.picture = figure;
      return;
    }
    const name = freeName(draft, actor.name);
    draft.characters[character] = picturedCharacter(character, orderAtEnd(draft.characters), name, figure);
    actor.character = character;
    if (role === undefined) return;
    const { roles } = draft.production;
    const all = Object.values(roles);
    const colour = (all.length % COLOURS) + 1;
    const voice = voiceFor(
      undefined,
      all.length,
      all.map((one) => one.voice),
    );
    addRole(role, { order: orderAtEnd(roles), name: freeRoleName(name, roles), character, colour, voice })(draft);
  };

/** Speakers have so many colours of their own before they come again. */
const COLOURS = 8;

/** About a face, in ways between its eyes and from them to its chin: so much of a photo is the one who talks. */
const FACE_WIDE = 1.25;
const FACE_TALL = 0.95;
/** Softness of its edge, stage units. */
const FACE_EDGE = 8;

/** Where a face lies on a picture: an ellipse round eyes, mouth and chin, in shares of it. */
export function faceRegion({ left, right, chin }: PictureFace): { readonly x: number; readonly y: number; readonly width: number; readonly height: number } {
  const [ex, ey] = [(left.x + right.x) / 2, (left.y + right.y) / 2];
  const [apart, long] = [Math.abs(right.x - left.x), Math.abs(chin[1] - ey)];
  return { x: (ex + chin[0]) / 2, y: ey + (chin[1] - ey) * 0.5, width: 2 * FACE_WIDE * apart, height: 2 * FACE_TALL * long };
}

/**
 * A photo as the backdrop, in which everybody who was left whole talks: each stands exactly over itself, seen only about its face, so that two
 * faces of one photo talk to each other.
 * @throws Failure `nobody-whole` where nobody of it is in the cast and left whole.
 */
export const talkAsBackdrop =
  (picture: string, sceneId: string, makeId: MakeId): Recipe =>
  (draft) => {
    const { media, width, height, name, actors } = pictureOf(draft, picture);
    const who = inOrder(actors).flatMap(([, { character }]) => {
      const one = character ? draft.characters[character] : undefined;
      return one?.picture?.still ? [{ id: one.id, name: one.name, figure: one.picture as PictureFigure }] : [];
    });
    if (!who.length) throw failure('nobody-whole', 'Nobody of this picture is left whole and in the cast. Choose “Leave it whole”, then put it in the cast.');
    setBackdrop(sceneId, { kind: 'picture', media, width, height, fit: 'fill', name })(draft);
    const scene = sceneOf(draft, sceneId);
    const frame = frameSize(draft.production.frame);
    const k = Math.max(frame.width / width, frame.height / height);
    // Whoever stands there already would be there twice.
    const standing = Object.entries(scene.layers).flatMap(([id, layer]) => (layer.kind === 'character' && who.some((one) => one.id === layer.character) ? [id] : []));
    if (standing.length) removeLayers(sceneId, standing)(draft);
    for (const { id, name: called, figure } of who) {
      const scale = (height * k) / figure.tall;
      addLayer(sceneId, makeId('layer'), {
        kind: 'character',
        name: called,
        character: id,
        x: 0,
        y: (height * k) / 2,
        scaleX: scale,
        scaleY: scale,
        mask: { shape: 'ellipse', ...faceRegion(figure.face), invert: false, feather: FACE_EDGE },
        locked: true,
        hidden: false,
      })(draft);
    }
  };
