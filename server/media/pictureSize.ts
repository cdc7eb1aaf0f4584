/** Type and size of a picture from its first bytes, or undefined for anything else. Nothing is decoded. */
export function pictureSize(b: Buffer): { type: string; width: number; height: number } | undefined {
  if (b.length > 24 && b.readUInt32BE(0) === 0x89504e47) return { type: 'image/png', width: b.readUInt32BE(16), height: b.readUInt32BE(20) };
  if (b.length > 30 && b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WEBP') return webpSize(b);
  if (b.length > 4 && b[0] === 0xff && b[1] === 0xd8) return jpegSize(b);
  return undefined;
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
