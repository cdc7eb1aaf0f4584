import type { PictureActor, PictureFigure } from '../document/schema.ts';
import type { ActingPicture } from './actor.ts';

/** A face from eyes to chin is drawn so tall on the stage, in figure units: a little larger than a person's. */
const FACE = 74;
const TALLEST = 520;
const SHORTEST = 90;

/** Names under which its pictures are found: content hashes, or any names while it is tried. */
export interface PictureNames {
  readonly media: string;
  readonly source: string;
  readonly left?: string;
  readonly right?: string;
  /** Of arms, in their order. */
  readonly limbs?: readonly string[];
}

/** What a figure is made from: all that was made of the picture but its pixels. */
export interface Made extends Pick<ActingPicture, 'face' | 'colours' | 'open' | 'cutBelow'> {
  readonly image: Size;
  readonly pupils: { readonly left?: Placed; readonly right?: Placed };
  readonly limbs: readonly (Placed & { readonly side: 'left' | 'right'; readonly hinge: readonly [number, number] })[];
}
interface Size {
  readonly width: number;
  readonly height: number;
}
/** A pupil and where it lay, in pixels. */
interface Placed {
  readonly left: number;
  readonly top: number;
  readonly image: Size;
}

/** Somebody of a picture as a figure: marks and colours as they were found, where nothing else was chosen. */
export function pictureFigure(made: Made, actor: Pick<PictureActor, 'lifted' | 'mouth' | 'lids' | 'moves' | 'floats'>, names: PictureNames): PictureFigure {
  const { image, face, colours, pupils } = made;
  const between = [(face.left.x + face.right.x) / 2, (face.left.y + face.right.y) / 2] as const;
  const long = Math.hypot((face.chin[0] - between[0]) * image.width, (face.chin[1] - between[1]) * image.height);
  const tall = Math.round(Math.min(TALLEST, Math.max(SHORTEST, (FACE * image.height) / Math.max(1, long))));
  const eye = (side: 'left' | 'right') => {
    const pupil = pupils[side];
    const media = names[side];
    if (!pupil || !media) return face[side];
    const { width, height } = pupil.image;
    return {
      ...face[side],
      pupil: { media, x: (pupil.left + width / 2) / image.width, y: (pupil.top + height / 2) / image.height, width: width / image.width, height: height / image.height },
    };
  };
  return {
    media: names.media,
    source: names.source,
    width: image.width,
    height: image.height,
    tall,
    face: { ...face, left: eye('left'), right: eye('right') },
    mouth: { style: 'ink', width: 0.9, open: made.open, line: 1, lip: colours.lip, dark: colours.dark, ...actor.mouth },
    lids: { ...colours.lids, ...actor.lids },
    moves: actor.moves ?? 1,
    ...(actor.lifted ? {} : { still: true as const }),
    ...(made.limbs.length && names.limbs
      ? {
          limbs: made.limbs.flatMap(({ side, hinge, left, top, image: limb }, n) => {
            const hash = names.limbs?.[n];
            if (!hash) return [];
            const [w, h] = [limb.width, limb.height];
            return [
              {
                media: hash,
                side,
                x: (left + w / 2) / image.width,
                y: (top + h / 2) / image.height,
                width: w / image.width,
                height: h / image.height,
                hinge: [hinge[0], hinge[1]] as [number, number],
              },
            ];
          }),
        }
      : {}),
    ...(made.cutBelow ? { cutBelow: true as const } : {}),
    ...(actor.floats ? { floats: true as const } : {}),
  };
}
