import { createCanvas, loadImage } from '@napi-rs/canvas';
import { failure } from '#core/document/failure';
import type { OwnPictureLayer } from '#core/document/schema';
import type { Db } from '../db/db.ts';
import { cleanSvg } from './cleanSvg.ts';
import { importClip } from './importClip.ts';
import { isOpenRaster, readOpenRaster } from './layered.ts';
import { isMoving, pictureSize } from './pictureSize.ts';
import { hashOf, type Media, putMedia } from './store.ts';

export const PICTURE_LIMIT_BYTES = 50 * 1024 * 1024;
const MOST_SIDE = 16_384;
const MOST_PIXELS = 64_000_000;
/** Side of the working copy. */
const WORKING_SIDE = 4096;

/**
 * Brings a picture in: its size is read from its header before anything is decoded; then decoded once to an upright
 * sRGB PNG of at most 4096 px a side, which page and renderer both read. Drawings (SVG) are cleaned first, layered files
 * (OpenRaster) are laid over each other, their layers kept beside. What moves comes with its clip. The original is kept.
 */
export async function importPicture(db: Db, bytes: Buffer, name: string): Promise<Media> {
  const shown = `“${name.slice(0, 80)}”`;
  if (bytes.length === 0) throw failure('empty-file', `${shown} is empty (0 bytes). Choose another picture.`);
  if (bytes.length > PICTURE_LIMIT_BYTES) throw failure('too-large', `${shown} is larger than 50 MB. Save it smaller and bring it in again.`, 413);
  if (isSvg(bytes)) {
    const { text, left } = cleanSvg(bytes, shown);
    return stored(db, await decoded(Buffer.from(text), shown), bytes, 'application/octet-stream', name, left.length ? { cleaned: left.slice(0, 8).join(', ') } : {});
  }
  if (isOpenRaster(bytes)) return importLayered(db, bytes, name, shown);
  const size = pictureSize(bytes);
  if (!size) throw failure('no-picture', `${shown} is not a picture that can be read. Bring in PNG, JPEG, WebP, AVIF, GIF, SVG or OpenRaster.`);
  checkSize(size, shown);
  const media = await stored(db, await decoded(bytes, shown), bytes, size.type, name, isMoving(bytes) ? { moves: true } : {});
  if (!media.facts.moves) return media;
  // A moving picture that cannot be read as a clip is a picture all the same.
  const clip = await importClip(db, bytes, name).catch(() => undefined);
  return clip ? { ...media, facts: { ...media.facts, ...clip.facts, width: media.facts.width as number, height: media.facts.height as number } } : media;
}

interface Decoded {
  readonly png: Buffer;
  readonly width: number;
  readonly height: number;
}

function checkSize({ width, height }: { width: number; height: number }, shown: string): void {
  if (width > MOST_SIDE || height > MOST_SIDE || width * height > MOST_PIXELS)
    throw failure(
      'too-large',
      `${shown} is ${width} × ${height} pixels; a picture may have up to 16,384 a side and 64 million in all. Save it smaller and bring it in again.`,
      413,
    );
}

async function decoded(bytes: Buffer, shown: string): Promise<Decoded> {
  try {
    const image = await loadImage(bytes);
    const scale = Math.min(1, WORKING_SIDE / Math.max(image.width, image.height));
    const width = Math.max(1, Math.round(image.width * scale));
    const height = Math.max(1, Math.round(image.height * scale));
    const canvas = createCanvas(width, height);
    canvas.getContext('2d').drawImage(image, 0, 0, width, height);
    return { png: await canvas.encode('png'), width, height };
  } catch {
    throw failure('cut-off', `${shown} breaks off before its picture can be read. Save it again and bring in the new file.`);
  }
}

async function stored(db: Db, { png, width, height }: Decoded, bytes: Buffer, type: string, name: string, more: Media['facts']): Promise<Media> {
  const original = await putMedia(db, bytes, { kind: 'file', type, name });
  return putMedia(db, png, {
    kind: 'picture',
    type: 'image/png',
    name,
    facts: { width, height, ...more },
    ...(original.hash === hashOf(png) ? {} : { original: original.hash }),
  });
}

/** Starts with a tag, and the first one that is no comment, declaration or document type is an svg's. */
const isSvg = (bytes: Buffer): boolean =>
  /^\uFEFF?\s*(<\?xml[^>]*>\s*)?((<!--[\s\S]*?-->|<!DOCTYPE[^>[]*(\[[\s\S]*?\])?\s*>)\s*)*<(\w+:)?svg[\s>]/i.test(bytes.toString('utf8', 0, 4096));

/** A layered file: each layer a picture of its own, and all that are shown laid over each other. */
async function importLayered(db: Db, bytes: Buffer, name: string, shown: string): Promise<Media> {
  const { width, height, parts } = readOpenRaster(bytes, shown);
  checkSize({ width, height }, shown);
  const scale = Math.min(1, WORKING_SIDE / Math.max(width, height));
  const canvas = createCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
  const context = canvas.getContext('2d');
  const layers: OwnPictureLayer[] = [];
  for (const part of parts) {
    const png = Buffer.from(part.png.buffer, part.png.byteOffset, part.png.length);
    checkSize(pictureSize(png) as { width: number; height: number }, shown);
    const image = await loadImage(png).catch(() => {
      throw failure('cut-off', `The layer “${part.name}” of ${shown} breaks off. Save it again and bring in the new file.`);
    });
    const kept = await putMedia(db, png, { kind: 'picture', type: 'image/png', name: part.name, facts: { width: image.width, height: image.height } });
    layers.push({ name: part.name, media: kept.hash, x: part.x, y: part.y, width: image.width, height: image.height, opacity: part.opacity, shown: part.shown });
    if (!part.shown) continue;
    context.globalAlpha = part.opacity;
    context.drawImage(image, part.x * scale, part.y * scale, image.width * scale, image.height * scale);
  }
  return stored(db, { png: await canvas.encode('png'), width: canvas.width, height: canvas.height }, bytes, 'application/octet-stream', name, {
    layers: JSON.stringify({ width, height, layers }),
  });
}
