/** Type and size of a picture from its first bytes, or undefined for anything else. Nothing is decoded. */
export function pictureSize(b: Buffer): { type: string; width: number; height: number } | undefined {
  if (b.length > 24 && b.readUInt32BE(0) === 0x89504e47) return { type: 'image/png', width: b.readUInt32BE(16), height: b.readUInt32BE(20) };
  if (b.length > 30 && b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WEBP') return webpSize(b);
  if (b.length > 4 && b[0] === 0xff && b[1] === 0xd8) return jpegSize(b);
  if (b.length > 10 && /^GIF8[79]a$/.test(b.toString('latin1', 0, 6))) return { type: 'image/gif', width: b.readUInt16LE(6), height: b.readUInt16LE(8) };
  if (b.length > 32 && b.toString('latin1', 4, 8) === 'ftyp' && /avi[fs]/.test(b.toString('latin1', 8, Math.min(32, b.readUInt32BE(0))))) return avifSize(b);
  return undefined;
}

/** Properties of the pictures in an AVIF file lie near its beginning (ISO/IEC 23008-12, ispe). */
const AVIF_HEAD = 64 * 1024;

/** The largest of the pictures that an AVIF file names: others are its thumbnail, its opacity, its tiles. */
function avifSize(b: Buffer): { type: string; width: number; height: number } | undefined {
  let best: { type: string; width: number; height: number } | undefined;
  const end = Math.min(b.length, AVIF_HEAD) - 16;
  for (let at = b.indexOf('ispe', 0, 'latin1'); at >= 0 && at < end; at = b.indexOf('ispe', at + 4, 'latin1')) {
    const [width, height] = [b.readUInt32BE(at + 8), b.readUInt32BE(at + 12)];
    if (width && height && (!best || width * height > best.width * best.height)) best = { type: 'image/avif', width, height };
  }
  return best;
}

/** Whether a picture file moves: an animated GIF, PNG or WebP, or a sequence of AVIF. */
export function isMoving(b: Buffer): boolean {
  const size = pictureSize(b);
  switch (size?.type) {
    case 'image/gif':
      return gifFrames(b) > 1;
    case 'image/png': {
      const [animation, content] = [b.indexOf('acTL', 0, 'latin1'), b.indexOf('IDAT', 0, 'latin1')];
      return animation > 0 && (content < 0 || animation < content);
    }
    case 'image/webp':
      return b.toString('latin1', 12, 16) === 'VP8X' && ((b[20] as number) & 2) !== 0;
    case 'image/avif':
      return b.toString('latin1', 8, 12) === 'avis';
    default:
      return false;
  }
}

/** Pictures of a GIF, two at most: whether it moves is all that is asked (GIF89a, blocks). */
function gifFrames(b: Buffer): number {
  const table = (flags: number): number => (flags & 0x80 ? 3 * 2 ** ((flags & 7) + 1) : 0);
  let at = 13 + table(b[10] as number);
  const skip = (): void => {
    while (at < b.length && b[at]) at += 1 + (b[at] as number);
    at++;
  };
  let frames = 0;
  while (at < b.length && frames < 2) {
    const kind = b[at];
    if (kind === 0x2c) {
      frames++;
      at += 10 + table(b[at + 9] ?? 0) + 1;
      skip();
    } else if (kind === 0x21) {
      at += 2;
      skip();
    } else break;
  }
  return frames;
}

function webpSize(b: Buffer): { type: string; width: number; height: number } | undefined {
  const type = 'image/webp';
  switch (b.toString('latin1', 12, 16)) {
    case 'VP8X':
      return { type, width: 1 + b.readUIntLE(24, 3), height: 1 + b.readUIntLE(27, 3) };
    case 'VP8L': {
      const bits = b.readUInt32LE(21);
      return { type, width: 1 + (bits & 0x3fff), height: 1 + ((bits >> 14) & 0x3fff) };
    }
    case 'VP8 ':
      return { type, width: b.readUInt16LE(26) & 0x3fff, height: b.readUInt16LE(28) & 0x3fff };
    default:
      return undefined;
  }
}

function jpegSize(b: Buffer): { type: string; width: number; height: number } | undefined {
  for (let at = 2; at + 9 < b.length; ) {
    if (b[at] !== 0xff) return undefined;
    const marker = b[at + 1] as number;
    if (marker === 0xff) {
      at++;
      continue;
    }
    const frame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (frame) return { type: 'image/jpeg', width: b.readUInt16BE(at + 7), height: b.readUInt16BE(at + 5) };
    at += 2 + (marker >= 0xd0 && marker <= 0xd9 ? 0 : b.readUInt16BE(at + 2));
  }
  return undefined;
}
