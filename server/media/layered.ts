import { unzipSync } from 'fflate';
import { type SaxesAttributeNS, SaxesParser } from 'saxes';
import { Failure, failure } from '#core/document/failure';
import { pictureSize } from './pictureSize.ts';

const MOST_LAYERS = 64;
const MOST_STACK_BYTES = 512 * 1024;
/** Of all files in the archive, unpacked. */
const MOST_UNPACKED = 400 * 1024 * 1024;

export interface LayeredPart {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly shown: boolean;
  readonly opacity: number;
  readonly png: Uint8Array;
}
export interface Layered {
  readonly width: number;
  readonly height: number;
  /** Back to front. */
  readonly parts: readonly LayeredPart[];
}

/** Whether bytes are an OpenRaster file: a zip whose first file, stored as it is, is its media type (OpenRaster 0.0.5). */
export const isOpenRaster = (b: Uint8Array): boolean => {
  const text = Buffer.from(b.buffer, b.byteOffset, Math.min(b.length, 80)).toString('latin1');
  return text.startsWith('PK\u0003\u0004') && text.slice(30, 80).startsWith('mimetypeimage/openraster');
};

/**
 * Reads an OpenRaster file: its stack of layers, each with its picture. Sizes are looked at before anything is unpacked, and
 * nothing is unpacked that the stack does not name.
 * @throws Failure with a sentence for whatever is wrong with it.
 */
export function readOpenRaster(bytes: Uint8Array, shown: string): Layered {
  const broken = failure('cut-off', `${shown} breaks off before its layers can be read. Save it again and bring in the new file.`);
  const open = (wanted: (name: string) => boolean, most: number): Record<string, Uint8Array> => {
    let sum = 0;
    try {
      return unzipSync(bytes, {
        filter: ({ name, originalSize }) => {
          if (!wanted(name)) return false;
          sum += originalSize;
          if (sum > most) throw failure('too-large', `${shown} unpacks to more than it should. Save it smaller and bring it in again.`, 413);
          return true;
        },
      });
    } catch (thrown) {
      if (thrown instanceof Failure) throw thrown;
      throw broken;
    }
  };
  const stack = open((name) => name === 'stack.xml', MOST_STACK_BYTES)['stack.xml'];
  if (!stack) throw broken;
  const { width, height, layers } = readStack(new TextDecoder().decode(stack), broken);
  if (!layers.length) throw failure('no-picture', `${shown} has no layers. Save it with at least one.`);
  if (layers.length > MOST_LAYERS) throw failure('too-large', `${shown} has more than ${MOST_LAYERS} layers. Join some of them and bring it in again.`, 413);
  const files = open((name) => layers.some(({ source }) => source === name), MOST_UNPACKED);
  const parts = layers.flatMap(({ source, ...layer }) => {
    const png = files[source];
    return png && pictureSize(Buffer.from(png.buffer, png.byteOffset, png.length))?.type === 'image/png' ? [{ ...layer, png }] : [];
  });
  if (!parts.length) throw broken;
  // The stack lists what is in front first.
  return { width, height, parts: parts.reverse() };
}

interface Listed extends Omit<LayeredPart, 'png'> {
  readonly source: string;
}

function readStack(text: string, broken: Error): { width: number; height: number; layers: Listed[] } {
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) throw broken;
  const parser = new SaxesParser({ xmlns: true });
  const layers: Listed[] = [];
  let [width, height] = [0, 0];
  let wrong = false;
  /** Stacks add up: where they lie, and whether they are seen. */
  const within: { readonly x: number; readonly y: number; readonly shown: boolean; readonly opacity: number }[] = [{ x: 0, y: 0, shown: true, opacity: 1 }];
  parser.on('error', () => {
    wrong = true;
  });
  parser.on('opentag', (tag) => {
    const of = (name: string): string | undefined => (Object.values(tag.attributes) as SaxesAttributeNS[]).find((one) => one.local === name)?.value;
    const number = (name: string, rest: number): number => {
      const value = Number(of(name) ?? rest);
      return Number.isFinite(value) ? value : rest;
    };
    if (tag.local === 'image') [width, height] = [Math.round(number('w', 0)), Math.round(number('h', 0))];
    const outer = within.at(-1) as (typeof within)[number];
    const here = {
      x: outer.x + Math.round(number('x', 0)),
      y: outer.y + Math.round(number('y', 0)),
      shown: outer.shown && of('visibility') !== 'hidden',
      opacity: outer.opacity * Math.min(1, Math.max(0, number('opacity', 1))),
    };
    within.push(tag.local === 'stack' ? here : outer);
    const source = of('src');
    if (tag.local === 'layer' && source && /^data\/[^/]+\.png$/i.test(source)) layers.push({ ...here, name: (of('name') ?? 'Layer').slice(0, 120) || 'Layer', source });
    if (within.length > 40 || layers.length > MOST_LAYERS * 4) throw broken;
  });
  parser.on('closetag', () => void within.pop());
  try {
    parser.write(text).close();
  } catch {
    throw broken;
  }
  if (wrong || !(width > 0 && height > 0)) throw broken;
  return { width, height, layers };
}
