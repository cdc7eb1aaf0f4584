import { Boxes, Waves } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Backdrop, Character, Layer } from '#core/document/schema';
import { toneOf } from '#core/document/tones';
import { dressed } from '#core/figure/outfits';
import { stage } from '../stage/client.ts';
import { useStanding } from '../state/production.ts';
import { Bitmap } from '../ui/Bitmap.tsx';

/** Pictures that were painted for an object: as long as it is the same, so is its picture. */
const painted = new WeakMap<object, Map<string, Promise<ImageBitmap>>>();

/** A picture of something, painted once; undefined until it is there. */
export function usePainted(of: object | undefined, key: string, paint: () => Promise<ImageBitmap>): ImageBitmap | undefined {
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is painted is told by `of` and `key`
  useEffect(() => {
    if (!of) return;
    const known = painted.get(of) ?? new Map<string, Promise<ImageBitmap>>();
    painted.set(of, known);
    let picture = known.get(key);
    if (!picture) known.set(key, (picture = paint()));
    let here = true;
    void picture.then((value) => here && setBitmap(value));
    return () => {
      here = false;
    };
  }, [of, key]);
  return bitmap;
}

/** A head on the speaker's own ground. */
export function Head({
  character,
  outfit,
  colour,
  size,
}: {
  character: Character;
  outfit?: string | undefined;
  colour: number | undefined;
  size: { width: number; height: number };
}) {
  const ground = toneOf(colour).mid;
  const look = dressed(character, outfit);
  const bitmap = usePainted(look, `head ${ground}`, () => stage().portrait(look, 96, ground));
  return <Bitmap bitmap={bitmap} width={size.width} height={size.height} className="shrink-0 rounded-[4px] object-cover" />;
}

/** What a layer looks like, small: the head of people, letters for words, the thing itself of things. */
export function LayerPicture({ layer, colour, size }: { layer: Layer; colour: number | undefined; size: { width: number; height: number } }) {
  const document = useStanding();
  const sign = 'flex shrink-0 items-center justify-center rounded-[4px] bg-well text-ink-2';
  if (layer.kind === 'character') {
    const character = document.characters[layer.character];
    return character ? <Head character={character} outfit={layer.outfit} colour={colour} size={size} /> : <span className={sign} style={size} />;
  }
  if (layer.kind === 'text' && !(layer.look && size.width > 40))
    return (
      // Drawn letters: as words they would be read as a part of the name.
      <span className={`${sign} font-serif font-bold before:content-['Aa']`} style={{ ...size, fontSize: size.height * 0.55 }} />
    );
  if (layer.kind === 'effect' || layer.kind === 'group')
    return (
      <span className={sign} style={size}>
        {layer.kind === 'effect' ? <Waves size={size.height * 0.65} strokeWidth={1.6} /> : <Boxes size={size.height * 0.65} strokeWidth={1.6} />}
      </span>
    );
  return <Piece layer={layer} size={size} />;
}

function Piece({ layer, size }: { layer: Layer; size: { width: number; height: number } }) {
  const bitmap = usePainted(layer, `${size.width} ${size.height}`, () => stage().piece(layer, size.width * 2, size.height * 2));
  return <Bitmap bitmap={bitmap} width={size.width} height={size.height} className="shrink-0 rounded-[4px]" />;
}

export function BackdropPicture({ backdrop, size, className = '' }: { backdrop: Backdrop; size: { width: number; height: number }; className?: string }) {
  const bitmap = usePainted(backdrop, `${size.width}`, () => stage().backdrop(backdrop, size.width * 2));
  return <Bitmap bitmap={bitmap} width={size.width} height={size.height} className={`shrink-0 object-cover ${className || 'rounded-[4px]'}`} />;
}
