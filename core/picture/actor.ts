import type { PictureActor, PictureFace } from '../document/schema.ts';
import { type PreparedFace, preparedFace } from './face.ts';
import { brushed, mended } from './inpaint.ts';
import { enlarged, FINE, liftMask, type Mask, refined, strayOf } from './lift.ts';
import { type CutLimb, cutLimbs } from './limbs.ts';
import { matteOf } from './matte.ts';
import { type Bounds, blank, boundsOf, boundsOfMask, cropped, type Raster, scaleTo, shrunk } from './raster.ts';

/** The longer side, in pixels, at which a picture is worked on: more is never seen of somebody on the stage. */
export const WORKING = 1600;

export const working = (image: Raster): Raster => {
  const scale = scaleTo(image, WORKING);
  return shrunk(image, Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale)));
};

type Lifting = Pick<PictureActor, 'lifted' | 'strokes' | 'lasso' | 'edge' | 'mends'>;

/** The mask of somebody, at a working size. */
export const maskOf = (image: Raster, { strokes, lasso }: Pick<Lifting, 'strokes' | 'lasso'>, side = FINE): Mask => liftMask(image, { strokes, ...(lasso ? { lasso } : {}) }, side);

/** Whether a picture is clear round its subject already: then its own opacity is its edge. */
export function isCutOut({ width, height, data }: Raster): boolean {
  let clear = 0;
  for (let at = 3; at < data.length; at += 4) if ((data[at] as number) < 8) clear++;
  return clear > width * height * 0.02;
}

/** Somebody lifted off a picture, what is painted away gone; the picture itself is never changed. */
export function liftedOff(image: Raster, actor: Lifting): Raster {
  let out = image;
  if (actor.lifted && !(isCutOut(image) && actor.strokes.every(({ keep }) => keep) && !actor.lasso)) out = softEdged(image, actor);
  if (!actor.mends.length) return out;
  const long = Math.max(image.width, image.height);
  const lines = actor.mends.map(({ points, thick }) => ({ thick: thick * long, points: points.map(([x, y]) => [x * image.width, y * image.height] as const) }));
  return mended(out, brushed(image.width, image.height, lines));
}

/** So much beyond a mask its edge is worked on, in pixels. */
const MARGIN = 40;

/** Somebody with a soft edge, the rest clear: worked out where the mask lies and near it. */
function softEdged(image: Raster, actor: Lifting): Raster {
  const small = maskOf(image, actor);
  const reach = strayOf(small, image.width);
  const whole = enlarged(small, image.width, image.height);
  const box = boundsOfMask(whole);
  const out = blank(image.width, image.height);
  if (!box) return out;
  const room = MARGIN + reach * 5;
  const [left, top] = [Math.max(0, box.left - room), Math.max(0, box.top - room)];
  const [width, height] = [Math.min(image.width, box.left + box.width + room) - left, Math.min(image.height, box.top + box.height + room) - top];
  const part = cropped(image, left, top, width, height);
  const mask: Mask = { width, height, data: new Uint8Array(width * height) };
  for (let y = 0; y < height; y++) mask.data.set(whole.data.subarray((y + top) * image.width + left, (y + top) * image.width + left + width), y * width);
  const { image: lifted } = matteOf(part, refined(part, mask, reach), { ...actor.edge, side: Math.max(image.width, image.height) });
  for (let y = 0; y < height; y++) out.data.set(lifted.data.subarray(y * width * 4, (y + 1) * width * 4), ((y + top) * image.width + left) * 4);
  return out;
}

export interface ActingPicture extends Omit<PreparedFace, 'image'> {
  /** Arms that were cut out, with where they lay and are hinged (shares of what is left of the picture). */
  readonly limbs: readonly CutLimb[];
  readonly image: Raster;
  /** Where it lay in the picture, in pixels. */
  readonly bounds: Bounds;
  /** Its marks, as shares of what is left of the picture. */
  readonly face: PictureFace;
  readonly cutBelow: boolean;
}

/** Room kept round who is lifted off, in pixels, so that its edge stays soft when it is bent. */
const ROOM = 4;

/** Somebody of a picture made ready to act: lifted, cut to its size, its mouth mended away, pupils lifted, colours taken. */
export function actingPicture(image: Raster, actor: Lifting & Pick<PictureActor, 'limbs'> & { readonly face: PictureFace }, lifted = liftedOff(image, actor)): ActingPicture {
  const box = actor.lifted ? boundsOf(lifted, 16) : undefined;
  const bounds: Bounds = box
    ? { left: box.left - ROOM, top: box.top - ROOM, width: box.width + 2 * ROOM, height: box.height + ROOM }
    : { left: 0, top: 0, width: image.width, height: image.height };
  const whole = cropped(lifted, bounds.left, bounds.top, bounds.width, bounds.height);
  const inside = ([x, y]: readonly [number, number]): [number, number] => [(x * image.width - bounds.left) / bounds.width, (y * image.height - bounds.top) / bounds.height];
  const { image: cut, limbs } = cutLimbs(
    whole,
    (actor.limbs ?? []).map(({ side, outline, hinge }) => ({ side, outline: outline.map(inside), hinge: inside(hinge) })),
  );
  const face = movedFace(actor.face, image, bounds);
  const prepared = preparedFace(cut, face);
  // Whoever goes on at the picture's lower edge was cut off there.
  const cutBelow = actor.lifted && lowerEdge(image, lifted) > 0.12 * bounds.width;
  return { ...prepared, bounds, face, cutBelow, limbs };
}

function lowerEdge(image: Raster, { data }: Raster): number {
  let count = 0;
  for (let x = 0; x < image.width; x++) if ((data[((image.height - 1) * image.width + x) * 4 + 3] as number) > 128) count++;
  return count;
}

/** Marks as shares of a part of the picture. */
export function movedFace(face: PictureFace, from: { readonly width: number; readonly height: number }, bounds: Bounds): PictureFace {
  const [kx, ky] = [from.width / bounds.width, from.height / bounds.height];
  const x = (value: number): number => value * kx - bounds.left / bounds.width;
  const y = (value: number): number => value * ky - bounds.top / bounds.height;
  const at = ([px, py]: readonly [number, number]): [number, number] => [x(px), y(py)];
  const three = (spots: readonly [readonly [number, number], readonly [number, number], readonly [number, number]]): [[number, number], [number, number], [number, number]] => [
    at(spots[0]),
    at(spots[1]),
    at(spots[2]),
  ];
  const eye = (side: PictureFace['left']): PictureFace['left'] => ({ x: x(side.x), y: y(side.y), halfWidth: side.halfWidth * kx, halfHeight: side.halfHeight * ky });
  return {
    ...face,
    left: eye(face.left),
    right: eye(face.right),
    ...(face.brows ? { brows: { left: three(face.brows.left), right: three(face.brows.right) } } : {}),
    mouth: three(face.mouth),
    chin: at(face.chin),
  };
}
