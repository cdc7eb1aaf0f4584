import { createCanvas, loadImage } from '@napi-rs/canvas';
import { failure } from '#core/document/failure';
import type { Db } from '../db/db.ts';
import { isMoving, pictureSize } from './pictureSize.ts';
import { hashOf, type Media, putMedia } from './store.ts';

export const PICTURE_LIMIT_BYTES = 50 * 1024 * 1024;
const MOST_SIDE = 16_384;
const MOST_PIXELS = 64_000_000;
/** Side of the working copy. */
const WORKING_SIDE = 4096;

/**
 * Brings a picture in: its size is read from its header before anything is decoded; then decoded once to an upright
 * sRGB PNG of at most 4096 px a side, which page and renderer both read. The original is kept.
 */
export async function importPicture(db: Db, bytes: Buffer, name: string): Promise<Media> {
  const shown = `“${name.slice(0, 80)}”`;
  if (bytes.length === 0) throw failure('empty-file', `${shown} is empty (0 bytes). Choose another picture.`);
  if (bytes.length > PICTURE_LIMIT_BYTES) throw failure('too-large', `${shown} is larger than 50 MB. Save it smaller and bring it in again.`, 413);
  const size = pictureSize(bytes);
  if (!size) throw failure('no-picture', `${shown} is not a picture that can be read. Bring in PNG, JPEG, WebP, AVIF or GIF.`);
  if (size.width > MOST_SIDE || size.height > MOST_SIDE || size.width * size.height > MOST_PIXELS)
    throw failure(
      'too-large',
      `${shown} is ${size.width} × ${size.height} pixels; a picture may have up to 16,384 a side and 64 million in all. Save it smaller and bring it in again.`,
      413,
    );
  let png: Buffer;
  let width: number;
  let height: number;
  try {
    const image = await loadImage(bytes);
    const scale = Math.min(1, WORKING_SIDE / Math.max(image.width, image.height));
    width = Math.max(1, Math.round(image.width * scale));
    height = Math.max(1, Math.round(image.height * scale));
    const canvas = createCanvas(width, height);
    canvas.getContext('2d').drawImage(image, 0, 0, width, height);
    png = await canvas.encode('png');
  } catch {
    throw failure('cut-off', `${shown} breaks off before its picture can be read. Save it again and bring in the new file.`);
  }
  const original = await putMedia(db, bytes, { kind: 'file', type: size.type, name });
  return putMedia(db, png, {
    kind: 'picture',
    type: 'image/png',
    name,
    facts: { width, height, ...(isMoving(bytes) ? { moves: true } : {}) },
    ...(original.hash === hashOf(png) ? {} : { original: original.hash }),
  });
}
